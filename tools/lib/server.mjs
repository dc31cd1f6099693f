import { spawn } from 'node:child_process';
import path from 'node:path';
import { ROOT, run, Stop } from './say.mjs';

/**
 * Starts the bundled server and waits until it answers. In its own process group, so that Ctrl-C
 * reaches only the starter, which ends the parts in order.
 * @param root the project it is of: another revision's, to measure both
 * @param spawned is told the process at once: whoever is stopped meanwhile ends it
 */
export function startServer({ databaseUrl, port = 0, env = {}, root = ROOT, spawned = () => undefined }) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--enable-source-maps', path.join(root, 'server/dist/main.mjs')], {
      cwd: root,
      detached: true,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        PORT: String(port),
        WEB_ROOT: path.join(root, 'web/dist/browser'),
        ...env,
      },
    });
    spawned(child);
    let out = '';
    child.stdout.on('data', (d) => {
      out += d;
      const ready = /^ready (\S+)$/m.exec(out);
      // An empty shop without the demo: the code that makes its lead comes right behind.
      const code = /^first-run (\S+)$/m.exec(out);
      if (ready) resolve({ child, address: ready[1], code: () => code?.[1] ?? /^first-run (\S+)$/m.exec(out)?.[1] });
    });
    child.once('exit', (code) => reject(new Stop(`The server ended with ${code} before it was ready.\n${out}`.trim())));
  });
}

/** Makes tables and demo shop, and serves nothing: while the page is still being built. */
export async function prepareShop(databaseUrl) {
  const { code, out } = await run(process.execPath, ['--enable-source-maps', path.join(ROOT, 'server/dist/main.mjs')], {
    env: { DATABASE_URL: databaseUrl, PREPARE_ONLY: '1', PORT: '0' },
  });
  if (code !== 0) throw new Stop(out.trim());
}
