import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { LADDERS, plainStep, rarerAt, troublesAt, type PlannedStep, type TroubleId } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';

/** What may be called out at a step: what is likely there, then everything else. */
@Component({
  selector: 'ak-trouble-picks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'mt-1 flex flex-wrap gap-2', role: 'group', 'aria-label': 'What is in the way' },
  template: `
    @if (plain() === 'raise' && (setup()?.equipment ?? 'lift') === 'lift') {
      <button type="button" class="btn !min-h-12" (click)="noLift()" data-testid="no-lift">No lift today</button>
    }
    @for (t of likely(); track t) {
      <button type="button" class="btn !min-h-12" (click)="call(t)" [attr.data-testid]="'trouble-' + t">{{ name(t) }}</button>
    }
    @for (t of others(); track t) {
      <button type="button" class="pick" (click)="call(t)" [attr.data-testid]="'trouble-' + t">{{ name(t) }}</button>
    }
  `,
})
export class TroublePicks {
  readonly step = input.required<PlannedStep>();
  readonly called = output();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly setup = computed(() => this.store.state()!.setup);
  protected readonly plain = computed(() => plainStep(this.step().id));
  protected readonly likely = computed(() => troublesAt(this.store.state()!, this.step()));
  protected readonly others = computed(() => rarerAt(this.store.state()!, this.step()));
  protected name(t: TroubleId): string {
    return this.session.say(LADDERS[t].title);
  }
  protected call(what: TroubleId): void {
    this.called.emit();
    void this.store.write('trouble', { step: this.step().id, what });
  }
  /** The plan is made anew for jack and stands. */
  protected noLift(): void {
    this.called.emit();
    void this.store.write('setup', { equipment: 'jack and stands', corroded: this.setup()?.corroded ?? false });
  }
}
