import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { attempt, BadInput, checkType, standing, typeChanges, type AxleEnd, type VehicleTypeSpec } from '@ash-knot/core';
import type { TypePage as TypeReply, VehicleTypeView } from '@ash-knot/contract';
import { TypeForm, type DescribedPage } from '../describe/type-form';
import { Fetched } from '../kit/fetched';
import { FieldErrors } from '../kit/field-errors';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Entitled } from '../session/entitled';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { ChangeList } from './change-list';
import { PutAway } from './put-away';

/** What was typed at a type and is not written down yet. */
interface Begun {
  readonly id: string;
  /** How often it had been changed when this was begun. */
  readonly seen: number;
  readonly spec: VehicleTypeSpec;
}

/** A type of vehicle, whole: looked at, put right where it is wrong, with what was changed so far. */
@Component({
  selector: 'ak-type-page',
  imports: [ChangeList, Fetched, PutAway, TextField, TopBar, TypeForm, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-6xl px-5 py-6">
      <ak-fetched what="the type" [failed]="failed()" [here]="!!page()" (again)="load()" />
      @if (page(); as p) {
        <header class="flex flex-wrap items-baseline gap-x-5">
          <h1 class="text-2xl font-bold">{{ p.spec.name }}</h1>
          <p class="soft">{{ p.vehicles }} in the file{{ p.away ? ' · put away: offered for no new vehicle' : '' }}</p>
        </header>
        @if (p.into) {
          <p class="caution mt-3">It was put together with another type: that one is changed now.</p>
        } @else {
          <form (submit)="save($event)">
            <ak-type-form
              class="mt-4"
              [type]="spec()"
              (typeChange)="set($event)"
              [(end)]="end"
              [(page)]="at"
              [name]="spec().name"
              (nameChange)="set({ ...spec(), name: $event })"
              [jacking]="spec().jackingPoints"
              (jackingChange)="set({ ...spec(), jackingPoints: $event })"
              [(torques)]="torques"
              [(source)]="source"
            />
            <label class="mt-4 block">
              <span class="text-sm font-semibold">Traps and tips, one a line</span>
              <textarea
                #box
                class="field mt-1 !h-24"
                maxlength="9000"
                [value]="
                  spec().tips.join(
                    '
'
                  )
                "
                (change)="setTips(box.value)"
                data-testid="type-tips"
              ></textarea>
            </label>
            @if (changes().length) {
              <section class="mt-5 border-t-2 border-bark pt-4">
                <h2 class="text-xl font-bold">What is different then</h2>
                <ul class="mt-1" data-testid="type-changes">
                  @for (c of changes(); track c) {
                    <li class="rule py-1.5">{{ session.say(c) }}</li>
                  }
                </ul>
                <ak-text-field
                  class="mt-3 max-w-xl"
                  label="Why it is put right"
                  field="reason"
                  [(value)]="why"
                  [maxLength]="300"
                  hint="kept beside it, with your name; open sheets of this type say it"
                  testId="type-why"
                />
                <div class="mt-4 flex flex-wrap gap-3">
                  <button class="btn btn-go min-w-44" [disabled]="busy()" data-testid="type-save">Write it down</button>
                  <button type="button" class="btn" (click)="begin()" data-testid="type-leave">Leave it as it was</button>
                </div>
              </section>
            } @else {
              <p class="soft mt-4 text-sm">
                Touch what is wrong: what is different then is listed here before it is written down.
              </p>
            }
            <ak-wrong class="mt-2" [error]="error()" safe="Nothing was stored." testId="type-error" />
          </form>
        }
        <h2 class="mt-8 text-xl font-bold">Put right so far</h2>
        <ak-change-list class="mt-1" [changes]="p.changes" />
        @if (!p.into) {
          <ak-put-away
            class="mt-4"
            of="type"
            [id]="p.id"
            [away]="p.away"
            [others]="others()"
            goes="Its vehicles, what fits them and what was learned go to that one."
            (done)="gone($event)"
          />
        }
      }
    </main>
  `,
})
export class TypePage {
  readonly id = input.required<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly lead = inject(Entitled);
  private readonly units = inject(Units);
  protected readonly session = inject(Session);
  protected readonly page = signal<TypeReply | null>(null);
  private readonly types = signal<readonly VehicleTypeView[]>([]);
  protected readonly failed = signal('');
  protected readonly error = signal<Error | string | null>(null);
  protected readonly busy = signal(false);
  protected readonly end = draft<AxleEnd>('right.type.end', 'front');
  protected readonly at = draft<DescribedPage>('right.type.page', 'axle');
  protected readonly torques = draft('right.type.torques', '');
  protected readonly source = draft('right.type.source', '');
  protected readonly why = draft('right.type.why', '');
  /** What was begun, of whichever type it was. */
  private readonly begun = draft<Begun | null>('right.type', null);
  protected readonly spec = computed((): VehicleTypeSpec => {
    const [p, b] = [this.page()!, this.begun()];
    return b?.id === p.id ? b.spec : p.spec;
  });
  protected set(spec: VehicleTypeSpec): void {
    const p = this.page()!;
    const seen = this.begun()?.id === p.id ? this.begun()!.seen : p.seen;
    this.begun.set({ id: p.id, seen, spec });
  }
  protected setTips(text: string): void {
    const tips = text.split('\n').map((t) => t.trim().slice(0, 300));
    this.set({ ...this.spec(), tips: tips.filter(Boolean).slice(0, 30) });
  }
  protected readonly changes = computed(() =>
    typeChanges(this.page()!.spec, this.spec(), this.session.dialect(), this.units.length()),
  );
  protected readonly others = computed(() =>
    this.types()
      .filter((t) => t.id !== this.page()?.id)
      .map((t) => ({ value: t.id, name: t.spec.name })),
  );
  private readonly form = viewChild(TypeForm);

  constructor() {
    effect(() => {
      this.id();
      untracked(() => this.load());
    });
  }
  protected load(): void {
    this.failed.set('');
    const fail = (e: Error) => this.failed.set(e.message);
    this.api.get<TypeReply>(`/types/${this.id()}`).then((p) => this.page.set(p), fail);
    this.api.get<VehicleTypeView[]>('/types').then((t) => this.types.set(t), fail);
  }
  /** As it stands in the file: nothing is begun. */
  protected begin(): void {
    for (const d of [this.begun, this.torques, this.source, this.why]) d.clear();
    this.error.set(null);
    this.form()?.begin();
  }
  protected async save(e: Event): Promise<void> {
    e.preventDefault();
    const built = attempt(() => {
      const t = this.spec();
      const spec = {
        ...t,
        name: t.name.trim(),
        jackingPoints: t.jackingPoints.trim() || 'as the maker says',
        usual: standing(t),
      };
      if (!spec.name) throw new BadInput('name of the type', 'is empty');
      if (this.torques().trim()) throw new BadInput('page of torques', 'has lines that were not taken: take them, or clear them');
      if (this.why().trim().length < 3) throw new BadInput('reason', 'needs a few words, for whoever reads it later');
      checkType(spec);
      return spec;
    });
    if (!built.ok) return this.error.set(built.error);
    const { id, seen } = this.begun() ?? this.page()!;
    this.busy.set(true);
    const said = await this.lead.putRight('type', async () => {
      await this.api.put(`/types/${id}`, { why: this.why().trim(), seen, spec: built.value });
      return '';
    });
    this.busy.set(false);
    if (!said) return;
    if (said.bad) return this.error.set(said.text);
    this.begin();
    this.load();
  }
  protected gone(into: string | null): void {
    if (into) void this.router.navigate(['/types', into]);
    else this.load();
  }
}
