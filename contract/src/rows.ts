import Papa from 'papaparse';
import { BadInput, own } from '@ash-knot/core';

/**
 * A cell a spreadsheet would take for a formula: it begins with one of these, and is no number below nothing. One that
 * begins with an apostrophe before that is another's escape, and is escaped too, so that nothing is lost.
 */
const FORMULA = /^'*(?:[=+@\t\r]|-(?![\d.,]+$))/;
const ESCAPED = new RegExp(`^'(?=${FORMULA.source.slice(1)})`);

/** Rows as a CSV file (RFC 4180). What a spreadsheet would run is written inert, with an apostrophe before it. */
export const csvOf = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: FORMULA });

/** Rows of a CSV file (comma, semicolon or tab) or of JSON that is a list of lists or of flat objects. */
export function rowsOf(name: string, text: string): string[][] {
  if (/\.json$/i.test(name)) {
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch {
      throw new BadInput('file', 'is not JSON', name);
    }
    if (!Array.isArray(json) || json.length === 0 || json.some((r) => typeof r !== 'object' || r === null))
      throw new BadInput('file', 'must be a list of lines', name);
    if (json.every((r) => Array.isArray(r))) return (json as unknown[][]).map((r) => r.map(String));
    const keys = [...new Set((json as object[]).flatMap((r) => Object.keys(r)))];
    return [keys, ...(json as Record<string, unknown>[]).map((r) => keys.map((k) => String(own(r, k) ?? '')))];
  }
  return Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data.map(unescaped);
}

const unescaped = (row: readonly string[]): string[] => row.map((cell) => cell.replace(ESCAPED, ''));

/** So much of a file is read before others get their turn, characters: some milliseconds' work. */
const SLICE = 65_536;

/** Rows of a CSV file as `rowsOf` reads them, a slice at a time. @param turn waits until others had theirs */
export function rowsInSlices(csv: string, turn: () => Promise<unknown>): Promise<string[][]> {
  const rows: string[][] = [];
  return new Promise((resolve, reject) => {
    Papa.parse<string[]>(csv.trim(), {
      skipEmptyLines: true,
      chunkSize: SLICE,
      chunk: ({ data }: Papa.ParseResult<string[]>, parser: Papa.Parser) => {
        for (const row of data) rows.push(unescaped(row));
        parser.pause();
        turn().then(() => parser.resume(), reject);
      },
      complete: () => resolve(rows),
      error: reject,
    });
  });
}
