// Through: web/src/app/shelf, core/src/parts, server/src/part
import { expect, signIn, test } from './yard';

// The order of tests in a folder is the order of their names: what is counted here stands for the others, so it is put back.
test('the shelf: two parts over each other, one counted, and its reorder point', async ({ page }) => {
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
});
