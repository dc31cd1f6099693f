import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { v7 as uuid } from 'uuid';
import { csvOf, type PracticeResults, type VehicleTypeView } from '@ash-knot/contract';
import { MISTAKES, sayGrade, sayProgress } from '@ash-knot/core';
import { saveFile } from '../kit/save-file';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Api } from '../state/api';
import { dayOfYear } from '../words/format';
import { WhichVehicle } from './which-vehicle';
import { SelectField } from '../kit/select-field';

/** For the lead: what was set, for whom, and how everybody fares. */
@Component({
  selector: 'ak-practice-results',
  imports: [RouterLink, SelectField, WhichVehicle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="text-2xl font-bold">For the lead</h2>
    @if (wrong()) {
      <p class="wrong mt-2" role="alert">{{ wrong() }}</p>
    }
    @if (results(); as r) {
      <h3 class="heading mt-4">Set an exercise</h3>
      <form class="mt-2 flex flex-wrap items-end gap-3" (submit)="$event.preventDefault(); set()">
        <ak-select-field label="For" none="everybody" [options]="people()" [(value)]="person" />
        <ak-which-vehicle
          [types]="types()"
          [(grade)]="grade"
          [(type)]="type"
          [(silent)]="silent"
          [(diagnosisOnly)]="diagnosisOnly"
        />
        <ak-select-field label="To practise" none="anything" [options]="mistakes" [(value)]="focus" testId="focus" />
        <label>
          <span class="block text-sm font-semibold">Due</span>
          <input type="date" class="field" #due [value]="dueOn()" (input)="dueOn.set(due.value)" data-testid="due" />
        </label>
        <button class="btn btn-go" [disabled]="busy()" data-testid="set-exercise">Set it</button>
      </form>
      <ul class="mt-3">
        @for (e of r.exercises; track e.id) {
          <li class="rule flex flex-wrap items-center gap-x-4 py-2">
            <span class="min-w-0 flex-1"
              >{{ e.typeName }}, {{ say(e.grade) }}, for {{ e.forPerson ? session.name(e.forPerson) : 'everybody'
              }}{{ e.diagnosisOnly ? ', diagnosis only' : '' }}{{ e.fromJob ? ', out of a real job' : '' }}
              <span class="soft block text-sm"
                >{{ day(e.setAt) }}{{ e.dueOn ? ', due ' + day(e.dueOn) : '' }}; begun by {{ e.begun }}, done by
                {{ e.done }}</span
              ></span
            >
            <button type="button" class="link" (click)="withdraw(e.id)">Withdraw it</button>
          </li>
        } @empty {
          <li class="nothing">Nothing is set. A closed job in the file can be made an exercise too.</li>
        }
      </ul>
      <div class="mt-6 flex flex-wrap items-baseline gap-x-4">
        <h3 class="heading flex-1">How everybody fares</h3>
        @if (r.people.length) {
          <button type="button" class="link" (click)="save(r)" data-testid="results-csv">Save as CSV</button>
        }
      </div>
      @for (p of r.people; track p.person) {
        <section class="rule py-3" [attr.data-person]="p.person">
          <h4 class="text-lg font-semibold">{{ session.name(p.person) }}</h4>
          <p class="soft">
            {{ p.course.mistakes.length ? 'Returns: ' + returning(p.course.mistakes) : 'No mistake returns' }}.
            {{ p.course.strengths.length ? 'Good: ' + returning(p.course.strengths) + '.' : '' }}
          </p>
          @if (progress(p.done); as said) {
            <p class="soft" data-testid="progress">{{ said }}</p>
          }
          @for (d of p.done; track d.id) {
            <a
              class="flex min-h-11 flex-wrap items-center gap-x-3"
              [routerLink]="['/practice', d.id, d.closedAt ? 'review' : 'listen']"
            >
              <span>{{ d.typeName }}, {{ say(d.grade) }}, {{ day(d.openedAt) }}</span>
              <span class="soft"
                >{{
                  d.result
                    ? (d.result.found ? 'found' : 'not found') + ', ' + d.result.minutes + ' min'
                    : d.closedAt
                      ? 'done'
                      : 'open'
                }}{{ d.result?.mistakes?.length ? ': ' + d.result!.mistakes.join(', ') : '' }}</span
              >
            </a>
          }
        </section>
      } @empty {
        <p class="nothing">Nobody has practised yet.</p>
      }
    } @else {
      <p class="mt-2">Other people’s results are the lead’s alone.</p>
      <button type="button" class="btn mt-2" (click)="show()" data-testid="show-results">Show them, with your PIN</button>
    }
  `,
})
export class PracticeResultsView {
  readonly types = input<readonly VehicleTypeView[]>([]);
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly ask = inject(Ask);
  protected readonly say = sayGrade;
  protected readonly day = dayOfYear;
  protected readonly results = signal<PracticeResults | null>(null);
  protected readonly people = computed(() => this.session.people().map((p) => ({ value: p.id, name: p.name })));
  protected readonly person = signal('');
  protected readonly grade = signal(2);
  protected readonly type = signal('');
  protected readonly silent = signal(false);
  protected readonly diagnosisOnly = signal(false);
  protected readonly focus = signal('');
  protected readonly dueOn = signal('');
  protected readonly mistakes = MISTAKES.map((m) => ({ value: m, name: m }));
  protected readonly progress = sayProgress;
  protected readonly busy = signal(false);
  protected readonly wrong = signal('');

  protected returning(list: readonly { what: string; times: number }[]): string {
    return list.map((x) => `${x.what} (${x.times})`).join(', ');
  }
  protected async show(): Promise<void> {
    const me = this.session.person()?.id;
    if (
      !me ||
      (!this.session.confirmed(me) && !(await this.ask.pin('Other people’s results are shown to the lead alone.', ['lead'])))
    )
      return;
    await this.trying(async () => undefined);
  }
  protected async set(): Promise<void> {
    await this.trying(() =>
      this.api.post('/exercises', {
        id: uuid(),
        person: this.person() || null,
        grade: this.grade(),
        silent: this.silent(),
        diagnosisOnly: this.diagnosisOnly(),
        ...(this.focus() ? { focus: this.focus() } : {}),
        ...(this.dueOn() ? { dueOn: this.dueOn() } : {}),
        ...(this.type() ? { typeId: this.type() } : {}),
      }),
    );
  }
  protected async withdraw(id: string): Promise<void> {
    await this.trying(() => this.api.delete(`/exercises/${id}`));
  }
  /** A line for each vehicle that was practised on. */
  protected save(r: PracticeResults): void {
    const head = ['person', 'vehicle', 'grade', 'length', 'opened', 'closed', 'result', 'minutes', 'mistakes', 'comment'];
    const rows = r.people.flatMap(({ person, done }) =>
      done.map((d) => [
        this.session.name(person),
        d.typeName,
        String(d.grade),
        d.diagnosisOnly ? 'diagnosis only' : 'whole job',
        d.openedAt.slice(0, 10),
        d.closedAt?.slice(0, 10) ?? '',
        d.givenUp ? 'given up' : d.result ? (d.result.found ? 'found' : 'not found') : '',
        String(d.result?.minutes ?? ''),
        d.result?.mistakes.join('; ') ?? '',
        d.comment?.text ?? '',
      ]),
    );
    saveFile('practice.csv', csvOf([head, ...rows]), 'text/csv');
  }
  /** Does it, and shows how everything stands then. */
  private async trying(what: () => Promise<unknown>): Promise<void> {
    this.busy.set(true);
    this.wrong.set('');
    try {
      await what();
      this.results.set(await this.api.get<PracticeResults>('/practice/results'));
    } catch (e) {
      this.wrong.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
