import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { House } from './house';

export const PIN = '2468';

let house: House | undefined;

/** Every file begins with a yard of its own; an error on the console of any page of any test fails it. */
export const test = base.extend<{ errors: string[]; page: Page }, { yard: House }>({
  yard: [
    async ({}, use) => {
      house = new House();
      await use(house);
      await house.close();
    },
    { scope: 'worker', timeout: 60_000 },
  ],
  baseURL: async ({ yard }, use, info) => use(await yard.at(info.file)),
  errors: async ({}, use) => {
    const errors: string[] = [];
    await use(errors);
    expect(errors).toEqual([]);
  },
  page: async ({ page, errors }, use) => {
    listen(page, errors);
    await use(page);
  },
});

export function listen(page: Page, errors: string[]): void {
  page.on('console', (m) => {
    // A request that a test cuts off on purpose is said so by the browser; that is no fault of the page.
    if (m.type() === 'error' && !/ERR_INTERNET_DISCONNECTED|ERR_FAILED|status of (403|409|422)/.test(m.text()))
      errors.push(m.text());
  });
  page.on('pageerror', (e) => errors.push(String(e)));
}

/** This browser is a bay's tablet that was signed in some while ago. It shows nothing yet: the floor ranks every vehicle on it, which is not for every test to wait for. */
export async function signIn(page: Page, person = 'Ruan Teague', bay = 'Bay 2'): Promise<void> {
  const { origin } = new URL(house!.address);
  await page
    .context()
    .addCookies([{ name: 'ashknot', value: await house!.device(person, bay), url: origin, httpOnly: true, sameSite: 'Strict' }]);
}

/** The floor, as a signed-in tablet shows it. */
export async function toFloor(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'On the floor' })).toBeVisible();
}

/** At the door, by hand: bay, name and PIN. */
export async function signInAtTheDoor(page: Page, person = 'Ruan Teague', bay = 'Bay 2'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: bay, exact: true }).click();
  await page.getByRole('button', { name: person.split(' ')[0]!, exact: true }).click();
  await page.getByTestId('pin').fill(PIN);
  await page.getByTestId('sign-in').click();
  await expect(page.getByRole('heading', { name: 'On the floor' })).toBeVisible();
}

/** Opens the sheet of a vehicle that stands on the floor, by its address. */
export async function openSheet(page: Page, plate: string): Promise<void> {
  const floor = (await (await page.request.get('/api/floor')).json()) as { jobs: { id: string; vehicle: { plate: string } }[] };
  await page.goto(`/job/${floor.jobs.find((j) => j.vehicle.plate === plate)!.id}`);
  await expect(page.getByTestId('station-find')).toBeVisible();
  // The sheet opens at the station its vehicle is at.
  await expect(page).toHaveURL(/\/job\/[^/]+\/[a-z]+/);
}

/** Unfolds what is folded away at a station, where it is. @returns how many folds were opened */
export async function unfold(page: Page, testId: string): Promise<number> {
  const it = page.getByTestId(testId).first();
  await it.waitFor({ state: 'attached' });
  const folds = page.locator('details:not([open])', { has: it });
  const n = await folds.count();
  for (let i = 0; i < n; i++) await folds.first().locator('> summary').click();
  return n;
}
/** Taps what is folded away at a station; its fold is opened first. */
export async function folded(page: Page, testId: string): Promise<void> {
  await unfold(page, testId);
  await page.getByTestId(testId).first().click();
}
export const joint = (page: Page, id: string) => page.locator(`[data-joint="${id}"]`);

/** The screen stands still: fonts loaded, nothing under way to the server, no transition running. */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(async () => {
    await document.fonts.ready;
    // The line under "take back" runs for ten seconds after each tap: nothing waits for it.
    return document
      .getAnimations()
      .every((a) => a.playState !== 'running' || (a as CSSAnimation).animationName?.includes('runs-out'));
  });
}

/** Goes to a station of the open sheet and waits until it is the one shown. */
export async function goTo(page: Page, station: string): Promise<void> {
  await page.getByTestId(`station-${station}`).click();
  await expect(page).toHaveURL(new RegExp(`/${station}(\\?|$)`));
  await settled(page);
}

export async function enterPin(page: Page, person?: string): Promise<void> {
  if (person) await page.getByRole('dialog').getByRole('button', { name: person }).click();
  await page.getByRole('dialog').getByTestId('pin').fill(PIN);
  await page.getByTestId('pin-ok').click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

/** A second browser with the first one's cookie: another tablet of the same bay. */
export async function secondTablet(browser: Browser, page: Page, errors: string[]): Promise<Page> {
  const context = await browser.newContext({ storageState: await page.context().storageState() });
  const other = await context.newPage();
  listen(other, errors);
  return other;
}

export { expect };
