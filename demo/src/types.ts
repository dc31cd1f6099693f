import {
  usualPoints,
  VEHICLE_TYPE_VERSION,
  withBars,
  type AxleSpec,
  type Bars,
  type BookValue,
  type FastenerKind,
  type HardPoint,
  type LinkKind,
  type SpringSeat,
  type StudSpec,
  type Suspension,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { norm, sub } from '@ash-knot/core/numeric';

/** Dimensions and torques of the demo are invented. They hold together; they describe no real vehicle. */
interface Dims {
  track: number;
  tyre: number;
  wheel: number;
  nuts: number;
  nutThread?: string;
  nutHex?: number;
}

const dist = (a: HardPoint, b: HardPoint): number => Math.round(norm(sub(a.at, b.at)));
const stud = (thread: string, nutHexMm: number, hold: StudSpec['hold'], holdMm?: number): StudSpec => ({
  thread,
  nutHexMm,
  hold,
  ...(holdMm ? { holdMm } : {}),
});

function common(d: Dims): Pick<AxleSpec, 'trackMm' | 'tyreWidthMm' | 'tyreDiameterMm' | 'wheelNuts'> {
  return {
    trackMm: d.track,
    tyreWidthMm: d.tyre,
    tyreDiameterMm: d.wheel,
    wheelNuts: { count: d.nuts, thread: d.nutThread ?? 'M12×1.5', hexMm: d.nutHex ?? 19 },
  };
}

interface Bar {
  bar: number;
  kind: LinkKind;
  upper: StudSpec;
  lower: StudSpec;
  bushing?: AxleSpec['bushing'];
  shield?: number;
}
const twoBolt = (thread = 'M8×1.25', hexMm = 13): AxleSpec['bushing'] => ({
  kind: 'two-bolt',
  bolts: 2,
  thread,
  hexMm,
});

/** One axle from its layout: the drawing's points are the usual proportions for its track and wheel. */
function axle(
  suspension: Suspension,
  steered: boolean,
  springSeat: SpringSeat,
  plainBushing: AxleSpec['bushing'],
  d: Dims,
  b?: Bar,
): AxleSpec {
  const p = usualPoints(suspension, { trackMm: d.track, tyreDiameterMm: d.wheel, bar: b !== undefined });
  return {
    suspension,
    steered,
    springSeat,
    ...common(d),
    bar: b ? { diameterMm: b.bar, joins: 'links' } : null,
    link: b ? { kind: b.kind, lengthMm: dist(p.linkMount!, p.barEye!), upper: b.upper, lower: b.lower } : null,
    bushing: b ? (b.bushing ?? plainBushing) : null,
    shieldFasteners: b?.shield ?? 0,
    points: p,
  };
}
const strutFront = (d: Dims, b: Bar) => axle('strut', true, 'strut', twoBolt(), d, b);
const doubleArmFront = (d: Dims, b: Bar) => axle('double-arm', true, 'lower-arm', twoBolt('M10×1.5', 15), d, b);
const trailingArmRear = (d: Dims, b?: Bar) => axle('trailing-arm', false, 'lower-arm', twoBolt(), d, b);
const twistBeamRear = (d: Dims) => axle('twist-beam', false, 'axle', null, d);
const solidRear = (d: Dims, b: Bar) => axle('solid-axle', false, 'axle', twoBolt('M10×1.5', 15), d, b);

const BOOK = 'Yard’s copy of the maker’s book (invented)';
const v = (fastener: FastenerKind, nm: number, thread?: string, max?: number): BookValue => ({
  fastener,
  minNm: nm,
  maxNm: max ?? nm,
  value: nm,
  ...(max ? { valueMax: max } : {}),
  unit: 'N·m',
  ...(thread ? { thread } : {}),
  condition: 'dry',
  source: BOOK,
  publisher: 'vehicle maker',
});
/** A page of the book that is in lbf·ft. */
const ftlb = (fastener: FastenerKind, value: number, thread?: string): BookValue => ({
  fastener,
  minNm: value * 1.3558179483314,
  maxNm: value * 1.3558179483314,
  value,
  unit: 'lbf·ft',
  ...(thread ? { thread } : {}),
  condition: 'dry',
  source: BOOK,
  publisher: 'vehicle maker',
});

const M10 = stud('M10×1.25', 16, 'hex', 5);
const M10F = stud('M10×1.25', 16, 'flats', 17);
const M12 = stud('M12×1.25', 18, 'hex', 6);
const BOLT10 = stud('M10×1.5', 17, 'none');
const BOLT8 = stud('M8×1.25', 13, 'none');

export interface DemoType {
  readonly key: string;
  readonly spec: VehicleTypeSpec;
}

const type = (
  key: string,
  name: string,
  front: AxleSpec,
  rear: AxleSpec,
  bookFront: BookValue[],
  bookRear: BookValue[],
  tips: string[],
  jackingPoints = 'sill seams, marked by two notches each',
  bars: Bars = {},
): DemoType => ({
  key,
  spec: withBars(
    {
      version: VEHICLE_TYPE_VERSION,
      name,
      axles: { front, rear },
      jackingPoints,
      torqueBook: { front: bookFront, rear: bookRear },
      tips,
    },
    bars,
  ),
});

export const TYPES: readonly DemoType[] = [
  type(
    'post',
    'Corrach Post 3',
    strutFront(
      { track: 1490, tyre: 195, wheel: 630, nuts: 5 },
      { bar: 22, kind: 'ball-stud', upper: M10, lower: M10, shield: 8 },
    ),
    twistBeamRear({ track: 1480, tyre: 195, wheel: 630, nuts: 5 }),
    [
      v('link-upper-nut', 48, 'M10×1.25'),
      v('link-lower-nut', 48, 'M10×1.25'),
      v('bracket-bolt', 22, 'M8×1.25'),
      v('wheel-nut', 120, 'M12×1.5'),
      v('shield-bolt', 8),
      v('tie-rod-nut', 42),
      v('ball-joint-nut', 75),
      v('arm-bolt', 105),
    ],
    [v('wheel-nut', 120, 'M12×1.5'), v('damper-bolt', 90), v('arm-bolt', 95)],
    [
      'The rear bracket bolt cannot be seen: 13 mm, short socket, from above the steering rack.',
      'Steering to full lock opens the upper nut.',
    ],
  ),
  type(
    'bus',
    'Ostrey Minibus 17',
    strutFront(
      { track: 1640, tyre: 215, wheel: 690, nuts: 5, nutThread: 'M14×1.5', nutHex: 21 },
      { bar: 26, kind: 'ball-stud', upper: M12, lower: M12, shield: 12 },
    ),
    solidRear(
      { track: 1620, tyre: 215, wheel: 690, nuts: 5, nutThread: 'M14×1.5', nutHex: 21 },
      { bar: 20, kind: 'stud-and-bushing', upper: M10F, lower: M10F },
    ),
    [
      v('link-upper-nut', 75, 'M12×1.25'),
      v('link-lower-nut', 75, 'M12×1.25'),
      v('bracket-bolt', 32, 'M8×1.25'),
      v('wheel-nut', 165, 'M14×1.5'),
      v('shield-bolt', 9),
      v('ball-joint-nut', 110),
      v('tie-rod-nut', 60),
      v('arm-bolt', 150),
    ],
    [
      v('link-upper-nut', 55, 'M10×1.25'),
      v('link-lower-nut', 55, 'M10×1.25'),
      v('bracket-bolt', 45, 'M10×1.5'),
      v('wheel-nut', 165, 'M14×1.5'),
      v('damper-bolt', 120),
    ],
    ['School run: the step well fills with grit and eats the rubber on the left first.'],
    'chassis rails behind the front wheels; axle tube at the rear',
  ),
  type(
    'hauler',
    'Vasker Hauler',
    doubleArmFront(
      { track: 1560, tyre: 235, wheel: 740, nuts: 6, nutHex: 21, nutThread: 'M12×1.5' },
      { bar: 28, kind: 'bolt-through', upper: BOLT10, lower: BOLT10, shield: 6 },
    ),
    solidRear(
      { track: 1550, tyre: 235, wheel: 740, nuts: 6, nutHex: 21, nutThread: 'M12×1.5' },
      { bar: 22, kind: 'bolt-through', upper: BOLT10, lower: BOLT10 },
    ),
    [
      v('bracket-bolt', 48, 'M10×1.5'),
      ftlb('wheel-nut', 85, 'M12×1.5'),
      v('shield-bolt', 10),
      ftlb('ball-joint-nut', 90),
      ftlb('tie-rod-nut', 50),
      ftlb('arm-bolt', 110),
    ],
    [v('bracket-bolt', 48, 'M10×1.5'), ftlb('wheel-nut', 85, 'M12×1.5')],
    [
      'The link bolt rusts into its sleeve. Have the saw and a new stack ready before you start.',
      'Spring on the lower arm: support under the arm before you judge a ball joint.',
    ],
    'ladder frame, ahead of the rear spring hanger',
  ),
  type(
    'mite',
    'Pellow Mite',
    strutFront({ track: 1420, tyre: 165, wheel: 570, nuts: 4 }, { bar: 19, kind: 'ball-stud', upper: M10, lower: M10 }),
    twistBeamRear({ track: 1410, tyre: 165, wheel: 570, nuts: 4 }),
    [
      v('link-upper-nut', 40, 'M10×1.25', 46),
      v('link-lower-nut', 40, 'M10×1.25', 46),
      v('wheel-nut', 105, 'M12×1.5'),
      v('ball-joint-nut', 58),
      v('tie-rod-nut', 38),
      v('arm-bolt', 85),
    ],
    [v('wheel-nut', 105, 'M12×1.5')],
    ['No value is published for the bracket bolts.', 'Small car, light: one hand on the bar shows the gap.'],
  ),
  type(
    'quay',
    'Brannock Quay',
    doubleArmFront(
      { track: 1600, tyre: 225, wheel: 720, nuts: 5, nutThread: 'M14×1.5', nutHex: 22 },
      { bar: 30, kind: 'bolt-through', upper: BOLT10, lower: BOLT10 },
    ),
    trailingArmRear(
      { track: 1590, tyre: 225, wheel: 720, nuts: 5, nutThread: 'M14×1.5', nutHex: 22 },
      { bar: 20, kind: 'bolt-through', upper: BOLT8, lower: BOLT8 },
    ),
    [
      v('link-bolt-nut', 22, 'M10×1.5'),
      v('bracket-bolt', 55, 'M10×1.5'),
      v('wheel-nut', 180, 'M14×1.5'),
      v('ball-joint-nut', 125),
      v('tie-rod-nut', 65),
      v('arm-bolt', 165),
    ],
    [v('link-bolt-nut', 16, 'M8×1.25'), v('bracket-bolt', 28, 'M8×1.25'), v('wheel-nut', 180, 'M14×1.5')],
    ['Dished washers are handed by their rim: photograph the stack.'],
  ),
  type(
    'skiff',
    'Mirrel Skiff',
    strutFront(
      { track: 1540, tyre: 205, wheel: 650, nuts: 5 },
      { bar: 24, kind: 'ball-stud', upper: M10F, lower: M10F, shield: 10 },
    ),
    trailingArmRear({ track: 1530, tyre: 205, wheel: 650, nuts: 5 }, { bar: 18, kind: 'ball-stud', upper: M10F, lower: M10F }),
    [
      v('link-upper-nut', 58, 'M10×1.25'),
      v('link-lower-nut', 58, 'M10×1.25'),
      v('bracket-bolt', 25, 'M8×1.25'),
      v('wheel-nut', 115, 'M12×1.5'),
      v('shield-bolt', 7),
      v('ball-joint-nut', 80),
      v('tie-rod-nut', 45),
      v('arm-bolt', 100),
    ],
    [
      v('link-upper-nut', 45, 'M10×1.25'),
      v('link-lower-nut', 45, 'M10×1.25'),
      v('bracket-bolt', 22, 'M8×1.25'),
      v('wheel-nut', 115, 'M12×1.5'),
      v('arm-bolt', 90),
    ],
    ['Flats behind the boot: a thin 17 spanner, not the key.'],
    undefined,
    { front: [24, 22] },
  ),
  type(
    'dray',
    'Hollin Dray',
    strutFront(
      { track: 1660, tyre: 225, wheel: 700, nuts: 6, nutThread: 'M14×1.5', nutHex: 21 },
      { bar: 27, kind: 'ball-stud', upper: M12, lower: M12, shield: 4 },
    ),
    solidRear(
      { track: 1640, tyre: 225, wheel: 700, nuts: 6, nutThread: 'M14×1.5', nutHex: 21 },
      { bar: 24, kind: 'ball-stud', upper: M12, lower: M12 },
    ),
    [
      v('link-upper-nut', 85, 'M12×1.25'),
      v('link-lower-nut', 85, 'M12×1.25'),
      v('bracket-bolt', 35, 'M8×1.25'),
      v('wheel-nut', 175, 'M14×1.5'),
      v('shield-bolt', 9),
      v('ball-joint-nut', 120),
      v('tie-rod-nut', 70),
      v('arm-bolt', 160),
    ],
    [v('link-upper-nut', 85, 'M12×1.25'), v('link-lower-nut', 85, 'M12×1.25'), v('wheel-nut', 175, 'M14×1.5')],
    ['Rear bracket bolts have no published value.'],
    'chassis rails, behind the cab',
  ),
  type(
    'lark',
    'Orrin Lark',
    strutFront({ track: 1500, tyre: 185, wheel: 610, nuts: 5 }, { bar: 21, kind: 'stud-and-bushing', upper: M10F, lower: M10F }),
    trailingArmRear({ track: 1490, tyre: 185, wheel: 610, nuts: 5 }),
    [
      v('link-upper-nut', 50, 'M10×1.25'),
      v('link-lower-nut', 50, 'M10×1.25'),
      v('bracket-bolt', 24, 'M8×1.25'),
      { ...v('wheel-nut', 110, 'M12×1.5'), wheel: 'steel' },
      { ...v('wheel-nut', 95, 'M12×1.5'), wheel: 'alloy' },
      v('ball-joint-nut', 70),
      v('tie-rod-nut', 40),
      v('arm-bolt', 95),
    ],
    [v('wheel-nut', 110, 'M12×1.5'), v('arm-bolt', 85)],
    ['The upper end is pressed rubber: it is tightened at ride height.'],
  ),
];
