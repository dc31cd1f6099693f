import { BadInput, parseQuantity } from '@ash-knot/core';

/** A length as it was typed, mm; a minus may stand before it. @throws BadInput naming the field */
export const typedMm = (field: string, text: string): number => parseQuantity(text, 'length', { field }).si;

/** The same, or what is usual where nothing was typed. */
export const typedOr = (field: string, text: string, usual: number): number => (text.trim() ? typedMm(field, text) : usual);

/** A plain number as it was typed: turns, degrees, a share. @throws BadInput naming the field */
export function typedNumber(field: string, text: string): number {
  const n = Number(text.trim().replace(',', '.').replace('−', '-').replace(/°$/, ''));
  if (!text.trim() || !Number.isFinite(n)) throw new BadInput(field, 'must be a number', text);
  return n;
}
