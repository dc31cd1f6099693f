import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Side } from '@ash-knot/core';
import type { Shape } from './shapes';

/** The colours of a drawing: on the screen the page's own, on paper plain ones, for it stands by itself. */
const PALETTES = {
  screen: {
    dark: 'var(--color-bark)',
    soft: 'var(--color-bark-soft)',
    pale: 'var(--color-ash-500)',
    metal: 'var(--color-ash-100)',
    tyre: 'var(--color-ash-300)',
    ink: 'var(--color-ink)',
    wrong: 'var(--color-oxide)',
  },
  paper: {
    dark: '#211d18',
    soft: '#211d18',
    pale: '#6b6255',
    metal: '#ffffff',
    tyre: '#e6e2d8',
    ink: '#211d18',
    wrong: '#211d18',
  },
} as const;
export type Palette = keyof typeof PALETTES;
type Colours = (typeof PALETTES)[Palette];

/** One stroke as it is painted. */
interface Painted {
  readonly d: string;
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly opacity: number | null;
}

/** A tube is two strokes, the outline and what it encloses. */
function painted(s: Shape, c: Colours, inked: Side | null, limit: boolean): Painted[] {
  const dark = s.usual ? c.soft : c.dark;
  const one = (fill: string, stroke: string, width: number, opacity: number | null = null): Painted[] => [
    { d: s.d, fill, stroke, width, opacity },
  ];
  const tube = (outline: string, inside: string, wall: number): Painted[] => [
    ...one('none', outline, s.width!),
    ...one('none', inside, Math.max(0.7, s.width! - 2 * wall)),
  ];
  const chosen = s.member === 'link' && inked !== null && inked === s.side;
  switch (s.kind) {
    case 'tube':
      return tube(dark, c.metal, s.usual ? 1.3 : 1.6);
    case 'wire':
      return tube(dark, c.metal, 1.3);
    case 'bar':
      return tube(c.dark, c.soft, s.width! * 0.38);
    case 'link': {
      const colour = limit ? c.wrong : chosen ? c.ink : c.dark;
      return one('none', colour, s.width! + (chosen || limit ? 1.4 : 0));
    }
    case 'part':
      return one(c.metal, chosen ? c.ink : dark, s.usual ? 1.3 : 1.6);
    case 'rubber':
      return one(c.dark, 'none', 0);
    case 'bonded':
      return one(c.pale, dark, 1.2);
    case 'ink':
      return one('none', dark, s.width ?? 2);
    case 'quiet':
      return one(c.metal, c.pale, 1, 0.55);
    case 'fine':
      return one('none', c.pale, 1);
    case 'far':
      return one('none', c.pale, s.width ?? 2);
    case 'tyre':
      return one(c.tyre, c.soft, 1.3);
  }
}

/** The strokes of an axle, back to front. Stands inside an svg. */
@Component({
  // Inside an svg only its own elements stand.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[akStrokes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (s of strokes(); track $index) {
      <svg:path
        [attr.d]="s.d"
        [attr.fill]="s.fill"
        [attr.stroke]="s.stroke"
        [attr.stroke-width]="s.width"
        [attr.opacity]="s.opacity"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    }
  `,
})
export class Strokes {
  readonly shapes = input.required<readonly Shape[]>();
  readonly palette = input<Palette>('screen');
  /** The link that is looked at, in ink. */
  readonly inked = input<Side | null>(null);
  /** The suspension has come to an end: the link says so. */
  readonly limit = input(false);
  protected readonly strokes = computed(() =>
    this.shapes().flatMap((s) => painted(s, PALETTES[this.palette()], this.inked(), this.limit())),
  );
}
