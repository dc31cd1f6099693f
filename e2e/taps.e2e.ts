// Through: web/src/app, core/src/job/next, core/src/job/rules, server/src/ledger
import { open, Taps, walk } from './taps';
import { expect, test } from './yard';

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`a vehicle of a known type, one loose link, everything owed looked at: at most sixty taps at ${width}`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await page.setViewportSize({ width, height });
    const t = new Taps(page);
    await open(t, `TP ${width}`);
    await walk(t);
    console.log(`${width}: ${t.say()}\n${t.lines.join('\n')}`);
    expect(t.total).toBeLessThanOrEqual(60);
  });
