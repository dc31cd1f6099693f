import { CdkDrag, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  attempt,
  parseQuantity,
  rightStack,
  sayPiece,
  sleeveFor,
  stackFaults,
  stackReach,
  substituteWasher,
  MATERIALS,
  type Material,
  type Placed,
  type StackSize,
  type StackVariant,
  fixed,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { OpenJob } from '../job/open-job';
import { StackDrawing } from './stack-drawing';
import { Units } from '../session/units';

const FIELDS = {
  grommetHigh: ['Grommet, free height', '14 mm'],
  grommetWide: ['Grommet, outside', '28 mm'],
  grommetHole: ['Grommet, hole', '12 mm'],
  washerWide: ['Washer, outside', '32 mm'],
  washerThick: ['Washer, thickness', '2.5 mm'],
  bolt: ['Bolt', '10 mm'],
  pitch: ['Pitch', '1.5 mm'],
  boltLong: ['Bolt, under its head', '190 mm'],
  sleeveLong: ['Sleeve, length', '60 mm'],
  arm: ['Arm eye, thick', '6 mm'],
  bar: ['Bar eye, thick', '14 mm'],
  nut: ['Nut, high', '10 mm'],
} as const;
type Field = keyof typeof FIELDS;
const KEYS = Object.keys(FIELDS) as Field[];
const VARIANTS = ['weldedWasher', 'headless', 'nutBelow', 'stops'] as const;
type Variant = (typeof VARIANTS)[number];

/** The pieces of a bolt-through link put in order by dragging or keys, drawn to scale, and how far to turn the nut. */
@Component({
  selector: 'ak-stack-builder',
  imports: [CdkDrag, CdkDropList, Picks, StackDrawing, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="mt-4 grid gap-x-6 gap-y-4 sm:grid-cols-[236px_120px_1fr]">
      <div>
        <p class="soft text-sm">Head at the top. Drag a piece, or move it with the arrow keys; Enter turns a washer.</p>
        <ol cdkDropList class="mt-2" (cdkDropListDropped)="drop($event)" aria-label="The stack, head first" data-testid="stack">
          @for (p of stack(); track $index; let i = $index) {
            <li cdkDrag class="piece" [class.bad]="badAt() === i">
              <button
                type="button"
                class="min-h-11 w-full px-2 text-left"
                [attr.aria-label]="name(p) + ', place ' + (i + 1) + ' of ' + stack().length"
                (keydown.arrowUp)="move(i, -1, $event)"
                (keydown.arrowDown)="move(i, 1, $event)"
                (keydown.enter)="turn(i, $event)"
                (dblclick)="turn(i, $event)"
                [attr.data-piece]="p.piece"
              >
                {{ name(p) }}
              </button>
            </li>
          }
        </ol>
        <div class="mt-2 flex flex-wrap gap-x-4">
          <button type="button" class="link text-sm" (click)="mix()">Mix them up</button>
          <button type="button" class="link text-sm" (click)="right()" data-testid="stack-right">Show it right</button>
        </div>
      </div>
      <ak-stack-drawing [stack]="stack()" [size]="drawn()" [bad]="badAt()" />
      <div>
        @if (faults()[0]; as f) {
          <p class="caution" role="status" data-testid="stack-fault">{{ f.sentence }}</p>
        } @else {
          <p class="border-l-4 border-lichen bg-chalk px-3 py-2 font-bold" role="status" data-testid="stack-fault">In order.</p>
        }
        @if (reach(); as r) {
          @if (r.ok) {
            <ul class="mt-3" data-testid="stack-reach">
              @for (s of r.value.sentences; track s) {
                <li class="py-1">{{ s }}</li>
              }
            </ul>
          } @else {
            <p class="wrong mt-3" role="alert" data-testid="stack-error">{{ r.error.message }}</p>
          }
        }
        <ak-picks
          class="mt-3 block"
          label="Material"
          [options]="materials"
          [picked]="[material()]"
          [single]="true"
          (pickedChange)="material.set($event[0]!)"
        />
        <ak-picks
          class="mt-2 block"
          label="Kind of link"
          [options]="variants"
          [picked]="picked()"
          [names]="variantNames"
          (pickedChange)="setVariants($event)"
        />
        <p class="soft mt-3 text-sm">New parts’ free dimensions. The maker’s torque comes first where there is one.</p>
      </div>
    </div>
    <div class="rule mt-4 grid grid-cols-2 gap-x-4 gap-y-3 pt-4 sm:grid-cols-4">
      @for (f of keys; track f) {
        <ak-text-field [label]="fields[f][0]" [mono]="true" [value]="texts()[f]" (valueChange)="set(f, $event)" />
      }
    </div>
    <div class="rule mt-4 grid items-end gap-x-4 gap-y-3 pt-4 sm:grid-cols-[180px_1fr]">
      <ak-text-field label="Link wanted, eye to eye" [mono]="true" [(value)]="wanted" testId="stack-wanted" />
      <p class="pb-3" data-testid="stack-sleeve">{{ sleeve() }}</p>
      <ak-text-field
        label="A plain washer instead"
        hint="outside hole thickness"
        [mono]="true"
        [(value)]="plain"
        testId="stack-plain"
      />
      <p class="pb-7" data-testid="stack-washer">{{ washer() }}</p>
    </div>
    @if (job.store()) {
      <button type="button" class="btn btn-go mt-4" (click)="keep()" data-testid="stack-keep">
        {{ kept() ? 'On the tape' : 'Keep it on the tape' }}
      </button>
    }
  `,
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
  protected readonly job = inject(OpenJob);
  private readonly units = inject(Units);
  protected readonly keys = KEYS;
  protected readonly fields = FIELDS;
  protected readonly materials = MATERIALS;
  protected readonly variants = VARIANTS;
  protected readonly variantNames: Record<Variant, string> = {
    weldedWasher: 'washer welded to the head',
    headless: 'stud with two nuts',
    nutBelow: 'bar eye first',
    stops: 'a sleeve stops the nut',
  };
  private readonly typed = draft<Partial<Record<Field, string>>>('stack', {});
  protected readonly material = draft<Material>('stack.material', 'rubber');
  protected readonly picked = draft<Variant[]>('stack.variants', []);
  protected readonly wanted = draft('stack.wanted', '120 mm');
  protected readonly plain = draft('stack.plain', '');
  protected readonly stack = draft<Placed[]>('stack.placed', rightStack());
  protected readonly kept = signal(false);

  protected readonly texts = computed(
    () => Object.fromEntries(KEYS.map((k) => [k, this.typed()[k] ?? FIELDS[k][1]])) as Record<Field, string>,
  );
  private readonly variant = computed((): StackVariant => ({
    weldedWasher: this.picked().includes('weldedWasher'),
    headless: this.picked().includes('headless'),
    nutBelow: this.picked().includes('nutBelow'),
  }));
  protected readonly faults = computed(() => stackFaults(this.stack(), this.variant()));
  protected readonly badAt = computed(() => this.faults()[0]?.at ?? -1);
  /** @throws BadInput naming the field. */
  private size(): StackSize {
    const mm = (f: Field) => parseQuantity(this.texts()[f], 'length', { field: FIELDS[f][0].toLowerCase() }).si;
    return {
      grommet: { heightMm: mm('grommetHigh'), outsideMm: mm('grommetWide'), holeMm: mm('grommetHole') },
      washerMm: mm('washerWide'),
      washerThickMm: mm('washerThick'),
      boltMm: mm('bolt'),
      pitchMm: mm('pitch'),
      boltLengthMm: mm('boltLong'),
      sleeveLengthMm: mm('sleeveLong'),
      sleeveMm: mm('bolt') + 4,
      armThickMm: mm('arm'),
      barThickMm: mm('bar'),
      nutHeightMm: mm('nut'),
      material: this.material(),
      stops: this.picked().includes('stops'),
      welded: this.picked().includes('weldedWasher'),
    };
  }
  protected readonly drawn = computed((): StackSize | null => {
    const s = attempt(() => this.size());
    return s.ok ? s.value : null;
  });
  protected readonly reach = computed(() =>
    this.faults().length ? undefined : attempt(() => stackReach(this.size(), this.units.length())),
  );
  protected readonly sleeve = computed(() => {
    const r = attempt(() => sleeveFor(parseQuantity(this.wanted(), 'length', { field: 'link wanted' }).si, this.size()));
    return r.ok ? `Takes a sleeve of ${fixed(r.value, 0)} mm.` : r.error.message;
  });
  protected readonly washer = computed(() => {
    const [a, b, c] = this.plain()
      .trim()
      .split(/[\s×x/]+/)
      .map((x) => Number(x.replace(',', '.')));
    if (a === undefined || b === undefined || c === undefined) return '';
    const r = attempt(() => {
      const s = this.size();
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
  protected set(f: Field, text: string): void {
    this.typed.update((t) => ({ ...t, [f]: text }));
    this.kept.set(false);
  }
  private change(f: (s: Placed[]) => void): void {
    const s = [...this.stack()];
    f(s);
    this.stack.set(s);
    this.kept.set(false);
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
    this.stack.set(rightStack(this.variant()));
  }
  protected setVariants(v: Variant[]): void {
    const shape = (x: Variant[]) => x.filter((y) => y !== 'stops').join();
    const same = shape(v) === shape(this.picked());
    this.picked.set(v);
    // Another kind of link has other pieces.
    if (!same) this.right();
  }
  protected async keep(): Promise<void> {
    const r = attempt(() => stackReach(this.size(), this.units.length()));
    if (!r.ok) return;
    const { method, sentences, ...found } = r.value;
    this.kept.set(
      await this.job.keep({
        what: 'stack',
        method,
        given: { ...this.size(), stack: [...this.stack()], variants: [...this.picked()] },
        found: { ...found, faults: this.faults().map((f) => f.sentence) },
        words: (this.faults()[0] ? [this.faults()[0]!.sentence] : sentences).join(' '),
      }),
    );
  }
}
