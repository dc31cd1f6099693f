import { BadInput } from '../error';
import { assemblyOf, fastenersFor, JOINT_SPECS, OPENS_ALL, partsOf, type JointId } from '../joint';
import { spoken } from '../text';
import { SIDES, type Side } from '../vehicle';
import { comesOff } from './arrange';
import {
  bar,
  barClear,
  fireWatch,
  frameBushing,
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
import type { PlainStep, PlanInput, Step } from './step';
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
    axle: input.end,
    ...thereAt(input, s),
    minutes: s.minutes + (input.room?.get(s.id) ?? 0),
    title: spoken(s.title, input.dialect),
    ...(s.together === undefined ? {} : { together: spoken(s.together, input.dialect) }),
    ...(s.detail === undefined ? {} : { detail: spoken(s.detail, input.dialect) }),
    ...(s.caution === undefined ? {} : { caution: spoken(s.caution, input.dialect) }),
  }));
}

/** The pieces at a step where something may go wrong: of the new part where that goes on. */
function thereAt({ axle, after }: PlanInput, { troubles, joint, phase, at }: PlainStep): Pick<PlainStep, 'there'> {
  if (!troubles?.length || !joint) return {};
  const pieces = JOINT_SPECS[partsOf(joint).kind].bolted((phase === 'fit' && after?.(joint)) || axle);
  const here = at ? pieces.filter((p) => at.includes(p.axis)) : pieces;
  return here.length ? { there: [...new Set(here.map((p) => p.role))] } : {};
}

/** Whether the part of a joint carries another one: it is there first. */
const carries = (w: Work, carrier: JointId, of: JointId): boolean =>
  JOINT_SPECS[partsOf(of).kind].carriedBy(w.axle).includes(partsOf(carrier).kind);

/** A link before its neighbours: it stands in their way. */
const inOrder = (w: Work, ids: readonly JointId[]): JointId[] => {
  const place = (id: JointId) => PART_OPERATIONS.indexOf(operationFor(partsOf(id).kind, w.axle));
  return [...ids].sort((a, b) => place(a) - place(b));
};

/** Everything off, in the hand, and the new ones on. */
function offAndOn(w: Work, bars: readonly JointId[]): PlainStep[] {
  const op = (id: JointId) => operationFor(partsOf(id).kind, w.axle);
  const laid = (side: Side) =>
    parts(w.joints).filter((id) => partsOf(id).side === side && op(id) !== otherJoint && op(id) !== bar);
  const last = (steps: readonly (readonly PlainStep[])[]) => steps.flatMap((s) => s.slice(-1).map((x) => x.id));
  const offs = w.sides.map((side) => ({ side, off: inOrder(w, laid(side)).map((id) => op(id).undo(w, side, id)) }));
  // The bar comes out when everything that holds it is off, and nothing goes on before it is in again.
  const barOut = bars.flatMap((id) => bar.undo(w, partsOf(id).side, id));
  const barIn = bars.flatMap((id) => bar.fit(w, partsOf(id).side, id, [...last([barOut]), ...offs.flatMap((o) => last(o.off))]));
  /**
   * What goes on at a side: what carries another part before that part, the link last, and what was only let go to get at
   * something when that is in.
   */
  const fitAt = (side: Side, after: readonly StepId[]): PlainStep[] => {
    const here = laid(side);
    const rest = here.filter((id) => op(id) !== link);
    const listed = [...(bars.length ? inOrder(w, rest).reverse() : rest), ...here.filter((id) => op(id) === link)];
    const fitSteps = (id: JointId) =>
      op(id)
        .fit(w, side, id, [])
        .map((s) => s.id);
    const waits = (id: JointId): StepId[] =>
      [...listed, ...w.joints.filter((x) => op(x) === otherJoint && partsOf(x).side === side)]
        .filter((x) => x !== id && (carries(w, x, id) || (w.refit.includes(id) && !w.refit.includes(x) && !carries(w, id, x))))
        .flatMap((x) => fitSteps(x).slice(-1));
    return listed.flatMap((id) => op(id).fit(w, side, id, [...after, ...waits(id)]));
  };
  return [
    // Nothing goes on before everything of its side is off.
    ...offs.flatMap(({ side, off }) => [...off.flat(), ...(bars.length ? [] : fitAt(side, last(off)))]),
    ...barOut,
    ...barIn,
    ...(bars.length ? w.sides.flatMap((side) => fitAt(side, last([barIn]))) : []),
  ];
}

function allSteps(input: PlanInput): PlainStep[] {
  const { end, axle } = input;
  const joints = input.joints.filter((id) => partsOf(id).axle === end);
  const after = input.after ?? (() => axle);
  const { opens = OPENS_ALL, arranged = new Map() } = input;
  const off = comesOff(axle, joints, arranged);
  const planned = fastenersFor(end, axle, joints, { off, after, opens });
  const also = (input.also ?? []).filter((f) => !planned.some((p) => p.id === f.id));
  if (joints.length === 0 && also.length === 0) throw new BadInput('chosen joints', `must name at least one of the ${end} axle`);
  const fasteners = [...planned, ...also];
  const known = parts(joints).map((id) => ({ id, side: partsOf(id).side, op: operationFor(partsOf(id).kind, axle) }));
  const stepsFor = (side: Side, o: PartOperation) => known.flatMap((x) => (x.side === side && x.op === o ? [x.id] : []));
  const w: Work = {
    dialect: 'sway bar',
    refit: [],
    fitted: new Map(),
    times: [],
    burnt: [],
    rubberStanding: false,
    wrenches: 1,
    opens,
    arranged,
    room: new Map(),
    otherLength: false,
    ...input,
    off,
    bracketsFirst: (side) => arranged.get('brackets first') === true && stepsFor(side, frameBushing).length > 0,
    also,
    joints,
    fasteners,
    // A bar is let go at both sides.
    sides: SIDES.filter((s) => joints.some((id) => partsOf(id).side === s || operationFor(partsOf(id).kind, axle) === bar)),
    rideHeight: fasteners.some((f) => f.rideHeight),
    open: off.length ? off.map((what) => `${what}-off` as const) : ['raise'],
    on: stepsFor,
    after,
    takes: (task) => takes(task, input),
  };
  // Only something beside the plan was undone: it is tightened, and that is all that is known of it.
  if (joints.length === 0) return tighten(w, []);
  const others = joints
    .filter((id) => operationFor(partsOf(id).kind, axle) === otherJoint)
    .flatMap((id) => otherJoint.fit(w, partsOf(id).side, id, []));
  const bars = parts(joints).filter((id) => operationFor(partsOf(id).kind, axle) === bar);
  const renewed = offAndOn(w, bars);
  const fitted = [...renewed, ...others].filter((s) => s.phase === 'fit');
  const tightened = tighten(w, fitted);
  const first = (side: Side) =>
    inOrder(
      w,
      parts(joints).filter((id) => partsOf(id).side === side),
    )[0] ?? joints[0]!;
  const clear = bars.length || (w.otherLength && w.sides.some((s) => stepsFor(s, link).length)) ? [barClear(w, tightened)] : [];
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
