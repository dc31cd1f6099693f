import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { photoWay } from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { Session } from '../session/session';
import type { SizeRow } from './size-rows';

/** One size to measure for a part, with what is known of it beside the field and never in it. */
@Component({
  selector: 'ak-size-field',
  imports: [FormField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-form-field [label]="session.say(size().name)" [error]="error()" [hint]="size().hint">
      <input
        class="field mono"
        #v
        [attr.aria-label]="size().name"
        [value]="size().measured"
        (keydown.enter)="measured.emit(v.value)"
        (change)="measured.emit(v.value)"
        [attr.data-testid]="'measure-' + size().key"
      />
    </ak-form-field>
    @if (photographs()) {
      <button type="button" class="link text-sm" (click)="photograph.emit()" [attr.data-testid]="'photograph-' + size().key">
        By photograph
      </button>
    }
  `,
})
export class SizeField {
  readonly size = input.required<SizeRow>();
  readonly error = input('');
  readonly measured = output<string>();
  readonly photograph = output();
  /** A practice vehicle’s parts lie on no bench. */
  readonly real = input(true);
  protected readonly photographs = computed(() => this.real() && photoWay(this.size().key) !== undefined);
  protected readonly session = inject(Session);
}
