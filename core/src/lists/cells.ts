import { BadInput, own } from '../error';
import type { Cells } from './list';

/** What a cell says, empty where it says nothing. @throws BadInput where it is longer than what it is kept in */
export function textCell(cells: Cells, column: string, most: number): string {
  const text = own(cells, column) ?? '';
  if (text.length > most) throw new BadInput(column, `must have at most ${most} letters`, `${text.slice(0, 20)} …`);
  return text;
}

/** A bad value is told by the column it stands in, whatever the reader of it calls it. @throws BadInput */
export function byColumn<T>(column: string, read: () => T): T {
  try {
    return read();
  } catch (e) {
    throw e instanceof BadInput && e.field !== column ? new BadInput(column, e.bound, e.given) : e;
  }
}
