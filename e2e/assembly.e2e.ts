// Through: web/src/app/work, web/src/app/apart, web/src/app/prove, web/src/app/file, core/src/plan, core/src/apart, core/src/assembly, core/src/job
import type { Entry, EntryBodies } from '@ash-knot/core';
import type { Page } from '@playwright/test';
import { chanceFrom } from '../core/src/numeric';
import { ridePhotograph } from '../core/src/test/photo';
import { bmpOf } from './film-file';
import { begun, both, partOf, REFIT, SOAKS } from './begun';
import { bigKey, follow, strip, title, type Truth } from './key';
import { expect, settled, signIn, test, folded } from './yard';

const tapeOf = async (page: Page, job: string): Promise<readonly Entry[]> =>
  ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: Entry[] }).entries;
const bodies = <K extends Entry['kind']>(tape: readonly Entry[], kind: K) =>
  tape.flatMap((e) => (e.kind === kind ? [e.body as EntryBodies[K]] : []));
/** What the customer reads. */
async function sheetOf(page: Page, job: string): Promise<string> {
  await page.goto(`/job/${job}/hand-back`);
  await expect(page.locator('main.page')).toContainText('We found');
  return page.locator('main.page').innerText();
}
/** One value is asked for that no book has: it is typed with where it is written. */
const found = async (page: Page): Promise<boolean> => {
  const value = page.getByTestId('found-value');
  if (!(await value.isVisible()) || (await value.inputValue()) !== '') return false;
  await value.fill('110 N·m');
  await page.getByTestId('found-source').fill('the maker’s book, page 4');
  return false;
};
const WHOLE: Truth = { ...SOAKS, does: (page, line) => (/^Find the maker/.test(line) ? found(page) : Promise.resolve(false)) };

test('rod ends in place of ball studs: set by their own sheet, centred, their lock nuts tightened; the stance is what it proves', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  const plate = 'SK 2104';
  const part = await partOf(page, 'rod-end link', plate);
  const job = await begun(page, plate, [{ joints: both('link-lower'), part }], 'changed stance');
  await follow(page, /^Set both links to/, SOAKS);
  await bigKey(page).click();
  await page.getByTestId('own-setting').locator('summary').click();
  await page.getByRole('button', { name: 'turns from all the way in' }).click();
  // More than its sheet allows is refused, and nothing is lost.
  await page.getByTestId('own-most').fill('¼');
  await page.getByTestId('own-out').fill('½');
  await page.getByTestId('own-source').fill('the sheet in the box, step 4');
  await page.getByTestId('own-keep').click();
  await expect(page.getByTestId('own-setting')).toContainText(/turns out now must be between 0 and 0.25.*Nothing was written/);
  await page.getByTestId('own-out').fill('¼');
  await page.getByTestId('own-keep').click();
  await expect.poll(() => title(page)).not.toMatch(/^Set both links/);
  const rest = await follow(page, /^Bar swept to both stops/, WHOLE);
  const at = (words: RegExp) => rest.findIndex((t) => words.test(t));
  expect(at(/^New left link in/)).toBeLessThan(at(/^Both ends of the left link in the middle of their swing/));
  expect(at(/^Both ends of the left link/)).toBeLessThan(at(/lock nuts, left/i));
  await strip(page).getByRole('button', { name: 'At its middle mark' }).click();
  await follow(page, /^Handed back/, WHOLE);
  const tape = await tapeOf(page, job);
  expect(bodies(tape, 'aim')).toMatchObject([{ aim: 'keeps its angle', result: 'yes' }]);
  expect(bodies(tape, 'undone')).toEqual([]);
  const sheet = await sheetOf(page, job);
  // How it is set is for whoever works on it next: on the technician's card, not on the customer's sheet.
  await page.goto(`/job/${job}/card`);
  await expect(page.locator('main.page')).toContainText(
    'both in all the way and ¼ turn out; at most ¼ turn by the sheet in the box, step 4',
  );
  expect(sheet).toContain('The bar swept up and down: it stands at its middle mark.');
  expect(sheet).not.toMatch(/undefined|NaN|\.\./);
  // The next visit is of the vehicle as it is.
  const [v] = (await (await page.request.get(`/api/vehicles?q=${encodeURIComponent(plate)}`)).json()) as { id: string }[];
  await expect
    .poll(async () =>
      JSON.stringify(((await (await page.request.get(`/api/vehicles/${v!.id}`)).json()) as { fitted: unknown }).fitted),
    )
    .toContain('rod-end link');
  await page.goto(`/file/${v!.id}`);
  await expect(page.getByTestId('file-fitted')).toContainText('rod-end link');
});

