import type { Page } from '@playwright/test';
import { everyScreen, expect, settled, signIn, test } from './yard';

/** Targets under 44 px and text under 12 px that somebody could see now. A word in running text is no target of its own. */
async function tooSmall(page: Page): Promise<string[]> {
  await settled(page);
  return page.evaluate(() => {
    const out: string[] = [];
    const shown = (el: Element) => {
      const r = el.getBoundingClientRect();
      const s = getComputedStyle(el);
      return r.width > 0 && r.height > 0 && s.visibility !== 'hidden' && !el.closest('.sr-only');
    };
    const name = (el: Element) => `${el.tagName.toLowerCase()} “${(el.textContent ?? '').trim().slice(0, 30)}” ${el.className}`;
    for (const el of document.querySelectorAll('button, a[href], select, input:not([type=file]), summary')) {
      if (!shown(el) || (el as HTMLButtonElement).disabled) continue;
      const r = el.getBoundingClientRect();
      // What is drawn smaller may be reached by its label, or by a taller row it fills.
      const reach = el.closest('label')?.getBoundingClientRect() ?? r;
      if (Math.max(r.height, reach.height) < 43.5) out.push(`target ${Math.round(r.height)} px: ${name(el)}`);
    }
    for (const el of document.querySelectorAll('body *')) {
      const own = [...el.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim() !== '');
      if (own && shown(el) && !el.closest('svg') && parseFloat(getComputedStyle(el).fontSize) < 12)
        out.push(`text ${getComputedStyle(el).fontSize}: ${name(el)}`);
    }
    return [...new Set(out)];
  });
}

for (const [width, height] of [
  [390, 844],
  [1280, 800],
] as const)
  // Long: every screen of the program.
  test(`at ${width} px every target can be hit with a glove, no text is too small, and nothing goes sideways`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await signIn(page);
    const wrong: [string, string[]][] = [];
    const look = async (where: string) => {
      const found = await tooSmall(page);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      if (over > 0) found.push(`${over} px too wide`);
      // A sheet on a tablet stands still: its panes scroll, never the page behind them, or the strip would go.
      if (width > 1100 && /\/job\/[^/]+\/(listen|find|settle|work|prove)/.test(page.url())) {
        const down = await page.evaluate(() => document.documentElement.scrollHeight - document.documentElement.clientHeight);
        if (down > 0) found.push(`${down} px too high: the strip scrolls away`);
      }
      if (found.length) wrong.push([where, found]);
    };
    await everyScreen(page, look);
    expect(wrong).toEqual([]);
  });
