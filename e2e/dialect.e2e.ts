import type { Page } from '@playwright/test';
import { everyScreen, expect, goTo, joint, openSheet, settled, signIn, test } from './yard';

/** The words only the other dialect has. */
const FOREIGN = {
  'anti-roll bar': /\b(sway bars?|end links?|bushings?|control arms?|tie rods?|stabilizer)\b/i,
  'sway bar': /\b(anti-roll|drop links?|bush(es)?|wishbones?|track rods?|stabiliser)\b/i,
} as const;

/** This browser's shop speaks another dialect; the yard of the other tests does not change. */
async function speak(page: Page, dialect: keyof typeof FOREIGN): Promise<void> {
  await page.route('**/api/session', async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { shop?: { rules: { dialect: string } } };
    if (body.shop) body.shop.rules.dialect = dialect;
    await route.fulfill({ response: answer, json: body });
  });
}

/** What can be read or heard on the screen now, but for what people wrote and the rule that names both dialects. */
const readable = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const out = new Set<string>();
    const skip = (el: Element) => el.closest('script, style, [data-both-dialects]');
    for (const el of document.querySelectorAll('body *')) {
      if (skip(el)) continue;
      for (const n of el.childNodes) if (n.nodeType === 3 && n.textContent!.trim()) out.add(n.textContent!.trim());
      for (const a of ['aria-label', 'placeholder', 'title', 'alt']) if (el.getAttribute(a)) out.add(el.getAttribute(a)!);
    }
    return [...out];
  });

for (const dialect of ['sway bar', 'anti-roll bar'] as const)
  // Long: every screen of the program, every joint of two vehicles.
  test(`a shop that says ${dialect} meets no word of the other dialect on any screen`, async ({ page }) => {
    await speak(page, dialect);
    await signIn(page);
    const found: [string, string][] = [];
    let read = 0;
    const look = async (where: string) => {
      await settled(page);
      for (const text of await readable(page)) {
        read++;
        if (FOREIGN[dialect].test(text)) found.push([where, text]);
      }
    };
    await everyScreen(page, look);
    // What is said of each joint, and what is measured there.
    await openSheet(page, 'HB 0093');
    await goTo(page, 'find');
    // Every check there is, whether or not the suspects are ranked yet.
    await page.getByRole('button', { name: 'Every check there is' }).click();
    await look('every check');
    for (const end of ['front', 'rear']) {
      if (end === 'rear') await page.keyboard.press('f');
      await expect(page.locator(`[data-joint^="${end}.left"]`).first()).toBeVisible();
      const ids = await page
        .locator(`[data-joint^="${end}.left"]`)
        .evaluateAll((all) => all.map((x) => x.getAttribute('data-joint')!));
      for (const id of [...new Set(ids)]) {
        await joint(page, id).first().click();
        await expect(page.getByTestId('joint-title')).toBeVisible();
        await look(id);
      }
    }
    await page.keyboard.press('f');
    await joint(page, 'front.left.frame-bushing').first().click();
    await page.getByTestId('fit').click();
    await page.getByLabel(/Bar, clean part/).fill('22.0');
    await page.getByLabel(/Bar, at the seat/).fill('21.1');
    await look('bar and bushing');
    // The pocket's calculators, and the keys.
    await page.keyboard.press('Escape');
    // Not by its key: the cursor stands in a field.
    await page
      .locator('header')
      .getByRole('button', { name: /^pocket/ })
      .click();
    await expect(page.getByRole('dialog').getByRole('group').first()).toBeVisible();
    for (const tool of await page.getByRole('dialog').getByRole('group').first().getByRole('button').all()) {
      await tool.click();
      await look(`pocket ${await tool.textContent()}`);
    }
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await look('keys');
    await page.keyboard.press('Escape');
    // What is worked out at Settle.
    await openSheet(page, 'SCH 11');
    await goTo(page, 'settle');
    await page.getByTestId('add-more').click();
    for (const figure of ['length', 'bar', 'wheels']) {
      await page.getByTestId(`figure-${figure}`).click();
      if (figure === 'length') {
        await page.getByTestId('length-lowered').fill('20');
        await expect(page.getByTestId('length-found')).toBeVisible();
      }
      await look(`figure ${figure}`);
      await page.getByTestId('figure-back').click();
    }
    expect(read).toBeGreaterThan(2000);
    expect([...new Map(found.map((f) => [f[1], f])).values()]).toEqual([]);
  });
