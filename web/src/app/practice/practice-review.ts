import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PracticeReviewed } from '@ash-knot/contract';
import { sayGrade, sayWorth } from '@ash-knot/core';
import { Session } from '../session/session';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { ReviewComment } from './review-comment';

/** After a practice vehicle: what it was, the way that was taken beside the plan's, and what comes next. */
@Component({
  selector: 'ak-practice-review',
  imports: [RouterLink, TopBar, ReviewComment],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-[1100px] px-4 py-6 plate:px-6">
      <p class="text-[13px] font-bold tracking-wide">PRACTICE <span class="soft font-normal">nothing here was real</span></p>
      @if (wrong()) {
        <p class="wrong mt-3" role="alert">{{ wrong() }}</p>
        <a class="btn mt-4" routerLink="/practice">To the practice vehicles</a>
      } @else if (r(); as x) {
        <h1 class="text-3xl font-bold">{{ x.review.found ? 'Found' : 'Not found' }}</h1>
        <p class="mt-1 text-lg" data-testid="was">{{ session.say(x.review.was) }}</p>
        <p class="soft mt-1">
          {{ x.practice.typeName }}, {{ say(x.review.grade) }} · {{ session.name(x.practice.person)
          }}{{ x.practice.givenUp ? ', given up' : '' }}
        </p>
        <ak-review-comment [practice]="x.practice" (said)="load(id())" />
        <dl class="mt-5 grid grid-cols-3 gap-3 border-y py-3 text-center">
          <div>
            <dt class="soft text-sm">to find it</dt>
            <dd class="mono text-2xl font-semibold">{{ x.review.found ? x.review.minutesToFind + ' min' : '–' }}</dd>
          </div>
          <div>
            <dt class="soft text-sm">the plan would have</dt>
            <dd class="mono text-2xl font-semibold">{{ x.review.planMinutes }} min</dd>
          </div>
          <div>
            <dt class="soft text-sm">at the vehicle in all</dt>
            <dd class="mono text-2xl font-semibold">{{ x.review.minutes }} min</dd>
          </div>
        </dl>

        <div class="mt-6 grid gap-7 sm:grid-cols-2">
          <section aria-labelledby="bad-h" data-testid="mistakes">
            <h2 id="bad-h" class="heading">What went wrong</h2>
            @for (m of x.review.mistakes; track $index) {
              <p class="rule py-2">
                <span class="font-semibold">{{ m.mistake }}</span><span class="soft block">{{ session.say(m.words) }}</span>
              </p>
            } @empty {
              <p class="nothing">Nothing.</p>
            }
          </section>
          <section aria-labelledby="good-h" data-testid="strengths">
            <h2 id="good-h" class="heading">What went well</h2>
            @for (m of x.review.strengths; track m) {
              <p class="rule py-2">{{ m }}</p>
            } @empty {
              <p class="nothing">Nothing to name this time.</p>
            }
          </section>
        </div>

        <div class="mt-7 grid gap-7 sm:grid-cols-2">
          @for (way of ways(); track way.title) {
            <section [attr.aria-label]="way.title">
              <h2 class="heading">{{ way.title }}</h2>
              <ol [attr.data-testid]="way.id">
                @for (s of way.steps; track $index) {
                  <li class="rule grid grid-cols-[1fr_auto] gap-x-3 py-2">
                    <span>
                      <span [class.font-bold]="s.found">{{ session.say(s.title) }}{{ s.found ? ': there it was' : '' }}</span>
                      <details class="soft text-sm">
                        <summary class="min-h-11 cursor-pointer content-center">{{ session.say(says(s)) }}</summary>
                        <p data-testid="bits">Worth {{ s.bits.toFixed(2) }} bits of the cause: a bit halves what is open.</p>
                      </details>
                    </span>
                    <span class="mono soft text-right">{{ s.minutes }} min</span>
                  </li>
                } @empty {
                  <li class="nothing">Nothing was looked at.</li>
                }
              </ol>
            </section>
          }
        </div>
        <section class="mt-7" aria-labelledby="told-h">
          <h2 id="told-h" class="heading">What the customer heard</h2>
          @for (t of x.review.told; track $index) {
            <p class="rule py-1">{{ session.say(t) }}</p>
          } @empty {
            <p class="nothing">Nothing.</p>
          }
        </section>

        <section class="mt-7 border-2 border-dashed p-4">
          <h2 class="heading">Next vehicle</h2>
          <p class="mt-1 text-lg">{{ x.course.next.why }}</p>
          <div class="mt-3 flex flex-wrap gap-3">
            <a class="btn btn-go" routerLink="/practice" data-testid="to-practice">To the practice vehicles</a>
            <a class="btn" [routerLink]="['/practice', id(), 'listen']">Look at its sheet and tape</a>
          </div>
        </section>
      } @else {
        <p class="soft mt-4">The plan is made anew for every step of it: a few seconds.</p>
      }
    </main>
  `,
})
export class PracticeReviewPage {
  readonly id = input.required<string>();
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  protected readonly say = sayGrade;
  protected readonly r = signal<PracticeReviewed | null>(null);
  protected readonly wrong = signal('');
  protected readonly ways = computed(() => {
    const x = this.r()?.review;
    return x
      ? [
          { id: 'path', title: 'The way you took', steps: x.path },
          { id: 'best', title: 'The way of the plan', steps: x.best },
        ]
      : [];
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.load(id));
    });
  }
  protected async load(id: string): Promise<void> {
    try {
      this.r.set(await this.api.get<PracticeReviewed>(`/practice/${id}/review`));
    } catch (e) {
      this.wrong.set((e as Error).message);
    }
  }
  protected readonly says = sayWorth;
}
