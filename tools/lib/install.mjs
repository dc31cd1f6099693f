import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { must, ROOT, run, say, STAMPS, Stop } from './say.mjs';

const isRoot = process.getuid?.() === 0;

/** Installs Debian packages when something is missing and apt is allowed; says exactly which otherwise. */
export async function debian(packages, missing) {
  if (!isRoot || (await run('apt-get', ['--version']).catch(() => ({ code: 1 }))).code !== 0) {
    throw new Stop(`${missing} is missing. Install it as root: apt-get install --no-install-recommends ${packages.join(' ')}`);
  }
  say(`Installing ${packages.join(', ')} …`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const args = ['install', '-y', '--no-install-recommends', ...packages];
  if ((await run('apt-get', args, { env })).code === 0) return;
  await must('apt-get', ['update'], { env });
  await must('apt-get', args, { env });
}

function hashOf(files) {
  const h = createHash('sha256');
  for (const f of files)
    h.update(f)
      .update('\0')
      .update(readFileSync(path.join(ROOT, f)))
      .update('\0');
  return h.digest('hex');
}

/** Every file below some folders, without what is built or installed. */
function filesBelow(folders) {
  const out = [];
  const walk = (rel) => {
    const abs = path.join(ROOT, rel);
    if (!existsSync(abs)) return;
    if (statSync(abs).isFile()) return void out.push(rel);
    for (const name of readdirSync(abs).sort()) {
      if (['node_modules', 'dist', '.angular'].includes(name) || name.endsWith('.spec.ts')) continue;
      walk(path.join(rel, name));
    }
  };
  folders.forEach(walk);
  return out;
}

const stampFile = (name) => path.join(STAMPS, `${name}.stamp`);

/** Does `work` unless the stamp says the same files were done already. */
async function onceFor(name, files, stillThere, work) {
  const hash = hashOf(files);
  const file = stampFile(name);
  if (stillThere() && existsSync(file) && readFileSync(file, 'utf8') === hash) return false;
  await work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(file, hash);
  return true;
}

export async function dependencies() {
  const manifests = [
    'package.json',
    'package-lock.json',
    ...['core', 'contract', 'demo', 'server', 'web'].map((p) => `${p}/package.json`),
  ];
  await onceFor(
    'dependencies',
    manifests,
    () => existsSync(path.join(ROOT, 'node_modules/express')),
    async () => {
      say('Installing packages …');
      await must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
    },
  );
}

/** Builds the web application and bundles the server, each only when its sources changed. */
export async function build() {
  const shared = ['core', 'contract', 'package-lock.json', 'tsconfig.base.json'];
  await onceFor(
    'web',
    filesBelow([...shared, 'web']),
    () => existsSync(path.join(ROOT, 'web/dist/browser/index.html')),
    async () => {
      say('Building the web application …');
      // Angular caches in web/.angular; telemetry and prompts stay off.
      await must('npx', ['ng', 'build'], {
        cwd: path.join(ROOT, 'web'),
        env: { NG_CLI_ANALYTICS: 'false', CI: '1' },
      });
    },
  );
  await onceFor(
    'server',
    filesBelow([...shared, 'demo', 'server', 'tools/lib/bundle.mjs', 'tools/lib/ours.mjs']),
    () => existsSync(path.join(ROOT, 'server/dist/main.mjs')),
    async () => {
      say('Bundling the server …');
      await must(process.execPath, [path.join(ROOT, 'tools/lib/bundle.mjs')]);
    },
  );
}
