import { openTablet, withDemoShop } from './lib/browser.mjs';
import { build, dependencies } from './lib/install.mjs';
import { mkdirSync } from 'node:fs';
mkdirSync('/tmp/shots', { recursive: true });
await dependencies();
if (!process.argv.includes('--nobuild')) await build();
const script = (await import(process.argv[2])).default;
await withDemoShop('shotz', async (address) => {
  const t = await openTablet(address);
  const errors = [];
  t.page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
  t.page.on('pageerror', (e) => errors.push(String(e)));
  const save = async (name) => { await t.page.waitForTimeout(350); await t.page.screenshot({ path: `/tmp/shots/${name}.png` }); console.log('shot', name); };
  try { await script({ ...t, address, save }); } catch (e) { console.log('FAILED', e); await save('failed'); }
  console.log(errors);
  await t.browser.close();
});
process.exit(0);
