import { parentPort } from 'node:worker_threads';
import { WORK, type WorkName } from './work';

/** One thing at a time, in the order it was asked for. */
parentPort!.on('message', ({ id, name, args }: { id: number; name: WorkName; args: unknown[] }) => {
  try {
    parentPort!.postMessage({ id, value: (WORK[name] as (...a: unknown[]) => unknown)(...args) });
  } catch (err) {
    parentPort!.postMessage({ id, error: err instanceof Error ? err.message : String(err) });
  }
});
