import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Comparable } from '@ash-knot/core';
import { outline, spanOf } from './outline';

const WIDE = 220;
const HIGH = 64;
const EDGE = 24;

/** What has an outline of its own by its kind. */
export const isDrawn = (p: Pick<Comparable, 'kind'>): boolean => p.kind !== 'other part' && p.kind !== 'refit';

/** A part small, over the one that is on it, where that is known: as much of a way as fits into its column, to the scale of all of them. */
@Component({
  selector: 'ak-part-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block max-w-56' },
  template: `
    <svg [attr.viewBox]="'0 0 ' + wide + ' ' + high" class="block w-full" aria-hidden="true">
      @if (drawn().old; as o) {
        <path [attr.d]="o.d" fill="var(--color-ash-300)" />
        <path [attr.d]="o.holes" fill="var(--color-ash-100)" />
      }
      <path [attr.d]="drawn().mine.d" fill="none" stroke="var(--color-ink)" stroke-width="1.8" stroke-linejoin="round" />
      <path [attr.d]="drawn().mine.holes" fill="none" stroke="var(--color-ink)" stroke-width="1.8" />
    </svg>
  `,
})
export class PartPicture {
  readonly part = input.required<Comparable>();
  readonly old = input<Comparable | null>(null);
  /** The longest of what stands side by side, mm: all to one scale. */
  readonly spanMm = input<number>();
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly drawn = computed(() => {
    const [part, old] = [this.part(), this.old()];
    const px = Math.min(1.1, (WIDE - 2 * EDGE) / (this.spanMm() ?? spanOf(part)));
    const at = (p: Comparable) => outline(p, EDGE, HIGH - 18, px);
    return { mine: at(part), old: old ? at({ ...part, ...known(old) }) : null };
  });
}

/** What is known of a part; the rest is drawn as the other one has it. */
const known = (p: Comparable): Partial<Comparable> =>
  Object.fromEntries(Object.entries(p).filter(([, v]) => v !== undefined)) as Partial<Comparable>;
