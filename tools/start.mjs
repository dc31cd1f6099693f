/** `npm start`: from nothing to one address. Ctrl-C stops everything that was started. */
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildWeb, bundleServer, dependencies, webIsBuilt } from './lib/install.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { alive, end, LOCAL, ROOT, say, sayAndExit, sleep, Stop } from './lib/say.mjs';
import { prepareShop, startServer } from './lib/server.mjs';

const LOCK = path.join(LOCAL, 'running.json');
const DEFAULT_PORT = 4620;
/** Ends of server or database within a minute; more, and something is wrong that starting again does not mend. */
const MOST_ENDS = 5;

/** Is this process id really ours, or another program's that got the number later? */
const isOurs = (pid, script) => {
  try {
    return alive(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(script);
  } catch {
    return false;
  }
};

/** Whether another starter serves from this folder; what a killed one left is ended. */
async function runsAlready() {
  if (!existsSync(LOCK)) return false;
  const other = JSON.parse(readFileSync(LOCK, 'utf8'));
  if (isOurs(other.starter, 'start.mjs')) {
    say(other.address ? `Ash Knot is already running: ${other.address}` : 'Ash Knot is already being started from this folder.');
    return true;
  }
  // The starter was killed: its server may still be there and holds the port.
  if (other.server && isOurs(other.server, 'server/dist/main.mjs')) await end(other.server);
  rmSync(LOCK, { force: true });
  return false;
}

/** @throws Stop where PORT is none */
function wishedPort() {
  const said = process.env.PORT;
  if (!said) return DEFAULT_PORT;
  const port = Number(said);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Stop(`PORT must be a whole number from 1 to 65535; it is “${said}”.`);
  return port;
}

/** Packages, the built page, a database with the demo shop; and what a running yard needs to go on. MB */
const NEEDS = { first: 700, later: 150 };

/** @throws Stop where there is no room, or nothing may be written here */
function lookAtDisk() {
  try {
    accessSync(ROOT, constants.W_OK);
    mkdirSync(LOCAL, { recursive: true });
    accessSync(LOCAL, constants.W_OK);
  } catch {
    throw new Stop(`Nothing can be written in ${ROOT}: start it from a folder that is yours.`);
  }
  const { bavail, bsize } = statfsSync(LOCAL);
  const free = Math.floor((bavail * bsize) / 1e6);
  const needs = existsSync(path.join(ROOT, 'node_modules')) ? NEEDS.later : NEEDS.first;
  if (free < needs)
    throw new Stop(`The disk has ${free} MB left and ${needs} are needed. Make room and start again. Nothing was changed.`);
}

/** All of it, or the first that went wrong once the others have ended too: none is left running behind the message. */
async function together(work) {
  const done = await Promise.allSettled(work);
  const failed = done.find((d) => d.status === 'rejected');
  if (failed) throw failed.reason;
  return done.map((d) => d.value);
}

async function main() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Error(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  lookAtDisk();
  wishedPort();
  if (await runsAlready()) return;
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
    const wished = wishedPort();
    // What needs nothing of the other is done beside it: the database while packages come, the shop while the page is built.
    const own = !process.env.DATABASE_URL;
    const [up, built] = await together([own ? startPostgres('postgres') : undefined, dependencies(false).then(webIsBuilt)]);
    postgres = up;
    let databaseUrl = process.env.DATABASE_URL ?? (await postgres.createDatabase('ashknot'));
    if (built) await bundleServer();
    else await together([buildWeb(false), bundleServer().then(() => prepareShop(databaseUrl))]);
    const serve = async (port) => {
      server = await startServer({ databaseUrl, port });
      note({ server: server.child.pid, address: server.address });
    };
    await serve(wished).catch(async (e) => {
      if (process.env.PORT || stopping) throw e;
      // Something else has our usual port.
      await serve(await freePort());
    });
    const { address } = server;
    say(`\nAsh Knot is at ${address}\nCtrl-C stops it.`);
    await sleep(300);
    if (server.code()) say(`\nNobody works here yet. Open the address and type this code, once:\n  ${server.code()}`);

    // Whichever of the two ends by itself is started again, where it was: nothing that was stored is lost.
    const ends = [];
    const again = (what) => {
      ends.push(Date.now());
      if (ends.filter((t) => t > Date.now() - 60_000).length > MOST_ENDS)
        throw new Stop(`The ${what} ends again and again. Stopping.`);
      say(`The ${what} ended by itself and is started again. Nothing that was stored is lost.`);
    };
    while (!stopping) {
      await sleep(1000);
      if (stopping) break;
      if (postgres && !(await postgres.running())) {
        if (stopping) break;
        again('database');
        const { port } = postgres;
        postgres = await startPostgres('postgres', { port });
        databaseUrl = await postgres.createDatabase('ashknot');
        // It could not have its old place: the server has to be told the new one.
        if (postgres.port !== port) await end(server.child.pid);
      }
      if (!stopping && server.child.exitCode === null && server.child.signalCode === null) continue;
      if (stopping) break;
      again('server');
      await serve(Number(new URL(address).port));
    }
  } catch (e) {
    if (!stopping) {
      process.stderr.write(`${e.message}\n`);
      await stop(1);
    }
  }
}

main().catch(sayAndExit);
