import { BadInput, within } from '../error';
import { count, fixed } from '../text';
import { compareCounts, rankTest, tellsQuiet, type Counted, type CountsCompared } from '../stats';
import { convert, type DistanceUnit } from '../units';
import type { FoundImpacts, Impact } from './impact';

const to = (x: number, digits: number): number => Number(x.toFixed(digits));

/** Where a clip-on microphone sits, or that nobody said. */
export const MICROPHONES = ['left front', 'right front', 'left rear', 'right rear', 'in the cabin', 'not said'] as const;
export type Microphone = (typeof MICROPHONES)[number];

export const RINGS = ['thud', 'either', 'ring'] as const;
export type Ring = (typeof RINGS)[number];

/** Surer than this a blow is called a thud or a ring. */
const SURE = 0.75;

/**
 * How likely a blow rings, as metal on metal does, rather than thuds, as rubber does: by where its energy lies and how long
 * it lasts. The middle (500 Hz, 50 ms) and the slopes are choices (common practice, no source).
 */
export function ringChance(i: Pick<Impact, 'centroidHz' | 'decayS'>): number {
  const z = 1.8 * Math.log2(Math.max(20, i.centroidHz) / 500) + 0.7 * Math.log2(Math.max(0.002, i.decayS) / 0.05);
  return 1 / (1 + Math.exp(-z));
}

export const ringOf = (chance: number): Ring => (chance > SURE ? 'ring' : chance < 1 - SURE ? 'thud' : 'either');

/** What a recording told, in few numbers. */
export interface Recorded {
  readonly seconds: number;
  readonly impacts: number;
  /** How many of them thud, ring, and are neither for sure. */
  readonly kinds: Readonly<Record<Ring, number>>;
  /** Which microphone hears how many of them first, by more than can be told apart. */
  readonly first: readonly number[];
  /** By how much those lead, middle one, ms. */
  readonly leadMs: number | null;
  /** Loudness of the middle one, dB of full scale; null where there is none. */
  readonly levelDb: number | null;
  /** How many are in each whole ten seconds, and how loud they are, dB: of many, every so many'th. */
  readonly everyTenS: readonly number[];
  readonly levelsDb: readonly number[];
  /** So often a minute its noise alone passes for an impact, and at most (95 %); not there where that cannot be told. */
  readonly byNoise?: { readonly aMinute: number; readonly atMost: number } | undefined;
  /** For so long nothing was listened to, as a microphone starved, s; not there where none did. */
  readonly lostS?: number | undefined;
}

/** So many loudnesses speak for a recording. */
export const MOST_LEVELS = 200;

/** A lead that is less cannot be told from none, ms: twice what a delay is known to. */
const LEAST_LEAD_MS = 0.2;

/** The middle one of some numbers. @throws BadInput where there is none */
const middle = (xs: readonly number[]): number => {
  if (xs.length === 0) throw new BadInput('sample', 'is empty');
  const s = [...xs].sort((a, b) => a - b);
  const h = s.length >> 1;
  return s.length % 2 ? s[h]! : (s[h - 1]! + s[h]!) / 2;
};

/** How far the first microphone leads the next, ms; which one it is, or null where none leads for sure. */
export function leadOf(i: Impact): { readonly channel: number | null; readonly ms: number } {
  if (i.channels.length < 2) return { channel: null, ms: 0 };
  const order = i.channels.map((c, k) => ({ k, ms: c.laterMs })).sort((a, b) => a.ms - b.ms);
  const ms = order[1]!.ms - order[0]!.ms;
  return { channel: ms >= LEAST_LEAD_MS ? order[0]!.k : null, ms };
}

export function heardIn(f: FoundImpacts): Recorded {
  const kinds: Record<Ring, number> = { thud: 0, either: 0, ring: 0 };
  const first = new Array<number>(f.channels).fill(0);
  const leads: number[] = [];
  const { aMinute, atMost } = f.falseAlarms;
  for (const i of f.impacts) {
    kinds[ringOf(ringChance(i))]++;
    const lead = leadOf(i);
    if (lead.channel === null) continue;
    first[lead.channel]!++;
    leads.push(lead.ms);
  }
  return {
    seconds: f.seconds,
    impacts: f.impacts.length,
    kinds,
    first,
    leadMs: leads.length ? middle(leads) : null,
    levelDb: f.impacts.length ? middle(f.impacts.map((i) => i.levelDb)) : null,
    everyTenS: stretches(
      f.impacts.map((i) => i.atS),
      f.seconds,
    ),
    levelsDb: f.impacts.filter((_, i) => i % Math.ceil(f.impacts.length / MOST_LEVELS) === 0).map((i) => to(i.levelDb, 1)),
    ...(aMinute === null || atMost === null ? {} : { byNoise: { aMinute: to(aMinute, 2), atMost: to(atMost, 2) } }),
    ...(f.dropouts.seconds > 0 ? { lostS: to(f.dropouts.seconds, 2) } : {}),
  };
}

