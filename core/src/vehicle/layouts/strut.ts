import { usual, type Layout } from './layout';

export const strut: Layout = {
  name: 'strut',
  ends: ['front', 'rear'],
  springSeat: 'strut',
  topMount: true,
  ballJoint: 'always',
  upperArm: null,
  carriedBy: ['front', 'rear'],
  jointedShafts: true,
  moves: 'strut',
  mountOn: 'knuckle',
  drawing: { crossMember: 'subframe', arm: 'wishbone', spring: 'on strut' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [0, t - 420, r - 95],
      armOuter: [5, t - 95, r - 130],
      damperFoot: [-5, t - 95, r + 70],
      damperTop: [-30, t - 180, r + 610],
      springTop: [-28, t - 178, r + 575],
      springFoot: [-18, t - 140, r + 310],
      rackEnd: [-120, t - 450, r + 35],
      tieRodOuter: [-130, t - 90, r - 10],
      ...(bar ? { barBushing: [140, t - 400, r - 20], barEye: [-62, t - 190, r - 45], linkMount: [-62, t - 135, r + 255] } : {}),
    });
  },
};
