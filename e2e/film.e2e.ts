// Through: web/src/app/measuring, web/src/app/instruments, web/src/app/gauges, core/src/image
import { chanceFrom } from '../core/src/numeric';
import { photograph } from '../core/src/test/photo';
import { bmpOf, filmFile } from './film-file';
import { WHOLE_CHROMIUM } from './house';
import { clean } from './look';
import { expect, folded, goTo, listen, openSheet, settled, signIn, test } from './yard';

const PHONE = { width: 390, height: 844 };

test('this device’s camera: two cards are found, pushed and pulled, the play is on the tape and decides', async ({
  playwright,
  baseURL,
  errors,
}) => {
  test.setTimeout(240_000);
  const film = await filmFile('0.80 mm', 1);
  const browser = await playwright.chromium.launch({
    executablePath: WHOLE_CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film.path}`,
    ],
  });
  try {
    const context = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'block' });
    const page = await context.newPage();
    listen(page, errors);
    await signIn(page);
    await openSheet(page, 'HB 0093');
    await goTo(page, 'find');
    await page.locator('[data-joint="front.left.frame-bushing"]').click();
    await page.getByTestId('measure').click();
    await page.setViewportSize(PHONE);
    await page.getByTestId('gauge-pick').selectOption('camera');
    // Nobody gave leave.
    await context.clearPermissions();
    await page.getByTestId('film-open').click();
    await expect(page.getByTestId('film-error')).toContainText('Nobody gave leave to use the camera.');
    await context.grantPermissions(['camera']);
    // A machine that has no time for pictures gives a film too short, and says so: whoever holds the camera films it again.
    for (let tries = 1; ; tries++) {
      await page.getByTestId('film-open').click();
      await expect(page.getByTestId('film-says')).toHaveText('Both cards are seen well. Hold it there.', { timeout: 20_000 });
      await expect(page.getByTestId('film-sheet')).toContainText('Cards 1 and 2 of sheet 1, ruler 99.70 mm.');
      await page.getByTestId('film-start').click();
      await expect(page.getByTestId('film-prompt')).toContainText('Push');
      await expect(page.getByTestId('film-prompt')).toContainText('Pull');
      const short = page.getByText(/^Too (short|few pushes)/);
      await expect(page.getByTestId('film-sentence').or(short)).toBeVisible({ timeout: 60_000 });
      if (tries === 4 || !(await short.isVisible())) break;
    }
    await expect(page.getByTestId('film-sentence')).toHaveText(
      /^0\.(7[89]|8[012]) mm of play \(± 0\.\d\d mm\), of \d pushes and pulls\. Beyond 0\.50 mm \(shop rule\)\.$/,
    );
    await clean(page, 'a film, read');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    await page.getByTestId('film-keep').click();
    await expect(page.getByTestId('film-keep')).toHaveText('On the tape');
    // The next thing is no other reading of it: it is decided.
    await page.getByTestId('measure-done').click();
    await page.setViewportSize({ width: 1280, height: 800 });
    await settled(page);
    await expect(page.locator('[data-joint="front.left.frame-bushing"]')).toContainText(/loose 0\.(7\d|8\d?) mm/);
    await page.getByTestId('tape-key').click();
    await expect(page.locator('aside')).toContainText(/Left frame bushing, film: 0\.\d\d mm of play/);
    await expect(page.locator('aside')).toContainText(/Pushed: 0\.\d\d mm of play/);
  } finally {
    await browser.close();
    await film.remove();
  }
});

test('the stand-in is said to be simulated everywhere; no play is no number; out of focus is refused in words', async ({
  page,
}) => {
  await signIn(page);
  await openSheet(page, 'SK 2047');
  await goTo(page, 'find');
  await page.locator('[data-joint="front.right.link-lower"]').click();
  await page.getByTestId('measure').click();
  await page.getByTestId('gauge-pick').selectOption('camera-simulated');
  await page.setViewportSize(PHONE);
  const run = async (shows: string) => {
    await page.getByTestId('film-choice').selectOption({ label: shows });
    await page.getByTestId('film-open').click();
  };
  await run('0.80 mm, out of focus');
  await expect(page.getByTestId('film-says')).toContainText('Not sharp', { timeout: 20_000 });
  // No key is dead: it says what is in the way.
  await page.getByTestId('film-start').click();
  await expect(page.getByText('Both cards must be seen first.')).toBeVisible();
  await page.getByRole('button', { name: 'Shut it' }).click();
  await run('no play');
  await expect(page.getByTestId('film-says')).toContainText('seen well', { timeout: 20_000 });
  await expect(page.getByText('simulated', { exact: true })).toBeVisible();
  await page.getByTestId('film-start').click();
  await expect(page.getByTestId('film-mean')).toHaveText(/none below 0\.\d\d mm/, { timeout: 90_000 });
  // Out as a file and in again: the same answer, worked out anew.
  const said = await page.getByTestId('film-sentence').textContent();
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByTestId('film-positions').click()]);
  const csv = await saved.path();
  await page.getByTestId('film-more').click();
  await page.getByTestId('film-file').setInputFiles({
    name: 'film.csv',
    mimeType: 'text/csv',
    buffer: await import('node:fs').then((fs) => fs.readFileSync(csv)),
  });
  await expect(page.getByTestId('film-sentence')).toHaveText(said!);
  await page
    .getByTestId('film-file')
    .setInputFiles({ name: 'film.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2\n') });
  await expect(page.getByTestId('film-error')).toContainText('Nothing was stored.');
});

test('a sheet of cards: printed, its ruler measured, refused where the printer shrank it', async ({ page }) => {
  await signIn(page);
  await page.goto('/rules/cards');
  await page.getByTestId('cards-new').click();
  await expect(page.getByTestId('card-paper')).toContainText('sheet 3');
  await expect(page.locator('svg[role="img"] path')).toHaveCount(5);
  await clean(page, 'a sheet of cards');
  await page.goto('/rules/cards');
  const sheet = page.locator('[data-sheet="3"]');
  await sheet.getByTestId('cards-measure').click();
  await page.getByTestId('cards-reads').fill('88');
  await page.getByTestId('cards-keep').click();
  await expect(sheet).toContainText('The ruler must be from 90 to 110 mm');
  await page.getByTestId('cards-reads').fill('99,55');
  await page.getByTestId('cards-keep').click();
  await expect(sheet).toContainText('ruler 99.55 mm, measured by Ruan Teague');
  await clean(page, 'the sheets');
});

test('a link by a photograph: its eyes are touched, found and drawn; the length goes where a caliper’s goes, as such', async ({
  page,
}) => {
  const { picture, eyes, see } = photograph(chanceFrom(4));
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'settle');
  await page.setViewportSize(PHONE);
  await page.getByRole('button', { name: 'Links', exact: true }).click();
  await folded(page, 'photograph-link-length');
  const put = (buffer: Buffer) =>
    page.getByTestId('photo-size-file').setInputFiles({ name: 'link.bmp', mimeType: 'image/bmp', buffer });
  await put(Buffer.from('no picture'));
  await expect(page.getByText('could not be read as a picture')).toBeVisible();
  await put(bmpOf(picture));
  await expect(page.getByTestId('photo-size-says')).toContainText('Measured by the whole sheet 7. Nobody measured its ruler', {
    timeout: 30_000,
  });
  await expect(page.getByTestId('photo-size-ask')).toHaveText('Touch the middle of one eye.');
  const on = page.getByTestId('photo-size-picture');
  const box = (await on.boundingBox())!;
  const touch = async ([x, y]: readonly [number, number]) =>
    on.click({ position: { x: (x * box.width) / picture.width, y: (y * box.width) / picture.width } });
  // Beside it there is nothing round.
  await touch([picture.width / 2, picture.height - 60]);
  await expect(page.getByTestId('photo-size-wrong')).toContainText('circle is not found here');
  await touch(see(eyes[0]));
  await expect(page.getByTestId('photo-size-ask')).toHaveText('Touch the middle of the other eye.');
  await touch(see(eyes[1]));
  await page.getByTestId('photo-size-height').fill('12 mm');
  await expect(page.getByTestId('photo-size-found')).toHaveText(/(299\.[6-9]|300\.[0-4]) ± 6\.\d mm/);
  await clean(page, 'a part by photograph');
  await page.getByTestId('photo-size-keep').click();
  await expect(page.getByTestId('measure-link-length')).toHaveValue(/^(299|300)\.\d mm ± 6\.\d mm$/);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByTestId('tape-key').click();
  await expect(page.locator('aside')).toContainText(/Link length: \d+\.\d mm ± 6\.\d mm, by photograph/);
});
