import { STACK_PIECES } from '../../bushing/stack-pieces';
import type { ZodType } from 'zod';
import { partsOf } from '../../joint/id';
import { capital } from '../../text/words';
import { BUSHING_KINDS } from '../../vehicle/bushings';
import { type LedgerWords, MEASURED_PHASES } from '../words';
import { type Body, type BodyKit, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const RESULTS = [
  'play',
  'frame fit',
  'stack',
  'thread',
  'hex',
  'link length',
  'link setting',
  'link turns',
  'bar',
  'wheel fit',
] as const;
export type ResultKind = (typeof RESULTS)[number];

/** The numbers that results are made of. */
function sizesOf({ z }: BodyKit) {
  const length = z.number().min(0).max(5000);
  const signed = z.number().min(-5000).max(5000);
  const pair = z.tuple([signed, signed]).readonly();
  const typed = z.string().max(60);
  const material = z.enum(['rubber', 'polyurethane']);

  const angle = z.number().min(-90).max(90);
  const number = z.number().min(-1e6).max(1e6);
  return { length, signed, pair, typed, material, angle, number };
}

/** What is measured: play, a bar in its bushing, and what a caliper finds. */
function measuredSchemas(kit: BodyKit) {
  const { z, limitOwner, text, uuid } = kit;
  const { length, signed, pair, typed, material } = sizesOf(kit);
  const play = {
    given: z.object({
      readings: z.array(uuid).max(500),
      driftMm: signed,
      resolutionMm: length,
      known: z.object({ sdMm: length, degrees: z.number().min(0).max(1e6) }),
    }),
    found: z.object({
      phase: z.enum(MEASURED_PHASES),
      n: z.int().min(1).max(1_000_000),
      meanMm: length,
      uMm: length,
      degrees: z.number().min(0).nullable(),
      oneSidedMm: length,
      limitMm: length,
      owner: limitOwner,
      verdict: z.enum(['within', 'beyond', 'not proved']),
    }),
  };
  const frameFit = {
    given: z.object({
      kind: z.enum(BUSHING_KINDS).optional(),
      material,
      cleanMm: z.array(length).max(50),
      seatMm: z.array(length).max(50),
      oldBoreMm: length.optional(),
      newBoreMm: length.optional(),
      freeHeightMm: length.optional(),
      pocketMm: length.optional(),
      uMm: length,
    }),
    found: z.object({
      nominalMm: length,
      seatMm: length,
      ovalityMm: length,
      wearMm: length,
      clearanceOldMm: signed.optional(),
      clearanceNewMm: signed.optional(),
      crush: z.number().min(-10).max(1).optional(),
      order: pair.optional(),
      verdict: z.enum(['bushing', 'bar', 'fits', 'wrong part', 'open']),
    }),
  };
  const foundSizes = z
    .array(z.object({ name: text(40), share: z.number().min(0).max(1), lookAlike: text(40).nullable() }))
    .max(60);
  const thread = { given: z.object({ outside: typed, outsideU: typed, crests: typed, over: typed, overU: typed }) };
  const hex = { given: z.object({ across: typed, acrossU: typed }) };

  return { play, frameFit, foundSizes, thread, hex };
}

/** A stack of grommets and washers, as it was laid and as it comes out. */
function stackSchemas(kit: BodyKit) {
  const { z, text } = kit;
  const { length, signed, pair, material } = sizesOf(kit);
  const stack = {
    given: z.object({
      grommet: z.object({ heightMm: length, outsideMm: length, holeMm: length }),
      washerMm: length,
      washerThickMm: length,
      boltMm: length,
      pitchMm: length,
      boltLengthMm: length,
      sleeveLengthMm: length,
      sleeveMm: length,
      armThickMm: length,
      barThickMm: length,
      nutHeightMm: length,
      material,
      stops: z.boolean().optional(),
      welded: z.boolean().optional(),
      stack: z.array(z.object({ piece: z.enum(STACK_PIECES), facing: z.enum(['to the head', 'to the nut']).optional() })).max(40),
      variants: z.array(z.enum(['weldedWasher', 'headless', 'nutBelow', 'stops'])).max(4),
    }),
    found: z.object({
      refused: text(300).optional(),
      travelMm: pair.optional(),
      turns: pair.optional(),
      linkMm: pair.optional(),
      threadLeftMm: signed.optional(),
      faults: z.array(text(300)).max(40),
    }),
  };
  return { stack };
}

/** A link's length, and what an adjustable one is set to. */
function linkSchemas(kit: BodyKit) {
  const { z, text } = kit;
  const { length, signed, angle } = sizesOf(kit);
  const floor = z.object({
    armMm: length,
    linkMm: length,
    mount: z.enum(['above', 'below']),
    ratio: z.number().min(0).max(2),
    armDeg: angle,
    leanDeg: angle,
    acrossDeg: angle,
    loweredMm: signed,
    upMm: length,
    downMm: length,
    way: z.enum(['across', 'along']),
  });
  const linkLength = {
    given: z.object({
      from: z.enum(['the axle', 'the floor', 'the bolt']),
      loweredMm: signed,
      oldMm: length,
      floor: floor.optional(),
      rounds: z
        .array(z.object({ fromAboveMm: length, fromBelowMm: length }))
        .max(50)
        .optional(),
    }),
    found: z.object({
      lengthMm: length,
      doubtMm: length,
      ruleMm: length.nullable(),
      fits: z.tuple([length, length]).nullable(),
    }),
  };
  const linkSetting = {
    given: z.object({
      lengthMm: length,
      thread: text(40),
      ends: z.enum(['one', 'both']),
      square: z.boolean(),
      engagedMm: length,
      leastMm: length.optional(),
      mostTurnsOut: z.number().min(0).max(200).optional(),
      turnsOut: z.number().min(-200).max(200).optional(),
      body: z.enum(['steel', 'aluminium']),
      targetMm: length,
    }),
    found: z.object({ turns: z.number().min(-500).max(500), lengthMm: length, equalityMm: length, engagedMm: length }),
  };
  /** By the turns that its own sheet allows, from all the way in: no length is known. */
  const linkTurns = {
    given: z.object({ mostTurnsOut: z.number().min(0).max(200), source: text(160).min(1) }),
    found: z.object({ turnsOut: z.number().min(0).max(200) }),
  };
  return { linkLength, linkSetting, linkTurns };
}

/** Another bar, other wheels. */
function changeSchemas(kit: BodyKit) {
  const { z, text } = kit;
  const { length, signed, number } = sizesOf(kit);
  const uBar = z.object({
    outsideMm: length,
    boreMm: length.optional(),
    middleMm: length,
    armMm: length,
    bushingsMm: length,
    splayMm: signed.optional(),
    bushingNPerMm: number.optional(),
  });
  const bar = {
    given: z.object({ now: uBar, was: uBar.nullable() }),
    found: z.object({ stiffnessNPerMm: number, stressMpaPerMm: number, ratio: number.nullable() }),
  };
  const wheels = {
    given: z.object({
      tyreWidthMm: length,
      tyreDiameterMm: length,
      outMm: signed,
      loweredMm: signed,
      rimDiameterMm: length.optional(),
    }),
    found: z.object({
      meets: z.array(text(300)).max(10),
      shorterMm: length.nullable(),
      boltPoints: z.enum(['inward', 'outward', 'either way']),
    }),
  };

  return { bar, wheels };
}

const body = bodyOf((kit) => {
  const { z, gaugeId, jointId, text } = kit;
  const { play, frameFit, foundSizes, thread, hex } = measuredSchemas(kit);
  const { stack } = stackSchemas(kit);
  const { linkLength, linkSetting, linkTurns } = linkSchemas(kit);
  const { bar, wheels } = changeSchemas(kit);

  /** One method's result: what it is given and finds, tied to its type. */
  const resultOf = <W extends ResultKind, G extends ZodType, F extends ZodType>(what: W, given: G, found: F) =>
    z.object({
      what: z.literal(what),
      joint: jointId.optional(),
      gauge: gaugeId.optional(),
      method: text(40).min(1),
      given,
      found,
      words: text(600).min(1),
    });
  return z.discriminatedUnion('what', [
    resultOf('play', play.given, play.found),
    resultOf('frame fit', frameFit.given, frameFit.found),
    resultOf('stack', stack.given, stack.found),
    resultOf('thread', thread.given, foundSizes),
    resultOf('hex', hex.given, foundSizes),
    resultOf('link length', linkLength.given, linkLength.found),
    resultOf('link setting', linkSetting.given, linkSetting.found),
    resultOf('link turns', linkTurns.given, linkTurns.found),
    resultOf('bar', bar.given, bar.found),
    resultOf('wheel fit', wheels.given, wheels.found),
  ]);
});
/** Something worked out and kept: what was given and found, by which method and version. A method is a row of the schema and of RESULTS. */
export type ResultBody = Body<typeof body>;
/** What each method is given and finds. */
export type ResultKinds = { [W in ResultKind]: Pick<Extract<ResultBody, { what: W }>, 'given' | 'found'> };
/** A thread or hex that a caliper reading may be, as it was found. */
export type FoundSize = ResultKinds['thread']['found'][number];

/** What is of an axle's links or bar is not of the joint it was kept under. */
const OF_AXLE: readonly ResultKind[] = ['link length', 'link setting', 'link turns', 'bar', 'wheel fit'];
const whereOf = (b: ResultBody, w: LedgerWords): string =>
  !b.joint ? '' : OF_AXLE.includes(b.what) ? `${partsOf(b.joint).axle} ` : `${w.joint(b.joint)}, `;

export const result = entryKind(body)({
  example: {
    what: 'frame fit',
    joint: 'front.left.frame-bushing',
    gauge: 'caliper',
    method: 'bushing fit 1',
    given: {
      kind: 'two-bolt',
      material: 'rubber',
      cleanMm: [22],
      seatMm: [21.6],
      oldBoreMm: 21.9,
      newBoreMm: 21.5,
      freeHeightMm: 40,
      pocketMm: 38,
      uMm: 0.03,
    },
    found: {
      nominalMm: 22,
      seatMm: 21.6,
      ovalityMm: 0,
      wearMm: 0.4,
      clearanceOldMm: 0.3,
      clearanceNewMm: -0.1,
      crush: 0.05,
      order: [21, 22],
      verdict: 'fits',
    },
    words: 'The one on the bench fits the bar.',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`${whereOf(b, w)}${b.what}: ${w.say(b.words)}`),
});
