import { finite } from '../../error';
import type { ElsewhereCheckId } from '../../diagnosis';
import type { CheckId, FastenerId, JointId } from '../../joint';
import type { EntryBodies, EntryKind, Line } from '../../ledger';
import type { StepId } from '../../plan';
import type { AxleEnd, Side } from '../../vehicle';
import type { Station } from '../context';

/** What a line leads to: what is filled in or tapped there. The screen marks the place with it. */
export type Target =
  | 'complaint'
  | 'drive'
  | 'verdict'
  | 'contradiction'
  | 'length'
  | 'variant'
  | 'choose'
  | 'answer'
  | 'order'
  | 'goods'
  | 'road'
  | 'alignment'
  | 'recheck'
  | 'told'
  | 'proof'
  | 'measure'
  | 'hand-back'
  | 'height'
  | 'setting'
  | 'also'
  | 'rung'
  | 'pieces'
  | 'sheet'
  | 'review';

/** What a place on the sheet is called: what a line leads to, where it is said what was felt, or the card of a fastener. */
export type PlaceName = Target | 'results' | 'round' | `fastener ${FastenerId}`;

/** A place on the sheet: its station, what is looked at or done there, and where on it. */
export interface SheetPlace {
  readonly station: Station;
  readonly at?: PlaceName;
  /** The joint that is looked at, by a check where one is meant; or a look at what is no joint of the plate. */
  readonly joint?: JointId | undefined;
  readonly check?: CheckId | undefined;
  /** In a round: the axle, and the sides that are asked. */
  readonly axle?: AxleEnd | undefined;
  readonly sides?: readonly Side[] | undefined;
  readonly elsewhere?: ElsewhereCheckId | undefined;
  /** The step that lies open there. */
  readonly step?: StepId | undefined;
}

/** Leads to a place. What can be done at it (a field that is full, a click to count) the place itself knows. */
interface Go {
  readonly kind: 'go';
  readonly to: SheetPlace;
}
/** Writes on the tape. Only what lies before somebody's eyes is written: until its place is on the screen the key leads there. */
interface Write {
  readonly kind: 'write';
  readonly entries: readonly Line[];
  /** Where it is written; nothing where it is seen from everywhere. */
  readonly at?: SheetPlace;
  /** Where it goes on once it is written. */
  readonly then?: SheetPlace;
  /** What the key says once its place is on the screen, where that is more than it said before. */
  readonly there?: string;
}
/** A question. It is answered by its answers, one key each; the big key only leads to where it is asked. */
interface Ask {
  readonly kind: 'ask';
  readonly at: SheetPlace;
  readonly answers: readonly NextAnswer[];
}
/** Nothing can be done yet: what was said is being weighed. The key says so, and does nothing. */
interface Wait {
  readonly kind: 'wait';
  /** What a tap on the key is told. */
  readonly says: string;
}
/** Where the vehicle stands: out of its bay. */
interface Move {
  readonly kind: 'move';
  readonly bay: null;
}
/** What the big key does, as data: the interface follows it and knows nothing more. */
export type NextAction = Go | Write | Ask | Wait | Move;

/** One of several things a person may answer, one tap each. */
export interface NextAnswer {
  readonly label: string;
  readonly action: Go | Write | Move;
}

/** The one sentence at the bottom of the sheet. */
export interface NextLine {
  /** "1 min", "now", "wait". */
  readonly time: string;
  readonly title: string;
  readonly why: string;
  readonly label: string;
  readonly station: Station;
  readonly action: NextAction;
}

/** The answers of a line that is a question. */
export const answersOf = ({ action }: NextLine): readonly NextAnswer[] | undefined =>
  action.kind === 'ask' ? action.answers : undefined;
/** Where an action is done, or leads. */
export const placeOf = (a: NextAction): SheetPlace | undefined =>
  a.kind === 'go' ? a.to : a.kind === 'write' || a.kind === 'ask' ? a.at : undefined;

export const mins = (m: number): string => `${Math.max(1, Math.round(finite('minutes', m)))} min`;

/** A line whose key goes to a place on its own station. */
export const goTo = (said: Omit<NextLine, 'action'>, at: PlaceName, joint?: JointId): NextLine => ({
  ...said,
  action: { kind: 'go', to: { station: said.station, at, ...(joint ? { joint } : {}) } },
});
/** The same to a step of the work, and to what is asked at it. */
export const goToStep = (said: Omit<NextLine, 'action'>, step: StepId, at?: PlaceName): NextLine => ({
  ...said,
  action: { kind: 'go', to: { station: 'work', step, ...(at ? { at } : {}) } },
});
/** One entry, as an action writes it. */
export const line = <K extends EntryKind>(kind: K, body: EntryBodies[K]): Line => ({ kind, body }) as Line;
