import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { FormValueControl } from '@angular/forms/signals';
import { namedError } from './named-error';

let made = 0;

/** A labelled line of text or a day, bound to a signal or to a field of a form, with what is wrong, or a hint, below it. */
@Component({
  selector: 'ak-text-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="block">
      <span [class]="bare() ? 'sr-only' : 'text-sm font-semibold'">{{ label() }}</span>
      <input
        #box
        class="field"
        [class.mt-1]="!bare()"
        [type]="type()"
        [class.mono]="mono()"
        [class.text-xl]="large()"
        [class.uppercase]="capitals()"
        [attr.inputmode]="mode()"
        [attr.maxlength]="maxLength() ?? 120"
        [attr.placeholder]="placeholder()"
        [attr.data-testid]="testId()"
        [attr.aria-describedby]="wrong() || hint() ? id : null"
        [attr.aria-invalid]="wrong() ? true : null"
        autocomplete="off"
        [value]="value()"
        (input)="value.set(box.value)"
      />
    </label>
    @if (wrong(); as why) {
      <p class="wrong mt-1 text-sm" role="alert" [id]="id" [attr.data-testid]="named()?.testId">{{ why }}</p>
    } @else if (hint()) {
      <p class="soft mt-1 text-sm" [id]="id">{{ hint() }}</p>
    }
  `,
})
export class TextField implements FormValueControl<string> {
  readonly label = input.required<string>();
  readonly value = model.required<string>();
  readonly mono = input(false);
  readonly large = input(false);
  readonly capitals = input(false);
  readonly mode = input<'text' | 'decimal' | 'numeric'>('text');
  readonly type = input<'text' | 'date' | 'datetime-local'>('text');
  /** The longest text it takes; 120 where nothing is said. */
  readonly maxLength = input<number>();
  /** Its label is only for a screen reader. */
  readonly bare = input(false);
  readonly placeholder = input<string>();
  readonly hint = input('');
  readonly error = input('');
  readonly testId = input<string>();
  /** What an error calls it, where that is not its label. */
  readonly field = input<string>();
  protected readonly id = `text-field-${made++}`;
  protected readonly named = namedError(computed(() => this.field() ?? this.label()));
  protected readonly wrong = computed(() => this.error() || this.named()?.sentence);
}
