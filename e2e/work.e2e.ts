// Through: web/src/app/work, core/src/plan, core/src/job, core/src/torque
import type { Entry } from '@ash-knot/core';
import { bare, begun, both, partOf, REFIT, SOAKS } from './begun';
import { bigKey, follow, strip, title } from './key';
import { expect, signIn, test, folded } from './yard';
import { cameBack, slowed, untilItStands, watch } from './tapper';

// Long: a whole job by the big key, two at it, everything that can go wrong on the way.
test('rusty links and bushings, two at it: a stud spins, a bolt breaks, one leaves, and every fastener ends with its number', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page);
  const plate = 'SK 2119';
  const job = await begun(page, plate, [
    { joints: both('link-lower'), part: await partOf(page, 'ball-stud link', plate) },
    { joints: both('frame-bushing'), part: await partOf(page, 'frame bushing', plate) },
  ]);
  await folded(page, 'crew-open');
  await page.getByTestId('crew').getByRole('button', { name: 'Isla Morrow' }).click();
  await expect(page.getByTestId('work-head')).toContainText('two of us');
  await expect(page.getByTestId('crew-promise')).toContainText('alone');
  await expect(strip(page)).toContainText('Isla Morrow');

  // On a phone, with one thumb, as far as the rusty nuts; the soak is filled before it is cut.
  await page.setViewportSize({ width: 390, height: 844 });
  const way = await follow(page, /^Undo both nuts of the/, SOAKS);
  expect(way.some((t) => /penetrant on/.test(t))).toBe(true);
  await expect(strip(page)).toContainText(/lie ready|Photograph it/);
  await bigKey(page).click();
  await bigKey(page).click();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await folded(page, 'trouble-open');
  await page.getByTestId('trouble-stud spins').click();
  await expect.poll(() => title(page)).toMatch(/^The stud spins: thin spanner/);
  await strip(page).getByRole('button', { name: 'It did not' }).click();
  await expect.poll(() => title(page)).toMatch(/locking pliers/);
  await strip(page).getByRole('button', { name: 'That did it' }).click();
  await page.setViewportSize({ width: 1280, height: 800 });
  await follow(page, /bracket off, bushing out/, SOAKS);
  // Its caution may have been read at the other side.
  if (/Read/.test(await bigKey(page).innerText())) await bigKey(page).click();
  await folded(page, 'trouble-open');
  await page.getByTestId('trouble-bolt broke').click();
  await expect.poll(() => title(page)).toMatch(/^The bolt broke: locking pliers on the stub/);
  await strip(page).getByRole('button', { name: 'It did not' }).click();
  // Welding: its caution is read first, and the watch is owed after it.
  await expect(bigKey(page)).toHaveText(/Read, go on/);
  await bigKey(page).click();
  await strip(page).getByRole('button', { name: 'That did it' }).click();

  // One leaves: the order is made anew from here.
  await page.getByTestId('crew').getByRole('button', { name: 'Isla Morrow' }).click();
  await expect(page.getByTestId('work-head')).not.toContainText('two of us');
  await expect(strip(page)).not.toContainText('Isla Morrow');
  const rest = await follow(page, /^Fire watch: \d+ min left/, SOAKS);
  expect(rest.filter((t) => /^(Set|Pull) \d/.test(t)).length).toBeGreaterThanOrEqual(4);
  // The watch runs half an hour and no key ends it: the hand-back says so.
  await page.goto(`/job/${job}/prove`);
  await expect(page.getByTestId('blockers')).toContainText('The fire watch is not over');
  await page.getByTestId('tape-key').click();
  const tape = page.locator('aside');
  await expect(tape).toContainText('the stud spins');
  await expect(tape).toContainText('did not do it');
  await expect(tape).toContainText('At it from now on: Ruan Teague');
});

test('a bar out and in, by two', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  await begun(page, 'SK 2104', [{ joints: both('bar'), part: await partOf(page, 'sway bar', 'SK 2104') }]);
  await folded(page, 'crew-open');
  await page.getByTestId('crew').getByRole('button', { name: 'Marit Voss' }).click();
  await follow(page, /^Bar out/, SOAKS);
  await expect(strip(page)).toContainText('Together with Marit Voss');
  const seen = await follow(page, /^(Hand it back|An alignment)/, SOAKS);
  const at = (words: RegExp) => seen.findIndex((t) => words.test(t));
  expect(at(/^Old bar beside the new/)).toBeLessThan(at(/^New bar in, loose on both sides/));
  expect(at(/^New bar in/)).toBeLessThan(at(/^(Set|Pull|Tighten|Find)/));
  expect(at(/^Bar clear at both stops/)).toBeLessThan(at(/^Wheels on/));
});

test('an arm off and on again and a new ball joint, with its cotter', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  const plate = 'PV 2231';
  await begun(page, plate, [
    { joints: both('arm-bushings'), part: REFIT },
    { joints: both('ball-joint'), part: bare({ id: 'own-ball', kind: 'other part', name: 'Ball joint', priceMinor: 4100 }) },
  ]);
  const seen = await follow(page, /^How is the ball joint nut, left kept\?/, SOAKS);
  expect(seen.some((t) => /^Measure hub to arch/.test(t))).toBe(true);
  expect(seen.some((t) => /control arm off/i.test(t))).toBe(true);
  await strip(page).getByRole('button', { name: 'New cotter' }).click();
  await page.getByTestId('all-steps').click();
  await expect(page.locator('[data-step="tighten-front.left.ball-joint-nut"]')).toContainText('new cotter');
  const rest = await follow(page, /^(Same bump|An alignment check is owed|Left wheel nuts)/, SOAKS);
  expect(rest.findIndex((t) => /^Both arms up/.test(t))).toBeLessThan(rest.findIndex((t) => /arm bolt/.test(t)));
});

// Long: every tap is weighed for most of a second.
test('the work tapped every 50 ms: no line comes back, and each record was named by a line', async ({ page }) => {
  test.setTimeout(180_000);
  await slowed(page);
  await signIn(page);
  const all = (await (await page.request.get('/api/vehicles?q=')).json()) as {
    plate: string;
    openJob?: string;
    typeName: string;
  }[];
  const { plate } = all.findLast((v) => !v.openJob && /Skiff/.test(v.typeName))!;
  const job = await begun(page, plate, [{ joints: both('link-lower'), part: await partOf(page, 'ball-stud link', plate) }]);
  await expect(page.getByTestId('work-head')).toBeVisible();
  await watch(page);
  const seen = await untilItStands(page);
  expect(cameBack(seen)).toEqual([]);
  const { entries } = (await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: Entry[] };
  const pulled = entries.filter((e) => ['torque', 'clicks', 'mark'].includes(e.kind));
  expect(pulled.length).toBeGreaterThan(4);
  // One record each, by the line that named it and no other.
  expect(new Set(pulled.map((e) => (e.body as { fastener: string }).fastener)).size).toBe(pulled.length);
  expect(seen.filter((t) => /^(Set|Pull|Tighten) /.test(t)).length).toBe(pulled.length);
  // A wait that is cut short is said of its step again.
  const steps = entries.filter((e): e is Entry<'step'> => e.kind === 'step' && !e.body.soak).map((e) => e.body.step);
  expect(new Set(steps).size).toBe(steps.length);
  expect(seen.at(-1)).toMatch(/^(Same bump|Hand it back)/);
});
