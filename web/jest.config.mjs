import { GLOBALS, specsOf, SWC } from '../jest.shared.mjs';
import presets from 'jest-preset-angular/presets/index.js';

const preset = presets.createCjsPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' });
export default {
  ...preset,
  displayName: 'web',
  transform: { '/(core|contract)/src/.*\\.ts$': SWC, ...preset.transform },
  sandboxInjectedGlobals: GLOBALS,
  rootDir: import.meta.dirname,
  ...specsOf('web'),
  setupFilesAfterEnv: ['<rootDir>/setup-jest.ts'],
  transformIgnorePatterns: ['/node_modules/(?!(.*\\.mjs$|@ash-knot|uuid|idb|@angular|@ng-icons|zod))'],
};
