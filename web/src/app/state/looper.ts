import { inject, Injectable, InjectionToken } from '@angular/core';
import { Observable } from 'rxjs';
import type { LoopOptions } from '@ash-knot/core';
import type { FromLoopWorker, ToLoopWorker } from '../../workers/loop-protocol';

/** Makes the worker; main.ts says how. */
export const LOOP_WORKER = new InjectionToken<() => Worker>('loop worker');

/** Loops are worked out in a worker of their own, made when the first one comes. */
@Injectable({ providedIn: 'root' })
export class Looper {
  private readonly make = inject(LOOP_WORKER);
  private worker: Worker | undefined;
  private readonly hearing = new Map<number, (m: FromLoopWorker) => void>();
  private asked = 0;

  /** One answer, then done; unsubscribing stops listening. */
  work(name: string, text: string, options: LoopOptions): Observable<FromLoopWorker> {
    return new Observable((out) => {
      if (!this.worker) {
        this.worker = this.make();
        this.worker.onmessage = ({ data }: MessageEvent<FromLoopWorker>) => this.hearing.get(data.id)?.(data);
      }
      const id = ++this.asked;
      this.hearing.set(id, (m) => {
        out.next(m);
        out.complete();
      });
      this.worker.postMessage({ id, name, text, options } satisfies ToLoopWorker);
      return () => void this.hearing.delete(id);
    });
  }
}
