import { usual, type Layout } from './layout';

/** Several links a side, all in rubber; the two that are drawn stand for the upper and the lower plane. */
export const multiLink: Layout = {
  name: 'multi-link',
  ends: ['front', 'rear'],
  springSeat: 'lower-arm',
  topMount: false,
  ballJoint: 'steered',
  upperArm: 'bushing',
  carriedBy: ['front', 'rear'],
  jointedShafts: true,
  moves: 'two arms',
  mountOn: 'knuckle',
  drawing: { crossMember: 'subframe', arm: 'links', spring: 'beside damper' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [-20, t - 460, r - 85],
      armOuter: [-15, t - 90, r - 120],
      upperInner: [10, t - 370, r + 145],
      upperOuter: [5, t - 105, r + 130],
      springTop: [-15, t - 290, r + 290],
      springFoot: [-15, t - 265, r - 75],
      damperTop: [-95, t - 195, r + 450],
      damperFoot: [-95, t - 120, r - 70],
      ...(bar ? { barBushing: [190, t - 440, r + 80], barEye: [-40, t - 190, r + 95], linkMount: [-45, t - 125, r - 45] } : {}),
    });
  },
};
