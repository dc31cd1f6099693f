import { contextOf, type JobContext, type JobKind, type Part, type VehicleTypeSpec } from '@ash-knot/core';
import { DAY } from '../job-maker';
import { makeGauges, RULES } from '../shop';
import type { DemoVehicle } from '../vehicles';

export interface HistoryInput {
  /** The day it is in the demo. */
  readonly now: Date;
  readonly vehicles: readonly DemoVehicle[];
  readonly types: Readonly<Record<string, { readonly id: string; readonly spec: VehicleTypeSpec }>>;
  readonly catalogue: readonly Part[];
}

/** The yard as a scenario sees it: its vehicles, what fits them, how far they had driven. */
export interface Yard extends HistoryInput {
  context(v: DemoVehicle, kind: JobKind, distanceKm: number): JobContext;
  /** Distance of a vehicle at a moment, km. */
  kmAt(v: DemoVehicle, ms: number): number;
  /** Parts of the catalogue for its front axle. */
  fits(v: DemoVehicle): Part[];
}

export function yardOf(input: HistoryInput): Yard {
  const { now, types, catalogue } = input;
  const typeOf = (v: DemoVehicle) => types[v.type]!;
  return {
    ...input,
    context: (v, kind, distanceKm) =>
      contextOf(
        { kind, distanceKm, type: typeOf(v).spec, vehicle: { typeId: typeOf(v).id } },
        { rules: RULES, gauges: makeGauges(now) },
      ),
    kmAt: (v, ms) => Math.round(Math.max(1000, v.distanceKm - (v.kmPerDay * (now.getTime() - ms)) / DAY)),
    fits: (v) => catalogue.filter((p) => p.fits.some((f) => f.typeId === typeOf(v).id && f.axle === 'front')),
  };
}
