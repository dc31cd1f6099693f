import { imageSize } from 'image-size';
import { csvOf, rowsOf } from '@ash-knot/contract';
import { filmFromRows } from '@ash-knot/core/image';
import {
  asksFor,
  asVariant,
  attempt,
  diagnose,
  catalogueCells,
  catalogueRow,
  readPart,
  type Part,
  difficulty,
  drawOfGrade,
  foldJob,
  gradeOf,
  lessonOf,
  loopFromRows,
  reviewOf,
  truthOfJob,
  WavReader,
  type Diagnosis,
  type Entry,
  type JobContext,
  type Mistake,
  type PracticeContext,
  type PracticeGrade,
  type PracticeReview,
  type Side,
  type SuspectsTable,
  type Truth,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { readTable, writeWorkbook } from './table';
import { FloorBook, type FloorAnswer, type FloorAsked } from '../floor/book';

/** What the floors of this thread know of their jobs. */
const books = new Map<string, FloorBook>();

/** A vehicle to be drawn. */
interface ToDraw {
  readonly type: VehicleTypeSpec;
  readonly table: SuspectsTable;
  readonly kerbSide: Side;
  readonly grade: PracticeGrade;
  readonly focus: Mistake | undefined;
  readonly seed: number;
}
interface Graded {
  readonly truth: Truth;
  readonly grade: PracticeGrade;
}
/** A closed job to be made an exercise of. */
interface OfJob {
  readonly context: JobContext;
  readonly entries: readonly Entry[];
  readonly table: SuspectsTable;
  readonly kerbSide: Side;
  readonly seed: number;
}

/** What takes more than a frame, by name: only texts, numbers and bytes go in and out. */
export const WORK = {
  /** What is wrong with the points of a loop, or undefined. */
  loop(bytes: Uint8Array): string | undefined {
    const lines = Buffer.from(bytes).toString('utf8').split(/\r?\n/);
    const read = attempt(() => loopFromRows(lines.map((l) => l.split(','))));
    return read.ok ? undefined : read.error.message;
  },
  /** The rows of a list somebody sends, or what is wrong with it. @param sheet of a workbook: its first where it is empty */
  table: readTable,
  /** Rows as a workbook of one sheet. */
  workbook: writeWorkbook,
  /** Parts as lines of a catalogue. @param specs as they are stored, in JSON; @param names of the types, by id */
  catalogue(
    specs: readonly string[],
    names: readonly (readonly [string, string])[],
    currency: string,
    as: 'csv' | 'json',
  ): string {
    const byId = new Map(names);
    const c = { currency, typeId: () => undefined, typeName: (id: string) => byId.get(id) };
    const parts = specs.map((s) => readPart(JSON.parse(s)));
    if (as === 'csv') return csvOf(parts.map((p) => catalogueCells(p, c))).replace(/\r\n$/, '');
    const said = (p: Part) => Object.fromEntries(Object.entries(catalogueRow(p, c)).filter(([, v]) => v));
    return parts.map((p) => JSON.stringify(said(p))).join();
  },
  /** How large a picture says it is, px; none where it says nothing. */
  pixels(bytes: Uint8Array): { readonly width: number; readonly height: number } | undefined {
    try {
      const { width, height } = imageSize(bytes);
      return width && height ? { width, height } : undefined;
    } catch {
      // Whatever it stumbled over: such a picture cannot be shown either.
      return undefined;
    }
  },
  /** What is wrong with the positions of a film, or undefined. */
  film(bytes: Uint8Array): string | undefined {
    const read = attempt(() => filmFromRows(rowsOf('film.csv', new TextDecoder().decode(bytes))));
    return read.ok ? undefined : read.error.message;
  },
  /** What is wrong with a WAV file, or undefined. */
  wav(bytes: Uint8Array): string | undefined {
    const read = attempt(() => {
      const r = new WavReader();
      r.push(bytes);
      return r.end();
    });
    return read.ok ? read.value[0] : read.error.bound;
  },
  lesson: lessonOf,
  /** The suspects of a job, weighed. */
  diagnosis: diagnose,
  /** The lines of a floor; its book is begun with the first question. */
  floor(book: string, q: FloorAsked): FloorAnswer {
    const b = books.get(book) ?? new FloorBook();
    books.set(book, b);
    return b.answer(q);
  },
  /** What came of weighing a job, for the lines of its floor. */
  weighed(book: string, job: string, request: string, d: Diagnosis): void {
    books.get(book)?.tell(job, request, d);
  },
  floorEnd(book: string): void {
    books.delete(book);
  },
  /** A practice vehicle of a grade. */
  exercise: ({ type, table, kerbSide, grade, focus, seed }: ToDraw): Graded =>
    drawOfGrade(seed, type, table, kerbSide, grade, (t) => asksFor(focus, t, type)),
  /** The same of a closed job, or why it hides nothing. */
  exerciseOfJob({ context, entries, table, kerbSide, seed }: OfJob): Graded | { readonly field: string; readonly bound: string } {
    const read = attempt(() => truthOfJob(context, entries, table, seed));
    if (!read.ok) return { field: read.error.field, bound: read.error.bound };
    const type = asVariant(context.type, context.variant);
    return { truth: read.value, grade: gradeOf(difficulty(read.value, type, table, kerbSide)) };
  },
  /** What came of a practice vehicle. */
  practiceReview: ({
    context,
    entries,
    on,
  }: {
    context: JobContext;
    entries: readonly Entry[];
    on: Omit<PracticeContext, 'state'>;
  }): PracticeReview => reviewOf({ ...on, state: foldJob(context, entries) }),
} as const;

export type Work = typeof WORK;
export type WorkName = keyof Work;
