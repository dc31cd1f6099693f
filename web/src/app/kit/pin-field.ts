import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormField } from './form-field';

/** A PIN being typed: never shown, never kept by the browser. */
@Component({
  selector: 'ak-pin-field',
  imports: [FormField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ak-form-field [label]="label()" [error]="error()">
      <input
        class="field mono"
        [class]="large() ? '!text-2xl tracking-[0.3em]' : ''"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        maxlength="8"
        #box
        [value]="value()"
        (input)="value.set(box.value)"
        [attr.aria-label]="named() || label()"
        [attr.data-testid]="testId()"
      />
    </ak-form-field>
  `,
})
export class PinField {
  readonly label = input('PIN');
  readonly value = model.required<string>();
  readonly error = input('');
  readonly large = input(true);
  /** What it is called where the label alone does not say whose. */
  readonly named = input('');
  readonly testId = input<string>();
}
