import { stiffnessOf, type Stiffness } from '../../bushing';
import { isAdjustable, ride, sayWarranty, upkeep, type Part } from '../../parts';
import { partsOf } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { planBoth, type PlanInput, type PlannedStep } from '../../plan';
import { capital, count, fixed, list, numberWord } from '../../text';
import { otherEnd, sayStudHold } from '../../vehicle';
import type { JobState } from '../fold';
import { asPut, stands, type QuotedLine, type QuotedOption } from './quoted';
import type { ChoiceLine, ChoiceOption } from '../state/choices';
import { putTogether } from './planned';

/** Setting an adjustable link, minutes a side on top of fitting it (common practice, no source). */
const SETTING_MIN = 6;

/**
 * Hands-on minutes for what is chosen, by the plan and by what each part brings, rust allowed for; and how many of them this
 * shop has timed.
 */
function minutesFor(
  s: JobState,
  choices: readonly Pick<EntryBodies['choose'], 'joints' | 'part' | 'end'>[],
): { readonly all: number; readonly timed: number } {
  // A joint that was named twice is worked at once.
  const joints = [...new Set(choices.flatMap((c) => c.joints))];
  const inputs = [s.axle, otherEnd(s.axle)].flatMap((end): PlanInput[] => {
    const here = joints.filter((id) => partsOf(id).axle === end);
    if (here.length === 0) return [];
    return [
      {
        end,
        axle: s.context.type.axles[end],
        joints: here,
        ...putTogether(s, (id) => choices.find((c) => c.joints.includes(id))),
        arranged: s.arranged[end],
        equipment: s.setup?.equipment ?? 'lift',
        corroded: s.setup?.corroded ?? true,
        jackingPoints: s.context.type.jackingPoints,
        times: s.context.file?.times ?? [],
      },
    ];
  });
  const plan = planBoth(inputs, s.axle);
  // As long as somebody's hands are busy: a soak is waited for, and not charged.
  const sum = (steps: readonly PlannedStep[]) => steps.reduce((total, step) => total + step.minutes, 0);
  return { all: sum(plan), timed: sum(plan.filter((p) => p.timed)) };
}

const held = (p: Part): string =>
  [...new Set([p.upper, p.lower].flatMap((e) => (e?.hold ? (sayStudHold({ hold: e.hold, holdMm: e.holdMm }) ?? []) : [])))].join(
    ', ',
  );

/** The worst of them; nobody knows it where one of them is not known. */
const worst = (of: readonly (number | undefined)[], pick: (...n: number[]) => number): number | undefined =>
  of.every((n) => n !== undefined) ? pick(...of) : undefined;

/** What parts and minutes cost, whole minor units at each of their lines, so that what is added up on paper comes to the sum. */
function costOf(s: JobState, partsMinor: number, minutes: number) {
  const { prices } = s.context.rules;
  const labourMinor = prices.labourMinorPerHour > 0 ? Math.round((minutes * prices.labourMinorPerHour) / 60) : undefined;
  const net = partsMinor + (labourMinor ?? 0);
  const taxMinor = prices.taxIncluded ? 0 : Math.round((net * prices.taxPercent) / 100);
  return { labourMinor, taxMinor, totalMinor: net + taxMinor };
}

