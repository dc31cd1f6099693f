import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { partsOf, type PlannedStep } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';

/** What whoever does this step next on one of these should know. */
@Component({
  selector: 'ak-tip-form',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="mt-2 grid grid-cols-[1fr_auto] items-end gap-3" (submit)="keep($event)">
      <ak-text-field
        label="What whoever does this next on one of these should know"
        [(value)]="text"
        [maxLength]="300"
        hint="as: one bolt cannot be seen, short 13 mm socket from above"
        testId="tip-text"
      />
      <button class="btn" data-testid="tip-keep">Keep it</button>
      <div class="col-span-2 flex flex-wrap items-center gap-2">
        <ak-picks
          label="What it is"
          [options]="kinds"
          [names]="names"
          [picked]="[kind()]"
          [single]="true"
          (pickedChange)="kind.set($event[0]!)"
        />
        @if (kind() === 'manual') {
          <ak-text-field label="Where it is written" [(value)]="source" [maxLength]="160" testId="tip-source" />
        }
      </div>
      @if (wrong()) {
        <p class="wrong col-span-2 text-sm" role="alert">{{ wrong() }}</p>
      }
    </form>
  `,
})
export class TipForm {
  readonly step = input.required<PlannedStep>();
  readonly kept = output();
  private readonly store = inject(JobStore);
  protected readonly text = draft('work.tip', '');
  protected readonly source = draft('work.tip.source', '');
  protected readonly kinds = ['tip', 'manual', 'field'] as const;
  protected readonly names = { tip: 'a trap or a tip', manual: 'the manual’s way', field: 'the way it is done' };
  protected readonly kind = signal<'tip' | 'manual' | 'field'>('tip');
  protected readonly wrong = signal('');

  protected async keep(e: Event): Promise<void> {
    e.preventDefault();
    const way = this.kind();
    const { task, joint } = this.step();
    if (!this.text().trim()) return this.wrong.set('What the next one should know is empty. Nothing was kept.');
    if (way === 'manual' && !this.source().trim())
      return this.wrong.set('Where it is written is empty: the manual’s way needs its source. Nothing was kept.');
    this.wrong.set('');
    const ok = await this.store.write('tip', {
      task,
      text: this.text().trim(),
      ...(joint ? { kind: partsOf(joint).kind } : {}),
      ...(way === 'tip' ? {} : { way }),
      ...(way === 'manual' ? { source: this.source().trim() } : {}),
    });
    if (!ok) return;
    this.text.clear();
    this.source.clear();
    this.kept.emit();
  }
}
