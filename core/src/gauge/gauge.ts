import { BadInput } from '../error';
import type { Given, Held, SchemaKit } from '../schema';
import { convert, parseQuantity, trimmed, type Dimension } from '../units';

export const GAUGE_KINDS = ['dial indicator', 'caliper', 'force gauge', 'torque wrench', 'camera', 'simulated camera'] as const;
export type GaugeKind = (typeof GAUGE_KINDS)[number];

export const GAUGE_UNITS = ['mm', 'in', 'N', 'lbf', 'N·m', 'lbf·ft'] as const;
export type GaugeUnit = (typeof GAUGE_UNITS)[number];

/** How a character goes over a serial line: data bits; no, even or odd parity; stop bits. */
export const FRAMES = ['8N1', '7E1', '7O1', '8E1', '8O1', '8N2', '7N2'] as const;
export type Frame = (typeof FRAMES)[number];

/** The schema of one line of the gauge register. */
export const gaugeSchema = ({ z, text, day }: SchemaKit) =>
  z.object({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/, { error: 'must be small letters, digits and dashes' }),
    name: text(60).min(1),
    kind: z.enum(GAUGE_KINDS),
    /** What it reads in when a reading does not say. */
    unit: z.enum(GAUGE_UNITS),
    /** Resolution and largest reading, in its unit. */
    resolution: z.number().positive().max(100),
    rangeMax: z.number().positive().max(100_000),
    /** Last day its calibration holds, "2026-11-30"; null when it has none. */
    calibratedUntil: day.nullable(),
    /** What stands around the number in a line it sends, and the bits a second of a serial one. */
    line: z.object({
      baud: z.int().min(110).max(921_600),
      /** Data bits, parity and stop bits of a serial one; 8N1 where nothing is said. */
      frame: z.enum(FRAMES).optional(),
      /** What it is asked with for a reading, a carriage return after it; one that sends by itself is not asked. */
      ask: z.string().max(20).optional(),
      before: z.string().max(20),
      after: z.string().max(20),
    }),
    /** Known scatter of one play reading with it by this shop's people, from a gauge study, mm. */
    known: z.object({ sdMm: z.number().min(0).max(20), degrees: z.int().min(1).max(10_000) }),
    /** No longer in use; readings still name it. */
    retired: z.boolean().optional(),
  });
/** One line of the gauge register. */
export type GaugeSpec = Held<Given<typeof gaugeSchema>>;
export type GaugeLine = GaugeSpec['line'];

/** A frame taken apart: "7E1" is seven data bits, even parity and one stop bit. */
export function serialFrame(frame: Frame = '8N1'): {
  readonly dataBits: 7 | 8;
  readonly parity: 'none' | 'even' | 'odd';
  readonly stopBits: 1 | 2;
} {
  return {
    dataBits: frame.startsWith('7') ? 7 : 8,
    parity: frame[1] === 'E' ? 'even' : frame[1] === 'O' ? 'odd' : 'none',
    stopBits: frame.endsWith('2') ? 2 : 1,
  };
}

export const DIMENSION_OF: Record<GaugeUnit, Dimension> = {
  mm: 'length',
  in: 'length',
  N: 'force',
  lbf: 'force',
  'N·m': 'torque',
  'lbf·ft': 'torque',
};
const SI: Record<Dimension, string> = { length: 'mm', force: 'N', torque: 'N·m', distance: 'km' };

/** Cameras measure play by a film of two cards: nobody types what they show. */
export const isCamera = (g: Pick<GaugeSpec, 'kind'>): boolean => g.kind === 'camera' || g.kind === 'simulated camera';

const CAMERA: GaugeSpec = {
  id: 'camera',
  name: 'Phone camera',
  kind: 'camera',
  unit: 'mm',
  resolution: 0.01,
  rangeMax: 20,
  calibratedUntil: null,
  line: { baud: 9600, before: '', after: '' },
  // As good as nothing is known of it until somebody studies it: a film of three pushes speaks for itself.
  known: { sdMm: 0.02, degrees: 1 },
};
/** What every shop has from its first day: the camera of whatever device is in the hand, and a stand-in to try it by. */
export const NEW_SHOP_GAUGES: readonly GaugeSpec[] = [
  CAMERA,
  { ...CAMERA, id: 'camera-simulated', name: 'Simulated camera', kind: 'simulated camera' },
];

/** Gauges that measure play. */
export const measuresLength = (g: GaugeSpec): boolean => DIMENSION_OF[g.unit] === 'length';

/** Resolution of a length gauge, mm. @throws BadInput for a gauge of another kind. */
export function resolutionMm(g: Pick<GaugeSpec, 'unit' | 'resolution'>): number {
  return convert(g.resolution, g.unit, 'mm', 'length');
}

/** Whether its calibration has run out on that day (ISO dates compare as text); one without any counts as run out. */
export function expired(g: Pick<GaugeSpec, 'calibratedUntil'>, onDay: string): boolean {
  return g.calibratedUntil === null || g.calibratedUntil < onDay.slice(0, 10);
}

/** "calibration ran out on 2026-03-01", or '' while it holds. */
export function sayExpired(g: Pick<GaugeSpec, 'calibratedUntil'>, onDay: string): string {
  if (!expired(g, onDay)) return '';
  return g.calibratedUntil === null ? 'never calibrated' : `calibration ran out on ${g.calibratedUntil}`;
}

export interface GaugeReading {
  /** As it was sent. */
  readonly text: string;
  readonly value: number;
  readonly unit: string;
  /** In mm, N or N·m. */
  readonly si: number;
}

/**
 * Reads one line of a gauge, however it comes: typed by the gauge as a keyboard, over a serial line, from
 * a file or by fingers. Decimal comma or point, a sign (also apart from the number), leading zeros, a unit
 * behind it or none; what the register says stands before and after is taken off.
 * @throws BadInput naming the field: letters, several decimal marks, a unit of another kind, out of range.
 */
export function readGauge(text: string, g: GaugeSpec, field = 'reading'): GaugeReading {
  let t = text.replace(/[\r\n\0]/g, '').trim();
  if (g.line.before && t.startsWith(g.line.before)) t = t.slice(g.line.before.length).trim();
  if (g.line.after && t.endsWith(g.line.after)) t = t.slice(0, -g.line.after.length).trim();
  t = t.replace(/^([+-])\s+/, '$1').replace(/^\+/, '');
  if ((t.match(/[.,]/g) ?? []).length > 1) throw new BadInput(field, 'has more than one decimal mark', text.trim());
  const dimension = DIMENSION_OF[g.unit];
  const q = parseQuantity(t, dimension, { field, unit: g.unit });
  const most = convert(g.rangeMax, g.unit, SI[dimension], dimension);
  if (Math.abs(q.si) > most * (1 + 1e-9))
    throw new BadInput(
      field,
      `is ${trimmed(Math.abs(q.value), 3)} ${q.unit}, further than this gauge reaches (${trimmed(g.rangeMax, 3)} ${g.unit})`,
    );
  return { text: text.trim(), value: q.value, unit: q.unit, si: q.si };
}
