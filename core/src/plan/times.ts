import type { Equipment } from './step';

/** How a job stands for its minutes. */
export interface Conditions {
  readonly equipment: Equipment;
  readonly corroded: boolean;
}

/** Built-in minutes of hands-on work (common practice, no source); a pair is with clean and with rusty threads. */
const BUILT_IN = {
  chock: 2,
  height: 2,
  crack: 2,
  'raise on a lift': 3,
  'raise on stands': 8,
  'wheels off': 4,
  'shield off': 5,
  soak: [2, 4],
  unload: 2,
  'link off': [7, 14],
  'link end off': [4, 8],
  'link end on': 3,
  'link in the hand': 1,
  'link compared': 2,
  'link in': 5,
  'link centred': 2,
  'bushing off': [6, 12],
  'bushing in the hand': 1,
  'bushing on': 6,
  'bar loose': [8, 16],
  'bar out': 10,
  'bar in the hand': 2,
  'bar compared': 3,
  'bar in': 14,
  'bar clear': 3,
  'taper off': [10, 20],
  'taper in': 8,
  'arm off': [25, 45],
  'arm in': 20,
  'damper off': [15, 25],
  'damper in': 12,
  'in the hand': 1,
  compared: 2,
  'fire watch': 1,
  finish: 3,
  'another joint': 60,
  'one fastener': 2,
  'a group of fasteners': 3,
  'ride height': 5,
  'shield on': 5,
  'wheels on': 4,
  'lower the lift': 2,
  'lower the jack': 5,
} as const satisfies Record<string, number | readonly [clean: number, rusty: number]>;
export type Task = keyof typeof BUILT_IN;
export const TASKS = Object.keys(BUILT_IN) as readonly Task[] as readonly [Task, ...Task[]];

/** Penetrant works so long by itself, minutes (common practice, no source). */
export const SOAK_MINUTES = 15;

/** Built-in minutes of a task (common practice, no source). */
export function builtIn(task: Task, rusty: boolean): number {
  const built: number | readonly [number, number] = BUILT_IN[task];
  return typeof built === 'number' ? built : built[rusty ? 1 : 0];
}

/** Whether rust makes a task longer: only then are its times kept apart by it. */
export const slowedByRust = (task: Task): boolean => typeof BUILT_IN[task] !== 'number';

/** By the book of the vehicle's maker, or the shorter way that works. */
export const WAYS = ['manual', 'field'] as const;
export type WayOf = (typeof WAYS)[number];
/** A task gone one of two ways, timed by itself: "way field: bushing off". */
export type WayTask = `way ${WayOf}: ${Task}`;
export const wayTask = (way: WayOf, task: Task): WayTask => `way ${way}: ${task}`;

/** A rung of a ladder, timed like a task: "rung stud spins: pliers". */
export type RungTask = `rung ${string}`;
export const rungTask = (ladder: string, rung: string): RungTask => `rung ${ladder}: ${rung}`;

/** How long a task really took in closed jobs: what half of them were within, and four of five. */
export interface TaskTime {
  readonly task: Task | RungTask | WayTask;
  /** Of rusty ones, of clean ones; null where rust makes no difference. */
  readonly rusty: boolean | null;
  readonly of: 'type' | 'shop';
  readonly jobs: number;
  readonly median: number;
  readonly p80: number;
}

/** Fewer than so many of a task say nothing yet. */
export const ENOUGH_TIMES = 5;

/** How long a task takes, and by whose times. */
export interface Takes {
  readonly task: Task;
  /** Hands-on minutes. */
  readonly minutes: number;
  /** Missing where the minutes are the built-in ones. */
  readonly timed?: Pick<TaskTime, 'of' | 'jobs' | 'p80'>;
}

/** This type's own times first, then the shop's of any type; the built-in where neither has enough. */
export function takes(task: Task, c: Conditions & { readonly times?: readonly TaskTime[] }): Takes {
  const rusty = slowedByRust(task) ? c.corroded : null;
  const enough = (c.times ?? []).filter((t) => t.task === task && t.rusty === rusty && t.jobs >= ENOUGH_TIMES);
  const own = enough.find((t) => t.of === 'type') ?? enough.find((t) => t.of === 'shop');
  if (!own) return { task, minutes: builtIn(task, c.corroded) };
  // A tenth of a minute is as fine as anybody taps.
  const minutes = Math.max(0.5, Math.round(own.median * 10) / 10);
  return { task, minutes, timed: { of: own.of, jobs: own.jobs, p80: Math.max(minutes, Math.round(own.p80 * 10) / 10) } };
}