test('opened only to get at the bushings: one end of each link off and on again, wheels left on, by thumb on a phone', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  const plate = 'SK 2119';
  const job = await begun(
    page,
    plate,
    [
      { joints: both('link-lower'), part: REFIT, end: 'lower' },
      { joints: both('frame-bushing'), part: await partOf(page, 'frame bushing', plate) },
    ],
    'access',
  );
  await page.setViewportSize({ width: 390, height: 844 });
  await follow(page, /^Raise it/, SOAKS);
  await page.locator('[data-testid="arrange-wheels off"] button').click();
  await expect(page.locator('[data-testid="arrange-wheels off"]')).toContainText(
    'Wheels left on, though both links stand behind them.',
  );
  const way = await follow(page, /^Handed back/, WHOLE);
  const at = (words: RegExp) => way.findIndex((t) => words.test(t));
  expect(at(/^Undo the lower nut of the left link; its other end stays/)).toBeGreaterThan(-1);
  expect(at(/^New left bushing on/)).toBeLessThan(at(/^The left link’s lower end on again/));
  expect(way.some((t) => /^Wheels off|^Wheels on|wheel nuts/i.test(t))).toBe(false);
  expect(way.some((t) => /link in the hand/.test(t))).toBe(false);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const tape = await tapeOf(page, job);
  expect(bodies(tape, 'arrange')).toEqual([{ what: 'wheels off', yes: false, axle: 'front' }]);
  const pulled = [...bodies(tape, 'torque'), ...bodies(tape, 'mark'), ...bodies(tape, 'clicks')].map((b) => b.fastener);
  expect(pulled.filter((f) => f.includes('wheel-nut'))).toEqual([]);
  expect(pulled.filter((f) => f.includes('link-')).sort()).toEqual(['front.left.link-lower-nut', 'front.right.link-lower-nut']);
  const sheet = await sheetOf(page, job);
  expect(sheet).toContain('The same part');
  expect(sheet).not.toMatch(/wheel nuts|undefined|NaN|\.\./i);
});

test('a bolt that cannot be reached straight: brackets first, little room, a wheel moved behind; nothing did it, and what did is said', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  const plate = 'QY 71';
  const job = await begun(
    page,
    plate,
    [{ joints: both('link-lower'), part: await partOf(page, 'bolt-through link', plate) }],
    'access',
  );
  await follow(page, /^Undo the left link bolt/, SOAKS);
  await expect(page.locator('[data-testid="arrange-brackets first"]')).toContainText(/stands \d+° out of line/);
  await folded(page, 'trouble-open');
  // What there is no stud for is not asked.
  await expect(page.getByTestId('trouble-stud spins')).toHaveCount(0);
  await page.getByTestId('trouble-cannot reach').click();
  for (const rung of [/full lock/, /extension/]) {
    await expect.poll(() => title(page)).toMatch(rung);
    await strip(page).getByRole('button', { name: 'It did not' }).click();
  }
  await expect.poll(() => title(page)).toMatch(/brackets first: the bar comes down/);
  await strip(page).getByRole('button', { name: 'Go that way' }).click();
  await follow(page, /^Undo the left link bolt/, SOAKS);
  await expect.poll(async () => bodies(await tapeOf(page, job), 'step').map((b) => b.step)).toContain('bushing-off-left');
  await folded(page, 'room-open');
  await page.getByTestId('room-swing').fill('28');
  await expect(page.getByTestId('room')).toContainText(/72 teeth: \d+ strokes of 25°, about \d+ min/);
  await page.getByTestId('room').getByRole('button', { name: 'Turn it so' }).first().click();
  await expect(page.getByTestId('room-kept')).toContainText('Room to swing 28°');
  if (/Read/.test(await bigKey(page).innerText())) await bigKey(page).click();
  await folded(page, 'trouble-open');
  await page.getByTestId('trouble-bolt seized').click();
  for (let i = 0; i < 9 && !(await page.getByTestId('rung-other').isVisible()); i++) {
    const read = strip(page).getByRole('button', { name: 'Read, go on' });
    if (await read.count()) await read.click();
    else await strip(page).getByRole('button', { name: 'It did not' }).click();
    await page.waitForTimeout(150);
  }
  await expect.poll(() => title(page)).toMatch(/nothing on the ladder did it/);
  await bigKey(page).click();
  await page.getByTestId('rung-other').fill('Two on a long bar, and heat from below');
  await page.getByTestId('rung-other-say').click();
  // It is off, and the work goes on.
  await expect.poll(() => title(page)).not.toMatch(/ladder|seized/);
  await expect
    .poll(async () => bodies(await tapeOf(page, job), 'rung').at(-1))
    .toMatchObject({
      rung: 'other',
      title: 'Two on a long bar, and heat from below',
      worked: true,
    });
  expect(bodies(await tapeOf(page, job), 'room')).toMatchObject([
    { step: 'link-off-left', swingDeg: 28, turner: 'ratchet, 72 teeth' },
  ]);
});

