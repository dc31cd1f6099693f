import { afterRenderEffect, computed, effect, ElementRef, inject, type Signal } from '@angular/core';
import { FieldErrors, type FormError } from './field-errors';
import { focusIn } from './focus';

/**
 * What was said to be wrong with a field, by the name it goes by in a sentence; each time it is said, the field takes the
 * focus. Called in a field's constructor.
 */
export function namedError(name: Signal<string>): Signal<FormError | undefined> {
  const fields = inject(FieldErrors, { optional: true });
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const wrong = computed(() => fields?.at(name()));
  if (fields) effect((gone) => gone(fields.field(name)));
  afterRenderEffect(() => {
    if (wrong()) focusIn(host);
  });
  return wrong;
}
