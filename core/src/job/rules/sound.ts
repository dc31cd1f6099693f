import { assemblyOf, partsOf, type JointId } from '../../joint';
import { AXLES, type AxleEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { sayParts } from '../say';

/** What was looked at and found sound, axle by axle, in words; a part once, where all of it was. */
export function foundSound(
  s: JobState,
): readonly { readonly axle: AxleEnd; readonly ids: readonly JointId[]; readonly words: string }[] {
  const sound = (id: JointId) => s.joints.get(id)!.asFound.state === 'sound';
  return AXLES.flatMap((axle) => {
    const here = [...s.joints.keys()].filter((id) => partsOf(id).axle === axle);
    const ids = here.filter((id) => here.filter((x) => assemblyOf(x) === assemblyOf(id)).every(sound));
    return ids.length ? [{ axle, ids, words: sayParts(s.context.rules.dialect, ids) }] : [];
  });
}
