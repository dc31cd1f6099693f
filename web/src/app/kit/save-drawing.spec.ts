import { drawingFile, inBlack } from './save-drawing';

test.each([
  ['rgb(34, 80, 110)', '#000000'],
  ['rgb(255, 255, 255)', '#ffffff'],
  ['rgb(143, 135, 120)', '#8c8c8c'],
  ['rgba(0, 0, 0, 0)', 'none'],
  ['color(srgb 0.13 0.31 0.43)', '#000000'],
  ['none', 'none'],
])('%s is printed as %s', (from, to) => expect(inBlack(from)).toBe(to));

test('a drawing stands by itself: what the style sheet said is in it, in black, with its sizes and nothing of the page', () => {
  document.body.innerHTML = `<style>.line { stroke: rgb(34, 80, 110); stroke-width: 3px; fill: none; font-size: 13px }</style>
    <svg viewBox="0 0 560 300" class="block"><path class="line" data-testid="x" d="M0 0H9"/><text>305 mm</text></svg>`;
  const file = drawingFile(document.querySelector('svg')!);
  expect(file).toMatch(/^<\?xml version="1\.0" encoding="UTF-8"\?>\n<svg/);
  expect(file).toContain('width="560"');
  expect(file).toContain('height="300"');
  expect(file).toMatch(/stroke="#000000"/);
  expect(file).toMatch(/stroke-width="3(px)?"/);
  expect(file).toContain('305 mm');
  expect(file).not.toMatch(/class=|data-testid|var\(/);
});
