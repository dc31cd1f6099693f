/** Words as the name of a file: “HB 0093” → “HB-0093”. */
export const fileName = (words: string): string => words.trim().replace(/\s+/g, '-');

/** Spreadsheets take a table without it for one of another code. */
const MARK = '\uFEFF';

/** Gives a text to the browser's own saving, under a name. */
export function saveFile(name: string, text: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob(type === 'text/csv' ? [MARK, text] : [text], { type }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  URL.revokeObjectURL(url);
}
