/** Words on the terminal. Node built-ins only: this runs before anything is installed. */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

export const ROOT = path.resolve(import.meta.dirname, '../..');
/** What the builds left, with the stamps that say of which sources. */
export const STAMPS = path.join(ROOT, '.local');
/** Where clusters and the running copy's note are kept; elsewhere for a test of the start command itself. */
export const LOCAL = process.env.ASH_KNOT_LOCAL ?? STAMPS;

export const say = (text) => process.stdout.write(`${text}\n`);

export class Stop extends Error {}

/** Ends with a sentence, not a stack. */
export function sayAndExit(e) {
  process.stderr.write(`${e instanceof Stop ? e.message : (e?.stack ?? e)}\n`);
  process.exit(1);
}

/** Runs a command to its end. Resolves with its code and what it printed. */
export function run(command, args, { cwd = ROOT, env, quiet = true, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: [input ? 'pipe' : 'ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
    });
    let out = '';
    child.stdout?.on('data', (d) => (out += d));
    child.stderr?.on('data', (d) => (out += d));
    child.on('error', reject);
    child.on('close', (code) => resolve({ code: code ?? 1, out }));
    if (input) child.stdin.end(input);
  });
}

/** Runs a command that must succeed. */
export async function must(command, args, options = {}) {
  const r = await run(command, args, options);
  if (r.code !== 0) throw new Stop(`${[command, ...args].join(' ')} ended with ${r.code}.\n${r.out.slice(-4000)}`);
  return r.out;
}

/** Whether a process is there. One that ended and that nobody has waited for yet is not. */
export const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return !existsSync('/proc') || !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch (e) {
    return e.code === 'EPERM';
  }
};

/** Ends a process by its id: asks, waits, insists. */
export async function end(pid, signal = 'SIGTERM', waitMs = 5000) {
  if (!alive(pid)) return;
  try {
    process.kill(pid, signal);
  } catch {
    return;
  }
  for (let t = 0; t < waitMs && alive(pid); t += 50) await sleep(50);
  if (alive(pid)) process.kill(pid, 'SIGKILL');
}

export const sleep = (ms) => new Promise((r) => setTimeout(r, ms));
