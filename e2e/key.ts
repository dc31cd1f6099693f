import type { Page } from '@playwright/test';
import { expect, PIN } from './yard';

/** The strip with the next thing to do, and what it says. */
export const strip = (page: Page) => page.locator('section[aria-label="Next"]');
export const title = async (page: Page) => (await strip(page).locator('.title').textContent())!.trim();

/** The big key; where the line is a question, the first of its answers. */
export const bigKey = (page: Page) => strip(page).locator('.go').first();

/** What somebody at the vehicle finds and hears, where it is not what most would. */
export interface Truth {
  /** Which answer of a question, by words of its line; else the first. */
  readonly say?: Readonly<Record<string, number>>;
  /** What moves when it is felt: the words of its line, and the joint. */
  readonly moves?: readonly { readonly at: RegExp; readonly joint: string }[];
  /** Somebody does something else at a line, by its key; true where that was all of it. */
  readonly does?: (page: Page, line: string, key: string) => Promise<boolean>;
}

/**
 * Follows the big key alone until a line is reached; what it asks is answered as most would: the first answer of a
 * question, the number that is to be set, the first part of the list, yes by telephone, quiet over the same bump.
 * @returns the lines that were gone through
 */
export async function follow(page: Page, until: RegExp, truth: Truth = {}, most = 140): Promise<string[]> {
  const seen: string[] = [];
  const felt = new Set<string>();
  let [last, same] = ['', 0];
  for (let i = 0; i < most; i++) {
    const t = await title(page);
    if (until.test(t)) return seen;
    seen.push(t);
    const before = await strip(page).innerText();
    same = before === last ? same + 1 : 0;
    last = before;
    // A key that does nothing, however often it is tapped, is dead.
    if (same > 3) break;
    const found = truth.moves?.find((m) => m.at.test(t) && !felt.has(m.joint));
    if (found) {
      felt.add(found.joint);
      await feels(page, found.joint);
    } else if (!(await truth.does?.(page, t, await keyOf(page)))) await answer(page, t, truth);
    await page
      .waitForFunction((b) => (document.querySelector('section[aria-label="Next"]') as HTMLElement).innerText !== b, before, {
        timeout: 1500,
        // Asked a few times a second and not with every frame: to read the words the whole page is laid out.
        polling: 50,
      })
      .catch(() => undefined);
  }
  throw new Error(`the key never led to ${until}; at last: ${seen.slice(-6).join(' | ')}`);
}

/** What the big key says; where there are several, the first of them. */
async function keyOf(page: Page): Promise<string> {
  const key = strip(page).locator('.go').first();
  return (await key.count()) ? (await key.innerText()).split('\n')[0]!.trim() : '';
}

/** One joint moves: tapped on the plate, which on a phone stands behind its own tab. */
async function feels(page: Page, joint: string): Promise<void> {
  if (page.viewportSize()!.width < 700) await page.getByRole('button', { name: 'Plate' }).click();
  await page.locator(`[data-joint="${joint}"]`).click();
  await page.getByTestId('result-moves').click();
}

async function answer(page: Page, t: string, { say = {} }: Truth): Promise<void> {
  const answers = strip(page).locator('.answers button');
  // Found besides: the owner is told.
  const told = answers.filter({ hasText: 'Told, record it' });
  if (await told.count()) {
    await told.click();
    return tellOwner(page);
  }
  if (await answers.count()) {
    const at = Object.entries(say).find(([words]) => t.includes(words))?.[1] ?? 0;
    return answers.nth(at).click();
  }
  const number = page.getByTestId('torque-typed');
  if (/^(Set|Pull) /.test(t) && (await number.isVisible()) && (await number.inputValue()) === '') {
    const target = (await page.getByTestId('target').textContent())!.replace(/[–-].*/, '').replace(/[^\d.,]/g, '');
    await number.fill(target);
  }
  if (/hub.to.arch/i.test(t) && (await page.getByTestId('height-left').isVisible())) {
    await page.getByTestId('height-left').fill('372');
    await page.getByTestId('height-right').fill('370');
  }
  await bigKey(page).click();
  for (const [line, does] of Object.entries(AT))
    if (new RegExp(line).test(t)) {
      await does(page);
      break;
    }
}

