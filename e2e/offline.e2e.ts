// Through: web/src/app/offline, web/src/app/session, web/src/app/job, server/src/ledger, core/src/ledger, core/src/job
import { randomUUID } from 'node:crypto';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { follow } from './key';
import { expect, goTo, joint, openSheet, PIN, signIn, test, toFloor } from './yard';

/** The program without a line: its own worker keeps it, the browser keeps today's jobs. */
test.use({ serviceWorkers: 'allow' });

/** The program's worker has everything, and today's jobs are in the browser. */
async function ready(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.reload();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  // Today's sheets are fetched behind everything else.
  await page.waitForFunction(
    () =>
      new Promise((resolve) => {
        const open = indexedDB.open('ashknot');
        open.onsuccess = () => {
          const all = open.result.transaction('answer').objectStore('answer').getAllKeys();
          all.onsuccess = () => {
            open.result.close();
            const keys = all.result as string[];
            resolve(keys.filter((k) => k.startsWith('/api/jobs/')).length >= 5 && keys.includes('/api/floor'));
          };
        };
      }),
    undefined,
    { timeout: 30_000 },
  );
}

/** Another tablet, which only talks to the server. */
async function elsewhere(browser: Browser, person: string, bay: string) {
  const context = await browser.newContext();
  const { request } = context;
  await request.post('/api/session', { data: { person, pin: PIN, bay } });
  await request.post('/api/session/confirm', { data: { person, pin: PIN } });
  return {
    request,
    async write(job: string, kind: string, body: object, version = 1, more: object = {}) {
      const id = `0193e000-0000-7${randomUUID().slice(15)}`;
      const entry = { id, job, kind, version, body, by: person, at: new Date().toISOString(), ...more };
      const r = await request.post(`/api/jobs/${job}/entries`, { data: { entries: [entry] } });
      return { status: r.status(), id, text: await r.text() };
    },
  };
}
/** A job just opened for the first of some vehicles that has none; a second try finds the first one taken. */
async function opened(page: Page, plates: readonly string[]): Promise<string> {
  const api = page.request;
  for (const plate of plates) {
    const [v] = (await (await api.get(`/api/vehicles?q=${encodeURIComponent(plate)}`)).json()) as {
      id: string;
      distanceKm: number;
    }[];
    const id = randomUUID();
    const made = await api.post('/api/jobs', {
      data: { id, vehicleId: v!.id, kind: 'noise', bay: 'Bay 2', distanceKm: v!.distanceKm + 3 },
    });
    if (made.status() === 201) return id;
  }
  throw new Error(`${plates.join(' and ')} have a job already`);
}
const jobOf = (page: Page) => /\/job\/([0-9a-f-]+)/.exec(page.url())![1]!;

// Long: the program is opened, cut off and opened again, with everything it needs.
test('the program opens without a line, with today’s jobs; a name, checks, a signature wait and go when the line is back', async ({
  page,
  context,
}) => {
  await signIn(page, 'Ruan Teague', 'Bay 2');
  await toFloor(page);
  await ready(page);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'On the floor' })).toBeVisible();
  await expect(page.getByTestId('no-line')).toContainText('No line · as of');

  // A sheet that was never opened on this tablet.
  await openSheet(page, 'HB 0093');
  await goTo(page, 'find');
  await page.getByTestId('who').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Isla Morrow' }).click();
  await expect(page.getByTestId('who')).toContainText('Isla Morrow');
  await joint(page, 'front.left.link-lower').click();
  await page.getByTestId('result-tight').first().click();
  await expect(page.getByTestId('unsent')).toBeVisible();
  // Ranked and planned by core, here.
  await expect(page.getByTestId('next')).not.toBeEmpty();
  await page.reload();
  await expect(page.getByTestId('unsent')).toBeVisible();
  await expect(page.getByTestId('who')).toContainText('Isla Morrow');

  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByTestId('unsent')).toHaveCount(0, { timeout: 20_000 });
  const view = (await (await page.request.get(`/api/jobs/${jobOf(page)}`)).json()) as { entries: { by: string; kind: string }[] };
  expect(view.entries.at(-1)).toMatchObject({ by: 'isla', kind: 'check' });
});

