/**
 * `npm test`: everything, from nothing. Stages can be named: `npm test -- types unit`.
 * The last line is 'N passed, N failed'.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { startFront } from './lib/front.mjs';
import { build, debian, dependencies } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { end, LOCAL, run, say, sayAndExit } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

const STAGES = ['types', 'lint', 'format', 'unit', 'e2e'];
const asked = process.argv.slice(2).filter((a) => STAGES.includes(a));
const wanted = (stage) => asked.length === 0 || asked.includes(stage);

/** A test over this many seconds says why it is long (`// Long: …` within the lines above it). */
const LONG_S = 10;

let passed = 0;
let failed = 0;

/** Names the tests that took long, with the reason that stands beside each. No test fails for its time: machines differ. */
function sayLong(tests) {
  for (const { file, line, title, seconds } of tests.filter((t) => t.seconds > LONG_S)) {
    const above = readFileSync(file, 'utf8')
      .split('\n')
      .slice(Math.max(0, line - 3), line);
    const why = above.find((l) => /\/\/ Long: ./.test(l));
    say(`${seconds.toFixed(1)} s  ${title}${why ? ` (${why.replace(/^.*\/\/ Long: /, '')})` : ' — no reason beside it'}`);
  }
}

/** A stage that is one check: it passes or it does not. */
async function check(name, command, args) {
  say(`\n— ${name}`);
  const r = await run(command, args);
  if (r.code === 0) passed++;
  else {
    failed++;
    say(r.out);
  }
}

async function jest(env) {
  say('\n— unit tests');
  const report = path.join(LOCAL, 'jest.json');
  rmSync(report, { force: true });
  const r = await run('npx', ['jest', '--json', `--outputFile=${report}`, '--testLocationInResults', '--silent', '--forceExit'], {
    env,
  });
  if (!existsSync(report)) {
    failed++;
    say(r.out.slice(-8000));
    return;
  }
  const result = JSON.parse(readFileSync(report, 'utf8'));
  passed += result.numPassedTests;
  failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  for (const file of result.testResults) if (file.status === 'failed') say(`${file.name}\n${file.message}`);
  sayLong(
    result.testResults.flatMap((file) =>
      file.assertionResults.map((t) => ({
        file: file.name,
        line: t.location?.line ?? 1,
        title: t.fullName,
        seconds: (t.duration ?? 0) / 1000,
      })),
    ),
  );
  say(`${result.numPassedTests} passed, ${result.numFailedTests} failed in ${result.testResults.length} files`);
}

async function playwright(address) {
  say('\n— in the browser');
  const report = path.join(LOCAL, 'playwright.json');
  rmSync(report, { force: true });
  const r = await run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
    env: { BASE_URL: address, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  });
  if (!existsSync(report)) {
    failed++;
    say(r.out.slice(-8000));
    return;
  }
  const { stats, suites, config } = JSON.parse(readFileSync(report, 'utf8'));
  const tests = suites.flatMap(function specs(suite) {
    return [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  });
  const flaky = tests.filter((s) => s.tests.some((t) => t.status === 'flaky'));
  for (const s of flaky)
    say(`Flaky, only at the second try: ${s.title} (${s.file})\n${s.tests[0].results[0].error?.message ?? ''}`);
  sayLong(
    tests.map((s) => ({
      file: path.join(config.rootDir, s.file),
      line: s.line,
      title: s.title,
      seconds: Math.max(...s.tests.flatMap((t) => t.results.map((r) => r.duration))) / 1000,
    })),
  );
  passed += stats.expected + stats.flaky;
  failed += stats.unexpected;
  if (stats.unexpected > 0 || r.code !== 0) say(r.out.slice(-12000));
  if (r.code !== 0 && stats.unexpected === 0) failed++;
  say(`${stats.expected} passed, ${stats.unexpected} failed, ${stats.flaky} only at the second try`);
}

async function main() {
  mkdirSync(LOCAL, { recursive: true });
  await dependencies();
  let postgres;
  let front;
  const servers = [];
  try {
    if (wanted('types')) await check('types', 'npm', ['run', '-s', 'types']);
    if (wanted('lint')) await check('lint', 'npm', ['run', '-s', 'lint']);
    if (wanted('format')) await check('format', 'npm', ['run', '-s', 'format']);
    if (wanted('unit') || wanted('e2e')) postgres = await startPostgres('test');
    if (wanted('unit')) await jest({ TEST_DATABASE_URL: await postgres.createDatabase('tests') });
    if (wanted('e2e')) {
      if (!existsSync('/usr/bin/chromium')) await debian(['chromium'], 'Chromium');
      await build();
      await postgres.dropDatabase('e2e');
      const databaseUrl = await postgres.createDatabase('e2e');
      // Two servers behind one address: nothing may live in one of them alone. And far more requests a minute than a yard makes.
      for (let i = 0; i < 2; i++)
        servers.push(
          await startServer({ databaseUrl, env: { REQUESTS_PER_MINUTE: '100000', SUPPLIER_MOODS: 'off', PRACTICE_SEED: '7' } }),
        );
      front = await startFront(servers.map((s) => s.address));
      await playwright(front.address);
    }
  } finally {
    front?.stop();
    for (const { child } of servers) {
      child.removeAllListeners('exit');
      await end(child.pid);
    }
    if (postgres) await postgres.stop();
  }
  say(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
}

main().catch(sayAndExit);
