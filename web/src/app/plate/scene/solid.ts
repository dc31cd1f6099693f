import type { Side } from '@ash-knot/core';
import type { Vec3 } from '@ash-knot/core/numeric';

/** What a solid is drawn as: metal, the bar, the link, the rubber of both, other rubber, thin steel, the quiet ground, a tyre. */
export type Paint = 'part' | 'bar' | 'link' | 'rubber' | 'bonded' | 'steel' | 'quiet' | 'tyre';

/** What moves as one when a joint is worn: named so that a check can move it. */
export type Member = 'wheel' | 'link' | 'bar' | 'lower arm' | 'upper arm' | 'tie rod' | 'spring' | 'damper' | 'steering';

interface Drawn {
  readonly paint: Paint;
  /** Which side's own; what goes across has none. */
  readonly side?: Side;
  readonly member?: Member;
  /** Nobody has measured where it is: at its usual place, drawn lighter. */
  readonly usual?: boolean;
}

/** A round bar through points. */
export interface Rod extends Drawn {
  readonly shape: 'rod';
  readonly line: readonly Vec3[];
  readonly radiusMm: number;
}
/** A round body with flat ends. */
export interface Drum extends Drawn {
  readonly shape: 'drum';
  readonly from: Vec3;
  readonly to: Vec3;
  readonly radiusMm: number;
}
export interface Ball extends Drawn {
  readonly shape: 'ball';
  readonly at: Vec3;
  readonly radiusMm: number;
}
/** A coil spring from its upper to its lower end. */
export interface Coil extends Drawn {
  readonly shape: 'coil';
  readonly from: Vec3;
  readonly to: Vec3;
  readonly radiusMm: number;
  readonly wireMm: number;
}
/** A casting: what is spanned by balls. */
export interface Casting extends Drawn {
  readonly shape: 'casting';
  readonly over: readonly { readonly at: Vec3; readonly radiusMm: number }[];
}
/** Leaves: flat springs one on the other, the longest first, each from eye to eye through the seat. */
export interface Leaves extends Drawn {
  readonly shape: 'leaves';
  readonly front: Vec3;
  readonly seat: Vec3;
  readonly rear: Vec3;
  readonly widthMm: number;
  readonly thickMm: number;
}
/** A tyre standing upright. */
export interface Tyre extends Drawn {
  readonly shape: 'tyre';
  readonly at: Vec3;
  readonly radiusMm: number;
  readonly widthMm: number;
}
/** One body of the axle in space; ISO 8855: x forward, y to the left, z up, mm. */
export type Solid = Rod | Drum | Ball | Coil | Casting | Leaves | Tyre;

const over = (p: Vec3): Vec3 => [p[0], -p[1], p[2]];

/** A solid of the left side as it stands on the right. */
export function mirrored(s: Solid): Solid {
  const side: Side = 'right';
  switch (s.shape) {
    case 'rod':
      return { ...s, side, line: s.line.map(over) };
    case 'drum':
    case 'coil':
      return { ...s, side, from: over(s.from), to: over(s.to) };
    case 'ball':
    case 'tyre':
      return { ...s, side, at: over(s.at) };
    case 'casting':
      return { ...s, side, over: s.over.map((b) => ({ ...b, at: over(b.at) })) };
    case 'leaves':
      return { ...s, side, front: over(s.front), seat: over(s.seat), rear: over(s.rear) };
  }
}

/** Points of a solid close enough together that what lies between them is known, and how far it reaches about them, mm. */
export function spots(s: Solid): readonly { readonly at: Vec3; readonly radiusMm: number }[] {
  switch (s.shape) {
    case 'rod':
      return along(s.line, s.radiusMm);
    case 'drum':
      return along([s.from, s.to], s.radiusMm);
    case 'coil':
      return along([s.from, s.to], s.radiusMm + s.wireMm / 2);
    case 'ball':
      return [s];
    case 'tyre':
      return [{ at: s.at, radiusMm: s.radiusMm }];
    case 'casting':
      return along(
        s.over.map((b) => b.at),
        Math.max(...s.over.map((b) => b.radiusMm)),
      );
    case 'leaves':
      return along([s.front, s.seat, s.rear], s.widthMm / 2);
  }
}

/** Between two spots of a solid, mm. */
const STEP = 25;
function along(line: readonly Vec3[], radiusMm: number) {
  const out = [{ at: line[0]!, radiusMm }];
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1]!, line[i]!];
    const n = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) / STEP));
    for (let k = 1; k <= n; k++) {
      const t = k / n;
      out.push({ at: [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t], radiusMm });
    }
  }
  return out;
}
