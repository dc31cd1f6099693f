import type { PaperLanguage } from '../job';
import { deutsch } from './languages/deutsch';
import { english } from './languages/english';
import { espanol } from './languages/espanol';
import type { PaperWords } from './words';

/** The languages a paper for a customer can be had in. */
export const PAPERS: Readonly<Record<PaperLanguage, PaperWords>> = { English: english, Deutsch: deutsch, Español: espanol };

/** The language somebody named, as a yard writes it down: "German", "deutsch", "de". Undefined where it is none of these. */
export function languageCalled(name: string): PaperLanguage | undefined {
  const called = name.trim().toLowerCase();
  return called ? CALLED.get(called) : undefined;
}
const CALLED: ReadonlyMap<string, PaperLanguage> = new Map([
  ['english', 'English'],
  ['en', 'English'],
  ['deutsch', 'Deutsch'],
  ['german', 'Deutsch'],
  ['de', 'Deutsch'],
  ['español', 'Español'],
  ['espanol', 'Español'],
  ['spanish', 'Español'],
  ['es', 'Español'],
]);

export { banIn, letterOf, letterText, type Letter } from './letter';
export { handBackPaper, quotePaper, type Paper, type PaperSection } from './document';
export { papersOf, type Papers, type PaperWay } from './papers';
export { thingOf, type PaperWords } from './words';
