import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A label above its field, and what is wrong below it. */
@Component({
  selector: 'ak-form-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="text-sm font-semibold">{{ label() }}</div>
    <div class="mt-1"><ng-content /></div>
    @if (error()) {
      <p class="wrong mt-1 text-sm" role="alert">{{ error() }}</p>
    } @else if (hint()) {
      <p class="soft mt-1 text-sm">{{ hint() }}</p>
    }
  `,
})
export class FormField {
  readonly label = input.required<string>();
  readonly error = input('');
  readonly hint = input('');
}
