import { BadInput, finite, positive } from '../error';
import { fixed } from '../text';
import { sayLength, type LengthUnit } from '../units';
import { parseThread } from '../thread';
import { adjustmentStepMm } from './linkage';

/** An adjustable link as it is in the hand; lengths in mm. */
export interface AdjustableLink {
  /** As it is set now, centre to centre. */
  readonly lengthMm: number;
  readonly thread: string;
  /** One end turns on its thread, or a body with a left-hand and a right-hand thread turns between both. */
  readonly ends: 'one' | 'both';
  /** Ends that have to stand square to each other: then only half turns count. */
  readonly square: boolean;
  /** Thread engaged now at each adjusted end. */
  readonly engagedMm: number;
  /** Least engagement its maker gives; left out where it does not say. */
  readonly leastMm?: number | undefined;
  /** Most turns out from all the way in, if its maker gives them. */
  readonly mostTurnsOut?: number | undefined;
  /** Turns out now, where that is counted. */
  readonly turnsOut?: number | undefined;
  /** What the thread sits in. */
  readonly body: 'steel' | 'aluminium';
}

export interface LinkSetting {
  /** Turns to give each adjusted end, or the body; longer positive, in the steps it allows. */
  readonly turns: number;
  /** What that sets it to. */
  readonly lengthMm: number;
  /** How near both sides can be set alike, ± mm. */
  readonly equalityMm: number;
  /** Left at each end. */
  readonly engagedMm: number;
  readonly leastMm: number;
  readonly leastFrom: 'maker' | 'usual';
  /** Lengths that thread allows: shorter is bounded by the thread that is left, when it is known. */
  readonly longestMm: number;
  readonly refused?: string | undefined;
  readonly sentences: readonly string[];
}

/** Nearer than this a caliper does not tell it from what was wanted, mm. */
const MISS_MM = 0.15;
/** A body is turned a flat of its hexagon at a time where its ends turn freely. */
const FLAT = 1 / 6;
/** Thread engaged at least, in diameters, where no maker says (common practice, no source). */
export const LEAST_ENGAGED: Readonly<Record<AdjustableLink['body'], number>> = { steel: 1, aluminium: 1.5 };

/**
 * Sets an adjustable link to a length: turns, what that leaves of the thread, and how alike two of them can be set
 * (one pitch a turn single-ended, both for a left-and-right-hand body; half turns where the ends must be square).
 * @param targetMm centre to centre
 * @param unit what comes first in its sentences
 * @throws BadInput naming a length or the thread
 */
export function setAdjustable(link: AdjustableLink, targetMm: number, unit: LengthUnit = 'mm'): LinkSetting {
  const say = (mm: number, digits = 1) => sayLength(mm, digits, unit);
  positive('length wanted', targetMm, 'mm');
  positive('length as it is set', link.lengthMm, 'mm');
  positive('thread engaged', link.engagedMm, 'mm');
  const t = parseThread(link.thread);
  const both = link.ends === 'both';
  const perTurn = t.pitchMm * (both ? 2 : 1);
  const step = link.square ? 0.5 : FLAT;
  const turns = Math.round((targetMm - link.lengthMm) / perTurn / step) * step;
  const lengthMm = link.lengthMm + turns * perTurn;
  const engagedMm = link.engagedMm - turns * t.pitchMm;
  const leastMm =
    link.leastMm !== undefined ? positive('least engagement', link.leastMm, 'mm') : LEAST_ENGAGED[link.body] * t.majorMm;
  const leastFrom = link.leastMm !== undefined ? 'maker' : 'usual';
  if (link.mostTurnsOut !== undefined) positive('most turns out', link.mostTurnsOut);
  if (link.turnsOut !== undefined) finite('turns out now', link.turnsOut);
  const outLeft = link.mostTurnsOut !== undefined && link.turnsOut !== undefined ? link.mostTurnsOut - link.turnsOut : Infinity;
  if (outLeft < 0)
    throw new BadInput('turns out now', `must be at most the ${link.mostTurnsOut} its maker allows`, link.turnsOut);
  const more = Math.max(0, Math.min((link.engagedMm - leastMm) / t.pitchMm, outLeft));
  const longestMm = link.lengthMm + more * perTurn;
  const refused =
    engagedMm < leastMm - 1e-9
      ? `${say(engagedMm)} of thread would be left, ${say(leastMm)} is the least (${leastFrom === 'maker' ? 'its maker' : `${LEAST_ENGAGED[link.body]} × the diameter in ${link.body}, usual`}). It reaches ${say(longestMm)}.`
      : turns > outLeft + 1e-9
        ? `${fixed((link.turnsOut ?? 0) + turns, 1)} turns out, its maker allows ${fixed(link.mostTurnsOut!, 1)}. It reaches ${say(longestMm)}.`
        : undefined;
  const equalityMm = link.square ? adjustmentStepMm(t.pitchMm, both) : (perTurn * FLAT) / 2;
  const missMm = lengthMm - targetMm;
  const way = turns === 0 ? 'as it is' : `${sayTurns(Math.abs(turns))} ${turns > 0 ? 'out' : 'in'}`;
  return {
    turns,
    lengthMm,
    equalityMm,
    engagedMm,
    leastMm,
    leastFrom,
    longestMm,
    refused,
    sentences: [
      `${both ? 'Turn the body' : 'Turn one end'} ${way}: ${say(lengthMm)}, ${say(engagedMm)} of thread in at ${both ? 'each end' : 'that end'}.`,
      `Both sides equal to ±${say(equalityMm, 2)} at best: set both by caliper, centre to centre, and count.`,
      'Hold each end in the middle of its swing while its lock nut is tightened, the two ends in line.',
      ...(Math.abs(missMm) < MISS_MM
        ? []
        : [
            `${say(targetMm)} is missed by ${say(Math.abs(missMm), 2)}: that is the nearest by ${link.square ? 'half turns' : 'flats'}. With both sides alike it winds nothing up; with one of them otherwise the bar is wound up by what they differ.`,
          ]),
    ],
  };
}

/** "3½ turns", "2 turns and 1 flat". */
export function sayTurns(turns: number): string {
  const whole = Math.floor(finite('turns', turns) + 1e-9);
  const rest = turns - whole;
  const flats = Math.round(rest * 6);
  if (flats === 0) return `${whole} turn${whole === 1 ? '' : 's'}`;
  if (flats === 3) return whole === 0 ? '½ turn' : `${whole}½ turns`;
  if (flats === 6) return `${whole + 1} turns`;
  const f = `${flats} flat${flats === 1 ? '' : 's'}`;
  return whole === 0 ? f : `${whole} turn${whole === 1 ? '' : 's'} and ${f}`;
}
