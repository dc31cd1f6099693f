const SVG = 'http://www.w3.org/2000/svg';

/** An element of a drawing that is made for a file and never stands on the page. */
export function drawn(
  name: string,
  attributes: Readonly<Record<string, string | number>>,
  ...inside: readonly (SVGElement | string)[]
): SVGElement {
  const el = document.createElementNS(SVG, name);
  for (const [k, v] of Object.entries(attributes))
    el.setAttribute(k, typeof v === 'number' ? String(Math.round(v * 100) / 100) : v);
  el.append(...inside);
  return el;
}

/** A line of words in it. */
export const words = (x: number, y: number, text: string, more: Readonly<Record<string, string | number>> = {}): SVGElement =>
  drawn('text', { x, y, 'font-size': 14, fill: '#000000', ...more }, text);
