import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FootSwitch } from '../state/foot-switch';

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
      <section class="rule mt-4 pt-3">
        <h3 class="font-bold">Foot switch</h3>
        <p class="soft text-sm">Any switch that types a key does the next thing, like N.</p>
        <div class="mt-2 flex flex-wrap items-center gap-3">
          <button type="button" class="btn" (click)="learn()" data-testid="foot-learn">
            {{ waiting() ? 'Press it now' : foot.code() ? 'Another switch' : 'Teach it a switch' }}
          </button>
          @if (foot.code(); as code) {
            <span class="mono" data-testid="foot-code">{{ code }}</span>
            <button type="button" class="link" (click)="foot.forget()">Forget it</button>
          }
        </div>
      </section>
      <button type="button" class="btn mt-5" (click)="ref.close()">Close</button>
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class KeyList {
  protected readonly ref = inject(DialogRef);
  protected readonly foot = inject(FootSwitch);
  protected readonly waiting = signal(false);
  protected learn(): void {
    this.waiting.set(true);
    this.foot.learn(() => this.waiting.set(false));
  }
  protected readonly keys = [
    ['1 – 5', 'stations'],
    ['N', 'do the next thing'],
    ['arrows', 'walk the joints'],
    ['T S M D W', 'tight, slight, moves, dangerous, can’t tell'],
    ['G', 'a gauge: measure here'],
    ['F', 'front or rear axle'],
    ['Ctrl Z', 'take back what was just recorded'],
    ['L', 'tape'],
    ['A', 'ask a practice vehicle: the first of what can be done'],
    ['K', 'calculators'],
    ['/', 'find anything'],
    ['U', 'swap units'],
    ['Esc', 'back one'],
    ['?', 'this list'],
  ] as const;
}
