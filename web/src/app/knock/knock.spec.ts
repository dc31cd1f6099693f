import { TestBed } from '@angular/core/testing';
import type { AxleSpec } from '@ash-knot/core';
import { Player } from '../kit/player';
import { setUp, tid, TYPE } from '../../test';
import { KnockView } from './knock-view';

/** No loudspeaker here: what would be played is kept. */
class FakeContext {
  static played: number[] = [];
  readonly destination = {};
  createBuffer = (_: number, length: number) => ({ length, copyToChannel: () => undefined });
  createBufferSource() {
    const source = {
      buffer: null as { length: number } | null,
      playbackRate: { value: 1 },
      onended: null as (() => void) | null,
      connect: () => undefined,
      start: () => void FakeContext.played.push(source.buffer!.length),
      stop: () => source.onended?.(),
    };
    return source;
  }
  resume = () => Promise.resolve();
}

async function view(axle: AxleSpec = TYPE.axles.front) {
  FakeContext.played = [];
  (globalThis as unknown as { AudioContext: unknown }).AudioContext = FakeContext;
  (globalThis as unknown as { matchMedia: unknown }).matchMedia = () => ({ matches: true });
  HTMLCanvasElement.prototype.getContext = (() => null) as never;
  setUp();
  const fixture = TestBed.createComponent(KnockView);
  fixture.componentRef.setInput('end', 'front');
  fixture.componentRef.setInput('axle', axle);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    for (let i = 0; i < 8; i++) {
      await new Promise((r) => setTimeout(r, 15));
      await fixture.whenStable();
    }
  };
  await settle();
  const slide = async (id: string, value: number) => {
    const field = el.querySelector<HTMLInputElement>(tid(id))!;
    field.value = String(value);
    field.dispatchEvent(new Event('input'));
    await settle();
  };
  const said = () => el.querySelector(tid('knock-said'))!.textContent!;
  return { el, settle, slide, said, count: () => Number(el.querySelector(tid('knock-count'))!.textContent) };
}

test('one wheel over a bump: how often the gap closes, and what half the play changes; both wheels: never', async () => {
  const v = await view();
  expect(v.count()).toBeGreaterThan(1);
  expect(v.said()).toMatch(/It knocks .*With half the play/s);
  [...v.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === 'both wheels')!.click();
  await v.settle();
  expect([v.count(), v.said()]).toEqual([0, expect.stringContaining('Both wheels rise alike')]);
});

test('what is set changes it while it is open: no play, no knock; more is said in the shop’s unit', async () => {
  const v = await view();
  await v.slide('knock-playMm', 0);
  expect([v.count(), v.said()]).toEqual([0, expect.stringContaining('No play')]);
  await v.slide('knock-playMm', 2);
  expect(v.el.textContent).toContain('2.0 mm');
  expect(v.count()).toBeGreaterThan(0);
});

test('it does not move for somebody who asked for calm; a moment can be held', async () => {
  const v = await view();
  expect(v.el.querySelector(tid('knock-run'))!.textContent).toContain('Run');
  await v.slide('knock-at', 123);
  expect(v.el.textContent).toContain('123 ms');
});

test('heard on a tap, stopped by the next one', async () => {
  const v = await view();
  v.el.querySelector<HTMLElement>(tid('knock-hear'))!.click();
  await v.settle();
  expect(FakeContext.played.length).toBe(1);
  expect(TestBed.inject(Player).playing()).toBe('knock');
  v.el.querySelector<HTMLElement>(tid('knock-hear'))!.click();
  await v.settle();
  expect(TestBed.inject(Player).playing()).toBeNull();
});

test('an axle without a bar on links says so', async () => {
  const v = await view({ ...TYPE.axles.front, bar: null });
  expect(v.el.querySelector(tid('knock-wrong'))!.textContent).toContain('bar on links is not on this axle');
});
