/**
 * `npm test`: every proof, from nothing, in about ten minutes on two cores. `npm test -- long` with the large random runs, the
 * storms, both widths of every walk and two servers; `npm test -- near` what the change at hand touches (`near REV`: since a
 * commit); `npm test -- unit e2e` single stages. The last line is 'N passed, N failed'.
 */
import { mkdirSync } from 'node:fs';
import { dependencies } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { LOCAL, say, sayAndExit, Stop } from './lib/say.mjs';

const STAGES = ['types', 'lint', 'format', 'unit', 'e2e'];
const args = process.argv.slice(2);
const long = args.includes('long');
const near = args.includes('near') ? { rev: args[args.indexOf('near') + 1] } : undefined;
const asked = args.filter((a) => STAGES.includes(a));
const wanted = (stage) => asked.length === 0 || asked.includes(stage);
/** Of the browser's tests only these files: `npm test -- e2e work.e2e.ts`. */
const tests = args.filter((a) => a.includes('.e2e.ts'));

/** Two of these at a time: the machine has two cores. */
async function inPairs(works) {
  const queue = [...works];
  const one = async () => {
    for (let w = queue.shift(); w; w = queue.shift()) await w();
  };
  await Promise.all([one(), one()]);
}

/** The tests' PostgreSQL while `work` needs it. Another run may share it: whoever is last stops it. */
async function withPostgres(work) {
  // Nothing of a test outlives it: what a crash would lose need not be waited for.
  const config = ['fsync=off', 'synchronous_commit=off', 'full_page_writes=off'];
  const postgres = await startPostgres('test', { config });
  const { default: pg } = await import('pg');
  const here = new pg.Client({ connectionString: postgres.url('postgres') });
  await here.connect();
  try {
    await work(postgres);
  } finally {
    const { rowCount } = await here.query(
      "SELECT 1 FROM pg_stat_activity WHERE backend_type = 'client backend' AND pid <> pg_backend_pid()",
    );
    await here.end();
    if (rowCount === 0) await postgres.stop();
  }
}

async function everything(report, stages) {
  await inPairs([
    ...(wanted('e2e') ? [() => stages.buildWeb(report)] : []),
    ...(wanted('lint') ? [() => stages.lint(report)] : []),
    ...(wanted('format') ? [() => stages.format(report)] : []),
    ...(wanted('types') ? [() => stages.types(report)] : []),
  ]);
  if (!wanted('unit') && !wanted('e2e')) return;
  await withPostgres(async (postgres) => {
    const begun = wanted('e2e') ? stages.beginYard(report, postgres) : undefined;
    if (wanted('unit')) await stages.unit(report, postgres, { long });
    if (wanted('e2e')) await stages.browser(report, postgres, { long, tests, begun });
  });
}

async function whatIsNear(report, stages, rev) {
  const { nearby } = await import('./lib/near.mjs');
  const n = await nearby(rev);
  say(
    `${n.files.length} files changed: ${n.specs.length} specs, ${n.tests.length} tests in the browser; left for later: ${n.left.specs} and ${n.left.tests}`,
  );
  await inPairs([
    ...(n.tests.length ? [() => stages.buildWeb(report)] : []),
    ...(n.code.length ? [() => stages.types(report, n.packages), () => stages.lint(report, n.code)] : []),
    () => stages.format(report, n.files),
  ]);
  if (!n.specs.length && !n.tests.length) return;
  await withPostgres(async (postgres) => {
    const begun = n.tests.length ? stages.beginYard(report, postgres) : undefined;
    if (n.specs.length) await stages.unit(report, postgres, { long, files: n.specs });
    if (n.tests.length) await stages.browser(report, postgres, { long, tests: n.tests, begun });
  });
}

async function main() {
  // A slip would run everything else, for minutes.
  const known = new Set([...STAGES, 'long', 'near', ...tests, ...(near?.rev ? [near.rev] : [])]);
  const slip = args.find((a) => !known.has(a));
  if (slip)
    throw new Stop(
      `“${slip}” is no stage (${STAGES.join(', ')}), not “long” or “near”, and no file of browser tests (work.e2e.ts).`,
    );
  mkdirSync(LOCAL, { recursive: true });
  await dependencies();
  // What these need of packages is there only now.
  const [{ Report }, stages] = [await import('./lib/report.mjs'), await import('./lib/stages.mjs')];
  const report = new Report();
  if (near) await whatIsNear(report, stages, near.rev);
  else await everything(report, stages);
  if (long && asked.length === 0) await stages.mutants(report);
  if (long && asked.length === 0) (await import('./lib/long-passed.mjs')).remember(report.failed === 0);
  report.end();
}

main().catch(sayAndExit);
