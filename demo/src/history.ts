import {
  checksOf,
  fastenersOf,
  foldJob,
  jointId,
  piecesOf,
  planOf,
  rankParts,
  SIDES,
  wantedFor,
  type AxleEnd,
  type Cause,
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
  type Side,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { Chance } from './chance';
import { makeGauges, RULES } from './shop';
import type { DemoVehicle } from './vehicles';

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

const MINUTE = 60_000;
const DAY = 86_400_000;

/** Writes one job's ledger as the yard would have, with a clock that moves. */
class JobMaker {
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
    this.id = c.uuid(startMs);
  }

  get now(): number {
    return this.clock;
  }
  wait(minutes: number): void {
    this.clock += minutes * MINUTE;
  }
  add<K extends EntryKind>(kind: K, body: EntryBodies[K], by = this.by): string {
    this.clock += Math.round(this.c.between(0.4, 2) * MINUTE);
    const id = this.c.uuid(this.clock);
    this.entries.push({
      id,
      job: this.id,
      kind,
      body,
      by,
      at: new Date(this.clock).toISOString(),
    } as unknown as Entry);
    return id;
  }
  state(): JobState {
    return foldJob(this.context, this.entries);
  }

  /** All hand checks of an axle that count; `moves` names the joints that do. */
  check(end: AxleEnd, moves: readonly JointId[] = [], only?: (kind: JointKind, side: Side) => boolean): void {
    const axle = this.context.type.axles[end];
    for (const check of checksOf(axle)) {
      const results = SIDES.flatMap((side) =>
        check.settles
          .filter((k) => !only || only(k, side))
          .map((k) => {
            const joint = jointId(end, side, k);
            return { joint, result: (moves.includes(joint) ? 'moves' : 'tight') as CheckResult };
          }),
      );
      const held = axle.springSeat === 'lower-arm' && check.id.includes('12-6');
      const state =
        check.id === 'nuts-wrench' || check.id === 'top-mount-hand' ? 'on-wheels' : held ? 'under-arm' : 'both-hanging';
      if (results.length) this.add('check', { check: check.id, state, results });
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
    this.add('answer', { answer: 'approved', what, parts, who, how: 'by phone', warning: '' }, 'pella');
  }

  /**
   * Works the plan until a step, or to its end. What is in the hand is as the verdict said, but for a
   * verdict that was wrong: then it is `instead`.
   */
  work(until?: string, instead?: Cause): void {
    const part = (id: string) => id.replace(/link-(upper|lower)$/, 'link');
    const thought = this.state().verdict?.body.causes.map(part) ?? [];
    this.add('setup', { equipment: 'lift', corroded: true });
    const before = this.state();
    const fasteners = fastenersOf(before);
    for (const step of planOf(before)) {
      if (step.id === until) return;
      if (step.soakMinutes) this.wait(1);
      if (step.id === 'unload') this.wait(12);
      if (step.orientation) this.add('orientation', { step: step.id, joint: step.joint!, orientation: step.orientation });
      if (step.confirmJoint) {
        const was = thought.includes(part(step.confirmJoint));
        this.add('confirm', {
          joint: step.confirmJoint,
          outcome: !was ? 'sound after all' : instead ? 'something else' : 'loose as thought',
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
      const targetText = ruled ? `${ruled.value} ${ruled.unit}` : 'no published value';
      const source = ruled?.source ?? '';
      if (f.targetNm === null) this.add('mark', { fastener: f.fastener.id, how: 'firm, unpublished' });
      else if (f.fastener.count > 1)
        this.add('clicks', {
          fastener: f.fastener.id,
          clicks: f.clicks,
          of: f.clicks,
          targetNm: f.targetNm,
          targetText,
          source,
        });
      else {
        const achievedNm = Math.round(f.targetNm * (1 + 0.006 * this.c.bell()) * 10) / 10;
        this.add('torque', {
          fastener: f.fastener.id,
          targetNm: f.targetNm,
          targetText,
          source,
          achievedNm,
          value: achievedNm,
          unit: 'N·m',
          method: 'torque wrench',
        });
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

const WORDS = {
  link: [
    'knocks on the quay cobbles',
    'rattles over the cattle grid',
    'clonks at the school gate hump, one side',
    'bangs going up the slip',
    'rattle since the ferry ramp',
    'tapping under my feet on the harbour road',
  ],
  bushing: [
    'thuds on the patched road by the chapel',
    'dull knock at walking pace',
    'groans and thuds over the bridge',
    'knocks when one wheel drops off the kerb',
  ],
} as const;

const sayDate = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

export interface HistoryInput {
  /** The day it is in the demo. */
  readonly now: Date;
  readonly vehicles: readonly DemoVehicle[];
  readonly types: Readonly<Record<string, { readonly id: string; readonly spec: VehicleTypeSpec }>>;
  readonly catalogue: readonly Part[];
}

/** Three years of jobs that wear and get mended, then today's floor. Deterministic for a given day. */
export function makeHistory(input: HistoryInput): DemoJob[] {
  const { now, vehicles } = input;
  const jobs: DemoJob[] = [];
  const contextOf = (v: DemoVehicle, kind: JobKind, distanceKm: number): JobContext => ({
    type: input.types[v.type]!.spec,
    typeId: input.types[v.type]!.id,
    kind,
    distanceKm,
    rules: RULES,
    gauges: makeGauges(now),
  });
  const kmAt = (v: DemoVehicle, ms: number) =>
    Math.round(Math.max(1000, v.distanceKm - (v.kmPerDay * (now.getTime() - ms)) / DAY));
  const fits = (v: DemoVehicle) =>
    input.catalogue.filter((p) => p.fits.some((f) => f.typeId === input.types[v.type]!.id && f.axle === 'front'));

  vehicles.forEach((v, index) => {
    const c = new Chance(1000 + index);
    const visits = index % 4 === 3 ? 3 : 4;
    // Play grows by distance since the bushing was renewed; the kerb side faster.
    const slope = { left: c.between(4.5, 8) / 1e6, right: c.between(3, 6) / 1e6 };
    const renewedKm = {
      left: kmAt(v, now.getTime() - 1150 * DAY) - c.between(8_000, 30_000),
      right: kmAt(v, now.getTime() - 1150 * DAY) - c.between(8_000, 30_000),
    };
    const playAt = (side: Side, km: number) => 0.06 + slope[side] * Math.max(0, km - renewedKm[side]);
    for (let k = 0; k < visits; k++) {
      // Two vehicles' last visit was lately, so that their rechecks come due now.
      const dueNow = k === visits - 1 && (v.plate === 'SK 2051' || v.plate === 'BK 1660');
      const daysAgo = dueNow ? Math.round(100 / v.kmPerDay) + 1 : Math.round(1080 - (k * 1020) / visits - c.between(0, 200));
      const start =
        Math.floor((now.getTime() - Math.max(daysAgo, dueNow ? 1 : 25) * DAY) / DAY) * DAY + c.whole(8, 12) * 60 * MINUTE;
      const km = kmAt(v, start);
      const tech = c.pick(['ruan', 'isla']);
      const kind: JobKind = c.chance(0.75)
        ? 'noise'
        : c.pick(['failed inspection', 'age replacement', 'found during other work'] as const);
      const m = new JobMaker(c, contextOf(v, kind, km), start, tech);
      const worn = SIDES.filter((s) => playAt(s, km) > RULES.playLimits['frame-bushing']!.limitMm);
      const bushingJob = worn.length > 0;
      const side: Side = c.chance(0.6) ? 'left' : 'right';
      const end = c.pick(['link-lower', 'link-upper'] as const);
      const moves: JointId[] = bushingJob ? worn.map((s) => jointId('front', s, 'frame-bushing')) : [jointId('front', side, end)];
      if (kind === 'noise') {
        m.add('complaint', {
          character: [c.pick(['dull clunk', 'rattle', 'sharp knock'] as const)],
          where: c.chance(0.5) ? ['front', side] : ['front'],
          when: [
            c.pick(['patched surface, slowly', 'one wheel over a bump'] as const),
            ...(c.chance(0.4) ? (['pothole'] as const) : []),
            ...(c.chance(0.4) ? (['quieter when both rise'] as const) : []),
          ],
          drives: [],
          history: c.chance(0.5) ? ['corrosion'] : [],
          words: c.pick(bushingJob ? WORDS.bushing : WORDS.link),
        });
        m.check('front', moves);
        // Boots tear on sound links as well: every other one is found on the other side.
        const torn = jobs.length % 2 ? side : SIDES.find((s) => s !== side)!;
        if (c.chance(0.35)) m.add('defect', { joint: jointId('front', torn, 'link-lower'), what: 'boot torn' });
      }
      for (const s of SIDES) m.play(jointId('front', s, 'frame-bushing'), playAt(s, km));
      if (kind === 'noise') m.add('verdict', { causes: moves, reproduced: true, note: '' });
      const joints = bushingJob
        ? SIDES.map((s) => jointId('front', s, 'frame-bushing'))
        : SIDES.map((s) => jointId('front', s, 'link-lower'));
      const choice = m.choose(joints, fits(v));
      m.approve([choice], bushingJob ? 'both frame bushings' : 'both links', v.owner);
      // About one verdict in fifteen is wrong, as in any yard: the bracket's bolts had come loose.
      m.work(undefined, c.chance(0.07) ? `front.${bushingJob ? worn[0]! : side}.bracket-bolts` : undefined);
      if (bushingJob) {
        for (const s of SIDES) {
          renewedKm[s] = km;
          m.play(jointId('front', s, 'frame-bushing'), playAt(s, km), 'after');
        }
      }
      m.add('road-test', { result: c.chance(0.9) ? 'quiet' : 'better', note: 'same bump by the slip' });
      const due = start + Math.ceil(RULES.recheckKm / v.kmPerDay) * DAY;
      const recheck = m.add('recheck', {
        what: bushingJob ? 'bracket bolts and wheel nuts' : 'link nuts and wheel nuts',
        atKm: km + RULES.recheckKm,
        onDate: sayDate(due),
      });
      m.add('hand-back', { distanceKm: km + c.whole(2, 6), note: '' });
      if (!dueNow) {
        m.wait(((due - m.now) / MINUTE) * 1 + 60);
        m.add('rechecked', { recheck, result: c.chance(0.9) ? 'tight' : 'tightened again', note: '' });
      }
      jobs.push(m.job(v.key, null));
    }
  });

  // Today's floor: five jobs at different stations, begun this morning.
  const morning = now.getTime() - 200 * MINUTE;
  const by = (plate: string) => vehicles.find((v) => v.plate === plate)!;
  const open = (plate: string, tech: string, kind: JobKind = 'noise') =>
    new JobMaker(
      new Chance(plate.length * 7919 + plate.charCodeAt(plate.length - 1)),
      contextOf(by(plate), kind, by(plate).distanceKm),
      morning,
      tech,
    );
  const complain = (m: JobMaker, words: string, over: Partial<EntryBodies['complaint']> = {}) =>
    m.add('complaint', {
      character: ['dull clunk'],
      where: ['front', 'left'],
      when: ['patched surface, slowly', 'one wheel over a bump', 'quieter when both rise'],
      drives: [],
      history: ['corrosion'],
      words,
      ...over,
    });

  const find = open('HB 0093', 'isla');
  complain(find, 'bangs going up the slip, one side');
  find.check('front', [], (kind, side) => side === 'right' && kind !== 'frame-bushing');
  find.check('front', [], (kind, side) => side === 'left' && /^(link|damper|spring)/.test(kind));
  find.add('defect', { joint: 'front.left.link-lower', what: 'boot torn' });
  find.play('front.right.frame-bushing', 0.11);
  find.play('front.left.frame-bushing', 0.51, 'before', 2);
  jobs.push(find.job(by('HB 0093').key, 'Bay 1'));

  const workFloor = open('SK 2047', 'ruan');
  complain(workFloor, 'knocks on the quay cobbles');
  workFloor.check('front', ['front.left.link-lower']);
  for (const s of SIDES) workFloor.play(jointId('front', s, 'frame-bushing'), s === 'left' ? 0.33 : 0.12);
  workFloor.add('verdict', { causes: ['front.left.link-lower'], reproduced: true, note: '' });
  const chosen = workFloor.choose(['front.left.link-lower', 'front.right.link-lower'], fits(by('SK 2047')));
  workFloor.approve([chosen], 'both front links, the better ones', 'Island post');
  workFloor.work('tighten-front.left.link-lower-nut');
  jobs.push(workFloor.job(by('SK 2047').key, 'Bay 2'));

  const settle = open('SCH 11', 'ruan');
  complain(settle, 'clonks at the school gate hump', {
    where: ['front'],
    when: ['one wheel over a bump', 'pothole'],
  });
  settle.check('front', ['front.left.link-upper', 'front.right.link-upper']);
  settle.add('verdict', {
    causes: ['front.left.link-upper', 'front.right.link-upper'],
    reproduced: true,
    note: '',
  });
  settle.choose(['front.left.link-upper', 'front.right.link-upper'], fits(by('SCH 11')));
  jobs.push(settle.job(by('SCH 11').key, 'Bay 3'));

  const danger = open('NR 508', 'isla');
  complain(danger, 'rattle since the ferry ramp', {
    character: ['rattle'],
    where: ['front', 'left'],
    when: ['pothole', 'braking'],
    drives: ['loose steering'],
  });
  danger.check('front', ['front.left.ball-joint'], (kind) => kind === 'ball-joint' || kind === 'wheel-bearing');
  jobs.push(danger.job(by('NR 508').key, 'Bay 4'));

  const prove = open('PV 2210', 'ruan');
  complain(prove, 'thuds on the patched road by the chapel', { where: ['front'] });
  prove.check('front', ['front.left.frame-bushing', 'front.right.frame-bushing']);
  for (const s of SIDES) prove.play(jointId('front', s, 'frame-bushing'), s === 'left' ? 0.71 : 0.62);
  prove.add('verdict', {
    causes: ['front.left.frame-bushing', 'front.right.frame-bushing'],
    reproduced: true,
    note: '',
  });
  const bushings = prove.choose(['front.left.frame-bushing', 'front.right.frame-bushing'], fits(by('PV 2210')));
  prove.approve([bushings], 'both frame bushings', 'Island post');
  prove.add(
    'answer',
    {
      answer: 'declined',
      what: 'both links, while it is up',
      parts: [],
      who: 'Island post',
      how: 'by phone',
      warning: 'The left lower boot is torn; the joint will wear.',
    },
    'pella',
  );
  prove.work();
  for (const s of SIDES) prove.play(jointId('front', s, 'frame-bushing'), 0.05, 'after');
  jobs.push(prove.job(by('PV 2210').key, null));

  return jobs;
}
