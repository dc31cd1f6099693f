import { sayHeard, type Recorded, type KeptImpact, type Microphone } from '../../sound';
import type { MeasuredPhase } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How a recording came here. */
export const RECORDED_FROM = ['file', 'microphone', 'simulated'] as const;
export type RecordedFrom = (typeof RECORDED_FROM)[number];

/** A drive that was recorded: what was heard in it, and the moments of its loudest impacts. The whole stays where it was made. */
export interface RecordingBody {
  /** The moments one after the other, as a WAV file. */
  sound: string;
  name: string;
  from: RecordedFrom;
  phase: MeasuredPhase;
  hz: number;
  /** Where each microphone sat. */
  places: Microphone[];
  recorded: Recorded;
  impacts: KeptImpact[];
  /** How far it was driven meanwhile, where somebody said so. */
  km?: number;
  /** What was odd about the file. */
  notes: string[];
}

export const recording = entryKind<RecordingBody>()({
  version: 2,
  // The first version did not ask how far it was driven.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  attachment: { kind: 'recording', id: (b) => b.sound },
  say: (b) =>
    `Recording “${b.name}”, ${b.phase}${b.from === 'simulated' ? ', simulated' : ''}: ${sayHeard(b.recorded, b.places).join(' ')}`,
});