/** "Its noise alone passes for an impact some 0.5 times a minute, 2.4 at most." */
function sayByNoise({ byNoise }: Recorded): string[] {
  if (!byNoise) return [];
  const { aMinute, atMost } = byNoise;
  return [
    `Its noise alone passes for an impact ${aMinute < 0.05 ? 'hardly ever' : `some ${fixed(aMinute, 1)} times a minute`}, at most ${fixed(atMost, 1)} times.`,
  ];
}

/** What was heard, in sentences. @param places where each microphone sat */
export function sayHeard(h: Recorded, places: readonly Microphone[]): string[] {
  if (h.impacts === 0) return [`Nothing strikes in ${fixed(h.seconds, 0)} s.`, ...sayByNoise(h)];
  const { thud, ring, either } = h.kinds;
  const parts = [thud && count(thud, 'thud'), ring && count(ring, 'ring'), either && `${either} that could be either`].filter(
    Boolean,
  );
  const said = [`${count(h.impacts, 'impact')} in ${fixed(h.seconds, 0)} s: ${parts.join(', ')}.`];
  const led = h.first.reduce((a, b) => a + b, 0);
  if (h.first.length > 1) {
    const best = h.first.indexOf(Math.max(...h.first));
    said.push(
      led === 0 || h.leadMs === null
        ? 'No microphone hears them first for sure.'
        : `${h.first[best]} of ${led} are heard first at microphone ${best + 1}${
            places[best] && places[best] !== 'not said' ? `, ${places[best]}` : ''
          }, by some ${fixed(h.leadMs, 1)} ms.`,
    );
  }
  return [...said, ...sayByNoise(h)];
}

/** So many moments of a recording are kept, the loudest; the rest stays where it was made. */
export const MOST_KEPT_IMPACTS = 60;

/** One impact that is kept: so that it can be played and looked at without the whole recording. */
export interface KeptImpact {
  /** In the recording, and where its moment begins in what is kept of it, s. */
  readonly atS: number;
  readonly clipAtS: number;
  readonly levelDb: number;
  readonly ring: Ring;
  readonly centroidHz: number;
  readonly decayS: number;
  /** How much later each microphone hears it than the first, ms. */
  readonly laterMs: readonly number[];
  readonly clipped: boolean;
}

/** What is kept of a recording: its loudest impacts, and their moments one after the other as one sound. */
export function keptOf(f: FoundImpacts): { readonly impacts: readonly KeptImpact[]; readonly sound: readonly Float32Array[] } {
  const length = f.excerpts[0]?.samples[0]?.length ?? 0;
  const sound = Array.from({ length: f.channels }, () => new Float32Array(Math.max(1, length * f.excerpts.length)));
  const impacts = f.excerpts.map((e, k): KeptImpact => {
    e.samples.forEach((x, c) => sound[c]!.set(x, k * length));
    const i = f.impacts[e.of]!;
    return {
      atS: to(i.atS, 4),
      clipAtS: to((k * length) / f.hz, 4),
      levelDb: to(i.levelDb, 1),
      ring: ringOf(ringChance(i)),
      centroidHz: to(i.centroidHz, 0),
      decayS: to(i.decayS, 4),
      laterMs: i.channels.map((c) => to(c.laterMs, 3)),
      clipped: i.clipped,
    };
  });
  return { impacts, sound };
}

/** Drives are compared stretch by stretch, s: one bump in two drives is no two samples. */
const STRETCH_S = 10;

/** Two drives over the same road, before and after. */
export interface DrivesCompared {
  /** Impacts counted over the minutes of each drive, or over its way in km where both were said: a faster drive is no louder. */
  readonly often: CountsCompared & { readonly before: Counted; readonly after: Counted; readonly by: 'minutes' | 'km' };
  /** Middle loudness, dB, and the chance of such a difference by luck; null where one has none. */
  readonly loud: { readonly beforeDb: number; readonly afterDb: number; readonly p: number } | null;
}

