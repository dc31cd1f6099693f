import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { JOINT_KINDS, JOINT_SPECS } from './joint';
import { BUSHING_KINDS, END_KINDS, LINK_KINDS } from './vehicle';

/*
 * A kind of link, of link end and of frame bushing is named in its own file and in the list beside it. Whatever else names one
 * has to be found when another is added: nothing does.
 */
const ROOT = join(__dirname, '../..');
const NAMES = [...LINK_KINDS, ...END_KINDS, ...BUSHING_KINDS, ...LINK_KINDS.map((k) => `${k} link`)];
const OWN = /^core\/src\/vehicle\/(links|bushings)\//;
/** Stored tapes and parts of another day, by the names they had; an example of each entry; what is invented for tests and the demo. */
const MAY = /\.spec\.ts$|^core\/src\/test\/|^web\/src\/test\/|^core\/src\/parts\/part\.ts$|^core\/src\/ledger\/kinds\//;

const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? ['node_modules', 'dist'].includes(e.name)
        ? []
        : files(join(dir, e.name))
      : /\.(ts|html)$/.test(e.name)
        ? [join(dir, e.name)]
        : [],
  );

test('no kind is named outside its file and its list', () => {
  const all = ['core/src', 'server/src', 'web/src', 'contract/src'].flatMap((d) => files(join(ROOT, d)));
  expect(all.length).toBeGreaterThan(500);
  const named = all.flatMap((file) => {
    const at = relative(ROOT, file);
    if (OWN.test(at) || MAY.test(at)) return [];
    const text = readFileSync(file, 'utf8');
    return NAMES.filter((n) => text.includes(`'${n}'`) || text.includes(`"${n}"`)).map((n) => `${at}: ${n}`);
  });
  expect(named).toEqual([]);
});

test('no neighbour of the bar is named where work is planned, shown or put together: its own file lists its pieces and how it comes off', () => {
  const neighbours = JOINT_KINDS.filter((k) => !JOINT_SPECS[k].ofBar && k !== 'wheel-nuts');
  const all = ['core/src/plan', 'core/src/assembly', 'core/src/apart', 'web/src/app/apart'].flatMap((d) => files(join(ROOT, d)));
  expect(neighbours).toEqual(expect.arrayContaining(['ball-joint', 'damper', 'arm-bushings', 'tie-rod-outer']));
  const named = all
    .filter((file) => !/\.spec\.ts$/.test(file))
    .flatMap((file) =>
      neighbours.filter((n) => readFileSync(file, 'utf8').includes(`'${n}'`)).map((n) => `${relative(ROOT, file)}: ${n}`),
    );
  expect(named).toEqual([]);
});
