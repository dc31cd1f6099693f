import { clean, expect, goTo, openSheet, settled, signIn, test } from './yard';

test('why it knocks: on the axle of the sheet, one wheel closes the gap, both never do; axe finds nothing', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'find');
  await page.locator('[data-joint="front.left.link-lower"]').click();
  await page.getByTestId('why-it-knocks').click();
  await expect(page.getByTestId('knock-said')).toContainText(/The gap closes \d+ times/);
  await expect(page.getByTestId('knock-said')).toContainText('With half the play');
  const closings = Number(await page.getByTestId('knock-count').textContent());
  expect(closings).toBeGreaterThan(1);
  // It moves, and stops where it is held.
  const before = await page.getByTestId('knock-at').inputValue();
  await expect.poll(() => page.getByTestId('knock-at').inputValue()).not.toBe(before);
  await page.getByTestId('knock-at').fill('300');
  await expect(page.getByTestId('knock-run')).toHaveText('Run');
  await page.getByRole('button', { name: 'both wheels' }).click();
  await expect(page.getByTestId('knock-count')).toHaveText('0');
  await expect(page.getByTestId('knock-said')).toContainText('Both wheels rise alike');
  await page.getByRole('button', { name: 'left wheel', exact: true }).click();
  await page.getByTestId('knock-playMm').fill('0');
  await expect(page.getByTestId('knock-said')).toContainText('No play');
  await settled(page);
  await clean(page, 'why it knocks');
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('“like that”: what was not played cannot be pointed at; what is, stands on the tape and among the reasons', async ({
  page,
}) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'listen');
  await page.getByTestId('like-open').click();
  await expect(page.getByTestId('like-dry squeak')).toBeDisabled();
  await page.getByTestId('play-dry squeak').click();
  await expect(page.getByTestId('play-dry squeak')).toHaveAttribute('aria-pressed', 'true');
  await page.getByTestId('like-dry squeak').click();
  await page.getByTestId('play-dry squeak').click();
  await expect(page.getByTestId('play-dry squeak')).toHaveAttribute('aria-pressed', 'false');
  await clean(page, 'like that');
  // It survives a reload before it is written down.
  await page.reload();
  await expect(page.getByTestId('like-dry squeak')).toHaveAttribute('aria-pressed', 'true');
  await page.getByTestId('save-complaint').click();
  await page.getByTestId('tape-key').click();
  await expect(page.locator('aside')).toContainText('like the dry squeak');
});
