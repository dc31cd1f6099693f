import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input } from '@angular/core';
import { namedError } from './named-error';

/** A label above its field, and what is wrong below it. */
@Component({
  selector: 'ak-form-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="text-sm font-semibold">{{ label() }}</div>
    <div class="mt-1"><ng-content /></div>
    @if (error() || named()?.sentence; as why) {
      <p class="wrong mt-1 text-sm" role="alert" [attr.data-testid]="named()?.testId">{{ why }}</p>
    } @else if (hint()) {
      <p class="soft mt-1 text-sm">{{ hint() }}</p>
    }
  `,
})
export class FormField {
  readonly label = input.required<string>();
  readonly error = input('');
  readonly hint = input('');
  /** What an error calls it, where that is not its label. */
  readonly field = input<string>();
  protected readonly named = namedError(computed(() => this.field() ?? this.label()));

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // The box is projected: what a screen reader is told of it is set from here.
    afterRenderEffect(() => {
      const box = host.querySelector('input, select, textarea');
      if (this.error() || this.named()) box?.setAttribute('aria-invalid', 'true');
      else box?.removeAttribute('aria-invalid');
    });
  }
}
