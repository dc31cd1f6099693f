import type { Count, GaugeSpec, Role, SuspectsTable, YardRules } from '@ash-knot/core';

export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
export interface SessionView {
  readonly bay: string | null;
  readonly people: readonly PersonView[];
  /** Whose name was tapped last. */
  readonly person: string | null;
  /** Whose PIN was entered lately, and until when it holds. */
  readonly confirmed: { readonly person: string; readonly until: string } | null;
  readonly shop: ShopView | null;
}

export interface ShopView {
  readonly name: string;
  readonly rules: YardRules;
  readonly gauges: readonly GaugeSpec[];
  /** The shop's own suspects table, where it has put one in the place of the one that ships. */
  readonly suspectsTable: SuspectsTable | null;
  /** What its closed jobs have taught, counted on top. */
  readonly learned: readonly Count[];
  /** Line under the floor's title. */
  readonly notice: string;
  readonly bays: readonly string[];
}
