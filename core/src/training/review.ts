import { faultsOf, sayFault, splitFault, type FaultId, type OtherFault } from '../diagnosis';
import { assemblyJoints, assemblyOf, isDangerous, isJointId, partsOf, type JointId } from '../joint';
import { fastenersOf, leftDangers, ledgerWords, planOf, uncleared, wasTold, workJoints } from '../job';
import { sayEntry, type EntryBodies } from '../ledger';
import { capital, list } from '../text';
import { otherSide } from '../vehicle';
import { curedBy, wornAt, type Asked, type PracticeContext } from './answer';
import type { PracticeGrade } from './grade';
import type { Felt } from './practice-vehicle';
import { bestPath, minutesToFind, pathOf, type PathStep } from './search';

/** What a review praises, and what it finds wanting; by these names they return over several vehicles. */
export const STRENGTHS = [
  'found it',
  'quick',
  'asked well',
  'wrote what was felt',
  'cleared what is dangerous',
  'nothing thrown at it',
  'torques right',
  'box looked at',
  'told the customer',
] as const;
export type Strength = (typeof STRENGTHS)[number];
export const MISTAKES = [
  'did not find it',
  'danger left in',
  'drove it though dangerous',
  'looked in the wrong state',
  'looks that told nothing',
  'where and when not asked',
  'written without a look',
  'written otherwise than felt',
  'good parts thrown at it',
  'wrong box taken',
  'trouble not said',
  'torques open',
  'customer not told',
] as const;
export type Mistake = (typeof MISTAKES)[number];

/** What came of a practice vehicle, for whoever worked on it and for the lead. */
export interface PracticeReview {
  readonly grade: PracticeGrade;
  /** What it was, now that it may be said. */
  readonly was: string;
  readonly found: boolean;
  /** By the usual times of checks and steps: to find it, and in all. */
  readonly minutesToFind: number;
  readonly minutes: number;
  readonly planMinutes: number;
  readonly path: readonly PathStep[];
  readonly best: readonly PathStep[];
  readonly strengths: readonly Strength[];
  readonly mistakes: readonly { readonly mistake: Mistake; readonly words: string }[];
  /** What the customer was told and answered, line by line. */
  readonly told: readonly string[];
}

/** So many looks that told nothing are one too many (a choice). */
const MANY_NOTHING = 2;
/** A search within so much of the plan's time is a quick one (a choice). */
const QUICK = 1.5;

/**
 * The review of a practice vehicle once it is handed back or given up. Long: the plan is made anew for every step of it.
 * @throws BadInput for a truth that is none of its vehicle
 */
export function reviewOf(c: PracticeContext): PracticeReview {
  const path = pathOf(c);
  const best = bestPath(c);
  const mistakes: { mistake: Mistake; words: string }[] = [];
  const strengths: Strength[] = [];
  const wrong: Wrong = (mistake, words) => mistakes.push({ mistake, words: capital(words) });
  const found = named(c, wrong, strengths);
  const toFind = minutesToFind(path);
  const planMinutes = minutesToFind(best);
  // Whoever came upon it and did not name it was not quick.
  if (found && path.some((p) => p.found) && toFind <= QUICK * planMinutes) strengths.push('quick');
  looked(path, wrong);
  asked(c, wrong, strengths);
  written(c, wrong, strengths);
  endangered(c, wrong, strengths);
  renewed(c, wrong, strengths);
  worked(c, wrong, strengths);
  return {
    grade: c.grade,
    was: sayTruth(c),
    found,
    minutesToFind: toFind,
    minutes: minutesOf(c),
    planMinutes,
    path,
    best,
    strengths,
    mistakes,
    told: toldLines(c),
  };
}

const sayOf =
  ({ state }: PracticeContext) =>
  (id: FaultId | JointId | OtherFault) =>
    sayFault(id, state.context.rules.dialect, true);

/** Whether everything that sounds was renewed or named; where nothing of the list does, whether that was said. */
function named(c: PracticeContext, wrong: Wrong, strengths: Strength[]): boolean {
  const { state: s, truth: t } = c;
  const cured = curedBy(s);
  const causes = new Set((s.verdict?.body.causes ?? []).map(String));
  // A link is one part: either end, or its body, names it.
  const isNamed = (f: FaultId) => {
    const joint = splitFault(f)?.joint;
    const ends = new Set<string>(joint ? assemblyJoints(joint) : []);
    return causes.has(f) || [...causes].some((n) => ends.has(splitFault(n)?.joint ?? n));
  };
  const left = t.sounding.filter((f) => !cured.has(f) && !isNamed(f));
  // For the diagnosis alone one that sounds is enough: a second is found on the drive after the repair.
  const enough = s.context.practice === 'diagnosis' && left.length < t.sounding.length;
  const found = t.sounding.length > 0 ? left.length === 0 || enough : s.verdict !== undefined && causes.size === 0;
  if (found) strengths.push('found it');
  else
    wrong(
      'did not find it',
      t.sounding.length > 0
        ? `Not named, and not renewed: ${list(left.map(sayOf(c)))}.`
        : 'No part of the list made it; the honest verdict was “not reproduced”.',
    );
  return found;
}

