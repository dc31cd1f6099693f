import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  fieldsAbout,
  inDialect,
  isUsual,
  type AxleEnd,
  type AxleSpec,
  type Subject,
  type TypeField,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { Session } from '../session/session';
import { Units } from '../session/units';

/** One thing of an axle that was said. */
export interface Said {
  readonly field: string;
  readonly text: string;
}

/** What was touched of an axle, in its fields: usual ones to pick from, and a line to write what is not among them. */
@Component({
  selector: 'ak-type-fields',
  imports: [Picks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (r of rows(); track r.field.id) {
      <div class="rule py-2.5" [attr.data-field-of]="r.field.id">
        <p class="flex items-baseline gap-3 text-sm">
          <span class="font-semibold">{{ r.name }}</span>
          @if (r.usual) {
            <span class="soft">usually {{ r.shown }}; nobody has looked</span>
          }
        </p>
        <div class="mt-1.5 flex flex-wrap items-center gap-2">
          @if (r.options.length) {
            <ak-picks
              [label]="r.name"
              [options]="r.options"
              [names]="r.names"
              [picked]="r.usual ? [] : [r.value]"
              [single]="true"
              (pickedChange)="said.emit({ field: r.field.id, text: $event[0]! })"
            />
          }
          @if (r.field.written) {
            <input
              class="field mono !w-32"
              #box
              [attr.aria-label]="r.name"
              [attr.data-testid]="'type-' + r.field.id"
              [attr.aria-invalid]="wrong()?.field === r.field.id ? true : null"
              [attr.placeholder]="r.options.length ? 'another' : ''"
              [value]="r.typed"
              (change)="write(r.field.id, box.value)"
              autocomplete="off"
              maxlength="20"
            />
          }
        </div>
        @if (wrong()?.field === r.field.id) {
          <p class="wrong mt-1 text-sm" role="alert">{{ wrong()!.sentence }} Nothing was changed.</p>
        }
      </div>
    }
  `,
})
export class TypeFields {
  readonly type = input.required<VehicleTypeSpec>();
  readonly end = input.required<AxleEnd>();
  readonly about = input.required<readonly Subject[]>();
  /** What was refused, and why. */
  readonly wrong = input<{ readonly field: string; readonly sentence: string } | null>(null);
  readonly said = output<Said>();
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly refused = signal<Said | null>(null);
  private readonly axle = computed((): AxleSpec => this.type().axles[this.end()]);

  protected readonly rows = computed(() => {
    const axle = this.axle();
    const end = this.end();
    return fieldsAbout(axle, this.about()).map((field) => this.row(field, axle, end));
  });
  private row(field: TypeField, axle: AxleSpec, end: AxleEnd) {
    const dialect = this.session.dialect();
    const unit = this.units.length();
    const picks = field.picks(axle, end);
    const value = field.get(axle);
    const usual = isUsual(this.type(), end, field);
    const options = picks.map((p) => p.value);
    const refused = this.refused();
    // What was typed and refused stays where it was typed.
    const kept = refused?.field === field.id && this.wrong()?.field === field.id ? refused.text : undefined;
    return {
      field,
      name: inDialect(field.name, dialect),
      usual,
      value,
      shown: inDialect(picks.find((p) => p.value === value)?.name ?? field.get(axle, unit), dialect),
      options,
      names: Object.fromEntries(picks.map((p) => [p.value, inDialect(p.name, dialect)])) as Partial<Record<string, string>>,
      // A value nobody said never stands in its field.
      typed: kept ?? (options.includes(value) || usual ? '' : field.get(axle, unit)),
    };
  }
  protected write(field: string, text: string): void {
    if (!text.trim()) return;
    this.refused.set({ field, text });
    this.said.emit({ field, text });
  }
}
