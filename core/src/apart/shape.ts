import { attempt } from '../error';
import { parseThread } from '../thread';
import type { AssemblyPiece, PieceRole } from '../vehicle';
import {
  arc,
  both,
  circle,
  cut,
  line,
  mirrored,
  rect,
  shape,
  threads,
  type ApartPoint,
  type Outline,
  type PieceShape,
} from './outline';

/** Which side of a piece its neighbour is on: rubber in a dish's hollow, the bar in a half's bore, a nut on a bolt. */
export type Opens = 'left' | 'right';

interface Sizes {
  /** Outside of its thread. */
  readonly d: number;
  /** Across the flats of its hex. */
  readonly hex: number;
  /** Half of the bar or what it is bored for. */
  readonly r: number;
  readonly opens: Opens;
  readonly hold: string;
  readonly piece: AssemblyPiece;
}

/** A hexagon seen across its corners: e = 2 s / √3. */
function hexagon(x0: number, x1: number, s: number): Outline[] {
  const c = s / Math.sqrt(3);
  return [
    {
      of: 'metal',
      closed: true,
      points: [
        [x0 + 0.7, -c],
        [x1 - 0.7, -c],
        [x1, -c + 1.2],
        [x1, c - 1.2],
        [x1 - 0.7, c],
        [x0 + 0.7, c],
        [x0, c - 1.2],
        [x0, -c + 1.2],
      ],
    },
    line('fine', [x0, -c / 2], [x1, -c / 2]),
    line('fine', [x0, c / 2], [x1, c / 2]),
  ];
}

/** Rubber and what holds it stand out from the bar by so much (usual, common practice, no source), mm. */
export const WALL = 9;

/** An omega over the bushing, a flange with its hole at each end; a strap ends in a hook above instead. */
function bracket({ r, d }: Sizes, hook: boolean): PieceShape {
  const [R, t, flange] = [r + WALL + 1, 3, 2 * d + 6];
  const depth = R;
  const hump = arc(depth, R, 90, 270);
  const inner = arc(depth, R - t, 270, 90);
  const end: ApartPoint[] = hook
    ? [
        [depth, -R],
        [depth + 9, -R - 4],
        [depth + 9, -R - 9],
        [depth + 6, -R - 9],
        [depth + 6, -R - 6],
        [depth, -R + t - 1],
      ]
    : [
        [depth, -R],
        [depth, -R - flange],
        [depth + t, -R - flange],
        [depth + t, -R],
        [depth, -R + t],
      ];
  return shape(depth + t + (hook ? 6 : 0), {
    of: 'metal',
    closed: true,
    points: [[depth, R + flange], ...hump, ...end, ...inner, [depth + t, R], [depth + t, R + flange]],
  });
}

/** Rubber that is round outside and flat where it lies on the frame, with its bore and its split. */
function dBushing({ r }: Sizes): PieceShape {
  const R = r + WALL;
  return shape(
    R + r + 4,
    {
      of: 'rubber',
      closed: true,
      points: [...arc(R, R, 90, 270), [R + r + 4, -R], [R + r + 4, R]],
    },
    circle('metal', R, r),
    // Its split, to where the bracket's leg closes it.
    line('edge', [R, -r], [R, -R]),
  );
}

/** Half of something round, its bore towards the bar. */
const halfRing = (of: 'rubber' | 'metal', r: number, R: number, square: boolean): PieceShape =>
  shape(R, {
    of,
    closed: true,
    points: [
      ...(square
        ? ([
            [R, R + 14],
            [0, R + 14],
            [0, -R - 14],
            [R, -R - 14],
          ] as const)
        : arc(R, R, 90, 270)),
      ...arc(R, r, 270, 90),
    ],
  });

/**
 * Each role from its side, in true proportion by its sizes. Heights of nuts and heads about those of ISO 4032 and ISO 4014
 * (from memory); the rest usual (common practice, no source).
 */
