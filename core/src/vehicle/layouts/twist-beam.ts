import { usual, type Layout } from './layout';

export const twistBeam: Layout = {
  name: 'twist beam',
  ends: ['rear'],
  springSeat: 'axle',
  topMount: false,
  ballJoint: 'never',
  upperArm: null,
  carriedBy: 'beam',
  jointedShafts: true,
  moves: 'beam',
  mountOn: 'body',
  drawing: { crossMember: 'twist beam', arm: 'trailing', spring: 'beside damper' },
  usualPoints({ trackMm, tyreDiameterMm }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [400, t - 190, r + 45],
      armOuter: [0, t - 105, r - 25],
      springTop: [40, t - 280, r + 320],
      springFoot: [40, t - 270, r + 10],
      damperTop: [-70, t - 150, r + 460],
      damperFoot: [-100, t - 115, r - 50],
    });
  },
};
