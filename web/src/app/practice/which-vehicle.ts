import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { VehicleTypeView } from '@ash-knot/contract';
import { PRACTICE_GRADES, sayGrade } from '@ash-knot/core';

/** What a practice vehicle is to be: how hard, of which type, with or without the next line. */
@Component({
  selector: 'ak-which-vehicle',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <label class="flex flex-col items-start">
      <span class="text-sm font-semibold">How hard</span>
      <select class="field mt-1 !w-auto" #g (change)="grade.set(+g.value)" data-testid="grade">
        @for (x of grades; track x) {
          <option [value]="x" [selected]="x === grade()">{{ say(x) }}</option>
        }
      </select>
    </label>
    <label class="flex flex-col items-start">
      <span class="text-sm font-semibold">Which vehicle</span>
      <select class="field mt-1 !w-auto" #t (change)="type.set(t.value)" data-testid="type">
        <option value="">any that comes in</option>
        @for (x of types(); track x.id) {
          <option [value]="x.id" [selected]="x.id === type()">{{ x.spec.name }}</option>
        }
      </select>
    </label>
    <label class="flex min-h-11 items-center gap-2">
      <input type="checkbox" class="h-6 w-6" #q [checked]="silent()" (change)="silent.set(q.checked)" /> without the next line
    </label>
  `,
})
export class WhichVehicle {
  readonly types = input<readonly VehicleTypeView[]>([]);
  readonly grade = model.required<number>();
  readonly type = model('');
  readonly silent = model(false);
  protected readonly grades = PRACTICE_GRADES;
  protected readonly say = sayGrade;
}
