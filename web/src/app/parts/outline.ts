import { attempt, isLink, parseThread, type Comparable, type LinkEnd, type PartEnd } from '@ash-knot/core';

/** A part to scale, px: what of it is drawn by its kind. */
export interface Outline {
  /** Its body. */
  readonly d: string;
  /** Its holes and bores. */
  readonly holes: string;
  /** Where a dimension of it ends, px across and up. */
  readonly at: { readonly right: number; readonly left: number; readonly top: number; readonly bottom: number };
}

const n = (v: number) => Math.round(v * 10) / 10;
const rect = (x: number, y: number, w: number, h: number) => `M${n(x)} ${n(y)}h${n(w)}v${n(h)}h${n(-w)}z`;
const round = (x: number, y: number, w: number, h: number, r: number) =>
  `M${n(x + r)} ${n(y)}h${n(w - 2 * r)}a${n(r)} ${n(r)} 0 0 1 ${n(r)} ${n(r)}v${n(h - 2 * r)}a${n(r)} ${n(r)} 0 0 1 ${n(-r)} ${n(r)}h${n(-(w - 2 * r))}a${n(r)} ${n(r)} 0 0 1 ${n(-r)} ${n(-r)}v${n(-(h - 2 * r))}a${n(r)} ${n(r)} 0 0 1 ${n(r)} ${n(-r)}z`;
const circle = (x: number, y: number, r: number) =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0z`;

/** What of a link's end has no size in any list, mm (common practice, no source): drawn alike for both. */
const HOUSING = 17;
const STUD = 34;
const ROD = 10;

/** A stud's outside diameter, mm; 10 where nobody says, as most are. */
const studMm = (e: PartEnd | undefined): number => {
  const t = e?.thread ? attempt(() => parseThread(e.thread!).majorMm) : undefined;
  return t?.ok ? t.value : 10;
};

/** The longest of what is drawn across, mm: both parts of a comparison are drawn to one scale. */
export const spanOf = (p: Comparable): number =>
  isLink(p.kind)
    ? (p.lengthMm ?? p.lengthRangeMm?.[1] ?? 300) + 2 * HOUSING
    : p.kind === 'sway bar'
      ? (p.holeSpacingMm ?? 900) + 40
      : (p.holeSpacingMm ?? (p.boreMm ?? 22) * 2.4) + 30;

/** A link lying down, its lower end at the left; its studs point up, as thick as their threads are. */
function link(p: Comparable, x0: number, y: number, px: number): Outline {
  const length = p.lengthMm ?? p.lengthRangeMm?.[1] ?? 300;
  const x1 = x0 + length * px;
  const end = (e: PartEnd | undefined, x: number) =>
    rect(x - (studMm(e) / 2) * px, y - STUD * px, studMm(e) * px, STUD * px) + circle(x, y, HOUSING * px);
  const ends: [LinkEnd, number][] = [
    ['lower', x0],
    ['upper', x1],
  ];
  return {
    d: rect(x0, y - (ROD / 2) * px, x1 - x0, ROD * px) + ends.map(([e, x]) => end(p[e], x)).join(''),
    holes: '',
    at: { left: x0, right: x1, top: y - STUD * px, bottom: y + HOUSING * px },
  };
}

/** A frame bushing in its bracket, from the bar's end: holes, height and bore to scale. */
function bushing(p: Comparable, x0: number, y: number, px: number): Outline {
  const holes = (p.holeSpacingMm ?? (p.boreMm ?? 22) * 2.4) * px;
  const bore = (p.boreMm ?? 22) * px;
  const height = (p.heightMm ?? (p.boreMm ?? 22) * 1.5) * px;
  const cx = x0 + holes / 2;
  const body = Math.min(holes * 0.72, bore * 1.9);
  return {
    d:
      rect(x0 - 9 * px, y - 3 * px, holes + 18 * px, 3 * px) +
      round(cx - body / 2, y - height, body, height, Math.min(body, height) * 0.3),
    holes:
      circle(cx, y - height * 0.52, bore / 2) +
      rect(x0 - 4 * px, y - 3 * px, 8 * px, 3 * px) +
      rect(x0 + holes - 4 * px, y - 3 * px, 8 * px, 3 * px),
    at: { left: x0, right: x0 + holes, top: y - height, bottom: y },
  };
}

/** A bar from above: its eyes apart, as thick as it is. */
function bar(p: Comparable, x0: number, y: number, px: number): Outline {
  const width = (p.holeSpacingMm ?? 900) * px;
  const thick = Math.max(2, (p.barMm ?? 20) * px);
  const arm = 150 * px;
  return {
    d: rect(x0, y - arm, thick, arm) + rect(x0, y - thick, width, thick) + rect(x0 + width - thick, y - arm, thick, arm),
    holes:
      circle(x0 + thick / 2, y - arm + thick / 2, thick / 3) + circle(x0 + width - thick / 2, y - arm + thick / 2, thick / 3),
    at: { left: x0, right: x0 + width, top: y - arm, bottom: y },
  };
}

/** A part's outline from a corner of the drawing, at a scale. */
export function outline(p: Comparable, x0: number, y: number, px: number): Outline {
  if (isLink(p.kind)) return link(p, x0, y, px);
  return p.kind === 'sway bar' ? bar(p, x0, y, px) : bushing(p, x0, y, px);
}
