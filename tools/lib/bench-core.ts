import { SHIPPED } from '../../core/src/suspects-table';
import {
  analyseLoop,
  answerOf,
  drawOfGrade,
  reviewOf,
  diagnose,
  fastenersOf,
  foldJob,
  forecast,
  boltedAt,
  fastenersAt,
  jointId,
  jointKinds,
  jointsOf,
  diagnoseInSteps,
  driven,
  EVERYDAY_CAR,
  knockTrial,
  likeness,
  noise,
  RecordingReader,
  writeWav,
  type DiagnosisRequest,
  lanesFor,
  laneView,
  makeEntry,
  schedule,
  SIDES,
  stepsFor,
  METRIC,
  nextLine,
  planFor,
  planOf,
  rankParts,
  rankSuspects,
  requestOf,
  rigOf,
  simulatedLoop,
  solveBar,
  studyLength,
  uBar,
  wheelFit,
  wantedFor,
  type JobContext,
} from '../../core/src';
import { cardsIn, filmLook, relativeMotion, simulatedCamera, SIMULATED_FILMS } from '../../core/src/image';
import { chanceFrom } from '../../core/src/numeric';
import { CARDS, FILM_CENTRE, filmed, pushes } from '../../core/src/test/film';
import { makeCatalogue, makeGauges, makeHistory, makeVehicles, RULES, TYPES } from '../../demo/src';

