import { SHIPPED } from './suspects-table';
import {
  assemblyJoints,
  BEFORE,
  BUSHING_KINDS,
  BUSHINGS,
  checkFor,
  FASTENER_KINDS,
  fastenerName,
  fastenersFor,
  faultsAt,
  faultsOf,
  FINER_FAULTS,
  HAND_CHECKS,
  inDialect,
  END_KINDS,
  endKind,
  JOINT_KINDS,
  JOINT_SPECS,
  jointKinds,
  jointName,
  LAYOUTS,
  LINK_ENDS,
  linkFasteners,
  linkAssembly,
  askedOfPieces,
  facingsOfPieces,
  linkUndo,
  withBar,
  LINK_KINDS,
  LINKS,
  ONCE,
  OF_SIDE,
  partsOf,
  piecesFor,
  planFor,
  POINTS,
  sayKind,
  splitStep,
  SUSPENSIONS,
  usualPoints,
  type AxleSpec,
  type FaultKind,
  type JointKind,
  type LinkKind,
  type Suspension,
} from '.';
import { STRUT_TYPE } from './test';

/** Wheels and shield come off. */
const ALL_OFF = { off: BEFORE };

/** An axle of each layout, steered, driven and with everything a bar hangs on, so that every joint of it shows. */
const axleOf = (suspension: Suspension, link: LinkKind = 'ball-stud'): AxleSpec => {
  const front = STRUT_TYPE.axles.front;
  return {
    ...front,
    powered: true,
    suspension,
    springSeat: LAYOUTS[suspension].springSeat,
    bar: { diameterMm: 22, joins: 'links', ends: 'splines' },
    link: { ...front.link!, kind: link },
    points: usualPoints(suspension, { trackMm: front.trackMm, tyreDiameterMm: front.tyreDiameterMm, bar: true }),
  };
};
/** A bushing in a carrier: it has two sets of bolts. */
const carried: AxleSpec = {
  ...axleOf('strut'),
  bushing: {
    kind: 'carrier-halves',
    bolts: 2,
    thread: 'M12×1.5',
    hexMm: 18,
    through: { bolts: 2, thread: 'M8×1.25', hexMm: 13 },
  },
};
const axles = SUSPENSIONS.flatMap((s) => [
  ...LINK_KINDS.map((l) => axleOf(s, l)),
  withBar(axleOf(s), { diameterMm: 24, joins: 'beam' }),
]).concat(carried);

