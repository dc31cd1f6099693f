import { lubricant } from '../../bushing';
import { JOINT_SPECS, partsOf } from '../../joint';
import { capital } from '../../text';
import { sayHex } from '../../thread';
import { sideStep } from '../step-id';
import { link } from './link';
import { step, type PartOperation } from './operation';

/** A frame bushing out of its bracket and a new one on. Where the link comes off too, it goes first. */
export const frameBushing: PartOperation = {
  renews: (kind) => kind === 'frame-bushing',
  fittedBy: (joint) => sideStep('fit-bushing', partsOf(joint).side),
  undo(w, side, joint) {
    const spec = w.axle.bushing;
    if (!spec) return [];
    return [
      step({
        id: sideStep('bushing-off', side),
        phase: 'undo',
        ...w.takes('bushing off'),
        needs: [sideStep('soak', side), w.on(side, link).length ? sideStep('link-off', side) : 'unload'],
        joint,
        title: `${capital(side)} bracket off, bushing out`,
        tools: [`${sayHex(spec.hexMm)} socket`],
        detail: 'Mark which way the split and the bracket face. Brush the bar’s seat bright.',
        caution: 'Photograph it before it comes off.',
        troubles: ['bolt broke', 'head spins', 'cannot reach'],
      }),
      step({
        id: sideStep('confirm-bushing', side),
        phase: 'part off',
        ...w.takes('bushing in the hand'),
        needs: [sideStep('bushing-off', side)],
        joint,
        confirmJoint: joint,
        title: `${capital(side)} bushing in the hand`,
        detail: 'A bushing that looked sound in place can be torn. Measure the bar at the seat.',
      }),
    ];
  },
  fit(w, side, joint, after) {
    const orientation = JOINT_SPECS[partsOf(joint).kind].orientation(w.axle)?.orientation;
    if (!orientation) return [];
    return [
      step({
        id: sideStep('fit-bushing', side),
        phase: 'fit',
        ...w.takes('bushing on'),
        joint,
        orientation,
        needs: after,
        title: w.refit.includes(joint)
          ? `The ${side} bushing on again, bracket by hand`
          : `New ${side} bushing on, bracket by hand`,
        detail: `Both bolts a few turns, hard-to-reach one first. ${lubricant(w.fitted.get(joint)?.material, w.axle.bushing?.kind !== 'pivot')}`,
        troubles: ['part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};
