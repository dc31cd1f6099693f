import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, model, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, distinctUntilChanged, from, of, switchMap } from 'rxjs';
import type { BookingBody, VehicleView } from '@ash-knot/contract';
import { BadInput, CHARACTERS, JOB_KINDS, NOTHING_TOLD, WHENS, WHERES } from '@ash-knot/core';
import { FieldErrors } from '../kit/field-errors';
import { More } from '../kit/more';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Session } from '../session/session';
import { Api } from '../state/api';
import { instantOf, localOf } from '../words/when';

/** A booking while it is written down: the vehicle by its plate, the time as its field has it. */
export interface BookingDraft extends Omit<BookingBody, 'comesAt'> {
  readonly when: string;
  /** What is read of the vehicle that was picked. */
  readonly vehicle: string;
}
export const EMPTY_BOOKING: BookingDraft = {
  vehicleId: null,
  vehicle: '',
  plate: '',
  who: '',
  when: '',
  minutes: 60,
  kind: 'noise',
  bay: null,
  person: null,
  complaint: NOTHING_TOLD,
  note: '',
};
export const draftOf = (b: BookingBody, vehicle: string): BookingDraft => {
  const { comesAt, ...rest } = b;
  return { ...rest, when: localOf(comesAt), vehicle };
};

const MINUTES: readonly string[] = ['30', '60', '90', '120', '240', '480'];
const MINUTE_NAMES = { 30: '½ h', 60: '1 h', 90: '1½ h', 120: '2 h', 240: 'half a day', 480: 'a day' };

