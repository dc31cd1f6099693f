/** The unit tests dealt out into few files, each of which loads its package once. */
import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { knownTimes } from './report.mjs';
import { LOCAL, ROOT } from './say.mjs';

/** Each package's specs, and into how many files they go: enough that two workers end at about the same time. */
const HANDS = { web: 2, core: 4, server: 3, demo: 1, contract: 1 };
/** What a file takes that never ran here, s. */
const UNKNOWN_S = 3;

/** Lists of files, as even in time as they come: the longest first, each to whom has least. */
function dealt(files, hands, times) {
  const out = Array.from({ length: hands }, () => ({ files: [], seconds: 0 }));
  const secondsOf = (f) => times[f] ?? UNKNOWN_S;
  for (const f of [...files].sort((a, b) => secondsOf(b) - secondsOf(a))) {
    const least = out.reduce((a, b) => (b.seconds < a.seconds ? b : a));
    least.files.push(f);
    least.seconds += secondsOf(f);
  }
  return out;
}

/** Writes them, the longest with the lowest number. @returns the folder they are in */
export function together() {
  const folder = path.join(LOCAL, `together-${process.pid}`);
  mkdirSync(folder, { recursive: true });
  const times = knownTimes();
  const all = Object.entries(HANDS).flatMap(([name, hands]) => {
    const specs = readdirSync(path.join(ROOT, name, 'src'), { recursive: true }).filter((f) => f.endsWith('.spec.ts'));
    return dealt(
      specs.map((f) => `${name}/src/${f}`),
      hands,
      times,
    ).map((hand) => ({ ...hand, name }));
  });
  all
    .sort((a, b) => b.seconds - a.seconds)
    .forEach(({ name, files }, i) => {
      const text = `require(${JSON.stringify(path.join(import.meta.dirname, 'together.cjs'))})(${JSON.stringify(files, null, 2)});\n`;
      writeFileSync(path.join(folder, `${String(i).padStart(2, '0')}-${name}.spec.js`), text);
    });
  return folder;
}
