// Through: web/src/app/length, web/src/app/workers, core/src/mechanics
import { clean } from './look';
import { expect, goTo, joint, openSheet, settled, signIn, test, folded } from './yard';
import type { Page } from '@playwright/test';

/** Nothing scrolls sideways, nothing that is touched is too small, no word too small to read. */
async function fits(page: Page, name: string): Promise<void> {
  await settled(page);
  const wrong = await page.evaluate(() => {
    const out: string[] = [];
    if (document.documentElement.scrollWidth > document.documentElement.clientWidth) out.push('scrolls sideways');
    for (const el of document.querySelectorAll<HTMLElement>('main button, main input, main select, [role="dialog"] button')) {
      const r = el.getBoundingClientRect();
      const label = el.closest('label');
      const h = Math.max(r.height, label?.getBoundingClientRect().height ?? 0);
      // A mark on the drawing is taken from 28 px around: the plate's own touch.
      if (r.width > 0 && h > 0 && h < 43.5 && !el.matches('[data-joint]'))
        out.push(`${el.textContent!.trim() || el.getAttribute('aria-label')}: ${h} px high`);
    }
    for (const t of document.querySelectorAll<SVGTextElement>('main svg text')) {
      const size = (parseFloat(getComputedStyle(t).fontSize) * t.getBoundingClientRect().height) / (t.getBBox().height || 1);
      if (t.getBoundingClientRect().width > 0 && size < 11.9) out.push(`“${t.textContent}” at ${size.toFixed(1)} px`);
    }
    return out;
  });
  expect([name, wrong]).toEqual([name, []]);
}

// Long: the corner turned at three layouts, each searched whole.
test('the plate turned to its corner: it moves, says its limits, and axe finds nothing', async ({ page }) => {
  await signIn(page);
  for (const plate of ['SK 2047', 'HB 0093']) {
    await openSheet(page, plate);
    // At Work what is worked on lies apart in its place.
    if (page.url().endsWith('/work')) await page.getByTestId('apart-axle').click();
    await page.getByTestId('turn-right').click();
    await expect(page.getByTestId('scale')).toHaveText('from behind');
    await page.getByTestId('travel').focus();
    const before = await page.getByTestId('motion').textContent();
    for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
    await expect(page.getByTestId('motion')).not.toHaveText(before!);
    await clean(page, `${plate} turned`);
  }
  await page.getByTestId('drawing').click();
  await expect(page.getByTestId('axle-drawing')).toBeVisible();
  await clean(page, 'the drawing');
  const saved = page.waitForEvent('download');
  await page.getByTestId('drawing-save').click();
  expect((await saved).suggestedFilename()).toMatch(/^hb-0093.*front-axle\.svg$/);
});

// Long: a whole search for a length, in two sizes.
test('a length: found in the worker, shown in the corner, kept, and what is wanted of parts from then on', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'SCH 11');
  await goTo(page, 'settle');
  await page.getByTestId('add-more').click();
  await folded(page, 'figure-length');
  await page.getByTestId('length-lowered').fill('20');
  await expect(page.getByTestId('length-found')).toHaveText(/3\d\d\.\d\s*mm/);
  await expect(page.getByTestId('figures')).toContainText('arm turned');
  await clean(page, 'link length');
  await fits(page, 'link length at 1280');
  // What was typed survives a reload.
  await page.reload();
  await expect(page.getByTestId('length-found')).toHaveText(/3\d\d\.\d\s*mm/);
  await page.setViewportSize({ width: 390, height: 844 });
  await fits(page, 'link length on a phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByTestId('length-keep').click();
  await expect(page.getByTestId('sizes')).toContainText(/Link length 3\d\d.*mm, worked out/);
  await expect(page.getByTestId('figures')).toHaveCount(0);
  await page.getByTestId('tape-key').click();
  await expect(page.locator('aside')).toContainText('Front link length: 3');
});

// Long: three tools of the pocket and two of Settle, in two sizes.
test('bar and wheels at Settle, and all three in the pocket without a sheet', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'SCH 11');
  await goTo(page, 'settle');
  await page.getByTestId('add-more').click();
  await folded(page, 'figure-bar');
  await page.getByRole('button', { name: 'this axle' }).click();
  await page.getByTestId('bar-outside').fill('26');
  await page.getByTestId('bar-was').fill('22');
  await expect(page.getByTestId('bar-rate')).toHaveText(/\d+\.\d\s*N\/mm/);
  await expect(page.getByTestId('bar-warns')).toBeVisible();
  await clean(page, 'the bar');
  await page.getByTestId('figure-back').click();
  await folded(page, 'figure-wheels');
  await page.getByTestId('wheel-size').fill('255/35 R19');
  await expect(page.getByTestId('wheel-fit')).toBeVisible();
  await clean(page, 'other wheels');
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await fits(page, `other wheels at ${width}`);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/');
  await page.keyboard.press('k');
  const pocket = page.getByRole('dialog');
  await pocket.getByRole('button', { name: 'link length' }).click();
  await page.getByTestId('pocket-source').selectOption('floor');
  for (const [field, text] of [
    ['length-lowered', '30'],
    ['length-old', '150'],
    ['floor-arm', '250'],
    ['floor-ratio', '0.6'],
    ['floor-arm-deg', '0'],
    ['floor-lean', '0'],
  ] as const)
    await pocket.getByTestId(field).fill(text);
  // By hand: mount below the eye, shorter by ratio × lowering.
  await expect(pocket.getByTestId('length-found')).toHaveText(/132\.0\s*mm/);
  await clean(page, 'the pocket’s link length');
  await pocket.getByRole('button', { name: 'bar', exact: true }).click();
  for (const [field, text] of [
    ['bar-outside', '24'],
    ['bar-middle', '900'],
    ['bar-arm', '250'],
    ['bar-between', '700'],
  ] as const)
    await pocket.getByTestId(field).fill(text);
  await expect(pocket.getByTestId('bar-rate')).toHaveText(/78\.0\s*N\/mm/);
  await pocket.getByRole('button', { name: 'wheels' }).click();
  await expect(pocket).toContainText('choose a type above');
});

test('measuring shows where the gauge goes, and the fit where the caliper does', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'find');
  await joint(page, 'front.right.link-lower').click();
  await page.getByTestId('measure').click();
  await expect(page.getByTestId('gauge-drawing')).toBeVisible();
  await page.getByTestId('measure-done').click();
  await joint(page, 'front.left.frame-bushing').click();
  await folded(page, 'fit');
  await page.getByTestId('fit-clean').fill('22 22.1');
  await expect(page.getByTestId('fit-drawing')).toContainText('clean 22.05');
  await page.getByTestId('fit-seat').fill('21.4');
  await expect(page.getByTestId('fit-drawing')).toContainText('seat 21.40');
  await clean(page, 'the fit drawn');
  await fits(page, 'the fit drawn');
});
