/**
 * What a table has under a word from outside, if the word is a key of its own: every object also answers to "valueOf" and
 * "constructor". The only way a table is read by a stored word (tools/own-keys.mjs).
 */
export function own<T>(table: Readonly<Record<string, T>> | undefined, word: string | undefined): T | undefined {
  return table !== undefined && word !== undefined && Object.hasOwn(table, word) ? table[word] : undefined;
}
