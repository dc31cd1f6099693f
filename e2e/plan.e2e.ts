// Through: web/src/app/plan, web/src/app/open, web/src/app/floor, server/src/booking
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { bigKey, strip } from './key';
import { clean } from './look';
import { enterPin, expect, settled, signIn, test } from './yard';

/** Now, as a field of a date and a time has it in the yard's zone: always of today there. */
async function rightNow(page: Page): Promise<string> {
  const { shop } = (await (await page.request.get('/api/session')).json()) as { shop: { rules: { timeZone: string | null } } };
  const zone = shop.rules.timeZone ? { timeZone: shop.rules.timeZone } : {};
  return new Date().toLocaleString('sv-SE', { ...zone, dateStyle: 'short', timeStyle: 'short' }).replace(' ', 'T');
}

for (const [width, height, plate] of [
  [1280, 800, 'LK 930'],
  [390, 844, 'LK 948'],
] as const)
  test(`booked on the telephone, looked at before it comes, opened when it is here (${width}×${height})`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await signIn(page);
    await page.goto('/');
    await page.getByTestId('to-plan').click();
    await clean(page, `plan ${width}`);
    await page.getByTestId('book').click();
    await page.getByTestId('booking-save').click();
    await expect(page.getByText('which vehicle comes, or who brings it?')).toBeVisible();
    await page.getByTestId('booking-plate').fill(plate);
    await page.getByTestId('booking-found').getByRole('button').first().click();
    await expect(page.getByTestId('booked-vehicle')).toContainText(plate);
    await page.getByTestId('booking-when').fill(await rightNow(page));
    await page.getByTestId('booking-words').fill('clonks when she parks');
    await page.getByRole('button', { name: 'dull clunk', exact: true }).click();
    await page.getByRole('button', { name: 'front', exact: true }).click();
    await page.getByRole('button', { name: 'one wheel over a bump', exact: true }).click();
    await page.getByRole('button', { name: 'Bay 2', exact: true }).click();
    await clean(page, `book ${width}`);
    // What was typed survives a reload.
    await page.reload();
    await expect(page.getByTestId('booking-words')).toHaveValue('clonks when she parks');
    await page.getByTestId('booking-save').click();

    // Its suspects by what was told, and whether the parts are here.
    await expect(page.getByTestId('booking-told')).toHaveText('“clonks when she parks”');
    await expect(page.getByTestId('before-suspects').getByRole('listitem')).toHaveCount(4);
    await expect(page.getByTestId('before-parts').getByRole('listitem').first()).toContainText(
      /on the shelf|here in|to be ordered|Nothing that fits/,
    );
    await clean(page, `booking ${width}`);
    await page.goto('/');
    await page.locator(`[data-due="${plate}"]`).click();
    await expect(strip(page)).toContainText(`${plate} is to come`);

    // By the big key to its sheet: only the distance is asked, and what was told stands there.
    await bigKey(page).click();
    await expect(page.getByTestId('booked')).toContainText('clonks when she parks');
    const km = await page.getByText(/in the file:/).textContent();
    await page.getByTestId('job-km').fill(String(Number(km!.replace(/\D/g, '')) + 20));
    await page.getByTestId('start-job').click();
    await expect(page).toHaveURL(/\/job\//);
    await settled(page);
    const id = /job\/([^/]+)/.exec(page.url())![1]!;
    const { entries } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as {
      entries: { kind: string; body: { words: string; booked: string } }[];
    };
    expect(entries[0]).toMatchObject({ kind: 'complaint', body: { words: 'clonks when she parks', booked: expect.any(String) } });
    // Nothing more is asked of it: the next line goes on from there.
    await expect(strip(page)).not.toContainText('Write down what the customer hears');
    await page.goto('/');
    await expect(page.locator(`[data-due="${plate}"]`)).toHaveCount(0);
  });

test('a calendar goes out and comes in again unchanged; one that moves is moved', async ({ page }) => {
  await signIn(page);
  await page.goto('/plan');
  const saved = page.waitForEvent('download');
  await page.getByTestId('calendar-out').click();
  const text = await readFile(await (await saved).path(), 'utf8');
  const put = (what: string) =>
    page.getByTestId('calendar-in').setInputFiles({ name: 'plan.ics', mimeType: 'text/calendar', buffer: Buffer.from(what) });
  await put(text);
  await expect(page.getByTestId('calendar-told')).toContainText('as they are');
  await expect(page.getByTestId('calendar-take')).toHaveCount(0);
  await put('plate,type');
  await expect(page.getByTestId('calendar-error')).toContainText('The calendar is none that can be read');
});

for (const width of [1280, 390])
  test(`a key is made for another program, which books with it and reads nothing else; the plan says by what (${width})`, async ({
    page,
    playwright,
    baseURL,
  }) => {
    await page.setViewportSize({ width, height: 844 });
    await signIn(page, 'Marit Voss');
    await page.goto('/rules/people');
    await page.getByTestId('people-open').click();
    await enterPin(page);
    const name = `Web form ${width}`;
    await page.getByTestId('key-name').fill(name);
    await page.getByRole('button', { name: 'Make the key' }).click();
    await expect(page.getByTestId('keys-said')).toHaveText('Pick what it reaches. No key was made.');
    await page.getByRole('button', { name: 'the plan, to book too' }).click();
    await page.getByRole('button', { name: 'Make the key' }).click();
    const key = await page.getByTestId('key-made').locator('code').innerText();
    await clean(page, `keys ${width}`);

    const program = await playwright.request.newContext({
      baseURL: baseURL!,
      extraHTTPHeaders: { authorization: `Bearer ${key}` },
    });
    const words = 'hums on the bridge';
    const complaint = { character: [], where: [], when: [], handling: [], conditions: [], like: [], history: [], words };
    const booked = await program.post('/api/bookings', {
      data: {
        ...{ vehicleId: null, plate: `WF ${width}`, who: 'Kari', minutes: 60, kind: 'noise', bay: null, person: null, note: '' },
        comesAt: new Date(Date.now() + 3_600_000).toISOString(),
        complaint,
      },
    });
    expect(booked.status()).toBe(201);
    expect((await program.get('/api/floor')).status()).toBe(403);
    const { id } = (await booked.json()) as { id: string };
    await page.goto(`/plan/${id}`);
    await expect(page.getByText(`${name} (another program; its key is of Marit Voss)`)).toBeVisible();
    await page.goto('/rules/people');
    await page.locator(`[data-key="${name}"]`).getByRole('button', { name: 'End it' }).click();
    await expect(page.getByTestId('keys-said')).toHaveText(`The key of ${name} opens nothing any more.`);
    expect((await program.get(`/api/bookings/${id}`)).status()).toBe(401);
    await program.dispose();
  });
