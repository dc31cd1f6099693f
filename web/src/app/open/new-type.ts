import { ChangeDetectionStrategy, Component, ElementRef, output, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { inject } from '@angular/core';
import {
  ASSUMABLE,
  attempt,
  buildType,
  HOLDS,
  layoutsAt,
  LAYOUTS,
  LINK_KINDS,
  LINKS,
  inDialect,
  partsOf,
  type AxleEnd,
  type JointId,
  type JointKind,
  type JointView,
  type TypeForm,
  type VehicleTypeSpec,
  type Name,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { AxlePlate } from '../plate/axle-plate';
import { Wrong } from '../kit/wrong';

const KEPT = 'ashknot.draft.newType';

const named = <K extends string>(kinds: readonly K[], of: Readonly<Record<K, { readonly name: Name }>>) =>
  kinds.map((kind) => ({ kind, name: inDialect(of[kind].name) }));

/** Which field says what stands at a joint; any other is the axle's layout. */
const FIELD_OF: Partial<Record<JointKind, string>> = { 'frame-bushing': 'bracketThread', 'wheel-nuts': 'nuts' };

/** A type nobody has described yet: enough to draw its axles, find parts and audit torques. */
@Component({
  selector: 'ak-new-type',
  imports: [AxlePlate, FormField, Wrong, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-type.html',
})
export class NewType {
  readonly made = output<VehicleTypeSpec>();
  protected readonly error = signal<Error | null>(null);
  protected readonly holds = HOLDS;
  /** Layouts met at each axle, kinds of link, by their names. */
  protected readonly layouts = { front: named(layoutsAt('front'), LAYOUTS), rear: named(layoutsAt('rear'), LAYOUTS) };
  protected readonly links = named(LINK_KINDS, LINKS);
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: '',
    jackingPoints: 'sill seams',
    front: 'strut' as TypeForm['front'],
    rear: 'twist-beam' as TypeForm['rear'],
    powered: 'not known' as TypeForm['powered'],
    track: '1480 mm',
    tyreWidth: '195 mm',
    tyreDiameter: '620 mm',
    nuts: '5',
    nutThread: 'M12×1.5',
    nutHex: '19 mm',
    bar: '22 mm',
    linkKind: 'ball-stud' as TypeForm['linkKind'],
    linkLength: '300 mm',
    linkThread: 'M10×1.25',
    linkHex: '16 mm',
    hold: 'hex' as TypeForm['hold'],
    holdSize: '5 mm',
    bracketThread: 'M8×1.25',
    bracketHex: '13 mm',
    shield: '0',
    torqueLink: '',
    torqueBracket: '',
    torqueWheel: '',
    source: '',
  });

  /** The type as it is described so far, drawn; what cannot be built yet leaves the last that could. */
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly end = signal<AxleEnd>('front');
  protected readonly drawn = signal<VehicleTypeSpec | null>(null);
  protected readonly noJoints = new Map<JointId, JointView>();
  protected readonly touched = signal<JointId | null>(null);
  private draw(): void {
    const built = attempt(() => buildType({ ...this.form.getRawValue(), name: 'drawn' }, []));
    if (built.ok) this.drawn.set(built.value);
  }
  /** A joint that is touched leads to the field that says what it is. */
  protected touch(id: JointId): void {
    const { kind, axle } = partsOf(id);
    this.touched.set(id);
    const field = kind.startsWith('link') ? 'linkKind' : (FIELD_OF[kind] ?? axle);
    const at = this.host.querySelector<HTMLElement>(`[formcontrolname="${field}"]`);
    at?.focus({ preventScroll: true });
    at?.scrollIntoView?.({ block: 'center' });
  }

  constructor() {
    const kept = localStorage.getItem(KEPT);
    if (kept) this.form.patchValue(JSON.parse(kept) as object);
    this.form.valueChanges.subscribe((v) => {
      localStorage.setItem(KEPT, JSON.stringify(v));
      this.draw();
    });
    this.draw();
  }

  protected save(): void {
    const v = this.form.getRawValue();
    // What stands as it was offered, untouched, is usual and nothing more.
    const usual = ASSUMABLE.filter((a) => {
      const c = this.form.controls[a];
      return c.pristine && c.value === c.defaultValue;
    });
    const built = attempt(() => buildType(v, usual));
    if (!built.ok) {
      this.error.set(built.error);
      return;
    }
    this.error.set(null);
    this.made.emit(built.value);
  }
}
