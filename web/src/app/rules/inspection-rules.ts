import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { BadInput, DEFECTS, type Defect, type YardRules } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { Session } from '../session/session';

const PLAY = ['fails', 'is for us to judge'] as const;

/** What fails an inspection where this shop works, and where that is written: without a source nothing is said to fail. */
@Component({
  selector: 'ak-inspection-rules',
  imports: [Picks, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="mt-7 text-xl font-bold">What fails an inspection</h2>
    <p class="soft text-sm">
      What fails is told the owner or quoted, and stands on the sheet with what comes of it. The rule where the vehicle is
      inspected comes first: write down where it is read.
    </p>
    <form class="mt-2 flex items-end gap-3" (submit)="keep($event)">
      <ak-text-field
        class="min-w-0 flex-1"
        label="Where the rule is written"
        [(value)]="source"
        [maxLength]="160"
        testId="inspection-source"
        field="source of the inspection rule"
        hint="empty: nothing is said to fail"
      />
      <button class="btn mb-6" data-testid="inspection-keep">Write it down</button>
    </form>
    <ak-wrong [error]="error()" safe="Nothing was changed." testId="inspection-error" />
    <p class="heading mt-3">Play that moves in the hand, or is beyond its limit</p>
    <ak-picks
      class="mt-1 block"
      label="Play that moves in the hand, or is beyond its limit"
      [options]="play"
      [picked]="[rules().inspection.play ? play[0] : play[1]]"
      [single]="true"
      (pickedChange)="change({ play: $event[0] === play[0] })"
    />
    <p class="heading mt-3">Visible faults that fail</p>
    <ak-picks
      class="mt-1 block"
      label="Visible faults that fail"
      [options]="defects"
      [names]="names()"
      [picked]="rules().inspection.defects"
      (pickedChange)="change({ defects: $event })"
    />
  `,
})
export class InspectionRules {
  readonly rules = input.required<YardRules>();
  readonly changed = output<Partial<YardRules>>();
  private readonly session = inject(Session);
  protected readonly play = PLAY;
  protected readonly defects = DEFECTS;
  protected readonly names = computed(
    () => Object.fromEntries(DEFECTS.map((d) => [d, this.session.say(d)])) as Partial<Record<Defect, string>>,
  );
  /** As the rule stands, until somebody writes another. */
  protected readonly source = linkedSignal(() => this.rules().inspection.source);
  protected readonly error = signal<Error | null>(null);

  protected change(by: Partial<YardRules['inspection']>): void {
    this.error.set(null);
    const source = this.source().trim();
    if (!source)
      return this.error.set(new BadInput('source of the inspection rule', 'is empty: a rule needs where it is written'));
    this.changed.emit({ inspection: { ...this.rules().inspection, source, ...by } });
  }
  /** Without a source there is no rule. */
  protected keep(e: Event): void {
    e.preventDefault();
    this.error.set(null);
    const source = this.source().trim();
    this.changed.emit({
      inspection: source ? { ...this.rules().inspection, source } : { source: '', play: false, defects: [] },
    });
  }
}
