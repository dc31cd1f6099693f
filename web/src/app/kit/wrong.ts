import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input } from '@angular/core';

/** The field an error names, by its data-field, its aria-label or its label, in the form the sentence stands in. */
function fieldOf(form: Element, name: string): HTMLElement | undefined {
  const said = (el: HTMLElement): string =>
    el.dataset['field'] ?? el.getAttribute('aria-label') ?? el.closest('label')?.querySelector('span')?.textContent ?? '';
  const fields = [...form.querySelectorAll<HTMLElement>('input, select, textarea')];
  return fields.find((el) => said(el).trim().toLowerCase() === name.toLowerCase());
}

/**
 * What is wrong in a form, in a sentence. Where it names a field the sentence goes beside that field, which is
 * scrolled to and focused; where not it stays where it was put, and is scrolled to.
 */
@Component({
  selector: 'ak-wrong',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'alert', '[attr.data-testid]': 'testId()' },
  template: `
    @if (sentence()) {
      <p class="wrong mt-1 text-sm">{{ sentence() }}</p>
    }
  `,
})
export class Wrong {
  readonly error = input<Error | string | null>(null);
  /** What is still safe: "Nothing was stored." */
  readonly safe = input('');
  readonly testId = input<string>();
  protected readonly sentence = computed(() => {
    const e = this.error();
    if (!e) return '';
    return typeof e === 'string' ? e : `${e.message} ${this.safe()}`.trim();
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    let home: { parent: Element; next: Node | null } | undefined;
    let marked: HTMLElement | undefined;
    afterRenderEffect(() => {
      const e = this.error();
      marked?.removeAttribute('aria-invalid');
      marked = undefined;
      home ??= host.parentElement ? { parent: host.parentElement, next: host.nextSibling } : undefined;
      if (!e) return;
      const form = home?.parent.closest('form') ?? home?.parent;
      const field = typeof e !== 'string' && 'field' in e && form ? fieldOf(form, String(e.field)) : undefined;
      if (field) {
        marked = field;
        field.setAttribute('aria-invalid', 'true');
        (field.closest('ak-form-field, ak-text-field') ?? field.parentElement)?.append(host);
        field.focus({ preventScroll: true });
        field.scrollIntoView?.({ block: 'center' });
      } else {
        home?.parent.insertBefore(host, home.next);
        host.scrollIntoView?.({ block: 'center' });
      }
    });
  }
}
