import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  atAxle,
  attempt,
  capital,
  readHeight,
  sayHeights,
  sayHeightsAgain,
  SIDES,
  type AxleEnd,
  type Side,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { JobStore } from '../job/job-store';
import { shrink } from '../attachment/photo';
import { photoLine } from '../attachment/photo-line';
import { Outbox } from '../offline/outbox';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Filmer } from '../workers/filmer';
import { PlaceKey, PlaceMark } from '../job/places';

/** A height a photograph told, as it stands in its field. */
interface Shot {
  readonly text: string;
  readonly doubtMm: number;
}

/** Hub to arch, left and right, as numbers: the rubber is tightened at them later. */
@Component({
  selector: 'ak-height-card',
  imports: [TextField, PlaceKey, PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (said()) {
      <p class="mono mt-2 text-lg" data-testid="heights">{{ said() }}</p>
    }
    <form class="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-3" (submit)="save($event)" akPlace="height">
      @for (side of sides; track side) {
        <ak-text-field
          [label]="'Hub to arch, ' + side"
          [value]="typed()[side]"
          (valueChange)="set(side, $event)"
          [mono]="true"
          mode="decimal"
          [testId]="'height-' + side"
        />
      }
      <button class="btn" [akDoes]="full() ? 'height' : null" (done)="save()" data-testid="height-save">Write it down</button>
      @if (!store.practice()) {
        @for (side of sides; track side) {
          <label class="link cursor-pointer text-sm">
            {{ side === 'left' ? 'Left' : 'Right' }} by photograph
            <input
              #f
              type="file"
              accept="image/*"
              capture="environment"
              class="sr-only"
              (change)="photograph(side, f)"
              [attr.data-testid]="'height-photo-' + side"
            />
          </label>
        }
      }
    </form>
    @if (seen(); as said) {
      <p class="soft mt-1 text-sm" role="status" data-testid="height-seen">{{ said }}</p>
    }
    @if (error()) {
      <p class="wrong mt-1" role="alert" data-testid="height-error">{{ error() }}</p>
    }
  `,
})
export class HeightCard {
  protected readonly store = inject(JobStore);
  private readonly filmer = inject(Filmer);
  private readonly outbox = inject(Outbox);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  /** What photographs told, by side: it counts as long as nobody writes something else over it. */
  private readonly shot = draft<Partial<Record<Side, Shot>>>(`height.shot.${this.store.view()!.id}`, {});
  protected readonly seen = signal('');
  protected readonly sides = SIDES;
  protected readonly error = signal('');
  /** Measured again, with the arms raised to what it was. */
  readonly again = input(false);
  readonly axle = input.required<AxleEnd>();
  private readonly here = computed(() => atAxle(this.store.state()!, this.axle()));
  protected readonly typed = draft<Record<Side, string>>(`height.${this.store.view()!.id}`, { left: '', right: '' });
  protected readonly full = computed(() => SIDES.every((s) => this.typed()[s].trim() !== ''));
  protected readonly said = computed(() => (this.again() ? sayHeightsAgain : sayHeights)(this.here()));

  protected set(side: Side, text: string): void {
    this.typed.update((t) => ({ ...t, [side]: text }));
  }
  protected async save(e?: Event): Promise<void> {
    e?.preventDefault();
    const s = this.here();
    const read = attempt(() => SIDES.map((side) => readHeight(s, side, this.typed()[side], this.again(), this.shotOf(side))));
    this.error.set(read.ok ? '' : `${read.error.message} Nothing was changed.`);
    if (!read.ok) return;
    if (!(await this.store.writeAll(read.value.map((body) => ({ kind: 'height' as const, body }))))) return;
    this.typed.clear();
    this.shot.clear();
    this.seen.set('');
  }
  private shotOf(side: Side): Shot | undefined {
    const shot = this.shot()[side];
    return shot?.text === this.typed()[side] ? shot : undefined;
  }
  /** A card with its middle on the hub’s, another over the arch with its lower edge on the arch’s, the telephone held level. */
  protected async photograph(side: Side, box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    this.error.set('');
    this.seen.set('Reading it …');
    try {
      const sheets = (this.session.shop()?.sheets ?? []).map(({ number, ruler }) => ({ number, ruler }));
      const picture = await shrink(file);
      const r = await this.filmer.ask('ride height', { picture: await createImageBitmap(file), sheets });
      if (r.mm === undefined) {
        this.seen.set('');
        return this.error.set(`${r.says} Nothing was changed.`);
      }
      const doubtMm = Math.max(1, Math.round(2 * r.uMm!));
      const text = this.units.sayLength(r.mm, 0);
      const caption = `Hub to arch, ${side}, by photograph: ${text}`;
      if (!(await this.store.writeAll([await photoLine(this.outbox, this.store.view()!.id, picture, { caption })]))) {
        this.seen.set('');
        return;
      }
      this.set(side, text);
      this.shot.update((s) => ({ ...s, [side]: { text, doubtMm } }));
      this.seen.set(
        `${capital(side)} ${text} by photograph, ± ${this.units.sayLength(doubtMm, 0)}, where the telephone was level.`,
      );
    } catch (e) {
      this.seen.set('');
      this.error.set(
        e instanceof DOMException ? `“${file.name}” could not be read as a picture. Nothing was changed.` : (e as Error).message,
      );
    }
  }
}
