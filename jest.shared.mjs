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

/**
 * Where a package's specs are: each by itself, or all of them in few files that `npm test` has written (tools/lib/together.mjs).
 * @param name the package, under the project's folder
 */
export const specsOf = (name) => {
  const together = process.env.TEST_TOGETHER;
  return together
    ? { roots: ['<rootDir>', together], testMatch: [`${together}/*-${name}.spec.js`] }
    : { testMatch: ['<rootDir>/src/**/*.spec.ts'] };
};
