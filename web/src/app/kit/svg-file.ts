/**
 * An svg of a page as a file that stands by itself: nothing of Angular's, no class.
 * @param paint what stands for a value that only this page knows, such as a colour of its style sheet
 */
export function svgFile(from: SVGElement, given: Readonly<Record<string, string>>, paint = (value: string) => value): string {
  const svg = from.cloneNode(true) as SVGElement;
  for (const el of [svg, ...svg.querySelectorAll('*')])
    for (const { name, value } of [...el.attributes]) {
      if (/^(_ng|ng-|class$|data-testid$)/.test(name)) el.removeAttribute(name);
      else if (paint(value) !== value) el.setAttribute(name, paint(value));
    }
  for (const [name, value] of Object.entries(given)) svg.setAttribute(name, value);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(svg)}\n`;
}
