import { spawn } from 'node:child_process';
import path from 'node:path';
import { ROOT, Stop } from './say.mjs';

/**
 * Starts the bundled server and waits until it answers. In its own process group, so that Ctrl-C
 * reaches only the starter, which ends the parts in order.
 */
export function startServer({ databaseUrl, port = 0, env = {} }) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--enable-source-maps', path.join(ROOT, 'server/dist/main.mjs')], {
      cwd: ROOT,
      detached: true,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        PORT: String(port),
        WEB_ROOT: path.join(ROOT, 'web/dist/browser'),
        ...env,
      },
    });
    let out = '';
    child.stdout.on('data', (d) => {
      out += d;
      const ready = /^ready (\S+)$/m.exec(out);
      // An empty shop without the demo: the code that makes its lead comes right behind.
      const code = /^first-run (\S+)$/m.exec(out);
      if (ready) resolve({ child, address: ready[1], code: () => code?.[1] ?? /^first-run (\S+)$/m.exec(out)?.[1] });
    });
    child.once('exit', (code) => reject(new Stop(`The server ended with ${code} before it was ready.\n${out}`)));
  });
}
