import type { SHEET_PAPERS } from '../requests/card-sheet';

/** A sheet of cards as the shop has it. */
export interface CardSheetView {
  readonly id: string;
  /** Coded in its cards. */
  readonly number: number;
  readonly paper: (typeof SHEET_PAPERS)[number];
  readonly madeBy: string;
  readonly madeAt: string;
  /** What its ruler of 100 mm was found to be; null as long as nobody measured it. */
  readonly ruler: {
    readonly mm: number;
    readonly uMm: number;
    readonly gauge: string;
    readonly by: string;
    readonly at: string;
  } | null;
}
