import type { SizeKey } from '../../parts';
import { CONTEXT, ledger } from '../../test';
import { foldJob, originOf, photoRound, photoSizeBody, photoTouches, photoWay, readHeight, sayHeights, wantedFor } from '..';

const e = ledger();

test('a size by a photograph overrules the file like a caliper’s, with what it may be off by, and is called what it is', () => {
  const body = photoSizeBody('front', 'link-length', { mm: 301.24, uMm: 0.21 });
  expect(body).toEqual({
    axle: 'front',
    size: 'link-length',
    text: '301.2 mm ± 0.4 mm',
    mm: 301.2,
    doubtMm: 0.4,
    by: 'photograph',
  });
  const s = foldJob(CONTEXT, [e('size', body)]);
  expect(originOf(s, 'front', 'link-length')).toBe('by photograph');
  expect(wantedFor(s, ['front.left.link-lower'])).toMatchObject({ lengthMm: 301.2, doubtMm: { 'link-length': 0.4 } });
  // Measured with a caliper after it, that speaks.
  const later = foldJob(CONTEXT, [
    e('size', body),
    e('size', { axle: 'front', size: 'link-length', text: '300 mm', mm: 300, doubtMm: 1 }),
  ]);
  expect(originOf(later, 'front', 'link-length')).toBe('measured');
});
test.each([
  ['link-length', 900, /link length must be between 30 and 600 mm/i],
  ['upper.stud-thread', 10, /size cannot be photographed/i],
  ['bar-diameter', 1, /bar, clean must be between 3 and 60/i],
])('%s of %d mm is refused by name', (key, mm, says) =>
  expect(() => photoSizeBody('front', key as SizeKey, { mm, uMm: 0.1 })).toThrow(says),
);
test('what is touched follows from the size', () => {
  expect(photoTouches(photoWay('link-length')!, photoRound('link-length'))).toEqual([
    'Touch the middle of one eye.',
    'Touch the middle of the other eye.',
  ]);
  expect(photoTouches(photoWay('bar-diameter')!, photoRound('bar-diameter'))).toEqual([
    'Touch one edge.',
    'Touch the edge opposite.',
  ]);
  expect(photoTouches('one circle', photoRound('hole-spacing'))).toEqual(['Touch the middle of the hole.']);
});
test('heights by photograph: sides that differ by less than it tells do not differ', () => {
  const s = foldJob(CONTEXT, []);
  const both = (mm: number) =>
    foldJob(CONTEXT, [
      e('height', readHeight(s, 'left', '372 mm', false, { doubtMm: 3 })),
      e('height', readHeight(s, 'right', `${mm} mm`, false, { doubtMm: 3 })),
    ]);
  expect(sayHeights(both(370))).toBe('left 372 mm, right 370 mm (by photograph, ± 4 mm)');
  expect(sayHeights(both(360))).toMatch(/right 360 mm: the right side is 12 mm lower\. Look at its spring \(by photograph/);
});