/** A vehicle that is to come, written down while the customer is on the telephone. */
@Component({
  selector: 'ak-booking-form',
  imports: [More, Picks, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="grid gap-5" (submit)="$event.preventDefault(); send()">
      @if (booking().vehicleId) {
        <p class="flex flex-wrap items-center gap-4">
          <span class="text-lg font-semibold" data-testid="booked-vehicle">{{ booking().vehicle }}</span>
          <button type="button" class="link" (click)="set({ vehicleId: null, vehicle: '' })">Another one</button>
        </p>
      } @else {
        <div>
          <ak-text-field
            class="max-w-sm"
            label="Plate, VIN or owner"
            field="plate"
            [mono]="true"
            [large]="true"
            [capitals]="true"
            [(value)]="looked"
            [maxLength]="24"
            testId="booking-plate"
          />
          @if (looked()) {
            <ul class="mt-1 max-w-xl" data-testid="booking-found">
              @for (v of found() ?? []; track v.id) {
                <li>
                  <button
                    type="button"
                    class="rule flex min-h-12 w-full items-center gap-4 text-left hover:bg-ash-200"
                    (click)="take(v)"
                  >
                    <span class="tag">{{ v.plate }}</span><span>{{ v.typeName }}, {{ v.year }}</span
                    ><span class="soft">{{ v.owner }}</span>
                  </button>
                </li>
              } @empty {
                @if (found()) {
                  <li class="soft">Not in the file yet: it is written down when it comes.</li>
                }
              }
            </ul>
          }
        </div>
      }
      <div class="flex flex-wrap items-end gap-5">
        <ak-text-field
          type="datetime-local"
          label="It comes"
          field="comesAt"
          [value]="booking().when"
          (valueChange)="set({ when: $event })"
          testId="booking-when"
        />
        <ak-picks
          class="block"
          [headed]="true"
          label="How long"
          [options]="minutes()"
          [names]="minuteNames()"
          [picked]="[minutesPicked()]"
          [single]="true"
          (pickedChange)="set({ minutes: +$event[0]! })"
        />
      </div>
      <div>
        <ak-picks
          class="block"
          [headed]="true"
          label="Why it comes"
          [options]="kinds"
          [names]="{ noise: 'noise or looseness' }"
          [picked]="[booking().kind]"
          [single]="true"
          (pickedChange)="set({ kind: $event[0]! })"
        />
        <label class="mt-3 block">
          <span class="text-sm font-semibold">In the customer’s words</span>
          <textarea
            #words
            class="field mt-1 !h-20"
            maxlength="2000"
            [value]="booking().complaint.words"
            (input)="say({ words: words.value })"
            data-testid="booking-words"
          ></textarea>
        </label>
        @if (booking().kind === 'noise') {
          <ak-picks
            class="mt-3 block"
            [headed]="true"
            label="What it sounds like"
            [options]="characters"
            [picked]="booking().complaint.character"
            (pickedChange)="say({ character: $event })"
          />
          <ak-picks
            class="mt-3 block"
            [headed]="true"
            label="Where it is heard"
            [options]="wheres"
            [picked]="booking().complaint.where"
            (pickedChange)="say({ where: $event })"
          />
          <ak-picks
            class="mt-3 block"
            [headed]="true"
            label="When it is heard"
            [options]="whens"
            [picked]="booking().complaint.when"
            (pickedChange)="say({ when: $event })"
          />
        }
      </div>
      <div class="flex flex-wrap gap-6">
        <ak-picks
          class="block"
          [headed]="true"
          label="Which bay"
          [options]="bays()"
          [picked]="booking().bay ? [booking().bay!] : []"
          [single]="true"
          (pickedChange)="set({ bay: $event[0] ?? null })"
        />
        <ak-picks
          class="block"
          [headed]="true"
          label="Who does it"
          [options]="people()"
          [names]="names()"
          [picked]="booking().person ? [booking().person!] : []"
          [single]="true"
          (pickedChange)="set({ person: $event[0] ?? null })"
        />
      </div>
      <ak-more label="Who brings it, and a note" testId="booking-more">
        <div class="grid w-full gap-3 sm:grid-cols-2">
          <ak-text-field
            label="Name and number of whoever brings it"
            field="who"
            [value]="booking().who"
            (valueChange)="set({ who: $event })"
            hint="where the vehicle’s file has nobody"
          />
          <ak-text-field
            label="Note"
            field="note"
            [maxLength]="300"
            [value]="booking().note"
            (valueChange)="set({ note: $event })"
          />
        </div>
      </ak-more>
      @if (clash()) {
        <p class="caution" role="status" data-testid="clash">{{ clash() }}</p>
      }
      <ak-wrong [error]="wrong() || error()" safe="Nothing was stored." testId="booking-error" />
      <p class="flex flex-wrap gap-3">
        <button class="btn btn-go min-w-44" [disabled]="busy()" data-testid="booking-save">{{ label() }}</button>
        <button type="button" class="btn" (click)="leave.emit()">Leave it</button>
      </p>
    </form>
  `,
})
export class BookingForm {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  readonly booking = model.required<BookingDraft>();
  readonly label = input.required<string>();
  /** What else stands in that bay then, in a sentence. */
  readonly clash = input('');
  readonly busy = input(false);
  /** Why the server did not take it. */
  readonly error = input<Error | string | null>(null);
  readonly saved = output<BookingBody>();
  readonly leave = output();
  protected readonly wrong = signal<Error | null>(null);
  protected readonly kinds = JOB_KINDS;
  protected readonly characters = CHARACTERS;
  protected readonly wheres = WHERES;
  protected readonly whens = WHENS;
  protected readonly minutesPicked = computed(() => String(this.booking().minutes));
  /** What a calendar said otherwise stands among them. */
  protected readonly minutes = computed(() =>
    [...new Set([...MINUTES, this.minutesPicked()])].sort((a, b) => Number(a) - Number(b)),
  );
  protected readonly minuteNames = computed(() => ({ [this.minutesPicked()]: `${this.minutesPicked()} min`, ...MINUTE_NAMES }));
  protected readonly bays = computed(() => this.session.shop()?.bays ?? []);
  private readonly workers = computed(() => this.session.people().filter((p) => p.role !== 'writer'));
  protected readonly people = computed(() => this.workers().map((p) => p.id));
  protected readonly names = computed(() => Object.fromEntries(this.workers().map((p) => [p.id, p.name])));

  /** What was typed of a plate survives with the booking. */
  protected readonly looked = linkedSignal(() => this.booking().plate);
  protected readonly found = toSignal(
    toObservable(this.looked).pipe(
      debounceTime(120),
      distinctUntilChanged(),
      switchMap((q) =>
        q.trim() ? from(this.api.get<VehicleView[]>('/vehicles', { q })).pipe(catchError(() => of(null))) : of(null),
      ),
    ),
    { initialValue: null },
  );

  protected set(part: Partial<BookingDraft>): void {
    this.booking.update((b) => ({ ...b, plate: b.vehicleId ? '' : this.looked().trim().toUpperCase(), ...part }));
  }
  protected say(part: Partial<BookingDraft['complaint']>): void {
    this.set({ complaint: { ...this.booking().complaint, ...part } });
  }
  protected take(v: VehicleView): void {
    this.set({ vehicleId: v.id, vehicle: `${v.plate} · ${v.typeName}, ${v.year}`, plate: '' });
  }
  protected send(): void {
    this.set({});
    const { when, vehicle: _v, ...b } = this.booking();
    const at = instantOf(when);
    this.wrong.set(null);
    if (!b.vehicleId && !b.plate && !b.who)
      return this.wrong.set(new BadInput('plate', 'is empty: which vehicle comes, or who brings it?'));
    if (Number.isNaN(at.getTime())) return this.wrong.set(new BadInput('comesAt', 'is empty: on which day, and when?'));
    this.saved.emit({ ...b, comesAt: at.toISOString() });
  }
}
