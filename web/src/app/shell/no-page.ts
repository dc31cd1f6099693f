import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { TopBar } from './top-bar';

/** An address that leads nowhere says so. */
@Component({
  selector: 'ak-no-page',
  imports: [RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-3xl px-5 py-8">
      <h1 class="text-2xl font-bold">There is no such page</h1>
      <p class="mt-2">
        There is nothing at <span class="mono">{{ path }}</span>. The address may have been cut short when it was copied.
      </p>
      <a class="btn btn-go mt-5" routerLink="/">To the floor</a>
    </main>
  `,
})
export class NoPage {
  protected readonly path = inject(Router).url;
}
