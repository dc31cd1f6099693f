import type { ToolSign, TroubleSign } from '@ash-knot/core';
import type { PlacedPiece } from './apart-layout';

/** A piece where a tool is put on it, px: its ends, its middle, its edges above and below, and where its words begin. */
interface Place {
  readonly x0: number;
  readonly x1: number;
  readonly cx: number;
  /** Where a bolt's head is, and where what turns along is seen to. */
  readonly head: number;
  readonly spins: number;
  readonly y: number;
  readonly top: number;
  readonly bottom: number;
  /** How far down a handle may go. */
  readonly floor: number;
}

/** Behind the mount a stud is held at its far end. */
const HELD_AT = 0.82;
/** From a bolt's end to the middle of its head, px. */
const HEAD = 6;

function placeOf(p: PlacedPiece, y: number): Place {
  const { role, held } = p.of.piece;
  const [x0, x1] = [p.x, p.x + p.width];
  const bottom = y + p.reach;
  const head = held ? x1 - HEAD : x0 + HEAD;
  const cx = x0 + p.width * (role === 'stud' ? HELD_AT : 0.5);
  return {
    x0,
    x1,
    cx,
    head,
    spins: role === 'bolt' ? head : cx,
    y,
    top: y - p.reach,
    bottom,
    floor: Math.max(y + p.rowReach, bottom + 10),
  };
}

/** A head of a hammer on an edge, its handle away to the right. */
const hammer = (cx: number, at: number, up: 1 | -1): string =>
  `M${cx - 6} ${at}v${-up * 13}h12v${up * 13}zM${cx + 6} ${at - up * 8}h20`;

/** What of each tool is drawn where it is used: an outline in ink. */
const TOOLS: Readonly<Record<ToolSign, (p: Place) => string>> = {
  spanner: ({ cx, y, bottom, floor }) => `M${cx - 7} ${y}V${bottom + 3}q0 5 4 7V${floor}h6V${bottom + 10}q4 -2 4 -7V${y}`,
  pliers: ({ cx, top, bottom, floor }) =>
    `M${cx - 7} ${top - 2}h12C${cx + 22} ${top - 2} ${cx + 14} ${bottom + 2} ${cx + 6} ${floor}M${cx - 7} ${bottom + 2}h12C${cx + 14} ${bottom + 4} ${cx + 18} ${bottom + 8} ${cx + 20} ${floor}`,
  'pipe wrench': ({ cx, x1, y, top, bottom }) =>
    `M${cx - 9} ${top - 3}h18C${x1 + 14} ${top - 3} ${x1 + 14} ${bottom + 3} ${cx + 9} ${bottom + 3}h-18M${x1 + 9} ${y + 6}l11 13`,
  bit: ({ x0, y }) => `M${x0 + 4} ${y - 3}H${x0 - 24}v-4h-9v14h9v-4H${x0 + 4}z`,
  socket: ({ x0, y, top, bottom }) => `M${x0 - 6} ${top + 2}h-20V${bottom - 2}h20zM${x0 - 26} ${y - 6}h-10v12h10`,
  splitter: ({ cx, top, bottom }) => `M${cx} ${top + 4}l-6 -15h12zM${cx} ${bottom - 4}l-6 15h12z`,
  cut: ({ cx, top, bottom }) =>
    `M${cx} ${top - 12}V${bottom + 12}M${cx + 5} ${top - 4}l9 -7M${cx + 6} ${top + 2}l11 -3M${cx + 3} ${top - 9}l4 -9`,
  wedge: ({ head, bottom }) => `M${head + 6} ${bottom + 14}l4 -18l4 18z`,
  penetrant: ({ cx, top }) => [-12, 0, 12].map((dx) => `M${cx + dx} ${top - 17}q-6 9 0 12q6 -3 0 -12z`).join(''),
  turned: ({ cx, top, bottom, floor }) => `M${cx} ${bottom + 2}V${floor}M${cx - 16} ${top - 6}q16 -10 32 0m-9 -3l9 3l-2 -9`,
  drill: ({ x0, y }) => `M${x0 + 3} ${y}l-7 -5H${x0 - 34}v10H${x0 - 4}zM${x0 - 14} ${y - 5}l-5 10M${x0 - 23} ${y - 5}l-5 10`,
  flame: ({ cx, bottom }) => `M${cx} ${bottom + 22}c-13 -2 -9 -12 0 -20c1 8 13 12 0 20z`,
  hammers: ({ cx, top, bottom }) => hammer(cx, top - 2, 1) + hammer(cx, bottom - 12, -1),
  press: ({ x0, y }) => `M${x0 - 36} ${y - 12}v24M${x0 - 36} ${y}H${x0 - 3}m-9 -6l9 6l-9 6`,
  fork: ({ cx, y, bottom, floor }) => `M${cx - 9} ${y - 4}l5 ${bottom - y + 12}V${floor}h8V${bottom + 8}l5 ${y - bottom - 12}`,
  'pry bar': ({ cx, top, floor }) => `M${cx - 34} ${floor}L${cx} ${top + 8}q3 -6 10 -6`,
  'looked at': ({ x0, x1, top, bottom }) =>
    `M${x0 - 7} ${top - 7}h10m${x1 - x0 - 6} 0h10v10m0 ${bottom - top - 6}v10h-10m${x0 - x1 + 6} 0h-10v-10m0 ${top - bottom + 6}v-10`,
};

