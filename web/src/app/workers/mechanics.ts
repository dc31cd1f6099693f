import { inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import { defer, map, type Observable } from 'rxjs';
import { call } from './call';
import type { MechanicsAsks, MechanicsQuestion, MechanicsWork } from './mechanics-work';

/** Makes the worker; main.ts says how. */
export const MECHANICS_WORKER = new InjectionToken<() => Remote<MechanicsWork> | MechanicsWork>('mechanics worker');

/** Link lengths, bars and wheels are worked out in a worker of their own, made when the first is asked for. */
@Injectable({ providedIn: 'root' })
export class Mechanics {
  private readonly make = inject(MECHANICS_WORKER);
  private worker: Remote<MechanicsWork> | MechanicsWork | undefined;

  /** One answer, then done; what is wrong comes as an error with its sentence. */
  ask<K extends keyof MechanicsAsks>(ask: K, q: MechanicsAsks[K]['q']): Observable<MechanicsAsks[K]['a']> {
    return defer(() => call((this.worker ??= this.make()), { ask, q } as MechanicsQuestion)).pipe(
      map((a) => a as MechanicsAsks[K]['a']),
    );
  }
}
