import { lubricantsFor } from '../../bushing';
import { JOINT_SPECS, partsOf, type JointId } from '../../joint';
import { capital } from '../../text';
import { sayHex } from '../../thread';
import {
  END_SPECS,
  endHeld,
  endKind,
  LINK_ENDS,
  isSetByTurning,
  LINKS,
  linkUndo,
  type EndKindSpec,
  type LinkEnd,
  type LinkSpec,
  type Side,
} from '../../vehicle';
import { facingsAt } from '../pieces';
import { sideStep } from '../step-id';
import type { PlainStep } from '../step';
import type { StepId } from '../step-id';
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
  if (greasedEyes(w, joint)) return ' The eyes’ faces greased with what came in the box.';
  if (!part?.greaseable) return '';
  const boot = link !== null && LINK_ENDS.some((end) => END_SPECS[endKind(link, end)].drawn === 'boot');
  return ` Its grease fitting in before it goes up; grease until ${boot ? 'the boot just swells' : 'it shows at the faces'}, then stop.`;
}

/** What of the new one's ends is looked at, by what they are. */
const WHOLE: Readonly<Record<EndKindSpec['drawn'], string>> = {
  boot: 'boots whole',
  eye: 'eyes whole',
  grommets: 'every grommet and washer there',
  'bare ball': 'balls free',
};
function whole(w: Work, joint: JointId): string[] {
  const { link } = w.after(joint);
  const ends = link ? LINK_ENDS.map((end) => END_SPECS[endKind(link, end)].drawn) : [];
  return [...(ends.includes('boot') ? ['caps off'] : []), 'nuts there', ...new Set(ends.map((drawn) => WHOLE[drawn]))];
}

/** Its eyes turn in polyurethane: what goes on their faces is said. */
const greasedEyes = (w: Work, joint: JointId): boolean => {
  const { link } = w.after(joint);
  return (
    w.fitted.get(joint)?.material === 'polyurethane' &&
    link !== null &&
    LINK_ENDS.some((end) => END_SPECS[endKind(link, end)].drawn === 'eye')
  );
};

/** The only end that comes off, where the other one stays. */
const onlyEnd = (w: Work, joint: JointId): LinkEnd | undefined => LINK_ENDS.find((end) => w.opens(joint)?.includes(end));

/** The spanners of an end, and what holds it. */
const toolsAt = (spec: LinkSpec, ends: readonly LinkEnd[]): string[] => [
  ...new Set([...ends.map((end) => sayHex(spec[end].nutHexMm)), ...ends.flatMap((end) => holdTool(spec, end)), 'breaker bar']),
];

/** What a side's link waits for: with the brackets let go first the bar is down, and the link hangs straight. */
const offAfter = (w: Work, side: Side): StepId[] => [
  sideStep('soak', side),
  w.bracketsFirst(side) ? sideStep('bushing-off', side) : 'unload',
];

/** One end let go so that something else can be reached; the link stays on its other end. */
function endOff(w: Work, side: Side, joint: JointId, spec: LinkSpec, end: LinkEnd): PlainStep {
  const undo = linkUndo(spec, [end]);
  return step({
    id: sideStep('link-off', side),
    phase: 'undo',
    ...w.takes('link end off'),
    needs: offAfter(w, side),
    joint,
    at: [end],
    title: `${undo.title.replace('{side}', side)}; its other end stays`,
    tools: toolsAt(spec, [end]),
    detail: `${undo.detail} The link is tied clear of hoses and shaft.`,
    caution: 'Photograph it before it comes off.',
    troubles: undo.troubles,
  });
}

/** A link that is set by turning: each end held in the middle of its swing until its lock nut is tight. */
function centred(w: Work, side: Side, joint: JointId): PlainStep[] {
  const axle = w.after(joint);
  if (!axle.link || !isSetByTurning(LINKS[axle.link.kind])) return [];
  return [
    step({
      id: sideStep('centre-link', side),
      phase: 'fit',
      ...w.takes('link centred'),
      joint,
      at: ['body'],
      needs: [sideStep('fit-link', side)],
      title: `Both ends of the ${side} link in the middle of their swing`,
      detail:
        'Turned in line with each other, each as free to one side as to the other; held so while the lock nuts are tightened.',
    }),
  ];
}

/** A link off and a new one on, whatever its kind: the kind says how it comes off. */
export const link: PartOperation = {
  renews: (kind) => JOINT_SPECS[kind].assembly === 'link',
  fittedBy: (joint) => sideStep('fit-link', partsOf(joint).side),
  undo(w, side, joint) {
    const spec = w.axle.link;
    if (!spec) return [];
    const only = onlyEnd(w, joint);
    if (only) return [endOff(w, side, joint, spec, only)];
    const undo = linkUndo(spec);
    return [
      step({
        id: sideStep('link-off', side),
        phase: 'undo',
        ...w.takes('link off'),
        needs: offAfter(w, side),
        joint,
        title: undo.title.replace('{side}', side),
        tools: toolsAt(spec, ['lower', 'upper']),
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
              detail: capital(`${whole(w, joint).join(', ')}.`),
            }),
          ]),
    ];
  },
  fit(w, side, joint, after) {
    const only = onlyEnd(w, joint);
    if (only)
      return [
        step({
          id: sideStep('fit-link', side),
          phase: 'fit',
          ...w.takes('link end on'),
          joint,
          at: [only],
          facings: facingsAt(w.after(joint), joint, w.opens),
          needs: after,
          title: `The ${side} link’s ${only} end on again, nut run on by hand`,
          troubles: ['thread short', 'part broke'],
        }),
      ];
    return [
      step({
        id: sideStep('fit-link', side),
        phase: 'fit',
        ...w.takes('link in'),
        joint,
        facings: facingsAt(w.after(joint), joint),
        ...(greasedEyes(w, joint) ? { lubricants: lubricantsFor('polyurethane') } : {}),
        needs: after,
        title: w.refit.includes(joint)
          ? `The ${side} link in again, nuts run on by hand`
          : `New ${side} link in, nuts run on by hand`,
        detail: `Every thread by hand. Hard-to-reach end first.${greased(w, joint)}`,
        troubles: ['thread short', 'part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
      ...centred(w, side, joint),
    ];
  },
};
