/** What can go wrong at a step of the work. */
export const TROUBLES = [
  'stud spins',
  'hex rounds',
  'head spins',
  'bolt seized',
  'bolt broke',
  'cannot reach',
  'taper stuck',
  'thread short',
  'part broke',
  'part wrong',
] as const;
export type TroubleId = (typeof TROUBLES)[number];

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
}

export interface Trouble {
  /** As somebody at the vehicle would call out. */
  readonly title: string;
  readonly rungs: readonly Rung[];
}

/** Half an hour after the last spark (common practice, no source; hot-work rules of a yard may ask for more). */
export const FIRE_WATCH_MIN = 30;

const FIRE =
  'Penetrant wiped dry and aired, aerosols and fuel away, hoses and boots shielded, extinguisher in reach. Eyes and ears. Somebody watches for fire, and for half an hour after.';

const neighbour: Rung = {
  id: 'neighbour',
  title: 'Take it out with the part it is bolted to',
  minutes: 40,
  tools: [],
  ruins: 'nothing more, but other joints come open and need their own torque',
  opens: true,
};
const disc = (what: string, ruins: string, scraps: boolean): Rung => ({
  id: 'disc',
  title: `Cutting disc through the ${what}`,
  minutes: 10,
  tools: ['cutting disc', 'extinguisher', 'wet cloth'],
  ruins,
  caution: FIRE,
  scraps,
  fire: true,
});
const split: Rung = {
  id: 'split',
  title: 'Split the nut, or saw behind it',
  minutes: 10,
  tools: ['nut splitter', 'saw blade'],
  ruins: 'nut and stud',
  caution: 'Eyes. Keep the blade off the mount and the hose.',
  scraps: true,
};
const pliers: Rung = {
  id: 'pliers',
  title: 'Locking pliers on the stud, between boot and mount',
  minutes: 3,
  tools: ['locking pliers'],
  ruins: 'the boot and the stud; the link is scrap',
  scraps: true,
};
const smaller = (of: string): Rung => ({
  id: 'smaller',
  title: `Six-point socket a size under, hammered onto the ${of}`,
  minutes: 4,
  tools: ['six-point sockets', 'hammer'],
  ruins: `the ${of}`,
  caution: 'Eyes: a socket that is struck can chip.',
});
const gripping = (of: string): Rung => ({
  id: 'gripping',
  title: `Gripping socket or pipe wrench on the ${of}`,
  minutes: 4,
  tools: ['gripping socket', 'pipe wrench'],
  ruins: `the ${of}`,
});
const soakAgain: Rung = {
  id: 'soak',
  title: 'Penetrant again, back and forth by eighths of a turn',
  minutes: 6,
  tools: ['penetrant', 'breaker bar'],
  ruins: 'nothing',
};

