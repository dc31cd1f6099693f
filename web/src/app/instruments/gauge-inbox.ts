import { inject, Injectable, signal } from '@angular/core';
import { filter, map, merge, Observable, Subject } from 'rxjs';
import type { GaugeSaid } from '@ash-knot/contract';
import type { GaugeSpec } from '@ash-knot/core';
import { DOCUMENT } from '@angular/common';
import { SerialLines } from './serial-lines';
import { liveStream } from '../state/live-stream';

/** What a gauge sent, and by which way it came. */
export interface Heard {
  readonly text: string;
  /** Which gauge, where the way says so. */
  readonly gauge?: string;
  readonly loop?: string;
  readonly from: 'keys' | 'serial' | 'bay';
}

/** How a gauge is there: opened as a simulated one, or on a line. */
export type Present = 'simulated' | 'on a line';

/** A simulated gauge says every few seconds that it is there; silent for so long, it was shut, ms. */
const SHUT_AFTER_MS = 10_000;
/** A gauge that spoke over the network by itself is there for so long after, ms. */
const SPOKE_MS = 10 * 60_000;

/** Longer than this between two keys, and it was not one reading, ms. */
const ONE_READING_MS = 1500;
const PART = /^[\d.,+\-−]$/;
const UNIT = /^[a-z" ]$/i;

/**
 * Everything gauges send while somebody measures: one that types like a keyboard, one on a serial line,
 * and those of the bay through the server's stream.
 */
@Injectable({ providedIn: 'root' })
export class GaugeInbox {
  private readonly document = inject(DOCUMENT);
  private readonly serial = new Subject<Heard>();
  private readonly onSheet = new Subject<Heard>();

  /** What comes over a line: serial, or from the bay through the open sheet's stream. The keyboard stays the screen's. */
  readonly lines: Observable<Heard> = merge(this.onSheet, this.serial);
  /** All of it, keys too. Listens for as long as it is subscribed. */
  readonly heard: Observable<Heard> = merge(this.keys(), this.lines);

  private readonly there = signal<ReadonlyMap<string, Present>>(new Map());
  private readonly leaves = new Map<string, ReturnType<typeof setTimeout>>();
  /** The gauges that are connected to this bay now, by id. */
  readonly present = this.there.asReadonly();

  /** @param ms until it is taken for gone; for ever where it is left out */
  private comes(gauge: string, as: Present, ms?: number): void {
    clearTimeout(this.leaves.get(gauge));
    if (this.there().get(gauge) !== as) this.there.update((m) => new Map(m).set(gauge, as));
    if (ms !== undefined)
      this.leaves.set(
        gauge,
        setTimeout(() => this.goes(gauge), ms),
      );
  }
  private goes(gauge: string): void {
    clearTimeout(this.leaves.get(gauge));
    this.there.update((m) => new Map([...m].filter(([id]) => id !== gauge)));
  }

  private readonly serialLines = inject(SerialLines);
  get hasSerial(): boolean {
    return this.serialLines.are;
  }
  /** Opens the serial gauge that is picked in the browser's own dialog, and hands out its lines; plugged in again it goes on. */
  connect(g: GaugeSpec): Promise<void> {
    return this.serialLines.connect(g, {
      comes: () => this.comes(g.id, 'on a line'),
      goes: () => this.goes(g.id),
      says: (text) => this.serial.next({ text, gauge: g.id, from: 'serial' }),
    });
  }
  /** Whether it speaks when it is asked, and is on a line of this device. */
  canAsk(g: GaugeSpec): boolean {
    return !!g.line.ask && this.serialLines.open().has(g.id);
  }
  /** Asks a gauge on a serial line for a reading, by the command the register has for it. */
  ask(g: GaugeSpec): Promise<void> {
    return this.serialLines.ask(g);
  }

  /**
   * A gauge that types, wherever the focus is: digits, marks and a unit up to Enter. Inside a field they
   * are left to the field; elsewhere they go to nobody else, so that they do not switch stations.
   */
  private keys(): Observable<Heard> {
    return new Observable((out) => {
      let text = '';
      let last = 0;
      const hear = (e: KeyboardEvent) => {
        const at = e.target as HTMLElement | null;
        if (at?.closest('input, textarea, [contenteditable]') || e.ctrlKey || e.metaKey || e.altKey) return;
        const now = e.timeStamp;
        if (now - last > ONE_READING_MS) text = '';
        if (PART.test(e.key) || (text !== '' && UNIT.test(e.key))) {
          text += e.key;
          last = now;
        } else if (e.key === 'Enter' && text !== '') {
          out.next({ text, from: 'keys' });
          text = '';
        } else return;
        e.preventDefault();
        e.stopImmediatePropagation();
      };
      this.document.addEventListener('keydown', hear, { capture: true });
      return () => this.document.removeEventListener('keydown', hear, { capture: true });
    });
  }

  /** The open sheet's stream brought it: one line to the server serves both. */
  bring(said: GaugeSaid): void {
    if (said.here === 'simulated') return this.comes(said.gauge, 'simulated', SHUT_AFTER_MS);
    if (said.here) return this.goes(said.gauge);
    // What a simulated one is asked to do concerns nobody else.
    if (said.pullNm !== undefined) return;
    if (this.there().get(said.gauge) !== 'simulated') this.comes(said.gauge, 'on a line', SPOKE_MS);
    this.onSheet.next({ ...said, from: 'bay' });
  }

  /** The bay's gauges where no sheet is open. */
  bay(): Observable<Heard> {
    return this.said().pipe(
      filter((s) => s.here === undefined && s.pullNm === undefined),
      map((s): Heard => ({ ...s, from: 'bay' })),
    );
  }
  /** What a simulated gauge of this bay is asked to pull at, N·m. */
  pulls(gauge: string): Observable<number> {
    return this.said().pipe(
      filter((s) => s.gauge === gauge),
      map((s) => s.pullNm),
      filter((nm) => nm !== undefined),
    );
  }
  private said(): Observable<GaugeSaid> {
    return liveStream(() => '/api/gauges/stream', ['said']).pipe(
      filter((e) => e.kind === 'said'),
      map((e) => JSON.parse(e.text) as GaugeSaid),
    );
  }
}
