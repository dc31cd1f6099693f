import type { Case, DiagnosisRequest, OtherFault, RecordedFinding } from '../diagnosis';
import type { Entry } from '../ledger';
import { isJointId, type JointId } from '../joint';
import { resolutionMm } from '../gauge';
import { resolutionDoubtMm } from '../play';
import { otherSide, SIDES, type Side } from '../vehicle';
import type { JobState } from './fold';
import { standingOf } from './rules/clearance';
import { openDangers } from './rules/danger';
import { owedJoints } from './rules/debts';
import { sayJoints } from './say';

/** The case the diagnosis sees, from what the ledger holds. */
export function caseOf(s: JobState): Case {
  const c = s.complaint;
  return {
    type: s.context.type,
    distanceKm: s.distanceKm,
    kerbSide: otherSide(s.context.rules.driverSide),
    character: c?.character ?? [],
    where: c?.where ?? [],
    when: c?.when ?? [],
    handling: c?.handling ?? [],
    conditions: c?.conditions ?? [],
    like: c?.like ?? [],
    history: c?.history ?? [],
    joints: [...s.joints.values()]
      .filter((j) => j.hand || j.defects.length || j.before || j.clearance)
      .map((j) => ({
        joint: j.id,
        hand: j.fails ? 'moves' : j.hand === 'slight' ? 'slight' : j.handCounts && j.hand === 'tight' ? 'tight' : undefined,
        ways: j.ways,
        defects: j.defects,
        play: j.before && {
          meanMm: j.before.doubt.meanMm,
          uMm: j.before.doubt.uMm,
          degrees: j.before.doubt.degrees,
          limitMm: j.before.limit.limitMm,
        },
        // Any stand-off knocks: the limit is what the readings can tell from none.
        clearance: j.clearance && { ...j.clearance, limitMm: 1.645 * j.clearance.uMm },
      })),
    rocks: s.rocks.map((r) => ({ joints: r.joints, words: `it rocks somewhere: ${sayJoints(s, r.joints)}` })),
    elsewhere: [...s.elsewhere].flatMap(([fault, hand]) => (hand === 'tight' || hand === 'moves' ? [{ fault, hand }] : [])),
    drive: [...s.drive].map(([manoeuvre, heard]) => ({ manoeuvre, heard })),
    recorded: recordedOf(s.kept.recording),
    ...(s.context.file?.renewed ? { renewed: s.context.file.renewed } : {}),
    ...(s.context.file?.sisters ? { sisters: s.context.file.sisters } : {}),
    earlier: earlierOf(s),
  };
}

/** Nobody is surer of a side than this: a microphone may hang on the wrong one; nor of a thud or a ring (choices, no source). */
const SUREST = { side: 0.9, sound: 0.75 } as const;
/** Less than this is no finding. */
const LEAST_SURE = 0.6;

/**
 * What recordings before the work tell, the latest that tells it: of so many impacts that are heard first on a side, and of
 * so many that thud or ring, the share with one more of each (Laplace's rule of succession), kept off certainty. What the
 * stand-in's microphones heard is no evidence.
 */
export function recordedOf(recordings: readonly Entry<'recording'>[]): RecordedFinding[] {
  const out = new Map<RecordedFinding['what'], RecordedFinding>();
  const share = (yes: number, no: number, most: number) => Math.min(most, (yes + 1) / (yes + no + 2));
  for (const { body } of recordings) {
    if (body.from === 'simulated' || body.phase !== 'before') continue;
    const led = (side: Side) => body.places.reduce((n, p, i) => (p.startsWith(side) ? n + (body.recorded.first[i] ?? 0) : n), 0);
    const [left, right] = [led('left'), led('right')];
    const both = SIDES.every((side) => body.places.some((p) => p.startsWith(side)));
    const side: Side = left >= right ? 'left' : 'right';
    const sideChance = share(Math.max(left, right), Math.min(left, right), SUREST.side);
    if (both && sideChance >= LEAST_SURE) out.set('side', { what: 'side', is: side, chance: sideChance });
    const { thud, ring } = body.recorded.kinds;
    const soundChance = share(Math.max(thud, ring), Math.min(thud, ring), SUREST.sound);
    if (soundChance >= LEAST_SURE)
      out.set('sound', { what: 'sound', is: thud >= ring ? 'soft thud' : 'hard knock', chance: soundChance });
  }
  return [...out.values()];
}

/** What the parts that are on now had at the last visit; of a part renewed since, or by a gauge this shop has no more, nothing. */
function earlierOf(s: JobState): NonNullable<Case['earlier']> {
  const { plays = [], renewed = [] } = s.context.file ?? {};
  return plays.flatMap((p) => {
    const gauge = s.context.gauges.find((g) => g.id === p.gauge);
    const since = renewed.some((r) => r.joint === p.joint && (r.atKm > p.atKm || (r.atKm === p.atKm && p.phase === 'before')));
    if (!gauge || since) return [];
    const uMm = Math.hypot(gauge.known.sdMm / Math.sqrt(p.n), resolutionDoubtMm(resolutionMm(gauge)));
    return [{ joint: p.joint, meanMm: p.meanMm, uMm }];
  });
}

/** What the diagnosis is asked for this job. */
export function requestOf(s: JobState, standing = standingOf(s) ?? 'on-wheels'): DiagnosisRequest {
  const settled: (JointId | OtherFault)[] = [...s.joints.values()]
    .filter(
      (j) => ['sound', 'watch', 'loose', 'dangerous'].includes(j.state) && (j.handCounts || j.before || j.state !== 'watch'),
    )
    .map((j) => j.id);
  for (const [fault, hand] of s.elsewhere) if (hand !== 'can’t tell') settled.push(fault);
  return {
    case: caseOf(s),
    dialect: s.context.rules.dialect,
    standing,
    settled,
    tight: [...s.joints.values()].filter((j) => j.state === 'sound' && j.hand === 'tight' && j.ways < 2).map((j) => j.id),
    owed: owedJoints(s),
    tried: s.kept.check
      .filter((e) => !e.body.rocks)
      .flatMap((e) =>
        e.body.results.flatMap((r) => {
          const counts = !isJointId(r.joint) || s.joints.get(r.joint)?.handCounts;
          return r.result === 'can’t tell' && counts ? [{ check: e.body.check, of: r.joint }] : [];
        }),
      ),
    linksOffDrive: s.context.rules.linksOffDrive,
    mayDrive: openDangers(s).length === 0,
  };
}
