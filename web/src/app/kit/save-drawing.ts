import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { saveFile } from './save-file';
import { svgFile } from './svg-file';

/** What a drawing takes from the page's style sheet, and a file by itself would not have. */
const LOOKS = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;

/** Lighter than this is paper, darker than that is ink; between them a grey that a printer in black can do. */
const [PAPER, INK] = [0.72, 0.4];

/** A colour of the screen as it is printed in black only; what is no colour stays what it is. */
export function inBlack(value: string): string {
  const parts = /^(?:rgba?\(|color\(srgb )([\d.]+)[, ]+([\d.]+)[, ]+([\d.]+)(?:[,/ ]+([\d.]+))?\)$/.exec(value.trim());
  if (!parts) return value;
  const full = value.startsWith('color(') ? 1 : 255;
  if (parts[4] !== undefined && Number(parts[4]) === 0) return 'none';
  const [r, g, b] = [1, 2, 3].map((i) => Number(parts[i]) / full) as [number, number, number];
  // Luma of ITU-R BT.601.
  const light = 0.299 * r + 0.587 * g + 0.114 * b;
  return light > PAPER ? '#ffffff' : light < INK ? '#000000' : '#8c8c8c';
}

/** A drawing of the page as a file that stands by itself, with its sizes, for a report printed in black. */
export function drawingFile(svg: Element): string {
  const copy = svg.cloneNode(true) as SVGElement;
  const to = [copy, ...copy.querySelectorAll('*')];
  [svg, ...svg.querySelectorAll('*')].forEach((el, i) => {
    const css = getComputedStyle(el);
    for (const look of LOOKS) {
      const value = css.getPropertyValue(look) || el.getAttribute(look);
      if (value) to[i]!.setAttribute(look, look === 'fill' || look === 'stroke' ? inBlack(value) : value);
    }
  });
  const [, , width, height] = (svg.getAttribute('viewBox') ?? '').split(' ');
  return svgFile(copy, { 'font-family': 'sans-serif', ...(width && height ? { width, height } : {}) });
}

/** Saves the drawing beside it as a file. */
@Component({
  selector: 'ak-save-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print block text-right' },
  template: `<button type="button" class="link text-sm" (click)="save()" data-testid="save-drawing">Drawing</button>`,
})
export class SaveDrawing {
  /** The svg: a template's reference to one is typed as any element of the page; or what makes it, where the page has none. */
  readonly of = input.required<Element | (() => Element)>();
  /** What the file is called, without its ending. */
  readonly name = input.required<string>();
  protected save(): void {
    const it = this.of();
    saveFile(`${this.name()}.svg`, drawingFile(typeof it === 'function' ? it() : it), 'image/svg+xml');
  }
}
