import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { v7 as uuid } from 'uuid';
import type { ExerciseLine, PracticeHome, PracticeLine, VehicleTypeView } from '@ash-knot/contract';
import { sayGrade, type Course, type PracticeGrade } from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { Session } from '../session/session';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { dayOfYear } from '../words/format';
import { PracticeResultsView } from './practice-results';
import { WhichVehicle } from './which-vehicle';

/** Practice: vehicles that never come into the yard. One's own, what was set for one, and, for a lead, everybody's. */
@Component({
  selector: 'ak-practice-home',
  imports: [Fetched, PracticeResultsView, RouterLink, TopBar, WhichVehicle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-[1100px] px-4 py-6 plate:px-6">
      <h1 class="text-3xl font-bold">Practice</h1>
      <p class="soft mt-1 max-w-[62ch]">
        Made-up vehicles with a hidden fault. They behave as a real one would. Nothing you record here is learned from or shown
        anywhere else.
      </p>
      @if (wrong()) {
        <p class="wrong mt-3" role="alert">{{ wrong() }}</p>
      }
      @if (!session.person()) {
        <p class="mt-5">Tap your name first: a practice vehicle is its learner’s alone.</p>
      } @else if (home(); as h) {
        <section class="mt-6 border-2 border-dashed p-4" aria-labelledby="next-h">
          <h2 id="next-h" class="heading">Next vehicle</h2>
          <p class="mt-1 text-lg" data-testid="course">{{ h.course.next.why }}</p>
          <div class="mt-3 flex flex-wrap items-end gap-3">
            <ak-which-vehicle
              [types]="types()"
              [grade]="chosen()"
              (gradeChange)="grade.set($event)"
              [(type)]="type"
              [(silent)]="silent"
              [(diagnosisOnly)]="diagnosisOnly"
            />
            <button type="button" class="btn btn-go" [disabled]="busy()" (click)="start()" data-testid="practise">
              {{ busy() ? 'It comes …' : 'Start a vehicle' }}
            </button>
          </div>
        </section>

        @if (h.offered.length) {
          <section class="mt-7" aria-labelledby="set-h">
            <h2 id="set-h" class="heading">Set for you</h2>
            <ul>
              @for (e of h.offered; track e.id) {
                <li class="rule flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
                  <span class="min-w-0 flex-1">
                    <span class="font-semibold">{{ e.typeName }}</span>, {{ say(e.grade)
                    }}{{ e.diagnosisOnly ? ', diagnosis only' : '' }}{{ e.silent ? ', without guidance' : ''
                    }}{{ e.dueOn ? ', by ' + day(e.dueOn) : '' }}
                    <span class="soft block text-sm">{{ whence(e) }}</span>
                  </span>
                  <button type="button" class="btn" [disabled]="busy()" (click)="start(e.id)" data-testid="take">Take it</button>
                </li>
              }
            </ul>
          </section>
        }

        <section class="mt-7" aria-labelledby="mine-h">
          <h2 id="mine-h" class="heading">Yours</h2>
          <ul>
            @for (p of h.mine; track p.id) {
              <li class="rule">
                <a
                  class="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 py-2"
                  [routerLink]="p.closedAt ? ['/practice', p.id, 'review'] : ['/practice', p.id]"
                >
                  <span>
                    <span class="font-semibold">{{ p.typeName }}</span>, {{ say(p.grade) }}
                    <span class="soft block text-sm"
                      >{{ day(p.openedAt) }}{{ p.diagnosisOnly ? ' · diagnosis only' : '' }} · {{ how(p) }}</span
                    >
                    @if (p.comment; as c) {
                      <span class="block text-sm">{{ session.name(c.by) }}: {{ c.text }}</span>
                    }
                  </span>
                  <span class="soft text-sm">{{ p.closedAt ? 'review' : 'go on' }}</span>
                </a>
              </li>
            } @empty {
              <li class="nothing">None yet.</li>
            }
          </ul>
        </section>

        @if (returns(h.course); as r) {
          <section class="mt-7 grid gap-6 sm:grid-cols-2" data-testid="returns">
            <div>
              <h2 class="heading">What returns, and is good</h2>
              @for (x of h.course.strengths; track x.what) {
                <p class="rule py-1">
                  {{ x.what }} <span class="soft">{{ x.times }} of {{ h.course.of }}</span>
                </p>
              } @empty {
                <p class="nothing">Nothing twice yet.</p>
              }
            </div>
            <div>
              <h2 class="heading">What returns, and is not</h2>
              @for (x of h.course.mistakes; track x.what) {
                <p class="rule py-1">
                  {{ x.what }} <span class="soft">{{ x.times }} of {{ h.course.of }}</span>
                </p>
              } @empty {
                <p class="nothing">Nothing twice.</p>
              }
            </div>
          </section>
        }
        @if (session.person()!.role === 'lead') {
          <ak-practice-results class="mt-9 block border-t-4 pt-5" [types]="types()" />
        }
      } @else {
        <ak-fetched class="mt-5" what="your practice" [failed]="unread()" [here]="false" (again)="load()" />
      }
    </main>
  `,
})
export class PracticeHomePage {
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly say = sayGrade;
  protected readonly day = dayOfYear;
  protected readonly home = signal<PracticeHome | null>(null);
  protected readonly types = signal<readonly VehicleTypeView[]>([]);
  protected readonly grade = signal(0);
  protected readonly type = signal('');
  protected readonly silent = signal(false);
  protected readonly diagnosisOnly = signal(false);
  protected readonly busy = signal(false);
  protected readonly wrong = signal('');
  protected readonly unread = signal('');
  protected readonly chosen = computed(
    (): PracticeGrade => (this.grade() || this.home()?.course.next.grade || 1) as PracticeGrade,
  );

  /** Whose name is tapped: a PIN that is given changes the session, not the person. */
  private readonly me = computed(() => this.session.person()?.id);

  constructor() {
    // Whoever's name is tapped sees their own.
    effect(() => {
      const person = this.me();
      untracked(() => {
        this.home.set(null);
        if (person) void this.load();
      });
    });
    this.api.get<VehicleTypeView[]>('/types').then(
      (t) => this.types.set(t),
      () => undefined,
    );
  }
  protected async load(): Promise<void> {
    this.unread.set('');
    try {
      this.home.set(await this.api.get<PracticeHome>('/practice'));
    } catch (e) {
      this.unread.set((e as Error).message);
    }
  }
  protected async start(exercise?: string): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.wrong.set('');
    const id = uuid();
    try {
      await this.api.post('/practice', {
        id,
        silent: this.silent(),
        ...(exercise
          ? { exercise }
          : { diagnosisOnly: this.diagnosisOnly(), grade: this.chosen(), ...(this.type() ? { typeId: this.type() } : {}) }),
      });
      await this.router.navigate(['/practice', id, 'listen']);
    } catch (e) {
      this.wrong.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
  protected whence(e: ExerciseLine): string {
    const by = `set by ${this.session.name(e.setBy)}, ${this.day(e.setAt)}`;
    return e.fromJob ? `It was a real job once, its names taken out; ${by}` : by;
  }
  protected how(p: PracticeLine): string {
    if (!p.closedAt) return 'open';
    if (p.givenUp) return 'given up';
    if (!p.result) return 'handed back';
    return `${p.result.found ? 'found' : 'not found'} in ${p.result.minutes} min`;
  }
  protected returns(c: Course): Course | null {
    return c.of > 0 ? c : null;
  }
}
