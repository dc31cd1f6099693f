import { fastenersOf, foldJob, planOf } from '../job';
import { JOINT_SPECS, jointKinds } from '../joint';
import { COMPLAINT, CONTEXT, DOUBLE_ARM_TYPE, ledger, LINK_PART, STRUT_TYPE } from '../test';
import {
  BUSHING_KINDS,
  BUSHINGS,
  END_KINDS,
  LINK_KINDS,
  PIECE_ROLES,
  SUSPENSIONS,
  type AssemblyPiece,
  type AxleSpec,
} from '../vehicle';
import { apartJoint, apartTime, apartView, majorOf, pieceShape, takenApart } from '.';

const strut = STRUT_TYPE.axles.front;
const at = (over: Partial<AssemblyPiece>): AssemblyPiece => ({ role: 'nut', of: 'fixing', axis: 'upper', count: 1, ...over });
const nut = (thread: string, hexMm: number) => pieceShape(at({ thread, hexMm }), majorOf(thread), 22, 'right', '');

describe('in true proportion', () => {
  // ISO 4032 (style 1), height m max and width across corners e min: from memory.
  test.each([
    ['M8×1.25', 13, 6.8, 14.38],
    ['M10×1.5', 16, 8.4, 17.77],
    ['M12×1.75', 18, 10.8, 20.03],
  ])('a nut %s is as high and as wide as ISO 4032 makes it', (thread, hex, m, e) => {
    const s = nut(thread, hex);
    expect(Math.abs(s.lengthMm - m)).toBeLessThan(0.7);
    // Drawn across the corners of a full hexagon; e min is a little less, for rounded corners.
    expect(2 * s.reachMm).toBeGreaterThan(e);
    expect(2 * s.reachMm).toBeLessThan(e * 1.06);
  });
  // ISO 4014, height of the head k nominal: from memory.
  test.each([
    ['M8×1.25', 13, 5.3],
    ['M10×1.5', 16, 6.4],
    ['M12×1.75', 18, 7.5],
  ])('a bolt %s has the head of ISO 4014', (thread, hexMm, k) => {
    const s = pieceShape(at({ role: 'bolt', thread, hexMm }), majorOf(thread), 22, 'right', '');
    const head = s.outlines[0]!.points.map((p) => p[0]);
    expect(Math.abs(Math.max(...head) - k)).toBeLessThan(0.4);
    // What is held stands the other way, its head last.
    const held = pieceShape(at({ role: 'bolt', thread, hexMm, held: true }), majorOf(thread), 22, 'right', '');
    expect(Math.max(...held.outlines[0]!.points.map((p) => p[0]))).toBeCloseTo(held.lengthMm);
  });
  test('a bushing is bored for its bar, a bar as thick as it is', () => {
    const bar = pieceShape(at({ role: 'bar', axis: 'middle' }), 10, 26, 'right', '');
    expect(bar.lengthMm).toBe(26);
    const bushing = pieceShape(at({ role: 'bushing', axis: 'middle' }), 10, 26, 'right', '');
    const bore = bushing.outlines.find((o) => o.of === 'metal')!;
    const ys = bore.points.map((p) => p[1]);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(26, 0);
  });
  test('a thread nobody wrote down, and one that is none, is drawn as the usual one', () => {
    expect([majorOf(undefined), majorOf('as the old one'), majorOf('M12×1.25')]).toEqual([10, 10, 12]);
  });
  test.each(PIECE_ROLES)('a %s has an outline of its own, none of it before its left end', (role) => {
    for (const axis of ['upper', 'middle'] as const) {
      const s = pieceShape(at({ role, axis }), 10, 22, 'right', '17 mm flats');
      expect(s.lengthMm).toBeGreaterThan(0);
      expect(s.reachMm).toBeGreaterThan(0);
      for (const o of s.outlines)
        for (const [x, y] of o.points) expect(Number.isFinite(x) && Number.isFinite(y) && x > -2).toBe(true);
    }
  });
  test('a dish opens towards its rubber, on either side of it', () => {
    const [first, last] = ['right', 'left'].map((o) => pieceShape(at({ role: 'dished washer' }), 10, 22, o as 'left', ''));
    const rim = (s: typeof first) => s!.outlines[0]!.points.reduce((a, p) => (Math.abs(p[1]) > Math.abs(a[1]) ? p : a))[0];
    expect(rim(first) > first!.lengthMm / 2).toBe(true);
    expect(rim(last) < last!.lengthMm / 2).toBe(true);
  });
});

const ALL: readonly AxleSpec[] = [
  ...SUSPENSIONS.map((suspension) => ({ ...DOUBLE_ARM_TYPE.axles.front, suspension })),
  ...LINK_KINDS.map((kind) => ({ ...strut, link: { ...strut.link!, kind } })),
  ...END_KINDS.map((is) => ({ ...strut, link: { ...strut.link!, lower: { ...strut.link!.lower, is } } })),
  ...BUSHING_KINDS.map((kind) => ({ ...strut, bushing: { ...strut.bushing!, kind, bolts: BUSHINGS[kind].bolts } })),
];

test('every assembly of every kind is drawn whole: each piece once, numbered as it comes off, never more in a row than can be told apart', () => {
  for (const axle of ALL)
    for (const kind of jointKinds(axle)) {
      const pieces = JOINT_SPECS[kind].bolted(axle);
      const { rows, between } = takenApart(pieces);
      const drawn = [...rows.flatMap((r) => r.pieces), ...between];
      expect(drawn.map((p) => p.index).sort((a, b) => a - b)).toEqual(pieces.map((_, i) => i));
      const numbers = drawn.flatMap((p) => p.number ?? []);
      expect(numbers).toEqual(numbers.map((_, i) => i + 1));
      for (const p of drawn) if (p.piece.asked) expect(p.number).toBeDefined();
      for (const r of rows) expect(r.pieces.length).toBeLessThanOrEqual(9);
    }
});

