import { createHash } from 'node:crypto';
import {
  briefAsks,
  contextOf,
  inBrief,
  readJob,
  readVehicleType,
  sayUnreadable,
  shopMeasures,
  type AxleSpec,
  type Diagnosis,
  type JobInBrief,
  type JobKind,
  type JobState,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import type { FloorLine, JobFile, ShopView, StoredEntry, VehicleView } from '@ash-knot/contract';
import { readEntries } from '../ledger/read';

/** A job as the database has it, with the lines of its tape after those that are known here. */
export interface FloorRow {
  readonly id: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly distanceKm: number;
  readonly vehicle: VehicleView;
  readonly file: JobFile;
  readonly type: unknown;
  readonly after: number;
  readonly entries: readonly StoredEntry[];
}

export interface FloorAsked {
  /** Jobs that are new here or changed, each a `FloorRow` in JSON. */
  readonly rows: readonly string[];
  readonly shop: Pick<ShopView, 'rules' | 'gauges'>;
  /** Every open job: what is not is forgotten. */
  readonly open: readonly string[];
  /** Those whose lines are wanted. */
  readonly ids: readonly string[];
  readonly inchFirst: boolean;
  readonly nowMs: number;
}

export interface FloorAnswer {
  readonly lines: readonly FloorLine[];
  readonly axles: Readonly<Record<string, AxleSpec>>;
  /** Jobs that are not known here, or not so far: to be asked again with the whole of them. */
  readonly missing: readonly string[];
  /** What is to be weighed: the question, in JSON, of each. */
  readonly weigh: readonly { readonly id: string; readonly request: string }[];
}

/** What goes by the clock goes by minutes, ms. */
const STILL_SO_MS = 5_000;

type Read = ReturnType<typeof readJob>;

interface Page {
  readonly row: FloorRow;
  readonly type: VehicleTypeSpec | undefined;
  readonly entries: readonly StoredEntry[];
  /** By the unit that comes first; read anew with every change. */
  readonly read: Map<boolean, Read>;
}

/** A job whose vehicle's type cannot be read. */
const NO_TYPE: Read = { state: null, unreadable: { line: 0, entry: undefined, why: 'no type' } };

function typeOf(spec: unknown): VehicleTypeSpec | undefined {
  try {
    return readVehicleType(spec as VehicleTypeSpec);
  } catch {
    // A type that cannot be read takes its own vehicles down and nobody else's.
    return undefined;
  }
}

/**
 * What the floor knows of every open job: its tape as far as it was read, folded once a change, and what was weighed. A tape
 * only grows, so that what comes is what was written since.
 */
export class FloorBook {
  private readonly pages = new Map<string, Page>();
  private readonly weighed = new Map<string, { readonly request: string; readonly diagnosis: Diagnosis }>();
  private readonly axles = new WeakMap<AxleSpec, string>();
  private readonly briefs = new WeakMap<JobState, { brief: JobInBrief; weighed: Diagnosis | undefined; at: number }>();
  private shop = '';

  answer(q: FloorAsked): FloorAnswer {
    const open = new Set(q.open);
    for (const id of this.pages.keys()) if (!open.has(id)) this.forget(id);
    const shop = JSON.stringify(q.shop);
    // Another rule, another gauge: every job is read anew.
    if (shop !== this.shop) for (const p of this.pages.values()) p.read.clear();
    this.shop = shop;
    const missing = q.rows.flatMap((r) => this.put(JSON.parse(r) as FloorRow));
    const axles: Record<string, AxleSpec> = {};
    const weigh: { id: string; request: string }[] = [];
    const lines = q.ids.flatMap((id): FloorLine[] => {
      const page = this.pages.get(id);
      if (!page) {
        if (open.has(id) && !missing.includes(id)) missing.push(id);
        return [];
      }
      return [this.line(page, q, axles, weigh)];
    });
    return { lines, axles, missing, weigh };
  }

  /** What came of weighing a job; said by its next line, unless something else is asked by then. */
  tell(id: string, request: string, diagnosis: Diagnosis): void {
    if (this.pages.has(id)) this.weighed.set(id, { request, diagnosis });
  }

  private forget(id: string): void {
    this.pages.delete(id);
    this.weighed.delete(id);
  }

  private put(row: FloorRow): string[] {
    const known = this.pages.get(row.id);
    const last = known?.entries.at(-1)?.seq ?? 0;
    if (row.after > last) {
      this.forget(row.id);
      return [row.id];
    }
    const fresh = readEntries(row.entries.filter((e) => e.seq > last));
    this.pages.set(row.id, {
      row: { ...row, entries: [] },
      type: typeOf(row.type),
      entries: [...(known?.entries ?? []), ...fresh],
      read: new Map(),
    });
    return [];
  }

  private read(p: Page, { shop, inchFirst }: FloorAsked): Read {
    const there = p.read.get(inchFirst);
    if (there) return there;
    const measures = shopMeasures(inchFirst, shop.rules.distance);
    const read = p.type ? readJob(contextOf({ ...p.row, type: p.type }, shop, measures), p.entries) : NO_TYPE;
    p.read.set(inchFirst, read);
    return read;
  }

  private line(p: Page, q: FloorAsked, axles: Record<string, AxleSpec>, weigh: { id: string; request: string }[]): FloorLine {
    const { id, kind, bay, vehicle } = p.row;
    const { state, unreadable } = this.read(p, q);
    const about = { id, kind, bay, vehicle, seq: p.entries.at(-1)?.seq ?? 0 };
    if (unreadable) return { ...about, brief: null, unreadable: sayUnreadable(unreadable), again: false };
    const asks = briefAsks(state);
    const request = asks && JSON.stringify(asks);
    const known = this.weighed.get(id);
    const again = request !== undefined && known?.request !== request;
    if (again) weigh.push({ id, request });
    const diagnosis = request && known ? { ...known.diagnosis, ...(again ? { again } : {}) } : undefined;
    const { found, ...brief } = this.briefOf(state, q.nowMs, again ? undefined : known?.diagnosis, diagnosis);
    const axle = this.nameOf(found.axle);
    axles[axle] = found.axle;
    return { ...about, brief: { ...brief, found: { ...found, axle } }, unreadable: '', again };
  }

  /** The same again, where nothing of it has changed: by what was weighed, and by the clock. */
  private briefOf(s: JobState, nowMs: number, weighed: Diagnosis | undefined, d: Diagnosis | undefined): JobInBrief {
    const had = this.briefs.get(s);
    if (had && had.weighed === weighed && (!had.brief.byTheClock || nowMs - had.at < STILL_SO_MS)) return had.brief;
    const brief = inBrief(s, nowMs, d);
    this.briefs.set(s, { brief, weighed, at: nowMs });
    return brief;
  }

  /** The same axle has the same name, whoever's it is. */
  private nameOf(axle: AxleSpec): string {
    const had = this.axles.get(axle);
    if (had) return had;
    const name = createHash('sha256').update(JSON.stringify(axle)).digest('base64url').slice(0, 12);
    this.axles.set(axle, name);
    return name;
  }
}
