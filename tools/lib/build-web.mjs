/**
 * Builds the web application as web/angular.json says: by its builder itself, without the command line around it. Its pieces
 * are then put together by station, its files compressed, and the list of them written for the program's own worker.
 *  - `quick`: nothing is checked; the files are the same
 */
import { copyFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import zlib from 'node:zlib';
import { Architect } from '@angular-devkit/architect';
import { WorkspaceNodeModulesArchitectHost } from '@angular-devkit/architect/node/index.js';
import { logging, schema, workspaces } from '@angular-devkit/core';
import { NodeJsSyncHost } from '@angular-devkit/core/node/index.js';
import { rolldown } from 'rolldown';
import { must, ROOT } from './say.mjs';

const WEB = path.join(ROOT, 'web');
const BROWSER = path.join(WEB, 'dist/browser');
const STATS = path.join(WEB, 'dist/stats.json');
const read = (file) => readFileSync(path.join(BROWSER, file), 'utf8');

async function compile(quick) {
  const registry = new schema.CoreSchemaRegistry();
  registry.addPostTransform(schema.transforms.addUndefinedDefaults);
  const { workspace } = await workspaces.readWorkspace(WEB, workspaces.createWorkspaceHost(new NodeJsSyncHost()));
  const architect = new Architect(new WorkspaceNodeModulesArchitectHost(workspace, WEB), registry);
  const logger = new logging.Logger('build');
  logger.subscribe(({ level, message }) => (level === 'info' ? process.stdout : process.stderr).write(`${message}\n`));
  const overrides = { statsJson: true, serviceWorker: false, ...(quick ? { tsConfig: 'tsconfig.quick.json' } : {}) };
  const target = { project: 'web', target: 'build', configuration: 'production' };
  const run = await architect.scheduleTarget(target, overrides, { logger });
  const { success, error } = await run.result;
  await run.stop();
  if (!success) throw new Error(error ?? 'The web application could not be built.');
}

/** In the order in which they need each other. */
const GROUPS = ['program', 'early', 'shared', 'sheet', 'stations', 'more'];
/** What stands on the first page a moment after its words. */
const EARLY = ['src/app/floor/found.ts'];
/** What a sheet is opened with, and what each of its stations is. */
const SHEET = 'src/app/sheet/sheet.ts';
const STATIONS = ['listen', 'find', 'settle', 'work', 'prove'].map((s) => `src/app/${s}/${s}.ts`);

/**
 * In which file each piece goes. The bundler cuts a piece for every set of pages that share something, some of a few lines; a
 * page would fetch forty of them. By who needs them they are five: the program, what pages and sheet share, the sheet, what its
 * stations share, and what others share. Each needs only those before it, so that none goes round in a circle.
 */
function groupsOf({ outputs }) {
  const main = Object.keys(outputs).find((o) => /^main-.*\.js$/.test(o));
  const reach = (from) => {
    const seen = new Set();
    const walk = (o) => {
      if (seen.has(o) || !outputs[o]) return;
      seen.add(o);
      for (const i of outputs[o].imports) if (i.kind !== 'dynamic-import') walk(i.path);
    };
    walk(from);
    return seen;
  };
  const opened = new Set(
    Object.values(outputs).flatMap((o) => o.imports.flatMap((i) => (i.kind === 'dynamic-import' ? [i.path] : []))),
  );
  const reached = new Map([...opened].map((o) => [o, reach(o)]));
  const at = (entry) => [...opened].find((o) => outputs[o]?.entryPoint === entry);
  const sheet = at(SHEET);
  const stations = STATIONS.map(at);
  if (!sheet || stations.some((s) => !s))
    throw new Error('The sheet or one of its stations is no piece of its own any more: see build-web.mjs.');
  const first = reach(main);
  const early = new Set(EARLY.map(at).flatMap((o) => [...reached.get(o)]));
  const groups = new Map();
  for (const o of Object.keys(outputs)) {
    if (!/^chunk-.*\.js$/.test(o) || (opened.has(o) && o !== sheet)) continue;
    const users = [...reached].flatMap(([by, all]) => (all.has(o) ? [by] : []));
    const outside = users.some((u) => u !== sheet && !stations.includes(u));
    if (first.has(o)) groups.set(o, 'program');
    else if (early.has(o)) groups.set(o, 'early');
    else if (reached.get(sheet).has(o)) groups.set(o, outside && o !== sheet ? 'shared' : 'sheet');
    else if (stations.some((s) => users.includes(s)) && users.length > 1) groups.set(o, 'stations');
    else if (users.length > 1) groups.set(o, 'more');
  }
  return { main, groups };
}

/** Puts the pieces together; the page names the new first ones. */
async function putTogether() {
  const { main, groups } = groupsOf(JSON.parse(readFileSync(STATS, 'utf8')));
  const pieces = readdirSync(BROWSER).filter((f) => /^(main|chunk)-.*\.js$/.test(f));
  const bundle = await rolldown({
    input: path.join(BROWSER, main),
    logLevel: 'silent',
    treeshake: false,
    // Fonts, workers and what the browser itself has are named, not taken in.
    external: (id) => !/(^|\/)(main|chunk)-[A-Z0-9]+\.js$/.test(id),
  });
  const { output } = await bundle.generate({
    minify: { mangle: false, compress: false, codegen: { removeWhitespace: true } },
    chunkFileNames: '[name]-[hash].js',
    entryFileNames: 'main-[hash].js',
    // The first ones are filled first: each takes what it needs with it, and that stands before it already.
    codeSplitting: {
      groups: GROUPS.map((name, i) => ({
        name,
        priority: GROUPS.length - i,
        test: (id) => groups.get(path.basename(id)) === name,
      })),
    },
  });
  await bundle.close();
  for (const p of pieces) rmSync(path.join(BROWSER, p));
  for (const o of output) writeFileSync(path.join(BROWSER, o.fileName), o.code);
  const entry = output.find((o) => o.isEntry);
  const html = read('index.html')
    .replace(/<link rel="modulepreload" href="[^"]*">/g, '')
    .replace(/<script src="main-[^"]*" type="module"><\/script>/, () =>
      [
        ...entry.imports.map((i) => `<link rel="modulepreload" href="${i}">`),
        `<script src="${entry.fileName}" type="module"></script>`,
      ].join(''),
    );
  writeFileSync(path.join(BROWSER, 'index.html'), html);
  return output;
}

