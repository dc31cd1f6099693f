import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Newer } from './newer';
import { Kept } from '../offline/kept';
import { Outbox } from '../offline/outbox';
import { clock } from '../words/format';
import { Logo } from '../kit/logo';
import { Session } from '../session/session';
import { Ask } from '../session/ask';
import { Overlays } from './overlays';

/** The header: where we are, on the left; the device, the name and the drawers, on the right. */
@Component({
  selector: 'ak-top-bar',
  imports: [Logo, RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print block' },
  template: `
    <header class="flex h-[52px] items-center gap-2 border-b px-3 sm:gap-4 sm:px-4 plate:px-5">
      <a routerLink="/" class="flex h-11 items-center gap-3 font-bold" aria-label="Ash Knot, to the floor">
        <ak-logo />
        <span class="hidden sm:inline">Ash Knot</span>
      </a>
      <span class="hidden h-8 border-l sm:block" aria-hidden="true"></span>
      @if (nav()) {
        <nav class="flex min-w-0 items-center gap-1 overflow-x-auto" aria-label="Places">
          @for (p of places; track p.path) {
            <a
              [routerLink]="p.path"
              routerLinkActive="font-bold !text-bark"
              [routerLinkActiveOptions]="{ exact: p.path === '/' }"
              class="soft flex h-11 items-center px-2 whitespace-nowrap"
              ariaCurrentWhenActive="page"
              >{{ p.name }}</a
            >
          }
        </nav>
      }
      <div class="flex min-w-0 flex-1 items-center gap-3 overflow-hidden"><ng-content /></div>
      @if (newer.here()) {
        <button
          type="button"
          class="link text-sm whitespace-nowrap"
          [class.hidden]="!nav()"
          [class.md:block]="!nav()"
          (click)="newer.take()"
          data-testid="newer"
        >
          Newer program: reload<span class="sr-only">; what you typed is kept</span>
        </button>
      }
      @if (kept.asOf(); as at) {
        <span class="wrong text-sm font-semibold whitespace-nowrap" role="status" data-testid="no-line"
          >No line<span class="hidden sm:inline"> · as of {{ clock(at) }}</span></span
        >
      }
      @if (outbox.pending().length) {
        <button
          type="button"
          class="flex h-11 items-center gap-1 px-1 text-sm font-semibold whitespace-nowrap"
          [class.wrong]="outbox.refused().length"
          (click)="overlays.openOutbox()"
          data-testid="unsent"
        >
          {{ outbox.pending().length }} <span class="hidden sm:inline">not yet sent</span><span class="sm:hidden">unsent</span>
        </button>
      }
      <button
        type="button"
        class="block h-11 max-w-28 truncate px-1 text-sm font-semibold whitespace-nowrap sm:max-w-48"
        (click)="ask.name()"
        data-testid="who"
      >
        {{ session.person()?.name ?? 'Tap your name' }}
      </button>
      @if (nav()) {
        <span class="soft hidden text-sm whitespace-nowrap lg:inline">{{ session.bay() }}</span>
      }
      <button
        type="button"
        class="soft h-11 items-center gap-2 px-1 text-sm md:flex"
        [class.flex]="!kept.asOf()"
        [class.hidden]="kept.asOf()"
        (click)="overlays.openFind()"
      >
        find <span class="key hidden md:inline" aria-hidden="true">/</span>
      </button>
      <button type="button" class="soft hidden h-11 items-center gap-2 px-1 text-sm md:flex" (click)="overlays.openPocket()">
        calculators <span class="key" aria-hidden="true">K</span>
      </button>
      @if (tape()) {
        <button
          type="button"
          class="soft flex h-11 items-center gap-2 px-1 text-sm"
          (click)="openTape.emit()"
          data-testid="tape-key"
        >
          tape <span class="key hidden md:inline" aria-hidden="true">L</span>
        </button>
      }
    </header>
  `,
})
export class TopBar {
  protected readonly session = inject(Session);
  protected readonly outbox = inject(Outbox);
  protected readonly kept = inject(Kept);
  protected readonly newer = inject(Newer);
  protected readonly clock = clock;
  protected readonly overlays = inject(Overlays);
  protected readonly ask = inject(Ask);
  readonly nav = input(true);
  readonly tape = input(false);
  readonly openTape = output();
  protected readonly places = [
    { path: '/', name: 'Floor' },
    { path: '/file', name: 'File' },
    { path: '/shelf', name: 'Shelf' },
    { path: '/practice', name: 'Practice' },
    { path: '/rules', name: 'Shop rules' },
  ];
}
