import { BadInput } from '../error';
import { PLACES, SORTS, type FaultId, type Sort, type SuspectsTable } from '../diagnosis';
import { jointsOf, partsOf, twinOf, type JointId } from '../joint';
import { foldJob, isRusty, lessonOf, type JobContext } from '../job';
import type { Entry } from '../ledger';
import { AXLES, SIDES } from '../vehicle';
import { lotOf, type Said, type Truth } from './truth';

/** A distance tells a vehicle apart: it is kept to so many km. */
const ROUND_KM = 1000;

/**
 * A closed job as an exercise: what was found with the part in the hand is hidden again, and what the customer said of
 * the noise is said again. Nothing goes along that names anybody: no plate, no owner, no number of the vehicle, no free
 * words, no pictures, the distance to a thousand kilometres.
 * @param seed of everything the job does not know: it is drawn as for any practice vehicle
 * @throws BadInput where there is no noise, no complaint or no cause that was confirmed
 */
export function truthOfJob(context: JobContext, entries: readonly Entry[], table: SuspectsTable, seed: number): Truth {
  const s = foldJob(context, entries);
  const said = s.complaint;
  if (context.kind !== 'noise' || !said) throw new BadInput('job', 'is about no noise: there is nothing to look for');
  if (!s.handBack) throw new BadInput('job', 'is not handed back yet');
  const { faults } = lessonOf(context, entries, table);
  if (faults.length === 0)
    throw new BadInput('job', 'has no cause that was confirmed with the part in the hand: nobody knows what it was');
  const t = { seed };
  const bad = [...s.joints.values()].filter((j) => ['loose', 'dangerous'].includes(j.asFound.state)).map((j) => j.id);
  const other = bad.flatMap((id): FaultId[] => {
    const { axle, side, kind } = partsOf(id);
    if (
      faults.some(
        (f) => f.startsWith(`${axle}.${side}.`) && (f.endsWith(kind) || (kind.startsWith('link') && f.includes('.link'))),
      )
    )
      return [];
    return [`${axle}.${side}.${kind === 'arm-bushings' ? 'arm-bushing-rear' : kind}`];
  });
  const worn = [...new Set([...faults, ...other])];
  return {
    ...t,
    distanceKm: Math.round(s.distanceKm / ROUND_KM) * ROUND_KM,
    rusty: isRusty(s),
    worn,
    sounding: faults,
    unlisted: false,
    playMm: playsOf(),
    said: saidOf(),
  };

  /** Measured where it was; else drawn, as worn as it was found. */
  function playsOf(): Truth['playMm'] {
    const out: Partial<Record<JointId, number>> = {};
    for (const end of AXLES)
      for (const joint of jointsOf(end, context.type.axles[end])) {
        const kindPlay = table.play.by[partsOf(joint).kind];
        if (!kindPlay) continue;
        const read = s.joints.get(joint)?.before?.doubt.meanMm;
        const pair = [joint, twinOf(joint)].sort()[0]!;
        const level = table.play.spread.together * lotOf(t, 'level', pair).bell();
        const moves = bad.includes(joint) || worn.some((f) => f === joint);
        const [median, spread] = moves ? [kindPlay.wornMm, table.play.spread.worn] : [kindPlay.soundMm, table.play.spread.sound];
        out[joint] = read !== undefined && read > 0 ? read : median * Math.exp(level + spread * lotOf(t, 'play', joint).bell());
      }
    return out;
  }

  function saidOf(): Said {
    const { character, where, when, handling, conditions, like, history } = said!;
    const sorts: Sort[] = SORTS.filter((x) =>
      x === 'place'
        ? PLACES.some((p) => where.includes(p))
        : x === 'side'
          ? SIDES.some((p) => where.includes(p))
          : { character, when, handling, condition: conditions, likeness: like }[x].length > 0,
    );
    return { character, where, when, handling, conditions, like, history, sorts };
  }
}
