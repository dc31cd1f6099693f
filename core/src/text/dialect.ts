/** The two dialects of the trade. Sentences are written in the first; names that differ by more than a word are written in both. */
export const DIALECTS = ['sway bar', 'anti-roll bar'] as const;
export type Dialect = (typeof DIALECTS)[number];

/** A name in both dialects; a lone string where both say the same. */
export type Name = string | readonly [swayBar: string, antiRollBar: string];

export const inDialect = (name: Name, d: Dialect = 'sway bar'): string =>
  typeof name === 'string' ? name : name[d === 'sway bar' ? 0 : 1];

/** Words that each dialect has its own for: the longest first, because one may be part of another. */
const TERMS: readonly (readonly [swayBar: string, antiRollBar: string])[] = [
  ['frame bushings', 'bar bushes'],
  ['frame bushing', 'bar bush'],
  ['arm bushings', 'wishbone bushes'],
  ['arm bushing', 'wishbone bush'],
  ['an arm bushing', 'a wishbone bush'],
  ['control arm', 'wishbone'],
  ['outer tie rod end', 'track rod end'],
  ['tie rod', 'track rod'],
  ['a sway bar', 'an anti-roll bar'],
  ['sway bar', 'anti-roll bar'],
  ['an end link', 'a drop link'],
  ['end link', 'drop link'],
  ['bushings', 'bushes'],
  ['bushing', 'bush'],
];

function swapper(from: 0 | 1): (text: string) => string {
  const to = from === 0 ? 1 : 0;
  const other = new Map(TERMS.map((t) => [t[from], t[to]]));
  const any = new RegExp(`\\b(?:${[...other.keys()].sort((a, b) => b.length - a.length).join('|')})(?=s?\\b)`, 'gi');
  return (text) =>
    text.replace(any, (found) => {
      const word = other.get(found.toLowerCase())!;
      return found[0] === found[0]!.toLowerCase() ? word : word[0]!.toUpperCase() + word.slice(1);
    });
}
const toAntiRoll = swapper(0);
const toSway = swapper(1);

/** A sentence of the program, written in the first dialect, as a shop of this dialect says it. Never what a person wrote. */
export const spoken = (text: string, d: Dialect = 'sway bar'): string => (d === 'sway bar' ? text : toAntiRoll(text));

/** What somebody looks for, in the words the program's names are written in, whichever dialect it was typed in. */
export const written = (text: string): string => toSway(text);
