// Through: web/src/app, core/src/job/next, core/src/job/rules, server/src/ledger
import { Taps, walk } from './taps';
import { expect, signInAtTheDoor, test } from './yard';

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
    await signInAtTheDoor(page);
    t.at.set('sign in', 4);
    await t.tap('open-vehicle');
    const plate = `TP ${width}`;
    await t.fill('plate-search', plate);
    await t.tap('new-vehicle');
    await t.fill('new-year', '2016');
    await t.fill('new-km', '98000');
    await t.fill('new-owner', 'The lighthouse');
    await t.button('Mirrel Skiff');
    await t.tap('create-and-start');
    await t.fill('words', 'clunks front left over rough roads');
    await walk(t);
    console.log(`${width}: ${t.say()}\n${t.lines.join('\n')}`);
    expect(t.total).toBeLessThanOrEqual(60);
  });
