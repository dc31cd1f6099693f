import { ChangeDetectionStrategy, Component, input } from '@angular/core';

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
    <details>
      <summary class="link cursor-pointer" [attr.data-testid]="testId()">{{ label() }}</summary>
      <div class="flex flex-wrap items-center gap-x-5 gap-y-1 pb-1"><ng-content /></div>
    </details>
  `,
})
export class More {
  readonly label = input('More');
  readonly testId = input('more');
}
