import { Observable } from 'rxjs';

/** Something the server said on a stream: what kind, and its text. */
export interface LiveEvent {
  readonly kind: string;
  readonly text: string;
}

/** Waits between tries, ms: doubled, with a part by chance so that a yard of tablets does not come back all at once. */
const BACK_OFF = { first: 1000, last: 30_000 } as const;

/**
 * A server-sent-event stream that comes back by itself. The browser does after a line that broke; after an answer that
 * is none (a server being stopped, too many streams) it gives up, and this does not.
 * @param address asked for at each try: it says what was seen last
 */
export function liveStream(address: () => string, kinds: readonly string[]): Observable<LiveEvent> {
  return new Observable((out) => {
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let wait: number = BACK_OFF.first;
    const open = () => {
      const at = address();
      // Past the program's own worker: it would hold every stream open by itself.
      source = new EventSource(`${at}${at.includes('?') ? '&' : '?'}ngsw-bypass`);
      source.addEventListener('open', () => {
        wait = BACK_OFF.first;
        out.next({ kind: 'open', text: '' });
      });
      for (const kind of kinds) source.addEventListener(kind, (e) => out.next({ kind, text: (e as MessageEvent<string>).data }));
      source.addEventListener('error', () => {
        if (source?.readyState !== EventSource.CLOSED) return;
        source.close();
        timer = setTimeout(open, wait * (0.5 + Math.random()));
        wait = Math.min(BACK_OFF.last, 2 * wait);
      });
    };
    open();
    return () => {
      clearTimeout(timer);
      source?.close();
    };
  });
}