/** The worker that keeps the program, and what it keeps; written last, of the files as they are. */
async function keep() {
  const from = path.join(ROOT, 'node_modules/@angular/service-worker');
  for (const [file, as] of [
    ['ngsw-worker.js', 'ngsw-worker.js'],
    ['safety-worker.js', 'safety-worker.js'],
    ['safety-worker.js', 'worker-basic.min.js'],
  ])
    copyFileSync(path.join(from, file), path.join(BROWSER, as));
  await must(process.execPath, [path.join(from, 'ngsw-config.js'), 'dist/browser', 'ngsw-config.json'], { cwd: WEB });
}

/** Every text beside itself, small: as small as it gets is slow, and is done once. */
async function compress() {
  const brotli = promisify(zlib.brotliCompress);
  const gzip = promisify(zlib.gzip);
  const files = readdirSync(BROWSER).filter((f) => /\.(js|css|html|svg|json|webmanifest)$/.test(f));
  await Promise.all(
    files.map(async (f) => {
      const text = readFileSync(path.join(BROWSER, f));
      if (text.length < 1000) return;
      const params = { [zlib.constants.BROTLI_PARAM_QUALITY]: 11, [zlib.constants.BROTLI_PARAM_SIZE_HINT]: text.length };
      const [br, gz] = await Promise.all([brotli(text, { params }), gzip(text, { level: 9 })]);
      writeFileSync(path.join(BROWSER, `${f}.br`), br);
      writeFileSync(path.join(BROWSER, `${f}.gz`), gz);
    }),
  );
}

const quick = process.argv.includes('quick');
if (quick) process.env.NG_BUILD_TYPE_CHECK = '0';
const began = performance.now();
const step = (what) => process.stdout.write(`${what}: ${((performance.now() - began) / 1000).toFixed(1)} s\n`);
rmSync(path.join(WEB, 'dist'), { recursive: true, force: true });
await compile(quick);
step('compiled');
const output = await putTogether();
step('put together');
await keep();
await compress();
step('compressed');
if (existsSync(STATS)) rmSync(STATS);
for (const o of output.sort((a, b) => b.code.length - a.code.length).slice(0, 14))
  process.stdout.write(`${(o.code.length / 1000).toFixed(0).padStart(6)} kB  ${o.fileName}\n`);
process.stdout.write(`${output.length} files of the program\n`);
process.exit(0);
