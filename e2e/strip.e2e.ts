// Through: web/src/app/sheet, web/src/app/job, web/src/app/workers, core/src/job/next
import type { Entry } from '@ash-knot/core';
import { HAND_CHECKS } from '@ash-knot/core';
import { strip } from './key';
import { expect, openSheet, settled, signIn, test } from './yard';
import type { Page } from '@playwright/test';

/** What stood on the strip, one after the other, as a person would have read it. */
const watch = (page: Page): Promise<void> =>
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

// Long: every tap is weighed for most of a second.
test('tapped every 50 ms, with a ranking that takes 800 ms: no line comes back, and nothing is written that it did not name', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.addInitScript(() => {
    const { postMessage } = Worker.prototype;
    Worker.prototype.postMessage = function (this: Worker, ...args: unknown[]) {
      setTimeout(() => Reflect.apply(postMessage, this, args), 800);
    } as typeof postMessage;
  });
  await signIn(page);
  await openSheet(page, 'HB 0093');
  const job = /\/job\/([^/]+)/.exec(page.url())![1]!;
  const tape = async () => ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { entries: Entry[] }).entries;
  const before = (await tape()).length;
  await page.getByTestId('station-find').click();
  await settled(page);
  await watch(page);
  const lines = () => page.evaluate(() => (window as unknown as { lines: string[] }).lines);
  // Until the strip asks for what no key alone does.
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
  const seen = (await lines()).filter((t) => !/^Weighing/.test(t));
  expect(seen.length).toBeGreaterThan(4);
  // No line was shown twice with another between.
  expect(seen.filter((t, i) => seen.indexOf(t) !== i && seen[i - 1] !== t)).toEqual([]);
  // What was written is what a line asked for.
  const checks = (await tape()).slice(before).filter((e): e is Entry<'check'> => e.kind === 'check');
  expect(checks.length).toBeGreaterThan(2);
  for (const e of checks) {
    const c = HAND_CHECKS.find((x) => x.id === e.body.check);
    const sides = new Set(e.body.results.map((r) => r.joint.split('.')[1]));
    const asked = seen.some(
      (t) => c && (sides.size > 1 ? t.startsWith(c.both) : t.startsWith(c.title.replace('{side}', [...sides][0]!))),
    );
    expect([e.body.check, asked || !c]).toEqual([e.body.check, true]);
  }
  await expect(strip(page)).toBeVisible();
});
