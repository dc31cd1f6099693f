import { partsOf, sayJoint, type JointKind } from '../../joint';
import { capital, inDialect, type Name } from '../../text';
import type { AxleSpec } from '../../vehicle';
import type { TroubleId } from '../ladder';
import { facingsAt } from '../pieces';
import { jointStep, sideStep } from '../step-id';
import type { Task } from '../times';
import { link } from './link';
import { step, type PartOperation } from './operation';

/** How the part of a joint beside the bar comes off and goes on again (common practice, no source; the maker's procedure comes first). */
interface Laid {
  /** Where this program lays the work out at all; else it is one step by the maker's procedure. */
  readonly when?: (axle: AxleSpec) => boolean;
  readonly off: {
    readonly task: Task;
    readonly title: Name;
    readonly detail: string;
    readonly tools: readonly string[];
    readonly caution?: string;
    readonly troubles: readonly TroubleId[];
  };
  readonly hand: string;
  readonly on: {
    readonly task: Task;
    readonly title: Name;
    readonly detail: string;
    readonly tools?: readonly string[];
    readonly troubles?: readonly TroubleId[];
  };
  /** A link stands in its way and comes off first where the plan has it. */
  readonly behindLink?: boolean;
}

const TAPER_ON =
  'Taper and eye clean and dry, no grease. Steering straight, the stud pushed home by hand until it no longer turns. A castle nut goes on to its value, then on to the next slot, never back; a new cotter.';
const TAPER_SPRINGS = 'The nut stays on by its last turns until the taper has let go: what it holds springs down.';

const LAID: Partial<Record<JointKind, Laid>> = {
  'ball-joint': {
    // With the spring on the arm it holds the ball joint under load: the maker's procedure and tools.
    when: (axle) => axle.springSeat === 'strut' || axle.springSeat === 'axle',
    behindLink: true,
    off: {
      task: 'taper off',
      title: '{side} ball joint: cotter out, nut to its last turns, taper let go, out of the arm',
      detail: 'Jack or strap under the arm. The stud’s mark and the way its cotter lies are photographed.',
      tools: ['ball joint press', 'two hammers', 'side cutters'],
      caution: `Eyes. ${TAPER_SPRINGS}`,
      troubles: ['taper stuck', 'hex rounds', 'cannot reach'],
    },
    hand: 'Swing the stud by hand: play, notches, water under the boot.',
    on: {
      task: 'taper in',
      title: '{side} ball joint in, nut by hand',
      detail: TAPER_ON,
      tools: ['new cotter'],
      troubles: ['thread short', 'part wrong'],
    },
  },
  'tie-rod-outer': {
    off: {
      task: 'taper off',
      title: [
        '{side} tie rod end: lock nut cracked, taper let go, turns counted off',
        '{side} track rod end: lock nut cracked, taper let go, turns counted off',
      ],
      detail: 'Mark the thread with paint, measure what stands out, and count whole turns: it goes on by as many.',
      tools: ['ball joint press', 'rule', 'paint pen', 'side cutters'],
      caution: `Eyes. ${TAPER_SPRINGS}`,
      troubles: ['taper stuck', 'hex rounds'],
    },
    hand: 'Swing the stud by hand: play, notches, a torn boot.',
    on: {
      task: 'taper in',
      title: [
        '{side} tie rod end on by the turns that were counted, stud in',
        '{side} track rod end on by the turns that were counted, stud in',
      ],
      detail: `${TAPER_ON} The toe is only near: an alignment check is owed.`,
      tools: ['rule', 'new cotter'],
      troubles: ['part wrong'],
    },
  },
  'arm-bushings': {
    when: (axle) => axle.springSeat === 'strut',
    behindLink: true,
    off: {
      task: 'arm off',
      title: [
        '{side} control arm off: ball joint let go, then the inner bolts',
        '{side} wishbone off: ball joint let go, then the inner bolts',
      ],
      detail:
        'Hub strapped so that nothing hangs on the brake hose or the shaft. Each bolt back with its nut, and how its washers face.',
      tools: ['ball joint press', 'breaker bar', 'strap'],
      caution: `Eyes. ${TAPER_SPRINGS} The arm swings free when its last bolt is out.`,
      troubles: ['bolt seized', 'taper stuck', 'cannot reach'],
    },
    hand: 'Each bushing by hand and with a lever; the arm itself for cracks, dents and rust.',
    on: {
      task: 'arm in',
      title: ['{side} control arm in, every bolt by hand only', '{side} wishbone in, every bolt by hand only'],
      detail: `Inner bolts in and left loose: they are tightened at ride height, or the rubber tears. ${TAPER_ON}`,
      tools: ['new cotter', 'drift'],
      troubles: ['thread short', 'part wrong'],
    },
  },
  damper: {
    // A strut's damper is taken apart with its spring: the maker's procedure and a spring compressor.
    when: (axle) => axle.springSeat !== 'strut',
    off: {
      task: 'damper off',
      title: '{side} damper off, foot first',
      detail: 'Jack under the arm or axle: the damper is what stops it going down. Top nut last, its washers in order.',
      tools: ['jack', 'breaker bar'],
      caution: 'The arm or axle drops when the damper lets go: it stands on the jack first. A gas damper grows as it comes free.',
      troubles: ['bolt seized', 'stud spins'],
    },
    hand: 'Push and pull it upright: even both ways, no gap, no oil.',
    on: {
      task: 'damper in',
      title: '{side} damper in, top first, foot by hand',
      detail: 'Pumped upright a few times before it goes in. Washers and rubbers as they were.',
      troubles: ['part wrong'],
    },
  },
};

