import { TestBed } from '@angular/core/testing';
import { everyAxle } from '../../test/axles';
import { setUp } from '../../test';
import { LinkPicture } from './link-picture';

const draw = (axle: ReturnType<typeof everyAxle>[number][1], lengthMm: number | null) => {
  const f = TestBed.createComponent(LinkPicture);
  f.componentRef.setInput('axle', axle);
  f.componentRef.setInput('lengthMm', lengthMm);
  f.detectChanges();
  return f.nativeElement as HTMLElement;
};

test('the corner stands in both views with its link in ink, and the length that is known beside it', () => {
  setUp();
  for (const [name, axle] of everyAxle().filter(([n]) => /track/.test(n))) {
    const el = draw(axle, 305);
    for (const p of el.querySelectorAll('path')) expect(p.getAttribute('d')).not.toMatch(/NaN|undefined|Infinity/);
    const inked = el.querySelectorAll('path[stroke="var(--color-ink)"]').length;
    // A beam has no link: nothing is in ink, and no length is said of it.
    expect([name, inked > 0]).toEqual([name, axle.link !== null]);
    expect([name, el.querySelector('text')?.textContent?.trim() ?? '']).toEqual([name, axle.link ? '305 mm' : '']);
  }
});
test('a length nobody knows is not written', () => {
  setUp();
  expect(draw(everyAxle()[0]![1], null).querySelector('text')).toBeNull();
});
