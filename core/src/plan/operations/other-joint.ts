import { JOINT_SPECS, partsOf, sayJoint, type JointId } from '../../joint';
import { inDialect, type Dialect } from '../../text';
import { otherStep, sideStep } from '../step-id';
import { step, type PartOperation } from './operation';

/** A part across the vehicle has no side. */
function said(joint: JointId, dialect: Dialect): string {
  const { acrossVehicle } = JOINT_SPECS[partsOf(joint).kind];
  return acrossVehicle ? inDialect(acrossVehicle, dialect) : sayJoint(joint, dialect);
}

/** Any joint whose work this program does not lay out: one step, by the vehicle maker's procedure. */
export const otherJoint: PartOperation = {
  renews: () => true,
  fittedBy: otherStep,
  undo: () => [],
  fit: (w, side, joint) => [
    step({
      id: otherStep(joint),
      phase: 'fit',
      ...w.takes('another joint'),
      needs: [...w.open, sideStep('soak', side), 'unload'],
      joint,
      title: `${w.refit.includes(joint) ? 'Off and on again:' : 'Renew'} the ${said(joint, w.dialect)}`,
      detail:
        'By the vehicle maker’s procedure. This program does not lay out this work; it audits its fasteners and the alignment owed.',
    }),
  ],
};
