import { isJointId, partsOf, type JointId } from '../../joint';
import type { Entry, Ledger } from '../../ledger';
import { axleOfStep, plainStep } from '../../plan';
import { after, UNSAID, type StandingChange, type VehicleStanding } from '../../standing';
import { SIDES, type AxleEnd, type Side, type VehicleState } from '../../vehicle';

/** How the vehicle stands now. */
export interface StandingState {
  readonly stands: VehicleStanding;
}

/** What a look, or a gauge, says of how the axles stood whose joints it names. */
function ofLook(state: VehicleState, joints: readonly JointId[], lift: boolean): StandingChange[] {
  const axles = [...new Set(joints.map((id) => partsOf(id).axle))];
  if (axles.length === 0) return [{ what: 'stands', state, lift }];
  return axles.map((axle) => {
    const sides = SIDES.filter((side) => joints.some((id) => partsOf(id).axle === axle && partsOf(id).side === side));
    return { what: 'stands', state, axle, side: oneOf(sides), lift };
  });
}
const oneOf = (sides: readonly Side[]): Side | undefined => (sides.length === 1 ? sides[0] : undefined);

/** What one line of the tape puts otherwise. @param axle the axle the work is at */
function changes(e: Entry, { kept }: Ledger, axle: AxleEnd): StandingChange[] {
  const lift = (kept.setup?.body.equipment ?? 'lift') === 'lift';
  switch (e.kind) {
    case 'stands':
      return [{ what: 'stands', ...e.body, lift }];
    case 'check':
      return ofLook(e.body.state, e.body.results.map((r) => r.joint).filter(isJointId), lift);
    case 'reading':
      return e.body.state ? ofLook(e.body.state, [e.body.joint], lift) : [];
    case 'step':
      // What was taken back was not done.
      if (kept.step.get(e.body.step) !== e || e.body.state !== 'done') return [];
      return ofStep(e.body.step, axle, lift);
    // It was driven: it stands on its wheels, and all of them are on.
    case 'drive':
    case 'road-test':
    case 'hand-back':
      return [{ what: 'down' }];
    default:
      return [];
  }
}

/** What a step that is done puts otherwise. @param about the axle the job is about */
function ofStep(step: string, about: AxleEnd, lift: boolean): StandingChange[] {
  const axle = axleOfStep(step) ?? about;
  switch (plainStep(step)) {
    case 'raise':
      return [{ what: 'stands', state: 'both-hanging', axle, lift }];
    case 'wheels-off':
      return [{ what: 'wheels', axle, on: false }];
    case 'ride-height':
      return [{ what: 'stands', state: 'under-arm', axle, lift }];
    case 'wheels-on':
      return [{ what: 'wheels', axle, on: true }];
    case 'lower':
      return [{ what: 'down' }];
    default:
      return [];
  }
}

/** How it stands, from all that was said and done, in its order. */
export function standingState(l: Ledger, axle: AxleEnd): StandingState {
  let standing: VehicleStanding = UNSAID;
  for (const e of l.entries) if (!l.struck.has(e.id)) for (const c of changes(e, l, axle)) standing = after(standing, c);
  return { stands: standing };
}
