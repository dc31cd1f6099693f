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
  'link in the hand': 1,
  'link compared': 2,
  'link in': 5,
  'bushing off': [6, 12],
  'bushing in the hand': 1,
  'bushing on': 6,
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

/** Penetrant works so long by itself, minutes (common practice, no source). */
export const SOAK_MINUTES = 15;

/** Minutes of a task. The shop's own times take their place where it has enough. */
export function minutesOf(task: Task, c: Conditions): number {
  const built: number | readonly [number, number] = BUILT_IN[task];
  return typeof built === 'number' ? built : built[c.corroded ? 1 : 0];
}
