import { usual, type Layout } from './layout';

/** A live or dead axle on arms; steered ones turn on ball joints. */
export const solidAxle: Layout = {
  name: 'solid axle',
  ends: ['front', 'rear'],
  springSeat: 'axle',
  topMount: false,
  ballJoint: 'steered',
  upperArm: null,
  carriedBy: ['front', 'rear'],
  jointedShafts: false,
  moves: 'axle',
  mountOn: 'body',
  drawing: { crossMember: 'axle tube', arm: 'along', spring: 'beside damper' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      armInner: [350, t - 400, r + 90],
      armOuter: [0, t - 200, r - 15],
      springTop: [0, t - 300, r + 380],
      springFoot: [0, t - 300, r + 50],
      damperTop: [-90, t - 190, r + 480],
      damperFoot: [-110, t - 160, r - 60],
      ...(bar
        ? { barBushing: [-60, t - 430, r - 70], barEye: [-240, t - 240, r - 85], linkMount: [-240, t - 235, r + 190] }
        : {}),
    });
  },
};
