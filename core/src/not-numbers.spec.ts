import { SHIPPED } from './suspects-table';
import { BadInput } from './error';
import * as front from '.';
import * as study from './study';
import { COMPLAINT, CONTEXT, ledger, LINK_PART, STRUT_TYPE } from './test';

/** Core as everybody imports it, and the room that is imported by itself. */
const core = { ...front, ...study };

/**
 * What is no number never enters: NaN and the infinities, thrown at every number that every public function of core
 * takes, are refused as bad input that names its field. Each function stands here with a call it answers, or among
 * those that take no number of their own; one that is new is missed by the last test.
 */
const M10 = core.metricThread(10, 1.5);
const AXLE = STRUT_TYPE.axles.front;
const KNOWN = { sdMm: 0.02, degrees: 12 };
const DOUBT = core.seriesDoubt([0.41, 0.44, 0.4], 0.01, KNOWN);
const BEARING = { outerMm: 16, holeMm: 11 };
const LINE = core.fitLine([
  { x: 0, y: 0.1 },
  { x: 20, y: 0.16 },
  { x: 40, y: 0.21 },
  { x: 60, y: 0.29 },
]);
const CIRCLE = core.eyeCircle([0, 450, 0], [250, 450, 0]);
const CASE: front.Case = {
  type: STRUT_TYPE,
  distanceKm: 90_000,
  kerbSide: 'left',
  character: ['dull clunk'],
  where: ['front'],
  when: ['pothole'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  joints: [{ joint: 'front.left.frame-bushing', play: { meanMm: 0.3, uMm: 0.02, degrees: 9, limitMm: 0.5 } }],
};
const MODEL = core.buildCase(CASE, SHIPPED);
const BAR = core.uBar({ outsideMm: 24, middleMm: 900, armMm: 250, bushingsMm: 700, splayMm: 0, bushingNPerMm: 5000 });

const FLOOR = {
  armMm: 250,
  linkMm: 300,
  mount: 'above',
  ratio: 0.6,
  armDeg: 5,
  leanDeg: 2,
  acrossDeg: 1,
  loweredMm: 0,
  upMm: 60,
  downMm: 60,
  way: 'out',
} as unknown as front.FloorInput;
const RIG = core.rigFromFloor(FLOOR);
const LOOP = core.simulatedLoop(
  { a: -0.25, b: 0.35, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 },
  { points: 400, cycles: 3, noiseMm: 0.001, noiseN: 1 },
);
const STUDY = ['a', 'b', 'c'].flatMap((joint, j) =>
  ['x', 'y'].flatMap((person, p) => [0, 0.02].map((d) => ({ joint, person, playMm: 0.2 + 0.1 * j + 0.01 * p + d }))),
);
const line = ledger();
const CLOSED = [
  line('complaint', COMPLAINT),
  line('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK_PART, quantity: 2 }),
  line('step', { step: 'fit-link-left', state: 'done' }),
  line('confirm', { joint: 'front.left.link-lower', outcome: 'loose as thought', note: '' }),
  line('hand-back', { distanceKm: 148_231, note: '' }),
];
const STRIKER = { ...core.USUAL_STRIKER, barNPerM: 39_000 };
const KNOWLEDGE = core.know(MODEL.net, [], core.soundLayer(MODEL.net.length, MODEL.signs, core.wornLayer(MODEL.net, [])));

/** A call it answers: the function, and arguments whose numbers are thrown at. `only` says which places, where others are structures another function made. */
type Call = readonly [(...a: never[]) => unknown, readonly unknown[], (readonly number[])?];
const call = <A extends readonly unknown[]>(f: (...a: A) => unknown, args: NoInfer<A>, only?: readonly number[]): Call => [
  f as (...a: never[]) => unknown,
  args,
  only,
];

const CALLS: Readonly<Record<string, Call>> = {
  analyseLoop: call(core.analyseLoop, [[...LOOP.x], [...LOOP.f]], []),
  barAtWork: call(core.barAtWork, [AXLE, core.barRate(BAR), 10], [2]),
  barOf: call(core.barOf, [AXLE, 24, 0], [1, 2]),
  barWayUp: call(core.barWayUp, [AXLE, 30, 0], [1, 2]),
  bell: call(core.bell, [1]),
  checkHalfCar: call(core.checkHalfCar, [core.EVERYDAY_CAR]),
  clicksOf: call(core.clicksOf, ['wheel-nut', 5]),
  checkStriker: call(core.checkStriker, [STRIKER]),
  pushBetween: call(core.pushBetween, [100, 0.001, [100, 2000]]),
  struck: call(core.struck, [{ stepS: 0.001, gap: [0, 0.001], gapRate: [1, 1] }, 0.001, STRIKER]),
  driven: call(core.driven, [core.EVERYDAY_CAR, { left: [{ atM: 0, lengthM: 0.3, heightM: 0.03 }], right: [] }, 5, 0.05, 0.01]),
  drawOfGrade: call(core.drawOfGrade, [1, STRUT_TYPE, SHIPPED, 'left', 1], [0]),
  compareCounts: call(core.compareCounts, [
    { n: 4, over: 3 },
    { n: 2, over: 1 },
  ]),
  tellsQuiet: call(core.tellsQuiet, [{ n: 4, over: 3 }, 0.05]),
  gradeOf: call(core.gradeOf, [3]),
  lot: call(core.lot, [1, 'feels'], [0]),
  truthOfJob: call(core.truthOfJob, [CONTEXT, CLOSED, SHIPPED, 5], [3]),
  halfCarOf: call(core.halfCarOf, [AXLE, 0.8, 22], [1, 2]),
  lashBlows: call(core.lashBlows, [1, 0.001, 0.5, 5], [1, 2, 3]),
  rankTest: call(core.rankTest, [
    [1, 2],
    [3, 4],
  ]),
  simulatedDrive: call(core.simulatedDrive, [1, { seconds: 1, side: 'left', lashMm: 1, rings: true }], [1]),
  stretches: call(core.stretches, [[1, 12], 30], [1]),
  wavHeader: call(core.wavHeader, [2, 48_000, 400]),
  struckSound: call(core.struckSound, [
    { contactS: 0.001, modes: [{ hz: 400, decayS: 0.1, gain: 1 }] },
    [{ atS: 0.1, strength: 1 }],
    0.2,
    24_000,
  ]),
  cornerAt: call(core.cornerAt, [AXLE, 20, -10], [1, 2]),
  frameFit: call(core.frameFit, [
    {
      kind: 'two-bolt',
      material: 'rubber',
      cleanMm: [22],
      seatMm: [21.9],
      oldBoreMm: 22.3,
      newBoreMm: 21.5,
      freeHeightMm: 30,
      pocketMm: 28,
      uMm: 0.05,
    },
  ]),
  gaugeStudy: call(core.gaugeStudy, [STUDY, 0.5]),
  halfBar: call(core.halfBar, [
    [
      [0, 350],
      [250, 450],
    ],
    24,
    0,
  ]),
  keepsClear: call(core.keepsClear, [RIG, 300, 5], [1, 2]),
  lanesFor: call(core.lanesFor, [[], 2]),
  lengthByBolt: call(core.lengthByBolt, [[{ fromAboveMm: 301, fromBelowMm: 299 }]]),
  lengthFromFloor: call(core.lengthFromFloor, [RIG, 20, 2], [1, 2]),
  linkOver: call(core.linkOver, [RIG, 300], [1]),
  planChecks: call(
    (p: front.PlanProblem, most: number) => [...core.planChecks(p, most)],
    [{ known: KNOWLEDGE, candidates: [], state: 'on-wheels' }, 5],
    [1],
  ),
  rigFromFloor: call(core.rigFromFloor, [FLOOR, 8]),
  setAdjustable: call(core.setAdjustable, [
    {
      lengthMm: 300,
      thread: 'M12×1.75',
      ends: 'one',
      square: false,
      engagedMm: 20,
      leastMm: 12,
      mostTurnsOut: 8,
      turnsOut: 2,
    } as never,
    305,
  ]),
  simulatedLoop: call(core.simulatedLoop, [
    { a: -0.25, b: 0.35, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 },
    { points: 200, reach: 1, cycles: 2, noiseMm: 0.001, noiseN: 1, seed: 3 },
  ]),
  solveBar: call(core.solveBar, [BAR, [1, -1], 6], [1, 2]),
  soundLayer: call(core.soundLayer, [MODEL.net.length, MODEL.signs, core.wornLayer(MODEL.net, []), 0.01], [0, 3]),
  speakOf: call(core.speakOf, ['sway bar', ['front.left.spring'], 2]),
  stageOf: call(core.stageOf, [core.clicksOf('wheel-nut', 5), 5, 3], [1, 2]),
  studyLength: call(
    core.studyLength,
    [{ source: { kind: 'axle', axle: AXLE, stance: { loweredMm: 20 } }, old: { lengthMm: 300, uMm: 0.3 }, limits: {} }],
    [],
  ),
  swellToWasher: call(core.swellToWasher, [{ heightMm: 14, outsideMm: 28, holeMm: 12 }, 30, 12]),
  uBar: call(core.uBar, [{ outsideMm: 24, middleMm: 900, armMm: 250, bushingsMm: 700, splayMm: 0, bushingNPerMm: 5000 }]),
  wheelFit: call(core.wheelFit, [AXLE, { tyreWidthMm: 205, tyreDiameterMm: 640, outMm: 0 } as never, 0], [1, 2]),
  windUp: call(core.windUp, [core.barAtWork(AXLE, core.barRate(BAR)), 5], [1]),
  adapterSettingNm: call(core.adapterSettingNm, [100, 400, 50, 0.3]),
  strokesFor: call(core.strokesFor, ['ratchet, 72 teeth', 25, 10]),
  compareTurners: call(core.compareTurners, [25, 10]),
  roomMinutes: call(core.roomMinutes, ['ratchet, 72 teeth', 25, 10]),
  adjustmentStepMm: call(core.adjustmentStepMm, [1.75, true]),
  airBetween: call(
    core.airBetween,
    [[0, 0, 0], [0, 0, 100], 8, { kind: 'rod', a: [50, 0, 0], b: [50, 0, 100], radiusMm: 10 } as never],
    [0, 1, 2],
  ),
  amountOf: call(core.amountOf, [1250, 'EUR']),
  armTurn: call(core.armTurn, [
    [0, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
    [0, 1, 0.2],
  ]),
  daysSince: call(core.daysSince, ['2026-01-01T00:00:00Z', 1.7e12], [1]),
  askDistance: call(core.askDistance, [90_000, { distanceKm: 80_000 } as never], [0]),
  barRate: call(core.barRate, [BAR], []),
  beamBarRoll: call(core.beamBarRoll, [22, 0, 1000, 300, 1500]),
  beyondChance: call(core.beyondChance, [{ meanMm: 0.4, uMm: 0.02, degrees: 9, limitMm: 0.5 }]),
  branchOf: call(core.branchOf, [CIRCLE, 150, [250, 450, -150], [250, 450, 0]], [1, 2, 3]),
  buildCase: call(core.buildCase, [CASE, SHIPPED], []),
  saidBins: call(core.saidBins, [[{ p: 0.4, on: true }], 10]),
  calibration: call(core.calibration, [[{ bin: 4, n: 3, was: 1, sumP: 1.2, sumSquares: 0.6 }], 10]),
  conforms: call(core.conforms, [DOUBT, 0.5], [1]),
  convert: call(core.convert, [88, 'N·m', 'lbf·ft', 'torque']),
  counted: call(core.counted, [0.3, 20, { yes: 3, no: 1 }]),
  count: call(core.count, [3, 'nut']),
  crossing: call(core.crossing, [LINE, 0.5, 'line', 0.95], [1, 3]),
  detectionThresholdMm: call(core.detectionThresholdMm, [0.01, KNOWN]),
  doubt: call(core.doubt, [0.3]),
  dueDate: call(core.dueDate, ['2026-01-05', 400, 40]),
  eyeCircle: call(core.eyeCircle, [
    [0, 450, 0],
    [250, 450, 0],
  ]),
  eyePosition: call(core.eyePosition, [CIRCLE, 150, [250, 450, -150], 1], [1, 2]),
  fTail: call(core.fTail, [2.5, 4, 9]),
  findHex: call(core.findHex, [15.9, 0.1]),
  findThread: call(core.findThread, [9.85, 0.05, 1.5, 0.02]),
  finite: call(core.finite, ['x', 1]),
  finiteAll: call(core.finiteAll, ['x', [1, 2]]),
  fixed: call(core.fixed, [1.25, 2]),
  foundEvidence: call(core.foundEvidence, ['x', { leak: 0.1, links: [{ fault: 0, q: 0.5 }] }, 1, 0]),
  grouped: call(core.grouped, [12_500]),
  grubbsCritical: call(core.grubbsCritical, [6, 0.05]),
  grubbsOutlier: call(core.grubbsOutlier, [[1, 1.1, 0.9, 1.05, 4], 0.05]),
  halfWidth: call(core.halfWidth, [LINE, 30, 'line', 0.95], [1, 3]),
  isWithin: call(core.isWithin, [50, { minNm: 45, maxNm: 55 }]),
  lengthChangeMm: call(core.lengthChangeMm, [-30, 0.6, [0, 0, 300], [0, 0, 0]]),
  lengthDigits: call(core.lengthDigits, [12.3, 1]),
  lineAt: call(core.lineAt, [LINE, 30], [1]),
  metricThread: call(core.metricThread, [10, 1.5]),
  mins: call(core.mins, [4]),
  sayUntil: call(core.sayUntil, ['2026-12-05T11:40:00Z', 'UTC', Date.UTC(2026, 11, 4)]),
  mismatchForceN: call(core.mismatchForceN, [78, 5, 0.9]),
  numberWord: call(core.numberWord, [3]),
  oneWayAnova: call(core.oneWayAnova, [
    [
      [1, 1.1, 0.9],
      [1.2, 1.3, 1.25],
    ],
  ]),
  pitchFromCrests: call(core.pitchFromCrests, [15, 11]),
  plausibility: call(core.plausibility, [65, 'lbf·ft', M10, '8.8'], [0]),
  playEvidence: call(core.playEvidence, [
    'gap',
    [{ faults: [0], sounds: [0.5], readings: [{ meanMm: 0.3, uMm: 0.02, degrees: 9 }], earlier: { meanMm: 0.1, uMm: 0.02 } }],
    { soundMm: 0.1, wornMm: 0.6 },
    { together: 0.25, sound: 0.5, worn: 0.7, since: 0.2 },
  ]),
  positive: call(core.positive, ['x', 1]),
  preloadBand: call(core.preloadBand, [40, M10, '8.8', 'dry', BEARING as never], [0]),
  preloadForTorqueN: call(core.preloadForTorqueN, [40, M10, BEARING as never, 0.12, 0.12, 1], [0, 3, 4, 5]),
  proofStressMPa: call(core.proofStressMPa, ['8.8', 10]),
  quantity: call(core.quantity, ['torque', 65, 'lbf·ft']),
  readAdapterSettingNm: call(core.readAdapterSettingNm, [100, '400 mm', '50 mm', '0']),
  readMm: call(core.readMm, ['length', '12 mm', 0, 100]),
  readVin: call(core.readVin, ['11111111111111111', 2026]),
  readDistance: call(core.readDistance, ['90 000', 'km', 80_000]),
  readingsNeeded: call(core.readingsNeeded, [DOUBT, 0.05], [1]),
  resolutionDoubtMm: call(core.resolutionDoubtMm, [0.01]),
  resolutionMm: call(core.resolutionMm, [{ unit: 'mm', resolution: 0.01 }]),
  rollStiffness: call(core.rollStiffness, [78, 0.6, 1500]),
  roundSection: call(core.roundSection, [24, 16]),
  sameCompressionNm: call(core.sameCompressionNm, [40, M10, 'dry', 'oiled', BEARING as never], [0]),
  saidOf: call(core.saidOf, [0.6, 0.03]),
  sayDistance: call(core.sayDistance, [90_000]),
  sayGrowth: call(core.sayGrowth, [0.003]),
  sayHex: call(core.sayHex, [16]),
  sayLength: call(core.sayLength, [12.3, 1]),
  sayMoney: call(core.sayMoney, [1250, 'EUR']),
  sayStiffness: call(core.sayStiffness, [60, 80]),
  stiffnessOf: call(core.stiffnessOf, [60, 80]),
  sayTurns: call(core.sayTurns, [1.5]),
  sayWarranty: call(core.sayWarranty, [24]),
  seriesDoubt: call(core.seriesDoubt, [[0.4, 0.41], 0.01, KNOWN, 0.01]),
  shopMeasures: call(core.shopMeasures, [false, 'km'], []),
  show: call(core.show, [88, 'torque']),
  showRange: call(core.showRange, [80, 90, 'torque']),
  simulatedReading: call(core.simulatedReading, [0.4, { resolution: 0.01, noise: 0.01, zero: 0, drift: 0 }, 3, 0.2], [0, 2, 3]),
  soundsAt: call(core.soundsAt, [0.5, 0.3, 0.6]),
  standsOut: call(core.standsOut, [[0.4, 0.41, 0.42, 0.9], KNOWN]),
  starOrder: call(core.starOrder, [5]),
  stiffnessRatio: call(core.stiffnessRatio, [60, 70]),
  studentCdf: call(core.studentCdf, [1.2, 9]),
  studentQuantile: call(core.studentQuantile, [0.95, 9]),
  tied: call(core.tied, [3, []]),
  toMinor: call(core.toMinor, [12.5, 'EUR']),
  torqueForPreloadNm: call(core.torqueForPreloadNm, [20_000, M10, BEARING as never, 0.12, 0.12, 1], [0, 3, 4, 5]),
  trimmed: call(core.trimmed, [1.5, 2]),
  turnedAbout: call(core.turnedAbout, [[0, 1, 0], [0, 0, 0], [1, 0, 0], 0.3]),
  twoWayAnova: call(core.twoWayAnova, [
    [
      [
        [1, 1.1],
        [1.2, 1.3],
      ],
      [
        [2, 2.1],
        [2.2, 2.4],
      ],
    ],
  ]),
  unifiedThread: call(core.unifiedThread, [0.375, 16, '3/8-16']),
  usualPoint: call(core.usualPoint, [1, 2, 3]),
  wearBand: call(core.wearBand, [LINE, 0, 100, 10], [1, 2, 3]),
  wearOver: call(core.wearOver, [
    [
      { km: 0, playMm: 0.1 },
      { km: 20, playMm: 0.16 },
      { km: 40, playMm: 0.2 },
      { km: 60, playMm: 0.3 },
    ],
    0.5,
  ]),
  weigh: call(
    core.weigh,
    [core.soundLayer(MODEL.net.length, MODEL.signs, core.wornLayer(MODEL.net, [])), core.wornLayer(MODEL.net, [])],
    [],
  ),
  whole: call(core.whole, ['count', '3', 0, 10]),
  wilson: call(core.wilson, [3, 10]),
  within: call(core.within, ['x', 1, 0, 2]),
  wornLayer: call(core.wornLayer, [[{ id: 'a', prior: 0.1, sounds: 0.5 }], []]),
  wrenchFit: call(core.wrenchFit, [19, 18.9]),
  youngFromShoreA: call(core.youngFromShoreA, [60]),
};

/** Every number in an argument, by its path. */
function* numbersIn(x: unknown, path: readonly (string | number)[] = []): Generator<readonly (string | number)[]> {
  if (typeof x === 'number') yield path;
  else if (typeof x === 'object' && x !== null && !ArrayBuffer.isView(x))
    for (const [k, v] of Object.entries(x)) yield* numbersIn(v, [...path, k]);
}
function withNumber(x: unknown, path: readonly (string | number)[], bad: number): unknown {
  if (path.length === 0) return bad;
  const copy = (Array.isArray(x) ? [...x] : { ...(x as object) }) as Record<string | number, unknown>;
  copy[path[0]!] = withNumber(copy[path[0]!], path.slice(1), bad);
  return copy;
}

describe.each(Object.entries(CALLS))('%s', (_, [f, args, only]) => {
  test('answers what it is asked', () => expect(() => f(...(args as never[]))).not.toThrow());
  const thrown = args.flatMap((a, i) => (only && !only.includes(i) ? [] : [...numbersIn(a)].map((path) => [i, ...path])));
  if (thrown.length === 0) return;
  test.each(thrown.map((p) => [p.join('.'), p] as const))('refuses what is no number at %s', (_at, path) => {
    for (const bad of [NaN, Infinity, -Infinity]) {
      const given = withNumber(args, path, bad) as never[];
      let error: unknown;
      try {
        f(...given);
      } catch (e) {
        error = e;
      }
      expect(error).toBeInstanceOf(BadInput);
      expect((error as BadInput).field.trim()).not.toBe('');
    }
  });
});

/** They read text, rows or a stored document, and say what is wrong with it; each is tested where it stands. */
const READ = `
  decimalOf fromRows loopFromRows pairsFromRows parseQuantity parseRange parseThread readBookValue
  readCatalogueRow readEntry readGauge readHeight readHold readLedger readPart
  readPartText readPoint readPointText readPrice readSize readTorquePage
  readVehicleType readingBody readyTools
`;

/** They take what another function here made, or a vehicle, part, table or case that was read; whatever made it refused. */
const MADE = `
  answerOf asksFor bestPath caseOfTruth courseOf difficulty drawTruth heardWith lookResult lotOf minutesToFind
  recordedOf sayRecorded
  pathOf practiceVehicle reviewOf sayProgress sayWorth stoodAt troubleAt wornAt wrongBox
  ImpactFinder RecordingReader WavReader centroidOf compareDrives decayOf heardIn keptOf leadOf ringChance ringOf
  sayDrives sayHeard spectrumOf beyondLash contactS cornerPoints drive hardestOf knocksOf knockTrial likeness louderDb meetings noise speakerShare strikesSound wantsHeadphones patchedLane
  roadHeight roadOf safeToPlay sayTrial writeWav
  makesIf leftOut BadInput alsoHeard askNext assume atNow attempt barAdvice barPoints
  candidatesOf carried carriedCircle carriedDirection carriersOf chanceOfSets compareBars compareMeans
  compareParts componentOf conflicts cornersOf crooked diagnose diagnoseInSteps driveTells
  eachSet familyOf faultStrength fitLine forecast heardGiven
  hypotheses jointStep judgeLength know knuckleAt knuckleOf learned lengthFor
  lengthForStance lessonCounts likeOld limitsMet linkAt linkLoad linkPoints lookTells
  makesOf manoeuvreSign matchPart measuredAgainst minorMm movedBy nutOnBolt offersOf
  otherStep planRoad planWorth proofLoadN rankParts rankSuspects ranked
  reasonsFor rightStack sayComparison sayDifferences sayWindow schedule setsLink sideStep
  signGiven sleeveFor someMakes someWorn soundingAmong sourceShares stackFaults stackOnFile stackReach
  substituteWasher takes turned loosened sayNothing fitWithout workOnPaper endedSince banOnPaper isStepDone pulledTogether togetherLines asFitted axleAt endHeld linkUndo pastThread mixedPublishers upkeep wantedFor weighCase windowOf worth
`;

/** They take ids, words, or the state of a job, whose entries were read. */
const WORDS = `
  atOtherAxle statesFor sayGroup after cornerId isUp stateAt stateOf wheelOn readWords standsAt allLooks answeredRows elsewhereRound meanwhile
  owedRounds roundsOf roundsShown rowNow searching cautionOwed lookEntry nextAtTheRock checkLook seenAt standsBody stepKey
  quotedBody sayPutSince totalOf briefAsks foundInBrief inBrief curedBy sameMeasured derive notInJob namesOfPlan own readJob readStored sayUnreadable lanesOf ledgerWords onceAState sayGrade sayOpening
  answersOf confirmLines placeOf settledBy clicksBody doubtOfPull hearPull inThread isFar pullBody reachShare
  readPull readRunning timesShare dangersStanding isTold leftAt leftDangers openDangers wasTold
  dayIn inZones isEmail isTelephone isTimeZone plateKey
  debtsUnpaid leftBefore sayLeftBefore notThere lookCounts openDebts playShows
  causesElsewhere plannedChecks alignmentOwed answered asVariant assemblyJoints assemblyOf attachmentOf auditFastener awaited
  serialFrame barSize bareAxle barsOf besidesOf builtIn burntAt calledWrong
  capital caseOf catalogueCells catalogueRow causesOf chalked checkAt checkChoice
  checkFor checkFilm checkReading stateSaid filmBody filmDoubt filmResult sayPlay goodsPhoto photoDoubtMm photoRound photoSizeBody photoTouches photoWay isMeasured checkSize checkTitle checkType checksOf choiceBody choicesOf contextOf
  contradictedJoints countingStates crewOf dangerousJoints defectGrade defectLeft describe doubted
  driveOwed elsewhereChecks elsewhereTitle endKind expired failedBy failsOf fastenerName
  fastenersAt fastenersFor fastenersOf fastenersSaid faultsAt faultsOf fieldsAbout findingsOf
  fittedBy foldJob forJob foundAgainst gaugeDecides goodsBody goodsChecks goodsLines
  goodsMeasures goodsOwedAt greaseFittingOf handBackBlockers heightsAgain heightsKnown heightsOff inDialect
  inSentence isAdjustable isApproved isDangerous isEntryKind isFastenerId isFaultId isJointId
  isLink isOneSide isRusty isSigned isTaper isUsual jointId jointKinds
  jointName jointsOf barLine tieRodOf lengthDoes knownScatter laneOf laneView layoutOf layoutsAt
  lessonOf linkAssembly bushingAssembly fastenersOfPieces askedOfPieces facingsOfPieces sayAssembled saySizes linkFasteners linkMount linkSetting list lookedAt looseJoints lubricant
  makeEntry mayBeUndone mayWrite measurementsOf measuresLength isCamera missingHands needsPublished nextLine
  nutHexes ofBarSystem oldPart oneOf openCounts openTroubles openedOwed optionName
  endsOf studSwingDeg nutLeanDeg rungLines arrangeOffers swingAt otherLength changesAxle sayFitted withFitted readTarget readLinkTurns aimOf aimOwed sayAim usualTurns readWheelSize axleOfStep plainStep stepOfAxle planBoth atAxle fittingStep workedAxles piecesAt lubricantsFor withMeasured typeChanges unseenChanges keepable sayLasting withKnown withLasting invoiceLines decimalsOf rideOf upkeepOf upkeepOwed stands compareWays hereOf sayTrait foundSound notPutYet lubricantsOwed swells lubricantLines sayLubricantAsked readRoom turnsAt roomsOf sayStrokes turnsOf disturbing putTogether OPENS_ALL boltedAt comesOff offFirst happensAt ladderAt mayGoFirst offFirstOf opensAt plannedJoints rarerAt barEnd partNumber barChanges axlesNow sayBarChange chosenAt coatedThread conditionSaid againstThread linkKindOf isSetByTurning facingsFor facingsAt facingsOwed facingKey originOf otherEnd otherSide otherUnit outlook owedJoints ownPart
  ownTorques partFields partInHand partsOf piecesFor piecesOf planFor
  planOf playLimit plural quoteOf recheckBody recheckOwed refitPart refitted
  requestOf ride rigOf ruined ruleTorque rulingLimits rungCaution rungOf
  rungTask runningWaits rusts sayAxle sayBalance sayBan sayBookValue sayBoth
  sayDay sayEntry sayExpired sayFail sayFault sayGoodsCheck sayHeights sayHeightsAgain
  sayHere sayInterchange sayJoint sayJoints sayKind sayLabour sayManoeuvre sayOffer
  sayPageValue sayParts sayPiece sayPoint sayReady sayState sayStudHold sayTroubles
  sayWhen sayWrench sizeName sizeOf sizesFor slowedByRust splitFastener splitFault
  splitJoint splitKey splitStep spoken standing standingOf stateCounts stateMinutes
  stepTimes stepsFor studyBar takenAfterHandBack tightenStep tightenedBy toReproduce toRows
  tooEarly troublesAt twinFault twinOf typeFromLayouts typeFromType uncapital uncleared
  unrepaired untold untoldFails upkeepDue usualBearing usualPoints variantOwed verdictCauses
  verdictView vinCheckDigit waitingLines wayTask withBar withBars withPoint withTorques
  workJoints workNow written
`;

/** They make the schema of a stored thing, from what schemas are made with. */
const SCHEMAS = `
  axleBarSchema axleSchema bodyKit bookValueSchema gaugeSchema hardPointSchema hardPointsSchema partSchema schemaKit studSchema
  variantName vehicleTypeSchema yardRulesSchema
`;

test('every public function of core is here: with a call, or by the reason why none is thrown at it', () => {
  const named = [READ, MADE, WORDS, SCHEMAS].flatMap((x) => x.trim().split(/\s+/));
  const functions = Object.entries(core).flatMap(([name, x]) => (typeof x === 'function' ? [name] : []));
  const all = [...Object.keys(CALLS), ...named];
  expect(all.filter((x, i) => all.indexOf(x) !== i)).toEqual([]);
  expect(functions.filter((x) => !all.includes(x))).toEqual([]);
  expect(all.filter((x) => !functions.includes(x))).toEqual([]);
  // Most of what takes a number by itself is thrown at.
  expect(Object.keys(CALLS).length).toBeGreaterThan(110);
});
