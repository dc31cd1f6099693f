import { attempt } from '../../error';
import { nutLeanDeg, studSwingDeg } from '../../mechanics';
import { plainStep, splitStep, stepOfAxle, type Arrangement, type PlannedStep } from '../../plan';
import { capital } from '../../text';
import { LINKS, type AxleEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { sayParts } from '../say';
import { atAxle, axleAt, mayGoFirst, offFirstOf, workedAxles } from './planned';
import { isStepDone } from './work';
import { planOf } from './plan-of';

/** One thing that may go one way or the other at a step: how it is planned and why, and what would be said to have it otherwise. */
export interface ArrangeOffer {
  readonly what: Arrangement;
  readonly axle: AxleEnd;
  readonly says: string;
  /** Missing where it cannot be otherwise any more. */
  readonly other?: { readonly label: string; readonly yes: boolean };
}

const NAMES = { wheels: ['Wheels', 'they', 'them', 'stand'], shield: ['Undershield', 'it', 'it', 'is'] } as const;

/** Wheels and shield of one axle: what they come off for, or that they stay on. */
function offOffers(s: JobState, p: PlannedStep, axle: AxleEnd): ArrangeOffer[] {
  return offFirstOf(atAxle(s, axle))
    .filter(({ what }) => plainStep(p.id) === 'raise' || plainStep(p.id) === `${what}-off`)
    .map(({ what, off, for: behind }): ArrangeOffer => {
      const [name, they, them] = NAMES[what];
      const come = what === 'wheels' ? 'come' : 'comes';
      const parts = sayParts(s.context.rules.dialect, behind);
      const after = behind.length ? `, to get at ${parts}` : '';
      const done = isStepDone(s, stepOfAxle(axle, s.axle, `${what}-off`));
      if (off)
        return {
          what: `${what} off`,
          axle,
          says: `${name} ${come} off${after}.`,
          ...(done ? {} : { other: { label: `Leave ${them} on`, yes: false } }),
        };
      return {
        what: `${what} off`,
        axle,
        says: behind.length
          ? `${name} left on, though ${parts} stand${behind.length > 1 ? '' : 's'} behind ${them}.`
          : `${name} stay${what === 'wheels' ? '' : 's'} on: nothing that is done is behind ${them}.`,
        other: { label: `${capital(they)} ${come} off${behind.length ? '' : ' too'}`, yes: true },
      };
    });
}

/** A nut that leans more cannot be turned straight (common practice, no source: the bound of a universal joint). */
const STRAIGHT_DEG = 15;

/** The plan's own end, min. */
const endOf = (s: JobState): number => Math.max(0, ...planOf(s).map((p) => p.endsAt));

/** The brackets before the links, or after them: what each takes, and whether the nuts stand at an angle. */
function bracketsOffer(s: JobState, end: AxleEnd): ArrangeOffer[] {
  if (!mayGoFirst(atAxle(s, end))) return [];
  const { link, ...axle } = s.axles[end];
  if (!link) return [];
  const begun = planOf(s).some((p) => p.axle === end && /^(link|bushing)-off/.test(plainStep(p.id)) && isStepDone(s, p.id));
  const said = s.arranged[end];
  const first = said.get('brackets first') === true;
  const arranged = { ...s.arranged, [end]: new Map([...said, ['brackets first', !first] as const]) };
  const more = Math.round(endOf({ ...s, arranged }) - endOf(s));
  const costs = more === 0 ? 'takes no longer' : `takes ${Math.abs(more)} min ${more > 0 ? 'more' : 'less'}`;
  // Only a link that lies along its bolt is bent out of line by what it is tightened on.
  const lean = LINKS[link.kind].drawn === 'stack' ? attempt(() => nutLeanDeg({ ...axle, link })) : undefined;
  // Where it neither straightens a nut nor costs nothing it is not offered: a bolt that cannot be reached says so.
  const leans = lean?.ok === true && lean.value > STRAIGHT_DEG ? Math.round(lean.value) : undefined;
  if (!first && more > 0 && leans === undefined) return [];
  const stands = leans === undefined ? '' : ` As it hangs the link’s nut stands ${leans}° out of line by the axle’s points`;
  return [
    {
      what: 'brackets first',
      axle: end,
      says: first
        ? `Brackets first, then the links.${stands ? `${stands}; with the bar down it comes straight.` : ''}`
        : `Links first.${stands ? `${stands}: with the brackets let go first it comes straight.` : ''} Brackets first ${costs}.`,
      ...(begun ? {} : { other: { label: first ? 'Links first' : 'Brackets first', yes: !first } }),
    },
  ];
}

/** How far the ends of a link swing that are held in the middle of it at a step: "Over the travel they swing up to 14° …". */
export function swingAt(s: JobState, p: PlannedStep): string {
  if (!p.joint || splitStep(p.id)?.what !== 'centre-link') return '';
  const axle = axleAt(s, p.joint);
  const found = attempt(() => Math.ceil(studSwingDeg({ ...axle, points: s.axles[p.axle].points })));
  return found.ok ? `Over the travel they swing up to ${found.value}° by the axle’s points: as much room to both sides.` : '';
}

/** What may go one way or the other at a step, as it is planned now and why. */
export function arrangeOffers(s: JobState, p: PlannedStep): ArrangeOffer[] {
  // What goes up together is asked of both.
  const ends = p.id === 'raise' ? workedAxles(s) : [p.axle];
  return ends.flatMap((end) => [
    ...offOffers(s, p, end),
    ...(/^(unload|link-off|bushing-off)/.test(plainStep(p.id)) ? bracketsOffer(s, end) : []),
  ]);
}