describe('at a step', () => {
  const e = ledger();
  const part = {
    ...LINK_PART,
    kind: 'rod-end link' as const,
    nutsSupplied: true,
    upper: { thread: 'M10×1.25', nutHexMm: 17 },
    lower: { thread: 'M10×1.25', nutHexMm: 17 },
  };
  const joints = ['front.left.link-lower', 'front.right.link-lower'] as const;
  const choice = e('choose', { joints: [...joints], part, quantity: 2 });
  const begun = [
    e('complaint', COMPLAINT),
    choice,
    e('answer', { answer: 'approved', what: 'it', parts: [choice.id], who: 'o', how: 'by phone', warning: '' }),
  ];
  const state = (...more: Parameters<typeof foldJob>[1][number][]) => foldJob(CONTEXT, [...begun, ...more]);
  const stepOf = (s: ReturnType<typeof state>, id: string) => planOf(s).find((p) => p.id === id)!;

  test('off: the nuts turn left and their studs are held; what is bolted together changes with the part', () => {
    const s = state();
    const step = stepOf(s, 'link-off-left');
    expect(apartJoint(s, step)).toBe(joints[0]);
    expect(apartTime(s, joints[0])).toBe('as it is');
    const v = apartView(s, joints[0], 'as it is', step)!;
    expect(v).toMatchObject({ title: 'Left link', turns: 'left', differs: true });
    expect(v.pieces.filter((p) => p.now).map((p) => p.piece.role)).toEqual(['nut', 'nut']);
    expect(v.words[0]).toMatch(/^1, 2: \d+ mm nut, to the left to let go\.$/);
    expect(v.words[1]).toMatch(/^The stud is held by its .*: never by the boot or the rubber\.$/);
    const after = apartView(s, joints[0], 'as it will be', step)!;
    expect(after.pieces.map((p) => p.piece.role)).toContain('lock nut');
    expect(after.pieces.filter((p) => p.piece.role === 'nut').map((p) => [p.name, p.fate])).toEqual([
      ['17 mm nut', 'new'],
      ['17 mm nut', 'new'],
    ]);
  });
  test('penetrant on its nuts turns nothing: no way of turning is drawn or said', () => {
    const s = state();
    const soak = planOf(s).find((p) => p.soakMinutes > 0 && p.joint === joints[0])!;
    const v = apartView(s, joints[0], 'as it is', soak)!;
    expect(v.pieces.some((p) => p.now)).toBe(true);
    expect([v.turns, v.words]).toEqual([undefined, []]);
  });
  test('a nut that was binned is not said to be new; a part that was is', () => {
    const s = state(e('piece', { piece: 'front.left.link.nuts', joint: joints[0], fate: 'binned' }));
    const nuts = apartView(s, joints[0], 'as it will be')!.pieces.filter((p) => p.piece.asked?.id === 'link.nuts');
    expect(new Set(nuts.map((p) => p.fate))).toEqual(new Set(['not the old one']));
  });
  test('it is shown as it will be once it is off; each nut leads to the step that tightens it', () => {
    const s = state(e('step', { step: 'link-off-left', state: 'done' }));
    expect(apartTime(s, joints[0])).toBe('as it will be');
    expect(apartTime(s, joints[1])).toBe('as it is');
    const v = apartView(s, joints[0], 'as it will be')!;
    const turned = v.pieces.filter((p) => p.piece.turns);
    expect(new Set(turned.map((p) => p.step))).toEqual(
      new Set(
        fastenersOf(s)
          .filter((f) => f.fastener.joint.startsWith('front.left.link'))
          .map((f) => `tighten-${f.fastener.id}`),
      ),
    );
  });
  test('tight: it turns right, and what is tight by its record is chalked', () => {
    const s = state();
    const step = planOf(s).find((p) => p.fastener === 'front.left.link-upper-nut')!;
    const v = apartView(s, joints[0], 'as it will be', step)!;
    expect(v.turns).toBe('right');
    expect(v.pieces.filter((p) => p.now).map((p) => p.fastener!.fastener.id)).toEqual(['front.left.link-upper-nut']);
    expect(v.pieces.some((p) => p.done)).toBe(false);
  });
  test('what was said of a piece stands at it: binned, and new in the end', () => {
    const s = state(e('piece', { piece: 'front.left.link', joint: joints[0], fate: 'binned' }));
    const link = (time: 'as it is' | 'as it will be') =>
      apartView(s, joints[0], time)!.pieces.find((p) => p.piece.asked?.id === 'link')!;
    expect(link('as it is')).toMatchObject({ fate: 'binned', binned: true });
    expect(link('as it will be')).toMatchObject({ fate: 'new', binned: false });
  });
  test('wheels have their own; a step at no assembly has none', () => {
    const s = state();
    expect(apartJoint(s, stepOf(s, 'wheels-off'))).toBe('front.left.wheel-nuts');
    expect(apartView(s, 'front.left.wheel-nuts', 'as it is', stepOf(s, 'wheels-off'))!.pieces[0]).toMatchObject({ now: true });
    expect(apartJoint(s, stepOf(s, 'chock'))).toBeUndefined();
    expect(apartView(s, 'front.left.wheel-bearing', 'as it is')).toBeUndefined();
  });
});