async function tellOwner(page: Page): Promise<void> {
  await page.getByTestId('told-who').fill('the owner');
  await tap(page, 'told-save');
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

const tap = async (page: Page, testId: string): Promise<void> => page.getByTestId(testId).first().click();

/** Where the key only leads, what somebody does there: by the first words of the line. */
const AT: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  '^What came off': sayPieces,
  '^Choose what to fit': (page) => tap(page, 'choose'),
  'yes or no': async (page) => {
    await tap(page, 'approve');
    await sign(page);
  },
  // Without a line no supplier can be asked: by telephone, for tomorrow.
  '^Order ': async (page) => {
    if (!(await page.getByTestId('phone-number').isVisible())) return;
    await page.getByTestId('phone-number').fill('by name');
    await page.getByTestId('phone-when').fill(new Date(Date.now() + 86_400_000).toISOString().slice(0, 16));
    await tap(page, 'phone-order');
  },
  // What was ordered has come.
  'promised for|look at it': async (page) => {
    const looking = page.getByTestId('looking').first();
    const lookAt = page.getByTestId('look-at').first();
    // The key opens it by itself, late on a busy machine: a tap while it comes shuts it again, so it is asked until it stays.
    await looking.waitFor({ timeout: 1500 }).catch(() => undefined);
    // Where it was open already, the key itself took it.
    const taken = async () => !(await looking.count()) && !(await lookAt.count());
    await expect(async () => {
      if (await taken()) return;
      if (!(await looking.count())) await lookAt.click({ timeout: 1000 });
      await expect(page.getByTestId('take-right')).toBeVisible({ timeout: 1000 });
    }).toPass({ timeout: 10_000 });
    if (!(await taken())) await tap(page, 'take-right');
  },
  '^Hand it back': async (page) => {
    const km = page.getByTestId('handback-km');
    if ((await km.inputValue()) === '') await km.fill(await lastKm(page));
    await tap(page, 'hand-back');
    await sign(page);
  },
  // What was found and is not mended is told to the owner, by name.
  'do not return to the road': tellOwner,
  '^Same bump': (page) => page.getByRole('button', { name: 'quiet', exact: true }).click(),
};

/** The distance it came in with, and two for the drive: what stands at the field is only a hint. */
async function lastKm(page: Page): Promise<string> {
  const hint = (await page
    .getByText(/came in with/)
    .first()
    .textContent())!;
  return String(Number(hint.replace(/\D/g, '')) + 2);
}

/** With the PIN; without a line it is asked for when the line is back. */
async function sign(page: Page): Promise<void> {
  const dialog = page.getByRole('dialog');
  // Its part of the program may have to come first; on a practice vehicle nothing is signed, and none comes.
  await dialog.waitFor({ timeout: 1500 }).catch(() => undefined);
  if (!(await dialog.count())) return;
  await dialog.getByTestId('pin').fill(PIN);
  await page.getByTestId('pin-ok').click();
  const later = dialog.getByTestId('sign-later');
  await expect.poll(async () => (await dialog.count()) === 0 || (await later.count()) > 0).toBe(true);
  if (await later.count()) await later.click();
  await expect(dialog).toHaveCount(0);
}

/** Everything that came off is binned, a group at a time, as somebody who looked would say. */
async function sayPieces(page: Page): Promise<void> {
  const groups = page.getByTestId('piece-groups').locator('> li');
  await expect(groups.first()).toBeVisible();
  for (let g = 0; g < (await groups.count()); g++) {
    const bin = groups
      .nth(g)
      .getByRole('button', { name: /^binned/ })
      .first();
    await bin.click();
    await expect(bin).toHaveAttribute('aria-pressed', 'true');
  }
}