// Long: two tablets, one of them cut off.
test('both strike the same line, both choose for the same joints: shown to a person, and settled by an entry or thrown away', async ({
  page,
  context,
  browser,
}) => {
  await signIn(page, 'Ruan Teague', 'Bay 2');
  await openSheet(page, 'HB 0093');
  const job = jobOf(page);
  const other = await elsewhere(browser, 'marit', 'Bay 1');
  const mine = await elsewhere(browser, 'ruan', 'Bay 1');
  const note = await mine.write(job, 'note', { text: 'the shield was off at Bay 1' });
  expect(note.status).toBe(201);
  await page.getByTestId('tape-key').click();
  await page.getByRole('button', { name: /^Strike: .*the shield was off at Bay 1/ }).click();
  await context.setOffline(true);
  await page.getByLabel('Why is it struck').fill('another vehicle');
  await page.getByRole('button', { name: 'Strike', exact: true }).click();
  await expect(page.getByTestId('unsent')).toContainText('1 not yet sent');

  // Meanwhile the other tablet strikes it too.
  expect((await other.write(job, 'strike', { entry: note.id, why: 'wrong bay' })).status).toBe(201);
  await back(page, context);
  await page.keyboard.press('Escape');
  await page.getByTestId('unsent').click();
  const list = page.getByRole('dialog');
  await expect(list).toContainText('Marit Voss has struck it already', { timeout: 20_000 });
  await list.getByTestId('drop-pending').click();
  await expect(list).toContainText('Everything is sent.');
  await list.getByRole('button', { name: 'Close' }).click();

  // Both choose a link for the same corner: the one that comes later is asked about.
  const before = (await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: { kind: string }[] };
  const chosen = before.entries.filter((e) => e.kind === 'choose').length;
  const { parts } = (await (await page.request.get('/api/parts?q=ball-stud&limit=2')).json()) as { parts: { name: string }[] };
  const choose = (part: object) => ({ joints: ['front.left.link-lower', 'front.right.link-lower'], part, quantity: 2 });
  expect((await other.write(job, 'choose', choose(parts[0]!), 2)).status).toBe(201);
  await pend(page, { job, kind: 'choose', version: 2, body: choose(parts[1]!), by: 'ruan', seen: 1 });
  await page.reload();
  await expect(page.getByTestId('unsent')).toHaveClass(/wrong/, { timeout: 20_000 });
  await page.getByTestId('unsent').click();
  await expect(list).toContainText(`Marit Voss chose ${parts[0]!.name} for the same joints`);
  await list.getByTestId('all-the-same').click();
  await expect(list).toContainText('Everything is sent.', { timeout: 20_000 });
  const view = (await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: { kind: string }[] };
  expect(view.entries.filter((e) => e.kind === 'choose').length).toBe(chosen + 2);
});

test('a clock that is wrong, and half a character: set aside, put right by their author, and what stands behind them goes on', async ({
  page,
}) => {
  await signIn(page, 'Ruan Teague', 'Bay 2');
  await openSheet(page, 'SK 2047');
  const job = jobOf(page);
  const note = (text: string, at?: string) =>
    pend(page, { job, kind: 'note', version: 1, body: { text }, by: 'ruan', ...(at ? { at } : {}) });
  await note('of next week', new Date(Date.now() + 7 * 86_400_000).toISOString());
  await note('half \ud83d of one');
  await note('behind them');
  await page.reload();
  await expect(page.getByTestId('unsent')).toContainText('2 not yet sent', { timeout: 20_000 });
  await page.getByTestId('unsent').click();
  const list = page.getByRole('dialog');
  await expect(list).toContainText('This device’s clock runs ahead');
  await expect(list).toContainText('lone surrogate');
  await list.getByTestId('servers-time').click();
  await expect(list.getByTestId('pending')).toHaveCount(1, { timeout: 20_000 });
  await list.getByTestId('edit-pending').click();
  await list.getByRole('textbox').fill('whole again');
  await list.getByTestId('keep-text').click();
  await expect(list).toContainText('Everything is sent.', { timeout: 20_000 });
  const view = (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
    entries: { kind: string; body: { text?: string }; at: string }[];
  };
  const texts = view.entries.flatMap((e) => (e.kind === 'note' ? [e.body.text] : []));
  expect(texts).toEqual(expect.arrayContaining(['of next week', 'whole again', 'behind them']));
  expect(Date.parse(view.entries.find((e) => e.body.text === 'of next week')!.at)).toBeLessThan(Date.now() + 60_000);
});

