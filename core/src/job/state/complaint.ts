import type { Heard, Manoeuvre } from '../../diagnosis';
import type { EntryBodies, Ledger } from '../../ledger';

/** What was heard: by the customer, and on the shop's own drive. */
export interface ComplaintState {
  readonly complaint?: EntryBodies['complaint'] | undefined;
  /** Why a vehicle without a noise is here. */
  readonly purpose?: EntryBodies['purpose'] | undefined;
  readonly drive: ReadonlyMap<Manoeuvre, Heard>;
}

export const complaintState = ({ kept }: Ledger): ComplaintState => ({
  complaint: kept.complaint?.body,
  purpose: kept.purpose?.body,
  drive: new Map([...kept.drive.values()].map((e) => [e.body.manoeuvre, e.body.heard])),
});
