/**
 * Who imports whom, read in one pass over all of our TypeScript: whether every arrow points down (rooms.mjs), whether
 * anything goes in a circle, and what a change touches.
 */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { transform } from 'esbuild';
import ts from 'typescript';
import { mayImport, roomOf } from './rooms.mjs';
import { ROOT } from './say.mjs';

const PACKAGES = ['core', 'contract', 'demo', 'server', 'web', 'e2e', 'tools'];
const LEFT_OUT = new Set(['node_modules', 'dist', '.angular', 'test-results', 'playwright-report']);

function sources() {
  const out = new Map();
  const walk = (rel) => {
    for (const name of readdirSync(path.join(ROOT, rel))) {
      if (LEFT_OUT.has(name)) continue;
      const file = `${rel}/${name}`;
      if (statSync(path.join(ROOT, file)).isDirectory()) walk(file);
      else if (/\.ts$/.test(name)) out.set(file, readFileSync(path.join(ROOT, file), 'utf8'));
    }
  };
  PACKAGES.forEach(walk);
  return out;
}

/** The file of ours that is meant by what stands behind `from`; undefined for a package of others. */
function resolve(from, what, files) {
  const own = /^@ash-knot\/([a-z]+)(?:\/(.+))?$/.exec(what);
  if (!own && !what.startsWith('.')) return undefined;
  const at = own ? path.posix.join(own[1], 'src', own[2] ?? '') : path.posix.join(path.posix.dirname(from), what);
  const found = [at, `${at}.ts`, `${at}/index.ts`, at.replace(/\.js$/, '.ts')].find((f) => files.has(f));
  if (found || own || !/\.(json|mjs|css)$/.test(at)) return found ?? `${at} (is not there)`;
  return undefined;
}

const named = (text) => ts.preProcessFile(text, true, true).importedFiles.map((i) => i.fileName);

async function readOne(file, text, files) {
  const to = (what) => [...new Set(what.map((w) => resolve(file, w, files)).filter(Boolean))];
  // What is imported as a type is gone when it runs: esbuild takes it out.
  const run = await transform(text, {
    loader: 'ts',
    format: 'esm',
    tsconfigRaw: { compilerOptions: { verbatimModuleSyntax: true, experimentalDecorators: true } },
  });
  return { all: to(named(text)), values: to(named(run.code)) };
}

/** The graph of imports: for each file `all` it names, types too, and the `values` among them that are there when it runs. */
export async function importGraph() {
  const files = sources();
  return new Map(await Promise.all([...files].map(async ([file, text]) => [file, await readOne(file, text, files)])));
}

/** The graph as it would be with this text in this file's place, or beside the others. */
export async function graphWith(graph, file, text) {
  return new Map(graph).set(file, await readOne(file, text, new Map(graph).set(file, text)));
}

/** Circles of files that need each other to run (Tarjan's strongly connected components), each as a list of files. */
export function circles(graph) {
  const found = [];
  const index = new Map();
  const low = new Map();
  const stack = [];
  const on = new Set();
  const visit = (v) => {
    index.set(v, index.size);
    low.set(v, index.get(v));
    stack.push(v);
    on.add(v);
    for (const w of graph.get(v)?.values ?? []) {
      if (!graph.has(w)) continue;
      if (!index.has(w)) visit(w);
      if (on.has(w)) low.set(v, Math.min(low.get(v), low.get(w)));
    }
    if (low.get(v) !== index.get(v)) return;
    const group = stack.splice(stack.indexOf(v));
    group.forEach((w) => on.delete(w));
    if (group.length > 1 || graph.get(v).values.includes(v)) found.push(group.sort());
  };
  for (const v of graph.keys()) if (!index.has(v)) visit(v);
  return found;
}

const ruled = (file) => (/^[a-z]+\/src\//.test(file) || file.startsWith('tools/')) && !file.endsWith('.spec.ts');

/** Everything that is wrong with the arrows: [{ file, rule: rooms, circle or missing, message }]. */
export function wrongArrows(graph) {
  const wrong = circles(graph).map((group) => ({
    file: group[0],
    rule: 'circle',
    message: `goes in a circle: ${group.join(', ')}`,
  }));
  for (const [file, { all }] of graph) {
    for (const to of all.filter((f) => !graph.has(f))) wrong.push({ file, rule: 'missing', message: `imports ${to}` });
    if (!ruled(file)) continue;
    const from = roomOf(file);
    if (!from) wrong.push({ file, rule: 'rooms', message: 'stands in no room (tools/lib/rooms.mjs)' });
    for (const to of all.filter((f) => graph.has(f) && !mayImport(from, roomOf(f))))
      wrong.push({ file, rule: 'rooms', message: `${from} may not know ${roomOf(to) ?? 'what is in no room'}: ${to}` });
  }
  return wrong;
}

/** Every file that a change of `files` touches, the nearest first: [{ file, far }], the changed ones at 0. */
export function touched(graph, files) {
  const users = new Map();
  for (const [file, { all }] of graph) for (const to of all) users.set(to, [...(users.get(to) ?? []), file]);
  const far = new Map(files.map((f) => [f, 0]));
  for (const queue = [...files]; queue.length;) {
    const f = queue.shift();
    for (const u of users.get(f) ?? [])
      if (!far.has(u)) {
        far.set(u, far.get(f) + 1);
        queue.push(u);
      }
  }
  return [...far].map(([file, n]) => ({ file, far: n }));
}
