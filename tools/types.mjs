/**
 * `npm run types`: whether everything compiles, in each of the five ways it is read, by the native compiler; Angular's own
 * build keeps the other one and checks the templates. With names of packages only what reads them.
 */
import path from 'node:path';
import { run, ROOT, say, STAMPS } from './lib/say.mjs';

const WAYS = [
  // Core with nothing in the air, Node's, the browser's, its workers', its tests'.
  { project: 'core/tsconfig.json', reads: ['core'] },
  { project: 'tsconfig.json', reads: ['core', 'contract', 'demo', 'server', 'e2e', 'tools'] },
  { project: 'web/tsconfig.app.json', reads: ['core', 'contract', 'web'] },
  { project: 'web/tsconfig.worker.json', reads: ['core', 'contract', 'web'] },
  { project: 'web/tsconfig.spec.json', reads: ['core', 'contract', 'web'], more: ['--module', 'preserve'] },
];
const asked = process.argv.slice(2);

let failed = 0;
for (const { project, reads, more = [] } of WAYS) {
  if (asked.length && !reads.some((p) => asked.includes(p))) continue;
  const kept = path.join(STAMPS, 'types', `${project.replaceAll('/', '-')}.tsbuildinfo`);
  const args = ['-p', project, '--noEmit', '--incremental', '--tsBuildInfoFile', kept, ...more];
  const r = await run(process.execPath, [path.join(ROOT, 'node_modules/typescript7/bin/tsc'), ...args]);
  if (r.code === 0) continue;
  failed++;
  say(r.out);
}
process.exitCode = failed ? 1 : 0;
