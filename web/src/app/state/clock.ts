import { Injectable, signal } from '@angular/core';
import { interval } from 'rxjs';

/** The time, in a signal, coarse enough to be cheap: waits run down by it. */
@Injectable({ providedIn: 'root' })
export class Clock {
  readonly now = signal(Date.now());
  constructor() {
    interval(10_000).subscribe(() => this.now.set(Date.now()));
  }
}
