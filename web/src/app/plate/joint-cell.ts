import {
  type AxleEnd,
  type AxleSpec,
  jointId,
  jointKinds,
  jointName,
  type Dialect,
  type JointId,
  type JointKind,
  type JointState,
  type JointView,
  type Side,
  SIDES,
  sayPlay,
} from '@ash-knot/core';

/** What hangs on a joint: its photographs, the part chosen for it, the minutes it is left to soak. */
export interface JointTag {
  readonly photos: number;
  readonly chosen: boolean;
  readonly soakMin: number;
}

/** A joint as the plate says it. */
export interface JointCell {
  readonly joint: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  readonly name: string;
  readonly state: JointState;
  /** The whole word. */
  readonly said: string;
  /** In the room of half a row. */
  readonly short: string;
  /** What was measured, with its unit. */
  readonly reading: string;
  readonly photos: number;
  /** A new part is chosen and not yet being tightened. */
  readonly chosen: boolean;
  readonly chalked: boolean;
}

/** What the cells are made from. */
export interface CellSources {
  readonly joints: ReadonlyMap<JointId, JointView>;
  readonly tags: ReadonlyMap<JointId, JointTag>;
  readonly chalked: ReadonlySet<JointId>;
  readonly toTighten: ReadonlySet<JointId>;
  readonly dialect: Dialect;
  readonly sayLength: (mm: number) => string;
}

const SHORT: Readonly<Partial<Record<JointState, string>>> = { 'not looked at': 'not checked', 'can’t tell yet': 'can’t tell' };

/** Every joint of an axle as the plate says it now. */
export function cellsOf(end: AxleEnd, axle: AxleSpec, from: CellSources): ReadonlyMap<JointId, JointCell> {
  const out = new Map<JointId, JointCell>();
  for (const side of SIDES)
    for (const kind of jointKinds(axle)) {
      const joint = jointId(end, side, kind);
      const view = from.joints.get(joint);
      const tag = from.tags.get(joint);
      const state = view?.state ?? 'not looked at';
      const tighten = from.toTighten.has(joint);
      const measured = view?.after ?? view?.before;
      const soak = tag?.soakMin;
      out.set(joint, {
        joint,
        kind,
        side,
        name: jointName(kind, from.dialect),
        state,
        said: soak ? `left to soak, ${soak} min` : tighten ? 'to tighten' : state,
        short: soak ? `soaks ${soak}′` : tighten ? 'to tighten' : (SHORT[state] ?? state),
        reading: measured && state !== 'can’t tell yet' ? sayPlay(measured, from.sayLength) : '',
        photos: tag?.photos ?? 0,
        chosen: !!tag?.chosen && !tighten,
        chalked: from.chalked.has(joint),
      });
    }
  return out;
}

/** The worse of two is said of a row; what is found weighs more than what is open. */
const WEIGHT: Readonly<Record<JointState, number>> = {
  dangerous: 60,
  loose: 50,
  'can’t tell yet': 22,
  watch: 20,
  'not looked at': 4,
  sound: 0,
};
const CHOSEN = 1000;
const SETTLES = 100;
const TAGGED = 8;

/** Which joints of an axle the rows show, in the order they stand on the plate, and the others in one line. */
export interface RowsShown {
  readonly shown: readonly JointKind[];
  readonly rest: readonly JointKind[];
  /** "9 more: 7 sound, 2 not yet" */
  readonly line: string;
}

/**
 * The rows that matter now: what is chosen, what the check at hand settles, what was found; then what is open.
 * @param order as the joints stand on the plate, top first
 */
export function rowsThatMatter(
  order: readonly JointKind[],
  cells: ReadonlyMap<JointId, JointCell>,
  about: { readonly count: number; readonly chosen: JointKind | null; readonly settles: readonly JointKind[] },
): RowsShown {
  const cellsOf = (kind: JointKind) => [...cells.values()].filter((c) => c.kind === kind);
  const weight = (kind: JointKind): number =>
    (about.chosen === kind ? CHOSEN : 0) +
    (about.settles.includes(kind) ? SETTLES : 0) +
    Math.max(0, ...cellsOf(kind).map((c) => WEIGHT[c.state] + (c.said !== c.state || c.chosen || c.photos ? TAGGED : 0)));
  const ranked = order.map((kind, i) => ({ kind, i, w: weight(kind) })).sort((a, b) => b.w - a.w || a.i - b.i);
  const top = new Set(ranked.slice(0, about.count).map((r) => r.kind));
  const rest = order.filter((k) => !top.has(k));
  return { shown: order.filter((k) => top.has(k)), rest, line: restLine(rest, cellsOf) };
}

function restLine(rest: readonly JointKind[], of: (kind: JointKind) => readonly JointCell[]): string {
  if (rest.length === 0) return '';
  const counts = new Map<string, number>();
  for (const kind of rest) {
    const worst = of(kind).reduce((a, b) => (WEIGHT[b.state] > WEIGHT[a.state] ? b : a));
    const word = SHORT[worst.state] ?? worst.state;
    counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  return `${rest.length} more: ${[...counts].map(([word, n]) => `${n} ${word}`).join(', ')}`;
}
