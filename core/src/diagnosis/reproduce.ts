import type { PlannedManoeuvre } from './road';
import type { Manoeuvre } from './words';

/** One thing to try when the noise did not come. */
export interface Try {
  readonly manoeuvre?: Manoeuvre;
  readonly title: string;
  readonly caution?: string;
}

const LINKS_OFF =
  'Only with both links off, the bar tied clear of hoses, shafts and tyres; in the yard, at walking pace, nobody in front. Never on the road.';

/**
 * What to try next when everything is sound and the drive was quiet (common practice, no source):
 * first the manoeuvres not driven yet, likeliest to bring the noise first, then its circumstances, then
 * the drive with the links off where the shop allows it.
 */
export function toReproduce(road: readonly PlannedManoeuvre[], linksOffDrive: boolean): Try[] {
  const left = [...road]
    .filter((m) => m.manoeuvre !== 'links off, both sides')
    .sort((a, b) => b.chanceKnocks - a.chanceKnocks)
    .slice(0, 4)
    .map((m): Try => ({ manoeuvre: m.manoeuvre, title: sayManoeuvre(m.manoeuvre) }));
  return [
    ...left,
    { title: 'Let the customer drive their own road, you in the back seat' },
    { title: 'Drive it cold, first thing, and again warm' },
    { title: 'Load it as they load it: passengers, tools, a full boot' },
    ...(linksOffDrive
      ? [{ manoeuvre: 'links off, both sides' as const, title: 'Both links off, slowly: does it stay?', caution: LINKS_OFF }]
      : []),
  ];
}

const SAID: Record<Manoeuvre, string> = {
  'left wheel over a bump': 'Left wheel over a bump',
  'right wheel over a bump': 'Right wheel over a bump',
  'both wheels over a hump': 'Both wheels over a hump together',
  'patched surface, slowly': 'Patched surface at walking pace',
  'lock to lock, standing': 'Lock to lock, standing still',
  braking: 'Brake firmly',
  'pulling away': 'Pull away briskly',
  'bend to the left': 'A steady bend to the left',
  'bend to the right': 'A steady bend to the right',
  'steady speed': 'Hold a steady speed on a smooth road',
  idling: 'Standing, engine idling, then a little more',
  'links off, both sides': 'Links off, both sides',
};
export const sayManoeuvre = (m: Manoeuvre): string => SAID[m];
export const LINKS_OFF_CAUTION = LINKS_OFF;
