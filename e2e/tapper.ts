import type { Page } from '@playwright/test';
import { expect } from './yard';

/** The ranking takes most of a second. */
export const slowed = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const { postMessage } = Worker.prototype;
    Worker.prototype.postMessage = function (this: Worker, ...args: unknown[]) {
      setTimeout(() => Reflect.apply(postMessage, this, args), 800);
    } as typeof postMessage;
  });

/** What stood on the strip, one after the other, as a person would have read it. */
export const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const w = window as unknown as { lines: string[]; taps: ReturnType<typeof setInterval> };
    w.lines = [];
    const see = () => {
      const t = document.querySelector('section[aria-label="Next"] .title')?.textContent?.trim();
      if (t && w.lines.at(-1) !== t) w.lines.push(t);
    };
    new MutationObserver(see).observe(document.querySelector('.foot')!, { childList: true, subtree: true, characterData: true });
    see();
    // Somebody who does not wait: the first key, every 50 ms.
    w.taps = setInterval(() => document.querySelector<HTMLElement>('section[aria-label="Next"] .go')?.click(), 50);
  });

/** Taps until the strip asks for what no key alone does. @returns every line that stood there, without the weighing */
export async function untilItStands(page: Page): Promise<string[]> {
  const lines = () => page.evaluate(() => (window as unknown as { lines: string[] }).lines);
  let last = -1;
  await expect
    .poll(
      async () => {
        const n = (await lines()).length;
        const still = n === last && !/^Weighing/.test((await lines()).at(-1)!);
        last = n;
        return still;
      },
      { intervals: [4000], timeout: 90_000 },
    )
    .toBe(true);
  await page.evaluate(() => clearInterval((window as unknown as { taps: ReturnType<typeof setInterval> }).taps));
  return (await lines()).filter((t) => !/^Weighing/.test(t));
}

/** Lines that were shown twice with another between. */
export const cameBack = (seen: readonly string[]): string[] => seen.filter((t, i) => seen.indexOf(t) !== i && seen[i - 1] !== t);
