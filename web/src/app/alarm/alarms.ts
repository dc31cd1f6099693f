import { DOCUMENT } from '@angular/common';
import { computed, inject, Injectable, signal } from '@angular/core';
import { draft } from '../state/draft';

/** Something that is waited for, on whatever page. */
export interface Alarm {
  readonly id: string;
  /** What to do when it is over. */
  readonly title: string;
  /** Where that is done. */
  readonly path: string;
  /** ms since 1970 */
  readonly endsAt: number;
  /** Of a practice vehicle. */
  readonly practice?: true;
}

const TICK_MS = 1000;
/** Older than this when the page comes back, it is no news any more, ms. */
const STALE_MS = 60 * 60_000;

/**
 * Waits that ring: with a sound, in the window's title and as a notification where that is allowed. On any page,
 * and over a reload: they are kept in the browser.
 */
@Injectable({ providedIn: 'root' })
export class Alarms {
  private readonly document = inject(DOCUMENT);
  private readonly kept = draft<readonly Alarm[]>('alarms', []);
  /** Rung, and not seen yet. */
  readonly ringing = signal<readonly Alarm[]>([]);
  /** Waits of a practice vehicle: they ring while its sheet is open and nowhere else, least of all over a job. */
  private readonly practised = signal<readonly Alarm[]>([]);
  readonly waiting = computed(() => [...this.kept(), ...this.practised()]);
  private plainTitle = '';

  constructor() {
    setInterval(() => this.look(Date.now()), TICK_MS);
  }

  /** The waits of one job, all of them: what is not among them any more was ended by somebody. */
  setFor(job: string, alarms: readonly Alarm[]): void {
    const others = this.kept().filter((a) => !a.id.startsWith(`${job}|`));
    const next = [...others, ...alarms];
    if (JSON.stringify(next) !== JSON.stringify(this.kept())) this.kept.set(next);
    // Asked where somebody has just begun a wait, never before.
    if (alarms.length && 'Notification' in globalThis && Notification.permission === 'default')
      void Notification.requestPermission();
  }

  /** The waits of the practice vehicle that is open. @param closed it is handed back or given up */
  setPractised(alarms: readonly Alarm[], closed = false): void {
    if (closed) this.leavePractice();
    else this.practised.set(alarms);
  }
  /** It was left, or it is done with: nothing of it is waited for, and what rings of it is over. */
  leavePractice(): void {
    this.practised.set([]);
    const left = this.ringing().filter((a) => !a.practice);
    if (left.length === 0) this.seen();
    else this.ringing.set(left);
  }

  /** Somebody has seen it. */
  seen(): void {
    this.ringing.set([]);
    if (this.plainTitle) this.document.title = this.plainTitle;
    this.plainTitle = '';
  }

  private look(now: number): void {
    const over = this.waiting().filter((a) => a.endsAt <= now);
    if (over.length === 0) return;
    const left = (all: readonly Alarm[]) => all.filter((a) => a.endsAt > now);
    this.kept.set(left(this.kept()));
    this.practised.set(left(this.practised()));
    const fresh = over.filter((a) => now - a.endsAt < STALE_MS);
    for (const a of fresh) this.ring(a);
  }

  private ring(a: Alarm): void {
    this.ringing.update((r) => [...r, a]);
    this.plainTitle ||= this.document.title;
    this.document.title = `◆ ${a.title}`;
    this.sound();
    this.notify(a.title);
  }

  /** Some browsers on phones know notifications and let no page make one: the sound and the title serve there. */
  private notify(text: string): void {
    if (!('Notification' in globalThis) || Notification.permission !== 'granted') return;
    try {
      new Notification(text);
    } catch {
      // Nothing is lost by it.
    }
  }

  /** Three short tones, not loud. A browser that has not been touched yet plays none; the title still says it. */
  private sound(): void {
    if (!('AudioContext' in globalThis)) return;
    const audio = new AudioContext();
    const out = audio.createGain();
    out.gain.value = 0.2;
    out.connect(audio.destination);
    for (const [i, hz] of [660, 880, 660].entries()) {
      const tone = audio.createOscillator();
      tone.frequency.value = hz;
      tone.connect(out);
      tone.start(audio.currentTime + i * 0.3);
      tone.stop(audio.currentTime + i * 0.3 + 0.18);
    }
    setTimeout(() => void audio.close(), 2000);
  }
}
