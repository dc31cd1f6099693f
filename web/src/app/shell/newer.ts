import { inject, Injectable, signal } from '@angular/core';
import { SwUpdate } from '@angular/service-worker';

/** Whether a newer program has come and waits for a reload. What was typed survives it. */
@Injectable({ providedIn: 'root' })
export class Newer {
  readonly here = signal(false);

  constructor() {
    inject(SwUpdate, { optional: true })?.versionUpdates.subscribe((e) => {
      if (e.type === 'VERSION_READY') this.here.set(true);
    });
  }
  take(): void {
    location.reload();
  }
}
