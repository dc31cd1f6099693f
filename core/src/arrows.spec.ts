import { execFileSync } from 'node:child_process';
import path from 'node:path';

const ROOT = path.resolve(__dirname, '../..');
/** The rules each text breaks where it stands. One process: ESLint takes its time to wake. */
function broken(texts: readonly { path: string; text: string }[]): string[][] {
  const out = execFileSync(process.execPath, [path.join(ROOT, 'tools/lib/lint-texts.mjs')], {
    cwd: ROOT,
    input: JSON.stringify(texts),
    encoding: 'utf8',
  });
  return JSON.parse(out) as string[][];
}

const CASES = [
  [
    'core imports the interface',
    'core/src/joint/bad.ts',
    `import { signal } from '@angular/core';\nexport const x = signal;`,
    'no-restricted-imports',
  ],
  [
    'core imports Node',
    'core/src/joint/bad.ts',
    `import { readFileSync } from 'node:fs';\nexport const x = readFileSync;`,
    'no-restricted-imports',
  ],
  [
    'core reaches for a browser’s global',
    'core/src/joint/bad.ts',
    `export const x = () => localStorage.length;`,
    'no-restricted-globals',
  ],
  ['core reaches for Node’s global', 'core/src/joint/bad.ts', `export const x = () => process.env;`, 'no-restricted-globals'],
  ['core looks at the clock', 'core/src/joint/bad.ts', `export const x = () => Date.now();`, 'no-restricted-syntax'],
  [
    'a lower room of core imports a higher one',
    'core/src/vehicle/bad.ts',
    `import { jointName } from '../joint';\nexport const x = jointName;`,
    'boundaries/dependencies',
  ],
  [
    '… and by a dynamic import',
    'core/src/vehicle/bad.ts',
    `export const x = () => import('../joint');`,
    'boundaries/dependencies',
  ],
  ['… and by handing it on', 'core/src/vehicle/bad.ts', `export { jointName } from '../joint';`, 'boundaries/dependencies'],
  [
    'contract imports the server',
    'contract/src/bad.ts',
    `import { makePool } from '../../server/src/db/pool';\nexport const x = makePool;`,
    'boundaries/dependencies',
  ],
  [
    'the server imports the interface',
    'server/src/job/bad.ts',
    `import { Session } from '../../../web/src/app/session/session';\nexport const x = Session;`,
    'boundaries/dependencies',
  ],
  [
    'a store imports a route',
    'server/src/job/queries2.ts',
    `import { jobRoutes } from './routes';\nexport const x = jobRoutes;`,
    'no-restricted-imports',
  ],
  [
    'the kit imports core',
    'web/src/app/kit/bad.ts',
    `import { capital } from '@ash-knot/core';\nexport const x = capital;`,
    'boundaries/dependencies',
  ],
  [
    'a station imports the sheet it stands on',
    'web/src/app/find/bad.ts',
    `import { Sheet } from '../sheet/sheet';\nexport const x = Sheet;`,
    'boundaries/dependencies',
  ],
  [
    'the browser imports the demo',
    'web/src/app/floor/bad.ts',
    `import { TYPES } from '../../../../demo/src';\nexport const x = TYPES;`,
    'boundaries/dependencies',
  ],
  [
    'two files of one room import each other',
    'core/src/vehicle/words.ts',
    `import { stateMinutes } from './states';\nexport const VEHICLE_STATES = [];\nexport type VehicleState = string;\nexport const x = stateMinutes;`,
    'import-x/no-cycle',
  ],
] as const;

// Waking ESLint with its resolver takes about eight seconds on two busy cores.
const found = broken([
  ...CASES.map(([, file, text]) => ({ path: file, text })),
  { path: 'core/src/joint/good.ts', text: `import { AXLES } from '../vehicle';\nexport const x = AXLES;\n` },
]);

test.each(CASES.map(([what, , , rule], i) => [what, rule, i] as const))('%s: the rule bites', (_, rule, i) => {
  expect(found[i]).toContain(rule);
});
test('and lets a good file be', () => expect(found.at(-1)).toEqual([]));
