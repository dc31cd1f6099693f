import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { SetupView } from '@ash-knot/contract';
import { Session } from '../session/session';
import { Api } from '../state/api';

/** One thing a new shop says once. */
interface Item {
  readonly title: string;
  readonly why: string;
  readonly to: string;
  /** Which page of it. */
  readonly of?: string;
  readonly done: boolean;
  /** The first job can begin without it. */
  readonly waits: boolean;
}

/** What a new shop still has to say, on its empty floor: what the first job waits for, and what can wait; each a tap. */
@Component({
  selector: 'ak-setup-list',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (missing().length) {
      <section class="mt-6 max-w-3xl" data-testid="setup-list">
        @for (g of groups(); track g.head) {
          <h2 class="heading mt-4">{{ g.head }}</h2>
          <ul>
            @for (i of g.items; track i.title) {
              <li>
                <a
                  class="rule grid min-h-14 content-center items-center gap-x-4 py-2 hover:bg-ash-200 sm:grid-cols-[15rem_1fr]"
                  [routerLink]="i.to"
                >
                  <span class="font-semibold">{{ i.title }}</span>
                  <span class="soft">{{ i.why }}</span>
                </a>
              </li>
            }
          </ul>
        }
        <p class="soft mt-2 text-sm">{{ done() }} of {{ items().length }} said. What is said is listed here no more.</p>
      </section>
    }
  `,
})
export class SetupList {
  private readonly session = inject(Session);
  private readonly has = signal<SetupView | null>(null);

  constructor() {
    inject(Api)
      .get<SetupView>('/shop/setup')
      // Without it the floor is only empty.
      .then(
        (s) => this.has.set(s),
        () => undefined,
      );
  }

  protected readonly items = computed((): Item[] => {
    const [has, shop] = [this.has(), this.session.shop()];
    if (!has || !shop) return [];
    const { rules, gauges, bays } = shop;
    return [
      {
        title: 'The first vehicle',
        why: has.types ? 'By its plate; its type is picked.' : 'By its plate; its type is described with it, by touch.',
        to: '/open',
        done: has.vehicles > 0,
        waits: false,
      },
      {
        title: 'What you have elsewhere',
        why: 'Vehicles, types, parts and people from a table, all at once.',
        to: '/lists',
        done: has.vehicles > 0 && has.parts > 0,
        waits: false,
      },
      {
        title: 'Who works here',
        why: 'A name and a PIN each: every line says who wrote it.',
        to: '/rules/people',
        done: has.people > 1,
        waits: true,
      },
      {
        title: 'A device at each bay',
        why: `Open this address there and pick the bay: ${has.devices} of ${bays.length} so far.`,
        to: '/rules/people',
        done: has.devices >= bays.length,
        waits: true,
      },
      {
        title: 'An hour of work, and tax',
        why: 'Without a rate a quote says minutes alone.',
        to: '/rules',
        of: 'papers',
        done: rules.prices.labourMinorPerHour > 0,
        waits: true,
      },
      {
        title: 'The head of your papers',
        why: 'Address and telephone stand on what the customer gets.',
        to: '/rules',
        of: 'papers',
        done: rules.paper.address !== '' && rules.paper.telephone !== '',
        waits: true,
      },
      {
        title: 'The inspection rule',
        why: 'Where it is written, and what fails by it. Until then nothing is said to fail.',
        to: '/rules',
        of: 'judging',
        done: rules.inspection.source !== '',
        waits: true,
      },
      {
        title: 'The time zone',
        why: 'Until then each device tells times in its own.',
        to: '/rules',
        done: rules.timeZone !== null,
        waits: true,
      },
      {
        title: 'Gauges and wrenches',
        why: 'Without one play is felt, not measured.',
        to: '/rules/gauges',
        done: gauges.some((g) => !g.retired),
        waits: true,
      },
      {
        title: 'Parts on the shelf',
        why: 'From a list, or one by one: what fits is found among them.',
        to: '/shelf',
        done: has.parts > 0,
        waits: true,
      },
    ];
  });
  protected readonly missing = computed(() => this.items().filter((i) => !i.done));
  protected readonly done = computed(() => this.items().length - this.missing().length);
  protected readonly groups = computed(() =>
    [
      { head: 'Before the first job', items: this.missing().filter((i) => !i.waits) },
      { head: 'This can wait', items: this.missing().filter((i) => i.waits) },
    ].filter((g) => g.items.length),
  );
}