describe.each(JOINT_KINDS)('joint %s', (kind: JointKind) => {
  const spec = JOINT_SPECS[kind];
  const has = axles.filter((a) => spec.stands(a));
  test('stands on some axle, with a place, a check that settles it, and names in both dialects', () => {
    expect(has.length).toBeGreaterThan(0);
    for (const axle of has) {
      expect(JOINT_SPECS[kind].place(axle).every(Number.isFinite)).toBe(true);
      expect(checkFor(axle, kind)?.settles).toContain(kind);
      expect(spec.detail(axle)).not.toMatch(/undefined|null|NaN/);
    }
    for (const d of ['sway bar', 'anti-roll bar'] as const) expect(jointName(kind, d)).toMatch(/^[A-Z]/);
    for (const c of spec.checks) expect(HAND_CHECKS.map((x) => x.id)).toContain(c);
  });
  test('each of its faults has a name, its strengths in the suspects table, and can be felt', () => {
    for (const axle of has)
      for (const fault of faultsAt(axle, kind)) {
        expect(sayKind(fault)).toMatch(/\S/);
        expect(SHIPPED.faults[fault]?.prior).toBeGreaterThan(0);
        expect(SHIPPED.felt.by[fault]).toBeGreaterThan(0);
      }
  });
  test('what can be seen at it speaks for one of its faults', () => {
    for (const d of new Set(has.flatMap((a) => spec.defects(a)))) {
      const by = SHIPPED.seen[d].by as Partial<Record<FaultKind, number>>;
      // A defect that no fault of the part causes would be listed and never weighed.
      const faults = has.flatMap((a) => assemblyJoints(`front.left.${kind}`).flatMap((id) => faultsAt(a, partsOf(id).kind)));
      expect([d, faults.some((f) => (by[f] ?? 0) > 0)]).toEqual([d, true]);
    }
  });
  test('renewing it disturbs fasteners that have names, and its work can be planned', () => {
    for (const axle of has) {
      const joint = `front.left.${kind}` as const;
      for (const f of fastenersFor('front', axle, [joint], ALL_OFF)) {
        expect(FASTENER_KINDS).toContain(f.kind);
        expect(f.count).toBeGreaterThan(0);
      }
      for (const p of piecesFor(axle, [joint])) expect(p.name).not.toMatch(/\{/);
      const plan = planFor({ end: 'front', axle, joints: [joint], equipment: 'lift', corroded: true, jackingPoints: 'sills' });
      for (const s of plan) {
        expect([s.id, splitStep(s.id) !== undefined]).toEqual([s.id, true]);
        expect(s.title).not.toMatch(/\{|undefined/);
      }
    }
  });
});

test('a finer fault is looked for at one joint only, and is none itself', () => {
  for (const [fault, at] of FINER_FAULTS) {
    expect(JOINT_KINDS as readonly string[]).not.toContain(fault);
    expect(Object.keys(JOINT_SPECS[at].finer)).toContain(fault);
  }
});

describe.each(SUSPENSIONS)('layout %s', (suspension) => {
  const layout = LAYOUTS[suspension];
  test('has a name, axles it is met at, every point an axle needs, and joints', () => {
    expect(inDialect(layout.name)).toMatch(/\S/);
    expect(layout.ends.length).toBeGreaterThan(0);
    const points = usualPoints(suspension, { trackMm: 1500, tyreDiameterMm: 620, bar: false });
    for (const p of POINTS) expect([p, points[p].from]).toEqual([p, 'usual']);
    expect(jointKinds(axleOf(suspension)).length).toBeGreaterThan(5);
  });
  test('its left half lies at the left, above the ground (ISO 8855: y to the left, z up)', () => {
    for (const p of Object.values(usualPoints(suspension, { trackMm: 1500, tyreDiameterMm: 620, bar: true })))
      expect(p!.at[1] > 0 && p!.at[2] > 0).toBe(true);
  });
  test('every fault of a vehicle on it has a name', () => {
    const type = { ...STRUT_TYPE, axles: { front: axleOf(suspension), rear: STRUT_TYPE.axles.rear } };
    for (const f of faultsOf(type)) expect(sayKind(f.kind)).toMatch(/\S/);
  });
});

test.each(LINK_KINDS)('link %s says its ends, fasteners, pieces and how it comes off', (kind) => {
  const spec = LINKS[kind];
  expect(inDialect(spec.name)).toMatch(/\S/);
  const link = { ...STRUT_TYPE.axles.front.link!, kind };
  expect(linkFasteners(link).length).toBeGreaterThan(0);
  for (const end of LINK_ENDS) expect(END_KINDS).toContain(endKind(link, end));
  for (const facing of facingsOfPieces(linkAssembly(link))) expect(facing.right).not.toBe(facing.wrong);
  expect(linkUndo(link).title).toMatch(/\{side\}/);
  expect(linkUndo(link).troubles.length).toBeGreaterThan(0);
  expect(askedOfPieces(linkAssembly(link)).length).toBeGreaterThan(1);
});

test.each(BUSHING_KINDS)('bushing %s says how it is held and chosen', (kind) => {
  const spec = BUSHINGS[kind];
  expect(inDialect(spec.name)).toMatch(/\S/);
  expect(spec.bolts).toBeGreaterThan(0);
  expect(spec.bored || spec.chosenBy.length > 0).toBe(true);
});

test.each(FASTENER_KINDS)('fastener %s has a name in both dialects', (kind) => {
  for (const d of ['sway bar', 'anti-roll bar'] as const) expect(fastenerName(kind, d)).toMatch(/^[A-Z]/);
});

test('every kind of fastener is disturbed by renewing something: one that is not would never be tightened', () => {
  const disturbed = new Set(
    axles.flatMap((axle) =>
      jointKinds(axle).flatMap((kind) => fastenersFor('front', axle, [`front.left.${kind}`], ALL_OFF).map((f) => f.kind)),
    ),
  );
  expect([...disturbed].sort()).toEqual([...FASTENER_KINDS].sort());
});

test('step ids come apart as they were put together, and nothing else does', () => {
  for (const what of ONCE) expect(splitStep(what)).toEqual({ what });
  for (const what of OF_SIDE) expect(splitStep(`${what}-left`)).toEqual({ what, side: 'left' });
  expect(splitStep('tighten-front.left.wheel-nut')).toEqual({ what: 'tighten', fastener: 'front.left.wheel-nut' });
  expect(splitStep('other-front.left.spring')).toEqual({ what: 'other', joint: 'front.left.spring' });
  for (const x of ['', 'dance', 'soak-middle', 'tighten-front.left.rivet', 'other-x']) expect(splitStep(x)).toBeUndefined();
});