/** Looks that could show nothing as it stood, and those that told nothing. */
function looked(path: readonly PathStep[], wrong: Wrong): void {
  const titles = (of: (p: PathStep) => boolean) => path.filter(of).map((p) => p.title);
  const inWrongState = titles((p) => p.nothing === 'wrong state');
  if (inWrongState.length) wrong('looked in the wrong state', `${list(inWrongState)}: as it stood, it could show nothing.`);
  const nothing = titles((p) => p.nothing !== undefined && p.nothing !== 'wrong state');
  if (nothing.length >= MANY_NOTHING) wrong('looks that told nothing', `${list(nothing)}.`);
}

/** What is dangerous: looked at where that shows it, and not driven with. */
function endangered(c: PracticeContext, wrong: Wrong, strengths: Strength[]): void {
  const { state: s, truth: t } = c;
  const cured = curedBy(s);
  const danger = faultsOf(s.context.type).filter((f) => f.dangerous && t.worn.includes(f.id) && !cured.has(f.id));
  const missed = danger.filter((f) => f.joint && !['dangerous', 'loose'].includes(s.joints.get(f.joint)!.asFound.state));
  const unseen = missed.filter((f) => !c.asked.some((a) => countedAt(a, f.joint!)));
  if (unseen.length)
    wrong('danger left in', `${list(unseen.map((f) => sayOf(c)(f.id)))}: worn, and nobody looked in a state that shows it.`);
  else if (uncleared(s, s.axle).length === 0) strengths.push('cleared what is dangerous');
  const felt = c.asked.findIndex(
    (a) =>
      a.answer.showed.of === 'check' &&
      a.answer.showed.felt.some((f) => f.counts && f.felt === 'moves' && isJointId(f.at) && isDangerous(partsOf(f.at).kind)),
  );
  if (felt >= 0 && c.asked.slice(felt).some((a) => a.ask.of === 'drive') && danger.length > 0)
    wrong('drove it though dangerous', 'It was driven after a dangerous joint was felt to move.');
}

/** Sound parts that were renewed: each part once, and none whose twin was worn. */
function renewed(c: PracticeContext, wrong: Wrong, strengths: Strength[]): void {
  const { state: s, truth: t } = c;
  const felt = feltMore(c);
  // A sound joint that is at the edge of what a hand can tell is no trap: the hand said so.
  const sound = [...s.renewed].filter((id) => !wornAt(t, s, id) && !pairOfWorn(c, id) && !pairFelt(id, felt));
  const parts = sound.filter((id, i) => sound.findIndex((x) => assemblyOf(x) === assemblyOf(id)) === i);
  if (parts.length) wrong('good parts thrown at it', `${list(parts.map(sayOf(c)))}: sound, and renewed.`);
  else if (s.renewed.size) strengths.push('nothing thrown at it');
}

/** By the usual times: of what was asked, and of the steps that were done. */
function minutesOf({ asked, state: s }: PracticeContext): number {
  const tight = new Set(fastenersOf(s).flatMap((f) => (f.state === 'done' ? [f.fastener.id as string] : [])));
  const done = planOf(s).filter((p) => (p.fastener ? tight.has(p.fastener) : s.steps.get(p.id)?.body.state === 'done'));
  const looks = asked.filter((a) => a.ask.of !== 'step').reduce((sum, a) => sum + a.answer.minutes, 0);
  return Math.round(looks + done.reduce((sum, p) => sum + p.minutes, 0));
}

