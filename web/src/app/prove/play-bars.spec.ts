import { TestBed } from '@angular/core/testing';
import type { JointView } from '@ash-knot/core';
import { setUp } from '../../test';
import { PlayBars, spanOf } from './play-bars';
import { playPicture } from './play-picture';

const play = (meanMm: number, oneSidedMm: number, limitMm = 0.5) => ({ doubt: { meanMm, oneSidedMm }, limit: { limitMm } });
const joint = (over: object) => ({ state: 'sound', asFound: { state: 'loose', why: '' }, ...over }) as unknown as JointView;
const draw = (j: JointView, span = spanOf([j])) => {
  setUp();
  const f = TestBed.createComponent(PlayBars);
  f.componentRef.setInput('joint', j);
  f.componentRef.setInput('spanMm', span);
  f.detectChanges();
  const el = f.nativeElement as HTMLElement;
  const row = (when: string) => el.querySelector<HTMLElement>(`[data-when="${when}"]`)!;
  return {
    row,
    width: (when: string) => parseFloat(row(when).querySelector<HTMLElement>('.bar')!.style.width),
    text: (when: string) => row(when).textContent!.replace(/\s+/g, ' ').trim(),
  };
};

test('before and after stand on one scale: a bar is as long as its play, its doubt as wide as it is, the limit where it is', () => {
  const j = joint({ before: play(0.7, 0.1), after: play(0.07, 0.02) });
  const d = draw(j, 1);
  expect(d.width('before')).toBeCloseTo(70, 6);
  expect(d.width('after')).toBeCloseTo(7, 6);
  const doubt = d.row('before').querySelector<HTMLElement>('.doubt')!.style;
  expect([parseFloat(doubt.left), parseFloat(doubt.width)]).toEqual([60, 20].map((x) => expect.closeTo(x, 6)));
  expect(parseFloat(d.row('after').querySelector<HTMLElement>('.post')!.style.left)).toBe(50);
  expect(d.text('before')).toContain('0.70 mm');
  expect(d.text('after')).toContain('0.07 mm');
});
test('nothing runs off the scale: it reaches past the widest doubt and the limit of every joint', () => {
  const all = [joint({ before: play(0.7, 0.3) }), joint({ after: play(0.1, 0, 1.4) })];
  expect(spanOf(all)).toBeGreaterThan(1.4);
  expect(spanOf([joint({})])).toBeGreaterThan(0);
});
test('what was only felt has no bar and says so; the mark of then and of now are both there', () => {
  const d = draw(joint({ hand: 'moves', proof: 'no play' }));
  expect(d.row('before').querySelector('.bar')).toBeNull();
  expect([d.text('before'), d.text('after')]).toEqual(['before, loosemoved', 'after, soundno play']);
});

test('the drawing for a report: every joint with its name, its bars and limit on the one scale, what has no number in words', () => {
  const all = [joint({ before: play(0.7, 0.1), after: play(0.07, 0.02) }), joint({ hand: 'moves', proof: 'no play' })];
  const svg = playPicture(
    all,
    (j) => (j === all[0] ? 'left <upper>' : 'right'),
    (mm) => `${mm} mm`,
  );
  const bars = [...svg.querySelectorAll('rect')].map((r) => Number(r.getAttribute('width')));
  expect(bars).toHaveLength(2);
  expect(bars[0]! / bars[1]!).toBeCloseTo(10, 1);
  const words = [...svg.querySelectorAll('text')].map((x) => x.textContent);
  expect(words).toEqual(
    expect.arrayContaining(['left <upper>', '0.7 mm', '0.07 mm', 'limit 0.5 mm', 'right', 'moved', 'no play']),
  );
  const [, , wide, high] = svg.getAttribute('viewBox')!.split(' ').map(Number);
  for (const r of svg.querySelectorAll('rect')) {
    expect(Number(r.getAttribute('x')) + Number(r.getAttribute('width'))).toBeLessThan(wide!);
    expect(Number(r.getAttribute('y'))).toBeLessThan(high!);
  }
});
