// Through: web/src/app/settle, web/src/app/parts, core/src/parts, server/src/part, server/src/supplier, core/src/job
import { bigKey } from './key';
import { enterPin, expect, goTo, settled, signIn, test } from './yard';

// Long: a quote with three lines, each answered, at both sizes, and a part that is the wrong one.
test('a quote by telephone: one yes, one no, one later; then a wrong part comes, is refused and ordered anew', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  // A vehicle nobody else in these tests works on, in for its age.
  await page.goto('/open');
  await page.getByTestId('plate-search').fill('DR 36');
  await page.locator('[data-plate="DR 36"]').click();
  await page.getByRole('button', { name: 'age replacement' }).click();
  const known = /[\d\s\u202f]+(?= km)/.exec(
    (await page
      .getByText(/in the file: /)
      .first()
      .textContent())!,
  )![0];
  await page.getByTestId('job-km').fill(String(Number(known.replace(/\D/g, '')) + 5));
  await page.getByTestId('start-job').click();
  await bigKey(page).click();
  await page.getByTestId('purpose-what').fill('twelve years old');
  await bigKey(page).click();
  await goTo(page, 'settle');
  await page.getByTestId('offer-ways').click();
  await expect(page.getByTestId('quote-table').locator('thead').getByTestId('choice')).toHaveCount(3);
  await expect(page.getByTestId('difference')).toContainText('costs');

  // The bushings and the bar beside them.
  await page.getByTestId('add-more').click();
  await page.getByRole('button', { name: 'Frame bushings', exact: true }).click();
  await page.getByTestId('lay-over').first().click();
  await expect(page.getByTestId('overlay')).toBeVisible();
  await page.getByTestId('choose').first().click();
  await expect(page.getByTestId('beside')).toContainText('while it is apart');
  await page.getByTestId('add-more').click();
  await page.getByRole('button', { name: 'The sway bar' }).click();
  await page.getByTestId('choose').first().click();
  await expect(page.getByTestId('quote-line')).toHaveCount(3);

  // At the telephone, on a phone: everything is there, and nothing runs off its side.
  await page.setViewportSize({ width: 390, height: 844 });
  await settled(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByTestId('read-out').locator('summary').click();
  await expect(page.getByTestId('letter')).toContainText(/Both links: three ways/);
  // What is said is what is sent: copied, or saved as a page that opens without a line. What goes out is on the tape.
  const put = async () =>
    (
      (await (await page.request.get(`/api/jobs/${/job\/([^/]+)/.exec(page.url())![1]!}`)).json()) as {
        entries: { kind: string }[];
      }
    ).entries.filter((x) => x.kind === 'quoted').length;
  const before = await put();
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByTestId('letter-save').click()]);
  await expect.poll(put).toBe(before + 1);
  const file = test.info().outputPath(saved.suggestedFilename());
  await saved.saveAs(file);
  const alone = await page.context().newPage();
  await alone.context().setOffline(true);
  await alone.goto(`file://${file}`);
  await expect(alone.getByText(/Both links: three ways/)).toBeVisible();
  await expect(alone.locator('svg')).toBeVisible();
  await expect(alone.locator('table')).toHaveCount(3);
  await alone.context().setOffline(false);
  await alone.close();

  // Yes to one that has to come by the ferry; no to the bushings; the bar later.
  const links = page.getByTestId('quote-line').nth(0);
  const away = links
    .getByRole('row', { name: /^available/ })
    .getByRole('cell')
    .filter({ hasText: /in \d+ h/ })
    .first();
  const column = await away.evaluate((td) => [...td.parentElement!.querySelectorAll('td')].indexOf(td as HTMLTableCellElement));
  await links.getByTestId('approve').nth(column).click();
  await enterPin(page, 'Pella Quist');
  await expect(links.getByTestId('answered')).toContainText(/^Yes, /);
  const bushings = page.getByTestId('quote-line').nth(1);
  await bushings.getByTestId('decline').click();
  await bushings.getByTestId('answer-warning').fill('they will knock by summer');
  await bushings.getByTestId('refuse-save').click();
  await expect(bushings.getByTestId('answered')).toContainText('warned: they will knock by summer');
  const bar = page.getByTestId('quote-line').nth(2);
  await bar.getByTestId('later').click();
  await bar.getByTestId('answer-warning').fill('its seats go on wearing');
  await bar.getByTestId('answer-until').fill('2027-03-01');
  await bar.getByTestId('refuse-save').click();
  await expect(bar.getByTestId('answered')).toContainText('Later, by 1 Mar 2027');

  // What was said yes to is ordered: the key leads there.
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('region', { name: 'Next' })).toContainText(/^.*Order 2 × /);
  await bigKey(page).click();
  await bigKey(page).click();
  await page.getByTestId('place-order').first().click();
  await expect(page.getByTestId('goods-line')).toContainText('promised for');
  await page.reload();
  await expect(page.getByTestId('goods-line')).toContainText('promised for');

  // What comes is the wrong one.
  await page.getByTestId('look-at').click();
  await page.getByTestId('goods-length').fill('318 mm');
  await expect(page.getByTestId('against')).toContainText('its list says');
  await page.getByTestId('goods-why').fill('another length than its box says');
  await page.getByTestId('refuse-goods').click();
  await expect(page.getByTestId('goods-line')).toContainText('It goes back');
  await page.getByTestId('ask-suppliers').click();
  await page.getByTestId('place-order').first().click();
  await page.getByTestId('look-at').click();
  await page.getByTestId('take-right').click();
  await expect(page.getByTestId('goods-line')).toContainText('checked and accepted');
  await page.getByTestId('tape-key').click();
  const tape = page.locator('aside');
  await expect(tape).toContainText('Goods refused: 2 × ');
  await expect(tape).toContainText('Goods in, supplier: 2 × ');
  await expect(tape).toContainText('simulated');
});
