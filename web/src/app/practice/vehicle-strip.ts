import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { capital, sayState, VEHICLE_STATES, type VehicleState } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Keys } from '../kit/keys';
import { Session } from '../session/session';
import { PracticeBench } from './practice-bench';
import { SelectField } from '../kit/select-field';

/**
 * The practice vehicle under one's hands: what can be done with it from here, and what it answers. It answers in what
 * is felt, seen and heard; what that is called, and whether it is written down, is its learner's.
 */
@Component({
  selector: 'ak-vehicle-strip',
  imports: [RouterLink, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print block' },
  template: `
    @if (store.practice(); as p) {
      <section class="strip" aria-label="The practice vehicle">
        <div class="flex flex-wrap items-center gap-x-4">
          <p class="flex-1 text-[13px] font-bold tracking-wide whitespace-nowrap">
            PRACTICE <span class="soft hidden font-normal tracking-normal sm:inline">nothing here is real</span>
          </p>
          <button type="button" class="link text-sm" (click)="bench.silence(!p.silent)" data-testid="practice-silent">
            {{ p.silent ? 'Let the next line speak' : 'Silence the next line' }}
          </button>
          @if (!p.closed) {
            <button type="button" class="link text-sm" (click)="giveUp()" data-testid="practice-give-up">
              {{ sure() ? 'Yes, give it up' : 'Give it up' }}
            </button>
          }
        </div>
        <div class="says" role="status" aria-live="polite" tabindex="0" aria-label="What it answers" data-testid="practice-says">
          @if (bench.wrong()) {
            <p class="wrong">{{ bench.wrong() }}</p>
          } @else if (bench.last(); as a) {
            @for (w of a.says; track $index) {
              <p>{{ session.say(w) }}</p>
            }
            @if (a.minutes) {
              <p class="soft text-[13px]">{{ a.minutes }} min</p>
            }
          } @else {
            <p>{{ p.opening }}</p>
          }
        </div>
        @if (p.closed) {
          <a class="btn mt-2" [routerLink]="store.path('review')" data-testid="to-review">What it was, and how it went</a>
        } @else {
          <div class="keys">
            @if (stands()) {
              <ak-select-field
                label="It stands"
                look="bare"
                none="How does it stand?"
                [must]="true"
                [options]="states"
                [value]="bench.standing() ?? ''"
                (valueChange)="stand($event)"
                testId="practice-stands"
              />
            }
            @for (o of bench.offers(); track o.label; let first = $first) {
              <button
                type="button"
                class="btn !min-h-11 !px-3"
                [disabled]="bench.busy()"
                (click)="bench.do(o)"
                data-testid="practice-do"
              >
                {{ session.say(o.label) }}
                @if (first) {
                  <span class="key" aria-hidden="true">A</span>
                }
              </button>
            } @empty {
              <span class="soft self-center text-[15px]">{{ hint() }}</span>
            }
            @if (bench.road().length) {
              <select
                class="field !min-h-11 !w-auto max-w-60"
                #m
                aria-label="Drive it"
                (change)="drive(m)"
                data-testid="practice-drive"
              >
                <option value="">Drive it …</option>
                @for (o of bench.road(); track o.label; let i = $index) {
                  <option [value]="i">{{ o.label }}</option>
                }
              </select>
            }
          </div>
        }
      </section>
    }
  `,
  styles: `
    .strip {
      padding: 4px 28px 10px;
      border-top: 3px dashed var(--color-bark);
      background: var(--color-ash-200);
    }
    .keys {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 8px;
    }
    .says {
      max-height: 116px;
      overflow: auto;
      font-size: 16px;
      line-height: 1.3;
    }
    @media (max-width: 1099px) {
      .strip {
        padding: 4px 16px 8px;
      }
      .says {
        max-height: 15dvh;
      }
      .keys {
        flex-wrap: nowrap;
        overflow-x: auto;
      }
      .keys > :is(button, select) {
        flex: none;
      }
    }
  `,
})
export class VehicleStrip {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly bench = inject(PracticeBench);
  private readonly router = inject(Router);
  protected readonly states = VEHICLE_STATES.map((x) => ({ value: x, name: capital(sayState(x)) }));
  /** Asked once whether it is meant. */
  protected readonly sure = signal(false);
  protected readonly stands = computed(() => this.bench.station() === 'find' || this.bench.station() === 'prove');
  protected readonly hint = computed(() => {
    switch (this.bench.station()) {
      case 'find':
        return 'Touch a joint on the plate: then it can be looked at.';
      case 'settle':
        return 'Nothing to ask and no box here yet.';
      case 'work':
        return 'This step goes as it is written.';
      case 'prove':
        return 'Touch a joint to look at it again.';
      default:
        return '';
    }
  });

  constructor() {
    inject(Keys).bind(
      {
        a: () => {
          const first = this.bench.offers()[0];
          if (first && !this.bench.busy() && !this.store.practice()?.closed) void this.bench.do(first);
        },
      },
      inject(DestroyRef),
    );
  }

  protected drive(select: HTMLSelectElement): void {
    const o = this.bench.road()[Number(select.value)];
    select.value = '';
    if (o) void this.bench.do(o);
  }
  protected stand(state: string): void {
    void this.bench.stand(state as VehicleState);
  }
  protected async giveUp(): Promise<void> {
    if (!this.sure()) return this.sure.set(true);
    if (await this.bench.giveUp()) await this.router.navigate(this.store.path('review'));
  }
}
