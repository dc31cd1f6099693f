import { BadInput } from '../error';
import { count, fixed } from '../text';
import { ImpactFinder } from './impacts';
import { type FoundImpacts } from './impact';
import { heardIn, keptOf, MOST_KEPT_IMPACTS, ringChance, ringOf, type KeptImpact, type Recorded, type Ring } from './recording';
import { WavReader } from './wav-read';

/** More of the samples at full scale than this, or more of the impacts, and it was recorded too loud to tell. */
const MOST_CUT = 0.002;
const MOST_CUT_IMPACTS = 0.5;
/** Bytes of what is kept of a recording: what goes with an entry may weigh ten megabytes. */
const MOST_KEPT_BYTES = 9.5e6;

/** A recording read to its end. */
export interface ReadRecording {
  readonly hz: number;
  readonly channels: number;
  readonly recorded: Recorded;
  readonly impacts: readonly KeptImpact[];
  /** The moments of those, one after the other: a channel each. */
  readonly sound: readonly Float32Array[];
  /** All of them, to be drawn. */
  readonly marks: readonly { readonly atS: number; readonly levelDb: number; readonly ring: Ring }[];
  readonly levels: Float32Array;
  readonly levelEveryS: number;
  readonly notes: readonly string[];
}

/**
 * A WAV file from its header to what was heard, piece by piece.
 * @throws BadInput from `push` and `end` where it is no WAV, silent, too short, too long or too loud, in words
 */
export class RecordingReader {
  private readonly wav = new WavReader();
  private finder: ImpactFinder | undefined;

  push(bytes: Uint8Array): void {
    const block = this.wav.push(bytes);
    const f = this.wav.format;
    if (!f) return;
    const each = f.channels * 2 * f.hz * 0.35;
    this.finder ??= new ImpactFinder(f.hz, f.channels, Math.min(MOST_KEPT_IMPACTS, Math.floor(MOST_KEPT_BYTES / each)));
    if (block.length) this.finder.push(block);
  }

  end(): ReadRecording {
    const notes = this.wav.end();
    const f = this.finder!.end();
    notes.push(...tooLoud(f), ...starved(f), ...swarm(f));
    return {
      hz: f.hz,
      channels: f.channels,
      recorded: heardIn(f),
      ...keptOf(f),
      marks: f.impacts.map((i) => ({ atS: i.atS, levelDb: i.levelDb, ring: ringOf(ringChance(i)) })),
      levels: f.levels,
      levelEveryS: f.levelEveryS,
      notes,
    };
  }
}

/** A microphone that starved for more of the time than this heard too little. */
const MOST_LOST = 0.3;

/** Where a microphone starved nothing is counted, and that time does not count. @throws BadInput where it is too much */
function starved({ dropouts: { times, seconds }, seconds: all }: FoundImpacts): string[] {
  if (times === 0) return [];
  const lost = `for ${fixed(seconds, 1)} of ${fixed(all, 1)} s`;
  if (seconds > MOST_LOST * all)
    throw new BadInput(
      'recording',
      `is full of gaps: a microphone dropped out ${count(times, 'time')}, ${lost}. Look at its plug and cable, close other programs, and record it again`,
    );
  return [`A microphone dropped out ${count(times, 'time')}, ${lost}: nothing is counted there, and that time does not count.`];
}
const swarm = ({ falseAlarms }: FoundImpacts): string[] =>
  falseAlarms.swarm ? ['Many short strikes, as of gravel: only what stands out of them is counted.'] : [];

/** What is cut off at its top has lost how loud it was, and when it began. @throws BadInput where that is too much */
function tooLoud(f: FoundImpacts): string[] {
  const cut = f.impacts.filter((i) => i.clipped).length;
  if (f.clipped > MOST_CUT || (cut > 1 && cut > MOST_CUT_IMPACTS * f.impacts.length))
    throw new BadInput(
      'recording',
      `is cut off at its loudest (${cut ? `${cut} of ${count(f.impacts.length, 'impact')}` : `${fixed(100 * f.clipped, 1)} % of it`}): turn the microphones down and record it again`,
    );
  return cut
    ? [`${count(cut, 'impact')} of ${f.impacts.length} ${cut === 1 ? 'is' : 'are'} cut off at the top: louder than said.`]
    : [];
}
