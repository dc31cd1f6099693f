import { signal } from '@angular/core';
import type { Entry } from '@ash-knot/core';

/** So long what a tap wrote can be taken back by one more. */
export const TAKE_BACK_MS = 10_000;

/** What the last tap wrote, for as long as it can be taken back. */
export class JustWritten {
  private readonly written = signal<readonly Entry[]>([]);
  private timer: ReturnType<typeof setTimeout> | undefined;
  readonly lines = this.written.asReadonly();

  offer(entries: readonly Entry[]): void {
    clearTimeout(this.timer);
    this.written.set(entries);
    this.timer = setTimeout(() => this.written.set([]), TAKE_BACK_MS);
  }
  forget(): void {
    clearTimeout(this.timer);
    this.written.set([]);
  }
}
