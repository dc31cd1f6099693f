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
import { happensAt, ladderAt, LADDERS, TROUBLES, type TroubleId } from '../plan';
import { apartJoint, apartTime, apartView, majorOf, pieceShape, takenApart } from '.';
import { troubleMarks } from './trouble';

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
    const v = apartView(s, joints[0], 'as it is', { step })!;
    expect(v).toMatchObject({ title: 'Left link', turns: 'left', differs: true });
    expect(v.pieces.filter((p) => p.now).map((p) => p.piece.role)).toEqual(['nut', 'nut']);
    expect(v.words[0]).toMatch(/^1, 2: \d+ mm nut, to the left to let go\.$/);
    expect(v.words[1]).toMatch(/^The stud is held by its .*: never by the boot or the rubber\.$/);
    const after = apartView(s, joints[0], 'as it will be', { step })!;
    expect(after.pieces.map((p) => p.piece.role)).toContain('lock nut');
    expect(after.pieces.filter((p) => p.piece.role === 'nut').map((p) => [p.name, p.fate])).toEqual([
      ['17 mm nut', 'new'],
      ['17 mm nut', 'new'],
    ]);
  });
  test('penetrant on its nuts turns nothing: no way of turning is drawn or said', () => {
    const s = state();
    const soak = planOf(s).find((p) => p.soakMinutes > 0 && p.joint === joints[0])!;
    const v = apartView(s, joints[0], 'as it is', { step: soak })!;
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
    const v = apartView(s, joints[0], 'as it will be', { step })!;
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
    expect(apartView(s, 'front.left.wheel-nuts', 'as it is', { step: stepOf(s, 'wheels-off') })!.pieces[0]).toMatchObject({
      now: true,
    });
    expect(apartJoint(s, stepOf(s, 'chock'))).toBeUndefined();
    expect(apartView(s, 'front.left.wheel-bearing', 'as it is')).toBeUndefined();
  });

  describe('when something goes wrong', () => {
    const wrong = (what: TroubleId, tried: string[] = [], step = 'link-off-left') => {
      const trouble = e('trouble', { step, what });
      const rungs = tried.map((rung) =>
        e('rung', { ladder: what, step, rung, title: rung, worked: false, ruins: 'nothing', warning: '' } as never),
      );
      const s = state(trouble, ...rungs);
      return { s, v: apartView(s, joints[0], 'as it is', { step: stepOf(s, step) })! };
    };
    const marked = (v: ReturnType<typeof wrong>['v'], key: 'sign' | 'tool') =>
      v.pieces.flatMap((p) => (p[key] ? [`${p.piece.axis} ${p.piece.role}: ${p[key]}`] : []));

    test('the stud that spins turns along, the first rung is on it, and nothing else is turned', () => {
      const { v } = wrong('stud spins');
      expect(marked(v, 'sign')).toEqual(['upper stud: turns along', 'lower stud: turns along']);
      expect(marked(v, 'tool')).toEqual(['upper stud: spanner', 'lower stud: spanner']);
      expect(v.turns).toBeUndefined();
      expect(v.words).toEqual([
        'The stud spins.',
        'Next to try: thin spanner on the flats behind the mount, turn the nut. It ruins nothing.',
      ]);
    });
    test('a rung that did not do it gives way to the next one, on its own piece', () => {
      expect(marked(wrong('stud spins', ['flats', 'pliers']).v, 'tool')).toEqual([
        'upper ball: pipe wrench',
        'lower ball: pipe wrench',
      ]);
    });
    test('what is tried on the nut is on the nut', () => {
      const { v } = wrong('hex rounds');
      expect(marked(v, 'sign')).toEqual(['upper nut: rounded', 'lower nut: rounded']);
      expect(marked(v, 'tool')).toEqual(['upper nut: socket', 'lower nut: socket']);
    });
    test('as it will be, or at another step, it is not drawn', () => {
      const { s } = wrong('stud spins');
      const step = stepOf(s, 'link-off-left');
      for (const v of [
        apartView(s, joints[0], 'as it will be', { step })!,
        apartView(s, joints[1], 'as it is', { step })!,
        apartView(s, joints[0], 'as it is', { step: stepOf(s, 'tighten-front.left.link-upper-nut') })!,
      ])
        expect([...marked(v, 'sign'), ...marked(v, 'tool')]).toEqual([]);
    });
    // Wherever something may go wrong, its sign and its rungs find a piece to be drawn on.
    test.each(TROUBLES.filter((t) => LADDERS[t].sign))('%s is drawn wherever it may happen', (what) => {
      let drawn = 0;
      for (const axle of ALL)
        for (const kind of jointKinds(axle)) {
          const pieces = JOINT_SPECS[kind].bolted(axle);
          const turned = pieces.filter((p) => p.turns);
          const there = [...new Set(pieces.filter((p) => turned.some((t) => t.axis === p.axis)).map((p) => p.role))];
          if (turned.length === 0 || !happensAt(what, there)) continue;
          const step = { id: 'x', at: turned.map((p) => p.axis) } as never;
          for (const rung of ladderAt(what, there)) {
            const marks = troubleMarks(pieces, { step, what, rung } as never);
            if (LADDERS[what].sign!.on.some((r) => there.includes(r))) expect(marks.signs.size).toBeGreaterThan(0);
            if (rung.grips?.on.some((r) => there.includes(r))) expect(marks.tools.size).toBeGreaterThan(0);
            drawn += marks.signs.size;
          }
        }
      expect(drawn).toBeGreaterThan(0);
    });
  });

  describe('how far it is known', () => {
    const known = (s: ReturnType<typeof state>, time: 'as it is' | 'as it will be', at: Parameters<typeof apartView>[3] = {}) =>
      Object.fromEntries(
        apartView(s, joints[0], time, at)!.pieces.flatMap((p) => (p.known ? [[`${p.piece.axis} ${p.piece.role}`, p.known]] : [])),
      );
    const size = (body: object) => e('size', { axle: 'front', text: 'x', ...body } as never);

    test('by the file, until somebody measures it: then the picture and the steps have the measured size', () => {
      expect(known(state(), 'as it is')).toMatchObject({ 'upper nut': 'file', 'upper stud': 'file', 'body rod': 'file' });
      const s = state(size({ size: 'nut-hex', mm: 18, end: 'upper' }), size({ size: 'link-length', mm: 311 }));
      expect(known(s, 'as it is')).toMatchObject({ 'upper nut': 'measured', 'lower nut': 'file', 'body rod': 'measured' });
      const v = apartView(s, joints[0], 'as it is')!;
      expect(v.pieces.find((p) => p.piece.axis === 'upper' && p.piece.role === 'nut')!.name).toBe('18 mm nut');
      expect(v.pieces.find((p) => p.piece.axis === 'body')!.piece.sizeMm).toBe(311);
      expect(stepOf(s, 'link-off-left').tools).toContain('18 mm');
      expect(fastenersOf(s).find((f) => f.fastener.id === 'front.left.link-upper-nut')!.old?.hexMm).toBe(18);
    });
    test('what is only usual is said to be; a thread nobody knows too', () => {
      const usual = foldJob({ ...CONTEXT, type: { ...CONTEXT.type, usual: ['front.link.upper.hex'] } }, begun);
      expect(known(usual, 'as it is')).toMatchObject({ 'upper nut': 'usual', 'lower nut': 'file' });
    });
    test('the part that goes on says its own; what its list leaves out is the file’s', () => {
      expect(known(state(), 'as it will be')).toMatchObject({ 'upper nut': 'part', 'body rod': 'part' });
      const bare = { ...part, upper: undefined, lower: undefined, nutsSupplied: false };
      expect(known(state(), 'as it will be', { offered: bare })).toMatchObject({ 'upper nut': 'file' });
    });
    test('a part that is only offered is shown as it would be, with nothing written', () => {
      const s = foldJob(CONTEXT, begun.slice(0, 1));
      const v = apartView(s, joints[0], 'as it will be', { offered: part })!;
      expect(v.differs).toBe(true);
      expect(v.pieces.map((p) => p.piece.role)).toContain('lock nut');
      expect(v.pieces.filter((p) => p.piece.of === 'part' && p.fate).every((p) => p.fate === 'new')).toBe(true);
      expect(s.choices).toEqual([]);
    });
  });
});