async function back(page: Page, context: BrowserContext): Promise<void> {
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByTestId('unsent')).toHaveClass(/wrong/, { timeout: 20_000 });
}

let pended = 0;
/** An entry as this browser keeps it until it is sent. */
async function pend(page: Page, entry: object): Promise<void> {
  const id = `0193d${String(++pended).padStart(3, '0')}-0000-7${randomUUID().slice(15)}`;
  await page.evaluate(
    (e) =>
      new Promise<void>((resolve, reject) => {
        const db = indexedDB.open('ashknot');
        db.onsuccess = () => {
          const tx = db.result.transaction('entry', 'readwrite');
          tx.objectStore('entry').put({ entry: e });
          tx.oncomplete = () => (db.result.close(), resolve());
          tx.onerror = () => reject(new Error('not kept'));
        };
      }),
    { at: new Date().toISOString(), ...entry, id },
  );
}

test('a tablet that was off for a week catches up within seconds', async ({ page, browser }) => {
  await signIn(page, 'Ruan Teague', 'Bay 2');
  await toFloor(page);
  const other = await elsewhere(browser, 'isla', 'Bay 3');
  const { open } = (await (await page.request.get('/api/floor')).json()) as { open: string[] };
  // What a week leaves: some hundred lines on the floor's jobs, written elsewhere, and some hundred here, not sent yet.
  for (const job of open) {
    const at = new Date().toISOString();
    const entries = Array.from({ length: 60 }, (_, i) => ({
      id: `0193f${String(i).padStart(3, '0')}-0000-7${randomUUID().slice(15)}`,
      job,
      kind: 'note',
      version: 1,
      body: { text: `elsewhere ${i}` },
      by: 'isla',
      at,
    }));
    expect((await other.request.post(`/api/jobs/${job}/entries`, { data: { entries } })).status()).toBe(201);
  }
  await page.evaluate(
    ({ open }) =>
      new Promise<void>((resolve, reject) => {
        const db = indexedDB.open('ashknot');
        db.onsuccess = () => {
          const tx = db.result.transaction('entry', 'readwrite');
          open.forEach((job, j) => {
            for (let i = 0; i < 50; i++)
              tx.objectStore('entry').put({
                entry: {
                  id: `0193f${String(i).padStart(3, '0')}-${String(j).padStart(4, '0')}-7${crypto.randomUUID().slice(15)}`,
                  job,
                  kind: 'note',
                  version: 1,
                  body: { text: `here ${i}` },
                  by: 'ruan',
                  at: new Date().toISOString(),
                },
              });
          });
          tx.oncomplete = () => (db.result.close(), resolve());
          tx.onerror = () => reject(new Error('not kept'));
        };
      }),
    { open },
  );
  const began = Date.now();
  await page.reload();
  await expect(page.getByTestId('unsent')).toContainText(/\d+ not yet sent/);
  await expect(page.getByTestId('unsent')).toHaveCount(0, { timeout: 20_000 });
  const took = Date.now() - began;
  test.info().annotations.push({ type: 'caught up', description: `${open.length * 110} lines in ${took} ms` });
  const view = (await (await page.request.get(`/api/jobs/${open[0]}`)).json()) as { entries: { kind: string }[] };
  expect(view.entries.filter((e) => e.kind === 'note').length).toBeGreaterThanOrEqual(110);
});

