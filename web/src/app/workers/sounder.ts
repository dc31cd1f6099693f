import { inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import { defer, map, type Observable } from 'rxjs';
import { call } from './call';
import type { SoundAsks, SoundQuestion, SoundWork } from './sound-work';

/** Makes the worker; main.ts says how. */
export const SOUND_WORKER = new InjectionToken<() => Remote<SoundWork> | SoundWork>('sound worker');

/** Knocks are driven and sounds are made in a worker of their own, made when the first is asked for. */
@Injectable({ providedIn: 'root' })
export class Sounder {
  private readonly make = inject(SOUND_WORKER);
  private worker: Remote<SoundWork> | SoundWork | undefined;

  /** Answers as they come, then done; what is wrong comes as an error with its sentence. */
  ask<K extends keyof SoundAsks>(ask: K, q: SoundAsks[K]['q']): Observable<SoundAsks[K]['a']> {
    return defer(() => call((this.worker ??= this.make()), { ask, q } as SoundQuestion)).pipe(map((a) => a as SoundAsks[K]['a']));
  }
}
