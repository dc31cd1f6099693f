import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The head of a sheet of paper: the shop, what it is of which vehicle, and what stands at its right. */
@Component({
  selector: 'ak-paper-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="flex items-end justify-between border-b-2 border-black pb-3">
      <div>
        <p class="text-lg font-bold">{{ shop() }}</p>
        <h1 class="mt-1 text-3xl font-bold">{{ title() }}</h1>
        <p>{{ under() }}</p>
      </div>
      <p class="text-right"><ng-content /></p>
    </header>
  `,
})
export class PaperHead {
  readonly shop = input.required<string>();
  readonly title = input.required<string>();
  readonly under = input.required<string>();
}
