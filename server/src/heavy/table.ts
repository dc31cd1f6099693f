import { unzipSync, zipSync } from 'fflate';
import readWorkbook from 'read-excel-file/node';
import writeExcel from 'write-excel-file/node';
import { rowsOf } from '@ash-knot/contract';
import { attempt } from '@ash-knot/core';

/** Letters of a text, and bytes of a workbook opened: what is larger is no list of a shop. */
const MOST_OPENED = 64_000_000;

/** A list as it was sent: its sheets by name, and the rows of the one that was asked for. */
export interface SentTable {
  readonly sheets: readonly string[];
  readonly sheet: string;
  readonly rows: string[][];
}
export interface NoTable {
  readonly field: string;
  readonly bound: string;
}
const none = (bound: string): NoTable => ({ field: 'file', bound });

/** The rows of a CSV, JSON or XLSX file, as texts. @param sheet of a workbook: its first where it is empty */
export async function readTable(name: string, bytes: Uint8Array, sheet: string): Promise<SentTable | NoTable> {
  if (/\.xlsx$/i.test(name) || (bytes[0] === 0x50 && bytes[1] === 0x4b)) return readSheets(bytes, sheet);
  if (/\.(xls|ods|numbers)$/i.test(name)) return none('must be CSV, JSON or XLSX: save it as one of these');
  const read = attempt(() => rowsOf(name, textOf(bytes)));
  return read.ok ? { sheets: [], sheet: '', rows: read.value } : { field: read.error.field, bound: read.error.bound };
}

/** UTF-8; a file that is none is read as older spreadsheets write it (Windows-1252). */
function textOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

async function readSheets(bytes: Uint8Array, wanted: string): Promise<SentTable | NoTable> {
  let packed: Buffer;
  try {
    packed = opened(bytes);
  } catch (e) {
    return none(e instanceof RangeError ? e.message : 'is no workbook that can be read');
  }
  try {
    const sheets = await readWorkbook(packed, { trim: false });
    const names = sheets.map((s) => s.sheet);
    const found = wanted ? sheets.find((s) => s.sheet === wanted) : (sheets.find((s) => s.data.length > 0) ?? sheets[0]);
    if (!found) return none(wanted ? `has no sheet “${wanted}”` : 'has no sheet');
    return { sheets: names, sheet: found.sheet, rows: found.data.map((row) => row.map(cellText)) };
  } catch {
    return none('is no workbook that can be read');
  }
}

/** A workbook is a ZIP: opened once with a bound, because a small one may hold gigabytes, and handed on unpacked. */
function opened(bytes: Uint8Array): Buffer {
  let total = 0;
  const files = unzipSync(bytes, {
    filter: (f) => {
      // Pictures and the like say nothing of a list.
      if (!/\.(xml|rels)$/i.test(f.name)) return false;
      total += f.originalSize;
      if (total > MOST_OPENED) throw new RangeError(`holds more than ${MOST_OPENED / 1e6} MB when it is opened`);
      return true;
    },
  });
  return Buffer.from(zipSync(files, { level: 0 }));
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  // 0.1 + 0.2 is 0.30000000000000004 in a workbook, too: what its reader was shown.
  return typeof cell === 'number' ? String(Number(cell.toPrecision(15))) : String(cell);
}

/** Rows as a workbook of one sheet: texts, so that no program takes a plate for a date; its head stays in sight. */
export async function writeWorkbook(sheet: string, rows: readonly (readonly string[])[]): Promise<Uint8Array> {
  const data = rows.map((row, i) =>
    row.map((value) => ({ value, type: String, format: '@', ...(i === 0 ? { fontWeight: 'bold' as const } : {}) })),
  );
  const columns = (rows[0] ?? []).map((head) => ({ width: Math.max(12, head.length + 2) }));
  return await writeExcel(data, { sheet, columns, stickyRowsCount: 1 }).toBuffer();
}
