import {
  jointKinds,
  JOINT_SPECS,
  LINK_KINDS,
  BUSHING_KINDS,
  BUSHINGS,
  sayAssembled,
  saySizes,
  TOOL_SIGNS,
  TROUBLE_SIGNS,
} from '@ash-knot/core';
import { takenApart } from '@ash-knot/core/apart';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '@ash-knot/core/test';
import { layoutApart, wrapped } from './apart-layout';
import { signPath, toolPath } from './apart-trouble';

const strut = STRUT_TYPE.axles.front;
const AXLES = [
  ...LINK_KINDS.map((kind) => ({ ...strut, link: { ...strut.link!, kind } })),
  ...BUSHING_KINDS.map((kind) => ({ ...strut, bushing: { ...strut.bushing!, kind, bolts: BUSHINGS[kind].bolts } })),
  DOUBLE_ARM_TYPE.axles.front,
];
const each = (of: (l: ReturnType<typeof layoutApart>, width: number, name: string) => void) => {
  for (const [width, height] of [
    [668, 500],
    [390, 430],
    [460, 420],
  ] as const)
    for (const axle of AXLES)
      for (const kind of jointKinds(axle)) {
        const pieces = JOINT_SPECS[kind].bolted(axle);
        if (pieces.length === 0) continue;
        const words = pieces.map((p) => [sayAssembled(p), saySizes(p), 'usually renewed, 120 N·m'].filter(Boolean));
        of(
          layoutApart(takenApart(pieces), words, width, height),
          width,
          `${axle.link?.kind} ${axle.bushing?.kind} ${kind} ${width}`,
        );
      }
};

test('every piece of every assembly stands in the field, none over another of its row', () => {
  each((l, width, name) => {
    for (const p of l.pieces) expect([name, p.x >= 0 && p.x + p.width <= width]).toEqual([name, true]);
    for (const row of l.rows) {
      const of = l.pieces.filter((p) => p.ys.includes(row.y)).sort((a, b) => a.x - b.x);
      of.slice(1).forEach((p, i) => {
        const before = of[i]!;
        if (!p.of.joined) expect([name, p.x >= before.x + before.width]).toEqual([name, true]);
      });
    }
  });
});

test('pieces are true to scale among themselves', () => {
  each((l, _, name) => {
    for (const p of l.pieces) expect([name, p.width]).toEqual([name, expect.closeTo(p.of.shape.lengthMm * l.pxPerMm, 6)]);
  });
});

test('no words lie over others, and none outside the field', () => {
  each((l, width, name) => {
    const boxes = l.words
      .filter((w) => w.lines.length)
      .map((w) => {
        const half = (Math.max(...w.lines.map((x) => x.length)) * 6.4) / 2;
        return { left: w.x - half, right: w.x + half, top: w.y - 12, bottom: w.y - 12 + w.lines.length * 17 };
      });
    for (const b of boxes) expect([name, b.left >= 0 && b.right <= width + 1]).toEqual([name, true]);
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => {
        const over = a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
        expect([name, over]).toEqual([name, false]);
      }),
    );
  });
});

test('no words stand on a link that hangs down under its row, nor on its length', () => {
  each((l, _, name) => {
    const { rod } = l;
    if (!rod) return;
    for (const w of l.words.filter((x) => x.lines.length && x.y < rod.y1 && x.y > rod.y0)) {
      const half = (Math.max(...w.lines.map((x) => x.length)) * 6.4) / 2;
      const over = w.x - half < rod.x + 44 && w.x + half > rod.x - rod.width / 2;
      expect([name, w.lines, over]).toEqual([name, w.lines, false]);
    }
  });
});

test('every tool and every sign is drawn at its piece, on each line it lies on', () => {
  const astray: unknown[] = [];
  each((l, _, name) => {
    for (const p of l.pieces)
      for (const y of p.ys)
        for (const d of [...TOOL_SIGNS.map((t) => toolPath(t, p, y)), ...TROUBLE_SIGNS.map((t) => signPath(t, p, y))]) {
          const [x, at] = /^M(-?[\d.]+) (-?[\d.]+)/.exec(d)!.slice(1).map(Number);
          const far = Math.abs(x! - (p.x + p.width / 2)) > p.width / 2 + 60 || Math.abs(at! - y) > p.rowReach + p.reach + 40;
          if (far || /NaN|undefined/.test(d)) astray.push([name, p.of.piece.role, d]);
        }
  });
  expect(astray).toEqual([]);
});

test('what a finger may touch is as large as a glove needs', () => {
  each((l, _, name) => {
    for (const w of l.words) expect([name, w.touch.width >= 44 && w.touch.height >= 44]).toEqual([name, true]);
  });
});

test('words break between words, never between a number and its unit', () => {
  expect(wrapped('usually renewed, 54 N·m', 13)).toEqual(['usually', 'renewed,', '54\u00a0N·m']);
  expect(wrapped('', 13)).toEqual([]);
});
