import { partsOf, type JointId } from '../../joint';
import { PART_KINDS, type PartKind, type Size, type Wanted } from '../../parts';
import type { JobState } from '../fold';

/** What is wanted of a part for these joints, from the file and what was measured; a measurement overrules the file. */
export function wantedFor(s: JobState, joints: readonly JointId[]): Wanted {
  const j = partsOf(joints[0] ?? 'front.left.link-lower');
  const spec = s.context.type.axles[j.axle];
  const measured = (size: Size) => s.sizes.filter((e) => e.body.axle === j.axle && e.body.size === size).at(-1)?.body;
  const side = joints.every((id) => partsOf(id).side === j.side) ? j.side : undefined;
  const base = { typeId: s.context.typeId, axle: j.axle, side };
  if (joints.every((id) => partsOf(id).kind === 'frame-bushing'))
    return {
      ...base,
      kinds: ['frame bushing'],
      barMm: measured('bar-diameter')?.mm ?? spec.barDiameterMm ?? undefined,
    };
  const kinds: PartKind[] = [`${spec.link?.kind ?? 'ball-stud'} link`];
  if (s.context.kind === 'changed stance' || s.context.kind === 'upgrade') kinds.push('adjustable link');
  const hold = measured('hold');
  return {
    ...base,
    kinds: kinds.filter((k) => PART_KINDS.includes(k)),
    lengthMm: measured('link-length')?.mm ?? spec.link?.lengthMm,
    thread: measured('stud-thread')?.thread ?? spec.link?.lower.thread,
    nutHexMm: measured('nut-hex')?.mm ?? spec.link?.lower.nutHexMm,
    hold: hold?.hold ?? spec.link?.lower.hold,
    holdMm: hold ? hold.mm : spec.link?.lower.holdMm,
  };
}
