import { ChangeDetectionStrategy, Component, DOCUMENT, effect, inject, input } from '@angular/core';

/** Who prints it: the name, how they are reached, and the size of their paper. */
export interface Letterhead {
  readonly name: string;
  /** Where its picture is; empty where there is none. */
  readonly logo: string;
  readonly address: string;
  readonly telephone: string;
  readonly email: string;
  readonly size: 'A4' | 'Letter';
  readonly language: 'English' | 'Deutsch' | 'Español';
}

/** The head of a sheet of paper: the shop and how it is reached, what it is of which vehicle, and what stands at its right. */
@Component({
  selector: 'ak-paper-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="flex items-end justify-between border-b-2 border-black pb-3">
      <div>
        @if (shop().logo; as src) {
          <img class="mb-2 max-h-16 max-w-64" [src]="src" alt="" data-testid="logo" />
        }
        <p class="text-lg font-bold">{{ shop().name }}</p>
        @if (reached(); as r) {
          <p class="text-sm" data-testid="letterhead">{{ r }}</p>
        }
        <h1 class="mt-1 text-3xl font-bold">{{ title() }}</h1>
        <p>{{ under() }}</p>
      </div>
      <p class="shrink-0 text-right"><ng-content /></p>
    </header>
  `,
})
export class PaperHead {
  readonly shop = input.required<Letterhead>();
  readonly title = input.required<string>();
  readonly under = input.required<string>();
  protected reached(): string {
    const { address, telephone, email } = this.shop();
    return [address, telephone, email].filter(Boolean).join(' · ');
  }

  constructor() {
    const page = inject(DOCUMENT).createElement('style');
    effect((gone) => {
      page.textContent = `@page { size: ${this.shop().size}; }`;
      page.ownerDocument.head.append(page);
      gone(() => page.remove());
    });
  }
}
