import type { Entry } from '../ledger';
import type { JobContext } from './context';
import { foldJob, type JobState } from './fold';
import { openDangers } from './rules/danger';
import { openCounts } from './rules/hand-back';

/** Where a job's tape cannot be read. */
export interface Unreadable {
  /** Its place on the tape, from 1; 0 where no line of it is to blame. */
  readonly line: number;
  readonly entry: Entry | undefined;
  /** For the log; a person is told the line. */
  readonly why: string;
}

/** Tries one reading: the state with all that follows from it, or what went wrong. */
function tried(context: JobContext, entries: readonly Entry[]): JobState | Error {
  try {
    const strange = entries.find((e) => e.unread !== undefined);
    if (strange) return new Error(strange.unread);
    const s = foldJob(context, entries);
    // What a screen asks of it first: the plan, the dangers, what holds it.
    openCounts(s);
    openDangers(s);
    return s;
  } catch (e) {
    return e instanceof Error ? e : new Error(String(e));
  }
}

/**
 * The state of a job, or the line that cannot be read: one bad line takes nothing but its own job down, and is struck from
 * there. What it would have said is not left out and passed over: such a job says nothing until the line is struck.
 * @param entries in the order they were received
 */
export function readJob(
  context: JobContext,
  entries: readonly Entry[],
): { readonly state: JobState; readonly unreadable?: undefined } | { readonly state: null; readonly unreadable: Unreadable } {
  const strikes = new Set(entries.flatMap((e) => (e.kind === 'strike' ? [e.body.entry] : [])));
  // What is struck is shown and not read.
  const whole = tried(
    context,
    entries.map((e) => (e.unread !== undefined && strikes.has(e.id) ? { ...e, unread: undefined } : e)),
  );
  if (!(whole instanceof Error)) return { state: whole };
  const live = entries.filter((e) => e.kind !== 'strike' && !strikes.has(e.id));
  // The first of its lines with which it cannot be read; halved, as each reading is a whole one.
  let [good, bad] = [0, live.length];
  if (tried(context, []) instanceof Error) bad = 0;
  while (bad - good > 1) {
    const half = (good + bad) >> 1;
    if (tried(context, live.slice(0, half)) instanceof Error) bad = half;
    else good = half;
  }
  const entry = bad > 0 ? live[bad - 1] : undefined;
  return { state: null, unreadable: { line: entry ? entries.indexOf(entry) + 1 : 0, entry, why: whole.message } };
}

/** "cannot be read: line 41". */
export const sayUnreadable = (u: Unreadable): string =>
  u.line > 0 ? `This job cannot be read: line ${u.line}.` : 'This job cannot be read: its vehicle’s type is not understood.';
