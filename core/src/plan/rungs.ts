import type { PieceRole } from '../vehicle';
import type { Arrangement } from './arrange';

/** What of a tool is drawn where it is used. */
export const TOOL_SIGNS = [
  'spanner',
  'pliers',
  'pipe wrench',
  'bit',
  'socket',
  'splitter',
  'cut',
  'wedge',
  'penetrant',
  'turned',
  'drill',
  'flame',
  'hammers',
  'press',
  'fork',
  'pry bar',
  'looked at',
] as const;
export type ToolSign = (typeof TOOL_SIGNS)[number];

/** What has gone wrong, as it is drawn on its piece. */
export const TROUBLE_SIGNS = ['turns along', 'rounded', 'seized', 'broken', 'out of reach', 'short'] as const;
export type TroubleSign = (typeof TROUBLE_SIGNS)[number];

/** A tool, and the pieces it is used at: on each of its lines the first of these that is there. */
export interface Grip {
  readonly tool: ToolSign;
  readonly on: readonly PieceRole[];
}

/** One thing to try, and what it ruins. */
export interface Rung {
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  readonly tools: readonly string[];
  readonly ruins: string;
  readonly caution?: string;
  /** What is coming off cannot go on again after it. */
  readonly scraps?: boolean;
  /** Sparks or a flame: somebody watches for fire while it is done, and for half an hour after. */
  readonly fire?: boolean;
  /** Other fasteners come open by it: each has to be said, and gets its own torque. */
  readonly opens?: boolean;
  /** It is another way through the plan: taken by saying so. */
  readonly arranges?: Arrangement;
  /** It is only tried where one of these is. */
  readonly where?: readonly PieceRole[];
  /** Where it is tried; nothing where it is not tried at the assembly itself. */
  readonly grips?: Grip;
}

export interface Trouble {
  /** As somebody at the vehicle would call out. */
  readonly title: string;
  readonly rungs: readonly Rung[];
  /** It only happens where one of these is. */
  readonly where?: readonly PieceRole[];
  /** What it looks like, and on which piece: on each line the first of these that is there. */
  readonly sign?: { readonly shows: TroubleSign; readonly on: readonly PieceRole[] };
}

/** Threaded ends that turn with their nut: a stud, or the rod of a link. */
export const STUDS = ['stud', 'rod'] as const;

/** What carries a thread that may have to be cut through. */
export const THREADED = ['stud', 'bolt', 'rod'] as const;
/** What a socket goes on: the nut, or the head where nothing else is turned. */
export const HEXES = ['nut', 'bolt'] as const;

/** Half an hour after the last spark (common practice, no source; hot-work rules of a yard may ask for more). */
export const FIRE_WATCH_MIN = 30;

export const FIRE =
  'Penetrant wiped dry and aired, aerosols and fuel away, hoses and boots shielded, extinguisher in reach. Eyes and ears. Somebody watches for fire, and for half an hour after.';

export const neighbour: Rung = {
  id: 'neighbour',
  title: 'Take it out with the part it is bolted to',
  minutes: 40,
  tools: [],
  ruins: 'nothing more, but other joints come open and need their own torque',
  opens: true,
};
export const disc = (what: string, ruins: string, scraps: boolean): Rung => ({
  id: 'disc',
  title: `Cutting disc through the ${what}`,
  minutes: 10,
  tools: ['cutting disc', 'extinguisher', 'wet cloth'],
  ruins,
  caution: FIRE,
  scraps,
  fire: true,
  grips: { tool: 'cut', on: THREADED },
});
export const split: Rung = {
  id: 'split',
  title: 'Split the nut, or saw behind it',
  minutes: 10,
  tools: ['nut splitter', 'saw blade'],
  ruins: 'nut and {threaded}',
  caution: 'Eyes. Keep the blade off the mount and the hose.',
  scraps: true,
  grips: { tool: 'splitter', on: ['nut'] },
};
export const flats: Rung = {
  id: 'flats',
  title: 'Thin spanner on the flats behind the mount, turn the nut',
  minutes: 2,
  tools: ['thin spanner'],
  ruins: 'nothing',
  grips: { tool: 'spanner', on: STUDS },
};
export const pliers: Rung = {
  id: 'pliers',
  title: 'Locking pliers on the {threaded}, close behind the mount',
  minutes: 3,
  tools: ['locking pliers'],
  ruins: 'the boot and the {threaded}; the link is scrap',
  scraps: true,
  grips: { tool: 'pliers', on: STUDS },
};
export const offBall: Rung = {
  id: 'off-ball',
  title: 'Lever the housing off its ball, hold the ball with a pipe wrench',
  minutes: 8,
  tools: ['pry bar', 'pipe wrench'],
  ruins: 'the link',
  caution: 'Eyes. The housing jumps when it lets go.',
  scraps: true,
  where: ['ball'],
  grips: { tool: 'pipe wrench', on: ['ball', 'bare ball'] },
};
export const smaller = (of: string): Rung => ({
  id: 'smaller',
  title: `Six-point socket a size under, hammered onto the ${of}`,
  minutes: 4,
  tools: ['six-point sockets', 'hammer'],
  ruins: `the ${of}`,
  caution: 'Eyes: a socket that is struck can chip.',
  grips: { tool: 'socket', on: HEXES },
});
export const gripping = (of: string): Rung => ({
  id: 'gripping',
  title: `Gripping socket or pipe wrench on the ${of}`,
  minutes: 4,
  tools: ['gripping socket', 'pipe wrench'],
  ruins: `the ${of}`,
  grips: { tool: 'pipe wrench', on: of === 'head' ? ['bolt'] : HEXES },
});
export const soakAgain: Rung = {
  id: 'soak',
  title: 'Penetrant again, back and forth by eighths of a turn',
  minutes: 6,
  tools: ['penetrant', 'breaker bar'],
  ruins: 'nothing',
  grips: { tool: 'penetrant', on: THREADED },
};
