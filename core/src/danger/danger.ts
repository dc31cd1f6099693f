import type { OtherFault } from '../diagnosis';
import type { JointId } from '../joint';

/** Where a danger is: at a joint, or at what is no joint of the plate. */
export type DangerAt = JointId | OtherFault;

/** How a danger came to be known. */
export type DangerKind =
  /** It moves in the hand, or was called dangerous. */
  | 'felt'
  /** A defect that is not driven on. */
  | 'seen'
  /** Its play is beyond its limit. */
  | 'measured'
  /** Something rocks, and nobody has said at which of these joints. */
  | 'rocks'
  /** Something that is no joint of the plate, and is not driven on. */
  | 'elsewhere'
  /** The work is done, and it still moves. */
  | 'not cured';

/** Something the vehicle must not go back on the road with. */
export interface Danger {
  readonly kind: DangerKind;
  /** One place; of something that rocks, every joint it may be. */
  readonly at: readonly DangerAt[];
  /** The entry that found it. */
  readonly entry: string;
  /** That entry's place on the tape, 0 first. */
  readonly since: number;
}

/** Something that happened at a place. @see DangerFacts */
interface Happened {
  readonly at: DangerAt;
  /** Place on the tape, 0 first. */
  readonly i: number;
}

/** Everything dangers are judged by. What was struck is no fact. */
export interface DangerFacts {
  readonly found: readonly Danger[];
  /** Looks by a check that can show it, in a state that can show it, which found nothing. */
  readonly clears: readonly Happened[];
  /** Its own fasteners were tightened and recorded: what was loose is no more. */
  readonly tightened: readonly Happened[];
  /** What was felt to move, by name: something that rocked is explained by it. */
  readonly moves: readonly Happened[];
  /** New parts: when each went on, and whether every fastener of it has its record. */
  readonly renewed: ReadonlyMap<DangerAt, { readonly fittedAt: number; readonly recorded: boolean }>;
  /** What the hand said after the work. */
  readonly proofs: readonly (Happened & { readonly moves: boolean })[];
  /** Somebody was told, by name. */
  readonly told: readonly { readonly at: readonly DangerAt[]; readonly i: number }[];
}

/** The new part went on after that, every fastener of it has its record, and the last proof did not fail. */
function renewedSince(f: DangerFacts, at: DangerAt, since: number): boolean {
  const r = f.renewed.get(at);
  if (!r || r.fittedAt <= since || !r.recorded) return false;
  return !f.proofs.findLast((p) => p.at === at && p.i > r.fittedAt)?.moves;
}

/** Whether a danger has ended, in one of the few ways there are. A hand's finding is undone by no later hand: it is struck. */
function ended(f: DangerFacts, d: Danger): boolean {
  const [at] = d.at;
  const clearedSince = (x: DangerAt) => f.clears.some((c) => c.at === x && c.i > d.since);
  switch (d.kind) {
    case 'felt':
      return renewedSince(f, at!, d.since) || f.tightened.some((t) => t.at === at && t.i > d.since);
    case 'seen':
    case 'measured':
      return renewedSince(f, at!, d.since);
    case 'rocks':
      // What was felt before it rocked did not explain it then, and does not now.
      return d.at.some((x) => f.moves.some((m) => m.at === x && m.i >= d.since)) || d.at.every(clearedSince);
    case 'elsewhere':
      return clearedSince(at!);
    case 'not cured':
      return renewedSince(f, at!, d.since) || f.proofs.some((p) => p.at === at && p.i > d.since && !p.moves);
  }
}

/** The dangers that stand, oldest first; what was found twice in one way stands once, since it was found first. */
export function dangersStanding(f: DangerFacts): Danger[] {
  const open = f.found.filter((d) => !ended(f, d)).sort((a, b) => a.since - b.since);
  const key = (d: Danger) => `${d.kind} ${d.at.join(' ')}`;
  return open.filter((d, i) => open.findIndex((o) => key(o) === key(d)) === i);
}

/** Whether somebody was told of it, by name, after it was found. */
export const isTold = (f: DangerFacts, d: Danger): boolean =>
  f.told.some((t) => t.i > d.since && d.at.every((at) => t.at.includes(at)));
