import type { Entry, EntryBodies, Ledger } from '../../ledger';
import { assemblyJoints, assemblyOf, JOINT_SPECS, partsOf, type JointId } from '../../joint';
import { isAdjustable, type Part } from '../../parts';
import { fittedBy, otherStep, stepOfAxle, type PlainStepId } from '../../plan';
import type { AxleEnd, AxleSpec } from '../../vehicle';

/** How a choice stands: put to the customer and not answered, answered, or passed over for another one of its line. */
export type Standing = 'waiting' | 'approved' | 'declined' | 'later' | 'not taken';

/** One way to do a line: a part, or both hands of it. */
export interface ChoiceOption {
  /** "plain", "better", "adjustable", "polyurethane". */
  readonly name: string;
  readonly choices: readonly Entry<'choose'>[];
  readonly standing: Standing;
}

/** One thing the customer answers for: every way that was offered for it, the first one first. */
export interface ChoiceLine {
  /** "front.link" */
  readonly id: string;
  readonly joints: readonly JointId[];
  readonly options: readonly ChoiceOption[];
  readonly standing: Standing;
  /** What was said last, if anything was. */
  readonly answer: Entry<'answer'> | undefined;
}

/** What was measured for parts, chosen and answered, and what of it has been fitted. */
export interface ChoicesState {
  readonly sizes: readonly Entry<'size'>[];
  /** Everything that was put to the customer, line by line. */
  readonly lines: readonly ChoiceLine[];
  readonly standing: ReadonlyMap<string, Standing>;
  /** What the work is about: of the ways of a line the one that was taken, else the last that was offered. */
  readonly choices: readonly Entry<'choose'>[];
  /** What was put to the customer, as it was said, the last one last. */
  readonly quoted: readonly Entry<'quoted'>[];
  readonly answers: readonly Entry<'answer'>[];
  readonly orders: readonly Entry<'order'>[];
  readonly promises: readonly Entry<'promise'>[];
  readonly goods: readonly Entry<'goods'>[];
  /** What was chosen and then fitted; the same part put back is not renewed. */
  readonly renewed: ReadonlySet<JointId>;
  readonly setup?: EntryBodies['setup'] | undefined;
}

/** What an option is called in the customer's ear: by what it can do, else by its grade. */
export function optionName(p: Part): string {
  if (p.kind === 'refit') return 'as it is';
  if (p.kind === 'other part') return p.name;
  if (isAdjustable(p.kind)) return 'adjustable';
  return p.material === 'polyurethane' ? 'polyurethane' : p.grade;
}

/** The line a choice belongs to: links of an axle are one, whichever sides and ends were meant. */
export function lineOf(joints: readonly JointId[]): string {
  const { axle, kind } = partsOf(joints[0]!);
  return `${axle}.${JOINT_SPECS[kind].assembly ?? kind}`;
}

const overlap = (a: Entry<'choose'>, b: Entry<'choose'>): boolean => {
  const parts = new Set(a.body.joints.map(assemblyOf));
  return b.body.joints.some((id) => parts.has(assemblyOf(id)));
};

/**
 * What becomes of everything that was chosen. The customer's last word about a choice stands; a yes to one way leaves
 * the others that stood beside it not taken; what is offered after a yes waits for its own answer and takes nobody's
 * place. The same way chosen again before it was answered takes the first one's place.
 */
function standings(chosen: readonly Entry<'choose'>[], answers: readonly Entry<'answer'>[], order: (id: string) => number) {
  const out = new Map<string, Standing>();
  const last = (id: string) => answers.findLast((a) => a.body.parts.includes(id));
  const yesTo = (c: Entry<'choose'>, after: number) =>
    answers.some(
      (a) =>
        a.body.answer === 'approved' &&
        order(a.id) > after &&
        !a.body.parts.includes(c.id) &&
        chosen.some((o) => a.body.parts.includes(o.id) && overlap(o, c)),
    );
  for (const c of chosen) {
    const said = last(c.id);
    if (said) {
      // A later yes to another way for the same joints is what holds.
      const passed = said.body.answer === 'approved' && yesTo(c, order(said.id));
      out.set(c.id, passed ? 'not taken' : said.body.answer);
      continue;
    }
    if (yesTo(c, order(c.id))) {
      out.set(c.id, 'not taken');
      continue;
    }
    const again = chosen.some(
      (o) => order(o.id) > order(c.id) && overlap(o, c) && optionName(o.body.part) === optionName(c.body.part),
    );
    if (!again) out.set(c.id, 'waiting');
  }
  return out;
}