const laidFor = (kind: JointKind, axle: AxleSpec): Laid | undefined => {
  const l = LAID[kind];
  return l && (l.when?.(axle) ?? true) ? l : undefined;
};

/** A part beside the bar that comes off to be renewed, or so that something else can be reached. */
export const neighbour: PartOperation = {
  renews: (kind, axle) => laidFor(kind, axle) !== undefined,
  fittedBy: (joint) => jointStep('on', joint),
  undo(w, side, joint) {
    const l = laidFor(partsOf(joint).kind, w.axle);
    if (!l) return [];
    const named = (n: Name) => capital(inDialect(n, w.dialect).replace('{side}', side));
    const said = sayJoint(joint, w.dialect);
    return [
      step({
        id: jointStep('off', joint),
        phase: 'undo',
        ...w.takes(l.off.task),
        needs: [sideStep('soak', side), l.behindLink && w.on(side, link).length ? sideStep('link-off', side) : 'unload'],
        joint,
        title: named(l.off.title),
        tools: l.off.tools,
        detail: l.off.detail,
        caution: l.off.caution,
        troubles: l.off.troubles,
      }),
      step({
        id: jointStep('hand', joint),
        phase: 'part off',
        ...w.takes('in the hand'),
        needs: [jointStep('off', joint)],
        joint,
        confirmJoint: joint,
        title: `${capital(said)} in the hand`,
        detail: l.hand,
      }),
      ...(w.refit.includes(joint)
        ? []
        : [
            step({
              id: jointStep('beside', joint),
              phase: 'fit',
              ...w.takes('compared'),
              needs: [jointStep('hand', joint)],
              joint,
              tools: ['rule', 'caliper'],
              title: `Old ${said} beside the new: size, thread, taper, side`,
              detail: 'Boot whole, cap off, nut and cotter there.',
            }),
          ]),
    ];
  },
  fit(w, side, joint, after) {
    const { kind } = partsOf(joint);
    const l = laidFor(kind, w.axle);
    if (!l) return [];
    return [
      step({
        id: jointStep('on', joint),
        phase: 'fit',
        ...w.takes(l.on.task),
        joint,
        facings: facingsAt(w.after(joint), joint),
        needs: after,
        title: capital(inDialect(l.on.title, w.dialect).replace('{side}', side)),
        tools: l.on.tools ?? [],
        detail: l.on.detail,
        troubles: [...(l.on.troubles ?? []), ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};
