import type { Role } from '../ledger';
import type { DistanceUnit } from '../units';
import type { VehicleTypeSpec } from '../vehicle';

/** What is carried over from elsewhere as a table, in the order in which one needs the other. */
export const LIST_IDS = ['people', 'types', 'torques', 'parts', 'vehicles'] as const;
export type ListId = (typeof LIST_IDS)[number];

/** Who takes a list in, with a PIN: people are the lead's. */
export const TAKEN_BY: Readonly<Record<ListId, readonly Role[]>> = {
  people: ['lead'],
  types: ['lead', 'writer'],
  torques: ['lead', 'writer'],
  parts: ['lead', 'writer'],
  vehicles: ['lead', 'writer'],
};

/** Lines a list may have at once, columns it may have, letters a cell: what is larger is taken in by pieces. */
export const MOST_LINES = 20_000;
export const MOST_COLUMNS = 300;
export const MOST_IN_CELL = 4000;

/** One line of a list, by the column of ours; what is empty is not said. */
export type Cells = Readonly<Partial<Record<string, string>>>;

/** One thing a list may say of each of its lines. */
export interface ListColumn {
  /** How it is headed in a file of ours. */
  readonly id: string;
  /** What belongs there, in a few words. */
  readonly says: string;
  /** Without it a line is none. */
  readonly must?: boolean;
  /** How others head it, in small letters. */
  readonly heads?: readonly string[];
  /** What it may say, where only so much is possible. */
  picks?(c: ListContext): readonly string[];
}

/** What a list is read against: what the shop has, and how it counts. */
export interface ListContext {
  readonly currency: string;
  readonly unit: DistanceUnit;
  /** Nothing is built later. */
  readonly year: number;
  /** The types of the file by their names, as they are written. */
  readonly types: ReadonlyMap<string, { readonly id: string; readonly spec: VehicleTypeSpec }>;
  readonly typeNames: readonly string[];
  typeName(id: string): string | undefined;
}

/** A kind of list: what its lines say, how one is read, and how what is there is written out as one. */
export interface ListOf<T> {
  readonly id: ListId;
  readonly title: string;
  /** What a line of it is. */
  readonly line: string;
  readonly columns: readonly ListColumn[];
  /**
   * @param heads how the file heads each column: a distance may say there that it is in miles
   * @throws BadInput naming the column and its bound
   */
  read(cells: Cells, c: ListContext, heads: Cells): T;
  cells(t: T, c: ListContext): Cells;
  /** What no two lines may share. */
  key(t: T): string;
  /** What it is called, where it is told. */
  name(t: T): string;
  /** Lines that show how it is filled in; they are never taken in. */
  readonly examples: readonly Cells[];
}
