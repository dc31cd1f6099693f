import type { Response } from 'express';
import { HttpProblem } from '../http/problem';

/** Streams one device may hold open; a browser opens six connections to a server. */
const MOST_OF_DEVICE = 12;
const MOST = 1000;
/** A listener that takes nothing while so much waits is let go: it comes back and asks from where it was. Bytes. */
const MOST_WAITING = 2 * 1024 * 1024;

export interface Stream {
  send(event: string, data: unknown): void;
  /** An event that is written already. */
  write(text: string): void;
  onClose(f: () => void): void;
}

interface Open {
  readonly res: Response;
  readonly device: string;
}

/** Every server-sent-event stream of this process: counted, ended with their device's session, closed at the end. */
export class Streams {
  private readonly open = new Set<Open>();
  private closing = false;

  get count(): number {
    return this.open.size;
  }

  /** @throws HttpProblem when there are too many */
  start(res: Response, device: string): Stream {
    if (this.closing)
      throw new HttpProblem(503, 'stopping', 'The server is being stopped. Try again in a moment.', { retryAfterS: 2 });
    if (this.open.size >= MOST) throw new HttpProblem(503, 'busy', 'Too many screens are open at once.', { retryAfterS: 5 });
    if ([...this.open].filter((o) => o.device === device).length >= MOST_OF_DEVICE)
      throw new HttpProblem(429, 'slow-down', 'Too many sheets are open on this device. Close one.', { retryAfterS: 5 });
    res.status(200).set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      Connection: 'keep-alive',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    const one: Open = { res, device };
    this.open.add(one);
    const write = (text: string) => {
      if (res.writableLength > MOST_WAITING) res.destroy();
      else res.write(text);
    };
    write('retry: 1500\n\n');
    // A comment now and then keeps proxies from closing it.
    const beat = setInterval(() => write(': still here\n\n'), 20_000);
    res.on('close', () => {
      clearInterval(beat);
      this.open.delete(one);
    });
    return {
      write,
      send: (event, data) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
      onClose: (f) => res.on('close', f),
    };
  }

  /** A device that was signed out hears nothing more. */
  endDevice(device: string): void {
    for (const o of this.open) if (o.device === device) o.res.end();
  }
  endAll(): void {
    this.closing = true;
    for (const o of this.open) o.res.end();
  }
}
