import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base, type Browser, type Page } from '@playwright/test';

export const PIN = '2468';

/** Every page of every test: an error on the console fails it. */
export const test = base.extend<{ errors: string[]; page: Page }>({
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

/** Signs this browser in as a bay's tablet. */
export async function signIn(page: Page, person = 'Ruan Teague', bay = 'Bay 2'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: bay, exact: true }).click();
  await page.getByRole('button', { name: person.split(' ')[0]!, exact: true }).click();
  await page.getByTestId('pin').fill(PIN);
  await page.getByTestId('sign-in').click();
  await expect(page.getByRole('heading', { name: 'On the floor' })).toBeVisible();
}

/** Opens the sheet of a vehicle that stands on the floor. */
export async function openSheet(page: Page, plate: string): Promise<void> {
  await page.goto('/');
  await page.locator(`[data-plate="${plate}"]`).click();
  await expect(page.getByTestId('station-find')).toBeVisible();
  // The sheet opens at the station its vehicle is at.
  await expect(page).toHaveURL(/\/job\/[^/]+\/[a-z]+/);
}

export const joint = (page: Page, id: string) => page.locator(`[data-joint="${id}"]`);

/** The screen stands still: fonts loaded, nothing under way to the server, no transition running. */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(async () => {
    await document.fonts.ready;
    return document.getAnimations().every((a) => a.playState !== 'running');
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

const PAGES = [
  '/',
  '/open',
  '/file',
  '/shelf',
  '/rules',
  '/rules/suspects',
  '/rules/gauges',
  '/rules/gauges/dial-1/study',
  '/gauge/dial-1',
  '/nowhere',
];

/** Shows every screen of the program once, from the demo yard, and calls `look` on each: pages, stations, a joint, what opens over them. */
export async function everyScreen(page: Page, look: (where: string) => Promise<void>): Promise<void> {
  const narrow = page.viewportSize()!.width < 700;
  for (const path of PAGES) {
    await page.goto(path);
    await page.waitForLoadState('networkidle').catch(() => undefined);
    await look(path);
  }
  for (const [plate, stations] of [
    ['HB 0093', ['listen', 'find']],
    ['SCH 11', ['settle']],
    ['SK 2047', ['work']],
    ['PV 2210', ['prove']],
  ] as const) {
    await openSheet(page, plate);
    for (const station of stations) {
      await goTo(page, station);
      await look(`${plate} ${station}`);
      if (station !== 'find') continue;
      if (narrow) await page.getByRole('button', { name: 'Plate' }).click();
      await joint(page, 'front.left.ball-joint').click();
      await look(`${plate} a joint`);
    }
    await page.getByTestId('tape-key').click();
    await look(`${plate} its tape`);
    await page.keyboard.press('Escape');
    await page.goto(page.url().replace(/\/job\/([^/]+)\/.*/, '/job/$1/sheet'));
    await page.locator('h1').first().waitFor();
    await look(`${plate} its printed sheet`);
  }
}

/** Nothing serious in what axe knows of, or the screen's name and what is wrong with it. */
export async function clean(page: Page, name: string): Promise<void> {
  await settled(page);
  const r = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'best-practice']).analyze();
  expect([
    name,
    r.violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => `${v.id}: ${v.nodes[0]!.html}`),
  ]).toEqual([name, []]);
}

export { expect };
