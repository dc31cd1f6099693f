import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import { FieldErrors, type FormError } from './field-errors';

/** What is wrong in a form, in a sentence, where no field of it goes by the name it has; else that field says it. */
@Component({
  selector: 'ak-wrong',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'alert', '[attr.data-testid]': 'here() ? testId() : null' },
  template: `
    @if (here(); as e) {
      <p class="wrong mt-1 text-sm">{{ e.sentence }}</p>
    }
  `,
})
export class Wrong {
  readonly error = input<Error | string | null>(null);
  /** What is still safe: "Nothing was stored." */
  readonly safe = input('');
  readonly testId = input<string>();
  private readonly fields = inject(FieldErrors);
  private readonly said = computed((): FormError | null => {
    const error = this.error();
    if (!error) return null;
    const sentence = typeof error === 'string' ? error : `${error.message} ${this.safe()}`.trim();
    return { error, sentence, testId: this.testId() };
  });
  protected readonly here = computed(() => {
    const e = this.said();
    return e && !this.fields.taken(e) ? e : null;
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect((gone) => gone(this.fields.source(this.said)));
    afterRenderEffect(() => {
      if (this.here()) host.scrollIntoView?.({ block: 'center' });
    });
  }
}
