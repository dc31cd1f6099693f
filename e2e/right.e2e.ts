// Through: web/src/app/file, web/src/app/prove, core/src/job, server/src/change
import { v7 as uuid } from 'uuid';
import { bigKey, strip, title } from './key';
import { clean } from './look';
import { enterPin, expect, openSheet, secondTablet, settled, signIn, test } from './yard';

interface Job {
  readonly id: string;
  readonly vehicle: { readonly id: string; readonly typeId: string; readonly plate: string };
}

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`a type put right while its sheet is open: the sheet says so, is looked at, and goes on (${width}×${height})`, async ({
    page,
    browser,
    errors,
  }) => {
    await page.setViewportSize({ width, height });
    await signIn(page);
    await openSheet(page, width > 500 ? 'HB 0093' : 'SK 2047');
    const id = /job\/([^/]+)/.exec(page.url())![1]!;
    await expect(bigKey(page)).toBeEnabled();
    const before = await title(page);
    const { vehicle } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as Job;

    const desk = await secondTablet(browser, page, errors);
    await desk.setViewportSize({ width, height });
    await desk.goto(`/types/${vehicle.typeId}`);
    await desk.getByRole('button', { name: 'Wheels', exact: true }).click();
    await desk.getByTestId('type-track').fill('1497 mm');
    await desk.getByTestId('type-track').blur();
    await expect(desk.getByTestId('type-changes')).toContainText('track: now 1497 mm, was');
    await clean(desk, `type ${width}`);
    // Without a reason nothing is written down; what was typed survives a reload.
    await desk.getByTestId('type-save').click();
    await expect(desk.getByText('The reason needs a few words')).toBeVisible();
    await desk.reload();
    await expect(desk.getByTestId('type-changes')).toContainText('track: now 1497 mm, was');
    await desk.getByTestId('type-why').fill('read off the papers');
    await desk.getByTestId('type-save').click();
    await enterPin(desk);
    await expect(desk.getByTestId('changes')).toContainText('read off the papers');

    await expect(strip(page).locator('.title')).toHaveText('The type was changed in the file: look.');
    await expect(strip(page)).toContainText('track: now 1497 mm');
    await expect(bigKey(page)).toHaveText(/Seen/);
    await settled(page);
    await bigKey(page).click();
    await expect(strip(page).locator('.title')).toHaveText(before);
  });

test('a vehicle put right in its file; a size its job found is known to the next sheet of the type', async ({ page }) => {
  await signIn(page);
  await openSheet(page, 'NR 508');
  const job = /job\/([^/]+)/.exec(page.url())![1]!;
  const { vehicle } = (await (await page.request.get(`/api/jobs/${job}`)).json()) as Job;
  // What somebody wrote at Settle.
  const body = { axle: 'front', size: 'nut-hex', end: 'upper', text: '15 mm', mm: 15 };
  const entry = { id: uuid(), job, kind: 'size', version: 2, body, by: 'ruan', at: new Date().toISOString() };
  expect((await page.request.post(`/api/jobs/${job}/entries`, { data: { entries: [entry] } })).status()).toBe(201);
  await page.goto(`/job/${job}/prove`);
  const found = page.getByTestId('keep-found');
  await expect(found).toContainText('Nut hex, upper end, front axle: 15 mm');
  await found.getByTestId('keep-vehicle').click();
  await expect(found).toContainText('kept for this vehicle');
  await found.getByTestId('keep-type').click();
  await enterPin(page);
  await expect(found).toContainText('kept for its type');

  await page.goto(`/file/${vehicle.id}`);
  await expect(page.getByTestId('known')).toContainText('Nut hex, upper end, front axle: 15 mm');
  await expect(page.getByTestId('known')).toContainText('Ruan Teague');
  await page.getByTestId('put-right').click();
  await page.getByTestId('right-owner').fill('Mats Orre');
  await page.getByTestId('right-why').fill('told on the telephone');
  await clean(page, 'vehicle put right');
  await page.getByTestId('right-save').click();
  await expect(page.getByTestId('changes')).toContainText('told on the telephone');
  await expect(page.getByTestId('changes')).toContainText('Owner: now Mats Orre, was');
  const type = (await (await page.request.get(`/api/types/${vehicle.typeId}`)).json()) as {
    spec: { axles: { front: { link: { upper: { nutHexMm: number } } } } };
    changes: { why: string; job: string }[];
  };
  expect(type.spec.axles.front.link.upper.nutHexMm).toBe(15);
  expect(type.changes[0]!.job).toBe(job);
  expect(type.changes[0]!.why).toMatch(/^Found at NR 508 by Ruan Teague, /);
});

test('whom it belongs to: written down in the file, read where they are told, deleted when they ask', async ({ page }) => {
  await signIn(page, 'Marit Voss');
  await page.goto('/file');
  await page.getByRole('link', { name: /NR 508/ }).click();
  await page.getByTestId('customer-new').click();
  await page.getByTestId('customer-name').fill('Nurse Orre');
  await page.getByTestId('customer-telephone').fill('ring twice');
  await page.getByTestId('customer-tell').selectOption('by message');
  await page.getByTestId('customer-save').click();
  await expect(page.getByTestId('customer-form')).toContainText('must be a telephone number');
  await page.getByTestId('customer-telephone').fill('555 0133');
  await page.getByTestId('customer-save').click();
  await expect(page.getByTestId('customer')).toContainText('wants to be told by message');
  await expect(page.getByRole('link', { name: '555 0133' })).toHaveAttribute('href', 'tel:555 0133');
  await clean(page, 'customer');
  await page.getByTestId('customer-forget').click();
  await page.getByTestId('customer-forget-sure').click();
  await enterPin(page);
  await expect(page.getByTestId('customer-new')).toBeVisible();
  await expect(page.getByText('Nurse Orre')).toHaveCount(0);
});
