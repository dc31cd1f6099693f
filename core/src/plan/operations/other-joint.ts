import { sayJoint } from '../../joint';
import { otherStep, sideStep } from '../step-id';
import { step, type PartOperation } from './operation';

/** Any joint whose work this program does not lay out: one step, by the vehicle maker's procedure. */
export const otherJoint: PartOperation = {
  renews: () => true,
  fittedBy: otherStep,
  undo: () => [],
  fit: (w, side, joint) => [
    step({
      id: otherStep(joint),
      phase: 'fit',
      minutes: w.minutes('another joint'),
      needs: [...w.open, sideStep('soak', side), 'unload'],
      joint,
      title: `${w.refit.includes(joint) ? 'Off and on again:' : 'Renew'} the ${sayJoint(joint, w.dialect)}`,
      detail:
        'By the vehicle maker’s procedure. This program does not lay out this work; it audits its fasteners and the alignment owed.',
    }),
  ],
};
