import { own } from '../error';
import { trimmed } from '../units';
import { parseThread, type Thread } from './thread';

/**
 * What becomes of a nut run onto a bolt of another thread. `strips` is the dangerous one: it runs on as if it were
 * right, and holds by a part of its thread's height.
 */
export type Interchange = 'same' | 'strips' | 'binds' | 'does not start';

export interface NutOnBolt {
  readonly is: Interchange;
  /** Turns until the pitches have run apart by what the flanks leave; infinite where the pitch is the same. */
  readonly turns: number;
  /** How much of the height of the nut's thread is engaged, 0..1. */
  readonly engaged: number;
}

/** Basic minor diameter of a nut, D1 = D − 1.082532 P (ISO 724; the same in ASME B1.1). */
export const minorMm = (t: Thread): number => t.majorMm - 1.082532 * t.pitchMm;

/** Turns of a nut as high as most are, 0.8 of the diameter (ISO 4032, roughly). */
const HEIGHT = 0.8;
/** By how much two diameters differ and are still the same, mm. */
const SAME_MM = 0.005;

/**
 * A nut of one thread on a bolt of another, from their basic profiles (ISO 68-1, ISO 724, ASME B1.1; both 60°). At the
 * pitch line the flanks leave an axial play of Δd2 tan 30°, and every turn takes the difference of the pitches from it.
 */
export function nutOnBolt(nut: Thread, bolt: Thread): NutOnBolt {
  const pitch = Math.abs(nut.pitchMm - bolt.pitchMm);
  const play = nut.pitchDiameterMm - bolt.pitchDiameterMm;
  const height = 0.541266 * nut.pitchMm;
  const engaged = Math.max(0, Math.min(1, (bolt.majorMm - minorMm(nut)) / 2 / height));
  if (pitch < SAME_MM && Math.abs(play) < SAME_MM) return { is: 'same', turns: Infinity, engaged: 1 };
  // Its flanks, or its crests, are in the way before the first turn.
  if (play < 0 || nut.majorMm < bolt.majorMm) return { is: 'does not start', turns: 0, engaged };
  const turns = (play * Math.tan(Math.PI / 6)) / pitch;
  // Nothing of it reaches the nut's thread: it slides over.
  const whole = (HEIGHT * bolt.majorMm) / nut.pitchMm;
  return { is: turns >= whole ? 'strips' : 'binds', turns, engaged };
}

/** "A 1/2-20 nut runs onto it as if it were right, on 55 % of its thread, and strips": both ways round, where they differ. */
export function sayInterchange(stud: string, nut: string): string {
  const { is, turns, engaged } = nutOnBolt(parseThread(nut), parseThread(stud));
  switch (is) {
    case 'same':
      return `A ${nut} nut is its own.`;
    case 'strips':
      return `A ${nut} nut runs onto it as if it were right, on ${Math.round(100 * engaged)} % of its thread, and strips.`;
    case 'binds':
      return `A ${nut} nut binds on it after ${trimmed(turns, 1)} turns.`;
    case 'does not start':
      return `A ${nut} nut does not start on it.`;
  }
}

/** Across flats of the nuts of a thread, mm, by who says so: what is undone may be of any of them (from memory). */
const NUTS: readonly (readonly [source: string, sizes: Readonly<Record<string, number>>])[] = [
  ['ISO 4032', { M6: 10, M8: 13, M10: 16, M12: 18, M14: 21, M16: 24, M20: 30 }],
  ['DIN 934', { M6: 10, M8: 13, M10: 17, M12: 19, M14: 22, M16: 24, M20: 30 }],
  ['DIN 6923, flanged', { M6: 10, M8: 13, M10: 15, M12: 18, M14: 21, M16: 24, M20: 30 }],
  [
    'ASME B18.2.2',
    {
      '1/4': 11.1125,
      '5/16': 12.7,
      '3/8': 14.2875,
      '7/16': 17.4625,
      '1/2': 19.05,
      '9/16': 22.225,
      '5/8': 23.8125,
    },
  ],
];

export interface NutHex {
  readonly mm: number;
  /** The standards that make it so. */
  readonly sources: readonly string[];
}

/** The hexes that nuts of this thread are made with; none where no table here has it. */
export function nutHexes(thread: Thread): NutHex[] {
  const nominal = thread.name.replace(/[×-].*$/, '');
  const sourcesBySize = new Map<number, string[]>();
  for (const [source, sizes] of NUTS) {
    const mm = own(sizes, nominal);
    if (mm !== undefined) sourcesBySize.set(mm, [...(sourcesBySize.get(mm) ?? []), source]);
  }
  return [...sourcesBySize].map(([mm, sources]) => ({ mm, sources })).sort((a, b) => b.sources.length - a.sources.length);
}

/** Threads of grease fittings (DIN 71412, SAE J534; from memory). A tapered one has no pitch diameter of its own. */
export const GREASE_FITTINGS: readonly { readonly thread: string; readonly source: string; readonly tapered: boolean }[] = [
  { thread: 'M6×1', source: 'DIN 71412', tapered: false },
  { thread: 'M8×1', source: 'DIN 71412', tapered: false },
  { thread: 'M10×1', source: 'DIN 71412', tapered: false },
  { thread: '1/4-28', source: 'SAE J534', tapered: false },
  { thread: '1/8-27', source: 'SAE J534', tapered: true },
];
export const greaseFittingOf = (thread: string): (typeof GREASE_FITTINGS)[number] | undefined =>
  GREASE_FITTINGS.find((g) => g.thread === thread);
