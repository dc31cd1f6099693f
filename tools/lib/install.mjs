import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
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

/** Whether it is done of the same files, by one of its stamps. */
function isDone(names, files, stillThere) {
  const stamps = names.filter((n) => existsSync(stampFile(n))).map((n) => readFileSync(stampFile(n), 'utf8'));
  return stillThere() && stamps.length > 0 && stamps.includes(hashOf(files));
}

/**
 * Does `work` unless the stamp says the same files were done already.
 * @param besides what is done in the same place: it is so no more
 */
async function onceFor(name, files, stillThere, work, besides) {
  const hash = hashOf(files);
  if (stillThere() && existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === hash) return false;
  for (const n of [name, ...(besides ? [besides] : [])]) rmSync(stampFile(n), { force: true });
  await work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(stampFile(name), hash);
  return true;
}

/**
 * Installs packages, and no more than are missing.
 * @param forTests those of tests and checks too; a start does without
 */
export async function dependencies(forTests = true) {
  const manifests = [
    'package.json',
    'package-lock.json',
    ...['core', 'contract', 'demo', 'server', 'web'].map((p) => `${p}/package.json`),
  ];
  const there = (name) => () => existsSync(path.join(ROOT, 'node_modules', name));
  const ci = (...more) => must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error', ...more]);
  const all = () =>
    onceFor(
      'dependencies',
      manifests,
      there('jest'),
      async () => {
        say('Installing packages …');
        await ci();
      },
      'dependencies-start',
    );
  // What tests need holds what a start needs.
  if (forTests || isDone(['dependencies'], manifests, there('jest'))) return all();
  return onceFor(
    'dependencies-start',
    manifests,
    there('express'),
    async () => {
      say('Installing packages …');
      await ci('--omit=dev');
    },
    'dependencies',
  );
}

/**
 * Builds the web application and bundles the server, each only when its sources changed.
 * @param checked the types of its templates too; a start does without, its files are the same
 */
export async function build(checked = true) {
  await Promise.all([buildWeb(checked), bundleServer()]);
}

const SHARED = ['core', 'contract', 'package-lock.json', 'tsconfig.base.json'];

const webFiles = () => filesBelow([...SHARED, 'web', 'tools/lib/build-web.mjs']);
const pageThere = () => existsSync(path.join(ROOT, 'web/dist/browser/index.html'));

/** Whether the page stands, as its sources are now: checked or not, its files are the same. */
export const webIsBuilt = () => isDone(['web', 'web-start'], webFiles(), pageThere);

export const buildWeb = (checked) =>
  onceFor(
    checked ? 'web' : 'web-start',
    webFiles(),
    pageThere,
    async () => {
      say('Building the web application …');
      // Angular caches in web/.angular; telemetry and prompts stay off.
      await must(process.execPath, [path.join(ROOT, 'tools/lib/build-web.mjs'), ...(checked ? [] : ['quick'])], {
        env: { NG_CLI_ANALYTICS: 'false', CI: '1' },
      });
    },
    checked ? 'web-start' : 'web',
  );

export const bundleServer = () =>
  onceFor(
    'server',
    filesBelow([...SHARED, 'demo', 'server', 'tools/lib/bundle.mjs', 'tools/lib/ours.mjs']),
    () => existsSync(path.join(ROOT, 'server/dist/main.mjs')),
    async () => {
      say('Bundling the server …');
      await must(process.execPath, [path.join(ROOT, 'tools/lib/bundle.mjs')]);
    },
  );
