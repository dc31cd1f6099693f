import angular from 'angular-eslint';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** What the language itself brings: everything else that a browser or Node puts in the air is out of core's reach. */
const builtin = new Set(Object.keys(globals.es2021).concat('Intl'));
const hostGlobals = [...new Set([...Object.keys(globals.browser), ...Object.keys(globals.node)])].filter((g) => !builtin.has(g));

// Which room may know which, and that nothing goes in a circle, is tools/arrows.mjs: one pass instead of a rule a file.
export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '**/.angular', '.local', 'test-results', 'playwright-report'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'off',
      // What is taken out of an object by naming it is not used by intent.
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'prefer-const': 'error',
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
              group: ['node:*', 'fs', 'path', 'crypto', 'pg', 'express', '@angular/*', 'rxjs', 'rxjs/*', 'idb', 'comlink'],
              message: 'core is pure: no I/O, no interface.',
            },
            {
              group: ['zod'],
              allowTypeImports: true,
              message: 'core says its schemas with makers that are handed in (core/schema).',
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
    // What does not fit on a few screens does more than one thing. Tests describe as much as there is to describe.
    files: ['**/*.ts', '**/*.mjs'],
    ignores: ['**/*.spec.ts', 'e2e/**'],
    rules: { 'max-lines': ['error', 350], 'max-lines-per-function': ['error', 80] },
  },
  {
    // One algorithm or one list each, whose steps share what they work on: in pieces they would hand it round.
    files: [
      'core/src/knock/half-car.ts', // drive: the steps of an integration
      'core/src/mechanics/bar.ts', // solveBar: one system of equations, laid out and solved
      'core/src/plan/optimal.ts', // fastestOrder: a search and the state it walks
      'tools/lib/bench-core.ts', // benches: the list of what is timed
      'web/src/app/plate/check-drawing.ts', // drawCheck: a drawing for each check
    ],
    rules: { 'max-lines-per-function': 'off' },
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
