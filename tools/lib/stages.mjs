/** The stages of `npm test`: each runs one tool and tells the report what came of it. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build, debian } from './install.mjs';
import { tryMutants } from '../mutate.mjs';
import { end, LOCAL, ROOT, run, say } from './say.mjs';
import { caughtUp } from './caught-up.mjs';
import { startServer } from './server.mjs';
import { together } from './together.mjs';

/** One check: it passes or it does not. */
async function check(report, name, command, args) {
  const r = await report.stage(name, () => run(command, args));
  report.count(r.code === 0 ? 1 : 0, r.code === 0 ? 0 : 1);
  if (r.code === 0) return;
  report.failedAt(name);
  say(`\n— ${name}\n${r.out}`);
}

/** What a check has seen before it does not look at again. */
const cache = (name) => path.join(LOCAL, 'cache', name);

export async function types(report, packages = []) {
  await check(report, 'types', process.execPath, [path.join(import.meta.dirname, '../types.mjs'), ...packages]);
  // By the other compiler, which can be asked: half a minute, for the whole only.
  if (!packages.length) await check(report, 'keys', process.execPath, [path.join(import.meta.dirname, '../own-keys.mjs')]);
}

export async function lint(report, files = ['.']) {
  if (files.length) {
    const args = ['eslint', '--max-warnings', '0', '--cache', '--cache-strategy', 'content', '--cache-location', cache('eslint')];
    await check(report, 'lint', 'npx', [...args, '--no-warn-ignored', ...files]);
  }
  await check(report, 'arrows', process.execPath, [path.join(import.meta.dirname, '../arrows.mjs')]);
}

export async function format(report, files = ['.']) {
  if (!files.length) return;
  const args = ['prettier', '--check', '--ignore-unknown', '--cache', '--cache-strategy', 'content'];
  await check(report, 'format', 'npx', [...args, '--cache-location', cache('prettier'), ...files]);
}

/** Where a test stands: its spec, also where that ran in one file with others. */
const specOf = (file, test) => (test.ancestorTitles[0]?.endsWith('.spec.ts') ? path.join(ROOT, test.ancestorTitles[0]) : file);

const firstLines = (message = '') => message.split('\n').slice(0, 6).join(' ').replace(/\s+/g, ' ').slice(0, 300);

/** Jest, two files at once; `files` are the specs to run, all of them where none is named. */
export async function unit(report, postgres, { long, files = [] }) {
  const name = `jest-${randomBytes(4).toString('hex')}.json`;
  const out = path.join(LOCAL, name);
  const args = ['jest', '--json', `--outputFile=${out}`, '--testLocationInResults', '--silent', '--forceExit'];
  const env = {
    TEST_DATABASE_URL: await postgres.createDatabase('tests'),
    ...(long ? { TEST_LONG: '1' } : {}),
    ...(files.length ? {} : { TEST_TOGETHER: together() }),
  };
  const r = await report.stage('unit tests', () =>
    run('npx', [...args, ...(files.length ? ['--runTestsByPath', ...files] : [])], { env }),
  );
  if (env.TEST_TOGETHER) rmSync(env.TEST_TOGETHER, { recursive: true });
  if (!existsSync(out)) {
    report.count(0, 1);
    say(r.out.slice(-8000));
    return;
  }
  const result = JSON.parse(readFileSync(out, 'utf8'));
  rmSync(out);
  report.count(result.numPassedTests, result.numFailedTests + result.numRuntimeErrorTestSuites);
  for (const file of result.testResults) {
    if (file.status !== 'failed') continue;
    say(`${file.name}\n${file.message}`);
    const of = file.assertionResults.filter((t) => t.status === 'failed');
    for (const t of of)
      report.failedAt(`${path.relative(ROOT, specOf(file.name, t))}: ${t.title} — ${firstLines(t.failureMessages?.[0])}`);
    if (!of.length) report.failedAt(`${file.name} did not run: ${firstLines(file.message)}`);
  }
  const tests = result.testResults.flatMap((file) =>
    file.assertionResults.map((t) => ({
      file: specOf(file.name, t),
      line: t.location?.line ?? 1,
      title: t.title,
      seconds: (t.duration ?? 0) / 1000,
    })),
  );
  for (const t of tests) report.took(t.file, t.seconds);
  report.sayLong(tests);
  const specs = new Set(tests.map((t) => t.file)).size;
  say(`unit: ${result.numPassedTests} passed, ${result.numFailedTests} failed in ${specs} files`);
}

