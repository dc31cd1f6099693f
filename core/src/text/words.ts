import { finite } from '../error';
/** "left link" → "Left link". */
export const capital = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);

/** "Left link" → "left link", to stand inside a sentence. */
export const uncapital = (t: string): string => t.charAt(0).toLowerCase() + t.slice(1);

/** "a", "a and b", "a, b and c"; or with another word between the last two. */
export const list = (names: readonly string[], and = 'and'): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} ${and} ${names.at(-1)}`;

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
/** "three"; beyond ten in figures. */
export const numberWord = (n: number): string => NUMBERS[finite('count', n)] ?? String(n);

/** The head of a name in the plural: "link, upper end" → "links, upper end", "bar bush" → "bar bushes". */
export const plural = (name: string): string =>
  name.replace(/^([^,]*[^,s])(,|$)/, (_, head: string, rest: string) => `${head}${/(sh|ch|x)$/.test(head) ? 'es' : 's'}${rest}`);

/** "1 reading", "3 readings". */
export const count = (n: number, one: string, many = plural(one)): string => `${finite('count', n)} ${n === 1 ? one : many}`;

/** A name as it stands in a sentence: "Tie rod, outer" → "outer tie rod". */
export const inSentence = (name: string): string => name.replace(/^(.*), (outer|inner)$/, '$2 $1').toLowerCase();
