import type { GaugeSpec } from '../gauge';
import { usualPoint } from '../geometry';
import type { FastenerView, JobContext, YardRules } from '../job';
import { makeEntry, type Entry, type EntryBodies, type EntryKind } from '../ledger';
import { PART_VERSION, type Part } from '../parts';
import { METRIC } from '../units';
import { VEHICLE_TYPE_VERSION, type VehicleTypeSpec } from '../vehicle';

/** A small invented type for core's own tests: strut front, twist-beam rear. */
export const STRUT_TYPE: VehicleTypeSpec = {
  version: VEHICLE_TYPE_VERSION,
  name: 'Test strut',
  jackingPoints: 'sill seams',
  tips: [],
  axles: {
    front: {
      suspension: 'strut',
      steered: true,
      springSeat: 'strut',
      trackMm: 1480,
      tyreWidthMm: 195,
      tyreDiameterMm: 620,
      wheelNuts: { count: 5, thread: 'M12×1.5', hexMm: 19 },
      bar: { diameterMm: 22, joins: 'links' },
      link: {
        kind: 'ball-stud',
        lengthMm: 300,
        upper: { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 },
        lower: { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 },
      },
      bushing: { kind: 'two-bolt', bolts: 2, thread: 'M8×1.25', hexMm: 13 },
      shieldFasteners: 6,
      points: {
        hub: usualPoint(0, 740, 310),
        armInner: usualPoint(0, 330, 220),
        armOuter: usualPoint(0, 680, 190),
        springTop: usualPoint(0, 560, 860),
        springFoot: usualPoint(0, 600, 600),
        damperTop: usualPoint(0, 555, 880),
        damperFoot: usualPoint(0, 640, 380),
        rackEnd: usualPoint(-120, 300, 330),
        tieRodOuter: usualPoint(-130, 650, 300),
        barBushing: usualPoint(140, 330, 290),
        barEye: usualPoint(-62, 560, 270),
        linkMount: usualPoint(-62, 600, 560),
      },
    },
    rear: {
      suspension: 'twist-beam',
      steered: false,
      springSeat: 'axle',
      trackMm: 1470,
      tyreWidthMm: 195,
      tyreDiameterMm: 620,
      wheelNuts: { count: 5, thread: 'M12×1.5', hexMm: 19 },
      bar: null,
      link: null,
      bushing: null,
      shieldFasteners: 0,
      points: {
        hub: usualPoint(0, 735, 310),
        armInner: usualPoint(0, 520, 320),
        armOuter: usualPoint(0, 640, 290),
        springTop: usualPoint(0, 470, 600),
        springFoot: usualPoint(0, 480, 330),
        damperTop: usualPoint(0, 560, 680),
        damperFoot: usualPoint(0, 600, 290),
      },
    },
  },
  torqueBook: {
    front: [
      {
        fastener: 'link-upper-nut',
        minNm: 48,
        maxNm: 48,
        value: 48,
        unit: 'N·m',
        thread: 'M10×1.25',
        source: 'test book',
        publisher: 'vehicle maker',
      },
      {
        fastener: 'link-lower-nut',
        minNm: 48,
        maxNm: 48,
        value: 48,
        unit: 'N·m',
        thread: 'M10×1.25',
        source: 'test book',
        publisher: 'vehicle maker',
      },
      {
        fastener: 'wheel-nut',
        minNm: 110,
        maxNm: 110,
        value: 110,
        unit: 'N·m',
        thread: 'M12×1.5',
        source: 'test book',
        publisher: 'vehicle maker',
      },
      {
        fastener: 'shield-bolt',
        minNm: 8,
        maxNm: 8,
        value: 8,
        unit: 'N·m',
        source: 'test book',
        publisher: 'vehicle maker',
      },
    ],
    rear: [],
  },
};

/** The same with the spring on the lower arm of a double-arm front. */
export const DOUBLE_ARM_TYPE: VehicleTypeSpec = {
  ...STRUT_TYPE,
  name: 'Test double arm',
  axles: {
    ...STRUT_TYPE.axles,
    front: {
      ...STRUT_TYPE.axles.front,
      suspension: 'double-arm',
      springSeat: 'lower-arm',
      link: { ...STRUT_TYPE.axles.front.link!, kind: 'bolt-through' },
    },
  },
};

