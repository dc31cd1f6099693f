import { isJointId, partsOf, type FastenerId, type JointId } from '../../joint';
import type { Entry, EntryBodies, Ledger } from '../../ledger';
import { stepOfAxle, type Arranged, type Arrangement, type PlainStepId } from '../../plan';
import { AXLES, type AxleEnd } from '../../vehicle';

/** What was undone, fitted and tightened. */
export interface WorkState {
  readonly steps: ReadonlyMap<string, Entry<'step'>>;
  /** Begun though a part is not here. */
  readonly apart: Entry<'apart'> | undefined;
  /** Hub to arch by corner, as it was written down before the work. */
  readonly heights: ReadonlyMap<string, EntryBodies['height']>;
  /** Who is at it, as it was said last. */
  readonly crew: Entry<'crew'> | undefined;
  /** What went wrong, oldest first. */
  readonly troubles: readonly Entry<'trouble'>[];
  /** The rungs tried, oldest first. */
  readonly rungs: readonly Entry<'rung'>[];
  /** How it is gone about at each axle, as it was said; what came off is off, whatever was said before. */
  readonly arranged: Readonly<Record<AxleEnd, Arranged>>;
  /** Where there is little room to swing. */
  readonly rooms: ReadonlyMap<string, Entry<'room'>>;
  /** What a part's own sheet says both links of an axle are set to. */
  readonly targets: ReadonlyMap<string, Entry<'target'>>;
  /** Undone beside the plan: how many of each. */
  readonly undone: ReadonlyMap<FastenerId, number>;
  readonly torques: ReadonlyMap<string, Entry<'torque'>>;
  readonly book: readonly Entry<'book'>[];
  readonly marks: ReadonlyMap<string, Entry<'mark'>>;
  readonly clicks: ReadonlyMap<string, Entry<'clicks'>>;
  readonly locks: ReadonlyMap<string, Entry<'lock'>>;
  /** What is on each thread, as it was said last. */
  readonly coats: ReadonlyMap<string, Entry<'coat'>>;
  /** What went on the rubber, by step. */
  readonly lubricants: ReadonlyMap<string, Entry<'lubricant'>>;
  readonly wheels: Entry<'wheels'> | undefined;
  readonly tips: readonly Entry<'tip'>[];
  readonly ways: ReadonlyMap<string, Entry<'way'>>;
  readonly pieces: ReadonlyMap<string, Entry<'piece'>>;
  readonly orientations: ReadonlyMap<string, Entry<'orientation'>>;
  readonly confirms: ReadonlyMap<JointId, Entry<'confirm'>>;
  readonly photos: readonly Entry<'photo'>[];
  readonly cautions: ReadonlySet<string>;
}

/** Wheels and shield that were off in this job: they go on again, and their torques are owed. */
function cameOff({ entries, struck, kept }: Ledger, about: AxleEnd, axle: AxleEnd): (readonly [Arrangement, true])[] {
  const done = (step: PlainStepId) => kept.step.get(stepOfAxle(axle, about, step))?.body.state === 'done';
  const at = (e: Entry): boolean => {
    if (e.kind === 'stands') return e.body.state === 'wheels-off' && (e.body.axle ?? about) === axle;
    if (e.kind === 'reading') return e.body.state === 'wheels-off' && partsOf(e.body.joint).axle === axle;
    if (e.kind !== 'check' || e.body.state !== 'wheels-off') return false;
    return e.body.results.some((r) => isJointId(r.joint) && partsOf(r.joint).axle === axle);
  };
  const wheels = done('wheels-off') || entries.some((e) => !struck.has(e.id) && at(e));
  return [...(wheels ? [['wheels off', true] as const] : []), ...(done('shield-off') ? [['shield off', true] as const] : [])];
}

function arrangedAt(l: Ledger, about: AxleEnd, end: AxleEnd): Arranged {
  const said = [...l.kept.arrange.values()].filter((e) => (e.body.axle ?? about) === end);
  return new Map([...said.map((e) => [e.body.what, e.body.yes] as const), ...cameOff(l, about, end)]);
}

/** @param axle the axle the job is about */
export function workState(l: Ledger, axle: AxleEnd): WorkState {
  const { kept } = l;
  return {
    steps: kept.step,
    apart: kept.apart,
    heights: new Map([...kept.height].map(([at, e]) => [at, e.body])),
    crew: kept.crew,
    troubles: kept.trouble,
    rungs: kept.rung,
    arranged: Object.fromEntries(AXLES.map((end) => [end, arrangedAt(l, axle, end)])) as Record<AxleEnd, Arranged>,
    rooms: kept.room,
    targets: kept.target,
    undone: new Map([...kept.undone.values()].filter((e) => e.body.count > 0).map((e) => [e.body.fastener, e.body.count])),
    torques: kept.torque,
    book: kept.book,
    marks: kept.mark,
    clicks: kept.clicks,
    locks: kept.lock,
    coats: kept.coat,
    lubricants: kept.lubricant,
    wheels: kept.wheels,
    tips: kept.tip,
    ways: kept.way,
    pieces: kept.piece,
    orientations: kept.orientation,
    confirms: kept.confirm as ReadonlyMap<JointId, Entry<'confirm'>>,
    photos: kept.photo,
    cautions: new Set(kept.caution.keys()),
  };
}
