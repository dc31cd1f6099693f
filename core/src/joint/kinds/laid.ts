import type { Name } from '../../text';
import type { AxleSpec } from '../../vehicle';

/** How the part of a joint beside the bar comes off and goes on again (common practice, no source; the maker's procedure comes first). */
export interface Laid {
  /** Where this program lays the work out at all; else it is one step by the maker's procedure. */
  readonly when?: (axle: AxleSpec) => boolean;
  readonly off: {
    readonly task: LaidTask;
    readonly title: Name;
    readonly detail: string;
    readonly tools: readonly string[];
    readonly caution?: string;
    readonly troubles: readonly LaidTrouble[];
  };
  readonly hand: string;
  readonly on: {
    readonly task: LaidTask;
    readonly title: Name;
    readonly detail: string;
    readonly tools?: readonly string[];
    readonly troubles?: readonly LaidTrouble[];
  };
  /** A link stands in its way and comes off first where the plan has it. */
  readonly behindLink?: boolean;
}

/** What is timed of it. */
export type LaidTask = 'taper off' | 'taper in' | 'arm off' | 'arm in' | 'damper off' | 'damper in';
/** What may well go wrong with it. */
export type LaidTrouble =
  'taper stuck' | 'hex rounds' | 'cannot reach' | 'thread short' | 'part wrong' | 'bolt seized' | 'stud spins';

export const TAPER_ON =
  'Taper and eye clean and dry, no grease. Steering straight, the stud pushed home by hand until it no longer turns. A castle nut goes on to its value, then on to the next slot, never back; a new cotter.';
export const TAPER_SPRINGS = 'The nut stays on by its last turns until the taper has let go: what it holds springs down.';
