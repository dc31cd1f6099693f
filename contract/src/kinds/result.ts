import * as z from 'zod';
import { BUSHING_KINDS, MEASURED_PHASES, STACK_PIECES, type ResultKind, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { limitOwner } from '../shop';
import { gaugeId, jointId, text, uuid } from '../words';

const length = z.number().min(0).max(5000);
const signed = z.number().min(-5000).max(5000);
const pair = z.tuple([signed, signed]).readonly();
const typed = z.string().max(60);
const material = z.enum(['rubber', 'polyurethane']);

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
const foundSizes = z.array(z.object({ name: text(40), share: z.number().min(0).max(1), lookAlike: text(40).nullable() })).max(60);
const thread = { given: z.object({ outside: typed, outsideU: typed, crests: typed, over: typed, overU: typed }) };
const hex = { given: z.object({ across: typed, acrossU: typed }) };

/** One method's result: what it is given and finds, tied to its type. */
const resultOf = <W extends ResultKind, G extends z.ZodType, F extends z.ZodType>(what: W, given: G, found: F) =>
  z.object({
    what: z.literal(what),
    joint: jointId.optional(),
    gauge: gaugeId.optional(),
    method: text(40).min(1),
    given,
    found,
    words: text(600).min(1),
  });

export const result = bodyOf<EntryBodies['result']>()(
  z.discriminatedUnion('what', [
    resultOf('play', play.given, play.found),
    resultOf('frame fit', frameFit.given, frameFit.found),
    resultOf('stack', stack.given, stack.found),
    resultOf('thread', thread.given, foundSizes),
    resultOf('hex', hex.given, foundSizes),
  ]),
  {
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
);
