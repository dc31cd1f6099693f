import * as z from 'zod';
import { moment } from '@ash-knot/contract';

/** A part that is asked for. */
export interface Asked {
  readonly part: string;
  readonly quantity: number;
}
/** What a supplier says of a part. Checked as it comes in: a supplier is somebody else's program. */
export const offer = z.object({
  part: z.string().max(60),
  priceMinor: z.int().min(0).max(10_000_000),
  stock: z.int().min(0).max(100_000),
  promised: moment,
});
export type Offer = z.output<typeof offer>;

export const placed = z.object({ number: z.string().min(1).max(40), promised: moment });
export type Placed = z.output<typeof placed>;

/** How an order stands with its supplier. */
export const news = z.object({
  promised: moment,
  why: z.string().max(300),
  /** What its delivery note says was sent; empty as long as nothing was. */
  sent: z
    .array(z.object({ part: z.string().max(60), quantity: z.int().min(1).max(1000) }))
    .max(100)
    .default([]),
});
export type News = z.output<typeof news>;

/** The line to one supplier. What it does not know it leaves out; it may take its time, or never answer. */
export interface Supplier {
  readonly name: string;
  /** It ships with the program and stands in for a real one. */
  readonly simulated: boolean;
  ask(parts: readonly Asked[], signal: AbortSignal): Promise<unknown>;
  order(parts: readonly Asked[], signal: AbortSignal): Promise<unknown>;
  status(number: string, signal: AbortSignal): Promise<unknown>;
}
