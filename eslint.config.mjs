import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** Which of our packages a folder may import: arrows point one way only (docs/decisions.md, 1). */
const arrows = {
  core: [],
  contract: ['core'],
  demo: ['core', 'contract'],
  server: ['core', 'contract', 'demo'],
  web: ['core', 'contract'],
};

const barred = (folder) => ['core', 'contract', 'demo', 'server', 'web'].filter((p) => !arrows[folder].includes(p));

const importRules = Object.keys(arrows).map((folder) => ({
  files: [`${folder}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: barred(folder).flatMap((p) => [`@ash-knot/${p}`, `@ash-knot/${p}/*`, `**/../${p}/src/**`]),
            message: `${folder}/ may only import: ${arrows[folder].join(', ') || 'nothing of ours'}.`,
          },
          ...(folder === 'core'
            ? [
                {
                  group: ['node:*', 'fs', 'path', 'pg', 'express', '@angular/*', 'rxjs', 'zod'],
                  message: 'core is pure: no I/O, no interface.',
                },
              ]
            : []),
          ...(folder === 'contract'
            ? [
                {
                  group: ['node:*', '@angular/*', 'rxjs', 'pg', 'express'],
                  message: 'contract is Zod over core only.',
                },
              ]
            : []),
        ],
      },
    ],
  },
}));

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '**/.angular', '.local', 'test-results', 'playwright-report'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'off',
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      // core is deterministic: no clock, no chance.
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
  ...importRules,
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
