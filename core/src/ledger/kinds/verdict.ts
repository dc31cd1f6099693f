import type { Cause } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export interface VerdictBody {
  causes: Cause[];
  reproduced: boolean;
  note: string;
}

export const verdict = entryKind<VerdictBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) => (b.causes.length ? `Verdict: ${b.causes.map(w.joint).join(', ')}` : 'Verdict: not reproduced'),
});
