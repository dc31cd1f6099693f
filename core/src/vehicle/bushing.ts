import type { AssemblyPiece } from './assembled';
import type { BushingSpec } from './axle';
import { BUSHINGS } from './bushings';

/**
 * A frame bushing and what holds it, in the order it comes off. A second set of bolts that the type does not describe is there,
 * and nothing of it is known: it has no line to be tightened by.
 * @param barMm across the bar, where it is known
 */
export function bushingAssembly(bushing: BushingSpec, barMm?: number): AssemblyPiece[] {
  const sets = { bolts: bushing, 'cross bolts': bushing.through } as const;
  return BUSHINGS[bushing.kind].stack.map((p): AssemblyPiece => {
    const { on, turns, mount: _, ...rest } = p;
    const set = on && sets[on];
    return {
      ...rest,
      axis: on ?? 'middle',
      count: on ? (set?.bolts ?? bushing.bolts) : 1,
      ...(set && (p.role === 'bolt' || p.role === 'nut') ? { thread: set.thread, hexMm: set.hexMm } : {}),
      ...(set && turns && turns !== 'end' ? { turns, rideHeight: true } : {}),
      ...(p.role === 'bar' && barMm !== undefined ? { sizeMm: barMm } : {}),
    };
  });
}
