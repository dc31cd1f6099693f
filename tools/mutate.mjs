/**
 * `node tools/mutate.mjs`: whether the tests would notice. Each condition that dangers are judged by is taken out by itself, in
 * a copy of core, and so are four judgements elsewhere that once went unwatched; a test must fail on each. Part of the long run.
 */
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { LOCAL, ROOT, run, say, sayAndExit, Stop } from './lib/say.mjs';

const DANGER = 'core/src/danger/danger.ts';
const DEBTS = 'core/src/danger/debts.ts';
const DANGER_TESTS = 'core/src/job/danger';

/** File, what stands there, what is put in its place, the tests that must notice. */
const MUTANTS = [
  [DANGER, 'r.fittedAt <= since', 'false', DANGER_TESTS],
  [DANGER, '|| !r.recorded', '', DANGER_TESTS],
  [DANGER, '!r ||', '!r || true ||', DANGER_TESTS],
  [DANGER, 'return !f.proofs.findLast((p) => p.at === at && p.i > r.fittedAt)?.moves;', 'return true;', DANGER_TESTS],
  [DANGER, '&& p.i > r.fittedAt)?.moves', ')?.moves', DANGER_TESTS],
  [DANGER, 'c.at === x && c.i > d.since', 'c.at === x', DANGER_TESTS],
  [DANGER, 'c.at === x && c.i > d.since', 'c.i > d.since', DANGER_TESTS],
  [DANGER, '|| f.tightened.some((t) => t.at === at && t.i > d.since)', '', DANGER_TESTS],
  [DANGER, '(t) => t.at === at && t.i > d.since', '(t) => t.at === at', DANGER_TESTS],
  [DANGER, 'm.at === x && m.i >= d.since', 'm.at === x', DANGER_TESTS],
  [DANGER, 'd.at.some((x) => f.moves', 'd.at.every((x) => f.moves', DANGER_TESTS],
  [DANGER, '|| d.at.every(clearedSince)', '', DANGER_TESTS],
  [DANGER, 'd.at.every(clearedSince)', 'd.at.some(clearedSince)', DANGER_TESTS],
  [DANGER, 'return clearedSince(at!);', 'return false;', DANGER_TESTS],
  [DANGER, 'p.at === at && p.i > d.since && !p.moves', 'p.at === at && !p.moves', DANGER_TESTS],
  [DANGER, 'p.at === at && p.i > d.since && !p.moves', 'p.at === at && p.i > d.since', DANGER_TESTS],
  [DANGER, '.filter((d) => !ended(f, d))', '', DANGER_TESTS],
  [DANGER, 't.i > d.since && d.at.every', 'd.at.every', DANGER_TESTS],
  [DANGER, 't.i > d.since && d.at.every((at) => t.at.includes(at))', 't.i > d.since', DANGER_TESTS],
  [DANGER, 'd.at.every((at) => t.at.includes(at))', 'd.at.some((at) => t.at.includes(at))', DANGER_TESTS],
  [DEBTS, '!f.paid(d.at) &&', '', DANGER_TESTS],
  [DEBTS, '!f.paid(d.at)', 'false', DANGER_TESTS],
  [
    'core/src/diagnosis/case-signs.ts',
    'm.endsWith(f.side) ? d.inside : d.outside',
    'm.endsWith(f.side) ? d.outside : d.inside',
    'diagnosis/diagnose',
  ],
  [
    'core/src/diagnosis/play-density.ts',
    "(within('play', playMm, 0, 1e6, 'mm') / positive('play of worn joints', wornMm, 'mm'))",
    "(positive('play of worn joints', wornMm, 'mm') / Math.max(1e-9, playMm))",
    'diagnosis/worn',
  ],
  ['core/src/sound/impacts.ts', 'APART_S = 0.04', 'APART_S = 0.1', 'sound/recording'],
  ['core/src/sound/impacts.ts', 'APART_S = 0.04', 'APART_S = 0.004', 'sound/recording'],
];

/** A copy of core that a mutant may live in, beside the packages it needs. */
function copy(folder) {
  mkdirSync(folder, { recursive: true });
  cpSync(path.join(ROOT, 'core'), path.join(folder, 'core'), { recursive: true, filter: (f) => !f.includes('node_modules') });
  for (const name of ['jest.config.mjs', 'jest.shared.mjs', 'package.json', 'tools'])
    cpSync(path.join(ROOT, name), path.join(folder, name), { recursive: true });
  for (const name of ['contract', 'demo', 'server', 'web', 'node_modules'])
    symlinkSync(path.join(ROOT, name), path.join(folder, name));
}

/** Whether a test fails with this in place of that. */
async function noticed(folder, [file, from, to, tests]) {
  const at = path.join(folder, file);
  const text = readFileSync(at, 'utf8');
  if (!text.includes(from)) throw new Stop(`${file} has no longer: ${from}`);
  writeFileSync(at, text.replace(from, to));
  try {
    const args = ['jest', '--selectProjects', 'core', '--silent', '--bail', '--testPathPatterns', tests];
    const r = await run('npx', args, { cwd: folder, env: { TEST_TOGETHER: '', TEST_MUTANT: '1', TEST_LONG: '' } });
    if (/No tests found/.test(r.out)) throw new Stop(`No test is called ${tests}.`);
    return r.code !== 0;
  } finally {
    writeFileSync(at, text);
  }
}

/** All of them, one after the other. @returns how many, and those that no test noticed */
export async function tryMutants() {
  const folder = path.join(LOCAL, `mutants-${process.pid}`);
  copy(folder);
  try {
    const unnoticed = [];
    // Nothing is proved by a test that fails without them.
    const plain = await run('npx', ['jest', '--selectProjects', 'core', '--silent', '--testPathPatterns', DANGER_TESTS], {
      cwd: folder,
      env: { TEST_TOGETHER: '', TEST_LONG: '' },
    });
    if (plain.code !== 0) throw new Stop(`The tests fail without a mutant:\n${plain.out.slice(-3000)}`);
    for (const m of MUTANTS) {
      const seen = await noticed(folder, m);
      say(`${seen ? 'noticed  ' : 'UNNOTICED'} ${m[0]}: ${m[1]} → ${m[2] || 'nothing'}`);
      if (!seen) unnoticed.push(`${m[0]}: ${m[1]} → ${m[2] || 'nothing'}`);
    }
    return { tried: MUTANTS.length, unnoticed };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[1] === import.meta.filename)
  tryMutants()
    .then(({ unnoticed }) => (process.exitCode = unnoticed.length ? 1 : 0))
    .catch(sayAndExit);
