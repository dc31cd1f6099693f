import type { BookingBody } from '../requests/booking';
import type { JobView } from './job';
import type { VehicleView } from './vehicle';

/** A vehicle that is to come. */
export interface BookingView extends BookingBody {
  readonly id: string;
  readonly vehicle: VehicleView | null;
  /** How often it was changed. */
  readonly seen: number;
  readonly by: string;
  /** The program it was booked by; whoever made its key answers for it. Null: `by` booked it here. */
  readonly through: string | null;
  readonly at: string;
  /** It came: its job. */
  readonly job: string | null;
  /** It does not come, and why. */
  readonly gone: { readonly by: string; readonly through: string | null; readonly at: string; readonly why: string } | null;
}
/** One that is due, on the floor. */
export interface DueBooking extends Pick<BookingView, 'id' | 'plate' | 'comesAt' | 'bay' | 'kind'> {
  readonly vehicle: VehicleView | null;
  readonly words: string;
  /** The name of who does it; empty where nobody is named. */
  readonly person: string;
}
/** One with all that is known before it comes: its sheet as it would be opened. */
export interface BookingPage extends BookingView {
  readonly sheet: JobView | null;
}
/** What a calendar brings, or would. */
export interface CalendarTaken {
  readonly added: readonly string[];
  readonly moved: readonly { readonly name: string; readonly was: string; readonly is: string }[];
  readonly same: number;
  /** What cannot be taken, and why. */
  readonly aside: readonly { readonly name: string; readonly why: string }[];
  readonly taken: boolean;
}
