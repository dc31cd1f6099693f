import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { VehicleTypeView } from '@ash-knot/contract';
import { PRACTICE_GRADES, sayGrade } from '@ash-knot/core';
import { SelectField } from '../kit/select-field';

/** What a practice vehicle is to be: how hard, of which type, with or without guidance. */
@Component({
  selector: 'ak-which-vehicle',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <ak-select-field
      label="How hard"
      [options]="grades"
      [value]="'' + grade()"
      (valueChange)="grade.set(+$event)"
      testId="grade"
    />
    <ak-select-field label="Which vehicle" none="any vehicle" [options]="choices()" [(value)]="type" testId="type" />
    <label class="flex min-h-11 items-center gap-2">
      <input
        type="checkbox"
        class="h-6 w-6"
        #d
        [checked]="diagnosisOnly()"
        (change)="diagnosisOnly.set(d.checked)"
        data-testid="diagnosis-only"
      />
      diagnosis only
    </label>
    <label class="flex min-h-11 items-center gap-2">
      <input type="checkbox" class="h-6 w-6" #q [checked]="silent()" (change)="silent.set(q.checked)" /> without guidance
    </label>
  `,
})
export class WhichVehicle {
  readonly types = input<readonly VehicleTypeView[]>([]);
  readonly grade = model.required<number>();
  readonly type = model('');
  readonly silent = model(false);
  /** From the customer to the verdict, and no further. */
  readonly diagnosisOnly = model(false);
  protected readonly grades = PRACTICE_GRADES.map((x) => ({ value: String(x), name: sayGrade(x) }));
  protected readonly choices = computed(() => this.types().map((x) => ({ value: x.id, name: x.spec.name })));
}
