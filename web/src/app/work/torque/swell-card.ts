import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { attempt, fixed, parseQuantity, parseThread, swellToWasher } from '@ash-knot/core';
import { TextField } from '../../kit/text-field';
import { draft } from '../../state/draft';
import { Units } from '../../session/units';

const FIELDS = ['height', 'outside', 'hole', 'washer'] as const;
type Field = (typeof FIELDS)[number];
const NAMES: Record<Field, string> = {
  height: 'Grommet, free height',
  outside: 'Grommet, outside',
  hole: 'Grommet, hole',
  washer: 'Washer, outside',
};

/** Where nothing is published for grommets: how far to turn from all touching, until the rubber swells to its washers. */
@Component({
  selector: 'ak-swell-card',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details class="rule mt-3 pt-2" open data-testid="swell">
      <summary class="link">Rubber grommets: how far to turn from all touching</summary>
      <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        @for (f of fields; track f) {
          <ak-text-field
            [label]="names[f]"
            [mono]="true"
            [value]="typed()[f] ?? ''"
            (valueChange)="set(f, $event)"
            [testId]="'swell-' + f"
          />
        }
      </div>
      @if (out(); as o) {
        @if (o.ok) {
          <p class="mt-2 text-lg font-semibold" data-testid="swell-turns">
            {{ o.value.turns }} turns of the nut from all touching, {{ o.value.travel }} in all.
          </p>
          <svg
            viewBox="0 0 320 96"
            class="mt-1 block w-full max-w-[360px]"
            role="img"
            aria-label="A grommet free, and swollen to its washer’s edge"
          >
            @for (g of o.value.drawn; track g.x) {
              <g [attr.transform]="'translate(' + g.x + ' 48)'">
                <rect
                  [attr.x]="-g.washer / 2"
                  [attr.y]="-g.high / 2 - 6"
                  [attr.width]="g.washer"
                  height="6"
                  fill="var(--color-bark)"
                />
                <rect
                  [attr.x]="-g.washer / 2"
                  [attr.y]="g.high / 2"
                  [attr.width]="g.washer"
                  height="6"
                  fill="var(--color-bark)"
                />
                <rect
                  [attr.x]="-g.wide / 2"
                  [attr.y]="-g.high / 2"
                  [attr.width]="g.wide"
                  [attr.height]="g.high"
                  rx="5"
                  fill="var(--color-ash-400)"
                  stroke="var(--color-bark)"
                />
              </g>
            }
          </svg>
        } @else {
          <p class="wrong mt-2 text-sm" role="alert">{{ o.error.message }}</p>
        }
      }
      <p class="soft mt-2 text-sm">
        Rubber only, narrower than its washer, with no sleeve that stops the nut; four grommets. A guide where nothing is
        published, never in the place of a value.
      </p>
    </details>
  `,
})
export class SwellCard {
  readonly thread = input<string | undefined>();
  protected readonly units = inject(Units);
  protected readonly fields = FIELDS;
  protected readonly names = NAMES;
  protected readonly typed = draft<Partial<Record<Field, string>>>('swell', {});
  protected set(f: Field, text: string): void {
    this.typed.update((t) => ({ ...t, [f]: text }));
  }
  protected readonly out = computed(() => {
    const t = this.typed();
    if (!FIELDS.every((f) => t[f]?.trim())) return undefined;
    return attempt(() => {
      const mm = (f: Field) => parseQuantity(t[f]!, 'length', { field: NAMES[f].toLowerCase() }).si;
      const thread = parseThread(this.thread() ?? '', 'thread of the bolt');
      const grommet = { heightMm: mm('height'), outsideMm: mm('outside'), holeMm: mm('hole') };
      const c = swellToWasher(grommet, mm('washer'), thread.majorMm);
      const turns = (press: number) => fixed((4 * press) / thread.pitchMm, 1);
      const scale = 110 / mm('washer');
      const drawn = [
        { x: 80, high: grommet.heightMm * scale, wide: grommet.outsideMm * scale, washer: 110 },
        { x: 240, high: (grommet.heightMm - (c.grippedMm + c.slippingMm) / 2) * scale, wide: 110, washer: 110 },
      ];
      return {
        turns: `${turns(c.grippedMm)} to ${turns(c.slippingMm)}`,
        travel: `${this.units.sayLength(4 * c.grippedMm, 1)} to ${this.units.sayLength(4 * c.slippingMm, 1)}`,
        drawn,
      };
    });
  });
}
