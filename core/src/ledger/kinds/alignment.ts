import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export interface AlignmentBody {
  state: 'done' | 'booked';
  note: string;
}

export const alignment = entryKind<AlignmentBody>()({
  who: AT_THE_VEHICLE,
  afterHandBack: true,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Alignment ${b.state}`,
});
