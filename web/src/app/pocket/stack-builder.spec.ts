import { TestBed } from '@angular/core/testing';
import { setUp, tid } from '../../test';
import { STRUT_TYPE } from '@ash-knot/core/test';
import { OpenJob } from '../job/open-job';
import { By } from '@angular/platform-browser';
import { PhotoSize } from '../instruments/photo-size';
import { StackBuilder } from './stack-builder';

async function open(inputs: Record<string, unknown> = {}) {
  localStorage.clear();
  setUp();
  const fixture = TestBed.createComponent(StackBuilder);
  const give = (x: Record<string, unknown>) => {
    for (const [k, v] of Object.entries(x)) fixture.componentRef.setInput(k, v);
  };
  give(inputs);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const pieces = () => [...el.querySelectorAll<HTMLElement>(`${tid('stack')} button`)];
  return {
    el,
    settle,
    give: (x: Record<string, unknown>) => (give(x), settle()),
    hints: () => [...el.querySelectorAll('[id^="text-field"]')].map((x) => x.textContent),
    value: (s: string) => el.querySelector<HTMLInputElement>(tid(s))!.value,
    pieces,
    names: () => pieces().map((p) => p.dataset['piece']),
    text: (s: string) => (el.querySelector(s)?.textContent ?? '').replace(/\s+/g, ' ').trim(),
    key: async (i: number, key: string) => {
      pieces()[i]!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await settle();
    },
    type: async (s: string, v: string) => {
      const box = [...el.querySelectorAll('label')].find((l) => l.textContent!.includes(s))!.querySelector('input')!;
      box.value = v;
      box.dispatchEvent(new Event('input'));
      await settle();
    },
    pick: async (name: string) => {
      [...el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === name)!.click();
      await settle();
    },
  };
}

