import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { attempt, BadInput, convert, readDistance, readVin } from '@ash-knot/core';
import type { FileView, VehicleTypeView } from '@ash-knot/contract';
import { FieldErrors } from '../kit/field-errors';
import { SelectField } from '../kit/select-field';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Entitled } from '../session/entitled';
import { Units } from '../session/units';
import { Api } from '../state/api';
import { draft } from '../state/draft';

interface Typed {
  readonly plate: string;
  readonly vin: string;
  readonly year: string;
  readonly owner: string;
  readonly distance: string;
  readonly perDay: string;
  readonly typeId: string;
  readonly variant: string;
}
type Field = keyof Typed;

/** A vehicle put right where it stands: only what is different is stored, with the reason. */
@Component({
  selector: 'ak-vehicle-form',
  imports: [SelectField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="mt-3 border-y-2 border-bark py-4" (submit)="save($event)" data-testid="vehicle-form">
      <div class="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        <ak-text-field
          label="Plate"
          [value]="now().plate"
          (valueChange)="type('plate', $event)"
          [mono]="true"
          [capitals]="true"
          [maxLength]="16"
          testId="right-plate"
        />
        <ak-text-field
          class="lg:col-span-2"
          label="VIN"
          [error]="vin()?.faults?.[0] ?? ''"
          [hint]="vin()?.warnings?.[0] ?? ''"
          [value]="now().vin"
          (valueChange)="type('vin', $event)"
          [mono]="true"
          [capitals]="true"
          [maxLength]="24"
          testId="right-vin"
        />
        <ak-text-field
          label="Model year"
          field="year"
          mode="numeric"
          [value]="now().year"
          (valueChange)="type('year', $event)"
          [mono]="true"
          [maxLength]="4"
          testId="right-year"
        />
        <ak-select-field
          label="Its type"
          [wide]="true"
          [options]="typeChoices()"
          [value]="now().typeId"
          (valueChange)="type('typeId', $event)"
          testId="right-type"
        />
        @if (variants().length) {
          <ak-select-field
            label="Which one of it"
            none="nobody has looked"
            [wide]="true"
            [options]="variants()"
            [value]="now().variant"
            (valueChange)="type('variant', $event)"
            testId="right-variant"
          />
        }
        <ak-text-field
          [label]="'Distance when it came, ' + units.distance()"
          field="distance"
          mode="numeric"
          hint="jobs say their own; empty: as it is"
          [value]="now().distance"
          (valueChange)="type('distance', $event)"
          [mono]="true"
          testId="right-distance"
        />
        <ak-text-field
          [label]="'Use a day, ' + units.distance()"
          field="use a day"
          mode="numeric"
          [value]="now().perDay"
          (valueChange)="type('perDay', $event)"
          [mono]="true"
        />
        <ak-text-field label="Owner" [value]="now().owner" (valueChange)="type('owner', $event)" testId="right-owner" />
      </div>
      <ak-text-field
        class="mt-4 max-w-xl"
        label="Why it is put right"
        field="reason"
        [(value)]="why"
        [maxLength]="300"
        hint="kept beside it, with your name"
        testId="right-why"
      />
      <ak-wrong class="mt-2" [error]="error()" safe="Nothing was stored." testId="right-error" />
      <div class="mt-4 flex flex-wrap gap-3">
        <button class="btn btn-go min-w-44" [disabled]="busy()" data-testid="right-save">Write it down</button>
        <button type="button" class="btn" (click)="leave()">Leave it as it is</button>
      </div>
    </form>
  `,
})
export class VehicleForm {
  readonly file = input.required<FileView>();
  readonly types = input.required<readonly VehicleTypeView[]>();
  readonly done = output<boolean>();
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  protected readonly units = inject(Units);
  protected readonly error = signal<Error | string | null>(null);
  protected readonly busy = signal(false);
  /** What was typed, by field: the rest stands as the file has it. */
  private readonly typed = draft<{ readonly id?: string; readonly said: Partial<Typed> }>('right.vehicle', { said: {} });
  protected readonly why = draft('right.vehicle.why', '');
  private readonly said = linkedSignal(() => (this.typed().id === this.file().vehicle.id ? this.typed().said : {}));

  private readonly was = computed((): Typed => {
    const v = this.file().vehicle;
    return {
      plate: v.plate,
      vin: v.vin ?? '',
      year: String(v.year),
      owner: v.owner,
      distance: '',
      perDay: v.kmPerDay ? String(Math.round(convert(v.kmPerDay, 'km', this.units.distance(), 'distance'))) : '',
      typeId: v.typeId,
      variant: v.variant ?? '',
    };
  });
  protected readonly now = computed((): Typed => ({ ...this.was(), ...this.said() }));
  protected type(field: Field, text: string): void {
    const { variant: _, ...said } = this.said();
    // A variant is one of its type.
    const kept = field === 'typeId' ? said : this.said();
    this.typed.set({ id: this.file().vehicle.id, said: { ...kept, [field]: text } });
  }
  protected readonly vin = computed(() =>
    this.now().vin.length >= 11 ? readVin(this.now().vin, new Date().getFullYear() + 1) : null,
  );
  protected readonly typeChoices = computed(() =>
    this.types()
      .filter((t) => !t.away || t.id === this.was().typeId)
      .map((t) => ({ value: t.id, name: t.spec.name })),
  );
  protected readonly variants = computed(
    () =>
      this.types()
        .find((t) => t.id === this.now().typeId)
        ?.spec.variants?.map((v) => v.name) ?? [],
  );

  /** What is different, as the server takes it. @throws BadInput naming the field */
  private changes(): Record<string, unknown> {
    const [was, now] = [this.was(), this.now()];
    const differs = (f: Field) => now[f].trim() !== was[f].trim();
    const year = Number(now.year);
    const last = new Date().getFullYear() + 1;
    if (differs('plate') && now.plate.trim().length < 2) throw new BadInput('plate', 'needs at least two characters');
    if (differs('year') && (!Number.isInteger(year) || year < 1950 || year > last))
      throw new BadInput('year', `must be between 1950 and ${last}`);
    const far = (text: string) => readDistance(text, this.units.distance());
    const sameType = now.typeId === was.typeId;
    return {
      ...(differs('plate') ? { plate: now.plate.trim() } : {}),
      ...(differs('vin') ? { vin: now.vin.trim() || null } : {}),
      ...(differs('year') ? { year } : {}),
      ...(differs('owner') ? { owner: now.owner.trim() } : {}),
      ...(now.distance.trim() ? { distanceKm: far(now.distance) } : {}),
      ...(differs('perDay') ? { kmPerDay: now.perDay.trim() ? far(now.perDay) : 0 } : {}),
      ...(sameType ? {} : { typeId: now.typeId }),
      ...(sameType ? (differs('variant') ? { variant: now.variant || null } : {}) : { variant: this.said().variant ?? null }),
    };
  }
  protected async save(e: Event): Promise<void> {
    e.preventDefault();
    const to = attempt(() => {
      const changes = this.changes();
      if (Object.keys(changes).length === 0) throw new BadInput('vehicle', 'is as it was: change what is wrong');
      if (this.why().trim().length < 3) throw new BadInput('reason', 'needs a few words, for whoever reads it later');
      return changes;
    });
    if (!to.ok) return this.error.set(to.error);
    this.busy.set(true);
    const { vehicle, seen } = this.file();
    const said = await this.lead.putRight('vehicle', async () => {
      await this.api.patch(`/vehicles/${vehicle.id}`, { why: this.why().trim(), seen, to: to.value });
      return '';
    });
    this.busy.set(false);
    if (!said) return;
    this.error.set(said.bad ? said.text : null);
    if (!said.bad) this.leave(true);
  }
  protected leave(changed = false): void {
    this.typed.clear();
    this.why.clear();
    this.done.emit(changed);
  }
}
