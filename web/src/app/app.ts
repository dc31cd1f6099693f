import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, DestroyRef, inject, signal, type Type } from '@angular/core';
import { Router, RouterOutlet } from '@angular/router';
import { AlarmBar } from './alarm/alarm-bar';
import { Keys } from './kit/keys';
import { Newer } from './shell/newer';
import { Overlays } from './shell/overlays';
import { Keeper } from './offline/keeper';
import { StorageBar } from './offline/storage-bar';
import { Outbox } from './offline/outbox';
import { Session } from './session/session';
import { SignIn } from './session/sign-in';
import { FootSwitch } from './state/foot-switch';
import { Units } from './session/units';

/** What is seldom on the screen, and fetched when it is to be; what is said without a line is here already. */
const PARTS = {
  first: () => import('./session/first-run').then((m): Type<unknown> => m.FirstRunPage),
};

@Component({
  selector: 'ak-root',
  imports: [AlarmBar, NgComponentOutlet, RouterOutlet, SignIn, StorageBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (failed()) {
      <main class="mx-auto max-w-xl p-10">
        <h1 class="text-2xl font-bold">Ash Knot cannot reach its server.</h1>
        <p class="mt-3">{{ failed() }}</p>
        <button type="button" class="btn btn-go mt-6" (click)="start()">Try again</button>
      </main>
    } @else if (session.view()) {
      @if (session.bay()) {
        <ak-alarm-bar />
        @if (keeper.full()) {
          <ak-storage-bar />
        }
        <router-outlet />
      } @else {
        @if (session.door()) {
          <ak-sign-in />
        } @else {
          <ng-container [ngComponentOutlet]="part('first')" />
        }
      }
    }
  `,
})
export class App {
  protected readonly session = inject(Session);
  protected readonly keeper = inject(Keeper);
  private readonly router = inject(Router);
  protected readonly failed = signal('');
  private readonly parts = signal<Partial<Record<keyof typeof PARTS, Type<unknown>>>>({});
  /** A part of the screen; nothing until it has come. */
  protected part(name: keyof typeof PARTS): Type<unknown> | null {
    const there = this.parts()[name];
    if (there) return there;
    if (!this.asked.has(name)) {
      this.asked.add(name);
      void PARTS[name]().then((t) => this.parts.update((all) => ({ ...all, [name]: t })));
    }
    return null;
  }
  private readonly asked = new Set<keyof typeof PARTS>();

  constructor() {
    const overlays = inject(Overlays);
    const units = inject(Units);
    inject(Outbox);
    inject(Newer);
    inject(FootSwitch);
    inject(Keys).bind(
      {
        '?': () => void overlays.openKeys(),
        '/': () => void overlays.openFind(),
        k: () => void overlays.openPocket(),
        u: () => units.swap(),
        Escape: () => void this.router.navigateByUrl('/'),
      },
      inject(DestroyRef),
    );
    void this.start();
  }

  async start(): Promise<void> {
    this.failed.set('');
    try {
      await this.session.load();
    } catch (e) {
      this.failed.set(e instanceof Error ? e.message : String(e));
    }
  }
}
