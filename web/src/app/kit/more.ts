import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Folds } from './folds';

/** What is needed now and then, one touch away: below what is done now, at every station the same. */
@Component({
  selector: 'ak-more',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  styles: `
    /* Beside other words it takes a line of its own once it is unfolded. */
    :host:has(> details[open]) {
      flex-basis: 100%;
    }
  `,
  template: `
    <details #box [open]="isOpen()" (toggle)="keep(box.open)">
      <summary class="link cursor-pointer" [attr.data-testid]="testId()">{{ label() }}</summary>
      <div class="flex flex-wrap items-center gap-x-5 gap-y-1 pb-1"><ng-content /></div>
    </details>
  `,
})
export class More {
  readonly label = input('More');
  readonly testId = input('more');
  /** What it is remembered by: left and come back to, it is as it was. Nothing where it belongs to one step alone. */
  readonly keptAs = input<string>();
  private readonly folds = inject(Folds, { optional: true });
  protected readonly isOpen = computed(() => this.folds?.open.has(this.keptAs() ?? '') ?? false);
  protected keep(open: boolean): void {
    const name = this.keptAs();
    if (!name) return;
    if (open) this.folds?.open.add(name);
    else this.folds?.open.delete(name);
  }
}
