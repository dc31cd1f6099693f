import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';

@Component({
  selector: 'ak-key-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="text-xl font-bold">All keys</h2>
      <dl class="mt-4 grid grid-cols-[auto_1fr] items-center gap-x-5 gap-y-2">
        @for (k of keys; track k[0]) {
          <dt class="mono font-semibold">{{ k[0] }}</dt>
          <dd>{{ k[1] }}</dd>
        }
      </dl>
      <button type="button" class="btn mt-5" (click)="ref.close()">Close</button>
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class KeyList {
  protected readonly ref = inject(DialogRef);
  protected readonly keys = [
    ['1 – 5', 'stations'],
    ['N', 'do the next thing'],
    ['arrows', 'walk the joints'],
    ['T S M D W', 'tight, slight, moves, dangerous, can’t tell'],
    ['G', 'a gauge: measure here'],
    ['F', 'front or rear axle'],
    ['L', 'tape'],
    ['K', 'pocket'],
    ['/', 'find anything'],
    ['U', 'swap units'],
    ['Esc', 'back one'],
    ['?', 'this list'],
  ] as const;
}