const overlaps = (a: ChoiceOption, b: ChoiceOption): boolean => a.choices.some((c) => b.choices.some((d) => overlap(c, d)));

/** "plain left, better right": each side of an option by what it is. */
const bothNames = (...options: readonly ChoiceOption[]): string =>
  options.flatMap((o) => o.choices.map((c) => `${optionName(c.body.part)} ${partsOf(c.body.joints[0]!).side}`)).join(', ');

/**
 * The ways of a line: choices of one name that are for different joints go together, and so do those that take nothing
 * from each other: plain on the left and better on the right is one way, not two.
 */
function optionsOf(choices: readonly Entry<'choose'>[], standing: ReadonlyMap<string, Standing>): ChoiceOption[] {
  const byName = new Map<string, Entry<'choose'>[]>();
  for (const c of choices) {
    const name = optionName(c.body.part);
    byName.set(name, [...(byName.get(name) ?? []), c]);
  }
  const named = [...byName].map(([name, list]): ChoiceOption => ({
    name,
    choices: list,
    // One of its hands still waits: so does the whole.
    standing: list.some((c) => standing.get(c.id) === 'waiting') ? 'waiting' : standing.get(list.at(-1)!.id)!,
  }));
  const alone = named.length > 1 && named.every((o) => named.every((p) => p === o || !overlaps(o, p)));
  if (!alone || named.some((o) => o.standing !== named[0]!.standing)) return named;
  return [{ ...named[0]!, name: bothNames(...named), choices: named.flatMap((o) => o.choices) }];
}

/** What a line comes to: it waits as long as one of its ways does, unless that is all that was said of it. */
function lineStanding(options: readonly ChoiceOption[]): Standing {
  for (const s of ['waiting', 'approved', 'later', 'declined'] as const) if (options.some((o) => o.standing === s)) return s;
  return 'not taken';
}

/** @param axles the type's, which say how a part of theirs is put on; @param about the axle the job is about */
export function choicesState(
  { kept, entries }: Ledger,
  axles: Readonly<Record<AxleEnd, AxleSpec>>,
  about: AxleEnd,
): ChoicesState {
  const done = (end: AxleEnd, step: PlainStepId) => kept.step.get(stepOfAxle(end, about, step))?.body.state === 'done';
  const at = new Map(entries.map((e, i) => [e.id, i]));
  const order = (id: string) => at.get(id) ?? -1;
  const standing = standings(kept.choose, kept.answer, order);
  const offered = kept.choose.filter((c) => standing.has(c.id));
  const byLine = new Map<string, Entry<'choose'>[]>();
  for (const c of offered) {
    const id = lineOf(c.body.joints);
    byLine.set(id, [...(byLine.get(id) ?? []), c]);
  }
  const lines = [...byLine].map(([id, choices]): ChoiceLine => {
    const options = optionsOf(choices, standing);
    const ids = new Set(choices.map((c) => c.id));
    return {
      id,
      joints: [...new Set(choices.flatMap((c) => c.body.joints))],
      options,
      standing: lineStanding(options),
      answer: kept.answer.findLast((a) => a.body.parts.some((p) => ids.has(p))),
    };
  });
  // Of several that wait for the same joints the last is reckoned with, and none where one has its yes.
  const choices = offered.filter((c, i) => {
    const s = standing.get(c.id);
    if (s === 'not taken') return false;
    const others = offered.filter((o) => o !== c && overlap(o, c));
    if (s === 'approved') return true;
    if (others.some((o) => standing.get(o.id) === 'approved')) return false;
    if (s === 'waiting') return !offered.slice(i + 1).some((o) => standing.get(o.id) === 'waiting' && overlap(o, c));
    // Declined or later: one of them stands for the line.
    return !others.some((o) => standing.get(o.id) === 'waiting') && !offered.slice(i + 1).some((o) => overlap(o, c));
  });
  const renewed = new Set<JointId>();
  const bought = choices.filter((c) => c.body.part.kind !== 'refit');
  for (const id of bought.flatMap((c) => c.body.joints))
    // Before its work was laid out, a part beside the bar was one step: those tapes stand.
    if ([fittedBy(id, axles[partsOf(id).axle]), otherStep(id)].some((step) => done(partsOf(id).axle, step)))
      for (const end of assemblyJoints(id)) renewed.add(end);
  return {
    sizes: kept.size,
    lines,
    standing,
    choices,
    quoted: kept.quoted,
    answers: kept.answer,
    orders: kept.order,
    promises: kept.promise,
    goods: kept.goods,
    renewed,
    setup: kept.setup?.body,
  };
}
