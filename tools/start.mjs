/** `npm start`: from nothing to one address. Ctrl-C stops everything that was started. */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build, dependencies } from './lib/install.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { alive, end, LOCAL, say, sayAndExit, sleep } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

const LOCK = path.join(LOCAL, 'running.json');
const DEFAULT_PORT = 4620;

/** Is this process id really ours, or another program's that got the number later? */
const isOurs = (pid, script) => {
  try {
    return alive(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(script);
  } catch {
    return false;
  }
};

async function main() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Error(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  mkdirSync(LOCAL, { recursive: true });
  if (existsSync(LOCK)) {
    const other = JSON.parse(readFileSync(LOCK, 'utf8'));
    if (isOurs(other.starter, 'start.mjs')) {
      say(
        other.address ? `Ash Knot is already running: ${other.address}` : 'Ash Knot is already being started from this folder.',
      );
      return;
    }
    // The starter was killed: its server may still be there and holds the port.
    if (other.server && isOurs(other.server, 'server/dist/main.mjs')) await end(other.server);
    rmSync(LOCK, { force: true });
  }
  const note = (more) => writeFileSync(LOCK, JSON.stringify({ starter: process.pid, ...more }), { mode: 0o600 });
  note({});

  let postgres;
  let server;
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    if (server) await end(server.child.pid);
    if (postgres) await postgres.stop();
    rmSync(LOCK, { force: true });
    process.exit(code);
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  process.on('SIGHUP', () => void stop(0));

  try {
    await dependencies();
    let databaseUrl = process.env.DATABASE_URL;
    if (!databaseUrl) {
      postgres = await startPostgres('postgres');
      databaseUrl = await postgres.createDatabase('ashknot');
    }
    await build();
    const port = process.env.PORT ? Number(process.env.PORT) : DEFAULT_PORT;
    server = await startServer({ databaseUrl, port }).catch(async (e) => {
      if (process.env.PORT || stopping) throw e;
      // Something else has our usual port.
      return startServer({ databaseUrl, port: await freePort() });
    });
    note({ server: server.child.pid, address: server.address });
    say(`\nAsh Knot is at ${server.address}\nCtrl-C stops it.`);
    server.child.removeAllListeners('exit');
    server.child.on('exit', (code) => {
      if (stopping) return;
      say(`The server ended by itself (${code ?? 'killed'}). Start again: nothing that was stored is lost.`);
      void stop(1);
    });
    // A database that was killed under us: say so and end; the next start recovers it.
    while (!stopping) {
      await sleep(3000);
      if (postgres && !stopping && !(await postgres.running())) {
        say('The database ended by itself. Start again: it recovers what was stored.');
        await stop(1);
      }
    }
  } catch (e) {
    if (!stopping) {
      process.stderr.write(`${e.message}\n`);
      await stop(1);
    }
  }
}

main().catch(sayAndExit);
