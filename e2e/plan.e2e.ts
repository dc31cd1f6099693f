// Through: web/src/app/plan, web/src/app/open, web/src/app/floor, server/src/booking
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { bigKey, strip } from './key';
import { clean } from './look';
import { expect, settled, signIn, test } from './yard';

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
