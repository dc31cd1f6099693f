import { ChangeDetectionStrategy, Component, computed, input, output, signal, viewChild } from '@angular/core';
import type { VehicleTypeView } from '@ash-knot/contract';
import {
  attempt,
  BadInput,
  checkType,
  standing,
  typeFromLayouts,
  typeFromType,
  type AxleEnd,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { TypeForm, type DescribedPage } from '../describe/type-form';
import { FieldErrors } from '../kit/field-errors';
import { Picks } from '../kit/picks';
import { Wrong } from '../kit/wrong';
import { draft } from '../state/draft';

/** A type nobody has described yet: begun from what is nearest, touched only where it differs. */
@Component({
  selector: 'ak-new-type',
  imports: [Picks, TypeForm, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="save($event)">
      <p class="text-sm font-semibold">Begin from what is nearest; touch what differs</p>
      <div class="mt-1.5">
        <button type="button" class="pick" [attr.aria-pressed]="from() === null" (click)="begin(null)" data-testid="from-layout">
          its layout alone
        </button>
      </div>
      <ak-picks
        class="mt-2 block"
        label="Begin from"
        [options]="knownIds()"
        [names]="knownNames()"
        [picked]="from() ? [from()!] : []"
        [single]="true"
        (pickedChange)="beginFrom($event[0]!)"
      />
      <ak-type-form
        class="mt-4"
        [(type)]="type"
        [(end)]="end"
        [(page)]="page"
        [(name)]="name"
        [(jacking)]="jacking"
        [(torques)]="torques"
        [(source)]="source"
      />
      <ak-wrong [error]="error()" safe="Nothing was stored." testId="type-error" />
      <button class="btn btn-go mt-4 min-w-60" data-testid="create-type">Put vehicle and type in the file</button>
    </form>
  `,
})
export class NewType {
  /** Types to begin from. */
  readonly known = input<readonly VehicleTypeView[]>([]);
  readonly made = output<VehicleTypeSpec>();
  private readonly form = viewChild.required(TypeForm);

  protected readonly from = draft<string | null>('new.type.from', null);
  protected readonly type = draft<VehicleTypeSpec>('new.type', typeFromLayouts('strut', 'twist-beam'));
  protected readonly name = draft('new.type.name', '');
  protected readonly jacking = draft('new.type.jacking', '');
  protected readonly torques = draft('new.type.torques', '');
  protected readonly source = draft('new.type.source', '');
  protected readonly end = draft<AxleEnd>('new.type.end', 'front');
  protected readonly page = draft<DescribedPage>('new.type.page', 'axle');
  protected readonly error = signal<Error | string | null>(null);

  protected readonly knownIds = computed(() => this.known().map((t) => t.id));
  protected readonly knownNames = computed(() => Object.fromEntries(this.known().map((t) => [t.id, t.spec.name])));
  protected beginFrom(id: string): void {
    this.begin(this.known().find((t) => t.id === id) ?? null);
  }
  protected begin(known: VehicleTypeView | null): void {
    this.from.set(known?.id ?? null);
    this.type.set(known ? typeFromType(known.spec) : typeFromLayouts('strut', 'twist-beam'));
    this.form().begin();
  }
  protected save(e: Event): void {
    e.preventDefault();
    const built = attempt(() => {
      const name = this.name().trim();
      if (!name) throw new BadInput('name of the type', 'is empty');
      const type = {
        ...this.type(),
        name,
        jackingPoints: this.jacking().trim() || 'as the maker says',
        usual: standing(this.type()),
      };
      checkType(type);
      return type;
    });
    this.error.set(built.ok ? null : built.error);
    if (built.ok) this.made.emit(built.value);
  }
  /** The type is in the file: nothing of it is begun any more. */
  clear(): void {
    for (const d of [this.from, this.type, this.name, this.jacking, this.torques, this.source, this.end, this.page]) d.clear();
  }
}
