import { fastenersAt, JOINT_SPECS, jointKinds, type JointKind } from '../joint';
import { facingsFor, piecesFor } from '../plan';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  BUSHING_KINDS,
  BUSHINGS,
  END_KINDS,
  LINK_KINDS,
  SUSPENSIONS,
  type AssemblyPiece,
  type AxleSpec,
  type BushingKind,
} from '../vehicle';

/*
 * Every kind of assembly, whatever it is: its torque lines, what is asked when it is off and what faces are read off its pieces,
 * and miss none of them.
 */
const strut = STRUT_TYPE.axles.front;
const through = { bolts: 2, thread: 'M8×1.25', hexMm: 13 };
const bushed = (kind: BushingKind): AxleSpec => ({
  ...strut,
  bushing: { ...strut.bushing!, kind, bolts: BUSHINGS[kind].bolts, ...(BUSHINGS[kind].throughBolts ? { through } : {}) },
});
const ALL: readonly (readonly [string, AxleSpec])[] = [
  ...SUSPENSIONS.map((suspension) => [suspension, { ...DOUBLE_ARM_TYPE.axles.front, suspension }] as const),
  ...LINK_KINDS.map((kind) => [`link ${kind}`, { ...strut, link: { ...strut.link!, kind } }] as const),
  ...END_KINDS.map(
    (is) => [`lower end ${is}`, { ...strut, link: { ...strut.link!, lower: { ...strut.link!.lower, is } } }] as const,
  ),
  ...BUSHING_KINDS.map((kind) => [`bushing ${kind}`, bushed(kind)] as const),
  ['bar on a beam', { ...strut, bar: { ...strut.bar!, joins: 'beam' }, link: null, bushing: null }],
];
const each = (of: (axle: AxleSpec, kind: JointKind, pieces: readonly AssemblyPiece[], name: string) => void) => {
  for (const [name, axle] of ALL)
    for (const kind of jointKinds(axle)) of(axle, kind, JOINT_SPECS[kind].bolted(axle), `${name}, ${kind}`);
};
const at = (kind: JointKind) => `front.left.${kind}` as const;

test('every piece that is turned has one torque line, and every line pieces that turn, as many as it says', () => {
  each((axle, kind, pieces, name) => {
    const turned = new Map<string, number>();
    for (const p of pieces) if (p.turns) turned.set(p.turns, (turned.get(p.turns) ?? 0) + p.count);
    expect([name, new Map(fastenersAt(axle, at(kind)).map((f) => [f.kind, f.count]))]).toEqual([name, turned]);
    // Something that is renewed is held by something that is turned.
    if (pieces.some((p) => p.of === 'part')) expect([name, turned.size > 0]).toEqual([name, true]);
  });
});

test('every nut and bolt is turned, or held while its other half is', () => {
  each((_, __, pieces, name) => {
    for (const axis of new Set(pieces.map((p) => p.axis))) {
      const screws = pieces.filter((p) => p.axis === axis && ['nut', 'bolt', 'lock nut'].includes(p.role));
      if (screws.length) expect([name, axis, screws.some((p) => p.turns)]).toEqual([name, axis, true]);
    }
  });
});

test('every piece that faces is asked by its kind of facing, once', () => {
  each((axle, kind, pieces, name) => {
    const asked = facingsFor(axle, [at(kind)]).map((f) => f.orientation);
    expect([name, new Set(asked).size]).toEqual([name, asked.length]);
    expect([name, [...asked].sort()]).toEqual([name, [...new Set(pieces.flatMap((p) => p.faces?.orientation ?? []))].sort()]);
    for (const p of pieces)
      if (p.faces) expect(facingsFor(axle, [at(kind)]).some((f) => f.right.includes(p.faces!.right))).toBe(true);
  });
});

test('what comes off is what is asked for: each fixing and each part, nothing that stays', () => {
  each((axle, kind, pieces, name) => {
    const asked = new Set(piecesFor(axle, [at(kind)]).map((p) => p.group));
    for (const p of pieces) {
      if (p.asked) expect([name, p.role, asked.has(`front.${p.asked.id}`)]).toEqual([name, p.role, true]);
      if (p.of === 'vehicle') expect([name, p.role, p.asked]).toEqual([name, p.role, undefined]);
    }
    expect([name, asked]).toEqual([name, new Set(pieces.flatMap((p) => (p.asked ? [`front.${p.asked.id}`] : [])))]);
    // The old part itself is asked for first, once.
    if (asked.size) expect([name, pieces.filter((p) => p.of === 'part' && p.asked).length]).toEqual([name, 1]);
  });
});

test('a fixing that comes off is asked for by name: none is forgotten in the tray', () => {
  each((_, __, pieces, name) => {
    for (const p of pieces)
      if (p.of === 'fixing' && p.role !== 'lock nut') expect([name, p.role, p.asked !== undefined]).toEqual([name, p.role, true]);
  });
});
