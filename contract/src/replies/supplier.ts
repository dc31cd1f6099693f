/** What one supplier said when it was asked, or that it did not. */
export interface SupplierAnswer {
  readonly supplier: string;
  readonly simulated: boolean;
  readonly outcome: 'answered' | 'no answer' | 'wrong answer';
  readonly offers: readonly {
    readonly part: string;
    readonly priceMinor: number;
    readonly stock: number;
    /** ISO 8601 */
    readonly promised: string;
  }[];
}
export interface SupplierOrdered {
  readonly number: string;
  readonly promised: string;
  readonly simulated: boolean;
}
/** How an order stands. */
export type SupplierNews =
  | {
      readonly outcome: 'answered';
      readonly promised: string;
      readonly why: string;
      /** What its delivery note says was sent. */
      readonly sent: readonly { readonly part: string; readonly quantity: number }[];
    }
  | { readonly outcome: 'no answer' | 'wrong answer' };
