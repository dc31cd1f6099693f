import {
  assemblyOf,
  goodsBody,
  goodsChecks,
  goodsLines,
  isTaper,
  checksOf,
  doubted,
  fastenersOf,
  foldJob,
  jointId,
  makeEntry,
  piecesOf,
  planOf,
  quotedBody,
  quoteOf,
  rankParts,
  sayBookValue,
  sayParts,
  SIDES,
  splitFault,
  stateCounts,
  wantedFor,
  type AxleEnd,
  type AxleSpec,
  type Cause,
  type Check,
  type CheckResult,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobContext,
  type JobKind,
  type JobState,
  type JointId,
  type JointKind,
  type Part,
  type PlannedStep,
  type Side,
  type StepId,
  type VehicleState,
} from '@ash-knot/core';
import { chanceFrom, type Chance } from '@ash-knot/core/numeric';

/** How somebody who knows would have it stand for a check: where it shows most of what it settles; raised rather than not. */
function stateFor(axle: AxleSpec, check: Check): VehicleState {
  const shows = (state: VehicleState) => check.settles.filter((k) => stateCounts(axle, check, k, state).counts).length;
  const order: VehicleState[] = check.id === 'nuts-wrench' ? ['on-wheels'] : ['both-hanging', 'under-arm', 'on-wheels'];
  return order.reduce((best, s) => (shows(s) > shows(best) ? s : best));
}

/** UUIDv7 for a moment. */
export function uuidAt(c: Chance, atMs: number): string {
  const hex = (n: number, len: number) => Math.floor(n).toString(16).padStart(len, '0').slice(-len);
  const t = hex(atMs, 12);
  const r = Array.from({ length: 5 }, () => hex(c.next() * 0x10000, 4));
  return `${t.slice(0, 8)}-${t.slice(8)}-7${r[0]!.slice(1)}-${(8 + Math.floor(c.next() * 4)).toString(16)}${r[1]!.slice(1)}-${r[2]}${r[3]}${r[4]}`;
}

export interface DemoJob {
  readonly id: string;
  readonly vehicle: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly distanceKm: number;
  readonly openedAt: number;
  readonly openedBy: string;
  readonly entries: readonly Entry[];
}

export const MINUTE = 60_000;
export const DAY = 86_400_000;

/** Writes one job's ledger as the yard would have, with a clock that moves. */
export class JobMaker {
  readonly entries: Entry[] = [];
  readonly id: string;
  private clock: number;

  constructor(
    private readonly c: Chance,
    readonly context: JobContext,
    startMs: number,
    private readonly by: string,
  ) {
    this.clock = startMs;
    this.id = uuidAt(c, startMs);
  }

  get now(): number {
    return this.clock;
  }
  wait(minutes: number): void {
    this.clock += minutes * MINUTE;
  }
  add<K extends EntryKind>(kind: K, body: EntryBodies[K], by = this.by): string {
    this.clock += Math.round(this.c.between(0.4, 2) * MINUTE);
    const id = uuidAt(this.c, this.clock);
    this.entries.push(makeEntry({ kind, body }, { id, job: this.id, by, at: new Date(this.clock).toISOString() }));
    return id;
  }
  /** A line that came later to this yard's story: it draws on a chance of its own, so that everything else stays as it was. */
  beside<K extends EntryKind>(kind: K, body: EntryBodies[K], minutes = 1, by = this.by): void {
    this.clock += minutes * MINUTE;
    this.own ??= chanceFrom(this.clock % 1_000_003);
    const id = uuidAt(this.own, this.clock);
    this.entries.push(makeEntry({ kind, body }, { id, job: this.id, by, at: new Date(this.clock).toISOString() }));
  }
  private own: Chance | undefined;
  /** As it stands now: folded again only where something was written since. */
  state(): JobState {
    if (this.folded?.entries.length !== this.entries.length) this.folded = foldJob(this.context, [...this.entries]);
    return this.folded;
  }
  private folded: JobState | undefined;

  /** All hand checks of an axle that count; `moves` names the joints that do. */
  check(end: AxleEnd, moves: readonly JointId[] = [], only?: (kind: JointKind, side: Side) => boolean): void {
    const axle = this.context.type.axles[end];
    let stands = this.state().kept.stands?.body.state;
    for (const check of checksOf(axle)) {
      const results = SIDES.flatMap((side) =>
        check.settles
          .filter((k) => !only || only(k, side))
          .map((k) => {
            const joint = jointId(end, side, k);
            return { joint, result: (moves.includes(joint) ? 'moves' : 'tight') as CheckResult };
          }),
      );
      const state = stateFor(axle, check);
      if (results.length === 0) continue;
      if (stands !== state) this.add('stands', { state });
      stands = state;
      this.add('check', { check: check.id, state, results });
    }
  }

  play(joint: JointId, trueMm: number, phase: 'before' | 'after' = 'before', n = 3): void {
    const gauge = this.context.gauges[0]!;
    for (let i = 0; i < n; i++) {
      const playMm = Math.max(0, Math.round((trueMm + this.c.bell() * gauge.known.sdMm) * 100) / 100);
      const first = Math.round(this.c.between(1, 4) * 100) / 100;
      this.add('reading', {
        joint,
        phase,
        gauge: gauge.id,
        first,
        second: Math.round((first + playMm) * 100) / 100,
        unit: 'mm',
        playMm,
      });
    }
  }

