/**
 * `npm run bench`: medians, not verdicts. The machine is noisy; compare ratios between runs on one machine.
 *  - core: a fold of the longest demo job, the ranking, the plan
 *  - the API under 100 requests a second (p50, p97.5, p99)
 *  - `-- big`: instead of all that, a shop of 60 000 jobs and three million entries
 *  - `-- first`: what a page fetches before its first paint
 *  - in the browser: from a tap to the frame that shows it, for a station switch and a reading
 */
import path from 'node:path';
import { build as bundle } from 'esbuild';
import { benchBig } from './lib/bench-big.mjs';
import { benchFirst } from './lib/bench-first.mjs';
import { benchHeavy } from './lib/bench-heavy.mjs';
import { row } from './lib/bench-row.mjs';
import { openTablet, withDemoShop } from './lib/browser.mjs';
import { build, dependencies } from './lib/install.mjs';
import { LOCAL, ROOT, say, sayAndExit } from './lib/say.mjs';

const median = (xs) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)];
const ms = (x) => `${x.toFixed(2)} ms`;

async function core() {
  const outfile = path.join(LOCAL, 'bench-core.mjs');
  await bundle({
    entryPoints: [path.join(ROOT, 'tools/lib/bench-core.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
  });
  const { benches, readRecording } = await import(outfile);
  say('\ncore, median of 60 warm runs');
  for (const [name, run] of benches()) {
    for (let i = 0; i < 20; i++) run();
    const times = [];
    for (let i = 0; i < 60; i++) {
      const t = performance.now();
      run();
      times.push(performance.now() - t);
    }
    row(name, `median ${ms(median(times))}`);
  }
  const { impacts, ms: took } = readRecording(20);
  row('20 minutes of four microphones (≤ 60 s)', `${(took / 1000).toFixed(1)} s`, `${impacts} impacts`);
  row('the most memory of all that (≤ 200 MB and core)', `${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`);
}

async function api(address, cookie, job) {
  const { default: autocannon } = await import('autocannon');
  say('\nAPI at 100 requests a second, 15 s each');
  for (const [name, url] of [
    ['nothing but a SELECT 1, for comparison', '/api/health'],
    ['the sheet, GET /api/jobs/:id', `/api${job.replace('/job/', '/jobs/')}`],
    ['the floor, GET /api/floor', '/api/floor'],
    ['parts of a type, GET /api/parts', '/api/parts?q=link&limit=50'],
  ]) {
    const r = await autocannon({
      url: address + url,
      // It sends a second's requests as fast as each connection lets it; with several they would only queue behind each other.
      connections: 1,
      overallRate: 100,
      duration: 15,
      headers: { cookie },
    });
    row(
      name,
      `p50 ${r.latency.p50} ms`,
      `p97.5 ${r.latency.p97_5} ms`,
      `p99 ${r.latency.p99} ms`,
      `${r.requests.total} requests`,
      `${r.non2xx + r.errors} bad`,
    );
  }
}

/** How many parts a large catalogue has. */
const PARTS = 100_000;

/** A catalogue of a hundred thousand: the demo's links and bushings over and over, of other lengths, bores and threads. */
async function largeCatalogue(databaseUrl) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  await db.query(
    `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec)
     SELECT 'BENCH-' || g, p.kind, p.name, p.grade, p.supplier, p.price_minor + g % 900, p.currency, p.stock, p.delivery_hours,
            p.spec || jsonb_build_object('id', 'BENCH-' || g, 'fits', '[]'::jsonb)
              || CASE WHEN p.spec ? 'lengthMm' THEN jsonb_build_object('lengthMm', 120 + g % 380) ELSE '{}' END
              || CASE WHEN p.spec ? 'boreMm' THEN jsonb_build_object('boreMm', 14 + (g % 220) / 10.0) ELSE '{}' END
       FROM generate_series(1, ${PARTS}) g
       JOIN LATERAL (SELECT * FROM part WHERE id NOT LIKE 'BENCH-%' ORDER BY id OFFSET g % (SELECT count(*) FROM part WHERE id NOT LIKE 'BENCH-%') LIMIT 1) p ON true`,
  );
  await db.query('ANALYZE part');
  await db.end();
}

/** The catalogue held against what is wanted: SQL narrows, core ranks. Median of the whole answer. */
async function matching(address, cookie, databaseUrl) {
  await largeCatalogue(databaseUrl);
  say(`\nA catalogue of ${PARTS} parts, POST /api/parts/match`);
  const from = { 'link-length': 'file', 'upper.stud-thread': 'file', 'lower.stud-thread': 'file' };
  const stud = { thread: 'M10×1.25' };
  for (const [name, wanted] of [
    ['a link of a known length and thread', { kinds: ['ball-stud link'], lengthMm: 305, upper: stud, lower: stud, from }],
    ['a link of which nothing is known', { kinds: ['ball-stud link'] }],
    ['a bushing for a 22 mm bar', { kinds: ['frame bushing'], barMm: 22, from: { 'bar-diameter': 'measured' } }],
  ]) {
    const times = [];
    for (let i = 0; i < 60; i++) {
      const t = performance.now();
      const r = await fetch(`${address}/api/parts/match`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify({ wanted, unit: 'mm' }),
      });
      const found = await r.json();
      if (i > 9) times.push(performance.now() - t);
      if (i === 59) row(name, `median ${ms(median(times))}`, `${found.looked} looked at`, `${found.fitting.length} shown`);
    }
  }
}

