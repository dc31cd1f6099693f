/** What a run of the tests came to: totals, what took long, and what is remembered of it for the next. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT, say, STAMPS } from './say.mjs';

/** A test over this many seconds says why it is long (`// Long: …` within the lines above it). */
const LONG_S = 10;
const SLOWEST = 10;
const TIMES = path.join(STAMPS, 'test-times.json');

/** How long each file and each test of the browser took when it last ran, s, by its path from the project. */
export const knownTimes = () => (existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {});

export class Report {
  passed = 0;
  failed = 0;
  #began = Date.now();
  #times = {};
  #stages = [];
  #failures = [];

  count(passed, failed) {
    this.passed += passed;
    this.failed += failed;
  }

  /** What failed is named once more at the end: of a long run only that may be kept. */
  failedAt(name) {
    this.#failures.push(name);
  }

  /** A stage of the run, timed. */
  async stage(name, work) {
    const began = Date.now();
    try {
      return await work();
    } finally {
      this.#stages.push(`${name} ${Math.round((Date.now() - began) / 1000)} s`);
    }
  }

  took(file, seconds) {
    const at = path.isAbsolute(file) ? path.relative(ROOT, file) : file;
    this.#times[at] = (this.#times[at] ?? 0) + seconds;
  }

  /** Names the tests that took long, with the reason that stands beside each. No test fails for its time: machines differ. */
  sayLong(tests) {
    for (const { file, line, title, seconds } of tests.filter((t) => t.seconds > LONG_S)) {
      const above = readFileSync(file, 'utf8')
        .split('\n')
        .slice(Math.max(0, line - 3), line);
      const why = above.find((l) => /\/\/ Long: ./.test(l));
      say(`${seconds.toFixed(1)} s  ${title}${why ? ` (${why.replace(/^.*\/\/ Long: /, '')})` : ' — no reason beside it'}`);
    }
  }

  /** The end of the run; its last line is 'N passed, N failed'. */
  end() {
    const files = Object.entries(this.#times).filter(([at]) => !at.includes(' › '));
    if (files.length) {
      mkdirSync(STAMPS, { recursive: true });
      writeFileSync(TIMES, JSON.stringify({ ...knownTimes(), ...this.#times }));
      say(`\nThe slowest files:`);
      for (const [at, s] of files.sort((a, b) => b[1] - a[1]).slice(0, SLOWEST)) say(`${s.toFixed(1).padStart(6)} s  ${at}`);
    }
    const total = Math.round((Date.now() - this.#began) / 1000);
    say(`\n${this.#stages.join(', ')}; in all ${Math.floor(total / 60)} min ${total % 60} s`);
    for (const name of this.#failures) say(`Failed: ${name}`);
    say(`${this.passed} passed, ${this.failed} failed`);
    process.exitCode = this.failed > 0 || this.passed === 0 ? 1 : 0;
  }
}
