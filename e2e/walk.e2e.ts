// Through: web/src
import type { Page } from '@playwright/test';
import type { House } from './house';
import { expect, goTo, joint, openSheet, signIn, test, folded } from './yard';
import { Eyes, LOOKS, speak } from './look';
import { slip, SLIPS } from './slips';

/**
 * Every screen of the program, once a width: on each its words are read, its targets and type measured, axe run over it by
 * daylight and its contrasts under the lift. Two widths, and a dialect each; the long run crosses them.
 */
test('what no sentence says is seen where it is said, and nowhere else', () => {
  expect(SLIPS.wrong.filter((t) => !slip(t))).toEqual([]);
  expect(SLIPS.right.filter((t) => slip(t))).toEqual([]);
});

for (const { width, height, dialect, tag, quick } of LOOKS) {
  const about = `at ${width} px, in a shop that says ${dialect}`;
  const begin = async (page: Page, yard: House) => {
    await page.setViewportSize({ width, height });
    await speak(yard, dialect);
    return new Eyes(page, { dialect, quick });
  };

  // Long: every page of the program, each loaded and looked over whole.
  test(`the shop's pages ${about}: words, sizes, contrast, and what a screen reader hears`, { tag }, async ({ page, yard }) => {
    test.setTimeout(240_000);
    const eyes = await begin(page, yard);
    await page.goto('/');
    await expect(page.getByTestId('sign-in')).toBeVisible();
    await eyes.look('the door');
    await signIn(page);
    for (const path of [
      '/',
      '/open',
      '/file',
      '/shelf',
      '/practice',
      '/nowhere',
      '/rules',
      '/rules?of=judging',
      '/rules?of=papers',
      '/rules?of=yard',
      '/rules/suspects',
      '/rules/gauges',
    ])
      await eyes.open(path);
    for (const path of [
      ...['/rules/gauges/dial-1/study', '/rules/gauges/camera-simulated/study', '/gauge/dial-1', '/gauge/force-1'],
      ...['/rules/cards', '/rules/cards/1'],
    ])
      await eyes.open(path);
    // Something is being read there for ever: that is one of its pieces.
    await page.goto('/kit');
    await expect(page.getByText('Reading the file …').first()).toBeVisible();
    await eyes.look('the kit');
    await page.goto('/file');
    await page.getByRole('link', { name: /SK 2063/ }).click();
    await expect(page.getByRole('heading', { name: 'Torque book' })).toBeVisible();
    await eyes.look('a vehicle’s file');
    // The pocket's calculators, and the keys.
    await page.goto('/');
    await page.keyboard.press('k');
    const tools = page.getByRole('dialog').getByRole('group').first().getByRole('button');
    await expect(tools.first()).toBeVisible();
    for (const tool of await tools.all()) {
      await tool.click();
      const name = (await tool.textContent())!.trim();
      // They are built of the same fields: a few are looked over whole.
      await (/torque|stack|thread/.test(name) ? eyes.look(`pocket: ${name}`) : eyes.glance(`pocket: ${name}`));
    }
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await eyes.look('the keys');
    eyes.done(900);
  });

  // Long: every station of five vehicles, with what opens over it and its papers.
  test(`the sheets ${about}: words, sizes, contrast, and what a screen reader hears`, { tag }, async ({ page, yard }) => {
    test.setTimeout(240_000);
    const eyes = await begin(page, yard);
    await signIn(page);
    for (const [plate, stations] of [
      ['HB 0093', ['listen', 'find']],
      ['SCH 11', ['settle']],
      ['SK 2047', ['work', 'settle', 'listen', 'find', 'prove']],
      ['PV 2210', ['prove']],
    ] as const) {
      await openSheet(page, plate);
      for (const station of stations) {
        await goTo(page, station);
        await eyes.look(`${plate} ${station}`);
      }
      await expect(page.getByTestId('next')).toBeInViewport();
      await page.getByTestId('tape-key').click();
      await eyes.look(`${plate} its tape`);
      await page.keyboard.press('Escape');
      await page.goto(page.url().replace(/\/job\/([^/]+)\/.*/, '/job/$1/sheet'));
      await page.locator('h1').first().waitFor();
      await eyes.look(`${plate} its printed sheet`);
    }
    // What is worked out at Settle.
    await openSheet(page, 'SCH 11');
    await goTo(page, 'settle');
    await page.getByTestId('add-more').click();
    for (const figure of ['length', 'bar', 'wheels']) {
      await folded(page, `figure-${figure}`);
      if (figure === 'length') {
        await page.getByTestId('length-lowered').fill('20');
        await expect(page.getByTestId('length-found')).toBeVisible();
      }
      await eyes.look(`worked out: ${figure}`);
      await page.getByTestId('figure-back').click();
    }
    eyes.done(900);
  });

  // Long: every joint of two axles, and every way to measure.
  test(`every joint ${about}: what is said, asked and measured there`, { tag }, async ({ page, yard }) => {
    test.setTimeout(240_000);
    const narrow = width < 700;
    const eyes = await begin(page, yard);
    await signIn(page);
    await openSheet(page, 'HB 0093');
    await goTo(page, 'listen');
    await page.getByText('Our own drive').click();
    await expect(page.locator('[data-manoeuvre]').first()).toBeVisible();
    await eyes.look('the drive');
    await goTo(page, 'find');
    // All checks, whether or not the suspects are ranked yet.
    if (await page.getByTestId('all-checks').count()) await folded(page, 'all-checks');
    await eyes.look('every look');
    for (const end of ['front', 'rear']) {
      if (end === 'rear') await page.keyboard.press('f');
      const onAxle = page.locator(`[data-joint^="${end}.left"]`);
      await expect(onAxle.first()).toBeAttached();
      const ids = [...new Set(await onAxle.evaluateAll((all) => all.map((x) => x.getAttribute('data-joint')!)))];
      expect(ids.length).toBeGreaterThan(4);
      for (const [i, id] of ids.entries()) {
        if (narrow) await page.getByRole('button', { name: 'Plate', exact: true }).click();
        await joint(page, id).first().click();
        await expect(page.getByTestId('joint-title')).toBeVisible();
        // They differ in words; what they are built of is looked at once.
        await (i === 0 ? eyes.look(id) : eyes.read(id));
      }
    }
    await page.keyboard.press('f');
    if (narrow) await page.getByRole('button', { name: 'Plate', exact: true }).click();
    await joint(page, 'front.left.frame-bushing').first().click();
    for (const way of ['measure', 'to-loop'] as const) {
      await folded(page, way);
      await eyes.look(way);
    }
    await page.getByTestId('loop-done').click();
    await folded(page, 'fit');
    await page.getByTestId('fit-clean').fill('22 22.1');
    await page.getByTestId('fit-seat').fill('21.1');
    await eyes.look('bar and bushing');
    eyes.done(900);
  });
}
