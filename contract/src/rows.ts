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

/** Rows of a CSV file (comma, semicolon or tab, or as its first line “sep=;” says) or of JSON that is a list of lists or of flat objects. */
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
  // Some spreadsheets say on a line of its own what stands between the columns.
  const said = /^sep=(.)[^\S\n]*\n/i.exec(text.trim());
  const body = said ? text.trim().slice(said[0].length) : text.trim();
  return Papa.parse<string[]>(body, { skipEmptyLines: true, delimiter: said?.[1] ?? '' }).data.map(unescaped);
}

const unescaped = (row: readonly string[]): string[] => row.map((cell) => cell.replace(ESCAPED, ''));