/** "Left link, lower end made it. Worn besides, and silent: …" */
function sayTruth(c: PracticeContext): string {
  const { truth: t } = c;
  const say = sayOf(c);
  const silent = t.worn.filter((f) => !t.sounding.includes(f));
  const made = t.sounding.length
    ? `${capital(list(t.sounding.map(say)))} made it.`
    : t.unlisted
      ? 'Something made it that is on no list.'
      : 'Nothing made it that is still there.';
  const other = t.unlisted && t.sounding.length ? ' So did something that is on no list.' : '';
  const next =
    c.state.context.practice === 'diagnosis' && t.sounding.length > 1
      ? ' One is enough here: the next is heard on the drive after the repair.'
      : '';
  return `${made}${other}${next}${silent.length ? ` Worn besides, and silent: ${list(silent.map(say))}.` : ' Nothing else was worn.'}`;
}

/** A part is renewed with its twin: what is thrown at nothing has a sound twin too. */
function pairOfWorn(c: PracticeContext, id: JointId): boolean {
  const { axle, side, kind } = partsOf(id);
  return wornAt(c.truth, c.state, `${axle}.${otherSide(side)}.${kind}`);
}

/** Whether it, another end of its part, or its twin was felt to give. */
const pairFelt = (id: JointId, felt: ReadonlySet<JointId | OtherFault>): boolean => {
  const { axle, side, kind } = partsOf(id);
  return [id, `${axle}.${otherSide(side)}.${kind}` as JointId].some((x) => assemblyJoints(x).some((at) => felt.has(at)));
};

const countedAt = (a: Asked, joint: JointId): boolean =>
  (a.answer.showed.of === 'check' && a.answer.showed.felt.some((f) => f.at === joint && f.counts)) ||
  (a.ask.of === 'gauge' && a.ask.joint === joint && a.answer.showed.of === 'gauge' && a.answer.showed.counts);

type Wrong = (mistake: Mistake, words: string) => void;

/** Where and when decide more than the sound itself. */
function asked(c: PracticeContext, wrong: Wrong, strengths: Strength[]): void {
  const { said } = c.truth;
  const could = (['where', 'when'] as const).filter((k) => said[k].length > 0);
  const complaint = c.state.complaint;
  const not = could.filter((k) => !(complaint?.[k] ?? []).some((x) => (said[k] as readonly string[]).includes(x)));
  const was = (k: 'where' | 'when') => c.asked.some(({ ask }) => ask.of === 'customer' && ask.about === k);
  const never = not.filter((k) => !was(k));
  if (never.length) wrong('where and when not asked', `The customer could have said ${list(never)} it is heard.`);
  const unwritten = not.filter(was);
  if (unwritten.length)
    wrong('written otherwise than felt', `The customer said ${list(unwritten)} it is heard, and it is not written down.`);
  if (could.length && !not.length) strengths.push('asked well');
  const heard = ['character', 'where', 'when', 'handling', 'conditions'] as const;
  const more = heard.flatMap((k) => (complaint?.[k] ?? []).filter((x) => !(said[k] as readonly string[]).includes(x)));
  if (more.length) wrong('written otherwise than felt', `The customer did not say: ${list([...new Set<string>(more)])}.`);
}

/** What a result on the tape would have been, of what was felt. */
const asFelt = (felt: string, result: string): boolean =>
  result === 'can’t tell' || result === felt || (result === 'dangerous' && felt === 'moves');

/** Joints that were felt to give, on the vehicle or in the hand: who acted on that threw nothing away. */
const feltMore = (c: PracticeContext): ReadonlySet<JointId | OtherFault> =>
  new Set(
    c.asked.flatMap(({ ask, answer: { showed } }) =>
      showed.of === 'check'
        ? showed.felt.filter((f) => f.counts && f.felt !== 'tight').map((f) => f.at)
        : showed.of === 'hand' && ask.of === 'hand' && showed.loose
          ? [ask.joint]
          : [],
    ),
  );

/** What the looks of a check showed at a joint: as the vehicle stood when it was written down, where there was one then; otherwise any. */
function feltAt(
  c: PracticeContext,
  { check, state }: EntryBodies['check'],
  joint: JointId | OtherFault,
): readonly { readonly felt: Felt }[] {
  const looks = c.asked.flatMap(({ ask, answer: { showed } }) =>
    ask.of === 'check' && ask.check === check && showed.of === 'check'
      ? showed.felt.filter((f) => f.at === joint).map((f) => ({ ...f, state: ask.state }))
      : [],
  );
  const then = looks.filter((f) => f.state === state);
  return then.length ? then : looks;
}

