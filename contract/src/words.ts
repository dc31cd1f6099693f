import * as z from 'zod';
import { bodyKit, schemaKit } from '@ash-knot/core';

/**
 * What core's schemas are made with, and their words for the requests and replies here. Each maker by its name: the whole of
 * Zod handed on would bring all of it, its other languages too, into every bundle.
 */
export const kit = bodyKit(
  schemaKit({
    array: z.array,
    boolean: z.boolean,
    custom: z.custom,
    discriminatedUnion: z.discriminatedUnion,
    enum: z.enum,
    int: z.int,
    iso: { date: z.iso.date, datetime: z.iso.datetime },
    literal: z.literal,
    number: z.number,
    object: z.object,
    partialRecord: z.partialRecord,
    record: z.record,
    string: z.string,
    tuple: z.tuple,
    union: z.union,
    unknown: z.unknown,
    uuid: z.uuid,
  }),
);
export const { text, note, day, moment, uuid, side, axleEnd, stepId, gaugeId, nm, jointId, fastenerId, cause, unique } = kit;
export const { part, bookValue, variantName, upcasting } = kit;
