import { existsSync } from 'node:fs';
import { caughtUp } from './caught-up.mjs';
import { debian } from './install.mjs';
import { startPostgres } from './postgres.mjs';
import { end } from './say.mjs';
import { startServer } from './server.mjs';

const PIN = '2468';

/** Debian's Chromium, quiet about a network it does not have. */
const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Runs `work` against a demo shop of its own, fresh from the loader, and takes it down again. */
export async function withDemoShop(database, work) {
  const postgres = await startPostgres('test');
  let server;
  try {
    await postgres.dropDatabase(database);
    const databaseUrl = await postgres.createDatabase(database);
    server = await startServer({ databaseUrl, env: { REQUESTS_PER_MINUTE: '1000000' } });
    await caughtUp(databaseUrl);
    await work(server.address, databaseUrl);
  } finally {
    if (server) {
      server.child.removeAllListeners('exit');
      await end(server.child.pid);
    }
    await postgres.stop();
  }
}

/** A browser signed in as a bay's tablet; `job(plate)` is the path of a sheet on the floor. */
export async function openTablet(address) {
  if (!existsSync(CHROMIUM.executablePath)) await debian(['chromium-headless-shell'], 'Chromium');
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(CHROMIUM);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: address, reducedMotion: 'reduce' });
  await context.request.post('/api/session', { data: { person: 'ruan', pin: PIN, bay: 'Bay 2' } });
  const floor = await (await context.request.get('/api/floor')).json();
  const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const job = (plate) => `/job/${floor.jobs.find((j) => j.vehicle.plate === plate).id}`;
  return { browser, context, page: await context.newPage(), cookie, job };
}