/** What core does on a tap, on the longest job of the demo floor. */
export function benches(): [string, () => unknown][] {
  const picture = simulatedCamera(SIMULATED_FILMS[1]!, 1, 3).picture(0, 0);
  const film = filmed(chanceFrom(3), pushes(0.3, 6), { hand: [5, 3], depthMm: 8 });
  const now = new Date('2026-11-25T12:00:00Z');
  const ids = Object.fromEntries(TYPES.map((t, i) => [t.key, `00000000-0000-7000-8000-00000000000${i}`]));
  const types = Object.fromEntries(TYPES.map((t) => [t.key, { id: ids[t.key]!, spec: t.spec }]));
  const catalogue = makeCatalogue(ids);
  const vehicles = makeVehicles(2026);
  const jobs = makeHistory({ now, vehicles, types, catalogue });
  const job = jobs.reduce((a, b) => (b.entries.length > a.entries.length ? b : a));
  const v = vehicles.find((x) => x.key === job.vehicle)!;
  const context: JobContext = {
    type: types[v.type]!.spec,
    typeId: ids[v.type]!,
    kind: job.kind,
    distanceKm: job.distanceKm,
    rules: RULES,
    gauges: makeGauges(now),
    measures: METRIC,
  };
  const fold = () => foldJob(context, job.entries);
  const state = fold();
  const finding = jobs.find((j) => j.bay === 'Bay 1')!;
  const findType = types[vehicles.find((x) => x.key === finding.vehicle)!.type]!;
  const asked = requestOf(
    foldJob({ ...context, type: findType.spec, kind: 'noise', distanceKm: finding.distanceKm }, finding.entries),
  );
  const trial = {
    axle: findType.spec.axles.front,
    playMm: 0.8,
    bumpMm: 30,
    bumpLongM: 0.3,
    speedKmh: 18,
    wheels: 'left wheel',
  } as const;
  // The same job with forty findings: everything asked, most of both axles looked at, some measured, and driven.
  const looked = (['front', 'rear'] as const).flatMap((end) => jointsOf(end, findType.spec.axles[end])).slice(0, 26);
  const forty: DiagnosisRequest = {
    ...asked,
    settled: looked,
    case: {
      ...asked.case,
      character: ['dull clunk', 'rattle'],
      where: ['front', 'left'],
      when: ['patched surface, slowly', 'one wheel over a bump', 'pothole'],
      handling: ['loose steering', 'leans more in bends'],
      conditions: ['cold only'],
      like: [],
      joints: looked.map((joint, i) => ({
        joint,
        hand: i === 3 || i === 11 ? 'moves' : 'tight',
        ...(joint.endsWith('frame-bushing') ? { play: { meanMm: 0.2, uMm: 0.02, degrees: 9, limitMm: 0.5 } } : {}),
      })),
      drive: [
        { manoeuvre: 'left wheel over a bump', heard: 'knocks' },
        { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
        { manoeuvre: 'both wheels over a hump', heard: 'quiet' },
        { manoeuvre: 'braking', heard: 'quiet' },
      ],
    },
  };
  const planned = (r: DiagnosisRequest) => {
    for (const d of diagnoseInSteps(r, SHIPPED)) if (d?.plan.length === 5) return d;
    return undefined;
  };
  const loop = simulatedLoop(
    { a: -0.25, b: 0.35, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 },
    { points: 200_000, cycles: 20, noiseMm: 0.001, noiseN: 1 },
  );
  const front = findType.spec.axles.front;
  const length = (loweredMm: number) =>
    studyLength({
      source: { kind: 'axle', axle: front, stance: { loweredMm } },
      old: { lengthMm: front.link!.lengthMm, uMm: 0.3 },
      limits: {},
    });
  const bar = uBar({ outsideMm: 24, middleMm: 900, armMm: 250, bushingsMm: 700, splayMm: 40, bushingNPerMm: 4000 });
  let lowered = 0;
  // Links, bushings and the bar of one axle, two people, one torque wrench: the biggest plan an ordinary job has.
  const kinds = ['bar', 'link-lower', 'frame-bushing'] as const;
  const bigPlan = stepsFor({
    end: 'front',
    axle: front,
    joints: kinds.flatMap((k) => SIDES.map((s) => jointId('front', s, k))),
    equipment: 'jack and stands',
    corroded: true,
    jackingPoints: '',
  });
  // Everything that this program lays out at an axle, both sides, with links that are set by turning.
  const largest = {
    end: 'front' as const,
    axle: { ...front, link: { ...front.link!, kind: 'rod-end' as const } },
    joints: jointKinds(front).flatMap((k) => SIDES.map((s) => jointId('front', s, k))),
    equipment: 'jack and stands' as const,
    corroded: true,
    jackingPoints: '',
  };
  const lanes = lanesFor(bigPlan, 2);
  const two = foldJob(context, [
    ...job.entries.filter((e) => e.kind !== 'hand-back'),
    makeEntry(
      {
        kind: 'crew',
        body: {
          people: [
            { id: 'a', name: 'A' },
            { id: 'b', name: 'B' },
          ],
        },
      },
      { id: 'crew', job: job.id, by: 'a', at: now.toISOString() },
    ),
  ]);
  let seed = 0;
  const drawn = drawOfGrade(7, findType.spec, SHIPPED, 'left', 3).truth;
  const practice = {
    truth: drawn,
    grade: 3 as const,
    table: SHIPPED,
    state: foldJob({ ...context, type: findType.spec, kind: 'noise' }, []),
    asked: [],
  };
  const look = { of: 'check', check: 'shake-3-9', axle: 'front', side: 'left', state: 'both-hanging' } as const;
  return [
    ['a practice vehicle of a grade drawn (on a thread)', () => drawOfGrade(++seed, findType.spec, SHIPPED, 'left', 3)],
    ['what it answers to a look', () => answerOf(practice, look)],
    [
      'its review, one look made (on a thread)',
      () => reviewOf({ ...practice, asked: [{ ask: look, answer: answerOf(practice, look) }] }),
    ],
    [`lanes of ${bigPlan.length} steps for two (${lanes.minutes} min, none is under ${lanes.bound})`, () => lanesFor(bigPlan, 2)],
    ['how they go on from now', () => forecast(bigPlan, { people: 2, lanes, from: () => 0, atIt: [] })],
    ['plan in the listed order, proven', () => schedule(bigPlan)],
    [
      'plan and assemblies of the largest job (≤ 5 ms)',
      () => [planFor(largest), largest.joints.map((id) => [boltedAt(largest.axle, id), fastenersAt(largest.axle, id)])],
    ],
    ['lanes on the screen, two at it', () => laneView({ ...two }, now.getTime())],
    ['window of lengths and all round it', () => length((lowered = (lowered + 1) % 40))],
    ['bar of 400 elements', () => solveBar(bar, [1, -1], 400)],
    ['a rig of one stance', () => rigOf(front, { loweredMm: 20 })],
    ['other wheels', () => wheelFit(front, { tyreWidthMm: 235, tyreDiameterMm: 640, outMm: 0 })],
    ['loop of 200 000 points', () => analyseLoop(loop.x, loop.f)],
    ['ranking of the demo job in Find', () => rankSuspects(asked.case, SHIPPED)],
    ['its ranking and plan of five', () => planned(asked)],
    ['its diagnosis, all of it', () => diagnose(asked, SHIPPED)],
    ['ranking at forty findings', () => rankSuspects(forty.case, SHIPPED)],
    ['ranking and plan at forty findings', () => planned(forty)],
    ['diagnosis at forty findings, all of it', () => diagnose(forty, SHIPPED)],
    [`fold of ${job.entries.length} entries`, fold],
    [
      'fold, plan, fasteners, next line',
      () => {
        const s = fold();
        return [planOf(s), fastenersOf(s), nextLine(s, now.getTime())];
      },
    ],
    [`${catalogue.length} parts ranked`, () => rankParts(catalogue, wantedFor(state, ['front.left.link-lower']))],
    [
      'a simulated second over a bump (≤ 50 ms)',
      () => driven(EVERYDAY_CAR, { left: [{ atM: 0.2, lengthM: 0.3, heightM: 0.03 }], right: [] }, 5, 1),
    ],
    ['the first picture of why it knocks (≤ 100 ms)', () => knockTrial(trial).next()],
    ['a sound to point at', () => likeness('hard knock')],
    ['a picture of 1280 × 720 looked at, two cards (≤ 100 ms)', () => filmLook(cardsIn(picture, 'quick'))],
    [`a film of ${film.length} pictures worked out`, () => relativeMotion(CARDS, film, FILM_CENTRE)],
  ];
}

/**
 * A recording read from its bytes on: a second of four microphones, over and over.
 * @returns how many impacts were found, and how long it took, ms
 */
export function readRecording(minutes: number): { impacts: number; ms: number } {
  const hz = 48_000;
  const second = [1, 2, 3, 4].map((seed) => {
    const x = noise(seed, hz).map((v) => v * 0.01);
    for (let i = 0; i < 9600; i++) x[12_000 + i]! += 0.4 * Math.exp(-i / 1200) * Math.sin(i / 6);
    return x;
  });
  const bytes = writeWav(second, hz);
  const head = bytes.slice(0, 44);
  new DataView(head.buffer).setUint32(40, 0xffffffff, true);
  const body = bytes.subarray(44);
  const began = performance.now();
  const r = new RecordingReader();
  r.push(head);
  for (let s = 0; s < minutes * 60; s++) r.push(body);
  const { recorded } = r.end();
  return { impacts: recorded.impacts, ms: performance.now() - began };
}