for (const [width, height, plates, tag] of [
  [390, 844, ['SK 2051', 'HB 0107'], ''],
  [1280, 800, ['PV 2188', 'HB 0107'], '@long'],
] as const)
  // Long: a whole job by the big key, from the words at the counter to the hand-back.
  test(
    `a whole job without a line at ${width} px, by the big key alone: all of it is sent when the line is back`,
    { tag: tag || [] },
    async ({ page, context }) => {
      test.setTimeout(240_000);
      await page.setViewportSize({ width, height });
      await signIn(page, 'Ruan Teague', 'Bay 2');
      const job = await opened(page, plates);
      await page.goto('/');
      await ready(page);
      await context.setOffline(true);
      await page.goto(`/job/${job}`);
      await page.getByTestId('words').fill('knocks at the ferry ramp');
      for (const pick of ['patched surface, slowly', 'one wheel over a bump', 'dull clunk', 'front', 'left'])
        await page.getByRole('button', { name: pick, exact: true }).first().click();
      await page.getByTestId('save-complaint').click();
      const seen = await follow(page, /^(See the sheet|Handed back|It is handed back)/, {
        moves: [{ at: /^Work .*link/, joint: 'front.left.link-lower' }],
        say: { 'While it soaks': 1 },
      });
      expect(seen.filter((t) => /^(Set|Pull) /.test(t)).length).toBeGreaterThanOrEqual(6);

      // The line is back: what was to be signed later is signed now, and everything is there, once.
      await back(page, context);
      await expect(page.getByTestId('unsent')).toContainText(/^\s*2 /, { timeout: 30_000 });
      await page.getByTestId('unsent').click();
      await page.getByRole('button', { name: 'Give the PIN and send' }).first().click();
      await page.getByTestId('pin').fill(PIN);
      await page.getByTestId('pin-ok').click();
      await expect(page.getByRole('dialog', { name: 'Not yet sent' })).toContainText('Everything is sent.', { timeout: 20_000 });
      const view = (await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: { id: string; kind: string }[] };
      expect(new Set(view.entries.map((e) => e.id)).size).toBe(view.entries.length);
      expect(view.entries.at(-1)!.kind).toBe('hand-back');
      await page.goto(`/job/${job}/hand-back`);
      await expect(page.locator('main')).toContainText('The cause: left link, lower end.');
      await expect(page.locator('main')).toContainText('Quiet.');
      await expect(page.locator('main')).toContainText(/Agreed by .* by phone/);
    },
  );

test('with no room in the browser nothing is said to be kept: it is said loudly, and goes by file to another tablet', async ({
  page,
  context,
}) => {
  await signIn(page);
  await openSheet(page, 'SK 2047');
  await page.waitForTimeout(500);
  // A store that has no room refuses so; this browser's own quota cannot be set from outside.
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
  });
  await context.setOffline(true);
  await page.getByTestId('tape-key').click();
  await page.getByTestId('note-text').fill('no room for this');
  await page.getByTestId('note-save').click();
  const bar = page.getByTestId('storage-full');
  await expect(bar).toContainText('1 line is on this screen alone: do not close or reload it');
  await expect(page.getByText('What you record is kept here')).toHaveCount(0);
  await expect(page.getByRole('complementary', { name: 'Tape' })).toContainText('no room for this');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByTestId('save-unsent').click()]);
  const file = await download.path();

  // On another tablet, with room.
  await page.goto('about:blank');
  await context.setOffline(false);
  await openSheet(page, 'SK 2047');
  await page.getByTestId('tape-key').click();
  const tape = page.getByRole('complementary', { name: 'Tape' });
  // The list of what is unsent opens where something is.
  await page.route('**/entries', (r) => r.abort());
  await page.getByTestId('note-text').fill('another');
  await page.getByTestId('note-save').click();
  await page.getByTestId('unsent').click();
  await page.getByTestId('take-unsent').setInputFiles(file);
  await expect(page.getByTestId('unsent-taken')).toHaveText('1 line taken in.');
  await page.unroute('**/entries');
  await page.getByRole('button', { name: 'Send now' }).click();
  await expect(page.getByTestId('pending')).toHaveCount(0);
  await page.getByRole('button', { name: 'Close' }).last().click();
  await expect(tape).toContainText('no room for this');
});
