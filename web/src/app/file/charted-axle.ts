import type { FileView } from '@ash-knot/contract';
import {
  asVariant,
  jointName,
  list,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type Dialect,
  type JointKind,
  type Side,
} from '@ash-knot/core';
import type { SmallMark } from '../plate/axle-small';

/**
 * Where a charted joint sits, with what its last reading says against the limit.
 * @param charted "front|frame-bushing"
 * @param last the last reading of each side, mm
 */
export function chartedAxle(
  file: Pick<FileView, 'type' | 'vehicle'>,
  charted: string,
  last: Readonly<Partial<Record<Side, number | undefined>>>,
  limitMm: number | undefined,
  dialect: Dialect,
): { readonly axle: AxleSpec; readonly marks: readonly SmallMark[]; readonly words: string } {
  const [end, kind] = charted.split('|') as [AxleEnd, JointKind];
  const marks = SIDES.flatMap((side): SmallMark[] => {
    const mm = last[side];
    return mm === undefined ? [] : [{ kind, side, state: limitMm !== undefined && mm > limitMm ? 'loose' : 'sound' }];
  });
  const said = marks.map((m) => `${m.side} ${m.state === 'loose' ? 'past the limit' : 'within the limit'}`);
  return {
    axle: asVariant(file.type, file.vehicle.variant).axles[end],
    marks,
    words: `${jointName(kind, dialect)}, ${end} axle, at its last reading: ${list(said)}.`,
  };
}
