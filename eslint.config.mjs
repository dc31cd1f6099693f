import angular from 'angular-eslint';
import boundaries from 'eslint-plugin-boundaries';
import importX from 'eslint-plugin-import-x';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/**
 * The rooms, each package's from the ground up: a room knows only what stands below it. docs/architecture.md
 * draws the map; a new room goes where its arrows point down.
 */
const CORE = [
  ...['error', 'text', 'numeric', 'units', 'stats', 'geometry', 'thread', 'torque', 'play', 'gauge', 'vehicle', 'bushing'],
  ...['mechanics', 'joint', 'diagnosis', 'knock', 'sound', 'parts', 'plan', 'ledger', 'job', 'training'],
];
const WEB = [
  ...['kit', 'words', 'state', 'session', 'offline', 'workers', 'instruments', 'attachment', 'shell', 'job', 'alarm', 'plate'],
  ...[
    'measuring',
    'length',
    'knock',
    'parts',
    'tape',
    'find',
    'listen',
    'settle',
    'work',
    'prove',
    'practice',
    'sheet',
    'floor',
    'file',
    'shelf',
    'pocket',
    'rules',
  ],
  ...['gauges', 'open'],
];

const below = (rooms, prefix) => rooms.map((room, i) => [`${prefix}-${room}`, rooms.slice(0, i).map((r) => `${prefix}-${r}`)]);
const coreRooms = CORE.map((r) => `core-${r}`);
const all = {
  core: [...coreRooms, 'core-front'],
  contract: ['contract'],
};
/** What each room may import of ours, besides itself. */
const ALLOWED = {
  ...Object.fromEntries(below(CORE, 'core')),
  'core-front': coreRooms,
  'core-test': all.core,
  contract: [...all.core, 'core-test'],
  demo: [...all.core, ...all.contract],
  'server-db': [],
  'server-http': [...all.core, ...all.contract, 'server-db'],
  'server-room': [...all.core, ...all.contract, 'server-db', 'server-http', 'demo'],
  'server-front': [...all.core, ...all.contract, 'server-db', 'server-http', 'server-room'],
  'server-test': [...all.core, 'core-test', ...all.contract, 'demo', 'server-db', 'server-http', 'server-room', 'server-front'],
  ...Object.fromEntries(below(WEB, 'web').map(([room, rooms]) => [room, [...rooms, ...all.core, ...all.contract]])),
  // The kit knows nothing of ours.
  'web-kit': [],
  'web-front': [...WEB.map((r) => `web-${r}`), ...all.core, ...all.contract],
  'web-test': [...WEB.map((r) => `web-${r}`), ...all.core, 'core-test', ...all.contract],
  tools: [...all.core, 'core-test', 'demo'],
};

const elements = [
  ...CORE.map((room) => ({ type: `core-${room}`, pattern: `core/src/${room}` })),
  { type: 'core-test', pattern: 'core/src/test' },
  { type: 'core-front', pattern: 'core/src' },
  { type: 'contract', pattern: 'contract/src' },
  { type: 'demo', pattern: 'demo/src' },
  { type: 'server-test', pattern: 'server/src/test' },
  { type: 'server-db', pattern: 'server/src/db' },
  { type: 'server-http', pattern: 'server/src/http' },
  { type: 'server-room', pattern: 'server/src/*' },
  { type: 'server-front', pattern: 'server/src' },
  ...WEB.map((room) => ({ type: `web-${room}`, pattern: `web/src/app/${room}` })),
  { type: 'web-test', pattern: 'web/src/test' },
  { type: 'web-front', pattern: 'web/src' },
  { type: 'tools', pattern: 'tools' },
];

/** What the language itself brings: everything else that a browser or Node puts in the air is out of core's reach. */
const builtin = new Set(Object.keys(globals.es2021).concat('Intl'));
const hostGlobals = [...new Set([...Object.keys(globals.browser), ...Object.keys(globals.node)])].filter((g) => !builtin.has(g));

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '**/.angular', '.local', 'test-results', 'playwright-report'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommended],
    plugins: { boundaries, 'import-x': importX },
    settings: {
      'boundaries/elements': elements,
      'boundaries/dependency-nodes': ['import', 'dynamic-import', 'export', 'require'],
      'import/resolver': { typescript: { project: ['tsconfig.json', 'web/tsconfig.app.json'], noWarnOnMultipleProjects: true } },
      'import-x/extensions': ['.ts'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver': {
        typescript: { project: ['tsconfig.json', 'web/tsconfig.app.json'], noWarnOnMultipleProjects: true },
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'off',
      // What is taken out of an object by naming it is not used by intent.
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'prefer-const': 'error',
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
    },
  },
  {
    files: ['*/src/**/*.ts', 'tools/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'boundaries/no-unknown-files': 'error',
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            { allow: { to: { module: { origin: ['external', 'core'] } } } },
            ...Object.entries(ALLOWED).map(([type, types]) => ({
              from: { element: { type } },
              allow: { to: { element: { type: [type, ...types] } } },
            })),
          ],
        },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'fs', 'path', 'crypto', 'pg', 'express', '@angular/*', 'rxjs', 'rxjs/*', 'zod', 'idb', 'comlink'],
              message: 'core is pure: no I/O, no interface.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        ...hostGlobals.map((name) => ({ name, message: 'core is pure: neither a browser nor Node is there.' })),
      ],
      // core is deterministic: no clock, no chance but a seeded one.
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'core has no clock.',
        },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'core has no clock.' },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'core has no chance.',
        },
      ],
    },
  },
  {
    // A store knows no route, and who is asking is the routes' business.
    files: ['server/src/*/**/*.ts'],
    ignores: ['**/routes.ts', '**/*.spec.ts', 'server/src/test/**', 'server/src/session/guard.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/routes', '**/guard', 'express'],
              allowTypeImports: true,
              message: 'A store knows no route and no request.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['contract/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['node:*', '@angular/*', 'rxjs', 'rxjs/*', 'pg', 'express'], message: 'contract is Zod over core only.' },
          ],
        },
      ],
    },
  },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'ak', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': ['error', { type: 'attribute', prefix: 'ak', style: 'camelCase' }],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
    },
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
);
