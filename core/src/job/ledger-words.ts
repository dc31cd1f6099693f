import { sayFault } from '../diagnosis';
import { jointsOf, splitFastener } from '../joint';
import type { Cause, LedgerWords } from '../ledger';
import { piecesFor, type PlannedStep } from '../plan';
import { spoken, type Dialect } from '../text';
import { fastenerName } from '../torque';
import type { Measures } from '../units';
import { AXLES } from '../vehicle';
import type { JobState } from './fold';
import { sayJoints, sayParts } from './say';

/** How ids are said in this shop's dialect; steps and pieces by their names where the job is at hand. */
export function ledgerWords(
  dialect: Dialect,
  measures: Measures,
  zone: string | null,
  job?: { readonly state: JobState; readonly plan: readonly PlannedStep[] },
): LedgerWords {
  const axles = job?.state.context.type.axles;
  const pieces = axles ? AXLES.flatMap((end) => piecesFor(axles[end], jointsOf(end, axles[end]))) : [];
  return {
    joint: (j) => (job ? sayJoints(job.state, [j as Cause]) : sayFault(j, dialect)),
    parts: (ids) => sayParts(dialect, ids),
    step: (id) => job?.plan.find((p) => p.id === id)?.title ?? id.replaceAll('-', ' '),
    fastener: (f) => {
      const at = splitFastener(f);
      // The shield is one, whichever side its screws are kept under.
      if (at?.kind === 'shield-bolt') return fastenerName(at.kind, dialect);
      const end = at && job && at.axle !== job.state.axle ? ` ${at.axle}` : '';
      return at ? `${fastenerName(at.kind, dialect)}, ${at.side}${end}` : f;
    },
    say: (t) => spoken(t, dialect),
    measures,
    zone,
    piece: (id) => spoken(pieces.find((p) => p.id === id)?.name ?? '', dialect) || id.split('.').slice(1).join(' '),
  };
}
