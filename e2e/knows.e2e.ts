// Through: web/src/app, core/src/job/next, core/src/job/rules, server/src/ledger
import { open, Taps, USUAL, walk, type Does } from './taps';
import { expect, signInAtTheDoor, test } from './yard';

/** Somebody who knows: names it, goes through the round in one pass, and says several steps together. */
const KNOWS: Does = [
  [/^How does it stand/, (t) => t.key(/hanging/)],
  [
    /^Work both links/,
    async (t) => {
      await t.tap('i-know');
      await t.tap('named-front.left.link-lower');
    },
  ],
  [
    /^Rock both wheels at 12/,
    async (t) => {
      await t.tap('nothing-moves');
      await t.tap('nothing-write');
    },
  ],
  ...USUAL.slice(3),
];

test('a technician who knows what it is: what is owed, and nothing else', async ({ page }) => {
  test.setTimeout(240_000);
  const t = new Taps(page);
  await open(t, 'TP KNOWS');
  await walk(t, KNOWS, 90, true);
  console.log(`knows: ${t.say()}\n${t.lines.join('\n')}`);
  expect(t.total).toBeLessThanOrEqual(40);
});

test('only a recheck: at most six taps from the door', async ({ page }) => {
  const t = new Taps(page);
  await signInAtTheDoor(page);
  t.at.set('sign in', 4);
  const due = page.getByTestId('recheck-due');
  await expect(due.first()).toBeVisible();
  const before = await due.count();
  await due.first().getByRole('button', { name: 'tight', exact: true }).click();
  await expect(due).toHaveCount(before - 1);
  expect(t.total + 1).toBeLessThanOrEqual(6);
});