/** Whether a test would notice, were a judgement of safety not made. */
export async function mutants(report) {
  const { tried, unnoticed } = await report.stage('mutants', tryMutants);
  report.count(tried - unnoticed.length, unnoticed.length);
  for (const m of unnoticed) report.failedAt(`no test notices ${m}`);
}

export async function buildWeb(report) {
  await report.stage('build', build);
}

/** The demo yard, loaded once and caught up with what its closed jobs teach: every file of browser tests begins with a copy. */
async function demoYard(postgres) {
  const database = `e2e_yard_${process.pid}`;
  const url = await postgres.createDatabase(database);
  const { child } = await startServer({ databaseUrl: url });
  child.removeAllListeners('exit');
  await caughtUp(url);
  await end(child.pid);
  return { database, drop: () => postgres.dropDatabase(database) };
}

/** The same as a stage. It waits for PostgreSQL more than it works: it is begun beside the unit tests. */
export function beginYard(report, postgres) {
  const yard = report.stage('demo yard', () => demoYard(postgres));
  // Whoever waits for it hears of it.
  yard.catch(() => undefined);
  return yard;
}

/** Playwright, two files at once; `tests` are "file:line", all of them where none is named. @param begun the demo yard */
export async function browser(report, postgres, { long, tests = [], begun }) {
  const there = ['chromium-headless-shell', 'chromium'];
  if (!there.every((p) => existsSync(`/usr/bin/${p}`))) await debian(there, 'Chromium');
  const out = path.join(LOCAL, `playwright-${randomBytes(4).toString('hex')}.json`);
  const yard = await begun;
  // In the long run two servers stand behind one address: nothing may live in one of them alone.
  const template = { url: postgres.url('postgres'), database: yard.database, servers: long ? 2 : 1 };
  const env = {
    E2E_TEMPLATE: JSON.stringify(template),
    PLAYWRIGHT_JSON_OUTPUT_NAME: out,
    ...(long ? { TEST_LONG: '1' } : {}),
  };
  const r = await report.stage('browser', () =>
    run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...tests], { env }),
  );
  await yard.drop();
  if (!existsSync(out)) {
    report.count(0, 1);
    say(r.out.slice(-8000));
    return;
  }
  const { stats, suites, config } = JSON.parse(readFileSync(out, 'utf8'));
  rmSync(out);
  const all = suites.flatMap(function specs(suite) {
    return [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  });
  for (const s of all.filter((x) => x.tests.some((t) => t.status === 'flaky')))
    say(`Flaky, only at the second try: ${s.title} (${s.file})\n${s.tests[0].results[0].error?.message ?? ''}`);
  for (const s of all.filter((x) => x.tests.some((t) => t.status === 'unexpected')))
    report.failedAt(`${s.file}: ${s.title} — ${firstLines(s.tests[0].results.at(-1)?.error?.message)}`);
  const timed = all.map((s) => ({
    file: path.join(config.rootDir, s.file),
    line: s.line,
    title: s.title,
    seconds: Math.max(...s.tests.flatMap((t) => t.results.map((x) => x.duration))) / 1000,
  }));
  for (const t of timed) {
    report.took(t.file, t.seconds);
    report.took(`e2e/${path.basename(t.file)} › ${t.title}`, t.seconds);
  }
  report.sayLong(timed);
  report.count(stats.expected + stats.flaky, stats.unexpected + (r.code !== 0 && stats.unexpected === 0 ? 1 : 0));
  if (r.code !== 0) say(r.out.slice(-12000));
  say(`browser: ${stats.expected} passed, ${stats.unexpected} failed, ${stats.flaky} only at the second try`);
}