/** What stands on the tape against what was felt, read and heard. */
function written(c: PracticeContext, wrong: Wrong, strengths: Strength[]): void {
  const { state: s } = c;
  const { dialect } = s.context.rules;
  const unlooked: string[] = [];
  const otherwise: string[] = [];
  for (const e of s.entries) {
    if (s.struck.has(e.id)) continue;
    if (e.kind === 'check') {
      for (const r of e.body.results) {
        const felt = feltAt(c, e.body, r.joint);
        const name = sayFault(r.joint, dialect, true);
        if (felt.length === 0) unlooked.push(name);
        else if (!felt.some((f) => asFelt(f.felt, r.result))) otherwise.push(`${name}: ${r.result}`);
      }
    }
    if (e.kind === 'drive') {
      const heard = c.asked.flatMap((a) =>
        a.ask.of === 'drive' && a.ask.manoeuvre === e.body.manoeuvre && a.answer.showed.of === 'drive'
          ? [a.answer.showed.heard]
          : [],
      );
      if (heard.length === 0) unlooked.push(e.body.manoeuvre);
      else if (!heard.includes(e.body.heard)) otherwise.push(`${e.body.manoeuvre}: ${e.body.heard}`);
    }
    if (e.kind === 'reading' && !c.asked.some((a) => a.ask.of === 'gauge' && a.ask.joint === e.body.joint))
      unlooked.push(`a reading at ${sayFault(e.body.joint, dialect, true)}`);
    if (e.kind === 'confirm' && !c.asked.some((a) => a.ask.of === 'hand' && assemblyOf(a.ask.joint) === assemblyOf(e.body.joint)))
      unlooked.push(`${sayFault(e.body.joint, dialect, true)} in the hand`);
  }
  if (unlooked.length) wrong('written without a look', `${list([...new Set(unlooked)])}.`);
  if (otherwise.length) wrong('written otherwise than felt', `${list([...new Set(otherwise)])}.`);
  if (!unlooked.length && !otherwise.length && s.kept.check.length) strengths.push('wrote what was felt');
}

/** Boxes, troubles, torques and what the customer heard. */
function worked(c: PracticeContext, wrong: Wrong, strengths: Strength[]): void {
  const { state: s } = c;
  const boxes = c.asked.flatMap((a) =>
    a.ask.of === 'goods' && a.answer.showed.of === 'goods' ? [{ choice: a.ask.choice, wrong: a.answer.showed.wrong }] : [],
  );
  const taken = (choice: string): EntryBodies['goods'] | undefined =>
    s.goods.findLast((g) => g.body.choice === choice && g.body.outcome === 'taken')?.body;
  const first = boxes.filter((b, i) => b.wrong && boxes.findIndex((x) => x.choice === b.choice) === i);
  const swallowed = first.filter(
    (b) =>
      s.goods.find((g) => g.body.choice === b.choice)?.body.outcome === 'taken' &&
      !taken(b.choice)?.checks.some((x) => x.check === b.wrong && x.result === 'no'),
  );
  if (swallowed.length) wrong('wrong box taken', `Taken as right: ${list(swallowed.map((b) => b.wrong!))} was not.`);
  else if (first.length) strengths.push('box looked at');

  const troubles = c.asked.flatMap((a) =>
    a.ask.of === 'step' && a.answer.showed.of === 'step' && a.answer.showed.trouble
      ? [{ step: a.ask.step, what: a.answer.showed.trouble }]
      : [],
  );
  const unsaid = troubles.filter((x) => !s.troubles.some((e) => e.body.step === x.step));
  if (unsaid.length) wrong('trouble not said', `${list([...new Set(unsaid.map((x) => x.what))])}: met, and not written down.`);

  const fasteners = fastenersOf(s);
  const open = fasteners.filter((f) => f.state !== 'done' || f.wrong);
  if (workJoints(s).length && open.length) wrong('torques open', `${list(open.map((f) => f.label))}.`);
  else if (fasteners.length) strengths.push('torques right');

  const left = leftDangers(s);
  const unheard = [...new Set(left.filter((d) => !wasTold(s, d)).flatMap((d) => d.at))];
  if (unheard.length)
    wrong(
      'customer not told',
      `${list(unheard.map((at) => sayFault(at, s.context.rules.dialect, true)))}: dangerous, and the owner does not know.`,
    );
  else if (left.length || s.told.length) strengths.push('told the customer');
}

/** The lines of the tape that the customer heard. */
function toldLines({ state: s }: PracticeContext): string[] {
  const { rules, measures } = s.context;
  const words = ledgerWords(rules.dialect, measures, rules.timeZone, { state: s, plan: planOf(s) });
  return s.entries
    .filter((e) => !s.struck.has(e.id) && ['verdict', 'told', 'answer', 'recheck', 'hand-back'].includes(e.kind))
    .map((e) => sayEntry(e, words));
}
