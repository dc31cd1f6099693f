import { Injectable, signal } from '@angular/core';
import { serialFrame, type GaugeLine, type GaugeSpec } from '@ash-knot/core';

/** The parts of Web Serial that are used; it is not in every browser. */
interface SerialPort extends EventTarget {
  open(o: { baudRate: number } & ReturnType<typeof serialFrame>): Promise<void>;
  close(): Promise<void>;
  getInfo(): { readonly usbVendorId?: number; readonly usbProductId?: number };
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
}
interface Serial extends EventTarget {
  requestPort(): Promise<SerialPort>;
}

/** What is told of a line. */
interface Told {
  comes(): void;
  goes(): void;
  says(text: string): void;
}
interface Line {
  port: SerialPort;
  readonly gauge: GaugeSpec;
  readonly told: Told;
}

/** Sent and waited for in a loop-back. */
const SENT = 'ASHKNOT 12.34';
/** So long a loop-back waits, ms. */
const BACK_MS = 2000;

const opened = (port: SerialPort, line: GaugeLine): Promise<void> =>
  port.open({ baudRate: line.baud, ...serialFrame(line.frame) });
const sent = async (port: SerialPort, text: string): Promise<void> => {
  const writer = port.writable?.getWriter();
  if (!writer) throw new Error('this line takes nothing');
  try {
    await writer.write(new TextEncoder().encode(`${text}\r`));
  } finally {
    writer.releaseLock();
  }
};

/** The serial lines of this device, one a gauge: opened, asked, and opened again when the plug is back. docs/gauges.md says what goes over them. */
@Injectable({ providedIn: 'root' })
export class SerialLines {
  private readonly lines = new Map<string, Line>();
  private readonly openNow = signal<ReadonlySet<string>>(new Set());
  /** The gauges whose line is open, by id. */
  readonly open = this.openNow.asReadonly();
  private heeding = false;

  get are(): boolean {
    return 'serial' in navigator;
  }
  private get serial(): Serial {
    return (navigator as unknown as { serial: Serial }).serial;
  }

  async connect(gauge: GaugeSpec, told: Told): Promise<void> {
    const port = await this.serial.requestPort();
    this.heed();
    const line: Line = { port, gauge, told };
    this.lines.set(gauge.id, line);
    await this.start(line);
  }

  /** @throws Error where the gauge is on no open line, or has no command */
  async ask({ id, line }: GaugeSpec): Promise<void> {
    const l = this.lines.get(id);
    if (!l || !this.open().has(id)) throw new Error('it is on no serial line here');
    if (!line.ask) throw new Error('the register has no command for it');
    await sent(l.port, line.ask);
  }

  /**
   * With the two data wires of the plug joined, what is sent comes back: cable and adapter are tried without a gauge.
   * @returns what came of it, as a sentence
   */
  async loopBack(line: GaugeLine): Promise<string> {
    const port = await this.serial.requestPort();
    await opened(port, line);
    const reader = port.readable?.getReader();
    const over = setTimeout(() => void reader?.cancel(), BACK_MS);
    let back = '';
    try {
      await sent(port, SENT);
      const words = new TextDecoder('ascii');
      while (!back.includes(SENT)) {
        const r = await reader?.read();
        if (!r || r.done) break;
        back += words.decode(r.value, { stream: true });
      }
    } finally {
      clearTimeout(over);
      reader?.releaseLock();
      await port.close().catch(() => undefined);
    }
    if (back.includes(SENT))
      return 'What was sent came back: cable and adapter work. Whether speed and frame are the gauge’s, only the gauge shows.';
    return back.trim()
      ? `Something else came back: “${back.trim().slice(0, 40)}”. Is the gauge still on the line?`
      : 'Nothing came back. Join the two data wires of the plug, and try again.';
  }

  /** A plug that comes back goes on where it was: the same port, or another of the same make of adapter. */
  private heed(): void {
    if (this.heeding) return;
    this.heeding = true;
    this.serial.addEventListener('connect', (e) => {
      const port = e.target as SerialPort;
      const make = (p: SerialPort) => JSON.stringify(p.getInfo());
      const shut = [...this.lines.values()].filter((l) => !this.open().has(l.gauge.id));
      const line = shut.find((l) => l.port === port) ?? shut.find((l) => make(l.port) !== '{}' && make(l.port) === make(port));
      if (!line) return;
      line.port = port;
      // What does not open is not there yet: it can be connected by hand.
      void this.start(line).catch(() => undefined);
    });
  }

  private async start(line: Line): Promise<void> {
    await opened(line.port, line.gauge.line);
    this.openNow.update((ids) => new Set(ids).add(line.gauge.id));
    line.told.comes();
    void this.read(line);
  }
  private async read(line: Line): Promise<void> {
    const { port, told, gauge } = line;
    const reader = port.readable?.getReader();
    if (!reader) return;
    const words = new TextDecoder('ascii');
    let rest = '';
    try {
      for (let r = await reader.read(); !r.done; r = await reader.read()) {
        const lines = (rest + words.decode(r.value, { stream: true })).split(/[\r\n]+/);
        rest = lines.pop() ?? '';
        for (const text of lines) if (text.trim()) told.says(text);
      }
    } catch {
      // The plug was pulled: what was half said is no reading.
    } finally {
      this.openNow.update((ids) => new Set([...ids].filter((id) => id !== gauge.id)));
      reader.releaseLock();
      told.goes();
      await port.close().catch(() => undefined);
    }
  }
}
