import { jointId, SIDES, type EntryBodies, type JobKind, type JointId } from '@ash-knot/core';
import { chanceFrom } from '@ash-knot/core/numeric';
import { JobMaker, MINUTE, type DemoJob } from '../job-maker';
import type { Yard } from './yard';

/** A job of this morning on one of the yard's vehicles. */
class FloorJob {
  private readonly v;
  readonly m: JobMaker;

  constructor(
    private readonly yard: Yard,
    plate: string,
    tech: string,
    kind: JobKind = 'noise',
  ) {
    this.v = yard.vehicles.find((x) => x.plate === plate)!;
    const seed = plate.length * 7919 + plate.charCodeAt(plate.length - 1);
    const morning = yard.now.getTime() - 200 * MINUTE;
    this.m = new JobMaker(chanceFrom(seed), yard.context(this.v, kind, this.v.distanceKm), morning, tech);
  }
  complain(words: string, over: Partial<EntryBodies['complaint']> = {}): void {
    this.m.add('complaint', {
      character: ['dull clunk'],
      where: ['front', 'left'],
      when: ['patched surface, slowly', 'one wheel over a bump', 'quieter when both rise'],
      handling: [],
      conditions: [],
      like: [],
      history: ['corrosion'],
      words,
      ...over,
    });
  }
  play(left: number, right: number, phase: 'before' | 'after' = 'before'): void {
    for (const s of SIDES) this.m.play(jointId('front', s, 'frame-bushing'), s === 'left' ? left : right, phase);
  }
  verdict(causes: JointId[]): void {
    this.m.add('verdict', { causes, reproduced: true, note: '' });
  }
  choose(joints: JointId[]): string {
    return this.m.choose(joints, this.yard.fits(this.v));
  }
  stands(bay: string | null): DemoJob {
    return this.m.job(this.v.key, bay);
  }
}

const both = (kind: 'link-lower' | 'link-upper' | 'frame-bushing'): JointId[] => SIDES.map((s) => jointId('front', s, kind));

/** In Find: the left bushing's readings were begun and do not settle it. */
function finding(yard: Yard): DemoJob {
  const j = new FloorJob(yard, 'HB 0093', 'isla');
  j.complain('bangs going up the slip, one side');
  j.m.check('front', [], (kind, side) => side === 'right' && kind !== 'frame-bushing');
  j.m.check('front', [], (kind, side) => side === 'left' && /^(link|damper|spring)/.test(kind));
  j.m.add('defect', { joint: 'front.left.link-lower', what: 'boot torn' });
  j.m.play('front.right.frame-bushing', 0.11);
  j.m.play('front.left.frame-bushing', 0.51, 'before', 2);
  return j.stands('Bay 1');
}

/** In Work: both links in, the left lower nut is next. */
function working(yard: Yard): DemoJob {
  const j = new FloorJob(yard, 'SK 2047', 'ruan');
  j.complain('knocks on the quay cobbles');
  j.m.check('front', ['front.left.link-lower']);
  j.play(0.33, 0.12);
  j.verdict(['front.left.link-lower']);
  j.m.approve([j.choose(both('link-lower'))], 'both front links, the better ones', 'Island post');
  j.m.work('tighten-front.left.link-lower-nut');
  return j.stands('Bay 2');
}

/** In Settle: chosen, and waiting for the customer's yes. */
function settling(yard: Yard): DemoJob {
  const j = new FloorJob(yard, 'SCH 11', 'ruan');
  j.complain('clonks at the school gate hump', { where: ['front'], when: ['one wheel over a bump', 'pothole'] });
  j.m.check('front', both('link-upper'));
  j.verdict(both('link-upper'));
  j.choose(both('link-upper'));
  return j.stands('Bay 3');
}

/** A ball joint that moves, and nobody told yet. */
function dangerous(yard: Yard): DemoJob {
  const j = new FloorJob(yard, 'NR 508', 'isla');
  j.complain('rattle since the ferry ramp', {
    character: ['rattle'],
    where: ['front', 'left'],
    when: ['pothole', 'braking'],
    handling: ['loose steering'],
    conditions: [],
    like: [],
  });
  j.m.check('front', ['front.left.ball-joint'], (kind) => kind === 'ball-joint' || kind === 'wheel-bearing');
  return j.stands('Bay 4');
}

/** In Prove: fitted and measured again; the drive is still to come. */
function proving(yard: Yard): DemoJob {
  const j = new FloorJob(yard, 'PV 2210', 'ruan');
  j.complain('thuds on the patched road by the chapel', { where: ['front'] });
  j.m.check('front', both('frame-bushing'));
  j.play(0.71, 0.62);
  j.verdict(both('frame-bushing'));
  j.m.approve([j.choose(both('frame-bushing'))], 'both sides of the bar', 'Island post');
  j.m.add(
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
  j.m.work();
  j.play(0.05, 0.05, 'after');
  return j.stands(null);
}

/** Today's floor: five jobs at different stations, begun this morning. */
export const floorJobs = (yard: Yard): DemoJob[] => [finding, working, settling, dangerous, proving].map((make) => make(yard));
