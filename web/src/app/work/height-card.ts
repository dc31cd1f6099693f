import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { atAxle, attempt, readHeight, sayHeights, sayHeightsAgain, SIDES, type AxleEnd, type Side } from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { JobStore } from '../job/job-store';
import { draft } from '../state/draft';
import { PlaceKey, PlaceMark } from '../job/places';

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
    </form>
    @if (error()) {
      <p class="wrong mt-1" role="alert" data-testid="height-error">{{ error() }}</p>
    }
  `,
})
export class HeightCard {
  private readonly store = inject(JobStore);
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
    const read = attempt(() => SIDES.map((side) => readHeight(s, side, this.typed()[side], this.again())));
    this.error.set(read.ok ? '' : `${read.error.message} Nothing was changed.`);
    if (read.ok && (await this.store.writeAll(read.value.map((body) => ({ kind: 'height' as const, body }))))) this.typed.clear();
  }
}
