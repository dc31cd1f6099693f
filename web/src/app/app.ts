import { ChangeDetectionStrategy, Component, DestroyRef, inject, signal } from '@angular/core';
import { Router, RouterOutlet } from '@angular/router';
import { AlarmBar } from './alarm/alarm-bar';
import { Keys } from './kit/keys';
import { Newer } from './shell/newer';
import { Overlays } from './shell/overlays';
import { FirstRunPage } from './session/first-run';
import { SignIn } from './session/sign-in';
import { Keeper } from './offline/keeper';
import { StorageBar } from './offline/storage-bar';
import { Outbox } from './offline/outbox';
import { Session } from './session/session';
import { FootSwitch } from './state/foot-switch';
import { Units } from './session/units';

@Component({
  selector: 'ak-root',
  imports: [AlarmBar, FirstRunPage, RouterOutlet, SignIn, StorageBar],
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
        @defer (when keeper.full()) {
          @if (keeper.full()) {
            <ak-storage-bar />
          }
        }
        <router-outlet />
      } @else if (session.door()) {
        <ak-sign-in />
      } @else {
        @defer (on immediate) {
          <ak-first-run />
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
