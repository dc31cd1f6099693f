import type { Entry, Ledger } from '../../ledger';

/** What was said, proved, promised and handed back. */
export interface ProofState {
  readonly verdict?: Entry<'verdict'> | undefined;
  /** Somebody goes on without one, and said why. */
  readonly goOn?: Entry<'go-on'> | undefined;
  readonly roadTest?: Entry<'road-test'> | undefined;
  /** Whether the work came to what the job was for. */
  readonly aim?: Entry<'aim'> | undefined;
  readonly alignment?: Entry<'alignment'> | undefined;
  readonly rechecks: readonly Entry<'recheck'>[];
  readonly rechecked: ReadonlyMap<string, Entry<'rechecked'>>;
  readonly told: readonly Entry<'told'>[];
  readonly handBack?: Entry<'hand-back'> | undefined;
}

export const proofState = ({ kept }: Ledger): ProofState => ({
  verdict: kept.verdict,
  goOn: kept['go-on'],
  roadTest: kept['road-test'],
  aim: kept.aim,
  alignment: kept.alignment,
  rechecks: kept.recheck,
  rechecked: kept.rechecked,
  told: kept.told,
  handBack: kept['hand-back'],
});