test('by keys: a piece moved out of its place is explained, and back again', async () => {
  const p = await open();
  expect(p.text(tid('stack-fault'))).toBe('In order.');
  await p.key(2, 'ArrowDown');
  expect(p.names().slice(2, 4)).toEqual(['arm', 'grommet']);
  expect(p.text(tid('stack-fault'))).toMatch(
    /The grommet comes after the dished washer, not the arm eye\. Metal would stand on metal/,
  );
  expect(p.el.querySelector(tid('stack-reach'))).toBeNull();
  await p.key(3, 'ArrowUp');
  expect(p.text(tid('stack-fault'))).toBe('In order.');
});
test('a bolt by photograph stands in its field with its doubt and among what came so; typed over it is measured', async () => {
  localStorage.clear();
  setUp();
  const fixture = TestBed.createComponent(StackBuilder);
  await fixture.whenStable();
  const el = fixture.nativeElement as HTMLElement;
  el.querySelector<HTMLElement>(tid('photograph-stack-boltLong'))!.click();
  await fixture.whenStable();
  const shot = fixture.debugElement.query(By.directive(PhotoSize)).componentInstance as PhotoSize;
  expect(shot.ask()).toEqual(['Touch the face under its head.', 'Touch its tip.']);
  shot.kept.emit({ mm: 131.26, uMm: 0.22, picture: new Blob(['x']) });
  await fixture.whenStable();
  expect(el.querySelector(tid('photograph-stack-boltLong'))).not.toBeNull();
  const box = el.querySelector<HTMLInputElement>(tid('stack-boltLong'))!;
  expect(box.value).toBe('131.3 mm');
  expect(el.textContent).toContain('by photograph ± 0.4 mm');
  expect(el.querySelector(tid('stack-usual'))!.textContent).toContain('By photograph: bolt, under its head 131.3 mm ± 0.4 mm.');
  box.value = '131 mm';
  box.dispatchEvent(new Event('input'));
  await fixture.whenStable();
  expect(el.textContent).not.toContain('by photograph ±');
});
test('a washer turned over is explained', async () => {
  const p = await open();
  await p.key(1, 'Enter');
  expect(p.text(tid('stack-fault'))).toMatch(/wrong way round/);
});
test('turns as a band; the rule’s ends are told', async () => {
  const p = await open();
  expect(p.text(tid('stack-reach'))).toMatch(/turn the nut \d+\.\d to \d+\.\d turns/);
  await p.pick('polyurethane');
  expect(p.text(tid('stack-reach'))).toMatch(/Polyurethane hardly swells/);
  await p.pick('rubber');
  await p.type('Washer, outside', '28 mm');
  expect(p.text(tid('stack-reach'))).toMatch(/as wide as its washer/);
  await p.type('Washer, outside', 'wide');
  expect(p.text(tid('stack-error'))).toMatch(/washer, outside must be a number/);
});
test('other kinds of link have other pieces', async () => {
  const p = await open();
  await p.pick('washer welded to the head');
  expect(p.names()).toHaveLength(12);
  await p.pick('stud with two nuts');
  expect(p.names().filter((n) => n === 'nut')).toHaveLength(2);
  expect(p.text(tid('stack-fault'))).toBe('In order.');
});
test('a sleeve for the length wanted; a plain washer judged', async () => {
  const p = await open();
  await p.type('Link wanted', '150 mm');
  expect(p.text(tid('stack-sleeve'))).toMatch(/^Takes a sleeve of \d+ mm\.$/);
  await p.type('Link wanted', '20 mm');
  expect(p.text(tid('stack-sleeve'))).toMatch(/length of the link must be more than/);
  await p.type('A plain washer instead', '28 15 2');
  expect(p.text(tid('stack-washer'))).toMatch(/Too small.*passes over.*thin/);
  await p.type('A plain washer instead', '34 10.5 3');
  expect(p.text(tid('stack-washer'))).toMatch(/^It serves/);
});
test('kept on the tape of the sheet below, with what was given, what is only usual, and by which method', async () => {
  const p = await open({ keeps: true });
  const kept: unknown[] = [];
  TestBed.inject(OpenJob).store.set({ write: (_k: string, b: unknown) => (kept.push(b), Promise.resolve(true)) } as never);
  await p.settle();
  const keep = async () => {
    p.el.querySelector<HTMLElement>(tid('stack-keep'))!.click();
    await p.settle();
  };
  // Nobody has measured the bolt: that is no number to keep.
  await keep();
  expect(p.text(tid('stack-unkept'))).toBe('The bolt, under its head is not said yet: measure it.');
  expect(kept).toEqual([]);
  await p.type('Bolt, under its head', '190 mm');
  for (const [label, mm] of Object.entries({ 'Grommet, free height': '15 mm', 'Arm eye, thick': '6 mm' }))
    await p.type(label, mm);
  await keep();
  expect(kept).toEqual([
    expect.objectContaining({
      what: 'stack',
      method: 'stack 1',
      given: expect.objectContaining({ boltLengthMm: 190, grommet: { heightMm: 15, outsideMm: 28, holeMm: 12 } }),
      found: expect.objectContaining({ faults: [] }),
      words: expect.stringMatching(
        /Usual, not measured: grommet, washer, bolt, pitch, sleeve, bar eye, nut, sleeve’s outside and material\.$/,
      ),
    }),
  ]);
});
test('a vehicle’s own stack: bolt and length from its file, the sleeve that length takes; what is typed stays with it', async () => {
  const link = STRUT_TYPE.axles.front.link!;
  const axle = { link: { ...link, kind: 'bolt-through', lengthMm: 150, lower: { ...link.lower, thread: 'M8×1.25' } } };
  const p = await open({ whose: 'sheet.front', axle });
  expect([p.value('stack-bolt'), p.value('stack-pitch'), p.value('stack-wanted')]).toEqual(['8.0 mm', '1.25 mm', '150.0 mm']);
  expect(p.hints().filter((h) => h === 'from the file')).toHaveLength(3);
  expect(p.value('stack-boltLong')).toBe('');
  expect(p.text(tid('stack-sleeve'))).toBe(`Takes a sleeve of ${Math.round(parseFloat(p.value('stack-sleeveLong')))} mm.`);
  await p.type('Washer, outside', '34 mm');
  await p.give({ whose: 'floor', axle: null });
  expect(p.value('stack-washerWide')).toBe('32.0 mm');
  expect(p.value('stack-bolt')).toBe('10.0 mm');
  await p.give({ whose: 'sheet.front', axle });
  expect(p.value('stack-washerWide')).toBe('34 mm');
  await p.give({ axle: { link: { ...axle.link, kind: 'headless-stud' } } });
  expect(p.names().filter((n) => n === 'nut')).toHaveLength(2);
});
