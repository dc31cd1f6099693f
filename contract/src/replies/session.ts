import type { CardSheetView } from './card-sheet';
import type { Count, GaugeSpec, Role, SuspectsTable, YardRules } from '@ash-knot/core';

export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
/** Somebody of the list, those who work here no longer too. */
export interface PersonFull extends PersonView {
  readonly active: boolean;
  /** False until a lead gives one: nobody signs in without. */
  readonly pin: boolean;
}
/** What a stranger is told: which yard this is, and its bays. */
export interface DoorView {
  readonly name: string;
  readonly bays: readonly string[];
}
/** A device that is signed in, or was. */
export interface DeviceView {
  readonly id: string;
  readonly bay: string;
  /** Whose name was tapped last. */
  readonly person: string | null;
  readonly openedBy: string | null;
  readonly openedAt: string;
  readonly seenAt: string;
  readonly endedAt: string | null;
  readonly endedBy: string | null;
  /** The one that asks. */
  readonly here: boolean;
}
export interface AuditLine {
  readonly id: number;
  readonly at: string;
  readonly what: string;
  readonly by: string | null;
  readonly bay: string | null;
  readonly address: string;
  readonly about: Readonly<Record<string, unknown>>;
}
export interface AuditPage {
  readonly lines: readonly AuditLine[];
  /** Where the next page begins; null at the end. */
  readonly before: number | null;
}
export interface SessionView {
  readonly bay: string | null;
  /** Null where there is no shop yet: the first lead is to be made. */
  readonly door: DoorView | null;
  /** Before the sign-in: first names, where the yard rule allows. */
  readonly people: readonly PersonView[];
  /** Whose name was tapped last. */
  readonly person: string | null;
  /** Whose PIN was entered lately, and until when it holds. */
  readonly confirmed: { readonly person: string; readonly until: string } | null;
  readonly shop: ShopView | null;
}

/** What a shop has by now; parts are counted to a thousand. */
export interface SetupView {
  readonly people: number;
  readonly devices: number;
  readonly vehicles: number;
  readonly types: number;
  readonly parts: number;
}
export interface ShopView {
  readonly name: string;
  readonly rules: YardRules;
  readonly gauges: readonly GaugeSpec[];
  /** Sheets of cards for the camera that are in use. */
  readonly sheets: readonly CardSheetView[];
  /** The shop's own suspects table, where it has put one in the place of the one that ships. */
  readonly suspectsTable: SuspectsTable | null;
  /** What its closed jobs have taught, counted on top. */
  readonly learned: readonly Count[];
  /** Line under the floor's title. */
  readonly notice: string;
  /** When the picture at the head of its papers was put there; null where there is none. */
  readonly logo: string | null;
  readonly bays: readonly string[];
}
