// Through: web/src/app/sheet, web/src/app/job, web/src/app/workers, core/src/job/next
import { randomUUID } from 'node:crypto';
import type { Entry } from '@ash-knot/core';
import { expect, signIn, test } from './yard';
import type { Page } from '@playwright/test';

/** What a line says that asks for a look. */
const ASKS: Readonly<Record<string, RegExp>> = {
  'shake-12-6': /^Rock .* at 12 and 6/,
  'shake-3-9': /^Rock .* at 3 and 9/,
  'lever-ball-joint': /^Lever .*ball joints? gently/,
  'grip-link': /^Work .*links? by hand/,
  'lever-bar': /^Lever the bar beside/,
  'lever-arm': /^Lever .*arms? at/,
  'look-spring': /^Look round both ends/,
  'damper-look': /^Look at .*dampers?/,
  'push-corner': /^Push .*corner/,
  'top-mount-hand': /^Hand on/,
  'nuts-wrench': /^Put a wrench on every/,
  'rock-loaded': /^A hand on each joint/,
  'empty-load': /^Empty the load space/,
  'tap-shields': /^Tap the exhaust/,
  'shake-brakes': /^Shake the calipers/,
  'wrench-recent': /^A wrench on every fastener/,
  'load-engine': /^Load the engine/,
  'wrench-subframe': /^A wrench on the subframe/,
  'turn-shafts': /^Twist the drive shafts/,
};

/** What stood on the strip, one after the other, as a person would have read it. */
const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const w = window as unknown as { lines: string[]; taps: ReturnType<typeof setInterval> };
    w.lines = [];
    const see = () => {
      const t = document.querySelector('section[aria-label="Next"] .title')?.textContent?.trim();
      if (t && w.lines.at(-1) !== t) w.lines.push(t);
    };
    new MutationObserver(see).observe(document.querySelector('.foot')!, { childList: true, subtree: true, characterData: true });
    see();
    // Somebody who does not wait: the first key, every 50 ms.
    w.taps = setInterval(() => document.querySelector<HTMLElement>('section[aria-label="Next"] .go')?.click(), 50);
  });

// Long: every tap is weighed for most of a second.
test('tapped every 50 ms, with a ranking that takes 800 ms: no line comes back, and nothing is written that it did not name', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.addInitScript(() => {
    const { postMessage } = Worker.prototype;
    Worker.prototype.postMessage = function (this: Worker, ...args: unknown[]) {
      setTimeout(() => Reflect.apply(postMessage, this, args), 800);
    } as typeof postMessage;
  });
  await signIn(page);
  // A vehicle that nobody has looked at yet.
  const api = page.request;
  const all = (await (await api.get('/api/vehicles?q=')).json()) as {
    id: string;
    distanceKm: number;
    openJob?: string;
    typeName: string;
  }[];
  const vehicle = all.find((v) => !v.openJob && /Skiff/.test(v.typeName));
  const job = randomUUID();
  const made = await api.post('/api/jobs', {
    data: { id: job, vehicleId: vehicle!.id, kind: 'noise', bay: 'Bay 2', distanceKm: vehicle!.distanceKm + 3 },
  });
  expect(made.status()).toBe(201);
  await page.goto(`/job/${job}/listen`);
  await page.getByTestId('words').fill('clunks front left over rough roads');
  await page.getByTestId('save-complaint').click();
  const tape = async () => ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: Entry[] }).entries;
  const before = (await tape()).length;
  await expect(page.getByTestId('round')).toBeVisible();
  await watch(page);
  const lines = () => page.evaluate(() => (window as unknown as { lines: string[] }).lines);
  // Until the strip asks for what no key alone does.
  let last = -1;
  await expect
    .poll(
      async () => {
        const n = (await lines()).length;
        const still = n === last && !/^Weighing/.test((await lines()).at(-1)!);
        last = n;
        return still;
      },
      { intervals: [4000], timeout: 90_000 },
    )
    .toBe(true);
  await page.evaluate(() => clearInterval((window as unknown as { taps: ReturnType<typeof setInterval> }).taps));
  const seen = (await lines()).filter((t) => !/^Weighing/.test(t));
  expect(seen.length).toBeGreaterThan(4);
  // No line was shown twice with another between.
  expect(seen.filter((t, i) => seen.indexOf(t) !== i && seen[i - 1] !== t)).toEqual([]);
  // What was written is what a line asked for.
  const checks = (await tape()).slice(before).filter((e): e is Entry<'check'> => e.kind === 'check');
  expect(checks.length).toBeGreaterThan(2);
  for (const e of checks) expect([e.body.check, seen.some((t) => ASKS[e.body.check]!.test(t))]).toEqual([e.body.check, true]);
});