export const DIAL: GaugeSpec = {
  id: 'dial',
  name: 'dial',
  kind: 'dial indicator',
  unit: 'mm',
  resolution: 0.01,
  rangeMax: 10,
  calibratedUntil: '2099-12-31',
  line: { baud: 9600, before: '', after: '' },
  known: { sdMm: 0.02, degrees: 30 },
};

export const RULES: YardRules = {
  dialect: 'sway bar',
  driverSide: 'right',
  verdictThreshold: 0.6,
  playLimits: { 'frame-bushing': { limitMm: 0.5, owner: 'shop rule' } },
  slightFails: ['ball-joint', 'upper-ball-joint'],
  inspection: { source: '', play: false, defects: [] },
  recheckKm: 100,
  inchFirst: false,
  distance: 'km',
  namesAtDoor: true,
  paper: { address: '', telephone: '', email: '', size: 'A4', language: 'English' },
  putRight: { types: ['technician', 'lead'], vehicles: ['technician', 'lead', 'writer'] },
  timeZone: null,
  alignmentJoints: ['ball-joint', 'arm-bushings', 'tie-rod-outer', 'tie-rod-inner'],
  linksOffDrive: false,
  currency: 'EUR',
  prices: { labourMinorPerHour: 7200, taxPercent: 20, taxIncluded: true },
};

export const CONTEXT: JobContext = {
  type: STRUT_TYPE,
  typeId: 't1',
  kind: 'noise',
  distanceKm: 148_210,
  rules: RULES,
  gauges: [DIAL],
  measures: METRIC,
};

export const LINK_PART: Part = {
  version: PART_VERSION,
  id: 'p1',
  kind: 'ball-stud link',
  name: 'Link',
  grade: 'better',
  supplier: 's',
  sided: 'either',
  lengthMm: 300,
  upper: { is: 'ball stud', thread: 'M10×1.25', nutHexMm: 16, hold: 'flats', holdMm: 17 },
  lower: { is: 'ball stud', thread: 'M10×1.25', nutHexMm: 16, hold: 'flats', holdMm: 17 },
  greaseable: false,
  nutsSupplied: true,
  warrantyMonths: 24,
  priceMinor: 2400,
  currency: 'EUR',
  stock: 2,
  deliveryHours: 0,
  torque: [],
  fits: [{ typeId: 't1', axle: 'front' }],
  source: 'its list',
};

/** What somebody says of a knock in front. */
export const COMPLAINT: EntryBodies['complaint'] = {
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly', 'one wheel over a bump', 'quieter when both rise'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  words: 'knocks on the cobbles',
};

/** One push and pull with the dial, mm. */
export const readingOf = (
  joint: EntryBodies['reading']['joint'],
  playMm: number,
  phase: EntryBodies['reading']['phase'] = 'before',
): EntryBodies['reading'] => ({ joint, phase, gauge: 'dial', first: 0, second: playMm, unit: 'mm', playMm });

/** Makes ledger entries with ids and times that rise. */
export function ledger() {
  let n = 0;
  return <K extends EntryKind>(kind: K, body: EntryBodies[K], by = 'ann'): Entry =>
    makeEntry({ kind, body }, { id: `e${++n}`, job: 'j1', by, at: new Date(Date.UTC(2026, 0, 5, 9, n)).toISOString() });
}

/** A fastener done as it should be: clicked to the end, pulled at its value, or firm and marked where none is published. */
export function tightened(e: ReturnType<typeof ledger>, f: FastenerView): Entry {
  const at = { fastener: f.fastener.id, targetText: `${f.targetNm} N·m`, source: 'book' };
  if (f.targetNm === null) return e('mark', { fastener: f.fastener.id, how: 'firm, unpublished' });
  if (f.fastener.count > 1) return e('clicks', { ...at, clicks: f.clicks, of: f.clicks, targetNm: f.targetNm });
  const nm = f.targetNm;
  return e('torque', { ...at, targetNm: nm, achievedNm: nm, value: nm, unit: 'N·m', method: 'torque wrench' });
}

/** How many of a random run: few in every run, the larger number in the long one (`npm test -- long`). */
// eslint-disable-next-line no-restricted-globals -- a test is told by its environment how far to go
export const sized = (few: number, many: number): number => (process.env['TEST_LONG'] ? many : few);
export { axleOf } from './axle';