/** The heavy things of a large catalogue. */
async function beside(address, cookie, job, databaseUrl) {
  await largeCatalogue(databaseUrl);
  say(`\nHeavy things of a catalogue of ${PARTS} parts, and a sheet asked for meanwhile`);
  await benchHeavy(address, cookie, job.replace('/job/', ''));
}

/** Milliseconds from a tap until the browser has painted what it changed. */
async function paints(page, name, act) {
  const times = [];
  for (let i = 0; i < 15; i++) {
    const t = await act(i);
    if (i > 2) times.push(t);
  }
  row(name, `median ${ms(median(times))}`, `largest ${ms(Math.max(...times))}`);
}

async function browser({ page, job }) {
  await page.goto(`${job('SK 2047')}/find`);
  for (const st of ['listen', 'settle', 'work', 'prove', 'find']) {
    await page.getByTestId(`station-${st}`).click();
    await page.waitForTimeout(300);
  }
  /** Clicks inside the page and waits for the frame after the change: no driver time is counted. */
  const tap = (selector, shows) =>
    page.evaluate(
      ([selector, shows]) =>
        new Promise((resolve) => {
          const start = performance.now();
          document.querySelector(selector).click();
          const painted = () => {
            // A message posted in the frame's callback is taken after that frame was painted.
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => resolve(performance.now() - start);
            port2.postMessage(0);
          };
          const look = () => (document.querySelector(shows) ? painted() : requestAnimationFrame(look));
          requestAnimationFrame(look);
        }),
      [selector, shows],
    );
  say('\nin the browser, from the tap to the frame that shows it');
  await page.goto('about:blank');
  await page.setContent("<button onclick=\"this.className = this.className ? '' : 'on'\">a page with nothing else</button>");
  await paints(page, 'an empty page, for comparison', (i) => tap('button', i % 2 ? 'button:not(.on)' : 'button.on'));
  await page.goto(`${job('SK 2047')}/find`);
  await page.waitForTimeout(500);
  await paints(page, 'a station switch (Find, Work in turn)', (i) =>
    i % 2 ? tap('[data-testid="station-find"]', 'ak-find') : tap('[data-testid="station-work"]', 'ak-work'),
  );
  await page.goto(`${job('SK 2047')}/find`);
  await page.waitForTimeout(500);
  const ids = ['front.left.damper', 'front.right.damper'];
  await paints(page, 'a joint touched on the plate', (i) => tap(`[data-joint="${ids[i % 2]}"]`, `[data-row="${ids[i % 2]}"].on`));
  await page.getByTestId('turn-left').click();
  await page.waitForTimeout(300);
  await paints(page, 'the wheel lifted on the turned corner', (i) =>
    page.evaluate(
      (mm) =>
        new Promise((resolve) => {
          const start = performance.now();
          const lever = document.querySelector('[data-testid="travel"]');
          lever.value = String(mm);
          lever.dispatchEvent(new Event('input'));
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => resolve(performance.now() - start);
            port2.postMessage(0);
          });
        }),
      (i % 2 ? 1 : -1) * (10 + 4 * i),
    ),
  );
  await page.getByTestId('whole-axle').click();
  await page.locator('[data-joint="front.left.frame-bushing"]').click();
  await page.getByTestId('measure').click();
  await page.waitForTimeout(300);
  await paints(page, 'a reading taken', async (i) => {
    await page.getByTestId('reading-first').fill('1.00');
    await page.getByTestId('reading-second').fill(`1.${31 + (i % 5)}`);
    const before = await page.locator('ol[aria-label="Readings"] li').count();
    return tap('[data-testid="take-reading"]', `ol[aria-label="Readings"] li:nth-child(${before + 1})`);
  });
}

async function main() {
  await dependencies();
  await build();
  if (process.argv.includes('big')) return benchBig();
  if (process.argv.includes('first')) return benchFirst();
  // `npm run bench -- paints`: only what the browser paints.
  if (process.argv.includes('paints'))
    return withDemoShop('bench', async (address) => {
      const tablet = await openTablet(address);
      await browser(tablet);
      await tablet.browser.close();
    });
  // `npm run bench -- beside`: only what others wait for.
  if (process.argv.includes('beside'))
    return withDemoShop('bench', async (address, databaseUrl) => {
      const tablet = await openTablet(address);
      await beside(address, tablet.cookie, tablet.job('SK 2047'), databaseUrl);
      await tablet.browser.close();
    });
  await core();
  await withDemoShop('bench', async (address, databaseUrl) => {
    const tablet = await openTablet(address);
    await api(address, tablet.cookie, tablet.job('SK 2047'));
    await matching(address, tablet.cookie, databaseUrl);
    await browser(tablet);
    await tablet.browser.close();
  });
}

main().catch(sayAndExit);
