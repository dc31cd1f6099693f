import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { KitSamples } from './kit-samples';

/** Everything screens are made of, in both themes side by side: for whoever makes one. */
@Component({
  selector: 'ak-kit-page',
  imports: [KitSamples],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <header class="flex flex-wrap items-baseline gap-x-6 px-6 py-4">
        <h1 class="text-2xl font-bold">What screens are made of</h1>
        <p class="soft">One way for each thing. A screen that needs another one changes it here.</p>
      </header>
      <div class="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-2">
        @for (t of themes(); track t.name) {
          <section class="bg-ash-100 px-6 py-4 text-bark" [attr.data-theme]="t.theme" [attr.aria-label]="t.name">
            <ak-kit-samples [theme]="t.name" />
          </section>
        }
      </div>
    </main>
  `,
})
export class KitPage {
  protected readonly themes = signal([
    { name: 'In daylight', theme: 'daylight' },
    { name: 'Under the lift', theme: 'lift' },
  ]);
}
