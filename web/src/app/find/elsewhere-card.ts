import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { elsewhereChecks, sayFault, sayState, type CheckResult, type OtherFault, capital } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { Session } from '../session/session';
import { PlaceMark } from '../job/places';

/** A check of what is no joint of the plate: load, shields, mounts, shafts. */
@Component({
  selector: 'ak-elsewhere-card',
  imports: [PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (check(); as c) {
      <div class="flex items-start justify-between gap-4">
        <h2 class="text-2xl leading-tight font-bold" data-testid="elsewhere-title">{{ c.title }}</h2>
        <button type="button" class="link shrink-0" (click)="store.elsewhere.set(null)">The round</button>
      </div>
      <p class="soft mt-1">{{ c.minutes }} min · {{ states() }}</p>
      <p class="mt-3 text-[17px]">{{ session.say(c.how) }}</p>
      <p class="soft mt-1 text-[15px]">{{ session.say(c.lookAt) }}</p>
      @for (f of finds(); track f) {
        <div class="mt-4">
          @if (finds().length > 1) {
            <p class="heading">{{ name(f) }}</p>
          }
          <div class="mt-1 grid grid-cols-3 gap-3" role="group" [attr.aria-label]="name(f)" akPlace="results">
            @for (r of results; track r.result) {
              <button
                type="button"
                class="btn !min-h-[60px] !px-2 !text-lg"
                [class.btn-on]="result(f) === r.result"
                [attr.aria-pressed]="result(f) === r.result"
                (click)="record(f, r.result)"
              >
                {{ r.words }}
              </button>
            }
          </div>
        </div>
      }
    }
  `,
})
export class ElsewhereCard {
  protected readonly session = inject(Session);
  protected readonly store = inject(JobStore);
  private readonly records = inject(Records);
  protected readonly results: readonly { result: CheckResult; words: string }[] = [
    { result: 'tight', words: 'Nothing there' },
    { result: 'moves', words: 'Found it' },
    { result: 'can’t tell', words: 'Can’t tell' },
  ];
  protected readonly check = computed(() =>
    elsewhereChecks(this.store.state()!.context.type).find((c) => c.id === this.store.elsewhere()),
  );
  protected readonly finds = computed(() => this.check()?.finds ?? []);
  protected readonly states = computed(() =>
    this.check()?.states.length === 6 ? 'however it stands' : this.check()?.states.map(sayState).join(', or '),
  );

  protected name(f: OtherFault): string {
    return capital(sayFault(f));
  }
  protected result(f: OtherFault): CheckResult | undefined {
    return this.store.state()!.elsewhere.get(f);
  }
  protected record(f: OtherFault, result: CheckResult): void {
    void this.records.recordElsewhere(this.store, this.check()!.id, result, f);
  }
}
