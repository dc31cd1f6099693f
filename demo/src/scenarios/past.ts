import {
  aimOwed,
  jointId,
  otherSide,
  recheckBody,
  ladderAt,
  sayFail,
  SIDES,
  untoldFails,
  type JointId,
  type PlannedStep,
  type Side,
} from '@ash-knot/core';
import { chanceFrom, type Chance } from '@ash-knot/core/numeric';
import { DAY, JobMaker, MINUTE, type DemoJob } from '../job-maker';
import { RULES } from '../shop';
import type { DemoVehicle } from '../vehicles';
import type { Yard } from './yard';

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

/** Why a vehicle without a noise came. */
const PURPOSES = {
  'failed inspection': { what: 'worn joint of the front bar', rule: 'the island’s yearly inspection' },
  'age replacement': { what: 'planned: both sides have run their time', rule: '' },
  'found during other work': { what: 'seen while the brakes were done', rule: '' },
} as const;

/** Vehicles whose last visit was lately, so that their rechecks come due now. */
const DUE_NOW: readonly string[] = ['SK 2051', 'BK 1660'];

const sayDate = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
const bushing = (side: Side): JointId => jointId('front', side, 'frame-bushing');

/** Play of a vehicle's frame bushings, growing by distance since each was renewed; the kerb side faster. */
class Wear {
  private readonly perKm: Record<Side, number>;
  private readonly renewedKm: Record<Side, number>;

  constructor(c: Chance, startKm: number) {
    this.perKm = { left: c.between(4.5, 8) / 1e6, right: c.between(3, 6) / 1e6 };
    this.renewedKm = { left: startKm - c.between(8_000, 30_000), right: startKm - c.between(8_000, 30_000) };
  }
  at(side: Side, km: number): number {
    return 0.06 + this.perKm[side] * Math.max(0, km - this.renewedKm[side]);
  }
  renew(side: Side, km: number): void {
    this.renewedKm[side] = km;
  }
  worn(km: number): Side[] {
    return SIDES.filter((s) => this.at(s, km) > RULES.playLimits['frame-bushing']!.limitMm);
  }
}

/** When a visit was: evenly over three years, or just before its recheck is due. */
function startOf(yard: Yard, c: Chance, v: DemoVehicle, visit: number, visits: number, dueNow: boolean): number {
  const daysAgo = dueNow
    ? Math.max(1, Math.round(100 / v.kmPerDay) + 1)
    : Math.max(25, Math.round(1080 - (visit * 1020) / visits - c.between(0, 200)));
  return Math.floor((yard.now.getTime() - daysAgo * DAY) / DAY) * DAY + c.whole(8, 12) * 60 * MINUTE;
}

/** What the customer says of it, and all hand checks of the front. */
function listenAndFind(m: JobMaker, c: Chance, moves: readonly JointId[], side: Side, ofBushing: boolean, odd: boolean): void {
  m.add('complaint', {
    character: [c.pick(['dull clunk', 'rattle', 'sharp knock'] as const)],
    where: c.chance(0.5) ? ['front', side] : ['front'],
    when: [
      c.pick(['patched surface, slowly', 'one wheel over a bump'] as const),
      ...(c.chance(0.4) ? (['pothole'] as const) : []),
      ...(c.chance(0.4) ? (['quieter when both rise'] as const) : []),
    ],
    handling: [],
    conditions: [],
    like: [],
    history: c.chance(0.5) ? ['corrosion'] : [],
    words: c.pick<string>(ofBushing ? WORDS.bushing : WORDS.link),
  });
  m.check('front', moves);
  // Boots tear on sound links as well: every other one is found on the other side.
  if (c.chance(0.35)) m.add('defect', { joint: jointId('front', odd ? side : otherSide(side), 'link-lower'), what: 'boot torn' });
}

/** The ways to a bracket bolt that cannot be seen, as this yard wrote them down. */
const WAYS = {
  manual: { text: 'lower the cross-member by 40 mm on its four bolts', source: 'the maker’s book, section 3 (invented)' },
  field: { text: 'short 13 mm socket and a long extension from above the rack', source: undefined },
} as const;

