import type { Response } from 'express';

/** Opens a server-sent-event stream: a comment every 20 s keeps proxies from closing it. */
export function openStream(res: Response): {
  send: (event: string, data: unknown, id?: number) => void;
  onClose: (f: () => void) => void;
} {
  res.status(200).set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    Connection: 'keep-alive',
    'X-Accel-Buffering': 'no',
  });
  res.flushHeaders();
  res.write('retry: 1500\n\n');
  const beat = setInterval(() => res.write(': still here\n\n'), 20_000);
  res.on('close', () => clearInterval(beat));
  return {
    send: (event, data, id) =>
      void res.write(`${id === undefined ? '' : `id: ${id}\n`}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
    onClose: (f) => res.on('close', f),
  };
}
