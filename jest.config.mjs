import { GLOBALS, specsOf, SWC } from './jest.shared.mjs';

/** Every package's unit tests; `npm test` runs them after types and lint. */
const plain = (name, extra = {}) => ({
  displayName: name,
  rootDir: `<rootDir>/${name}`,
  testEnvironment: 'node',
  ...specsOf(name),
  sandboxInjectedGlobals: GLOBALS,
  transform: { '^.+\\.[jt]s$': SWC },
  // The packages are read from their TypeScript sources through the workspace links.
  transformIgnorePatterns: ['/node_modules/(?!(@ash-knot|uuid|cookie)/)'],
  ...extra,
});

export default {
  // Loading the demo shop on a busy machine takes longer than Jest's five seconds; a project cannot set this for itself.
  testTimeout: 60_000,
  // Two files at once, on the two cores there are. Each leaves some megabytes behind in the process that ran it: past this one is made anew.
  maxWorkers: 2,
  testSequencer: '<rootDir>/tools/lib/in-order.mjs',
  workerIdleMemoryLimit: '3GB',
  projects: [plain('core'), plain('contract'), plain('demo'), plain('server'), '<rootDir>/web/jest.config.mjs'],
};
