import type { Page } from '@playwright/test';
import { strip, title } from './key';
import { expect, PIN, signInAtTheDoor, unfold } from './yard';

/** A whole job counted in taps: every key and every field is one. */
export class Taps {
  readonly at = new Map<string, number>();
  readonly lines: string[] = [];
  pins = 0;
  constructor(readonly page: Page) {}
  get total(): number {
    return [...this.at.values()].reduce((a, b) => a + b, 0);
  }
  private count(n = 1): void {
    const url = this.page.url().split(/[?#]/)[0]!;
    const station = /\/job\/[^/]+\/([a-z-]+)/.exec(url)?.[1] ?? (/\/open/.test(url) ? 'open' : 'sign in');
    this.at.set(station, (this.at.get(station) ?? 0) + n);
  }
  async tap(testId: string): Promise<void> {
    // What is folded away costs a tap more.
    this.count(1 + (await unfold(this.page, testId)));
    await this.page.getByTestId(testId).first().click();
  }
  async button(name: string): Promise<void> {
    this.count();
    await this.page.getByRole('button', { name, exact: true }).first().click();
  }
  async fill(testId: string, text: string): Promise<void> {
    this.count();
    await this.page.getByTestId(testId).fill(text);
  }
  async pin(): Promise<void> {
    const dialog = this.page.getByRole('dialog');
    // Who gave it lately is not asked again.
    await dialog.waitFor({ timeout: 1500 }).catch(() => undefined);
    if (!(await dialog.count())) return;
    // Whether it is asked again hangs on how long ago it was given: counted by itself.
    this.pins += 1;
    await dialog.getByTestId('pin').fill(PIN);
    await this.page.getByTestId('pin-ok').click();
    await expect(dialog).toHaveCount(0);
  }
  /** The key of the strip, or that of its answers which is named. */
  async key(answer?: RegExp): Promise<void> {
    const keys = strip(this.page).locator('.go');
    const all = await keys.allInnerTexts();
    const i = answer ? all.findIndex((t) => answer.test(t)) : 0;
    expect(i, `${answer} among ${all.join(', ')}`).toBeGreaterThanOrEqual(0);
    this.count();
    await keys.nth(i).click();
  }
  say(): string {
    return `${[...this.at].map(([station, n]) => `${station} ${n}`).join(', ')}: ${this.total}, PIN asked again ${this.pins} times`;
  }
}

/** What somebody does at a line, by its words; else its key, the first of its answers. */
export type Does = readonly (readonly [RegExp, (t: Taps) => Promise<void>])[];

export const USUAL: Does = [
  [/^How does it stand/, (t) => t.key(/hanging/)],
  [/^Work both links/, (t) => t.key(/^Left moves/)],
  [/At which joint/, (t) => t.key(/^Lower end/)],
  [/^While it soaks/, async (t) => t.key(/anyway/)],
  [
    /^Choose what to fit/,
    async (t) => {
      // Led there by the key before, the list comes from the server a moment later.
      const choose = t.page.getByTestId('choose').first();
      if (/settle/.test(t.page.url())) await choose.waitFor({ timeout: 1500 }).catch(() => undefined);
      if (await choose.isVisible()) return t.tap('choose');
      await t.key();
    },
  ],
  [
    /yes or no/,
    async (t) => {
      if (!(await t.page.getByTestId('approve').first().isVisible())) return t.key();
      await t.tap('approve');
      await t.pin();
    },
  ],
  [
    /^Same bump/,
    async (t) => {
      const quiet = t.page.getByRole('button', { name: 'quiet', exact: true });
      if (!(await quiet.isVisible())) return t.key();
      await t.button('quiet');
    },
  ],
  [
    /^Hand it back/,
    async (t) => {
      if (!(await t.page.getByTestId('handback-km').isVisible())) return t.key();
      await t.fill('handback-km', '98002');
      await t.tap('hand-back');
      await t.pin();
    },
  ],
];

/** What says several things at once. */
const TOGETHER = /All \d+ (done|clicked as set|read, go on)/;

export async function walk(t: Taps, does: Does = USUAL, most = 110, together = false): Promise<void> {
  const { page } = t;
  let stuck = 0;
  for (let i = 0; i < most; i++) {
    await expect.poll(() => title(page)).not.toMatch(/^Weighing/);
    // It is read before it is answered: its keys are drawn with the station they belong to.
    let before = '';
    await expect
      .poll(
        async () => {
          const was = before;
          before = await strip(page).innerText();
          return before === was;
        },
        { intervals: [150] },
      )
      .toBe(true);
    const line = await title(page);
    if (/^Handed back/.test(line)) return;
    t.lines.push(line);
    const own = does.find(([at]) => at.test(line));
    const all = strip(page).locator('.go').filter({ hasText: TOGETHER });
    if (own) await own[1](t);
    else if (together && (await all.count())) await t.key(TOGETHER);
    else await t.key();
    await page
      .waitForFunction((b) => (document.querySelector('section[aria-label="Next"]') as HTMLElement).innerText !== b, before, {
        // On a machine that is busy a line takes a while: nobody taps again meanwhile.
        timeout: 4000,
        polling: 50,
      })
      .then(
        () => (stuck = 0),
        () => (stuck += 1),
      );
    if (stuck > 2) break;
  }
  throw new Error(`never handed back: ${t.say()}; ${t.lines.slice(-8).join(' | ')}`);
}

/** From the door to the complaint: a vehicle nobody has seen, of a type that is known. */
export async function open(t: Taps, plate: string): Promise<void> {
  await signInAtTheDoor(t.page);
  t.at.set('sign in', 4);
  await t.tap('open-vehicle');
  await t.fill('plate-search', plate);
  await t.tap('new-vehicle');
  await t.fill('new-year', '2016');
  await t.fill('new-km', '98000');
  await t.fill('new-owner', 'The lighthouse');
  await t.button('Mirrel Skiff');
  await t.tap('create-and-start');
  await t.fill('words', 'clunks front left over rough roads');
}
