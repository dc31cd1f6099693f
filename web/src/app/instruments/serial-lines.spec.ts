import { TestBed } from '@angular/core/testing';
import { SerialLines } from './serial-lines';
import { SHOP } from '../../test';

const GAUGE = { ...SHOP.gauges[1]!, line: { baud: 4800, frame: '7E1' as const, ask: 'R', before: '', after: '' } };

/** A plug: what it is given goes where it is read, when it is said to. */
class Plug extends EventTarget {
  readonly opened: unknown[] = [];
  readonly written: string[] = [];
  private waiting: ((r: { value?: Uint8Array; done: boolean }) => void) | undefined;
  private fails: ((e: Error) => void) | undefined;
  private coming: Uint8Array[] = [];
  constructor(
    readonly info: { usbVendorId?: number; usbProductId?: number } = {},
    /** Its two data wires are joined, or something else answers. */
    private readonly answers?: (text: string) => string,
  ) {
    super();
  }
  getInfo = () => this.info;
  open = (o: unknown) => Promise.resolve(void this.opened.push(o));
  close = () => Promise.resolve();
  says(text: string): void {
    this.coming.push(new TextEncoder().encode(text));
    this.hand();
  }
  pulled(): void {
    this.fails?.(new Error('The device has been lost.'));
  }
  private hand(): void {
    const value = this.waiting && this.coming.shift();
    if (!value) return;
    const to = this.waiting!;
    this.waiting = undefined;
    to({ value, done: false });
  }
  readonly readable = {
    getReader: () => ({
      read: () =>
        new Promise<{ value?: Uint8Array; done: boolean }>((resolve, reject) => {
          this.waiting = resolve;
          this.fails = reject;
          this.hand();
        }),
      cancel: () => Promise.resolve(this.waiting?.({ done: true })),
      releaseLock: () => undefined,
    }),
  } as unknown as ReadableStream<Uint8Array>;
  readonly writable = {
    getWriter: () => ({
      write: (bytes: Uint8Array) => {
        const text = new TextDecoder().decode(bytes);
        this.written.push(text);
        if (this.answers) this.says(this.answers(text));
        return Promise.resolve();
      },
      releaseLock: () => undefined,
    }),
  } as unknown as WritableStream<Uint8Array>;
}

/** The browser's lines, with one that is picked. */
class Browser extends EventTarget {
  constructor(private readonly plug: Plug) {
    super();
  }
  requestPort = () => Promise.resolve(this.plug);
  plugged(plug: Plug): void {
    const e = new Event('connect');
    Object.defineProperty(e, 'target', { value: plug });
    this.dispatchEvent(e);
  }
}
const settle = () => new Promise((r) => setTimeout(r));

describe('a serial line', () => {
  let told: { there: boolean; said: string[] };
  const telling = () => ({
    comes: () => (told.there = true),
    goes: () => (told.there = false),
    says: (t: string) => told.said.push(t),
  });
  let lines: SerialLines;
  const browser = (plug: Plug): Browser => {
    const b = new Browser(plug);
    Object.assign(navigator, { serial: b });
    return b;
  };
  beforeEach(() => {
    told = { there: false, said: [] };
    lines = TestBed.inject(SerialLines);
  });
  afterEach(() => {
    delete (navigator as unknown as { serial?: unknown }).serial;
  });

  test('is opened with its speed, parity and bits, and asked with its command', async () => {
    const plug = new Plug();
    browser(plug);
    await lines.connect(GAUGE, telling());
    expect(plug.opened).toEqual([{ baudRate: 4800, dataBits: 7, parity: 'even', stopBits: 1 }]);
    await lines.ask(GAUGE);
    expect(plug.written).toEqual(['R\r']);
    plug.says('0.4');
    plug.says('2\r\n0.');
    await settle();
    expect(told).toEqual({ there: true, said: ['0.42'] });
    await expect(lines.ask({ ...GAUGE, line: { ...GAUGE.line, ask: undefined } })).rejects.toThrow('no command');
    await expect(lines.ask({ ...GAUGE, id: 'another' })).rejects.toThrow('on no serial line');
  });

  test('that is pulled is gone, with what was half said; plugged in again it goes on, another make of adapter does not', async () => {
    const plug = new Plug({ usbVendorId: 7, usbProductId: 9 });
    const b = browser(plug);
    await lines.connect(GAUGE, telling());
    plug.says('0.4');
    await settle();
    plug.pulled();
    await settle();
    expect(told).toEqual({ there: false, said: [] });
    await expect(lines.ask(GAUGE)).rejects.toThrow('on no serial line');
    b.plugged(new Plug({ usbVendorId: 1, usbProductId: 9 }));
    await settle();
    expect(told.there).toBe(false);
    const again = new Plug({ usbVendorId: 7, usbProductId: 9 });
    b.plugged(again);
    await settle();
    expect(again.opened).toEqual(plug.opened);
    again.says('0.55\r');
    await settle();
    expect(told).toEqual({ there: true, said: ['0.55'] });
  });

  test.each([
    [(t: string) => t, /^What was sent came back/],
    [() => '0.00 mm\r', /^Something else came back: “0.00 mm”/],
  ])('a loop-back says what came of it', async (answers, says) => {
    jest.useFakeTimers();
    const plug = new Plug({}, answers);
    browser(plug);
    const said = lines.loopBack(GAUGE.line);
    await jest.advanceTimersByTimeAsync(2500);
    jest.useRealTimers();
    expect(await said).toMatch(says);
    expect(plug.written).toEqual(['ASHKNOT 12.34\r']);
    expect(plug.opened).toHaveLength(1);
  });
  test('a loop-back of which nothing comes ends, and says so', async () => {
    jest.useFakeTimers();
    browser(new Plug());
    const said = lines.loopBack(GAUGE.line);
    await jest.advanceTimersByTimeAsync(2500);
    jest.useRealTimers();
    expect(await said).toMatch(/^Nothing came back\. Join/);
  });
});
