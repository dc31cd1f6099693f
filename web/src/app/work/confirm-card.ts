import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  capital,
  confirmLines,
  doubted,
  DOUBTED_OUTCOMES,
  faultsOf,
  NEUTRAL_OUTCOMES,
  sayFault,
  type ConfirmOutcome,
  type FaultId,
  type JointId,
  type StepId,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { SelectField } from '../kit/select-field';

/** A part in the hand: how it is, and what it was instead. */
@Component({
  selector: 'ak-confirm-card',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="mt-3 grid grid-cols-3 gap-2">
      @for (o of outcomes(); track o) {
        <button type="button" class="btn" [class.btn-on]="said()?.outcome === o" (click)="confirm(o)">{{ capital(o) }}</button>
      }
    </div>
    @if (said()?.outcome === 'something else') {
      <ak-select-field
        class="mt-2"
        label="What was it"
        look="beside"
        [wide]="true"
        none="not known yet"
        [options]="faults()"
        [value]="said()?.instead ?? ''"
        (valueChange)="instead($event)"
        testId="instead"
      />
    }
    <p class="soft mt-2 text-sm">What is in the hand teaches, not the verdict. A photograph settles arguments.</p>
  `,
})
export class ConfirmCard {
  readonly step = input.required<StepId>();
  readonly joint = input.required<JointId>();
  readonly confirmed = output<ConfirmOutcome>();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly capital = capital;

  protected readonly said = computed(() => this.store.state()!.confirms.get(this.joint())?.body);
  /** Asked without a hint where nobody had doubted it. */
  protected readonly outcomes = computed((): readonly ConfirmOutcome[] =>
    doubted(this.store.state()!, this.joint()) ? DOUBTED_OUTCOMES : NEUTRAL_OUTCOMES,
  );
  /** What it can have been instead: anything of this axle, or elsewhere. */
  protected readonly faults = computed(() => {
    const s = this.store.state()!;
    return faultsOf(s.context.type)
      .filter((f) => f.axle === undefined || f.axle === s.axle)
      .map((f) => ({ value: f.id, name: sayFault(f.id, this.session.dialect()) }));
  });
  protected confirm(outcome: ConfirmOutcome): void {
    void this.store.writeAll(confirmLines(this.step(), this.joint(), outcome));
    this.confirmed.emit(outcome);
  }
  protected instead(fault: string): void {
    void this.store.write('confirm', {
      joint: this.joint(),
      outcome: 'something else',
      note: '',
      ...(fault ? { instead: fault as FaultId } : {}),
    });
  }
}