function quoteOption(s: JobState, option: ChoiceOption): QuotedOption {
  const parts = option.choices.map((c) => ({
    part: c.body.part,
    quantity: c.body.quantity,
    minor: c.body.part.priceMinor * c.body.quantity,
  }));
  const partsMinor = parts.reduce((sum, p) => sum + p.minor, 0);
  const joints = option.choices.flatMap((c) => c.body.joints);
  const sides = new Set(joints.map((id) => partsOf(id).side)).size;
  const setting = parts.some((p) => isAdjustable(p.part.kind)) ? SETTING_MIN * sides : 0;
  const work = minutesFor(
    s,
    option.choices.map((c) => c.body),
  );
  const minutes = Math.round(work.all + setting);
  const all = parts.map((p) => p.part);
  const refit = all.every((p) => p.kind === 'refit');
  const hours = refit
    ? 0
    : worst(
        parts.map(({ part, quantity }) => (part.stock >= quantity ? 0 : part.deliveryHours)),
        Math.max,
      );
  const warrantyMonths = refit
    ? 0
    : worst(
        all.map((p) => p.warrantyMonths),
        Math.min,
      );
  const words = (of: (p: Part) => string) => [...new Set(all.map(of))].filter(Boolean).join('; ');
  return {
    option,
    parts,
    partsMinor,
    minutes,
    timedMinutes: Math.round(work.timed),
    ...costOf(s, partsMinor, minutes),
    hours,
    here: sayHere(hereOf(parts, hours)),
    warranty: sayWarranty(warrantyMonths) || 'not said',
    warrantyMonths,
    upkeep: words((p) => upkeep(p, s.context.measures.distance)) || 'none',
    ride: words(ride),
    held: words(held) || 'nothing',
    hardness: words((p) => (p.hardness === undefined ? '' : `${p.hardness} Shore A`)),
    put: undefined,
  };
}

/** "88 min, 71 of them by our own times": whose minutes they are. */
export function sayLabour(o: Pick<QuotedOption, 'minutes' | 'timedMinutes'>): string {
  if (o.timedMinutes === 0) return `${o.minutes} min, usual times`;
  return o.timedMinutes >= o.minutes ? `${o.minutes} min, our own times` : `${o.minutes} min, ${o.timedMinutes} by our own times`;
}

/** When all of a way is here. */
export type Here =
  { readonly is: 'nothing to wait for' | 'on the shelf' | 'to be ordered' } | { readonly is: 'in hours'; readonly hours: number };

/** @param hours until the last of it comes; undefined where nobody said */
export function hereOf(parts: QuotedOption['parts'], hours: number | undefined): Here {
  if (parts.every((p) => p.part.kind === 'refit')) return { is: 'nothing to wait for' };
  if (hours) return { is: 'in hours', hours };
  return { is: parts.every(({ part, quantity }) => part.stock >= quantity) ? 'on the shelf' : 'to be ordered' };
}
const sayHere = (h: Here): string => (h.is === 'in hours' ? `in ${h.hours} h` : h.is);

/** What one way has, or has not, beside another. */
export type Trait =
  | { readonly is: 'its length can be set' | 'it can be greased' | 'flats' | 'sooner' | 'to be greased' | 'no warranty' }
  | { readonly is: 'stiffer'; readonly by: Stiffness | undefined }
  | { readonly is: 'covered' | 'covered only'; readonly months: number }
  | { readonly is: 'later'; readonly hours: number };

/** What the dearer way has that the cheaper one has not, and what it has not. */
export function compareWays(a: QuotedOption, b: QuotedOption): { readonly more: Trait[]; readonly less: Trait[] } {
  const [pa, pb] = [a.parts[0]!.part, b.parts[0]!.part];
  /** By how much the second is more, where both are known. */
  const gain = (x: number | undefined, y: number | undefined): number => (x === undefined || y === undefined ? 0 : y - x);
  const [covered, later] = [gain(a.warrantyMonths, b.warrantyMonths), gain(a.hours, b.hours)];
  const poly = (p: Part) => p.material === 'polyurethane';
  return {
    more: [
      ...(isAdjustable(pb.kind) && !isAdjustable(pa.kind) ? [{ is: 'its length can be set' } as const] : []),
      ...(poly(pb) && !poly(pa) ? [{ is: 'stiffer', by: stiffnessOf(pa.hardness, pb.hardness) } as const] : []),
      ...(pb.greaseable && !pa.greaseable && !poly(pb) ? [{ is: 'it can be greased' } as const] : []),
      ...(/flats/.test(b.held) && !/flats/.test(a.held) ? [{ is: 'flats' } as const] : []),
      ...(covered > 0 ? [{ is: 'covered', months: b.warrantyMonths! } as const] : []),
      ...(later < 0 ? [{ is: 'sooner' } as const] : []),
    ],
    less: [
      ...(poly(pb) && !poly(pa) ? [{ is: 'to be greased' } as const] : []),
      ...(covered < 0
        ? [b.warrantyMonths ? ({ is: 'covered only', months: b.warrantyMonths } as const) : ({ is: 'no warranty' } as const)]
        : []),
      ...(later > 0 ? [{ is: 'later', hours: b.hours! } as const] : []),
    ],
  };
}

