/**
 * When the long run is owed. What it is for (judgement, dangers, the ledger, work without a line, the door) is summed up in a
 * file that is committed with the change that passed it: a machine that has never seen this checkout knows too.
 */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './say.mjs';

const FILE = path.join(ROOT, '.ci/long-passed');
const GUARDED = [
  ...['core/src/diagnosis', 'core/src/danger', 'core/src/ledger', 'core/src/job/rules'],
  ...['server/src/ledger', 'server/src/session', 'web/src/app/offline', 'web/src/app/session'],
];

function sum() {
  const h = createHash('sha256');
  const walk = (rel) => {
    const at = path.join(ROOT, rel);
    if (!existsSync(at)) return;
    if (statSync(at).isDirectory())
      return readdirSync(at)
        .sort()
        .forEach((name) => walk(`${rel}/${name}`));
    h.update(rel).update('\0').update(readFileSync(at)).update('\0');
  };
  GUARDED.forEach(walk);
  return h.digest('hex');
}

/** Whether what the long run guards has changed since it passed; where it never has there is nothing to compare with. */
export const longIsOwed = () => existsSync(FILE) && readFileSync(FILE, 'utf8').trim() !== sum();

export function remember(passed) {
  if (passed) writeFileSync(FILE, `${sum()}\n`);
}
