// Through: web/src/app/shelf, core/src/parts, server/src/part
import { readFile } from 'node:fs/promises';
import { enterPin, expect, signIn, test } from './yard';

// The order of tests in a folder is the order of their names: what is counted here stands for the others, so it is put back.
test('the shelf: two parts over each other, one counted, its reorder point, and a list taken in only when every line is right', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'sway bar', exact: true }).click();
  const names = page.locator('tbody button[data-testid^="part-"]');
  await expect(names.first()).toContainText('Keel bar');
  await names.first().click();
  await page.getByTestId('shelf-hold').click();
  await names.nth(4).click();
  await expect(page.getByTestId('overlay-words')).toHaveText(/thicker|thinner|holes/);

  // Counted: nothing stands in the field before somebody has.
  await expect(page.getByTestId('shelf-counted')).toHaveValue('');
  await page.getByTestId('shelf-count').click();
  await expect(page.getByTestId('shelf-count-error')).toContainText('The number counted is empty');
  const reckoned = /\d+/.exec((await page.getByTestId('shelf-was').textContent())!)![0];
  await page.getByTestId('shelf-counted').fill('3');
  await page.getByTestId('shelf-count').click();
  await expect(page.getByTestId('shelf-was')).toContainText(/^Reckoned: 3\. Counted 3 by /);
  await page.getByTestId('shelf-reorder').fill('3');
  await page.getByTestId('shelf-reorder-set').click();
  await page.getByRole('button', { name: 'to be ordered' }).click();
  await expect(names).toHaveCount(1);
  await page.getByTestId('shelf-reorder').fill('');
  await page.getByTestId('shelf-reorder-set').click();
  await expect(names).toHaveCount(0);
  await page.getByRole('button', { name: 'to be ordered' }).click();
  await page.getByTestId('shelf-counted').fill(reckoned);
  await page.getByTestId('shelf-count').click();
  await expect(page.getByTestId('shelf-was')).toContainText(`Counted ${reckoned} by`);

  // All of it out, one price changed, one line spoiled.
  const saved = page.waitForEvent('download');
  await page.getByTestId('list-csv').click();
  const [head, first, second] = (await readFile(await (await saved).path(), 'utf8')).split('\r\n');
  const price = /,(\d+\.\d\d),/;
  const was = price.exec(first!)![1]!;
  const put = (...lines: string[]) =>
    page.getByTestId('list-file').setInputFiles({
      name: 'autumn.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from([head, ...lines].join('\r\n')),
    });
  await put(first!.replace(price, ',98.70,'), second!.replace(price, ',dear,'));
  await expect(page.getByTestId('list-wrong')).toHaveText('Line 3: The price must be a number (given: dear).');
  await expect(page.getByTestId('list-take')).toHaveCount(0);
  await put(first!.replace(price, ',98.70,'), second!);
  await expect(page.getByTestId('list-told')).toContainText(`price: ${was} → 98.70`);
  await page.getByTestId('list-take').click();
  await enterPin(page, 'Pella Quist');
  await expect(page.getByTestId('list-told')).toContainText('Taken in: autumn.csv');
  // Taken in again it changes nothing; what it was is put back.
  await put(first!.replace(price, ',98.70,'));
  await expect(page.getByTestId('list-told')).toContainText('It changes nothing');
  await put(first!);
  await page.getByTestId('list-take').click();
  await expect(page.getByTestId('list-told')).toContainText('Taken in: autumn.csv');
});
