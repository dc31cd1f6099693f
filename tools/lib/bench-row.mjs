import { say } from './say.mjs';

/** A line of a bench: what was measured, and its numbers. */
export const row = (name, ...cells) => say(`${name.padEnd(52)} ${cells.join('   ')}`);
