/**
 * `npm run screenshots`: one picture of each main view from the demo shop, into docs/screenshots/.
 * A shop of its own is loaded for it, so that what was done by hand does not show.
 */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { openTablet, withDemoShop } from './lib/browser.mjs';
import { build, dependencies } from './lib/install.mjs';
import { ROOT, say, sayAndExit } from './lib/say.mjs';

const OUT = path.join(ROOT, 'docs/screenshots');

async function shoot(address) {
  const { browser, context, page, job } = await openTablet(address);
  const vehicle = (await (await context.request.get('/api/vehicles?q=SK%202063')).json())[0].id;
  const at = async (url) => {
    await page.goto(url);
    await page.waitForTimeout(500);
  };
  const save = async (name) => {
    await page.screenshot({ path: path.join(OUT, `${name}.png`) });
    say(`docs/screenshots/${name}.png`);
  };
  await at('/');
  // Every band says its next line: the suspects are ranked behind the page.
  await page.getByText('Weighing what was found').first().waitFor({ state: 'hidden' });
  await save('floor');
  await at(`${job('HB 0093')}/listen`);
  await save('listen');
  await at('/practice');
  await page.getByTestId('type').selectOption({ index: 1 });
  await page.getByTestId('practise').click();
  await page.getByTestId('practice-do').first().click();
  await page.getByTestId('station-find').click();
  await page.locator('[data-joint="front.left.link-lower"]').click();
  await page.getByTestId('practice-stands').selectOption('both-hanging');
  await page.waitForTimeout(300);
  await page.getByTestId('practice-do').first().click();
  await page.waitForTimeout(600);
  await save('practice');
  await at(`${job('HB 0093')}/find`);
  await page.getByTestId('why').first().waitFor();
  await save('plan');
  await page.locator('[data-joint="front.left.ball-joint"]').click();
  await page.waitForTimeout(300);
  await save('find');
  await page.locator('[data-joint="front.left.frame-bushing"]').click();
  await page.keyboard.press('g');
  await page.waitForTimeout(300);
  await save('measure');
  await at('/rules/gauges');
  await save('gauges');
  await at(`${job('HB 0093')}/settle`);
  await save('settle');
  await at(`${job('SCH 11')}/settle`);
  await page.getByTestId('add-more').click();
  await page.getByTestId('settle-more').click();
  await page.getByTestId('figure-length').click();
  await page.getByTestId('length-lowered').fill('30');
  await page.getByTestId('length-found').waitFor();
  await page.waitForTimeout(300);
  await save('length');
  await page.getByTestId('figure-back').click();
  await at(`${job('SK 2047')}/work`);
  await save('work');
  await page.keyboard.press('l');
  await page.waitForTimeout(300);
  await save('tape');
  await at(`${job('PV 2210')}/prove`);
  await save('prove');
  await at(`/file/${vehicle}`);
  await save('file');
  await at('/shelf');
  await save('shelf');
  await at(`${job('HB 0093')}/find`);
  await page.getByTestId('why').first().waitFor();
  await page.keyboard.press('k');
  await page.getByRole('button', { name: 'why it knocks' }).click();
  await page.getByText('With half the play').waitFor();
  await page.getByTestId('knock-at').fill('75');
  await page.waitForTimeout(300);
  await save('pocket');
  await at('/plan');
  await page.locator('[data-booking="BK 1690"]').click();
  await page.getByTestId('before-parts').getByRole('listitem').first().waitFor();
  await save('booking');
  await at('/rules?of=judging');
  await save('rules');
  await shootPaperAndPhone({ page, at, save, job });
  await browser.close();
}

async function shootPaperAndPhone({ page, at, save, job }) {
  await page.setViewportSize({ width: 794, height: 1123 });
  await page.emulateMedia({ media: 'print' });
  await at(`${job('PV 2210')}/hand-back`);
  await save('hand-back-print');
  await page.emulateMedia({ media: null });
  await page.setViewportSize({ width: 390, height: 844 });
  await at(`${job('SK 2047')}/work`);
  await save('phone');
}

async function main() {
  await dependencies();
  await build();
  mkdirSync(OUT, { recursive: true });
  await withDemoShop('shots', shoot);
}

main().catch(sayAndExit);
