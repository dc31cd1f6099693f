import { own } from '../error';
import { list } from '../text';
import type { PieceRole } from '../vehicle';
import { LADDERS, type TroubleId } from './ladder';
import type { Rung } from './rungs';

/** What a rung does and needs, wherever it is tried; what it is called depends on what is there. */
export const rungOf = (trouble: string, id: string): Omit<Rung, 'title' | 'ruins'> | undefined =>
  own(LADDERS, trouble)?.rungs.find((r) => r.id === id);

/** What the thread is cut on, of these pieces. */
const threadedOf = (there: readonly PieceRole[]): string =>
  list([there.includes('stud') ? 'stud' : '', there.includes('bolt') ? 'bolt' : ''].filter(Boolean), 'or') ||
  (there.includes('rod') ? 'threaded end' : 'stud or bolt');

const isThere = (where: readonly PieceRole[] | undefined, there: readonly PieceRole[] | undefined): boolean =>
  !where || !there || where.some((role) => there.includes(role));

/** Whether this can go wrong where these pieces are; where nobody lists any, it can. */
export const happensAt = (trouble: TroubleId, there: readonly PieceRole[] | undefined): boolean =>
  isThere(LADDERS[trouble].where, there);

/**
 * What to try, the gentlest first, by what is there: nothing is tried on a stud where there is a bolt.
 * @param there the pieces at the step; nothing where nobody lists any
 */
export function ladderAt(trouble: TroubleId, there?: readonly PieceRole[]): readonly Rung[] {
  const { rungs, where } = LADDERS[trouble];
  // A stud that spins is the stud, whatever holds the other end.
  const threaded = threadedOf(there?.filter((r) => !where || where.includes(r)) ?? []);
  const said = (text: string) => text.replaceAll('{threaded}', threaded);
  return rungs.filter((r) => isThere(r.where, there)).map((r) => ({ ...r, title: said(r.title), ruins: said(r.ruins) }));
}

/** More is not carried to the vehicle for what may not happen. */
const MOST_READY = 5;

/**
 * What lies ready before a rusty one is begun: the tools of the first rungs of what may well happen, and what the last rungs of
 * the likeliest need.
 */
export function readyTools(
  troubles: readonly TroubleId[],
  there?: readonly PieceRole[],
): { readonly first: readonly string[]; readonly last: readonly string[] } {
  const likely = troubles.slice(0, 2).map((t) => ladderAt(t, there));
  const first = [...new Set(likely.flatMap((rungs, i) => rungs.slice(0, 2 - i).flatMap((r) => r.tools)))].slice(0, MOST_READY);
  const last = (likely[0] ?? []).filter((r) => r.scraps || r.fire).slice(-2);
  const tools = new Set(last.flatMap((r) => [...r.tools, ...(r.fire ? ['eye and ear guard'] : [])]));
  return { first, last: [...tools].filter((t) => !first.includes(t)) };
}
