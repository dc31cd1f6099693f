import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { v7 as uuid } from 'uuid';
import {
  attempt,
  inDialect,
  isLink,
  likeOld,
  partFields,
  readPartText,
  type Part,
  type PartKind,
  type PartText,
  type Wanted,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';

/** A part that is in no list: its box and the old one tell what it is, and what nobody says stays unknown. */
@Component({
  selector: 'ak-own-part',
  imports: [Picks, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="save($event)">
      @if (kinds().length > 1) {
        <ak-picks
          class="block"
          label="Kind of part"
          [options]="kinds()"
          [names]="names()"
          [picked]="[kind()]"
          [single]="true"
          (pickedChange)="picked.set($event[0]!)"
        />
      }
      <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        <ak-text-field
          class="col-span-2"
          label="Name on its bag"
          [(value)]="name"
          [maxLength]="120"
          testId="own-name"
          field="name of the part"
        />
        <ak-text-field
          label="Its number"
          [(value)]="number"
          [mono]="true"
          [maxLength]="50"
          testId="own-number"
          hint="empty where it has none"
        />
        <ak-text-field
          [label]="'Price, ' + currency() + ' each'"
          [(value)]="price"
          [mono]="true"
          mode="decimal"
          testId="own-price"
          field="price"
        />
        <ak-text-field label="From whom" [(value)]="supplier" [maxLength]="80" testId="own-supplier" />
        <ak-text-field
          class="col-span-2"
          label="Where its sizes and torque are written"
          [(value)]="source"
          [maxLength]="120"
          testId="own-source"
          field="where that is written"
          hint="its box, its list, or whose caliper"
        />
        @if (link()) {
          <ak-text-field
            label="Torque its maker publishes"
            [(value)]="torque"
            [mono]="true"
            testId="own-torque"
            field="torque of the part"
            hint="with its unit"
          />
        }
      </div>
      <p class="mt-3 flex flex-wrap items-center gap-4">
        <button type="button" class="btn" [disabled]="old() === 0" (click)="like()" data-testid="own-like">
          As the old one: {{ old() }} sizes
        </button>
        <span class="soft text-sm">What was measured of it, and what its file says; what is only usual stays out.</span>
      </p>
      <div class="mt-2 grid gap-x-6 sm:grid-cols-2">
        @for (f of fields(); track f.id) {
          <div class="rule py-2">
            @if (f.written) {
              <ak-text-field
                [label]="f.label"
                [mono]="true"
                [value]="text()[f.id] ?? ''"
                (valueChange)="put(f.id, $event)"
                [testId]="'own-' + f.id"
              />
            } @else {
              <p class="text-sm font-semibold">{{ f.label }}</p>
            }
            @if (f.picks.length) {
              <ak-picks
                class="mt-1.5 block"
                [label]="f.label"
                [options]="f.picks"
                [names]="saidPicks()"
                [picked]="[text()[f.id] ?? '']"
                [single]="true"
                (pickedChange)="put(f.id, $event[0] === text()[f.id] ? '' : $event[0]!)"
              />
            }
          </div>
        }
      </div>
      <ak-wrong [error]="error()" safe="Nothing was stored." testId="own-error" />
      <button class="btn btn-go mt-3" data-testid="own-save">Put it on the shelf, and choose it</button>
    </form>
  `,
})
export class OwnPart {
  readonly kinds = input.required<readonly PartKind[]>();
  readonly wanted = input.required<Wanted>();
  readonly made = output<Part>();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly job = this.store.view()!.id;

  /** What is picked, in the shop’s own words. */
  protected readonly saidPicks = computed(() =>
    Object.fromEntries(this.fields().flatMap((f) => (f.picks ?? []).map((p) => [p, this.session.say(p)]))),
  );
  protected readonly picked = draft<PartKind | null>(`own.kind.${this.job}`, null);
  protected readonly name = draft(`own.name.${this.job}`, '');
  protected readonly number = draft(`own.number.${this.job}`, '');
  protected readonly price = draft(`own.price.${this.job}`, '');
  protected readonly supplier = draft(`own.supplier.${this.job}`, '');
  protected readonly source = draft(`own.source.${this.job}`, '');
  protected readonly torque = draft(`own.torque.${this.job}`, '');
  protected readonly text = draft<PartText>(`own.text.${this.job}`, {});
  protected readonly error = signal<Error | null>(null);

  protected readonly kind = computed((): PartKind => {
    const p = this.picked();
    return p && this.kinds().includes(p) ? p : this.kinds()[0]!;
  });
  protected readonly names = computed(
    () => Object.fromEntries(this.kinds().map((k) => [k, this.session.say(k)])) as Partial<Record<PartKind, string>>,
  );
  protected readonly link = computed(() => isLink(this.kind()));
  protected readonly currency = computed(() => this.store.state()!.context.rules.currency);
  protected readonly fields = computed(() =>
    partFields(this.kind()).map((f) => ({
      id: f.id,
      label: inDialect(f.name, this.session.dialect()),
      written: f.written,
      picks: f.picks ?? [],
    })),
  );
  private readonly known = computed((): PartText => likeOld(this.kind(), this.wanted(), this.units.length()));
  protected readonly old = computed(() => Object.keys(this.known()).length);

  /** It was put on the shelf: the next one begins empty. */
  clear(): void {
    for (const d of [this.picked, this.name, this.number, this.price, this.supplier, this.source, this.torque, this.text])
      d.clear();
  }
  protected like(): void {
    this.text.set({ ...this.known(), ...this.text() });
  }
  protected put(id: string, value: string): void {
    this.text.set({ ...this.text(), [id]: value });
  }
  protected save(e: Event): void {
    e.preventDefault();
    const { typeId, axle } = this.wanted();
    const part = attempt(() =>
      readPartText(
        {
          id: this.number().trim() || `own-${uuid()}`,
          kind: this.kind(),
          name: this.name(),
          supplier: this.supplier(),
          price: this.price(),
          currency: this.currency(),
          torque: this.torque(),
          source: this.source(),
          fits: typeId && axle ? [{ typeId, axle }] : [],
        },
        this.text(),
      ),
    );
    this.error.set(part.ok ? null : part.error);
    if (part.ok) this.made.emit(part.value);
  }
}
