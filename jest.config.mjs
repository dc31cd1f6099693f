/** Every package's unit tests; `npm test` runs them after types and lint. */
const plain = (name, extra = {}) => ({
  displayName: name,
  rootDir: `<rootDir>/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  transform: {
    '^.+\\.[jt]s$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } }],
  },
  // The packages are read from their TypeScript sources through the workspace links.
  transformIgnorePatterns: ['/node_modules/(?!(@ash-knot|uuid|cookie)/)'],
  ...extra,
});

export default {
  projects: [
    plain('core'),
    plain('contract'),
    plain('demo'),
    plain('server', { testTimeout: 30_000 }),
    '<rootDir>/web/jest.config.mjs',
  ],
};
