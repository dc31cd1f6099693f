import { JOINT_SPECS, partsOf, sayJoint, type JointKind, type Laid } from '../../joint';
import { capital, inDialect, type Name } from '../../text';
import type { AxleSpec } from '../../vehicle';
import { facingsAt } from '../pieces';
import { jointStep, sideStep } from '../step-id';
import { link } from './link';
import { step, type PartOperation } from './operation';

/** How the part of a joint comes off and goes on again, where this program lays it out on such an axle. */
const laidFor = (kind: JointKind, axle: AxleSpec): Laid | undefined => {
  const { laid } = JOINT_SPECS[kind];
  return laid && (laid.when?.(axle) ?? true) ? laid : undefined;
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
