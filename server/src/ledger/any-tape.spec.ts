import fc from 'fast-check';
import {
  checksOf,
  chalked,
  derive,
  ENTRY_KINDS,
  ENTRY_SPECS,
  foldJob,
  handBackBlockers,
  ledgerWords,
  lessonOf,
  METRIC,
  nextLine,
  openCounts,
  OTHER_FAULTS,
  planOf,
  requestOf,
  runningWaits,
  sayEntry,
  sayLeftBefore,
  stepTimes,
  type Entry,
  type EntryKind,
  type JobContext,
  type JobState,
} from '@ash-knot/core';
import { handBackPaper, PAPERS, papersOf, quotePaper } from '@ash-knot/core/paper';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { sized } from '@ash-knot/core/test';
import { makeCatalogue, makeGauges, makeHistory, makeVehicles, RULES, TYPES } from '@ash-knot/demo';
import { bodiesOf, HAUNTED, type Named } from '../test/drawn';

const NOW = new Date('2026-11-25T12:00:00Z');
const ids = Object.fromEntries(TYPES.map((t, i) => [t.key, `00000000-0000-4000-8000-00000000000${i}`]));
const types = Object.fromEntries(TYPES.map((t) => [t.key, { id: ids[t.key]!, spec: t.spec }]));
const vehicles = makeVehicles(2026);
const jobs = makeHistory({ now: NOW, vehicles, types, catalogue: makeCatalogue(ids) });
/** Those on the floor: each at another station. */
const floor = jobs.slice(-5);
const contextOfJob = (j: (typeof jobs)[number]): JobContext => {
  const v = vehicles.find((x) => x.key === j.vehicle)!;
  return {
    type: types[v.type]!.spec,
    typeId: ids[v.type]!,
    kind: j.kind,
    distanceKm: j.distanceKm,
    rules: RULES,
    gauges: makeGauges(NOW),
    measures: METRIC,
  };
};

/** What this job's tape may name, and what no vehicle has. */
function namedIn(s: JobState): Named {
  const joints = [...s.joints.keys()];
  return {
    joints: [...joints, 'rear.right.panhard-axle', 'front.left.frame-bushing'],
    fasteners: [...derive(s).fasteners.map((f) => f.fastener.id), 'front.left.link-lower-nut', 'rear.right.wheel-nut'],
    causes: [...joints.slice(0, 6), ...OTHER_FAULTS.slice(0, 4)],
    texts: [
      ...planOf(s).map((p) => p.id),
      ...derive(s).pieces.map((p) => p.id),
      ...s.context.gauges.slice(0, 2).map((g) => g.id),
      ...s.choices.map((c) => c.body.part.id),
    ],
    uuids: [...s.entries.slice(-12).map((e) => e.id), '00000000-0000-4000-8000-0000000000ff'],
  };
}

/** Everything that is asked of a job by a screen, a paper, the floor or the lesson; none of it may throw, whatever stands on its tape. */
function askAll(c: JobContext, entries: readonly Entry[]): void {
  const s = foldJob(c, entries);
  derive(s);
  for (const person of [undefined, 'ruan', 'valueOf']) nextLine(s, NOW.getTime(), undefined, '', person);
  openCounts(s);
  chalked(s);
  handBackBlockers(s);
  runningWaits(s, NOW.getTime());
  sayLeftBefore(s);
  stepTimes(s);
  papersOf(s);
  for (const w of Object.values(PAPERS))
    for (const paper of [quotePaper(s, w, 'IS 104'), handBackPaper(s, w, 'IS 104', 'Ruan')])
      expect(JSON.stringify(paper)).not.toMatch(/undefined|NaN|\[object|function /);
  for (const end of ['front', 'rear'] as const) checksOf(s.axles[end]);
  if (s.context.kind === 'noise' && s.complaint) requestOf(s);
  lessonOf(c, entries, SHIPPED);
  const words = ledgerWords('anti-roll bar', METRIC, 'UTC', { state: s, plan: planOf(s) });
  for (const e of s.entries) expect(sayEntry(e, words)).not.toMatch(/undefined|NaN|\[object|function /);
}

test.each(ENTRY_KINDS)('%s: whatever its schema takes is folded, planned, said and printed, whatever it names', (kind) => {
  let n = 0;
  for (const job of floor) {
    const c = contextOfJob(job);
    const base = job.entries;
    const named = namedIn(foldJob(c, base));
    for (const body of bodiesOf(kind, named, sized(2, 15), 34)) {
      const e = {
        id: `00000000-0000-4000-8000-${String(n++).padStart(12, '0')}`,
        job: base[0]!.job,
        by: 'ruan',
        at: NOW.toISOString(),
        kind,
        version: ENTRY_SPECS[kind].version,
        body,
      } as unknown as Entry;
      try {
        askAll(c, [...base, e]);
      } catch (error) {
        throw new Error(`${kind} ${JSON.stringify(body)}: ${(error as Error).stack}`, { cause: error });
      }
    }
  }
  expect(n).toBeGreaterThan(5);
});

// Long: tapes of a dozen drawn lines each, folded and asked everything.
test('tapes of any lines in any order, on any vehicle, from nothing on: everything is folded and said', () => {
  const job = floor[1]!;
  const c = contextOfJob(job);
  const named = namedIn(foldJob(c, job.entries));
  const pool = new Map(ENTRY_KINDS.map((kind) => [kind, bodiesOf(kind, named, 30, 7)]));
  const line = fc
    .constantFrom<EntryKind>(...ENTRY_KINDS)
    .chain((kind) => fc.constantFrom(...pool.get(kind)!).map((body) => ({ kind, body })));
  const tapes = fc.tuple(fc.array(line, { minLength: 1, maxLength: 14 }), fc.nat(job.entries.length));
  fc.assert(
    fc.property(tapes, ([lines, from]) => {
      const drawn = lines.map((l, i) => ({
        ...l,
        id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
        job: job.entries[0]!.job,
        by: i % 3 ? 'ruan' : 'isla',
        at: new Date(NOW.getTime() + i * 60_000).toISOString(),
        version: ENTRY_SPECS[l.kind].version,
      })) as unknown as Entry[];
      askAll(c, [...job.entries.slice(0, from), ...drawn]);
    }),
    { numRuns: sized(60, 1000), seed: 34 },
  );
});

test('the words that every object answers to are among what is drawn', () => {
  const named = namedIn(foldJob(contextOfJob(floor[1]!), floor[1]!.entries));
  const drawn = bodiesOf('rung', named, 200, 1) as { rung: string; step: string }[];
  expect(drawn.some((b) => HAUNTED.includes(b.rung))).toBe(true);
});
