/**
 * `npm run screenshots`: one picture of each main view from the demo shop, into docs/screenshots/.
 * A shop of its own is loaded for it, so that what was done by hand does not show.
 */
import { existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { build, debian, dependencies } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { end, ROOT, say, sayAndExit } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

const OUT = path.join(ROOT, 'docs/screenshots');
const PIN = '2468';

async function shoot(address) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: address,
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await context.request.post('/api/session', { data: { person: 'ruan', pin: PIN, bay: 'Bay 2' } });
  const floor = await (await context.request.get('/api/floor')).json();
  const job = (plate) => `/job/${floor.jobs.find((j) => j.vehicle.plate === plate).id}`;
  const vehicle = (await (await context.request.get('/api/vehicles?q=SK%202063')).json())[0].id;
  const at = async (url) => {
    await page.goto(url);
    await page.waitForTimeout(500);
  };
  const save = async (name) => {
    await page.screenshot({ path: path.join(OUT, `${name}.png`) });
    say(`docs/screenshots/${name}.png`);
  };
  await at('/');
  await save('floor');
  await at(`${job('HB 0093')}/listen`);
  await save('listen');
  await at(`${job('HB 0093')}/find`);
  await page.locator('[data-joint="front.left.ball-joint"]').click();
  await page.waitForTimeout(300);
  await save('find');
  await page.locator('[data-joint="front.left.frame-bushing"]').click();
  await page.keyboard.press('m');
  await page.waitForTimeout(300);
  await save('measure');
  await at(`${job('HB 0093')}/settle`);
  await save('settle');
  await at(`${job('SK 2047')}/work`);
  await save('work');
  await page.keyboard.press('l');
  await page.waitForTimeout(300);
  await save('tape');
  await at(`${job('PV 2210')}/prove`);
  await save('prove');
  await at(`/file/${vehicle}`);
  await save('file');
  await at('/shelf');
  await save('shelf');
  await page.keyboard.press('k');
  await page.waitForTimeout(400);
  await save('pocket');
  await at('/open');
  await save('open');
  await at('/rules');
  await save('rules');
  await page.setViewportSize({ width: 794, height: 1123 });
  await page.emulateMedia({ media: 'print' });
  await at(`${job('PV 2210')}/hand-back`);
  await save('hand-back-print');
  await page.emulateMedia({ media: null });
  await page.setViewportSize({ width: 390, height: 844 });
  await at(`${job('SK 2047')}/work`);
  await save('phone');
  await browser.close();
}

async function main() {
  await dependencies();
  if (!existsSync('/usr/bin/chromium')) await debian(['chromium'], 'Chromium');
  await build();
  mkdirSync(OUT, { recursive: true });
  const postgres = await startPostgres('test');
  let server;
  try {
    await postgres.dropDatabase('shots');
    server = await startServer({ databaseUrl: await postgres.createDatabase('shots') });
    await shoot(server.address);
  } finally {
    if (server) {
      server.child.removeAllListeners('exit');
      await end(server.child.pid);
    }
    await postgres.stop();
  }
}

main().catch(sayAndExit);
