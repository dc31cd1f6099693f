import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, debounceTime, distinctUntilChanged, from, of, switchMap } from 'rxjs';
import { v7 as uuid } from 'uuid';
import type { BookingView, VehicleTypeView, VehicleView } from '@ash-knot/contract';
import {
  askDistance,
  daysSince,
  attempt,
  BadInput,
  JOB_KINDS,
  plateKey,
  readDistance,
  readVin,
  type JobKind,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { Ask } from '../session/ask';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { Picks } from '../kit/picks';
import { TopBar } from '../shell/top-bar';
import { Api, ApiError } from '../state/api';
import { draft } from '../state/draft';
import { Session } from '../session/session';
import { NewType } from './new-type';
import { Units } from '../session/units';

/** Nobody drives further in a day, day after day, km. */
const MOST_A_DAY_KM = 2000;

/** A vehicle by plate or VIN, or a new one; then the kind of job. */
@Component({
  selector: 'ak-open',
  imports: [NewType, Picks, TextField, TopBar, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './open.html',
})
export class Open {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly ask = inject(Ask);
  protected readonly session = inject(Session);
  protected readonly kinds = JOB_KINDS;
  protected readonly units = inject(Units);
  protected readonly q = draft('open.q', '');
  protected readonly error = signal<Error | string | null>(null);
  protected readonly busy = signal(false);
  protected readonly vehicle = signal<VehicleView | null>(null);
  protected readonly making = draft('open.making', false);

  protected readonly found = toSignal(
    toObservable(this.q).pipe(
      debounceTime(120),
      distinctUntilChanged(),
      switchMap((q) =>
        from(this.api.get<VehicleView[]>('/vehicles', { q })).pipe(
          catchError((e: Error) => (this.error.set(e.message), of(null))),
        ),
      ),
    ),
    { initialValue: null },
  );
  /** What was typed, where no vehicle has it for its plate: it may be a new one. */
  protected readonly unknown = computed(() => {
    const key = plateKey(this.q());
    return key.length >= 2 && this.found() && !this.found()!.some((v) => plateKey(v.plate) === key)
      ? this.q().trim().toUpperCase()
      : '';
  });
  /** A text that could be a VIN is read as one while it is typed. */
  protected readonly vin = computed(() =>
    this.vinText().length >= 11 ? readVin(this.vinText(), new Date().getFullYear() + 1) : null,
  );

  // --- the job ---------------------------------------------------------------
  protected readonly kind = draft<JobKind>('open.kind', 'noise');
  protected readonly km = draft('open.km', '');
  protected readonly bay = draft<string | null>('open.bay', this.session.bay());

  // --- a new vehicle -----------------------------------------------------------
  protected readonly plate = draft('new.plate', '');
  protected readonly vinText = draft('new.vin', '');
  protected readonly year = draft('new.year', '');
  protected readonly owner = draft('new.owner', '');
  protected readonly perDay = draft('new.perDay', '');
  protected readonly typeId = draft<string | null>('new.type', null);
  protected readonly ownType = draft('new.ownType', false);
  protected readonly variant = draft<string | null>('new.variant', null);
  protected readonly variants = computed(() => this.types().find((t) => t.id === this.typeId())?.spec.variants ?? []);
  protected readonly types = signal<readonly VehicleTypeView[]>([]);
  protected readonly typeIds = computed(() => this.types().map((t) => t.id));
  protected readonly typeNames = computed(() => Object.fromEntries(this.types().map((t) => [t.id, t.spec.name])));

  /** It was booked: its vehicle, its bay and why it comes are known, and its complaint is on its sheet from the first line. */
  readonly booking = input<string>();
  protected readonly booked = signal<BookingView | null>(null);
  private async begin(id: string): Promise<void> {
    try {
      const b = await this.api.get<BookingView>(`/bookings/${id}`);
      this.booked.set(b);
      this.kind.set(b.kind);
      this.bay.set(b.bay);
      if (b.vehicle) this.take(b.vehicle);
      else this.q.set(b.plate);
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }

  constructor() {
    effect(() => {
      const id = this.booking();
      if (id) untracked(() => void this.begin(id));
    });
    void this.api.get<VehicleTypeView[]>('/types').then(
      (t) => this.types.set(t.filter((x) => !x.away)),
      (e: Error) => this.error.set(e.message),
    );
  }

  protected take(v: VehicleView): void {
    if (v.openJob) {
      void this.router.navigate(['/job', v.openJob]);
      return;
    }
    this.vehicle.set(v);
    this.making.set(false);
    this.km.set('');
    this.question.set('');
  }
  protected startNew(): void {
    this.vehicle.set(null);
    this.making.set(true);
    const q = this.q().trim();
    if (q.replace(/\s/g, '').length === 17) this.vinText.set(q);
    else if (q) this.plate.set(q.toUpperCase());
  }
  protected useYear(y: number): void {
    this.year.set(String(y));
  }

  /** From the form for a type of its own. */
  protected async createWithType(spec: VehicleTypeSpec, form: NewType): Promise<void> {
    if (await this.create({ newType: spec })) form.clear();
  }
  protected async createKnown(): Promise<boolean> {
    if (!this.typeId()) return this.no('Pick the type, or describe a new one.');
    const variant = this.variant();
    return this.create({ typeId: this.typeId()!, ...(variant ? { variant } : {}) });
  }
  protected async createAndStart(): Promise<void> {
    if (await this.createKnown()) await this.start();
  }
  /** Whether it was stored. */
  private async create(type: { typeId: string; variant?: string } | { newType: VehicleTypeSpec }): Promise<boolean> {
    const year = Number(this.year());
    const distance = attempt(() => readDistance(this.km(), this.units.distance()));
    // What nobody knows stays unknown: 0.
    const perDay = attempt(() => (this.perDay().trim() ? readDistance(this.perDay(), this.units.distance()) : 0));
    const lastYear = new Date().getFullYear() + 1;
    if (this.plate().trim().length < 2) return this.no(new BadInput('plate', 'needs at least two characters'));
    if (!Number.isInteger(year) || year < 1950 || year > lastYear)
      return this.no(new BadInput('year', `must be between 1950 and ${lastYear}`));
    if (!distance.ok) return this.no(distance.error);
    const distanceKm = distance.value;
    if (!perDay.ok || perDay.value > MOST_A_DAY_KM)
      return this.no(
        new BadInput(
          'use a day',
          `must be a number of at most ${this.units.sayDistance(MOST_A_DAY_KM)}, or empty`,
          this.perDay(),
        ),
      );
    if (!(await this.ask.worker(['note']))) return false;
    return this.doing(async () => {
      const v = await this.api.post<VehicleView>('/vehicles', {
        plate: this.plate().trim(),
        vin: this.vinText().trim() || undefined,
        year,
        distanceKm,
        kmPerDay: perDay.value,
        owner: this.owner().trim(),
        ...type,
      });
      for (const d of [this.plate, this.vinText, this.year, this.owner, this.variant]) d.clear();
      this.making.set(false);
      this.vehicle.set(v);
    });
  }
  private no(error: Error | string): false {
    this.error.set(error);
    return false;
  }
  /** What is asked before a distance is taken that the file does not expect; asked once. */
  protected readonly question = signal('');
  protected async start(): Promise<void> {
    const v = this.vehicle()!;
    const kind = this.kind();
    const distance = attempt(() => readDistance(this.km(), this.units.distance(), v.distanceKm));
    if (!distance.ok) return this.error.set(distance.error);
    const distanceKm = distance.value;
    const question = askDistance(
      distanceKm,
      { distanceKm: v.distanceKm, kmPerDay: v.kmPerDay, days: daysSince(v.saidOn, Date.now()) },
      this.units.distance(),
    );
    if (question && this.question() !== question) {
      this.error.set(null);
      return this.question.set(question);
    }
    if (!(await this.ask.worker(['note']))) return;
    await this.doing(async () => {
      const { id } = await this.api.post<{ id: string }>('/jobs', {
        id: uuid(),
        vehicleId: v.id,
        kind,
        bay: this.bay(),
        distanceKm,
        ...(question ? { sure: true } : {}),
        ...(this.booking() ? { booking: this.booking() } : {}),
      });
      this.q.clear();
      this.km.clear();
      this.kind.clear();
      await this.router.navigate(['/job', id, 'listen']);
    });
  }
  /** Whether it came to pass. */
  private async doing(work: () => Promise<void>): Promise<boolean> {
    this.busy.set(true);
    this.error.set(null);
    try {
      await work();
      return true;
    } catch (e) {
      return this.no(e instanceof ApiError ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }
}
