import type { JobKind, KnownHere, VehicleTypeSpec } from '@ash-knot/core';
import type { JobFile } from './job';

export interface VehicleView {
  readonly id: string;
  readonly plate: string;
  readonly vin: string | null;
  readonly typeId: string;
  readonly typeName: string;
  /** Which of its type's variants it is; null where nobody has looked. */
  readonly variant: string | null;
  readonly year: number;
  readonly distanceKm: number;
  /** The day it was last said, ISO 8601; null before any job. */
  readonly saidOn: string | null;
  readonly kmPerDay: number;
  readonly owner: string;
  /** What was found at its jobs and kept for the next one. */
  readonly known: readonly KnownHere[];
  /** Its job that is not handed back, if any. */
  readonly openJob: string | null;
}
export interface VehicleTypeView {
  readonly id: string;
  readonly spec: VehicleTypeSpec;
  readonly vehicles: number;
  /** Put away: no new vehicle is of it. */
  readonly away: boolean;
}
/** One change of a vehicle or a type: who, when, why, and what is different since. */
export interface ChangeLine {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly why: string;
  /** The job it was found at, and its plate. */
  readonly job: string | null;
  readonly says: readonly string[];
}
/** What was changed of it, the latest first, and whether it is put away. */
export interface Changes {
  readonly changes: readonly ChangeLine[];
  /** How often it was changed: who changes it says what they saw. */
  readonly seen: number;
  readonly away: boolean;
  /** What it is one with. */
  readonly into: string | null;
}
export interface TypePage extends VehicleTypeView, Changes {}
export interface PlayPoint {
  readonly joint: string;
  readonly phase: 'before' | 'after';
  readonly distanceKm: number;
  readonly playMm: number;
  readonly at: string;
  readonly job: string;
}
export interface PastJob {
  readonly id: string;
  readonly kind: JobKind;
  readonly openedAt: string;
  readonly distanceKm: number;
  readonly words: string;
  readonly causes: readonly string[];
  readonly handedBack: boolean;
}
export interface FileView extends Changes {
  readonly vehicle: VehicleView;
  readonly type: VehicleTypeSpec;
  readonly play: readonly PlayPoint[];
  /** What was renewed at earlier visits, and when. */
  readonly renewed: JobFile['renewed'];
  readonly jobs: readonly PastJob[];
  /** What went on at earlier visits and changes how it is put together. */
  readonly fitted: JobFile['fitted'];
  /** What it left with at its last visit, not for the road. */
  readonly left: JobFile['left'];
}
