import type { Course, Mistake, PracticeAsk, PracticeGrade, PracticeReview } from '@ash-knot/core';
import type { JobView } from './job';

/** An exercise that was set, as it may be told before it is done. */
export interface ExerciseLine {
  readonly id: string;
  readonly setBy: string;
  readonly setAt: string;
  /** Whom it is for; null: everybody. */
  readonly forPerson: string | null;
  readonly grade: PracticeGrade;
  readonly typeName: string;
  readonly silent: boolean;
  /** From the customer to the verdict, and no further. */
  readonly diagnosisOnly: boolean;
  /** A day of the yard (YYYY-MM-DD). */
  readonly dueOn: string | null;
  /** Made of a real job, its names taken out. */
  readonly fromJob: boolean;
  /** How many have begun it, and are done with it. */
  readonly begun: number;
  readonly done: number;
}
/** A practice vehicle of somebody, open or done. */
export interface PracticeLine {
  readonly id: string;
  readonly person: string;
  readonly grade: PracticeGrade;
  readonly typeName: string;
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly givenUp: boolean;
  readonly diagnosisOnly: boolean;
  /** What a lead said of it. */
  readonly comment: { readonly text: string; readonly by: string; readonly at: string } | null;
  /** Once it is done and was reviewed. */
  readonly result: {
    readonly found: boolean;
    /** To find it, as the review says it. */
    readonly minutes: number;
    readonly mistakes: readonly Mistake[];
  } | null;
}
export interface PracticeHome {
  readonly mine: readonly PracticeLine[];
  readonly offered: readonly ExerciseLine[];
  readonly course: Course;
}
/** For a lead: everybody's, and what was set. */
export interface PracticeResults {
  readonly people: readonly { readonly person: string; readonly course: Course; readonly done: readonly PracticeLine[] }[];
  readonly exercises: readonly ExerciseLine[];
}
/** Something done at a practice vehicle and what it answered, as its learner is told. */
export interface AskedView {
  readonly id: string;
  readonly ask: PracticeAsk;
  readonly says: readonly string[];
  readonly minutes: number;
  readonly readings?: readonly [string, string];
  readonly at: string;
}
/** A practice vehicle in the shape of a job: everything that shows a job shows it. */
export interface PracticeView extends JobView {
  readonly practice: {
    readonly person: string;
    readonly grade: PracticeGrade;
    readonly silent: boolean;
    readonly fromJob: boolean;
    readonly diagnosisOnly: boolean;
    /** What the customer says before anybody asks. */
    readonly opening: string;
    readonly asked: readonly AskedView[];
    readonly closed: boolean;
  };
}
export interface PracticeReviewed {
  readonly practice: PracticeLine;
  readonly review: PracticeReview;
  readonly course: Course;
}
