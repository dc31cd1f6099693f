/** `npm start`: from nothing to one address. Ctrl-C stops everything that was started. */
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildWeb, bundleServer, dependencies, webIsBuilt } from './lib/install.mjs';
import { freePort, likelyUrl, startPostgres } from './lib/postgres.mjs';
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

/** Database and server of one folder, while they run. */
class Yard {
  stopping = false;
  #postgres;
  #server;
  /** The server's process, from its first moment. */
  #child;
  #databaseUrl;

  constructor(note) {
    this.note = note;
  }

  async stop(code) {
    if (this.stopping) return;
    this.stopping = true;
    if (this.#child) await end(this.#child.pid);
    if (this.#postgres) await this.#postgres.stop();
    rmSync(LOCK, { force: true });
    process.exit(code);
  }

  async #serve(port) {
    const spawned = (child) => {
      this.#child = child;
      this.note({ server: child.pid });
    };
    this.#server = await startServer({ databaseUrl: this.#databaseUrl, port, spawned });
    this.note({ server: this.#child.pid, address: this.#server.address });
  }

  /** What needs nothing of the other is done beside it: the database while packages come, the shop while the page is built. */
  async open(port) {
    const own = !process.env.DATABASE_URL;
    const there = dependencies(false).then(async () => webIsBuilt() && (await bundleServer(), true));
    const likely = own ? await likelyUrl('postgres', 'ashknot') : process.env.DATABASE_URL;
    this.#databaseUrl = likely;
    // It looks for the database where that was last time, while it comes up there.
    const early = likely && there.then((built) => built && this.#serve(port).then(() => true)).catch(() => false);
    const [up, built] = await together([own ? startPostgres('postgres') : undefined, there]);
    this.#postgres = up;
    if (own) this.#databaseUrl = up.url('ashknot');
    // It came up elsewhere.
    if (this.#child && this.#databaseUrl !== likely) await end(this.#child.pid);
    if (!(await early) || this.#databaseUrl !== likely) {
      if (own) await up.createDatabase('ashknot');
      if (!built) await together([buildWeb(false), bundleServer().then(() => prepareShop(this.#databaseUrl))]);
      await this.#serve(port).catch(async (e) => {
        if (process.env.PORT || this.stopping) throw e;
        // Something else has our usual port.
        await this.#serve(await freePort());
      });
    }
    return this.#server;
  }

  /** Whichever of the two ends by itself is started again, where it was: nothing that was stored is lost. */
  async keepOpen() {
    const ends = [];
    const again = (what) => {
      ends.push(Date.now());
      if (ends.filter((t) => t > Date.now() - 60_000).length > MOST_ENDS)
        throw new Stop(`The ${what} ends again and again. Stopping.`);
      say(`The ${what} ended by itself and is started again. Nothing that was stored is lost.`);
    };
    const { address } = this.#server;
    while (!this.stopping) {
      await sleep(1000);
      if (this.stopping) break;
      if (this.#postgres && !(await this.#postgres.running())) {
        if (this.stopping) break;
        again('database');
        const { port } = this.#postgres;
        this.#postgres = await startPostgres('postgres', { port });
        this.#databaseUrl = await this.#postgres.createDatabase('ashknot');
        // It could not have its old place: the server has to be told the new one.
        if (this.#postgres.port !== port) await end(this.#child.pid);
      }
      if (!this.stopping && this.#child.exitCode === null && this.#child.signalCode === null) continue;
      if (this.stopping) break;
      again('server');
      await this.#serve(Number(new URL(address).port));
    }
  }
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

  const yard = new Yard(note);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void yard.stop(0));
  try {
    const { address, code } = await yard.open(wishedPort());
    say(`\nAsh Knot is at ${address}\nCtrl-C stops it.`);
    await sleep(300);
    if (code()) say(`\nNobody works here yet. Open the address and type this code, once:\n  ${code()}`);
    await yard.keepOpen();
  } catch (e) {
    if (!yard.stopping) {
      process.stderr.write(`${e.message}\n`);
      await yard.stop(1);
    }
  }
}

main().catch(sayAndExit);
