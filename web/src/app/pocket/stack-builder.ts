import { CdkDrag, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  attempt,
  list,
  parseQuantity,
  photoDoubtMm,
  rightStack,
  sayPiece,
  sleeveFor,
  stackFaults,
  stackOnFile,
  stackReach,
  substituteWasher,
  MATERIALS,
  type AxleSpec,
  type Placed,
  type StackSize,
  type StackVariant,
  fixed,
  own,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { OpenJob } from '../job/open-job';
import { PhotoSize, type PhotoFound } from '../instruments/photo-size';
import { StackDrawing } from './stack-drawing';
import { Units } from '../session/units';
import {
  FIELDS,
  HINTS,
  KEYS,
  NOTHING_LAID,
  PHOTOGRAPHED,
  StackSizes,
  USUAL_LINK_MM,
  VARIANTS,
  type Field,
  type Laid,
  type Variant,
} from './stack-sizes';

/** The pieces of a bolt-through link put in order by dragging or keys, drawn to scale, and how far to turn the nut. */
@Component({
  selector: 'ak-stack-builder',
  imports: [CdkDrag, CdkDropList, PhotoSize, Picks, StackDrawing, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stack-builder.html',
  styles: `
    .piece {
      border: 1.5px solid var(--color-ash-400);
      border-radius: 4px;
      margin-top: -1.5px;
      background: var(--color-chalk);
      cursor: grab;
      touch-action: none;
    }
    .piece.bad {
      border-color: var(--color-oxide);
      border-left-width: 6px;
    }
    .piece.cdk-drag-placeholder {
      opacity: 0.3;
    }
  `,
})
export class StackBuilder {
  /** Whose stack it is: what is typed for one vehicle is not another’s. */
  readonly whose = input('floor');
  /** Its axle; none without a vehicle. */
  readonly axle = input<AxleSpec | null>(null);
  /** Its sheet is open: the result belongs on the tape. */
  readonly keeps = input(false);
  private readonly job = inject(OpenJob);
  private readonly units = inject(Units);
  protected readonly keys = KEYS;
  protected readonly fields = FIELDS;
  protected readonly hints = HINTS;
  protected readonly photographs = PHOTOGRAPHED;
  /** Which size is being photographed. */
  protected readonly shot = signal<Field | undefined>(undefined);
  protected readonly materials = MATERIALS;
  protected readonly variants = VARIANTS;
  protected readonly variantNames: Record<Variant, string> = {
    weldedWasher: 'washer welded to the head',
    headless: 'stud with two nuts',
    nutBelow: 'bar eye first',
    stops: 'a sleeve stops the nut',
  };
  private readonly all = draft<Readonly<Record<string, Laid>>>('stacks', {});
  protected readonly laid = computed(() => own(this.all(), this.whose()) ?? NOTHING_LAID);
  protected readonly file = computed(() => {
    const axle = this.axle();
    return axle ? stackOnFile(axle) : undefined;
  });
  protected readonly material = computed(() => this.sizes().material);
  protected readonly picked = computed(
    (): readonly Variant[] => this.laid().variants ?? (this.file()?.variant.headless ? ['headless'] : []),
  );
  protected readonly wanted = computed(() => this.laid().wanted ?? this.units.sayLength(this.file()?.linkMm ?? USUAL_LINK_MM, 1));
  protected readonly plain = draft('stack.plain', '');
  protected readonly stack = computed((): readonly Placed[] => this.laid().stack ?? rightStack(this.variant()));
  protected readonly kept = signal(false);
  protected readonly unkept = signal('');

  protected readonly sizes = computed(() => new StackSizes(this.laid(), this.file(), this.picked()));
  /** What stands in each field: what was typed, or what is known without. */
  protected readonly texts = computed(
    () =>
      Object.fromEntries(
        KEYS.map((k) => {
          const known = this.sizes().known(k);
          return [k, this.laid().texts[k] ?? (known ? this.units.sayLength(known.mm, k === 'pitch' ? 2 : 1) : '')];
        }),
      ) as Record<Field, string>,
  );
  protected readonly usual = computed(() => {
    const told = this.sizes().photographed();
    const by = told.length ? ` By photograph: ${list(told)}.` : '';
    return `Usual, not measured: ${list(this.sizes().usual())}.${by}`;
  });
  private readonly variant = computed((): StackVariant => ({
    weldedWasher: this.picked().includes('weldedWasher'),
    headless: this.picked().includes('headless'),
    nutBelow: this.picked().includes('nutBelow'),
  }));
  protected readonly faults = computed(() => stackFaults(this.stack(), this.variant()));
  protected readonly badAt = computed(() => this.faults()[0]?.at ?? -1);
  protected readonly drawn = computed((): StackSize | null => {
    const s = attempt(() => this.sizes().size());
    return s.ok ? s.value : null;
  });
  protected readonly reach = computed(() =>
    this.faults().length ? undefined : attempt(() => stackReach(this.sizes().size(), this.units.length())),
  );
  protected readonly sleeve = computed(() => {
    const r = attempt(() =>
      sleeveFor(parseQuantity(this.wanted(), 'length', { field: 'link wanted' }).si, this.sizes().others()),
    );
    return r.ok ? `Takes a sleeve of ${fixed(r.value, 0)} mm.` : r.error.message;
  });
  protected readonly washer = computed(() => {
    const [a, b, c] = this.plain()
      .trim()
      .split(/[\s×x/]+/)
      .map((x) => Number(x.replace(',', '.')));
    if (a === undefined || b === undefined || c === undefined) return '';
    const r = attempt(() => {
      const s = this.sizes().others();
      return substituteWasher(
        { outsideMm: a, holeMm: b, thickMm: c },
        { grommetMm: s.grommet.outsideMm, stopMm: s.sleeveMm, boltMm: s.boltMm },
      );
    });
    if (!r.ok) return r.error.message;
    return r.value.length ? r.value.join(' ') : 'It serves: wider than the grommet, and it cannot pass the stop.';
  });

  protected name(p: Placed): string {
    const n = sayPiece(p.piece);
    return p.piece === 'washer' ? `${n}, ${p.facing === 'to the head' ? 'hollow up' : 'hollow down'}` : n;
  }
  protected lay(what: Partial<Laid>): void {
    this.all.update((all) => ({ ...all, [this.whose()]: { ...this.laid(), ...what } }));
    this.kept.set(false);
    this.unkept.set('');
  }
  protected set(f: Field, text: string): void {
    this.lay({ texts: { ...this.laid().texts, [f]: text } });
  }
  protected hint(f: Field): string {
    const told = this.sizes().photo(f);
    return told ? `${HINTS.photograph} ± ${told.doubt}` : HINTS[this.sizes().from(f)];
  }
  protected photographed(f: Field, found: PhotoFound): void {
    const told = { text: this.units.sayLength(found.mm, 1), doubt: this.units.sayLength(photoDoubtMm(found.uMm), 1) };
    this.lay({ texts: { ...this.laid().texts, [f]: told.text }, photos: { ...this.laid().photos, [f]: told } });
    this.shot.set(undefined);
  }
  private change(f: (s: Placed[]) => void): void {
    const stack = [...this.stack()];
    f(stack);
    this.lay({ stack });
  }
  protected drop(e: CdkDragDrop<unknown>): void {
    this.change((s) => moveItemInArray(s, e.previousIndex, e.currentIndex));
  }
  protected move(i: number, by: number, e: Event): void {
    e.preventDefault();
    const to = i + by;
    if (to < 0 || to >= this.stack().length) return;
    const list = (e.target as HTMLElement).closest('ol')!;
    this.change((s) => moveItemInArray(s, i, to));
    // The piece that was moved keeps the focus.
    setTimeout(() => list.querySelectorAll('button')[to]?.focus());
  }
  protected turn(i: number, e: Event): void {
    e.preventDefault();
    this.change((s) => {
      const p = s[i]!;
      if (p.piece === 'washer') s[i] = { ...p, facing: p.facing === 'to the head' ? 'to the nut' : 'to the head' };
    });
  }
  protected mix(): void {
    this.change((s) => {
      for (let i = s.length - 1; i > 0; i--) moveItemInArray(s, Math.floor(Math.random() * (i + 1)), i);
    });
  }
  protected right(): void {
    this.lay({ stack: rightStack(this.variant()) });
  }
  protected setVariants(variants: Variant[]): void {
    const shape = (x: readonly Variant[]) => x.filter((y) => y !== 'stops').join();
    const same = shape(variants) === shape(this.picked());
    this.lay({ variants });
    // Another kind of link has other pieces.
    if (!same) this.right();
  }
  protected async keep(): Promise<void> {
    const r = attempt(() => {
      const size = this.sizes().size();
      return { size: { ...size, boltLengthMm: this.sizes().mm('boltLong') }, reach: stackReach(size, this.units.length()) };
    });
    if (!r.ok) return this.unkept.set(r.error.message);
    const { method, sentences, ...found } = r.value.reach;
    const said = this.faults()[0] ? [this.faults()[0]!.sentence] : sentences;
    this.kept.set(
      await this.job.keep({
        what: 'stack',
        method,
        given: { ...r.value.size, stack: [...this.stack()], variants: [...this.picked()] },
        found: { ...found, faults: this.faults().map((f) => f.sentence) },
        words: [...said, this.usual()].filter(Boolean).join(' '),
      }),
    );
  }
}