test('taken apart: the picture follows the steps; a piece that is touched leads to its step; on a phone it is a swipe away', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await signIn(page);
  const plate = 'PV 2231';
  await begun(page, plate, [{ joints: both('link-lower'), part: await partOf(page, 'rod-end link', plate) }]);
  await follow(page, /^Undo both nuts of the left link/, SOAKS);
  const plateOf = page.locator('ak-apart-plate');
  await expect(plateOf).toContainText('Left link, taken apart');
  await expect(plateOf).toContainText('to the left to let go');
  await page.getByRole('button', { name: 'as it will be' }).click();
  const nut = plateOf.locator('[data-piece]').first();
  await nut.click();
  await expect(page.getByTestId('apart-words')).toContainText(/mm nut/i);
  await page.getByTestId('apart-step').click();
  await expect(page.locator('[data-step][data-open]')).toHaveAttribute('data-step', /^tighten-front\.left\.link-/);
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(plateOf).toBeHidden();
  const swipe = (from: number, to: number) =>
    page.evaluate(
      ([a, b]) => {
        const at = document.querySelector('[data-step][data-open]') ?? document.querySelector('ak-apart-plate')!;
        const touch = (x: number) => new Touch({ identifier: 1, target: at, clientX: x, clientY: 400 });
        at.dispatchEvent(new TouchEvent('touchstart', { bubbles: true, touches: [touch(a!)], changedTouches: [touch(a!)] }));
        at.dispatchEvent(new TouchEvent('touchend', { bubbles: true, touches: [], changedTouches: [touch(b!)] }));
      },
      [from, to],
    );
  await swipe(330, 90);
  await expect(plateOf).toBeVisible();
  await expect(plateOf).toContainText('Left link, taken apart');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('an eye above and a ball stud below, bushings with it: the stud’s trouble on its picture, what is on the rubber, paste on a thread, a number without its unit', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  const plate = 'LK 948';
  const job = await begun(page, plate, [
    { joints: both('link-lower'), part: await partOf(page, 'stud-and-bushing link', plate) },
    { joints: both('frame-bushing'), part: await partOf(page, 'frame bushing', plate) },
  ]);
  await follow(page, /^Undo .* of the left link/, SOAKS);
  // A stud with flats is held by them: no key is spoken of.
  const card = page.locator('[data-step="link-off-left"]');
  await expect(card).toContainText('Hold the stud by its flats');
  await expect(card).not.toContainText(/key/i);
  if (/Read/.test(await bigKey(page).innerText())) await bigKey(page).click();
  await folded(page, 'trouble-open');
  await page.getByTestId('trouble-stud spins').click();
  const picture = page.locator('ak-apart-plate');
  await expect(picture.locator('[data-sign="turns along"]')).toHaveCount(1);
  await expect(picture.locator('[data-tool="spanner"]')).toHaveCount(1);
  await expect(page.getByTestId('apart-words')).toContainText('The stud spins.');
  await expect(page.getByTestId('apart-words')).toContainText('Next to try: thin spanner on the flats');
  await strip(page).getByRole('button', { name: 'It did not' }).click();
  await expect(picture.locator('[data-tool="pliers"]')).toHaveCount(1);
  await strip(page).getByRole('button', { name: 'That did it' }).click();
  await expect(picture.locator('[data-tool]')).toHaveCount(0);

  await follow(page, /^New left bushing on.*What is on it\?/, WHOLE);
  await strip(page).getByRole('button', { name: 'Mineral grease' }).click();
  await expect.poll(() => title(page)).toMatch(/does it harm\..*what is on it now\?$/);
  await strip(page).getByRole('button', { name: 'Silicone' }).click();

  await follow(page, /lower nut, left/i, WHOLE);
  // What was written before is on the screen.
  await settled(page);
  await folded(page, 'coat');
  await page.getByTestId('coats').getByRole('button', { name: 'anti-seize' }).click();
  await page.getByTestId('found-value').fill('65');
  await page.getByTestId('found-source').fill('the sheet on the wall');
  await page.getByTestId('found').click();
  await expect(page.locator('[data-step][data-open]')).toContainText('needs its unit: N·m or lbf·ft');
  await expect(page.getByTestId('found-value')).toHaveValue('65');
  await page.getByTestId('found-value').fill('65 ft·lb');
  await page.getByTestId('found').click();
  await follow(page, /^Handed back/, WHOLE);
  const tape = await tapeOf(page, job);
  expect(bodies(tape, 'lubricant').map((b) => `${b.joint} ${b.what}`)).toEqual([
    'front.left.frame-bushing mineral grease',
    'front.left.frame-bushing silicone',
    expect.stringMatching(/^front\.right\.frame-bushing /),
  ]);
  expect(bodies(tape, 'coat')).toEqual([{ fastener: 'front.left.link-lower-nut', what: 'anti-seize' }]);
  const sheet = await sheetOf(page, job);
  expect(sheet).not.toMatch(/undefined|NaN|\.\./);
});

