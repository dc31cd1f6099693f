/**
 * A test file runs in a context of its own, where every look at a global goes through a gate: numbers took five times as
 * long. Those named here are handed to each module instead.
 */
export const GLOBALS = [
  ...['Math', 'Number', 'Object', 'Array', 'String', 'Boolean', 'Map', 'Set', 'Symbol', 'JSON', 'Infinity'],
  ...['Float64Array', 'Float32Array', 'Uint8Array', 'Int32Array', 'Uint32Array', 'Uint16Array'],
];

/** TypeScript without Angular in it, by the quick compiler. */
export const SWC = ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } }];
