import { usual, type Layout } from './layout';

export const doubleArm: Layout = {
  name: ['double arm', 'double wishbone'],
  ends: ['front', 'rear'],
  springSeat: 'lower-arm',
  topMount: false,
  ballJoint: 'always',
  upperArm: 'ball joint',
  carriedBy: ['front', 'rear'],
  jointedShafts: true,
  moves: 'two arms',
  mountOn: 'arm',
  drawing: { crossMember: 'subframe', arm: 'wishbone', spring: 'round damper' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [0, t - 430, r - 105],
      armOuter: [5, t - 85, r - 130],
      upperInner: [-10, t - 350, r + 215],
      upperOuter: [-10, t - 110, r + 195],
      springTop: [-10, t - 255, r + 440],
      springFoot: [0, t - 215, r - 60],
      damperTop: [-10, t - 262, r + 500],
      damperFoot: [0, t - 208, r - 100],
      rackEnd: [-120, t - 440, r + 10],
      tieRodOuter: [-130, t - 80, r - 5],
      ...(bar ? { barBushing: [260, t - 455, r + 105], barEye: [40, t - 160, r + 75], linkMount: [40, t - 150, r - 95] } : {}),
    });
  },
};
