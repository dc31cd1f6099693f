import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

let made = 0;

/** A labelled line of text bound to a signal, with what is wrong, or a hint, below it. */
@Component({
  selector: 'ak-text-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="block">
      <span class="text-sm font-semibold">{{ label() }}</span>
      <input
        #box
        class="field mt-1"
        [class.mono]="mono()"
        [class.text-xl]="large()"
        [class.uppercase]="capitals()"
        [attr.inputmode]="mode()"
        [attr.maxlength]="max()"
        [attr.placeholder]="placeholder()"
        [attr.data-testid]="testId()"
        [attr.data-field]="field()"
        [attr.aria-describedby]="error() || hint() ? id : null"
        [attr.aria-invalid]="error() ? true : null"
        autocomplete="off"
        [value]="value()"
        (input)="value.set(box.value)"
      />
    </label>
    @if (error()) {
      <p class="wrong mt-1 text-sm" role="alert" [id]="id">{{ error() }}</p>
    } @else if (hint()) {
      <p class="soft mt-1 text-sm" [id]="id">{{ hint() }}</p>
    }
  `,
})
export class TextField {
  readonly label = input.required<string>();
  readonly value = model.required<string>();
  readonly mono = input(false);
  readonly large = input(false);
  readonly capitals = input(false);
  readonly mode = input<'text' | 'decimal' | 'numeric'>('text');
  readonly max = input(120);
  readonly placeholder = input<string>();
  readonly hint = input('');
  readonly error = input('');
  readonly testId = input<string>();
  /** What an error calls it, where that is not its label. */
  readonly field = input<string>();
  protected readonly id = `text-field-${made++}`;
}
