import { usual, type Layout } from './layout';

/** A live or dead axle on leaf springs: they carry and locate it, from an eye in front to a shackle behind. */
export const leafAxle: Layout = {
  name: 'solid axle on leaf springs',
  ends: ['front', 'rear'],
  springSeat: 'axle',
  topMount: false,
  ballJoint: 'steered',
  upperArm: null,
  carriedBy: 'leaf',
  jointedShafts: false,
  moves: 'axle',
  mountOn: 'body',
  drawing: { crossMember: 'axle tube', arm: 'along', spring: 'leaf' },
  usualPoints({ trackMm, tyreDiameterMm, bar }) {
    const [t, r] = [trackMm / 2, tyreDiameterMm / 2];
    return usual({
      hub: [0, t - 40, r],
      // The eye in front, the seat on the axle, the shackle behind.
      armInner: [560, t - 270, r + 60],
      armOuter: [0, t - 270, r - 45],
      springTop: [-620, t - 270, r + 130],
      springFoot: [0, t - 270, r - 60],
      damperTop: [-110, t - 215, r + 430],
      damperFoot: [-60, t - 175, r - 70],
      ...(bar
        ? { barBushing: [-60, t - 430, r - 70], barEye: [-240, t - 240, r - 85], linkMount: [-240, t - 235, r + 190] }
        : {}),
    });
  },
};