/** For each trouble what to try, the gentlest first (common practice, no source). */
export const LADDERS: Readonly<Record<TroubleId, Trouble>> = {
  'stud spins': {
    title: 'The stud spins',
    rungs: [
      {
        id: 'flats',
        title: 'Thin spanner on the flats behind the boot, turn the nut',
        minutes: 2,
        tools: ['thin spanner'],
        ruins: 'nothing',
      },
      pliers,
      {
        id: 'off-ball',
        title: 'Lever the housing off its ball, hold the ball with a pipe wrench',
        minutes: 8,
        tools: ['pry bar', 'pipe wrench'],
        ruins: 'the link',
        caution: 'Eyes. The housing jumps when it lets go.',
        scraps: true,
      },
      split,
      disc('stud', 'the link', true),
      neighbour,
    ],
  },
  'hex rounds': {
    title: 'The hex rounds off',
    rungs: [smaller('nut'), gripping('nut'), split, disc('stud', 'the link', true)],
  },
  'head spins': {
    title: 'The head spins along',
    rungs: [
      {
        id: 'wedge',
        title: 'Wedge the head: screwdriver or thin spanner behind it',
        minutes: 3,
        tools: ['thin spanner', 'screwdriver'],
        ruins: 'nothing',
      },
      gripping('head'),
      disc('bolt', 'the bolt', false),
    ],
  },
  'bolt seized': {
    title: 'The bolt is seized',
    rungs: [
      soakAgain,
      {
        id: 'twist',
        title: 'Twist the bolt apart on purpose, drive out the stub',
        minutes: 8,
        tools: ['long bar', 'drift', 'hammer'],
        ruins: 'bolt, sleeve and grommets',
        caution: 'Eyes. The bar end springs when it parts: stand to the side.',
        scraps: true,
      },
      {
        id: 'saw',
        title: 'Saw above and below the sleeve',
        minutes: 12,
        tools: ['saw blade'],
        ruins: 'bolt and sleeve',
        caution: 'Eyes. Hoses shielded.',
        scraps: true,
      },
      disc('bolt', 'bolt, sleeve and what it touches', true),
    ],
  },
  'bolt broke': {
    title: 'The bolt broke',
    rungs: [
      {
        id: 'stub',
        title: 'Locking pliers on the stub, penetrant, out by eighths of a turn',
        minutes: 8,
        tools: ['locking pliers', 'penetrant'],
        ruins: 'the bolt',
      },
      {
        id: 'nut',
        title: 'A nut welded on the stub, turned out while it is warm',
        minutes: 15,
        tools: ['welder', 'nut', 'extinguisher'],
        ruins: 'the bolt, and paint round it',
        caution: `Battery off, fuel and brake lines away from the heat. ${FIRE}`,
        fire: true,
      },
      {
        id: 'drill',
        title: 'Centre it, drill it out, run a tap through the thread',
        minutes: 30,
        tools: ['centre punch', 'drill', 'tap'],
        ruins: 'the bolt; the thread if the drill runs off',
        caution: 'Eyes. What is drilled off the centre is a new captive nut.',
      },
    ],
  },
  'cannot reach': {
    title: 'It cannot be reached straight',
    rungs: [
      {
        id: 'lock',
        title: 'Steering to full lock, look again',
        minutes: 1,
        tools: [],
        ruins: 'nothing',
      },
      {
        id: 'extension',
        title: 'Long extension and universal joint, kept under 15°; a spanner where that does not go',
        minutes: 4,
        tools: ['long extension', 'universal joint', 'short socket'],
        ruins: 'nothing; a universal joint at an angle lies about torque',
      },
      neighbour,
    ],
  },
  'taper stuck': {
    title: 'The taper does not let go',
    rungs: [
      {
        id: 'shock',
        title: 'Nut on by its last turns, two hammers on the eye at once',
        minutes: 4,
        tools: ['two hammers'],
        ruins: 'nothing',
        caution: 'Eyes. The nut stays on until it has let go: the arm springs.',
      },
      {
        id: 'press',
        title: 'Press on the stud, then one blow on the eye',
        minutes: 5,
        tools: ['ball joint press'],
        ruins: 'nothing; the boot if the press slips',
        caution: 'Eyes, and face out of its line: a press lets go with a bang.',
      },
      {
        id: 'fork',
        title: 'Fork between eye and boot',
        minutes: 3,
        tools: ['fork', 'hammer'],
        ruins: 'the boot; what is sound is not taken off with it',
        scraps: true,
      },
    ],
  },
  'thread short': {
    title: 'Too few threads to start the nut',
    rungs: [
      {
        id: 'seat',
        title: 'Is the stud seated? Steering straight, push the stud home, look at its shoulder',
        minutes: 2,
        tools: [],
        ruins: 'nothing',
      },
      {
        id: 'arm',
        title: 'Jack under the arm on this side, slowly, until the nut starts; the other side stays',
        minutes: 4,
        tools: ['second jack'],
        ruins: 'nothing',
        caution: 'A jack under an arm can lift the body off its stand: watch the stand, stop if it moves.',
      },
      {
        id: 'lower',
        title: 'Wheels on, lowered until both hang alike, then on its tyres: the bar is free there',
        minutes: 8,
        tools: [],
        ruins: 'nothing',
        caution: 'Nobody under it while it comes down. Nuts by hand only, the torque after.',
      },
      {
        id: 'compare',
        title: 'Old beside new once more: another length or another thread is another part',
        minutes: 2,
        tools: ['rule', 'thread gauge'],
        ruins: 'nothing',
      },
    ],
  },
  'part broke': {
    title: 'A part that was to go on again broke',
    rungs: [
      {
        id: 'safe',
        title: 'Make it safe: what hangs is strapped up, nothing hangs by a hose or a cable',
        minutes: 3,
        tools: ['strap'],
        ruins: 'nothing more; a new one is chosen, asked for and waited for',
        scraps: true,
      },
    ],
  },
  'part wrong': { title: 'The new part is wrong', rungs: [] },
};

export const rungOf = (trouble: string, id: string): Rung | undefined =>
  LADDERS[trouble as TroubleId]?.rungs.find((r) => r.id === id);

/** More is not carried to the vehicle for what may not happen. */
const MOST_READY = 5;

/** The tools of the first rungs of what may well happen here: they lie ready before a rusty one is begun. */
export function readyTools(troubles: readonly TroubleId[]): string[] {
  const first = troubles.slice(0, 2).flatMap((t, i) => LADDERS[t].rungs.slice(0, 2 - i).flatMap((r) => r.tools));
  return [...new Set(first)].slice(0, MOST_READY);
}