  choose(joints: JointId[], catalogue: readonly Part[]): string {
    const part = rankParts(catalogue, wantedFor(this.state(), joints)).find((x) => x.excluded.length === 0)?.part;
    if (!part) throw new Error(`the demo catalogue has nothing for ${joints.join()} of ${this.context.type.name}`);
    return this.add('choose', { joints, part, quantity: joints.length });
  }

  approve(parts: string[], what: string, who: string): void {
    const state = this.state();
    const ways = quoteOf(state, String).flatMap((quoted) =>
      quoted.options.filter((o) => o.option.choices.some((c) => parts.includes(c.id))).map((option) => ({ quoted, option })),
    );
    this.beside(
      'quoted',
      quotedBody(state, ways, (l) => sayParts(state.context.rules.dialect, l.joints)),
      0,
      'pella',
    );
    this.add('answer', { answer: 'approved', what, parts, who, how: 'by phone', warning: '' }, 'pella');
    this.goodsIn();
  }

  /** What was said yes to is ordered where it is not on the shelf, and looked at when it is here. */
  private goodsIn(): void {
    for (const g of goodsLines(this.state())) {
      const { part, quantity } = g.choice.body;
      if (g.stage === 'to order')
        this.add('order', {
          supplier: part.supplier,
          number: `${part.supplier.charAt(0)}-${this.c.whole(1000, 9999)}`,
          lines: [{ choice: g.choice.id, part: part.id, name: part.name, quantity, minor: part.priceMinor * quantity }],
          currency: part.currency,
          promised: new Date(this.clock + (part.deliveryHours ?? 0) * 3_600_000).toISOString(),
          by: 'phone',
        });
    }
    const right = (p: Part) => Object.fromEntries(goodsChecks(p).map((c) => [c, 'yes' as const]));
    for (const g of goodsLines(this.state())) this.add('goods', goodsBody(g, right(g.choice.body.part), [], 'taken', ''));
  }

  /**
   * Works the plan until a step, or to its end. What is in the hand is as the verdict said, but for a
   * verdict that was wrong: then it is `instead`. @param at what happens besides, at a step
   */
  work(until?: StepId, instead?: Cause, at?: (step: PlannedStep) => void): void {
    const part = (c: Cause) => {
      const joint = splitFault(c)?.joint;
      return joint ? assemblyOf(joint) : c;
    };
    const thought = this.state().verdict?.body.causes.map(part) ?? [];
    this.add('setup', { equipment: 'lift', corroded: true });
    const before = this.state();
    // Where the book tells steel wheels from alloy ones: these yards' vans stand on steel.
    if (fastenersOf(before).some((f) => f.wheelOwed)) this.beside('wheels', { material: 'steel' });
    const fasteners = fastenersOf(this.state());
    for (const step of planOf(before)) {
      if (step.id === until) return;
      at?.(step);
      if (step.soakMinutes) this.wait(1);
      if (step.id === 'unload') this.wait(12);
      if (step.caution) this.add('caution', { step: step.id });
      if (step.lubricants) this.add('lubricant', { step: step.id, joint: step.joint!, what: step.lubricants[0]! });
      for (const orientation of step.facings ?? []) this.add('orientation', { step: step.id, joint: step.joint!, orientation });
      if (step.confirmJoint) {
        const was = thought.includes(part(step.confirmJoint));
        this.add('confirm', {
          joint: step.confirmJoint,
          outcome: was
            ? instead
              ? 'something else'
              : 'loose as thought'
            : doubted(this.state(), step.confirmJoint)
              ? 'sound after all'
              : 'sound',
          note: '',
          ...(was && instead ? { instead } : {}),
        });
      }
      if (!step.fastener) {
        this.wait(step.minutes * 0.7);
        this.add('step', { step: step.id, state: 'done' });
        continue;
      }
      const f = fasteners.find((x) => x.fastener.id === step.fastener)!;
      const ruled = f.ruling.kind === 'value' ? f.ruling.value : undefined;
      const target = {
        fastener: f.fastener.id,
        targetText: ruled ? sayBookValue(ruled) : 'no published value',
        source: ruled?.source ?? '',
        ...(f.target && f.target.maxNm > f.target.minNm ? { targetMaxNm: f.target.maxNm } : {}),
      };
      if (f.target === null || f.targetNm === null) this.add('mark', { fastener: f.fastener.id, how: 'firm, unpublished' });
      else if (f.fastener.count > 1) this.add('clicks', { ...target, clicks: f.clicks, of: f.clicks, targetNm: f.target.minNm });
      else {
        const achievedNm = Math.round(f.targetNm * (1 + 0.006 * this.c.bell()) * 10) / 10;
        this.add('torque', {
          ...target,
          targetNm: f.target.minNm,
          achievedNm,
          value: achievedNm,
          unit: 'N·m',
          method: 'torque wrench',
        });
        if (isTaper(f.fastener.kind)) this.beside('lock', { fastener: f.fastener.id, how: 'new cotter' });
      }
    }
    for (const p of piecesOf(this.state())) this.add('piece', { piece: p.id, joint: p.joint, fate: p.usual });
  }

  job(vehicle: string, bay: string | null): DemoJob {
    return {
      id: this.id,
      vehicle,
      kind: this.context.kind,
      bay,
      distanceKm: this.context.distanceKm,
      openedAt: Date.parse(this.entries[0]?.at ?? new Date(this.clock).toISOString()),
      openedBy: this.by,
      entries: this.entries,
    };
  }
}
