import { execFileSync } from 'node:child_process';
import path from 'node:path';

const ROOT = path.resolve(__dirname, '../..');
interface Text {
  readonly path: string;
  readonly text: string;
}
/** The rules each text breaks where it stands. One process a tool: ESLint takes its time to wake. */
const asked = (tool: string, args: readonly string[], texts: readonly Text[]): string[][] =>
  JSON.parse(
    execFileSync(process.execPath, [path.join(ROOT, tool), ...args], {
      cwd: ROOT,
      input: JSON.stringify(texts),
      encoding: 'utf8',
    }),
  ) as string[][];
function broken(texts: readonly Text[]): string[][] {
  const lint = asked('tools/lib/lint-texts.mjs', [], texts);
  return asked('tools/arrows.mjs', ['--stdin'], texts).map((arrows, i) => [...lint[i]!, ...arrows]);
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
    'rooms',
  ],
  ['… and by a dynamic import', 'core/src/vehicle/bad.ts', `export const x = () => import('../joint');`, 'rooms'],
  ['… and by handing it on', 'core/src/vehicle/bad.ts', `export { jointName } from '../joint';`, 'rooms'],
  [
    'contract imports the server',
    'contract/src/bad.ts',
    `import { makePool } from '../../server/src/db/pool';\nexport const x = makePool;`,
    'rooms',
  ],
  [
    'the server imports the interface',
    'server/src/job/bad.ts',
    `import { Session } from '../../../web/src/app/session/session';\nexport const x = Session;`,
    'rooms',
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
    'rooms',
  ],
  [
    'a station imports the sheet it stands on',
    'web/src/app/find/bad.ts',
    `import { Sheet } from '../sheet/sheet';\nexport const x = Sheet;`,
    'rooms',
  ],
  [
    'the browser imports the demo',
    'web/src/app/floor/bad.ts',
    `import { TYPES } from '../../../../demo/src';\nexport const x = TYPES;`,
    'rooms',
  ],
  [
    'a type is imported from a higher room',
    'core/src/vehicle/bad.ts',
    `import type { JointId } from '../joint';\nexport type X = JointId;`,
    'rooms',
  ],
  ['a file stands in no room', 'web/src/app/nowhere/bad.ts', `export const x = 1;`, 'rooms'],
  ['what is imported is not there', 'core/src/joint/bad.ts', `export { x } from './not-there';`, 'missing'],
  [
    'two files of one room import each other',
    'core/src/vehicle/words.ts',
    `import { stateMinutes } from './states';\nexport const VEHICLE_STATES = [];\nexport type VehicleState = string;\nexport const x = stateMinutes;`,
    'circle',
  ],
] as const;

const found = broken([
  ...CASES.map(([, file, text]) => ({ path: file, text })),
  {
    path: 'core/src/joint/good.ts',
    // A type that names its user is no circle: it is gone when it runs.
    text: `import { AXLES } from '../vehicle';\nimport type { JointId } from './id';\nexport const x = AXLES;\nexport type Y = JointId;\n`,
  },
]);

test.each(CASES.map(([what, , , rule], i) => [what, rule, i] as const))('%s: the rule bites', (_, rule, i) => {
  expect(found[i]).toContain(rule);
});
test('and lets a good file be', () => expect(found.at(-1)).toEqual([]));
