import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { WORK, type WorkName } from './work';

// On Linux 0 is this thread alone. Elsewhere it would be the whole process.
if ((workerData as { behind: boolean }).behind && process.platform === 'linux') setPriority(0, 10);

let last: Promise<void> = Promise.resolve();

/** One thing at a time, in the order it was asked for. */
parentPort!.on('message', ({ id, name, args }: { id: number; name: WorkName; args: unknown[] }) => {
  last = last.then(async () => {
    try {
      parentPort!.postMessage({ id, value: await (WORK[name] as (...a: unknown[]) => unknown)(...args) });
    } catch (err) {
      parentPort!.postMessage({ id, error: err instanceof Error ? err.message : String(err) });
    }
  });
});
