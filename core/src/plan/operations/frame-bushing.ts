import { lubricant, lubricantsFor } from '../../bushing';
import { partsOf } from '../../joint';
import { capital } from '../../text';
import { sayHex } from '../../thread';
import { BUSHINGS } from '../../vehicle';
import { facingsAt } from '../pieces';
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
    const kind = BUSHINGS[spec.kind];
    return [
      step({
        id: sideStep('bushing-off', side),
        phase: 'undo',
        ...w.takes('bushing off'),
        needs: [
          sideStep('soak', side),
          !w.bracketsFirst(side) && w.on(side, link).length ? sideStep('link-off', side) : 'unload',
        ],
        joint,
        title: capital(kind.undo.title.replace('{side}', side)),
        tools: [`${sayHex(spec.hexMm)} socket`, ...kind.undo.tools],
        detail: kind.undo.detail,
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
    const spec = w.axle.bushing;
    if (!spec) return [];
    const how = BUSHINGS[spec.kind].fit;
    return [
      step({
        id: sideStep('fit-bushing', side),
        phase: 'fit',
        ...w.takes('bushing on'),
        joint,
        facings: facingsAt(w.axle, joint),
        ...(BUSHINGS[spec.kind].turnsIn ? { lubricants: lubricantsFor(w.fitted.get(joint)?.material) } : {}),
        needs: after,
        title: w.refit.includes(joint) ? `The ${side} bushing on again, ${how.title}` : `New ${side} bushing on, ${how.title}`,
        detail: `${how.detail} ${lubricant(w.fitted.get(joint)?.material, BUSHINGS[spec.kind].turnsIn)}`,
        troubles: ['part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};