test('front and rear links in one visit: up once, each step with its axle, the plate and its heights with it, on a phone', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page);
  const plate = 'SCH 14';
  const job = await begun(page, plate, [
    { joints: both('link-lower'), part: await partOf(page, 'ball-stud link', plate) },
    { joints: both('link-lower', 'rear'), part: await partOf(page, 'stud-and-bushing link', plate, 'rear') },
  ]);
  await follow(page, /^Rear axle: measure hub to arch/, WHOLE);
  await expect(page.locator('[data-step="rear:height"]')).toBeVisible();
  // One side by a photograph of two cards, the other by a rule: each is kept as what it is.
  const photo = page.getByTestId('height-photo-left');
  await photo.setInputFiles({ name: 'x.bmp', mimeType: 'image/bmp', buffer: Buffer.from('no picture') });
  await expect(page.getByTestId('height-error')).toContainText('could not be read as a picture. Nothing was changed.');
  await photo.setInputFiles({ name: 'arch.bmp', mimeType: 'image/bmp', buffer: bmpOf(ridePhotograph(chanceFrom(6), 372)) });
  await expect(page.getByTestId('height-seen')).toContainText(/^Left 3\d\d mm by photograph, ± \d+ mm/, { timeout: 30_000 });
  await page.getByTestId('height-right').fill('370');
  await page.getByTestId('height-save').click();
  await page.setViewportSize({ width: 390, height: 844 });
  const way = await follow(page, /^Handed back/, WHOLE, 200);
  expect(way.filter((t) => /^Raise it/.test(t))).toEqual(expect.arrayContaining(['Raise it, the wheels of both axles hanging.']));
  expect(way.some((t) => /^Rear axle: undo the upper bolt and the lower nut of the left link/.test(t))).toBe(true);
  expect(way.filter((t) => t.startsWith('Down on the ground')).length).toBe(1);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const tape = await tapeOf(page, job);
  // Only the rear link has rubber that is gripped: at the front nothing is a matter of height.
  expect(new Set(bodies(tape, 'height').map((b) => b.axle))).toEqual(new Set(['rear']));
  const [left, right] = bodies(tape, 'height');
  expect(left).toMatchObject({ side: 'left', by: 'photograph' });
  expect(Math.abs(left!.mm - 372)).toBeLessThan(left!.doubtMm!);
  expect(right!.by).toBeUndefined();
  const pulled = [...bodies(tape, 'torque'), ...bodies(tape, 'mark'), ...bodies(tape, 'clicks')].map((b) => b.fastener);
  for (const end of ['front', 'rear'])
    for (const kind of ['link-upper-nut', 'link-lower-nut', 'wheel-nut'])
      expect(pulled.filter((f) => f.startsWith(end) && f.endsWith(kind)).length).toBe(2);
  const sheet = await sheetOf(page, job);
  expect(sheet).toMatch(/Link, upper nut, left rear/);
  for (const end of ['Front', 'Rear']) expect(sheet).toContain(`${end} axle, from behind`);
  expect(sheet).toMatch(/\d\s+Left link: was worn, is new\./);
  expect(sheet).not.toMatch(/undefined|NaN|\.\./);
});
