import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, debounceTime, from, of, switchMap, tap } from 'rxjs';
import type { FoundThing } from '@ash-knot/contract';
import type { JointId } from '@ash-knot/core';
import { OpenJob } from '../job/open-job';
import { Overlays } from '../shell/overlays';
import { Api } from '../state/api';

/** Plate, VIN, owner, part: one field. */
@Component({
  selector: 'ak-find-anything',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="sr-only">Find anything</h2>
      <input
        class="field !min-h-14 !text-xl"
        aria-label="Plate, VIN, owner, type, part, joint, complaint, thread or torque"
        placeholder="plate, owner, type, part, joint"
        #box
        [value]="q()"
        (input)="q.set(box.value); at.set(0)"
        (keydown)="key($event)"
        maxlength="60"
        autocomplete="off"
        data-testid="find-box"
      />
      <ul class="mt-3 max-h-[60dvh] overflow-auto">
        @for (f of found(); track f.kind + f.id; let i = $index) {
          <li>
            <button
              type="button"
              class="rule flex min-h-13 w-full items-center gap-4 px-2 text-left hover:bg-ash-200"
              [class.bg-ash-200]="i === at()"
              (click)="go(f)"
            >
              <span class="font-semibold" [class.tag]="f.kind === 'job' || f.kind === 'vehicle'">{{ f.title }}</span><span
                class="soft min-w-0 flex-1 text-sm"
                ><span class="block truncate">{{ f.detail }}</span>
                @if (f.matched) {
                  <span class="block truncate" data-testid="matched">{{ f.matched }}</span>
                }</span
              ><span class="soft text-sm">{{ leads[f.kind] }}</span>
            </button>
          </li>
        } @empty {
          <li class="nothing">
            {{
              error() ||
                (q().trim()
                  ? 'Nothing matches. Type less of it; add a new vehicle from the floor.'
                  : 'A plate, an owner, a type, a part or its number, a joint of the open sheet; what a customer said, a thread (M10×1.25), a torque (54 Nm): as you say it.')
            }}
          </li>
        }
      </ul>
      <button type="button" class="link mt-2 md:hidden" (click)="pocket()" data-testid="to-pocket">Calculators</button>
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class FindAnything {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly ref = inject(DialogRef);
  private readonly open = inject(OpenJob);
  private readonly overlays = inject(Overlays);
  protected readonly q = signal('');
  protected readonly at = signal(0);
  protected readonly error = signal('');
  protected readonly found = toSignal(
    toObservable(this.q).pipe(
      debounceTime(100),
      switchMap((q) =>
        q.trim()
          ? from(this.api.get<FoundThing[]>('/find', this.asked(q))).pipe(
              tap(() => this.error.set('')),
              catchError((e: Error) => (this.error.set(e.message), of([] as FoundThing[]))),
            )
          : of([] as FoundThing[]),
      ),
    ),
    { initialValue: [] as FoundThing[] },
  );

  protected readonly leads: Readonly<Record<FoundThing['kind'], string>> = {
    job: 'sheet',
    vehicle: 'file',
    type: 'its vehicles',
    part: 'shelf',
    joint: 'this sheet',
  };
  private asked(q: string): Record<string, string> {
    const job = this.open.store()?.view()?.id;
    return job ? { q, job } : { q };
  }

  protected key(e: KeyboardEvent): void {
    const n = this.found().length;
    if (e.key === 'ArrowDown') this.at.set(Math.min(n - 1, this.at() + 1));
    else if (e.key === 'ArrowUp') this.at.set(Math.max(0, this.at() - 1));
    else if (e.key === 'Enter' && this.found()[this.at()]) this.go(this.found()[this.at()]!);
    else return;
    e.preventDefault();
  }
  /** Where there is no room for its own key at the top. */
  protected pocket(): void {
    this.ref.close();
    void this.overlays.openPocket();
  }
  protected go(f: FoundThing): void {
    this.ref.close();
    if (f.kind === 'job') void this.router.navigate(['/job', f.id]);
    else if (f.kind === 'vehicle') void this.router.navigate(['/file', f.id]);
    else if (f.kind === 'type') void this.router.navigate(['/file'], { queryParams: { q: f.title } });
    else if (f.kind === 'joint') this.toJoint(f.id as JointId);
    else void this.router.navigate(['/shelf'], { queryParams: { q: f.title } });
  }
  private toJoint(joint: JointId): void {
    const store = this.open.store();
    if (!store) return;
    store.select(joint);
    void this.router.navigate(store.path('find'), { queryParams: { at: joint } });
  }
}
