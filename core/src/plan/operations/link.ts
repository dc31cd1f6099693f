import { JOINT_SPECS, partsOf } from '../../joint';
import { capital } from '../../text';
import { sayHex } from '../../thread';
import { LINKS, type StudSpec } from '../../vehicle';
import { sideStep } from '../step-id';
import { step, type PartOperation } from './operation';

const holdTool = (s: StudSpec): string[] =>
  s.hold === 'none'
    ? []
    : [`${s.holdMm === undefined ? '' : `${sayHex(s.holdMm)} `}${s.hold === 'hex' ? 'hex key, long' : 'thin spanner'}`];

/** A link off and a new one on, whatever its kind: the kind says how it comes off. */
export const link: PartOperation = {
  renews: (kind) => JOINT_SPECS[kind].assembly === 'link',
  fittedBy: (joint) => sideStep('fit-link', partsOf(joint).side),
  undo(w, side, joint) {
    const spec = w.axle.link;
    if (!spec) return [];
    const { undo } = LINKS[spec.kind];
    return [
      step({
        id: sideStep('link-off', side),
        phase: 'undo',
        ...w.takes('link off'),
        needs: [sideStep('soak', side), 'unload'],
        joint,
        title: undo.title.replace('{side}', side),
        tools: [
          ...new Set([
            sayHex(spec.lower.nutHexMm),
            sayHex(spec.upper.nutHexMm),
            ...holdTool(spec.lower),
            ...holdTool(spec.upper),
            'breaker bar',
          ]),
        ],
        detail: undo.detail,
        caution: 'Photograph it before it comes off.',
        troubles: undo.troubles,
      }),
      step({
        id: sideStep('confirm-link', side),
        phase: 'part off',
        ...w.takes('link in the hand'),
        needs: [sideStep('link-off', side)],
        joint,
        confirmJoint: joint,
        title: `${capital(side)} link in the hand`,
        detail: 'Work each end by hand. Play shows far better now.',
      }),
      ...(w.refit.includes(joint)
        ? []
        : [
            step({
              id: sideStep('compare-link', side),
              phase: 'fit',
              ...w.takes('link compared'),
              needs: [sideStep('confirm-link', side)],
              joint,
              tools: ['rule', 'caliper'],
              title: `Old ${side} link beside the new: length, thread, hold, side`,
              detail: 'Caps off, nuts there, boots whole.',
            }),
          ]),
    ];
  },
  fit(w, side, joint, after) {
    const orientation = JOINT_SPECS[partsOf(joint).kind].orientation(w.after(joint))?.orientation;
    if (!orientation) return [];
    return [
      step({
        id: sideStep('fit-link', side),
        phase: 'fit',
        ...w.takes('link in'),
        joint,
        orientation,
        needs: after,
        title: w.refit.includes(joint)
          ? `The ${side} link in again, nuts run on by hand`
          : `New ${side} link in, nuts run on by hand`,
        detail: `Every thread by hand. Hard-to-reach end first.${w.fitted.get(joint)?.greaseable ? ' Its grease fitting in before it goes up; grease until the boot just swells, then stop.' : ''}`,
        troubles: ['thread short', 'part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};
