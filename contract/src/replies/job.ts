import type { AxleSpec, CaseFile, Entry, FoundInBrief, JobInBrief, JobKind, VehicleTypeSpec } from '@ash-knot/core';
import type { DueBooking } from './booking';
import type { LastPlay } from './gauge';
import type { VehicleView } from './vehicle';

/** What the file adds to a job: parts renewed at earlier visits, and what sisters of the type had. */
export type JobFile = Required<Omit<CaseFile, 'known'>>;

/** An entry as the server hands it out: with the order in which it was received. */
export type StoredEntry = Entry & { readonly seq: number; readonly receivedAt: string };

export interface JobView {
  readonly id: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly distanceKm: number;
  readonly openedAt: string;
  readonly vehicle: VehicleView;
  readonly type: VehicleTypeSpec;
  readonly entries: readonly StoredEntry[];
  readonly file: JobFile;
  readonly lastPlay: readonly LastPlay[];
}
/** A job as it is sent: all of its tape, or what came after the line that was known. */
export interface JobReply extends JobView {
  /** The line after which its entries begin; none where all of them are here. */
  readonly after?: string;
}
/** What was found of a job, small; its axle by name, because many have the same. */
export type FloorFound = Omit<FoundInBrief, 'axle'> & { readonly axle: string };
/** An open job as the floor has it: worked out by the server, once a change and for everybody. */
export interface FloorLine {
  readonly id: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly vehicle: VehicleView;
  /** Where its tape stood; 0 where nothing is written yet. */
  readonly seq: number;
  /** Nothing of it is known where it cannot be read. */
  readonly brief: (Omit<JobInBrief, 'found'> & { readonly found: FloorFound }) | null;
  /** Why it cannot be read, in a sentence. */
  readonly unreadable: string;
  /** Its suspects are being weighed: the line says more in a moment. */
  readonly again: boolean;
}
export interface DueRecheck {
  readonly entry: string;
  readonly job: string;
  readonly vehicle: VehicleView;
  readonly what: string;
  readonly atKm: number;
  readonly onDate: string;
}
/** A closed job that would be held today: handed back under an older rule. */
export interface HeldToday {
  readonly job: string;
  readonly vehicle: VehicleView;
  /** The day it was handed back, ISO 8601. */
  readonly on: string;
  /** What holds it, in sentences. */
  readonly why: readonly string[];
}
/** Somebody whose PIN is being guessed. */
export interface Guessed {
  readonly person: string;
  readonly name: string;
  /** Wrong ones that count still. */
  readonly wrong: number;
  /** The last of them, ISO 8601. */
  readonly at: string;
}
export interface FloorView {
  /** What to ask for the changes after this with. */
  readonly cursor: string;
  /** Every open job, in the order of the bays. */
  readonly open: readonly string[];
  /** All of them, or those that changed and those that were asked for again. */
  readonly jobs: readonly FloorLine[];
  /** The axles that their findings name. */
  readonly axles: Readonly<Record<string, AxleSpec>>;
  /** Vehicles that are to come today, and those that were and have not. */
  readonly due: readonly DueBooking[];
  readonly rechecks: readonly DueRecheck[];
  /** For a lead, until one has looked at it. */
  readonly held: readonly HeldToday[];
  /** For a lead: whose PINs are being guessed. */
  readonly guessed: readonly Guessed[];
}
