// Through: web/src/app/lists, core/src/lists, server/src/lists
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { clean } from './look';
import { enterPin, expect, signIn, test } from './yard';

const bring = (page: Page, list: string, name: string, lines: readonly string[]) =>
  page.getByTestId(`bring-${list}`).setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(lines.join('\r\n')) });
const sums = (page: Page) => page.getByTestId('sums');

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`vehicles from another program: columns matched, words told once, wrong lines set aside, all of it taken back (${width}×${height})`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await signIn(page);
    await page.goto('/lists');
    await expect(page.getByTestId('lists').getByRole('listitem')).toHaveCount(5);
    await clean(page, `lists ${width}`);
    const vehicles = Array.from({ length: 300 }, (_, i) =>
      [
        `QA ${width} ${i}`,
        i % 7 ? 'Petrel van' : 'PETREL',
        `${i === 44 ? 'new' : 2008 + (i % 15)}`,
        `${40 + i} 200`,
        `Customer ${i % 120}`,
        `+00 555 ${1000 + (i % 120)}`,
        'blue',
      ].join(';'),
    );
    await bring(page, 'vehicles', 'from-the-books.csv', [
      `Reg no;Model;Year built;Odometer;Client;Mobile;Colour ${width}`,
      ...vehicles,
    ]);

    await enterPin(page, 'Pella Quist');
    // Guessed, and what nobody asked for is said; two words of theirs are told once each.
    await expect(page.locator('[data-column="plate"] select')).toHaveValue('Reg no');
    await expect(page.locator('[data-column="customer"] select')).toHaveValue('Client');
    await expect(page.getByTestId('unused')).toHaveText(`Not taken from the file: Colour ${width}.`);
    await expect(sums(page)).toHaveText('0 new, 300 wrong. Nothing is stored yet.');
    await expect(page.getByTestId('take')).toHaveCount(0);
    const words = page.getByTestId('strange').locator('select');
    await expect(words).toHaveCount(2);
    await words.first().selectOption({ index: 1 });
    await expect(words).toHaveCount(1);
    await words.first().selectOption({ index: 1 });
    await expect(sums(page)).toHaveText('299 new, 1 wrong. Nothing is stored yet.');
    await expect(page.getByTestId('wrong')).toHaveText('Line 46: The year must be a year, such as 2016 (given: new).');
    await clean(page, `list ${width}`);
    // What was said survives a reload.
    await page.reload();
    await expect(sums(page)).toHaveText('299 new, 1 wrong. Nothing is stored yet.');
    await page.getByTestId('take').click();
    await expect(page.getByTestId('taken')).toHaveText(/Taken in: 299 new, 0 changed/);
    const saved = page.waitForEvent('download');
    await page.getByRole('link', { name: /save them/ }).click();
    expect(await readFile(await (await saved).path(), 'utf8')).toMatch(/QA \d+ 44,.*The year must be a year/);
    await page.goto('/file');
    await page.getByLabel('Plate, VIN, owner or type').fill(`QA ${width} 17`);
    await expect(page.getByRole('link', { name: new RegExp(`QA ${width} 17`) }).first()).toBeVisible();

    // The next one with that head asks nothing.
    await page.goto('/lists');
    await bring(page, 'vehicles', 'more.csv', [
      `Reg no;Model;Year built;Odometer;Client;Mobile;Colour ${width}`,
      `QB ${width};PETREL;2012;90 100;Customer 7;;red`,
    ]);
    await expect(sums(page)).toHaveText('1 new. Nothing is stored yet.');
    await page.getByTestId('leave').click();

    await page
      .getByTestId('brought')
      .getByRole('link', { name: /from-the-books/ })
      .first()
      .click();
    await page.getByTestId('try-undo').click();
    await expect(page.getByTestId('undo-told')).toContainText('299 lines would be taken back');
    await page.getByTestId('undo').click();
    await expect(page.getByTestId('undone')).toHaveText('Taken back by Pella Quist.');
  });

test('a workbook out and in again changes nothing; a file that is none says why', async ({ page }) => {
  await signIn(page);
  await page.goto('/lists');
  const saved = page.waitForEvent('download');
  await page.locator('[data-list="types"]').getByRole('link', { name: 'as XLSX' }).click();
  const book = await readFile(await (await saved).path());
  await page.getByTestId('bring-types').setInputFiles({ name: 'types.xlsx', mimeType: 'application/octet-stream', buffer: book });
  await enterPin(page, 'Pella Quist');
  await expect(sums(page)).toHaveText(/^0 new, \d+ as they are\. Nothing is stored yet\.$/);
  await expect(page.getByTestId('take')).toHaveCount(0);
  await page.goto('/lists');
  await bring(page, 'parts', 'parts.csv', ['number;kind']);
  await expect(page.getByTestId('bring-failed')).toContainText('The list has a head and no line below it');
});
