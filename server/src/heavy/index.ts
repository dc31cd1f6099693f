import { Worker } from 'node:worker_threads';
import { WORK, type Work, type WorkName } from './work';

interface Waiting {
  readonly resolve: (value: never) => void;
  readonly reject: (err: Error) => void;
}

/** A thread beside the one that answers requests; made when it is first needed, and again after it died. */
class Thread {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;

  /** @param behind whoever waits for nothing but this waits behind whoever is served */
  constructor(
    private readonly file: string,
    private readonly behind = false,
  ) {}

  ask(name: WorkName, args: unknown[]): Promise<never> {
    return new Promise((resolve, reject) => {
      const id = ++this.last;
      this.waiting.set(id, { resolve, reject });
      this.thread().postMessage({ id, name, args });
    });
  }

  private thread(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file, { workerData: { behind: this.behind } });
    worker.unref();
    worker.on('message', ({ id, value, error }: { id: number; value: never; error?: string }) => {
      const w = this.waiting.get(id);
      this.waiting.delete(id);
      if (error === undefined) w?.resolve(value);
      else w?.reject(new Error(error));
    });
    const dead = (err?: unknown) => {
      if (this.worker !== worker) return;
      this.worker = undefined;
      for (const w of this.waiting.values()) w.reject(err instanceof Error ? err : new Error('the worker thread ended'));
      this.waiting.clear();
    };
    worker.on('error', dead);
    worker.on('exit', () => dead());
    this.worker = worker;
    return worker;
  }
}

/** A floor is never behind a list of parts or a lesson: it has a thread of its own, which knows what it was told before. */
const OF_FLOOR: readonly WorkName[] = ['floor', 'weighed', 'floorEnd'];
/** A large workbook takes seconds: lessons and pictures do not wait for it. */
const OF_FILES: readonly WorkName[] = ['table', 'workbook'];

let threads: { readonly floor: Thread; readonly files: Thread; readonly rest: Thread } | undefined;
const threadOf = (name: WorkName) => (OF_FLOOR.includes(name) ? 'floor' : OF_FILES.includes(name) ? 'files' : 'rest');

/** From here on heavy work is done beside the event loop. @param file the bundled `worker` */
export function useThreads(file: string): void {
  threads = { floor: new Thread(file), files: new Thread(file, true), rest: new Thread(file, true) };
}

/** Work of more than a frame, off the event loop where there is a thread for it (in unit tests there is none). */
export async function heavy<K extends WorkName>(name: K, ...args: Parameters<Work[K]>): Promise<Awaited<ReturnType<Work[K]>>> {
  if (threads) return threads[threadOf(name)].ask(name, args);
  return await (WORK[name] as (...a: unknown[]) => ReturnType<Work[K]>)(...args);
}
