import { NEW_SHOP_GAUGES, NEW_SHOP_RULES, type GaugeSpec, type Role, type YardRules } from '@ash-knot/core';

/** Everything here is invented, the PINs too: the demo is for trying the program, not for a real yard. */
export const SHOP = {
  name: 'Skerrow Island Yard',
  notice: 'Parts on the 11:40 and the 16:05 ferry',
  bays: ['Bay 1', 'Bay 2', 'Bay 3', 'Bay 4', 'Bench PC'],
} as const;

/** What this yard has said beyond what a new one begins with. */
export const RULES: YardRules = {
  ...NEW_SHOP_RULES,
  driverSide: 'right',
  paper: {
    address: 'The Quay 2, Skerrow',
    telephone: '555 0100',
    email: 'yard@skerrow.example',
    size: 'A4',
    language: 'English',
  },
  playLimits: {
    'frame-bushing': { limitMm: 0.5, owner: 'shop rule' },
    'arm-bushings': { limitMm: 1.5, owner: 'shop rule' },
    'upper-arm-bushings': { limitMm: 1.5, owner: 'shop rule' },
    'beam-bushing': { limitMm: 2, owner: 'shop rule' },
    'top-mount': { limitMm: 1, owner: 'shop rule' },
    damper: { limitMm: 1, owner: 'shop rule' },
  },
  inspection: {
    source: 'the island’s inspection sheet, part 4 (invented)',
    play: true,
    defects: [
      'boot torn',
      'rubber perished',
      'rusted through',
      'bolt wasted',
      'cracked',
      'broken',
      'close to parting',
      'bar cracked',
      'bar broken',
      'bracket bolt loose',
    ],
  },
  prices: { labourMinorPerHour: 6800, taxPercent: 20, taxIncluded: true },
  timeZone: 'Europe/London',
};

export const DEMO_PIN = '2468';

export const PEOPLE: readonly { id: string; name: string; role: Role }[] = [
  { id: 'marit', name: 'Marit Voss', role: 'lead' },
  { id: 'ruan', name: 'Ruan Teague', role: 'technician' },
  { id: 'isla', name: 'Isla Morrow', role: 'technician' },
  { id: 'pella', name: 'Pella Quist', role: 'writer' },
  { id: 'tobin', name: 'Tobin Ashe', role: 'learner' },
];

const PLAIN = { baud: 9600, before: '', after: '' };

/** The yard's gauges on a given day: one of them was due for calibration last month. */
export function makeGauges(now: Date): GaugeSpec[] {
  const day = (offset: number) => new Date(now.getTime() + offset * 86_400_000).toISOString().slice(0, 10);
  return [
    {
      id: 'dial-1',
      name: 'Dial indicator 1',
      kind: 'dial indicator',
      unit: 'mm',
      resolution: 0.01,
      rangeMax: 10,
      calibratedUntil: day(140),
      line: { baud: 4800, before: '01A', after: '' },
      known: { sdMm: 0.02, degrees: 24 },
    },
    {
      id: 'dial-2',
      name: 'Lever indicator',
      kind: 'dial indicator',
      unit: 'mm',
      resolution: 0.02,
      rangeMax: 1.6,
      calibratedUntil: day(-30),
      line: PLAIN,
      known: { sdMm: 0.03, degrees: 18 },
    },
    {
      id: 'caliper-1',
      name: 'Caliper',
      kind: 'caliper',
      unit: 'mm',
      resolution: 0.05,
      rangeMax: 150,
      calibratedUntil: day(60),
      line: PLAIN,
      known: { sdMm: 0.06, degrees: 30 },
    },
    {
      id: 'force-1',
      name: 'Force gauge with indicator',
      kind: 'force gauge',
      unit: 'N',
      resolution: 1,
      rangeMax: 2500,
      calibratedUntil: day(200),
      line: { baud: 9600, before: '', after: ' N' },
      known: { sdMm: 0.02, degrees: 24 },
    },
    {
      id: 'wrench-1',
      name: 'Torque wrench 20–200',
      kind: 'torque wrench',
      unit: 'N·m',
      resolution: 0.1,
      rangeMax: 200,
      calibratedUntil: day(90),
      line: PLAIN,
      known: { sdMm: 0.02, degrees: 24 },
    },
    ...NEW_SHOP_GAUGES.map((g) => ({ ...g, calibratedUntil: day(75), known: { sdMm: 0.012, degrees: 12 } })),
  ];
}

/** Two sheets of cards for the camera: one measured, one as it came from the printer. */
export const CARD_SHEETS = [
  { number: 1, paper: 'A4', ruler: { mm: 99.7, uMm: 0.03, gauge: 'caliper-1' } },
  { number: 2, paper: 'A4', ruler: null },
] as const;

/** Owners who can be reached, by their name in the file. Invented, the numbers too. */
export const CUSTOMERS = [
  { name: 'Harbour office', telephone: '555 0141', language: '', tell: 'by phone', note: 'ask for the wharf' },
  { name: 'School council', telephone: '555 0122', language: '', tell: 'by message', note: 'the bus is needed before seven' },
  { name: 'Island post', telephone: '555 0117', language: '', tell: 'by e-mail', note: '' },
] as const;

const told = { handling: [], conditions: [], like: [], history: [] } as const;
const HOUR_MS = 3_600_000;
/** Who is to come to the demo yard: today, tomorrow, and one nobody has in the file yet. */
export const makeBookings = (now: Date) =>
  [
    {
      plate: 'BK 1690',
      who: '',
      comesAt: new Date(now.getTime() + 1.5 * HOUR_MS),
      minutes: 90,
      bay: 'Bay 3',
      person: 'ruan',
      complaint: {
        ...told,
        character: ['dull clunk'],
        where: ['front', 'right'],
        when: ['one wheel over a bump'],
        words: 'clunks on the ramp to the pier',
      },
    },
    {
      plate: 'MT 402',
      who: '',
      comesAt: new Date(now.getTime() + 24 * HOUR_MS),
      minutes: 60,
      bay: 'Bay 2',
      person: null,
      complaint: {
        ...told,
        character: ['squeak'],
        where: ['rear'],
        when: ['both wheels over a hump'],
        words: 'squeaks like a gate',
      },
    },
    {
      plate: '',
      who: 'the new chandler, 555 0190',
      comesAt: new Date(now.getTime() + 26 * HOUR_MS),
      minutes: 60,
      bay: null,
      person: null,
      complaint: { ...told, character: [], where: [], when: [], words: 'knocks, he does not know where' },
    },
  ] as const;
