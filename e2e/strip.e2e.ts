// Through: web/src/app/sheet, web/src/app/job, web/src/app/workers, core/src/job/next
import { randomUUID } from 'node:crypto';
import type { Entry } from '@ash-knot/core';
import { cameBack, slowed, untilItStands, watch } from './tapper';
import { expect, openSheet, signIn, test } from './yard';

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

// Long: every tap is weighed for most of a second.
test('tapped every 50 ms, with a ranking that takes 800 ms: no line comes back, and nothing is written that it did not name', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await slowed(page);
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
  const seen = await untilItStands(page);
  expect(seen.length).toBeGreaterThan(4);
  expect(cameBack(seen)).toEqual([]);
  // What was written is what a line asked for.
  const checks = (await tape()).slice(before).filter((e): e is Entry<'check'> => e.kind === 'check');
  expect(checks.length).toBeGreaterThan(2);
  for (const e of checks) expect([e.body.check, seen.some((t) => ASKS[e.body.check]!.test(t))]).toEqual([e.body.check, true]);
});

test('what a tap wrote is taken back by one more, at once; from the plate the strip is two keys away', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  const back = page.getByTestId('take-back');
  await expect(back).toHaveCount(0);
  const left = page.getByTestId('round').getByRole('button', { name: /tight/ }).first();
  await left.click();
  await expect(back).toContainText('tight');
  await page.keyboard.press('Control+z');
  await expect(back).toHaveCount(0);
  // It is on its way to the server.
  await expect(async () => {
    const id = /job\/([^/]+)/.exec(page.url())![1]!;
    const { entries } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as { entries: Entry[] };
    const [said, struck] = entries.slice(-2) as [Entry, Entry<'strike'>];
    expect([said.kind, struck.body]).toEqual(['check', { entry: said.id, why: 'at once' }]);
  }).toPass();
  // What was struck asks again, and nothing else is offered to be taken back.
  await expect(left).toBeVisible();

  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-joint]:focus')).toHaveCount(1);
  for (let i = 0; i < 3 && !(await page.getByTestId('to-strip').evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await expect(page.getByTestId('to-strip')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('next')).toBeFocused();
});