const SHAPES: Readonly<Record<PieceRole, (s: Sizes) => PieceShape>> = {
  nut: ({ d, hex }) => shape(0.85 * d, hexagon(0, 0.85 * d, hex)),
  'lock nut': ({ d, hex }) => shape(0.5 * d, hexagon(0, 0.5 * d, hex)),
  cotter: () => shape(5, line('edge', [2.5, -15], [2.5, 13], [5, 16]), circle('metal', 2.5, 3), line('edge', [2.5, 13], [0, 16])),
  bolt: ({ d, hex, piece }) => {
    const head = 0.64 * d;
    const shank = 3 * d;
    const it = shape(
      head + shank,
      hexagon(0, head, hex),
      rect('metal', head, head + shank, -d / 2, d / 2),
      threads(head + shank * 0.4, head + shank, d / 2),
    );
    // What is held stands at the far end, its head last.
    return piece.held ? mirrored(it) : it;
  },
  stud: ({ d, hold }) => {
    const flats = /flats/.test(hold);
    return shape(
      2.6 * d + (flats ? 4 : 0),
      rect('metal', 0, 2.6 * d, -d / 2, d / 2),
      threads(0.5, 1.9 * d, d / 2),
      ...(flats ? [rect('metal', 2.6 * d, 2.6 * d + 4, -0.85 * d, 0.85 * d)] : []),
      ...(/hex/.test(hold) ? [line('edge', [0, -0.22 * d], [0.5 * d, -0.22 * d], [0.5 * d, 0.22 * d], [0, 0.22 * d])] : []),
    );
  },
  'dished washer': ({ d, opens }) => {
    const [w, t] = [1.45 * d, 2.2];
    const it = shape(4 + t, {
      of: 'metal',
      closed: true,
      points: [
        [4, -w],
        [1, -0.85 * w],
        [0, -0.5 * w],
        [0, 0.5 * w],
        [1, 0.85 * w],
        [4, w],
        [4 + t, w - 1],
        [1 + t, 0.78 * w],
        [t, 0.45 * w],
        [t, -0.45 * w],
        [1 + t, -0.78 * w],
        [4 + t, -w + 1],
      ],
    });
    return opens === 'left' ? mirrored(it) : it;
  },
  grommet: ({ d }) =>
    shape(
      14,
      {
        of: 'rubber',
        closed: true,
        points: [
          [0, -0.95 * d],
          [3, -1.25 * d],
          [11, -1.25 * d],
          [14, -0.95 * d],
          [14, 0.95 * d],
          [11, 1.25 * d],
          [3, 1.25 * d],
          [0, 0.95 * d],
        ],
      },
      rect('metal', 0, 14, -d / 2 - 0.6, d / 2 + 0.6),
    ),
  sleeve: ({ d }) =>
    shape(
      34,
      rect('metal', 0, 34, -d / 2 - 2.2, d / 2 + 2.2),
      line('fine', [0, -d / 2], [34, -d / 2]),
      line('fine', [0, d / 2], [34, d / 2]),
    ),
  bushing: (s) => {
    if (s.piece.axis === 'middle') return dBushing(s);
    const { d } = s;
    return shape(
      30,
      both('metal', 2, 28, 15, 18),
      both('rubber', 2, 28, d / 2 + 2.4, 15),
      rect('metal', 0, 30, -d / 2 - 2.4, d / 2 + 2.4),
      line('fine', [0, -d / 2], [30, -d / 2]),
      line('fine', [0, d / 2], [30, d / 2]),
    );
  },
  half: ({ r, opens }) => {
    const it = halfRing('rubber', r, r + WALL, false);
    return opens === 'left' ? mirrored(it) : it;
  },
  bracket: (s) => bracket(s, false),
  strap: (s) => bracket(s, true),
  carrier: ({ r, opens }) => {
    const it = halfRing('metal', r + WALL, r + WALL + 6, true);
    return opens === 'left' ? mirrored(it) : it;
  },
  rod: ({ d }) => shape(40, rect('metal', 0, 40, -0.6 * d, 0.6 * d), threads(0.5, 22, 0.6 * d)),
  boot: ({ d }) =>
    shape(11, {
      of: 'rubber',
      closed: true,
      points: [
        [0, -0.75 * d],
        [5, -0.95 * d],
        [8, -1.3 * d],
        [11, -1.2 * d],
        [11, 1.2 * d],
        [8, 1.3 * d],
        [5, 0.95 * d],
        [0, 0.75 * d],
      ],
    }),
  ball: ({ d }) => shape(3 * d, circle('metal', 1.5 * d, 1.5 * d), circle('fine', 1.5 * d, 0.9 * d)),
  'bare ball': ({ d }) =>
    shape(
      1.2 * d,
      rect('metal', 0, 1.2 * d, -1.5 * d, 1.5 * d),
      line('edge', [0, -0.9 * d], [1.2 * d, -0.9 * d]),
      line('edge', [0, 0.9 * d], [1.2 * d, 0.9 * d]),
      rect('metal', -1, 1.2 * d + 1, -d / 2, d / 2),
    ),
  spacer: ({ d }) =>
    shape(7, {
      of: 'metal',
      closed: true,
      points: [
        [0, -0.95 * d],
        [7, -0.65 * d],
        [7, 0.65 * d],
        [0, 0.95 * d],
      ],
    }),
  bar: ({ r }) => shape(2 * r, circle('section', r, r), line('fine', [r - 4, 0], [r + 4, 0]), line('fine', [r, -4], [r, 4])),
  tab: ({ d }) => shape(6, cut(0, 6, -2.4 * d, -d / 2 - 0.5), cut(0, 6, d / 2 + 0.5, 2.4 * d)),
  eye: ({ d }) => shape(10, cut(0, 10, -1.7 * d, -d / 2 - 0.5), cut(0, 10, d / 2 + 0.5, 1.7 * d)),
  frame: ({ r, d }) => shape(8, cut(0, 8, -(r + WALL + 2 * d + 12), r + WALL + 2 * d + 12)),
  wheel: ({ d }) =>
    shape(18, cut(6, 14, -4.6 * d, 4.6 * d), rect('metal', 0, 18, 4.6 * d, 5.2 * d), rect('metal', 0, 18, -5.2 * d, -4.6 * d)),
  body: ({ d }) =>
    shape(3.6 * d, {
      of: 'metal',
      closed: true,
      points: [
        [0, -1.3 * d],
        [4, -1.6 * d],
        [3.6 * d, -1.6 * d],
        [3.6 * d, 1.6 * d],
        [4, 1.6 * d],
        [0, 1.3 * d],
      ],
    }),
};

/** A thread nobody wrote down is drawn as the usual one of its place. */
const USUAL_MM = 10;

/** The outside of a thread as written, mm; the usual one where it is none. */
export function majorOf(thread: string | undefined): number {
  const read = thread === undefined ? undefined : attempt(() => parseThread(thread));
  return read?.ok ? read.value.majorMm : USUAL_MM;
}

/**
 * A piece from its side, mm.
 * @param d outside of the thread it is on, mm
 * @param barMm across what it is bored for, mm
 * @param opens where what it cups, holds or lies round is
 * @param hold how what turns with its nut is held: flats and a key's socket are drawn
 */
export const pieceShape = (piece: AssemblyPiece, d: number, barMm: number, opens: Opens, hold: string): PieceShape =>
  SHAPES[piece.role]({ d, hex: piece.hexMm ?? 1.6 * d, r: barMm / 2, opens, hold, piece });