/** How many impacts are in each whole stretch of a drive. */
export function stretches(atS: readonly number[], seconds: number): number[] {
  const n = Math.floor(within('time', seconds, 0, 3600, 's') / STRETCH_S);
  const out = new Array<number>(n).fill(0);
  for (const t of atS) if (t >= 0 && t < n * STRETCH_S) out[Math.floor(t / STRETCH_S)]!++;
  return out;
}

/** What of a drive is compared: how far it went counts where somebody said it. */
export type Drive = Pick<Recorded, 'seconds' | 'impacts' | 'levelsDb' | 'lostS'> & { readonly km?: number | undefined };

/** Of a way or a time that part in which the microphones heard anything. */
const heardOf = ({ seconds, lostS = 0 }: Drive, of: number): number => of * Math.max(0.01, 1 - lostS / seconds);

/** Before against after: how often, by counts; how loud, by ranks (Mann & Whitney). */
export function compareDrives(before: Drive, after: Drive): DrivesCompared {
  const [la, lb] = [before.levelsDb, after.levelsDb];
  const way = before.km !== undefined && after.km !== undefined;
  const counted = (d: Drive): Counted => ({ n: d.impacts, over: heardOf(d, way ? d.km! : d.seconds / 60) });
  const [a, b] = [counted(before), counted(after)];
  return {
    often: { ...compareCounts(a, b), before: a, after: b, by: way ? 'km' : 'minutes' },
    loud: la.length && lb.length ? { beforeDb: middle(la), afterDb: middle(lb), p: rankTest(la, lb).p } : null,
  };
}

/** A difference that luck makes less often than this is said to be one. */
const DIFFERS = 0.05;

/** How often it strikes, before against after, and what would tell where nothing does. */
function sayOften({ before, after, p, by }: DrivesCompared['often'], unit: DistanceUnit): string {
  const each = by === 'minutes' ? 'minute' : unit === 'km' ? 'kilometre' : 'mile';
  const rate = (c: Counted): string => {
    // Counted, so that it may be off by the root of its number (Poisson).
    const over = by === 'minutes' ? c.over : convert(c.over, 'km', unit, 'distance');
    const [r, off] = [c.n / over, Math.sqrt(Math.max(1, c.n)) / over];
    return `${fixed(r, r < 10 ? 1 : 0)} ± ${fixed(off, r < 10 || off < 7 ? 1 : 0)}`;
  };
  const both = `${rate(before)} a ${each} before, ${rate(after)} after`;
  if (before.n + after.n === 0) return 'Nothing strikes in either drive.';
  if (p < DIFFERS) {
    const luck = p < 1e-6 ? 'less than once in a million' : `once in ${fixed(1 / p, 0)}`;
    return `${after.n / after.over < before.n / before.over ? 'Fewer' : 'More'} impacts: ${both}. By luck alone that is ${luck}.`;
  }
  const need = tellsQuiet(before);
  const open = `How often it strikes cannot be told apart: ${both}.`;
  if (need === Infinity) return `${open} Before nothing struck: there is nothing to be gone.`;
  if (after.over >= need) return open;
  const long =
    by === 'minutes' ? sayLong(need * 60) : `${fixed(Math.ceil(convert(need, 'km', unit, 'distance') * 10) / 10, 1)} ${unit}`;
  return `${open} Too short: only ${long} without a blow would tell that it is gone.`;
}
const sayLong = (s: number): string => (s < 90 ? `${fixed(Math.ceil(s), 0)} s` : `${fixed(Math.ceil(s / 60), 0)} min`);

/** The comparison in sentences: what differs, and what cannot be told. */
export function sayDrives(c: DrivesCompared, unit: DistanceUnit = 'km'): string[] {
  const said = [sayOften(c.often, unit)];
  if (c.loud) {
    const louderDb = c.loud.afterDb - c.loud.beforeDb;
    said.push(
      c.loud.p < DIFFERS
        ? `What still strikes is ${fixed(Math.abs(louderDb), 0)} dB ${louderDb < 0 ? 'quieter' : 'louder'}, if the microphones sat the same way.`
        : 'What strikes is as loud as before, as far as can be told.',
    );
  }
  return said;
}

/** A drive is no longer than this, km. */
export const MOST_DRIVEN_KM = 100;
