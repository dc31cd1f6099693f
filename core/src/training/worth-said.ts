import type { PathStep } from './search';

/** "This look could tell of 2 of the 5 suspects left; the bar levered at its bushings could have told of 4." */
export function sayWorth({ nothing, led, suspects, safety }: PathStep): string {
  if (nothing) return SAID_NOTHING[nothing];
  const by = led ? 'The next line asked for it. ' : '';
  if (!suspects) return `${by}A drive: it tells of all of them a little.`;
  const { left, told, better } = suspects;
  if (safety && told === 0 && !better) return 'Owed for safety, whatever makes the noise.';
  if (left === 0) return `${by}Nothing was a suspect any more.`;
  const could =
    left === 1
      ? `${by}It could tell ${told ? 'of' : 'nothing about'} the one suspect left`
      : `${by}It could tell of ${told || 'none'} of the ${left} suspects left`;
  return better ? `${could}; “${better.title}” could have told of ${better.told}.` : `${could}.`;
}
const SAID_NOTHING: Readonly<Record<NonNullable<PathStep['nothing']>, string>> = {
  'wrong state': 'As it stood, it could show nothing.',
  'done before': 'Done before, the same way.',
  'known already': 'It could tell nothing that was not known.',
};
