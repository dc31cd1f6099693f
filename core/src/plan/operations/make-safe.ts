import { otherEnd } from '../../vehicle';
import type { PlainStep } from '../step';
import { step, wheelSocket, type Work } from './operation';

/** Up, both wheels hanging. */
function raise(w: Work, rideHeight: boolean): PlainStep {
  const { end } = w;
  const lift = w.equipment === 'lift';
  const cracked = w.off.includes('wheels') && !lift;
  return step({
    id: 'raise',
    phase: 'make safe',
    ...w.takes(lift ? 'raise on a lift' : 'raise on stands'),
    needs: ['chock', ...(rideHeight ? (['height'] as const) : []), ...(cracked ? (['crack'] as const) : [])],
    tools: lift ? ['lift'] : ['trolley jack', 'two stands rated for it'],
    title: lift ? `Raise it, both ${end} wheels hanging` : `Raise the ${end}, both sides level, on stands`,
    detail: `At: ${w.jackingPoints}. Both ends of the axle level, or the bar is wound up.`,
    caution: lift
      ? 'Check the pads again a hand’s breadth off the floor, and the locks at height.'
      : 'Never under a vehicle held by a jack alone. Rock it on its stands before you go under.',
  });
}

/** Chocked, measured, raised, wheels and shield off. */
export function makeSafe(w: Work): PlainStep[] {
  const { end, axle } = w;
  const wheels = w.off.includes('wheels');

  const rideHeight = w.rideHeight && !w.rubberStanding;
  const lift = w.equipment === 'lift';
  const out: PlainStep[] = [
    step({
      id: 'chock',
      phase: 'make safe',
      ...w.takes('chock'),
      needs: [],
      tools: ['chocks'],
      title: `Chock the ${otherEnd(end)} wheels, park, brake on`,
      detail:
        end === 'rear'
          ? 'The parking brake usually holds the rear wheels, which are coming up: the chocks do the work.'
          : undefined,
    }),
  ];
  if (rideHeight)
    out.push(
      step({
        id: 'height',
        phase: 'make safe',
        ...w.takes('height'),
        needs: ['chock'],
        tools: ['tape'],
        title: 'Measure hub to arch, both sides, and write it down',
        detail: 'The rubber is tightened at this height later.',
      }),
    );
  if (wheels && !lift)
    out.push(
      step({
        id: 'crack',
        phase: 'make safe',
        ...w.takes('crack'),
        needs: ['chock'],
        tools: [wheelSocket(w), 'breaker bar'],
        title: 'Crack the wheel nuts a quarter turn, tyres on the ground',
      }),
    );
  out.push(raise(w, rideHeight));
  if (wheels)
    out.push(
      step({
        id: 'wheels-off',
        phase: 'make safe',
        ...w.takes('wheels off'),
        needs: ['raise'],
        tools: [wheelSocket(w)],
        title: 'Wheels off, one laid under each sill',
      }),
    );
  if (w.off.includes('shield'))
    out.push(
      step({
        id: 'shield-off',
        phase: 'undo',
        ...w.takes('shield off'),
        needs: ['raise'],
        title: `Undershield off, ${axle.shieldFasteners} fasteners counted`,
        tools: ['10 mm socket'],
      }),
    );
  return out;
}
