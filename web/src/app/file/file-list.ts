import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, debounceTime, from, of, switchMap } from 'rxjs';
import type { VehicleView } from '@ash-knot/contract';
import { Fetched } from '../kit/fetched';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Units } from '../session/units';
import { TextField } from '../kit/text-field';

@Component({
  selector: 'ak-file-list',
  imports: [Fetched, RouterLink, TextField, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-5xl px-5 py-6">
      <h1 class="text-2xl font-bold">The file</h1>
      <p class="mt-2"><a class="link" routerLink="/lists">Lists in and out</a></p>
      <ak-text-field class="mt-4 max-w-md" label="Plate, VIN, owner or type" [(value)]="text" [maxLength]="40" />
      <ak-fetched class="mt-4" what="the file" [failed]="error()" [here]="!!found()" (again)="again()" />
      <ul class="mt-4">
        @for (v of found() ?? []; track v.id) {
          <li>
            <a
              class="rule grid min-h-14 grid-cols-[120px_1fr_1fr_auto] items-center gap-4 hover:bg-ash-200"
              [routerLink]="['/file', v.id]"
            >
              <span
                ><span class="tag">{{ v.plate }}</span></span
              ><span class="truncate">{{ v.typeName }}, {{ v.year }}</span
              ><span class="soft truncate">{{ v.owner }}</span
              ><span class="mono soft">{{ units.sayDistance(v.distanceKm) }}</span>
            </a>
          </li>
        } @empty {
          @if (found()) {
            <li class="nothing">No vehicle in the file matches. Add one from the floor: Open a vehicle.</li>
          }
        }
      </ul>
    </main>
  `,
})
export class FileList {
  private readonly api = inject(Api);
  protected readonly units = inject(Units);
  /** From find-anything: a type's name. */
  readonly q = input<string>();
  protected readonly text = linkedSignal(() => this.q() ?? '');
  protected readonly error = signal('');
  private readonly times = signal(0);
  private readonly asked = computed(() => ({ q: this.text(), times: this.times() }));
  protected again(): void {
    this.error.set('');
    this.times.update((n) => n + 1);
  }
  protected readonly found = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(120),
      switchMap(({ q }) =>
        from(this.api.get<VehicleView[]>('/vehicles', { q })).pipe(
          catchError((e: Error) => (this.error.set(e.message), of(null))),
        ),
      ),
    ),
    { initialValue: null },
  );
}
