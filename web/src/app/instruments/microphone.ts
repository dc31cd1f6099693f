import { signal } from '@angular/core';
import { MOST_RECORDED_S, wavHeader, own } from '@ash-knot/core';

/** Samples are put aside once a second, so that a long recording does not stand in memory. */
const ASIDE_S = 1;

/** A recording under way by this device's own microphone. Made by `openMicrophone`. */
export class Microphone {
  readonly seconds = signal(0);
  /** How loud it is now, dB of full scale; −90 where it is silent. */
  readonly levelDb = signal(-90);
  /** It came to its end by itself: twenty minutes are enough, or the microphone was pulled out. */
  readonly ended = signal(false);
  private channels = 1;
  private frames = 0;
  private held: Int16Array<ArrayBuffer>[] = [];
  private heldFrames = 0;
  private readonly parts: Blob[] = [];

  constructor(
    private readonly stream: MediaStream,
    private readonly context: AudioContext,
    node: AudioWorkletNode,
  ) {
    node.port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => this.take(data);
    for (const t of stream.getAudioTracks()) t.addEventListener('ended', () => this.ended.set(true));
  }

  private take(block: readonly Float32Array[]): void {
    if (this.ended() || !block[0]) return;
    // What comes in with fewer channels than it began with would shift the rest.
    if (this.frames === 0) this.channels = Math.min(2, block.length);
    const n = block[0].length;
    const out = new Int16Array(n * this.channels);
    let sum = 0;
    for (let i = 0; i < n; i++)
      for (let c = 0; c < this.channels; c++) {
        const x = (block[c] ?? block[0])[i]!;
        sum += x * x;
        out[i * this.channels + c] = Math.round(Math.max(-1, Math.min(1, x)) * 32_767);
      }
    this.levelDb.set(Math.max(-90, 10 * Math.log10(sum / (n * this.channels) + 1e-10)));
    this.held.push(out);
    this.heldFrames += n;
    this.frames += n;
    this.seconds.set(this.frames / this.context.sampleRate);
    if (this.heldFrames >= ASIDE_S * this.context.sampleRate) this.aside();
    if (this.frames >= (MOST_RECORDED_S - 1) * this.context.sampleRate) this.ended.set(true);
  }
  private aside(): void {
    this.parts.push(new Blob(this.held));
    this.held = [];
    this.heldFrames = 0;
  }

  /** Lets the microphone go. @returns what was recorded, as a WAV file */
  async stop(): Promise<Blob> {
    this.ended.set(true);
    for (const t of this.stream.getTracks()) t.stop();
    await this.context.close();
    this.aside();
    const bytes = this.frames * this.channels * 2;
    return new Blob([wavHeader(this.channels, this.context.sampleRate, bytes), ...this.parts], { type: 'audio/wav' });
  }
}

/** Why it could not be opened, in words. */
const REFUSED: Readonly<Record<string, string>> = {
  NotAllowedError: 'Nobody gave leave to use the microphone. Nothing was recorded.',
  NotFoundError: 'No microphone was found on this device. Nothing was recorded.',
  NotReadableError: 'Another program has the microphone. Nothing was recorded.',
};

/**
 * Asks for leave, and begins to record: as it is, without what a telephone does to a voice.
 * @throws Error with a sentence that can be shown
 */
export async function openMicrophone(): Promise<Microphone> {
  if (typeof AudioContext === 'undefined' || !navigator.mediaDevices?.getUserMedia)
    throw new Error('This device cannot record. Nothing was recorded.');
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 2 },
    });
  } catch (e) {
    throw new Error(own(REFUSED, (e as DOMException).name) ?? `The microphone could not be opened: ${(e as Error).message}`, {
      cause: e,
    });
  }
  const context = new AudioContext({ sampleRate: 48_000 });
  await context.audioWorklet.addModule('/recorder-worklet.js');
  const node = new AudioWorkletNode(context, 'recorder', { numberOfOutputs: 0 });
  context.createMediaStreamSource(stream).connect(node);
  return new Microphone(stream, context, node);
}
