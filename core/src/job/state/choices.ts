import type { Entry, EntryBodies, Ledger } from '../../ledger';
import { assemblyJoints, type JointId } from '../../joint';
import { fittedBy } from '../../plan';

/** What was measured for parts, chosen and answered, and what of it has been fitted. */
export interface ChoicesState {
  readonly sizes: readonly Entry<'size'>[];
  readonly choices: readonly Entry<'choose'>[];
  readonly answers: readonly Entry<'answer'>[];
  /** What was chosen and then fitted; the same part put back is not renewed. */
  readonly renewed: ReadonlySet<JointId>;
  readonly setup?: EntryBodies['setup'] | undefined;
}

export function choicesState({ kept }: Ledger): ChoicesState {
  const choices = [...kept.choose.values()];
  const renewed = new Set<JointId>();
  const bought = choices.filter((c) => c.body.part.kind !== 'refit');
  for (const id of bought.flatMap((c) => c.body.joints))
    if (kept.step.get(fittedBy(id))?.body.state === 'done') for (const end of assemblyJoints(id)) renewed.add(end);
  return { sizes: kept.size, choices, answers: kept.answer, renewed, setup: kept.setup?.body };
}