/** What has gone wrong, on its piece: an outline in the colour of a caution. */
const SIGNS: Readonly<Record<TroubleSign, (p: Place) => string>> = {
  'turns along': ({ spins, top, bottom }) =>
    `M${spins + 3} ${top - 6}A7 ${(bottom - top) / 2 + 6} 0 1 0 ${spins + 5} ${bottom + 5}m-10 2l10 -2l-3 -9`,
  rounded: ({ x0, x1, y, top, bottom }) =>
    `M${x0 - 2} ${y}Q${x0 - 2} ${top - 1} ${(x0 + x1) / 2} ${top - 1}T${x1 + 2} ${y}Q${x1 + 2} ${bottom + 1} ${(x0 + x1) / 2} ${bottom + 1}T${x0 - 2} ${y}z`,
  seized: ({ x0, x1, top, bottom }) =>
    [0.2, 0.5, 0.8].flatMap((k) => [top, bottom].map((y) => `M${x0 + (x1 - x0) * k - 4} ${y - 4}l8 8m0 -8l-8 8`)).join(''),
  broken: ({ cx, top, bottom }) => {
    const h = (bottom - top + 12) / 4;
    const zig = (x: number) => `M${x} ${top - 6}l6 ${h}l-6 ${h}l6 ${h}l-6 ${h}`;
    return zig(cx - 5) + zig(cx + 1);
  },
  'out of reach': ({ x0, y }) => `M${x0 - 4} ${y}l-34 -15M${x0 - 4} ${y}l-34 15M${x0 - 30} ${y - 12}q-7 12 0 24`,
  short: ({ x0, y, top, bottom }) => `M${x0 - 3} ${top - 5}V${bottom + 5}M${x0 - 32} ${y}H${x0 - 8}m-8 -6l8 6l-8 6`,
};

export const toolPath = (tool: ToolSign, p: PlacedPiece, y: number): string => TOOLS[tool](placeOf(p, y));
export const signPath = (sign: TroubleSign, p: PlacedPiece, y: number): string => SIGNS[sign](placeOf(p, y));
/** Drawn by its strokes alone: what it grips is seen through it. */
export const isOpen = (tool: ToolSign): boolean => OPEN.has(tool);
const OPEN: ReadonlySet<ToolSign> = new Set(['pliers', 'pipe wrench', 'cut', 'turned', 'pry bar', 'looked at']);
