import { BadInput } from '../error';
import { assemblyOf, fastenersFor, partsOf, type JointId, type JointKind } from '../joint';
import { spoken } from '../text';
import { linkMount, SIDES, type LinkMount, type Side } from '../vehicle';
import {
  bar,
  barClear,
  fireWatch,
  link,
  loosen,
  lower,
  makeSafe,
  operationFor,
  otherJoint,
  PART_OPERATIONS,
  tighten,
  tightenStanding,
  type PartOperation,
  type Work,
} from './operations';
import type { PlanInput, Step } from './step';
import type { StepId } from './step-id';
import { takes } from './times';

/** The joints of the plan, one a part: a link has two ends and comes off once. */
function parts(joints: readonly JointId[]): JointId[] {
  return joints.filter((id, i) => joints.findIndex((x) => assemblyOf(x) === assemblyOf(id)) === i);
}

/**
 * The steps of renewing these joints, each with what must come before it, and how long it takes: by this shop's own
 * times where it has enough, else built-in values (common practice, no source).
 * @throws BadInput when no joint of this axle is chosen and nothing else was undone.
 */
export function stepsFor(input: PlanInput): Step[] {
  return allSteps(input).map((s) => ({
    ...s,
    title: spoken(s.title, input.dialect),
    ...(s.together === undefined ? {} : { together: spoken(s.together, input.dialect) }),
    ...(s.detail === undefined ? {} : { detail: spoken(s.detail, input.dialect) }),
    ...(s.caution === undefined ? {} : { caution: spoken(s.caution, input.dialect) }),
  }));
}

/** The parts a link bolts to, by what it meets: there before the link is. */
const CARRIES_LINK: Readonly<Record<LinkMount, readonly JointKind[]>> = {
  arm: ['arm-bushings'],
  knuckle: ['damper'],
  axle: [],
  body: [],
};

/** A link before its neighbours: it stands in their way. */
const inOrder = (w: Work, ids: readonly JointId[]): JointId[] => {
  const place = (id: JointId) => PART_OPERATIONS.indexOf(operationFor(partsOf(id).kind, w.axle));
  return [...ids].sort((a, b) => place(a) - place(b));
};

/** Everything off, in the hand, and the new ones on. @param others the steps of what is fitted by its maker's procedure */
function offAndOn(w: Work, bars: readonly JointId[], others: readonly Step[]): Step[] {
  const op = (id: JointId) => operationFor(partsOf(id).kind, w.axle);
  const laid = (side: Side) =>
    parts(w.joints).filter((id) => partsOf(id).side === side && op(id) !== otherJoint && op(id) !== bar);
  const last = (steps: readonly (readonly Step[])[]) => steps.flatMap((s) => s.slice(-1).map((x) => x.id));
  const offs = w.sides.map((side) => ({ side, off: inOrder(w, laid(side)).map((id) => op(id).undo(w, side, id)) }));
  // The bar comes out when everything that holds it is off, and nothing goes on before it is in again.
  const barOut = bars.flatMap((id) => bar.undo(w, partsOf(id).side, id));
  const barIn = bars.flatMap((id) => bar.fit(w, partsOf(id).side, id, [...last([barOut]), ...offs.flatMap((o) => last(o.off))]));
  /** What goes on at a side, the link last: what it bolts to is there before it. */
  const fitAt = (side: Side, after: readonly StepId[]): Step[] => {
    const rest = laid(side).filter((id) => op(id) !== link);
    const before = (bars.length ? inOrder(w, rest).reverse() : rest).flatMap((id) => op(id).fit(w, side, id, after));
    const carries = [...before, ...others]
      .filter(
        (s) =>
          s.phase === 'fit' &&
          s.joint &&
          partsOf(s.joint).side === side &&
          CARRIES_LINK[linkMount(w.axle)].includes(partsOf(s.joint).kind),
      )
      .map((s) => s.id);
    const links = laid(side).filter((id) => op(id) === link);
    return [...before, ...links.flatMap((id) => link.fit(w, side, id, [...after, ...carries]))];
  };
  return [
    // Nothing goes on before everything of its side is off.
    ...offs.flatMap(({ side, off }) => [...off.flat(), ...(bars.length ? [] : fitAt(side, last(off)))]),
    ...barOut,
    ...barIn,
    ...(bars.length ? w.sides.flatMap((side) => fitAt(side, last([barIn]))) : []),
  ];
}

function allSteps(input: PlanInput): Step[] {
  const { end, axle } = input;
  const joints = input.joints.filter((id) => partsOf(id).axle === end);
  const after = input.after ?? (() => axle);
  const planned = fastenersFor(end, axle, joints, true, after);
  const also = (input.also ?? []).filter((f) => !planned.some((p) => p.id === f.id));
  if (joints.length === 0 && also.length === 0) throw new BadInput('chosen joints', `must name at least one of the ${end} axle`);
  const fasteners = [...planned, ...also];
  const on = (side: Side, o: PartOperation) =>
    parts(joints).filter((id) => partsOf(id).side === side && operationFor(partsOf(id).kind, axle) === o);
  const w: Work = {
    dialect: 'sway bar',
    refit: [],
    fitted: new Map(),
    times: [],
    burnt: [],
    rubberStanding: false,
    wrenches: 1,
    ...input,
    also,
    joints,
    fasteners,
    // A bar is let go at both sides.
    sides: SIDES.filter((s) => joints.some((id) => partsOf(id).side === s || operationFor(partsOf(id).kind, axle) === bar)),
    rideHeight: fasteners.some((f) => f.rideHeight),
    open: ['wheels-off', ...(axle.shieldFasteners > 0 ? (['shield-off'] as const) : [])],
    on,
    after,
    takes: (task) => takes(task, input),
  };
  // Only something beside the plan was undone: it is tightened, and that is all that is known of it.
  if (joints.length === 0) return tighten(w, []);
  const others = joints
    .filter((id) => operationFor(partsOf(id).kind, axle) === otherJoint)
    .flatMap((id) => otherJoint.fit(w, partsOf(id).side, id, []));
  const bars = parts(joints).filter((id) => operationFor(partsOf(id).kind, axle) === bar);
  const renewed = offAndOn(w, bars, others);
  const fitted = [...renewed, ...others].filter((s) => s.phase === 'fit');
  const tightened = tighten(w, fitted);
  const first = (side: Side) =>
    inOrder(
      w,
      parts(joints).filter((id) => partsOf(id).side === side),
    )[0] ?? joints[0]!;
  const clear = bars.length ? [barClear(w, tightened)] : [];
  const watch = w.burnt.length ? fireWatch(w) : [];
  const wheelsOff = [...fitted, ...tightened.filter((s) => s.fastener), ...clear].map((s) => s.id);
  return [
    ...makeSafe(w),
    ...loosen(w, first),
    ...renewed,
    ...others,
    ...watch,
    ...tightened,
    ...clear,
    ...lower(w, wheelsOff),
    ...(w.rubberStanding ? tightenStanding(w) : []),
  ];
}
