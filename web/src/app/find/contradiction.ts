import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { HAND_CHECKS, partsOf, uncapital, type Entry, type JointId } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { clock } from '../words/format';
import { PlaceMark } from '../job/places';

/** What was felt of one part and cannot all be, side by side: a person strikes what is wrong, with the reason. */
@Component({
  selector: 'ak-contradiction',
  imports: [PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section
      class="caution mt-3"
      role="alert"
      data-testid="contradiction"
      akPlace="contradiction"
      aria-label="These cannot all be"
    >
      <p class="font-bold">These cannot all be. Feel it again, and strike what is wrong.</p>
      <ul>
        @for (r of rows(); track r.entry.id) {
          <li class="mt-2">
            <p>
              <b>{{ r.result }}</b> · {{ r.time }} {{ r.who }} · {{ r.check }}
              @if (r.others) {
                <span class="soft">· said of {{ r.others }} more at once: all of it is struck</span>
              }
            </p>
            <form class="mt-1 flex gap-2" (submit)="strike($event, r.entry, why.value)">
              <input
                #why
                class="field !min-h-11 min-w-0 flex-1"
                [attr.aria-label]="'Why ' + r.result + ' is wrong'"
                placeholder="why it is wrong"
              />
              <button class="btn !min-h-11 !min-w-36" [attr.data-testid]="'strike-' + r.result">Strike “{{ r.result }}”</button>
            </form>
          </li>
        }
      </ul>
      @if (missing()) {
        <p class="wrong mt-2" data-testid="strike-why">A line is struck with a reason: say why it is wrong.</p>
      }
    </section>
  `,
})
export class Contradiction {
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  readonly joint = input.required<JointId>();
  protected readonly missing = signal(false);

  protected readonly rows = computed(() => {
    const checks = this.store.state()?.kept.check ?? [];
    return checks.flatMap((entry) => {
      const result = entry.body.results.find((r) => r.joint === this.joint())?.result;
      if (!result || result === 'can’t tell') return [];
      return [
        {
          entry,
          result,
          time: clock(entry.at),
          who: this.session.name(entry.by),
          check: uncapital(
            HAND_CHECKS.find((c) => c.id === entry.body.check)?.title.replace('{side}', partsOf(this.joint()).side) ?? '',
          ),
          others: entry.body.results.length - 1,
        },
      ];
    });
  });

  protected async strike(e: Event, entry: Entry, why: string): Promise<void> {
    e.preventDefault();
    this.missing.set(!why.trim());
    if (why.trim()) await this.store.strike(entry, why.trim());
  }
}
