import { BadInput } from '../error';
import type { GaugeSpec } from '../gauge';
import type { Entry } from '../ledger';
import type { JobState } from './fold';

export const MEASUREMENTS_FORMAT = 'ash-knot measurements 1';
const KINDS = ['reading', 'zero', 'loop', 'film', 'result'] as const;
type Measured = Entry<(typeof KINDS)[number] | 'strike'>;

/** Which vehicle a file is of. */
export interface MeasuredVehicle {
  readonly id: string;
  readonly plate: string;
  readonly typeName: string;
}

/** Everything measured on a job, with who, when, gauge, method and version; struck lines and their strikes too. */
export interface MeasurementFile {
  readonly format: typeof MEASUREMENTS_FORMAT;
  readonly job: string;
  /** The vehicle it was measured on; files of an older program do not say. */
  readonly vehicle?: MeasuredVehicle | undefined;
  readonly gauges: readonly GaugeSpec[];
  readonly entries: readonly Measured[];
  /** Points of the loops and positions of the films, by the id their entry names, as CSV. */
  readonly loops: Readonly<Record<string, string>>;
}

/** What was measured on a job of a vehicle, in the order of its tape. @param loops points of its loops by file id */
export function measurementsOf(
  s: JobState,
  job: string,
  loops: Readonly<Record<string, string>>,
  vehicle?: MeasuredVehicle,
): MeasurementFile {
  const measured = new Set(s.entries.filter((e) => (KINDS as readonly string[]).includes(e.kind)).map((e) => e.id));
  const entries = s.entries.filter(
    (e) => measured.has(e.id) || (e.kind === 'strike' && measured.has(e.body.entry)),
  ) as Measured[];
  const used = new Set(entries.flatMap((e) => ('gauge' in e.body && e.body.gauge ? [e.body.gauge] : [])));
  return {
    format: MEASUREMENTS_FORMAT,
    job,
    ...(vehicle ? { vehicle: { id: vehicle.id, plate: vehicle.plate, typeName: vehicle.typeName } } : {}),
    gauges: s.context.gauges.filter((g) => used.has(g.id)),
    // Only what an entry of the ledger is: not the order in which a server received it.
    entries: entries.map(
      ({ id, job: j, kind, version, body, by, at }) => ({ id, job: j, kind, version, body, by, at }) as Measured,
    ),
    loops,
  };
}

const HEAD = [
  'kind',
  'id',
  'at',
  'by',
  'joint',
  'phase',
  'gauge',
  'first',
  'second',
  'unit',
  'play_mm',
  'method',
  'words',
  'data',
];

/** The same as rows for a table program: columns to read, and `data` with all of it, so that nothing is lost. */
export function toRows(f: MeasurementFile): string[][] {
  const cell = (x: unknown) => (x === undefined || x === null ? '' : String(x));
  return [
    HEAD,
    [
      'file',
      f.job,
      '',
      '',
      '',
      '',
      '',
      '',
      '',
      '',
      '',
      f.format,
      f.vehicle ? JSON.stringify(f.vehicle) : '',
      JSON.stringify(f.gauges),
    ],
    ...f.entries.map((e) => {
      const b = e.body as unknown as Record<string, unknown>;
      const r = b['result'] as { method?: string; sentence?: string; playMm?: number; meanMm?: number } | undefined;
      return [
        e.kind,
        e.id,
        e.at,
        e.by,
        cell(b['joint']),
        cell(b['phase'] ?? b['when']),
        cell(b['gauge']),
        cell(b['first']),
        cell(b['second']),
        cell(b['unit']),
        cell(b['playMm'] ?? r?.playMm ?? r?.meanMm ?? b['zeroMm']),
        cell(b['method'] ?? r?.method),
        cell(b['words'] ?? r?.sentence ?? b['why']),
        JSON.stringify({ job: e.job, version: e.version, body: e.body }),
      ];
    }),
    ...Object.entries(f.loops).map(([id, csv]) => ['points', id, '', '', '', '', '', '', '', '', '', '', '', csv]),
  ];
}

/** Rows back to the file they came from. @throws BadInput naming the row that is none of this format. */
export function fromRows(rows: readonly (readonly string[])[]): unknown {
  if (rows[0]?.join() !== HEAD.join()) throw new BadInput('file', 'has not the columns of a measurement file');
  const parse = (row: number, text: string | undefined): unknown => {
    try {
      return JSON.parse(text ?? '');
    } catch {
      throw new BadInput(`data of row ${row + 1}`, 'is damaged');
    }
  };
  const file = rows[1];
  if (file?.[0] !== 'file') throw new BadInput('row 2', 'must say which file it is');
  const loops: Record<string, string> = {};
  const entries: unknown[] = [];
  rows.slice(2).forEach((r, i) => {
    if (r.every((c) => c === '')) return;
    if (r[0] === 'points') loops[r[1]!] = r[13] ?? '';
    else {
      const data = parse(i + 2, r[13]) as { job: string; version?: number; body: unknown };
      entries.push({ id: r[1], kind: r[0], ...data, by: r[3], at: r[2] });
    }
  });
  const vehicle = file[12] ? { vehicle: parse(1, file[12]) } : {};
  return { format: file[11], job: file[1], ...vehicle, gauges: parse(1, file[13]), entries, loops };
}

/**
 * A measurement file made ready for a job: as it is for the job it came from (ids keep it harmless twice);
 * for another one with ids of its own, every reference carried over.
 * @param newId makes an id of that job for one of the file, the same each time it is asked: taken in again, it is known
 */
export function forJob(f: MeasurementFile, job: string, newId: (old: string) => string): MeasurementFile {
  if (f.job === job) return f;
  const ids = new Map<string, string>();
  const renamed = (old: string) => {
    const known = ids.get(old);
    if (known) return known;
    const id = newId(old);
    ids.set(old, id);
    return id;
  };
  for (const e of f.entries) renamed(e.id);
  for (const l of Object.keys(f.loops)) renamed(l);
  // Every id that stands anywhere in a body is carried over, wherever a method put it.
  const carry = (x: unknown): unknown =>
    typeof x === 'string'
      ? (ids.get(x) ?? x)
      : Array.isArray(x)
        ? x.map(carry)
        : x !== null && typeof x === 'object'
          ? Object.fromEntries(Object.entries(x).map(([k, v]) => [k, carry(v)]))
          : x;
  return {
    ...f,
    job,
    entries: f.entries.map((e) => ({ ...e, id: renamed(e.id), job, body: carry(e.body) }) as unknown as Measured),
    loops: Object.fromEntries(Object.entries(f.loops).map(([id, csv]) => [renamed(id), csv])),
  };
}

/** What was measured, whoever took it in and under whatever id: two lines of which all of this is the same are one. */
export const sameMeasured = (e: Pick<Entry, 'kind' | 'at' | 'body'>): string =>
  JSON.stringify([e.kind, Date.parse(e.at), withoutIds(e.body)]);
const withoutIds = (x: unknown): unknown =>
  typeof x === 'string'
    ? UUID.test(x)
      ? ''
      : x
    : Array.isArray(x)
      ? x.map(withoutIds)
      : x !== null && typeof x === 'object'
        ? Object.fromEntries(
            Object.entries(x)
              .sort(([a], [b]) => (a < b ? -1 : 1))
              .map(([k, v]) => [k, withoutIds(v)]),
          )
        : x;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
