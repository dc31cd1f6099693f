import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { FormValueControl } from '@angular/forms/signals';

/** One of a list: what is kept, and what is read. */
export interface Choice {
  readonly value: string;
  readonly name: string;
}

/** A labelled choice from a list, bound to a signal or to a field of a form. */
@Component({
  selector: 'ak-select-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label [class]="look() === 'beside' ? 'flex items-center gap-3 text-sm' : 'block'">
      <span
        [class]="look() === 'bare' ? 'sr-only' : look() === 'beside' ? 'soft font-semibold' : 'block text-sm font-semibold'"
        >{{ label() }}</span
      >
      <select
        #box
        class="field"
        [class]="look() === 'above' ? 'mt-1' : '!min-h-11'"
        [class.!w-auto]="!wide()"
        [attr.data-testid]="testId()"
        (change)="value.set(box.value)"
      >
        @if (none() && (!must() || !value())) {
          <option value="" [selected]="!value()" [disabled]="must()">{{ none() }}</option>
        }
        @for (o of options(); track o.value) {
          <option [value]="o.value" [selected]="o.value === value()">{{ o.name }}</option>
        }
      </select>
    </label>
  `,
})
export class SelectField implements FormValueControl<string> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Choice[], readonly (string | Choice)[]>({
    transform: (list) => list.map((o) => (typeof o === 'string' ? { value: o, name: o } : o)),
  });
  readonly value = model.required<string>();
  /** What is read while nothing is chosen. */
  readonly none = input('');
  /** Nothing can be read first, never chosen again. */
  readonly must = input(false);
  /** Where its label is: above it, beside it, or only for a screen reader. */
  readonly look = input<'above' | 'beside' | 'bare'>('above');
  readonly wide = input(false);
  readonly testId = input<string>();
}
