// Through: web/src/app/open, core/src/vehicle, server/src/vehicle
import type { Page } from '@playwright/test';
import { expect, signIn, test } from './yard';

/** Counts what a hand does: a tap each, and a field filled in is one more. */
class Hand {
  taps = 0;
  constructor(private readonly page: Page) {}
  async tap(name: string, group?: string): Promise<void> {
    const at = group ? this.page.getByRole('group', { name: group, exact: true }) : this.page;
    await at.getByRole('button', { name, exact: true }).click();
    this.taps++;
  }
  async id(testId: string): Promise<void> {
    await this.page.getByTestId(testId).click();
    this.taps++;
  }
  async joint(id: string): Promise<void> {
    await this.page.locator(`[data-testid="type-plate"] [data-joint="${id}"]`).last().click();
    this.taps++;
  }
  async write(testId: string, text: string): Promise<void> {
    await this.page.getByTestId(testId).fill(text);
    await this.page.getByTestId(testId).blur();
    this.taps++;
  }
}

async function newVehicle(page: Page, plate: string): Promise<Hand> {
  await signIn(page);
  await page.goto('/open');
  await page.getByTestId('plate-search').fill(plate);
  await page.getByTestId('new-vehicle').click();
  await page.getByTestId('new-year').fill('2014');
  await page.getByTestId('new-km').fill('120 000');
  await page.getByTestId('own-type').click();
  return new Hand(page);
}

/** The stored type of the vehicle that was just put in the file. */
async function stored(page: Page, name: string) {
  await expect(page.getByTestId('start-job')).toBeVisible();
  const types = (await (await page.request.get('/api/types')).json()) as { spec: { name: string } & Record<string, never> }[];
  return types.find((t) => t.spec.name === name)!.spec as Record<string, any>; // eslint-disable-line @typescript-eslint/no-explicit-any
}

test('a front strut type with different ends is described in under 40 taps', async ({ page }) => {
  const hand = await newVehicle(page, 'TY 1');
  await hand.joint('front.left.link-upper');
  await hand.tap('ball stud and bushing', 'Link');
  await hand.write('type-link.length', '318 mm');
  await hand.tap('M12×1.25', 'Thread, upper end');
  await hand.tap('17 mm flats', 'Held by, upper end');
  await hand.tap('Outward', 'Its stud points, upper end');
  await hand.joint('front.left.link-lower');
  await hand.tap('M10×1.25', 'Thread, lower end');
  await hand.tap('5 mm hex', 'Held by, lower end');
  await hand.tap('Sway bar', 'What is described');
  await hand.tap('23 mm', 'Its diameter, clean');
  await hand.joint('front.left.frame-bushing');
  await hand.tap('strap with a hook and one bolt', 'Frame bushing');
  await hand.tap('M8×1.25', 'Its bolts');
  await hand.tap('Wheels', 'What is described');
  await hand.tap('5', 'Wheel nuts');
  await hand.tap('M14×1.5', 'Their thread');
  await hand.tap('Torques', 'What is described');
  await hand.write(
    'torque-page',
    'front link upper nut 65-72 N·m\nfront link lower nut 40 N·m\nfront bracket bolt 25 N·m\nwheel nuts 120 N·m',
  );
  await hand.write('type-source', 'maker’s book, sheet 4');
  await hand.id('take-torques');
  await hand.write('type-name', 'Two-ended');
  await hand.id('create-type');
  const t = await stored(page, 'Two-ended');
  expect(hand.taps).toBeLessThan(40);
  expect(t['axles'].front.link).toMatchObject({
    kind: 'stud-and-bushing',
    lengthMm: 318,
    upper: { thread: 'M12×1.25', hold: 'flats', holdMm: 17, points: 'outward' },
    lower: { thread: 'M10×1.25', hold: 'hex', holdMm: 5 },
  });
  expect(t['axles'].front.bar.diameterMm).toBe(23);
  expect(t['torqueBook'].front[0]).toMatchObject({ fastener: 'link-upper-nut', minNm: 65, maxNm: 72, thread: 'M12×1.25' });
  // What nobody touched is only usual.
  expect(t['usual']).toContain('front.track');
  expect(t['usual']).not.toContain('front.link.upper.thread');
});

test('a rear bar on a solid axle, on leaf springs, bolt-through links', async ({ page }) => {
  const hand = await newVehicle(page, 'TY 2');
  await hand.id('flip');
  await hand.tap('solid axle on leaf springs', 'Suspension');
  await hand.tap('Yes', 'Driven by the engine');
  await hand.tap('Sway bar', 'What is described');
  await hand.tap('on links', 'Sway bar');
  await hand.tap('20 mm', 'Its diameter, clean');
  await hand.joint('rear.left.link-upper');
  await hand.tap('bolt through grommets', 'Link');
  await hand.tap('M10×1.5', 'Thread, upper end');
  await hand.tap('Welded on', 'Washers at its mount');
  await hand.write('type-link.length', '190 mm');
  await hand.joint('rear.left.frame-bushing');
  await hand.tap('bracket with bolts and back nuts', 'Frame bushing');
  await hand.write('type-name', 'Leaf rear');
  await hand.id('create-type');
  const t = await stored(page, 'Leaf rear');
  expect(hand.taps).toBeLessThan(40);
  expect(t['axles'].rear).toMatchObject({
    suspension: 'leaf-axle',
    powered: true,
    bar: { diameterMm: 20, joins: 'links' },
    link: { kind: 'bolt-through', lengthMm: 190, weldedWashers: true, lower: { thread: 'M10×1.5' } },
    bushing: { kind: 'back-nuts', bolts: 2 },
  });
});

test('a type without a bar, begun from a known one; and one whose vehicles differ', async ({ page }) => {
  const hand = await newVehicle(page, 'TY 3');
  await hand.tap('Pellow Mite', 'Begin from');
  await hand.tap('Sway bar', 'What is described');
  await hand.tap('none', 'Sway bar');
  await hand.write('type-name', 'Barless');
  await hand.id('create-type');
  const t = await stored(page, 'Barless');
  expect(hand.taps).toBeLessThan(40);
  expect(t['axles'].front).toMatchObject({ bar: null, link: null, bushing: null });
  // Its sheet opens, and no joint of a bar stands on its axle.
  await page.getByTestId('start-job').click();
  await page.getByTestId('station-find').click();
  await expect(page.locator('[data-joint="front.left.ball-joint"]').first()).toBeVisible();
  await expect(page.locator('[data-joint="front.left.link-upper"]')).toHaveCount(0);
});
