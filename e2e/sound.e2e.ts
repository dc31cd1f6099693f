// Through: web/src/app/knock, web/src/app/attachment, web/src/app/listen, core/src/sound, core/src/knock
import { WHOLE_CHROMIUM } from './house';
import { clean } from './look';
import { expect, goTo, openSheet, settled, signIn, test, folded } from './yard';

test('why it knocks: on the axle of the sheet, one wheel makes it knock, both never do, less play is softer; axe finds nothing', async ({
  page,
}) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'find');
  await page.locator('[data-joint="front.left.link-lower"]').click();
  await folded(page, 'why-it-knocks');
  await expect(page.getByTestId('knock-said')).toContainText(/It knocks \d+ times, the hardest with \d+ mJ/);
  await expect(page.getByTestId('knock-said')).toContainText(/With half the play .* sooner and \d+ dB softer/);
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

/** A drive of so many seconds with two microphones: a blow each second, heard first on the left, over soft noise. */
function drive(seconds: number, loud: number): Buffer {
  const hz = 48_000;
  const out = Buffer.alloc(44 + seconds * hz * 4);
  out.write('RIFF', 0);
  out.writeUInt32LE(out.length - 8, 4);
  out.write('WAVEfmt ', 8);
  out.writeUInt32LE(16, 16);
  out.writeUInt16LE(1, 20);
  out.writeUInt16LE(2, 22);
  out.writeUInt32LE(hz, 24);
  out.writeUInt32LE(hz * 4, 28);
  out.writeUInt16LE(4, 32);
  out.writeUInt16LE(16, 34);
  out.write('data', 36);
  out.writeUInt32LE(out.length - 44, 40);
  let seed = 1;
  const noise = () => ((seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5) * 0.01;
  for (let i = 0; i < seconds * hz; i++)
    for (const [c, later] of [0, 0.0015].entries()) {
      const t = (i / hz - 0.5 - later + 1) % 1;
      const blow = i / hz < 0.5 ? 0 : Math.exp(-30 * t) * Math.sin(2 * Math.PI * 1200 * t) * loud;
      out.writeInt16LE(Math.round(Math.max(-1, Math.min(1, blow * (c ? 0.6 : 1) + noise())) * 32_767), 44 + (i * 2 + c) * 2);
    }
  return out;
}

test('a recording: read with its impacts, kept with the job, compared before and after; what is none is refused', async ({
  page,
}) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'listen');
  await page.getByTestId('own-drive').click();
  const open = (name: string, buffer: Buffer) =>
    page.getByTestId('recording-input').setInputFiles({ name, mimeType: 'audio/wav', buffer });
  await open('page.wav', Buffer.from('<html>'));
  await expect(page.getByTestId('recording-error')).toHaveText('The recording is no WAV file. Nothing was stored.');
  await open('too loud.wav', drive(3, 8));
  await expect(page.getByTestId('recording-error')).toContainText(
    'turn the microphones down and record it again. Nothing was stored.',
  );
  await open('quay road.wav', drive(40, 0.5));
  await expect(page.getByTestId('recording-read')).toContainText('40 impacts in 40 s: 40 rings.');
  await page.getByTestId('microphone-1').selectOption('left front');
  await expect(page.getByTestId('recording-read')).toContainText(
    '40 of 40 are heard first at microphone 1, left front, by some 1.5 ms.',
  );
  await clean(page, 'a recording');
  await page.getByTestId('recording-way').fill('500 km');
  await page.getByTestId('recording-keep').click();
  await expect(page.getByTestId('recording-read')).toContainText('way driven must be between 0.05 and 100 km');
  await page.getByTestId('recording-way').fill('0.4');
  await page.getByTestId('recording-keep').click();
  const kept = page.getByTestId('recording-kept');
  await expect(kept).toContainText('quay road.wav');
  // What of it counts, and how surely: both say where it is, and none is certain.
  await expect(kept).toContainText('recorded: mostly like a hard knock, 75 % sure');
  await open('after.wav', drive(40, 0.05));
  await page.getByRole('button', { name: 'after the work' }).click();
  await page.getByTestId('recording-way').fill('0.4');
  await page.getByTestId('recording-keep').click();
  await expect(page.getByTestId('recordings-compared')).toContainText('20 dB quieter');
  await page.reload();
  await expect(page.getByTestId('recordings-compared')).toContainText('20 dB quieter');
  await expect(page.getByTestId('recordings-compared')).toContainText(
    'cannot be told apart: 100 ± 16 a kilometre before, 100 ± 16 after.',
  );
  await page.getByTestId('tape-key').click();
  await expect(page.locator('aside')).toContainText('Recording “quay road.wav”, before: 40 impacts in 40 s');
  // Its loudest are heard from the tape, after a reload too.
  const key = page.locator('aside').getByTestId('play-impact').first();
  await key.click();
  await expect(page.locator('aside').getByRole('alert')).toHaveCount(0);
  // Its moments are kept as a WAV file that the server has looked at.
  const job = /\/job\/([0-9a-f-]+)/.exec(page.url())![1]!;
  const view = (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
    entries: { kind: string; body: { sound: string } }[];
  };
  const sound = await page.request.get(`/api/attachments/${view.entries.find((e) => e.kind === 'recording')!.body.sound}`);
  expect([sound.status(), sound.headers()['content-type'], (await sound.body()).subarray(0, 4).toString()]).toEqual([
    200,
    'audio/wav',
    'RIFF',
  ]);
});

test('the stand-in’s microphones drive a vehicle that is none: kept, it is called simulated', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'HB 0093');
  await goTo(page, 'listen');
  await page.getByTestId('own-drive').click();
  await page.getByTestId('recording-simulated').click();
  await expect(page.getByTestId('recording-read')).toContainText(
    /\d+ of \d+ are heard first at microphone [12], (left|right) front/,
    {
      timeout: 30_000,
    },
  );
  await page.getByTestId('recording-keep').click();
  await page.getByTestId('tape-key').click();
  await expect(page.locator('aside')).toContainText('Recording “simulated drive”, before, simulated: ');
});

test('this device’s own microphone: asked for, its level shown, what it heard read like a file', async ({
  playwright,
  baseURL,
}) => {
  const browser = await playwright.chromium.launch({
    executablePath: WHOLE_CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--use-fake-device-for-media-stream'],
  });
  try {
    const context = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'block' });
    const page = await context.newPage();
    await signIn(page);
    await openSheet(page, 'HB 0093');
    await goTo(page, 'listen');
    await page.getByTestId('own-drive').click();
    // Nobody gave leave.
    await context.clearPermissions();
    await page.getByTestId('microphone-open').click();
    await expect(page.getByTestId('recording-error')).toContainText(
      'Nobody gave leave to use the microphone. Nothing was recorded.',
    );
    await context.grantPermissions(['microphone']);
    await page.getByTestId('microphone-open').click();
    await expect(page.getByTestId('microphone-stop')).toBeVisible();
    // The browser's stand-in beeps once a second: until some of them have been heard.
    await expect(page.getByTestId('microphone-heard')).toHaveText(/^([4-9]|\d\d) s/, { timeout: 20_000 });
    await page.getByTestId('microphone-stop').click();
    await expect(page.getByTestId('recording-read').or(page.getByTestId('recording-error'))).toContainText(/\d impacts?/);
  } finally {
    await browser.close();
  }
});
