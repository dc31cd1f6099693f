import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { sayEntry } from '@ash-knot/core';
import { BackKey } from '../kit/back-key';
import { JobStore } from './job-store';
import { TAKE_BACK_MS } from './just-written';

/** For ten seconds after a tap that writes, on the sheet it wrote to. */
@Component({
  selector: 'ak-take-back',
  imports: [BackKey],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines()[0]; as line) {
      <ak-back-key [key]="line.id" [what]="what()" [lastsMs]="lasts" (back)="store.takeBack()" />
    }
  `,
})
export class TakeBack {
  protected readonly store = inject(JobStore);
  protected readonly lasts = TAKE_BACK_MS;
  protected readonly lines = this.store.canTakeBack;
  /** As the tape says it. */
  protected readonly what = computed(() => {
    const lines = this.lines();
    return lines.length === 1 ? sayEntry(lines[0]!, this.store.words()) : `${lines.length} lines`;
  });
}
