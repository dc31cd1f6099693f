import type { PracticeAnswer, PracticeContext } from './answer';
import { LOOK_MINUTES } from './minutes';
import type { GoodsCheck } from '../ledger';
import { type JointId, assemblyJoints } from '../joint';
import { type JobState, goodsChecks } from '../job';
import { BadInput } from '../error';
import { WRONG_BOX_SHARE, type PracticeGrade } from './grade';
import { sayBox } from './words';
import { lotOf } from './truth';

/** How often a customer says no, by grade (invented: a no is to be met sometimes). */
export const NO_SHARE: Readonly<Record<PracticeGrade, number>> = { 1: 0, 2: 0, 3: 0.1, 4: 0.15, 5: 0.2 };
const choiceOf = (s: JobState, id: string) => {
  const choice = s.choices.find((x) => x.id === id);
  if (!choice) throw new BadInput('choice', 'is none of this job', id);
  return choice;
};
/** What is wrong with the box that is opened for a choice, if anything is: the first one may be, the one sent for it is not. */
export function wrongBox(c: PracticeContext, id: string): GoodsCheck | undefined {
  const { joints, part } = choiceOf(c.state, id).body;
  if (c.state.goods.some((g) => g.body.choice === id && g.body.outcome === 'refused')) return undefined;
  const chance = lotOf(c.truth, 'box', ...joints);
  if (!chance.chance(WRONG_BOX_SHARE[c.grade])) return undefined;
  const checks = goodsChecks(part);
  // Mostly it is simply another part.
  return chance.chance(0.5) ? 'right part' : chance.pick(checks);
}

/** A part that does not go on was taken in for this joint. */
export function wrongTaken(c: PracticeContext, joint: JointId): boolean {
  return c.state.goods.some((g) => {
    if (g.body.outcome !== 'taken') return false;
    const choice = c.state.choices.find((x) => x.id === g.body.choice);
    if (!choice?.body.joints.flatMap(assemblyJoints).includes(joint)) return false;
    const wrong = wrongBox(c, choice.id);
    return wrong === 'right part' || wrong === 'right side';
  });
}

export function opened(c: PracticeContext, id: string): PracticeAnswer {
  const { part } = choiceOf(c.state, id).body;
  const wrong = wrongBox(c, id);
  return {
    says: goodsChecks(part).map((x) => sayBox(x, x !== wrong)),
    minutes: LOOK_MINUTES,
    showed: { of: 'goods', ...(wrong ? { wrong } : {}) },
  };
}

export function answered(c: PracticeContext, id: string): PracticeAnswer {
  const { joints } = choiceOf(c.state, id).body;
  const yes = !lotOf(c.truth, 'answer', ...joints).chance(NO_SHARE[c.grade]);
  return {
    says: [yes ? '“Yes, do that.” In person.' : '“No. Not that, not now.” In person.'],
    minutes: 0,
    showed: { of: 'answer', yes },
  };
}
