// Through: web/src/app/gauges, web/src/app/instruments, web/src/app/measuring, core/src/gauge, core/src/play, server/src/gauge
import { readFileSync } from 'node:fs';
import { enterPin, expect, joint, openSheet, secondTablet, signIn, test, folded } from './yard';

// Long: two browsers, two gauges, a loop and two files.
test('simulated gauges measure on the open sheet; readings go out as files and come in again', async ({
  page,
  browser,
  errors,
}) => {
  test.setTimeout(120_000);
  await signIn(page, 'Isla Morrow', 'Bay 1');
  await openSheet(page, 'SK 2047');
  await page.getByTestId('station-find').click();
  await joint(page, 'front.left.frame-bushing').click();
  await page.getByTestId('measure').click();
  const gauge = await secondTablet(browser, page, errors);
  await gauge.goto('/gauge/dial-1');
  const send = async (mm: string) => {
    await gauge.getByTestId('sim-slide').fill(mm);
    await gauge.getByTestId('sim-send').click();
    await expect(gauge.getByTestId('sim-said')).toContainText('Sent 01A');
  };
  const readings = page.getByLabel('Readings', { exact: true }).getByRole('button');
  const before = await readings.count();
  await send('1');
  await expect(page.getByTestId('reading-first')).toHaveValue(/^01A1\.0|^01A0\.9/);
  await send('1.9');
  await expect(readings).toHaveCount(before + 1);
  // A gauge that types: the focus is nowhere in particular, and the station stays.
  await page.locator('h2').first().click();
  await page.keyboard.type('0,10');
  await page.keyboard.press('Enter');
  await page.keyboard.type('1.02');
  await page.keyboard.press('Enter');
  await expect(readings).toHaveCount(before + 2);
  await expect(page).toHaveURL(/\/find\?/);
  // What was typed into a field and not taken survives a reload.
  await page.getByTestId('reading-first').fill('0.77');
  await page.reload();
  await expect(page.getByTestId('reading-first')).toHaveValue('0.77');
  await page.getByTestId('reading-first').fill('');

  await folded(page, 'to-loop');
  await gauge.goto('/gauge/force-1');
  await gauge.getByTestId('sim-play').fill('0.42');
  await gauge.getByTestId('sim-loop').click();
  await expect(page.getByTestId('loop-says')).toContainText('Loose: 0.42 mm of play');
  await page.getByTestId('loop-keep').click();
  await expect(page.getByTestId('loop-keep')).toHaveText('On the tape');
  await expect(page.getByTestId('unsent')).toHaveCount(0);

  await page.getByTestId('loop-done').click();
  await page.keyboard.press('l');
  await expect(page.locator('[data-kind="loop"]')).toContainText('0.42 mm of play');
  const files: Record<string, string> = {};
  for (const kind of ['json', 'csv']) {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByTestId(`save-${kind}`).click()]);
    files[kind] = await download.path();
  }
  const saved = JSON.parse(readFileSync(files['json']!, 'utf8')) as { entries: unknown[]; loops: Record<string, string> };
  expect(Object.values(saved.loops)[0]!.split('\n')).toHaveLength(1201);
  await page
    .getByTestId('put-measurements')
    .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: readFileSync(files['json']!) });
  await expect(page.getByTestId('measurements-said')).toHaveText('All of it is on this tape already.');

  // At another vehicle's job it asks, names both, and stands as words apart.
  await page.keyboard.press('Escape');
  await openSheet(page, 'PV 2210');
  await page.keyboard.press('l');
  await page
    .getByTestId('put-measurements')
    .setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: readFileSync(files['csv']!) });
  await expect(page.getByTestId('of-another')).toContainText('This sheet is of PV 2210');
  await page.getByTestId('keep-apart').click();
  await expect(page.getByTestId('measurements-said')).toHaveText('Kept as a note. None of it counts here.');
  await expect(page.locator('[data-kind="loop"]')).toHaveCount(0);
  await expect(page.locator('[data-kind="note"]').last()).toContainText('not on this vehicle (a.csv)');
  await gauge.context().close();
});

test('a gauge study by the lead’s PIN changes what is known of the gauge', async ({ page }) => {
  await signIn(page, 'Isla Morrow', 'Bay 3');
  await page.goto('/rules/gauges');
  await expect(page.locator('[data-gauge="dial-2"]')).toContainText('calibration ran out');
  await page.locator('[data-gauge="caliper-1"]').getByRole('link', { name: 'Study' }).click();
  await page.getByTestId('study-joints').fill('2');
  await page.getByTestId('study-people').fill('Isla, Ruan');
  const fields = page.locator('table input');
  const plays = ['0.30', '0.35', '0.40', '0.35', '0.60', '0.65', '0.60', '0.70'];
  for (const [i, v] of plays.entries()) await fields.nth(i).fill(v);
  await expect(page.getByTestId('study-says')).toContainText('The same person again');
  await page.getByTestId('study-save').click();
  await enterPin(page, 'Isla Morrow');
  await expect(page.getByTestId('study-said')).toContainText('Kept.');
});
