import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** What can play samples. */
export const canPlay = (): boolean => typeof AudioContext !== 'undefined';

/** Plays samples, one sound at a time. What plays says its name, so that its key can stop it. */
@Injectable({ providedIn: 'root' })
export class Player {
  /** The sound that plays now. */
  readonly playing = signal<string | null>(null);
  private context: AudioContext | undefined;
  private source: AudioBufferSourceNode | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /**
   * Begins a sound, and ends the one before. Called by a tap: a browser plays nothing before one.
   * @param rate 0.1 plays ten times slower
   * @returns false where this device cannot play
   */
  play(name: string, samples: Float32Array<ArrayBuffer>, hz: number, rate = 1): boolean {
    this.stop();
    if (!canPlay() || samples.length === 0) return false;
    const context = (this.context ??= new AudioContext());
    const buffer = context.createBuffer(1, samples.length, hz);
    buffer.copyToChannel(samples, 0);
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.playbackRate.value = rate;
    source.connect(context.destination);
    source.onended = () => {
      if (this.source === source) this.playing.set(null);
    };
    this.source = source;
    void context.resume();
    source.start();
    this.playing.set(name);
    return true;
  }

  stop(): void {
    const { source } = this;
    this.source = undefined;
    this.playing.set(null);
    source?.stop();
  }
}
