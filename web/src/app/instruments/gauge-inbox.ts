import { inject, Injectable } from '@angular/core';
import { merge, Observable, Subject } from 'rxjs';
import type { GaugeSaid } from '@ash-knot/contract';
import type { GaugeSpec } from '@ash-knot/core';
import { DOCUMENT } from '@angular/common';

/** What a gauge sent, and by which way it came. */
export interface Heard {
  readonly text: string;
  /** Which gauge, where the way says so. */
  readonly gauge?: string;
  readonly loop?: string;
  readonly from: 'keys' | 'serial' | 'bay';
}

/** The parts of Web Serial that are used; it is not in every browser. */
interface SerialPort {
  open(o: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
}
interface Serial {
  requestPort(): Promise<SerialPort>;
}

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

  get hasSerial(): boolean {
    return 'serial' in navigator;
  }

  /** Opens the serial gauge that is picked in the browser's own dialog, and hands out its lines. */
  async connect(g: GaugeSpec): Promise<void> {
    const port = await (navigator as unknown as { serial: Serial }).serial.requestPort();
    await port.open({ baudRate: g.line.baud });
    void this.read(port, g.id);
  }

  private async read(port: SerialPort, gauge: string): Promise<void> {
    const reader = port.readable?.getReader();
    if (!reader) return;
    const words = new TextDecoder('ascii');
    let rest = '';
    try {
      for (let r = await reader.read(); !r.done; r = await reader.read()) {
        const lines = (rest + words.decode(r.value, { stream: true })).split(/[\r\n]+/);
        rest = lines.pop() ?? '';
        for (const text of lines) if (text.trim()) this.serial.next({ text, gauge, from: 'serial' });
      }
    } finally {
      reader.releaseLock();
      await port.close().catch(() => undefined);
    }
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
    this.onSheet.next({ ...said, from: 'bay' });
  }

  /** The bay's gauges where no sheet is open. */
  bay(): Observable<Heard> {
    return new Observable((out) => {
      const stream = new EventSource('/api/gauges/stream');
      stream.addEventListener('said', (e) =>
        out.next({ ...(JSON.parse((e as MessageEvent<string>).data) as GaugeSaid), from: 'bay' }),
      );
      return () => stream.close();
    });
  }
}
