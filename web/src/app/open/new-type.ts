import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { inject } from '@angular/core';
import {
  attempt,
  BadInput,
  HOLDS,
  parseQuantity,
  parseThread,
  standardPoints,
  within,
  type AxleSpec,
  type BookValue,
  type FastenerKind,
  type Hold,
  type LinkKind,
  type Suspension,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';

const KEPT = 'ashknot.draft.newType';

/** A type nobody has described yet: enough to draw its axles, find parts and audit torques. */
@Component({
  selector: 'ak-new-type',
  imports: [FormField, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-type.html',
})
export class NewType {
  readonly made = output<VehicleTypeSpec>();
  protected readonly error = signal('');
  protected readonly holds = HOLDS;
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: '',
    jackingPoints: 'sill seams',
    front: 'strut' as Suspension,
    rear: 'twist-beam' as Suspension,
    driven: 'not known' as 'front' | 'rear' | 'both' | 'not known',
    track: '1480 mm',
    tyreWidth: '195 mm',
    tyreDiameter: '620 mm',
    nuts: '5',
    nutThread: 'M12×1.5',
    nutHex: '19 mm',
    bar: '22 mm',
    linkKind: 'ball-stud' as LinkKind,
    linkLength: '300 mm',
    linkThread: 'M10×1.25',
    linkHex: '16 mm',
    hold: 'hex' as Hold,
    holdSize: '5 mm',
    bracketThread: 'M8×1.25',
    bracketHex: '13 mm',
    shield: '0',
    torqueLink: '',
    torqueBracket: '',
    torqueWheel: '',
    source: '',
  });

  constructor() {
    const kept = localStorage.getItem(KEPT);
    if (kept) this.form.patchValue(JSON.parse(kept) as object);
    this.form.valueChanges.subscribe((v) => localStorage.setItem(KEPT, JSON.stringify(v)));
  }

  protected save(): void {
    const v = this.form.getRawValue();
    const built = attempt(() => this.build(v));
    if (!built.ok) {
      this.error.set(`${built.error.message} Nothing was stored.`);
      return;
    }
    this.error.set('');
    this.made.emit(built.value);
  }

  private build(v: ReturnType<typeof this.form.getRawValue>): VehicleTypeSpec {
    const mm = (field: string, text: string, lo: number, hi: number) =>
      within(field, parseQuantity(text, 'length', { field }).si, lo, hi, 'mm');
    const count = (field: string, text: string, lo: number, hi: number) => {
      const n = within(field, Number(text), lo, hi);
      if (!Number.isInteger(n)) throw new BadInput(field, 'must be a whole number', text);
      return n;
    };
    if (!v.name.trim()) throw new BadInput('name of the type', 'is empty');
    const track = mm('track', v.track, 800, 2600);
    const tyreDiameter = mm('tyre diameter', v.tyreDiameter, 380, 1200);
    const common = {
      trackMm: track,
      tyreWidthMm: mm('tyre width', v.tyreWidth, 90, 500),
      tyreDiameterMm: tyreDiameter,
      wheelNuts: {
        count: count('number of wheel nuts', v.nuts, 3, 10),
        thread: parseThread(v.nutThread).name,
        hexMm: mm('wheel nut hex', v.nutHex, 5, 60),
      },
    };
    const stud = {
      thread: parseThread(v.linkThread).name,
      nutHexMm: mm('link nut hex', v.linkHex, 5, 60),
      hold: v.hold,
      ...(v.hold === 'none' ? {} : { holdMm: mm('hold size', v.holdSize, 2, 40) }),
    };
    const driven = (end: 'front' | 'rear') =>
      v.driven === 'not known' ? {} : { driven: v.driven === end || v.driven === 'both' };
    const front: AxleSpec = {
      suspension: v.front,
      steered: true,
      ...driven('front'),
      springSeat: v.front === 'strut' ? 'strut' : v.front === 'double-arm' ? 'lower-arm' : 'axle',
      ...common,
      barDiameterMm: mm('bar diameter', v.bar, 8, 60),
      link: {
        kind: v.linkKind,
        lengthMm: mm('link length', v.linkLength, 30, 600),
        upper: stud,
        lower: stud,
      },
      bushing: {
        kind: 'two-bolt',
        bolts: 2,
        thread: parseThread(v.bracketThread).name,
        hexMm: mm('bracket bolt hex', v.bracketHex, 5, 60),
      },
      shieldFasteners: count('undershield fasteners', v.shield, 0, 40),
      points: standardPoints(v.front, track, tyreDiameter, true),
    };
    const rear: AxleSpec = {
      suspension: v.rear,
      steered: false,
      ...driven('rear'),
      springSeat: v.rear === 'trailing-arm' ? 'lower-arm' : 'axle',
      ...common,
      barDiameterMm: null,
      link: null,
      bushing: null,
      shieldFasteners: 0,
      points: standardPoints(v.rear, track, tyreDiameter, false),
    };
    const value = (fastener: FastenerKind, field: string, text: string, thread: string): BookValue[] => {
      if (!text.trim()) return [];
      const q = parseQuantity(text, 'torque', { field });
      within(field, q.si, 1, 1000, 'N·m');
      if (!v.source.trim()) throw new BadInput('source of the torques', 'is empty: a value needs where it is written');
      return [
        {
          fastener,
          minNm: q.si,
          maxNm: q.si,
          value: q.value,
          unit: q.unit,
          thread,
          source: v.source.trim(),
          publisher: 'vehicle maker',
        },
      ];
    };
    const wheel = value('wheel-nut', 'wheel nut torque', v.torqueWheel, common.wheelNuts.thread);
    return {
      name: v.name.trim(),
      axles: { front, rear },
      jackingPoints: v.jackingPoints.trim() || 'as the maker says',
      tips: [],
      torqueBook: {
        front: [
          ...(v.linkKind === 'bolt-through'
            ? value('link-bolt-nut', 'link torque', v.torqueLink, stud.thread)
            : [
                ...value('link-upper-nut', 'link torque', v.torqueLink, stud.thread),
                ...value('link-lower-nut', 'link torque', v.torqueLink, stud.thread),
              ]),
          ...value('bracket-bolt', 'bracket torque', v.torqueBracket, front.bushing!.thread),
          ...wheel,
        ],
        rear: wheel,
      },
    };
  }
}
