import { sayManoeuvre, type Heard, type Manoeuvre } from '../../diagnosis';
import { uncapital } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** One manoeuvre of the shop's own drive. */
export interface DriveBody {
  manoeuvre: Manoeuvre;
  heard: Heard;
}

export const drive = entryKind<DriveBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.manoeuvre },
  say: (b) => `Our drive, ${uncapital(sayManoeuvre(b.manoeuvre))}: ${b.heard}`,
});
