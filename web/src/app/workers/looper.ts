import { inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import { defer, type Observable } from 'rxjs';
import type { LoopOptions } from '@ash-knot/core';
import { call } from './call';
import type { LoopWork, WorkedLoop } from './loop-work';

/** Makes the worker; main.ts says how. */
export const LOOP_WORKER = new InjectionToken<() => Remote<LoopWork> | LoopWork>('loop worker');

/** Loops are worked out in a worker of their own, made when the first one comes. */
@Injectable({ providedIn: 'root' })
export class Looper {
  private readonly make = inject(LOOP_WORKER);
  private worker: Remote<LoopWork> | LoopWork | undefined;

  /** One answer, then done; what is wrong with the loop comes as an error with its sentence. */
  work(name: string, text: string, options: LoopOptions): Observable<WorkedLoop> {
    return defer(() => call((this.worker ??= this.make()), { name, text, options }));
  }
}
