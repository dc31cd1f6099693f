import { JOINT_SPECS, partsOf, type JointId } from '../../joint';
import { capital } from '../../text';
import { sayHex } from '../../thread';
import { END_SPECS, endHeld, endKind, LINK_ENDS, linkUndo, type LinkEnd, type LinkSpec } from '../../vehicle';
import { facingsAt } from '../pieces';
import { sideStep } from '../step-id';
import { step, type PartOperation, type Work } from './operation';

/** What holds an end while its nut turns. */
function holdTool(link: LinkSpec, end: LinkEnd): string[] {
  const held = endHeld(link, end);
  if (held === undefined) return [];
  if (held === 'bolt head') return ['spanner on the bolt head'];
  const { hold, holdMm } = link[end];
  return [`${holdMm === undefined ? '' : `${sayHex(holdMm)} `}${hold === 'hex' ? 'hex key, long' : 'thin spanner'}`];
}

/** How a link with a grease fitting is greased: into a boot until it swells; one without a boot until it shows. */
function greased(w: Work, joint: JointId): string {
  const part = w.fitted.get(joint);
  const link = w.after(joint).link;
  const eyes = link !== null && LINK_ENDS.some((end) => END_SPECS[endKind(link, end)].drawn === 'eye');
  if (part?.material === 'polyurethane' && eyes) return ' The eyes’ faces greased with what came in the box.';
  if (!part?.greaseable) return '';
  const boot = link !== null && LINK_ENDS.some((end) => END_SPECS[endKind(link, end)].drawn === 'boot');
  return ` Its grease fitting in before it goes up; grease until ${boot ? 'the boot just swells' : 'it shows at the faces'}, then stop.`;
}

/** A link off and a new one on, whatever its kind: the kind says how it comes off. */
export const link: PartOperation = {
  renews: (kind) => JOINT_SPECS[kind].assembly === 'link',
  fittedBy: (joint) => sideStep('fit-link', partsOf(joint).side),
  undo(w, side, joint) {
    const spec = w.axle.link;
    if (!spec) return [];
    const undo = linkUndo(spec);
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
            ...holdTool(spec, 'lower'),
            ...holdTool(spec, 'upper'),
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
    return [
      step({
        id: sideStep('fit-link', side),
        phase: 'fit',
        ...w.takes('link in'),
        joint,
        facings: facingsAt(w.after(joint), joint),
        needs: after,
        title: w.refit.includes(joint)
          ? `The ${side} link in again, nuts run on by hand`
          : `New ${side} link in, nuts run on by hand`,
        detail: `Every thread by hand. Hard-to-reach end first.${greased(w, joint)}`,
        troubles: ['thread short', 'part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};
