import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { keepable, type Keepable } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Entitled } from '../session/entitled';
import { Session } from '../session/session';
import { Api } from '../state/api';

/** What this job found and the next one would have to find again: kept for the vehicle or its type, one tap each. */
@Component({
  selector: 'ak-keep-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (found().length && !store.practice()) {
      <section class="border-t-2 border-bark pt-4" data-testid="keep-found">
        <h2 class="text-xl font-bold">Found here: known next time?</h2>
        <ul class="mt-1">
          @for (f of found(); track f.entry.id) {
            <li class="rule flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
              <span class="min-w-52 flex-1">{{ session.say(f.says) }}</span>
              <span class="flex flex-wrap items-center gap-3">
                @if (f.vehicle) {
                  @if (kept(f, 'vehicle')) {
                    <span class="soft text-sm">kept for this vehicle</span>
                  } @else {
                    <button type="button" class="btn" [disabled]="busy()" (click)="keep(f, 'vehicle')" data-testid="keep-vehicle">
                      For this vehicle
                    </button>
                  }
                }
                @if (kept(f, 'type')) {
                  <span class="soft text-sm">kept for its type</span>
                } @else {
                  <button type="button" class="btn" [disabled]="busy()" (click)="keep(f, 'type')" data-testid="keep-type">
                    For all of its type
                  </button>
                }
              </span>
            </li>
          }
        </ul>
        <p class="soft mt-1 text-sm">
          The next sheet has it as known, with who found it and when. What was measured on a link that was renewed is of the type
          only.
        </p>
        @if (said(); as words) {
          <p class="wrong mt-1 text-sm" role="alert">{{ words }}</p>
        }
      </section>
    }
  `,
})
export class KeepFound {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  protected readonly busy = signal(false);
  protected readonly said = signal('');
  protected readonly found = computed(() => keepable(this.store.state()!));
  protected readonly gone = computed(() => this.found().some((f) => !f.vehicle));
  protected kept({ entry }: Keepable, what: 'vehicle' | 'type'): boolean {
    return (this.store.view()?.file.kept ?? []).some((k) => k.entry === entry.id && k.for === what);
  }
  protected async keep({ entry }: Keepable, what: 'vehicle' | 'type'): Promise<void> {
    if (this.store.unsent().has(entry.id)) return this.said.set('That line is not sent yet. Nothing was kept.');
    this.busy.set(true);
    const said = await this.lead.putRight(what, async () => {
      await this.api.post(`/jobs/${entry.job}/keep`, { entry: entry.id, for: what });
      await this.store.renew();
      return '';
    });
    this.busy.set(false);
    if (said) this.said.set(said.bad ? said.text : '');
  }
}
