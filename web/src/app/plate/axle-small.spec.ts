import { TestBed } from '@angular/core/testing';
import { everyAxle } from '../../test/axles';
import { AxleSmall, type SmallMark } from './axle-small';

const draw = (axle: (typeof all)[number][1], marks: readonly SmallMark[] = []) => {
  const f = TestBed.createComponent(AxleSmall);
  f.componentRef.setInput('axle', axle);
  f.componentRef.setInput('marks', marks);
  f.componentRef.setInput('label', 'Front axle: nothing found yet.');
  f.detectChanges();
  return f.nativeElement as HTMLElement;
};
const all = everyAxle();

test('every axle is three lines and nothing else, with numbers that are some', () => {
  for (const [name, axle] of all) {
    const paths = [...draw(axle).querySelectorAll('path')].map((p) => p.getAttribute('d')!);
    expect([name, paths.length]).toEqual([name, 3]);
    for (const d of paths) expect(d).not.toMatch(/NaN|undefined|Infinity/);
    expect(paths[0]!.match(/M/g)).toHaveLength(2);
  }
});
test('a mark stands at its joint, left and right mirrored, a loose one with its blocks apart', () => {
  const axle = all[0]![1];
  const el = draw(axle, [
    { kind: 'link-lower', side: 'left', state: 'loose' },
    { kind: 'link-lower', side: 'right', state: 'dangerous' },
  ]);
  const [left, right] = [...el.querySelectorAll('circle')].map((c) => Number(c.getAttribute('cx'))) as [number, number];
  expect(left).toBeLessThan(75);
  expect(left + right).toBeCloseTo(150, 6);
  const blocks = [...el.querySelectorAll('circle + path')].map((p) => p.getAttribute('d')!);
  expect(blocks.every((d) => d.match(/M/g)!.length === 2)).toBe(true);
});
