import { entry, part, vehicleTypeSpec, yardRules } from '@ash-knot/contract';
import {
  dangerousJoints,
  derive,
  DERIVED,
  foldJob,
  handBackBlockers,
  JOINT_SPECS,
  jointKinds,
  nextLine,
  readVin,
  type JobContext,
} from '@ash-knot/core';
import { METRIC } from '@ash-knot/core';
import { makeCatalogue, makeGauges, makeHistory, makeVehicles, RULES, TYPES } from '.';

const NOW = new Date('2026-11-25T12:00:00Z');
const ids = Object.fromEntries(TYPES.map((t, i) => [t.key, `00000000-0000-7000-8000-00000000000${i}`]));
const types = Object.fromEntries(TYPES.map((t) => [t.key, { id: ids[t.key]!, spec: t.spec }]));
const catalogue = makeCatalogue(ids);
const vehicles = makeVehicles(2026);
const jobs = makeHistory({ now: NOW, vehicles, types, catalogue });
const context = (j: (typeof jobs)[number]): JobContext => {
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

test('eight types, about forty vehicles, a few hundred parts, about 150 jobs', () => {
  expect(TYPES).toHaveLength(8);
  expect(vehicles).toHaveLength(40);
  expect(new Set(vehicles.map((v) => v.plate)).size).toBe(40);
  expect(catalogue.length).toBeGreaterThan(200);
  expect(new Set(catalogue.map((p) => p.id)).size).toBe(catalogue.length);
  expect(jobs.length).toBeGreaterThan(140);
});

test('everything passes the contract', () => {
  expect(yardRules.safeParse(RULES).success).toBe(true);
  for (const t of TYPES) expect(vehicleTypeSpec.safeParse(t.spec).error?.issues).toBeUndefined();
  for (const p of catalogue) expect(part.safeParse(p).error?.issues).toBeUndefined();
  for (const e of jobs.flatMap((j) => j.entries)) expect(entry.safeParse(e).error?.issues).toBeUndefined();
});

test('all five layouts are there, and every joint of every type has a place on the plate', () => {
  const layouts = new Set(TYPES.flatMap((t) => [t.spec.axles.front.suspension, t.spec.axles.rear.suspension]));
  expect([...layouts].sort()).toEqual(['double-arm', 'solid-axle', 'strut', 'trailing-arm', 'twist-beam']);
  for (const t of TYPES)
    for (const end of ['front', 'rear'] as const)
      for (const k of jointKinds(t.spec.axles[end]))
        expect(
          JOINT_SPECS[k]
            .place(t.spec.axles[end])
            .slice(1)
            .every((x) => x >= 0),
        ).toBe(true);
});

test('made-up VINs pass their own check digit', () => {
  for (const v of vehicles) expect(readVin(v.vin, 2027)).toMatchObject({ faults: [], checkDigitOk: true });
});

test('the same day makes the same shop', () => {
  expect(makeHistory({ now: NOW, vehicles, types, catalogue })).toEqual(jobs);
});

test('past jobs were handed back with nothing open; nothing lies in the future', () => {
  for (const j of jobs) {
    const s = foldJob(context(j), j.entries);
    if (s.handBack) expect([j.vehicle, handBackBlockers(s)]).toEqual([j.vehicle, []]);
    for (const e of j.entries) expect(Date.parse(e.at)).toBeLessThanOrEqual(NOW.getTime());
  }
});

test('today’s floor: five open jobs, each with something else to do; one dangerous; two rechecks due', () => {
  const open = jobs.filter((j) => !j.entries.some((e) => e.kind === 'hand-back'));
  expect(open).toHaveLength(5);
  expect(new Set(open.map((j) => nextLine(foldJob(context(j), j.entries), NOW.getTime()).title)).size).toBe(5);
  expect(open.filter((j) => dangerousJoints(foldJob(context(j), j.entries)).length > 0)).toHaveLength(1);
  const due = jobs.filter(
    (j) =>
      j.entries.some((e) => e.kind === 'recheck') &&
      !j.entries.some((e) => e.kind === 'rechecked') &&
      j.entries.some((e) => e.kind === 'hand-back'),
  );
  expect(due).toHaveLength(2);
});

test('what follows from a state is worked out once, is what a fresh answer is, and nobody has changed it since', () => {
  for (const j of jobs.slice(-40))
    for (const n of [j.entries.length, Math.ceil(j.entries.length / 2)]) {
      const fold = () => foldJob(context(j), j.entries.slice(0, n));
      const s = fold();
      const before = derive(s);
      // Whoever asks meanwhile is given the same, and leaves it as it was.
      nextLine(s, NOW.getTime());
      handBackBlockers(s);
      expect(derive(s).plan).toBe(before.plan);
      const other = fold();
      for (const [name, of] of Object.entries(DERIVED)) expect([name, of(s)]).toEqual([name, of.fresh(other)]);
    }
});
