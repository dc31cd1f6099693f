import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Shape } from './shapes';

type Stroke = Readonly<Record<'fill' | 'stroke' | 'width', string>>;
/** A drawing that stands by itself carries its own strokes: black on white, no style sheet. */
const STROKES: Readonly<Record<Shape['kind'], Stroke>> = {
  ink: { fill: 'none', stroke: '#211d18', width: '2' },
  tube: { fill: 'none', stroke: '#211d18', width: '2' },
  link: { fill: 'none', stroke: '#211d18', width: '3' },
  part: { fill: '#ffffff', stroke: '#211d18', width: '1.6' },
  rubber: { fill: '#211d18', stroke: 'none', width: '0' },
  fine: { fill: 'none', stroke: '#6b6255', width: '1' },
  far: { fill: 'none', stroke: '#6b6255', width: '1.6' },
  hidden: { fill: 'none', stroke: '#6b6255', width: '1' },
  tyre: { fill: '#e6e2d8', stroke: '#211d18', width: '1.6' },
  gap: { fill: '#ffffff', stroke: 'none', width: '0' },
};

/** The strokes of an axle on paper, back to front. Stands inside an svg. */
@Component({
  // Inside an svg only its own elements stand.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[akPaperStrokes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (s of shapes(); track $index) {
      @if (s.kind === 'tube') {
        <svg:path
          [attr.d]="s.d"
          fill="none"
          stroke="#211d18"
          [attr.stroke-width]="s.width"
          stroke-linecap="round"
          stroke-linejoin="round"
        />
        <svg:path
          [attr.d]="s.d"
          fill="none"
          stroke="#ffffff"
          [attr.stroke-width]="s.width! - 3"
          stroke-linecap="round"
          stroke-linejoin="round"
        />
      } @else {
        <svg:path
          [attr.d]="s.d"
          [attr.fill]="strokes[s.kind].fill"
          [attr.stroke]="strokes[s.kind].stroke"
          [attr.stroke-width]="s.width ?? strokes[s.kind].width"
          [attr.stroke-dasharray]="s.kind === 'hidden' ? '7 4' : null"
          stroke-linejoin="round"
          stroke-linecap="round"
        />
      }
    }
  `,
})
export class PaperStrokes {
  readonly shapes = input.required<readonly Shape[]>();
  protected readonly strokes = STROKES;
}
