/** `npm run bench -- first`: what a page fetches before its first paint, by a browser that has nothing yet. */
import { row } from './bench-row.mjs';
import { openTablet, withDemoShop } from './browser.mjs';
import { say } from './say.mjs';

const count = () => {
  const paint = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? Infinity;
  const [page] = performance.getEntriesByType('navigation');
  const all = [page, ...performance.getEntriesByType('resource').filter((e) => !/\/stream/.test(e.name))];
  const sum = (list) => ({ n: list.length, kb: list.reduce((kb, e) => kb + e.transferSize / 1000, 0) });
  return { paint, before: sum(all.filter((e) => e.startTime < paint)), all: sum(all) };
};

export const benchFirst = () =>
  withDemoShop('bench', async (address) => {
    const tablet = await openTablet(address);
    const cookies = tablet.cookie
      .split('; ')
      .map((c) => ({ name: c.split('=')[0], value: c.slice(c.indexOf('=') + 1), url: address }));
    say('\nbefore the first paint, and in all');
    for (const [name, path, known] of [
      ['the door', '/', false],
      ['the floor (≤ 12 requests, ≤ 250 kB)', '/', true],
      ...[
        ['HB 0093', 'find'],
        ['SCH 11', 'settle'],
        ['SK 2047', 'work'],
        ['PV 2210', 'prove'],
      ].map(([plate, station]) => [`a sheet at ${station}`, `${tablet.job(plate)}/${station}`, true]),
    ]) {
      const context = await tablet.browser.newContext({
        viewport: { width: 1280, height: 800 },
        baseURL: address,
        serviceWorkers: 'block',
      });
      if (known) await context.addCookies(cookies);
      const page = await context.newPage();
      await page.goto(path, { waitUntil: 'networkidle' });
      const { paint, before, all } = await page.evaluate(count);
      row(
        name,
        `${before.n} requests, ${before.kb.toFixed(0)} kB before`,
        `${all.n} requests, ${all.kb.toFixed(0)} kB in all`,
        `painted after ${paint.toFixed(0)} ms`,
      );
      await context.close();
    }
    await tablet.browser.close();
  });
