import { isJointId, JOINT_KINDS, partsOf, type JointId } from '../joint';
import { compareWays, hereOf, leftAt, stands, totalOf, type JobState, type QuotedLine, type QuotedOption } from '../job';
import type { OtherFault } from '../diagnosis';
import { AXLES } from '../vehicle';
import { thingOf, type PaperGrade, type PaperWords } from './words';

/** What is said to the customer, each a sentence or a few. */
export interface Letter {
  /** What was found and what it does; nothing found is said too. */
  readonly wrong: readonly string[];
  /** Each way with its price, and what is better in it; what was agreed. */
  readonly ways: readonly string[];
  /** When it is ready. */
  readonly ready: string;
  /** What we need from them. */
  readonly need: string;
}

/** Joints, those of one thing and axle together, in the order of the kinds. */
export function byThing(ids: readonly JointId[]): (readonly JointId[])[] {
  return [...new Set(JOINT_KINDS.map(thingOf))].flatMap((of) =>
    AXLES.flatMap((axle) => {
      const here = ids.filter((id) => thingOf(partsOf(id).kind) === of && partsOf(id).axle === axle);
      return here.length ? [here] : [];
    }),
  );
}

/** The sentence for a vehicle that left with a danger; empty where it did not. */
export function banIn(s: JobState, w: PaperWords): string {
  const left = leftAt(s);
  const names = [
    ...byThing(left.filter(isJointId)).map((ids) => w.parts(s.context.rules.dialect, ids)),
    ...left.filter((at): at is OtherFault => !isJointId(at)).map((at) => w.others[at]),
  ];
  return names.length ? w.ban(names) : '';
}

function wrong(s: JobState, w: PaperWords): string[] {
  const found = (grade: PaperGrade) =>
    byThing([...s.joints.values()].filter((j) => j.state === grade && !s.renewed.has(j.id)).map((j) => j.id)).map((ids) => {
      const { axle, kind } = partsOf(ids[0]!);
      const drives = w.drives[thingOf(kind)];
      const then = grade === 'watch' ? w.watchLater : `${drives.does} ${drives.ifNot}`;
      return `${w.found(grade, axle, w.parts(s.context.rules.dialect, ids))} ${then}`;
    });
  const all = [...found('dangerous'), ...found('loose'), ...found('watch')];
  return [...[banIn(s, w)].filter(Boolean), ...(all.length ? all : [w.nothingWorn])];
}

/** How the ways of a line differ, each against the one before. */
export const differIn = (options: readonly QuotedOption[], currency: string, w: PaperWords): string =>
  options
    .slice(1)
    .map((o, i) => {
      const before = options[i]!;
      const { more, less } = compareWays(before, o);
      const dearer = o.totalMinor - before.totalMinor;
      return w.differs(
        w.way(o.option.name),
        w.way(before.option.name),
        dearer ? w.money(dearer, currency) : '',
        more.map(w.trait),
        less.map(w.trait),
      );
    })
    .join(' ');

/** What is to be said on the phone of a line: its ways with their prices, and how they differ. */
function lineIn(s: JobState, { line, options, beside }: QuotedLine, w: PaperWords): string {
  const { currency, dialect } = s.context.rules;
  const money = (minor: number) => w.money(minor, currency);
  const ways = options.map((o) => ({
    name: w.way(o.option.name),
    sum: money(o.totalMinor),
    here: w.here(hereOf(o.parts, o.hours)),
  }));
  return [
    w.line(w.parts(dialect, line.joints), ways),
    beside && beside.savesMinutes > 0 ? w.beside(money(beside.togetherMinor), money(beside.laterMinor)) : '',
    differIn(options, currency, w),
  ]
    .filter(Boolean)
    .join(' ');
}

/** What is said to the customer of what was found, what it would cost, when it is ready and what they are asked. */
export function letterOf(s: JobState, quote: readonly QuotedLine[], w: PaperWords): Letter {
  const { dialect, currency } = s.context.rules;
  const name = (line: QuotedLine['line']) => w.parts(dialect, line.joints);
  const waiting = quote.filter((q) => q.line.standing === 'waiting');
  const agreed = quote.filter((q) => q.line.standing === 'approved');
  const total = totalOf(quote);
  const work = quote
    .filter((q) => stands(q.line))
    .map((q) => q.options.find((o) => o.option.standing === 'approved') ?? q.options[0]!);
  const minutes = work.reduce((sum, o) => sum + o.minutes, 0);
  const hours = work.some((o) => o.hours === undefined) ? undefined : Math.max(0, ...work.map((o) => o.hours ?? 0));
  return {
    wrong: wrong(s, w),
    ways: [
      ...waiting.map((q) => lineIn(s, q, w)),
      ...agreed.map((q) => {
        const way = q.options.find((o) => o.option.standing === 'approved');
        return w.saidYes(name(q.line), way && q.options.length > 1 ? w.way(way.option.name) : '');
      }),
      ...(total && quote.length > 1
        ? [`${w.total(total.agreed ? 'agreed' : total.least ? 'least' : 'all')}: ${w.money(total.minor, currency)}.`]
        : []),
    ],
    ready: work.length ? w.takes(minutes, hours) : '',
    need: waiting.length ? w.need(w.list(waiting.map((q) => name(q.line)))) : '',
  };
}

/** A letter as one text, to be said or sent. @param head the greeting; @param foot who we are and where we are reached */
export const letterText = (l: Letter, head: string, foot: string): string =>
  [head, l.wrong.join(' '), l.ways.join(' '), l.ready, l.need, foot].filter(Boolean).join('\n\n');
