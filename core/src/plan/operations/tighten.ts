import { JOINT_SPECS, partsOf, type Fastener, type JointId } from '../../joint';
import { sayHex } from '../../thread';
import { fastenerName } from '../../torque';
import type { Side } from '../../vehicle';
import type { PlainStep } from '../step';
import { tightenStep, type StepId } from '../step-id';
import { step, type Work } from './operation';

/** A part across the vehicle is at both sides. */
const isAt = (joint: JointId, side: Side): boolean =>
  partsOf(joint).side === side || JOINT_SPECS[partsOf(joint).kind].acrossVehicle !== null;

const one = (w: Work, f: Fastener, needs: readonly StepId[]): PlainStep =>
  step({
    id: tightenStep(f.id),
    phase: 'tighten',
    ...w.takes(f.count > 1 ? 'a group of fasteners' : 'one fastener'),
    needs,
    fastener: f.id,
    joint: f.joint,
    title: `${fastenerName(f.kind, w.dialect)}, ${f.side}`,
    tools: [
      ...(f.hexMm ? [sayHex(f.hexMm)] : []),
      ...(f.hold ? [f.hold === 'bolt head' ? 'spanner on the bolt head' : f.hold] : []),
      'torque wrench',
    ],
    ...(w.wrenches > 1 ? {} : { sole: ['torque wrench'] }),
  });

/** Gripped rubber with the vehicle on its own wheels: its height is the right one by itself. */
export const tightenStanding = (w: Work): PlainStep[] =>
  w.fasteners
    .filter((f) => f.rideHeight && f.kind !== 'wheel-nut' && f.kind !== 'shield-bolt')
    .map((f) => ({
      ...one(w, f, ['lower']),
      title: `${fastenerName(f.kind, w.dialect)}, ${f.side}, on its wheels`,
      detail: 'On ramps, or over a pit, its weight on all four: bonded or gripped rubber is tightened as it stands.',
    }));

/** What turns freely at any height, then gripped rubber at ride height. @param fitted the fitting steps of both sides */
export function tighten(w: Work, fitted: readonly PlainStep[]): PlainStep[] {
  const ofSide = (side: Side) => fitted.filter((s) => s.joint && isAt(s.joint, side)).map((s) => s.id);
  const parts = w.fasteners.filter((f) => f.kind !== 'wheel-nut' && f.kind !== 'shield-bolt');
  // What came off only to get at something goes back when that is in and tight.
  const forAccess = new Set(w.also.map((f) => f.id));
  const free = parts.filter((f) => !f.rideHeight);
  const own = free.filter((f) => !forAccess.has(f.id)).map((f) => one(w, f, ofSide(f.side)));
  const after = [...fitted, ...own].map((s) => s.id);
  const out = [...own, ...free.filter((f) => forAccess.has(f.id)).map((f) => one(w, f, after))];
  if (!w.rideHeight || w.rubberStanding) return out;
  return [
    ...out,
    step({
      id: 'ride-height',
      phase: 'tighten',
      ...w.takes('ride height'),
      needs: fitted.map((s) => s.id),
      tools: w.equipment === 'lift' ? ['two jacks or ramps'] : ['two jacks'],
      title: 'Both arms up to the hub-to-arch height',
      detail: 'Bonded or gripped rubber is tightened here, both sides at the same height.',
      caution:
        'A jack under an arm can lift the body off its stand: watch the stand, stop if it moves. Never under a disc or a shield.',
    }),
    ...parts.filter((f) => f.rideHeight).map((f) => one(w, f, ['ride-height'])),
  ];
}