/** "it is covered for three years" */
export function sayTrait(t: Trait): string {
  const years = (months: number) =>
    months % 12 === 0 ? count(months / 12, 'year').replace(/^\d+/, (n) => numberWord(Number(n))) : `${months} months`;
  switch (t.is) {
    case 'stiffer':
      return `it is ${t.by ? `${t.by.how} ${fixed(t.by.ratio, 1)} times as stiff` : 'firmer'} and wears less`;
    case 'flats':
      return 'its flats do not round off like a hex';
    case 'covered':
      return `it is covered for ${years(t.months)}`;
    case 'covered only':
      return `it is covered for ${years(t.months)} only`;
    case 'sooner':
      return 'it is here sooner';
    case 'later':
      return `it is here in ${t.hours} h`;
    case 'to be greased':
      return 'it has to be greased';
    case 'no warranty':
      return 'it has no warranty';
    default:
      return t.is;
  }
}

/** "Better costs 14 more than plain: it can be greased, and it is covered for three years." Each way against the one before. */
function difference(options: readonly QuotedOption[], money: (minor: number) => string): string {
  return options
    .slice(1)
    .map((o, i) => {
      const before = options[i]!;
      const { more: has, less: not } = compareWays(before, o);
      const [more, less] = [has.map(sayTrait), not.map(sayTrait)];
      const dearerMinor = o.totalMinor - before.totalMinor;
      const costs =
        dearerMinor === 0
          ? `costs the same as ${before.option.name}`
          : `costs ${money(dearerMinor)} more than ${before.option.name}`;
      const but = less.length ? `${more.length ? ', but ' : ', and '}${list(less)}` : '';
      return `${capital(o.option.name)} ${costs}${more.length ? `: ${list(more)}` : ''}${but}.`;
    })
    .join(' ');
}

/** What is chosen by the first way of a line. */
const first = (line: ChoiceLine) => (line.options[0]?.choices ?? []).map((c) => c.body);

/**
 * The customer's quote: every line with its ways, priced from the parts, the plan's hands-on minutes and the shop's rate; a way
 * that was put to the customer with the sums that were said. Lines beside the first are told for what they cost while it is
 * apart, and by themselves later: what comes off once comes off once.
 * @param by 'now': by today's prices and times, whatever was said
 */
export function quoteOf(s: JobState, money: (minor: number) => string, by: 'as put' | 'now' = 'as put'): QuotedLine[] {
  const main = s.lines.find(stands);
  return s.lines.map((line): QuotedLine => {
    const options = line.options
      .map((o) => quoteOption(s, o))
      .map((o) => (by === 'now' ? o : asPut(s, o, money)))
      .sort((a, b) => a.totalMinor - b.totalMinor);
    const besides = main !== undefined && line !== main && stands(line);
    const one = options.find((o) => o.option.standing === 'approved') ?? options[0]!;
    // What is undone for the first line anyway is not undone again.
    const saves = besides
      ? Math.round(
          minutesFor(s, first(main)).all + minutesFor(s, first(line)).all - minutesFor(s, [...first(main), ...first(line)]).all,
        )
      : 0;
    return {
      line,
      options,
      difference: difference(options, money),
      beside: besides
        ? {
            togetherMinor: one.put?.togetherMinor ?? costOf(s, one.partsMinor, Math.max(0, one.minutes - saves)).totalMinor,
            laterMinor: one.totalMinor,
            savesMinutes: saves,
          }
        : undefined,
    };
  });
}