/** What happened at a step besides: a stud that spun, which way was gone, and what was left for the next one. */
function atStep(m: JobMaker, v: DemoVehicle, n: number, step: PlannedStep): void {
  if (step.id === 'link-off-left' && n % 4 === 1) {
    m.beside('trouble', { step: step.id, what: 'stud spins' }, 2);
    for (const [rung, worked] of [
      ['flats', n % 8 === 1],
      ['pliers', true],
    ] as const) {
      m.beside(
        'rung',
        {
          step: step.id,
          ladder: 'stud spins',
          rung,
          title: ladderAt('stud spins', step.there).find((r) => r.id === rung)!.title,
          worked,
        },
        2 + (n % 3),
      );
      if (worked) break;
    }
  }
  if (v.type !== 'post' || step.id !== 'bushing-off-left') return;
  const way = n % 3 === 0 ? 'manual' : 'field';
  m.beside('way', { step: step.id, way }, 0.2);
  // Gone by the manual it takes longer.
  m.wait(way === 'manual' ? 14 : 2);
  const { text, source } = WAYS[way];
  m.beside('tip', { task: step.task, kind: 'frame-bushing', text, way, ...(source ? { source } : {}) }, 0.2);
  if (n % 5 === 0)
    m.beside(
      'tip',
      { task: step.task, kind: 'frame-bushing', text: 'One bracket bolt cannot be seen: it is above the rack.' },
      0.2,
    );
}

/** One visit: what was worn is found, chosen, fitted, proved and handed back; the recheck is made unless it is due now. */
function visitOf(yard: Yard, c: Chance, v: DemoVehicle, wear: Wear, start: number, dueNow: boolean, n: number): DemoJob {
  const odd = n % 2 === 1;
  const km = yard.kmAt(v, start);
  const tech = c.pick(['ruan', 'isla']);
  const kind = c.chance(0.75)
    ? ('noise' as const)
    : c.pick(['failed inspection', 'age replacement', 'found during other work'] as const);
  // What is found is not drawn with how long a step takes: another step in a plan leaves the yard's history as it was.
  const m = new JobMaker(chanceFrom(50_000 + n), yard.context(v, kind, km), start, tech);
  const worn = wear.worn(km);
  const ofBushing = worn.length > 0;
  const side: Side = c.chance(0.6) ? 'left' : 'right';
  const end = c.pick(['link-lower', 'link-upper'] as const);
  const moves = ofBushing ? worn.map(bushing) : [jointId('front', side, end)];
  if (kind === 'noise') listenAndFind(m, c, moves, side, ofBushing, odd);
  else m.add('purpose', PURPOSES[kind]);
  for (const s of SIDES) m.play(bushing(s), wear.at(s, km));
  if (kind === 'noise') m.add('verdict', { causes: moves, reproduced: true, note: '' });
  const joints = SIDES.map((s) => (ofBushing ? bushing(s) : jointId('front', s, 'link-lower')));
  const choice = m.choose(joints, yard.fits(v));
  // What fails besides is told in the same call.
  const fails = untoldFails(m.state());
  if (fails.length)
    m.add('told', {
      what: fails.map((f) => sayFail(m.state(), f)).join(' '),
      joints: fails.map((f) => f.joint),
      about: 'inspection',
      who: v.owner,
      how: 'by phone',
    });
  m.approve([choice], ofBushing ? 'both sides of the bar' : 'both links', v.owner);
  // About one verdict in fifteen is wrong, as in any yard: the bracket's bolts had come loose.
  m.work(undefined, c.chance(0.07) ? `front.${ofBushing ? worn[0]! : side}.bracket-bolts` : undefined, (step) =>
    atStep(m, v, n, step),
  );
  if (ofBushing)
    for (const s of SIDES) {
      wear.renew(s, km);
      m.play(bushing(s), wear.at(s, km), 'after');
    }
  const aim = aimOwed(m.state());
  if (aim) m.add('aim', { aim: aim.aim, result: 'yes', note: 'looked at where it failed' });
  m.add('road-test', { result: c.chance(0.9) ? 'quiet' : 'better', note: 'same bump by the slip' });
  const due = start + Math.ceil(RULES.recheckKm / v.kmPerDay) * DAY;
  const recheck = m.add('recheck', recheckBody(m.state(), km, sayDate(due)));
  m.add('hand-back', { distanceKm: km + c.whole(2, 6), note: '' });
  if (!dueNow) {
    m.wait((due - m.now) / MINUTE + 60);
    m.add('rechecked', { recheck, result: c.chance(0.9) ? 'tight' : 'tightened again', note: '' });
  }
  return m.job(v.key, null);
}

/** Three years of jobs that wear and get mended. */
export function pastJobs(yard: Yard): DemoJob[] {
  const jobs: DemoJob[] = [];
  yard.vehicles.forEach((v, index) => {
    const c = chanceFrom(1000 + index);
    const visits = index % 4 === 3 ? 3 : 4;
    const wear = new Wear(c, yard.kmAt(v, yard.now.getTime() - 1150 * DAY));
    for (let visit = 0; visit < visits; visit++) {
      const dueNow = visit === visits - 1 && DUE_NOW.includes(v.plate);
      const start = startOf(yard, c, v, visit, visits, dueNow);
      jobs.push(visitOf(yard, c, v, wear, start, dueNow, jobs.length));
    }
  });
  return jobs;
}
