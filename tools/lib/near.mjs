/** What a change touches, for `npm test -- near`: its files, the packages that read them, the nearest tests that fit the time. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { importGraph, touched } from './imports.mjs';
import { knownTimes } from './report.mjs';
import { must, ROOT } from './say.mjs';

/** What may be spent, s of one core: two run side by side. */
const UNIT_S = 50;
const BROWSER_S = 50;
/** What a file or test takes that never ran here, s. */
const UNKNOWN_S = 6;

/** The files that differ from a commit; from the last one where nothing is under way. */
async function changedSince(rev) {
  const lines = async (...args) => (await must('git', args)).split('\n').filter(Boolean);
  const here = [...(await lines('diff', '--name-only', rev ?? 'HEAD')), ...(await lines('ls-files', '-o', '--exclude-standard'))];
  const files = here.length || rev ? here : await lines('diff', '--name-only', 'HEAD~1');
  return [...new Set(files)].filter((f) => existsSync(path.join(ROOT, f)));
}

/** Takes from a list, in its order, what fits into the time; the first always. */
function within(list, seconds, secondsOf) {
  let spent = 0;
  return list.filter((x, i) => {
    const s = secondsOf(x);
    if (i > 0 && spent + s > seconds) return false;
    spent += s;
    return true;
  });
}

/** Where each file of browser tests goes through: the line `// Through: …` at its top, folders or files of ours. */
function through() {
  const out = [];
  for (const name of readdirSync(path.join(ROOT, 'e2e')).filter((f) => f.endsWith('.e2e.ts'))) {
    const text = readFileSync(path.join(ROOT, 'e2e', name), 'utf8');
    const at = /^\/\/ Through: (.+)$/m.exec(text);
    if (!at) throw new Error(`e2e/${name} does not say what it goes through.`);
    const lines = text.split('\n');
    const tests = lines.flatMap((l, i) => {
      const title =
        /^\s*test\(\s*[`'](.*?)[`'],/.exec(l)?.[1] ??
        (/^\s*test\($/.test(l) ? /[`'](.*)[`']/.exec(lines[i + 1] ?? '')?.[1] : undefined);
      return title ? [{ file: `e2e/${name}`, line: i + 1, title }] : [];
    });
    out.push({ file: `e2e/${name}`, at: at[1].split(',').map((p) => p.trim()), tests });
  }
  return out;
}

/** What to run for what changed since `rev`: { files, packages, code, specs, tests, left }. */
export async function nearby(rev) {
  const files = await changedSince(rev);
  const times = knownTimes();
  const near = touched(
    await importGraph(),
    files.filter((f) => f.endsWith('.ts')),
  );
  const packageOf = (f) => f.split('/')[0];
  const packages = [...new Set([...files, ...near.map((n) => n.file)].map(packageOf))];
  const all = near
    .filter((n) => n.file.endsWith('.spec.ts'))
    .sort((a, b) => a.far - b.far)
    .map((n) => n.file);
  const specs = within(all, UNIT_S, (f) => times[f] ?? UNKNOWN_S);
  const candidates = through()
    .filter(({ file, at }) => files.some((f) => f === file || at.some((p) => f.startsWith(p))))
    .flatMap((t) => t.tests.map((x) => ({ ...x, seconds: times[`${x.file} › ${x.title}`] ?? UNKNOWN_S })))
    .sort((a, b) => Number(files.includes(b.file)) - Number(files.includes(a.file)) || a.seconds - b.seconds);
  const tests = within(candidates, BROWSER_S, (t) => t.seconds).map((t) => `${path.basename(t.file)}:${t.line}`);
  return {
    files,
    packages,
    code: files.filter((f) => /\.(ts|html|mjs)$/.test(f)),
    specs,
    tests,
    left: { specs: all.length - specs.length, tests: candidates.length - tests.length },
  };
}
