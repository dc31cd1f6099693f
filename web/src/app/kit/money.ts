/** 2400 EUR-cents → "24.00 EUR". */
export function money(minor: number, currency: string): string {
  return `${(minor / 100).toFixed(2)} ${currency}`;
}
