import { usual, type Layout } from './layout';

export const trailingArm: Layout = {
  name: 'trailing arm',
  ends: ['rear'],
  springSeat: 'lower-arm',
  topMount: false,
  ballJoint: 'never',
  upperArm: null,
  // Its bushings are at the front end only.
  carriedBy: ['front'],
  jointedShafts: true,
  moves: 'one arm',
  mountOn: 'arm',
  drawing: { crossMember: null, arm: 'trailing', spring: 'beside damper' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [420, t - 330, r + 30],
      armOuter: [0, t - 100, r - 30],
      springTop: [60, t - 265, r + 330],
      springFoot: [60, t - 255, r + 10],
      damperTop: [-60, t - 165, r + 470],
      damperFoot: [-90, t - 125, r - 40],
      ...(bar ? { barBushing: [300, t - 420, r + 190], barEye: [90, t - 205, r + 165], linkMount: [90, t - 195, r - 15] } : {}),
    });
  },
};
