import { BreakpointObserver } from '@angular/cdk/layout';
import { of } from 'rxjs';
import { bench, stored, tid } from '../../test';
import { ComplaintDraft } from './complaint-draft';
import { Listen } from './listen';

const word = (el: HTMLElement, text: string) =>
  [...el.querySelectorAll<HTMLElement>('button')].find((x) => x.textContent!.trim() === text)!;
/** A phone: the body and the roads stand on the bench. */
const PHONE = { providers: [{ provide: BreakpointObserver, useValue: { observe: () => of({ matches: true }) } }] };

test('words are picked, kept until they are written down, and written down once', async () => {
  const b = await bench(Listen, [], PHONE);
  await b.type(tid('words'), 'knocks on the cobbles');
  word(b.el, 'pothole').click();
  word(b.el, 'front floor').click();
  await b.settle();
  expect(localStorage.getItem('ashknot.draft.complaint.0193c000-0000-7000-8000-000000000001')).toContain('knocks on the cobbles');
  await b.click(tid('save-complaint'));
  expect(b.written()).toEqual([
    [
      'complaint',
      {
        character: [],
        where: ['front floor'],
        when: ['patched surface, slowly', 'pothole'],
        handling: [],
        conditions: [],
        like: [],
        history: [],
        words: 'knocks on the cobbles',
      },
    ],
  ]);
  expect(b.el.querySelector<HTMLButtonElement>(tid('save-complaint'))!.disabled).toBe(true);
});

test('the sentence ticks what it says, in sight; taken away it stays away, and what it no longer says goes', async () => {
  const b = await bench(Listen, [], PHONE);
  await b.type(tid('words'), 'clunks front left over rough roads');
  expect(b.text(tid('read-words'))).toMatch(/Picked from these words: dull clunk · front · left · patched surface, slowly\./);
  expect(word(b.el, 'left').getAttribute('aria-pressed')).toBe('true');
  word(b.el, 'left').click();
  await b.settle();
  await b.type(tid('words'), 'clunks front left over potholes');
  const pressed = (t: string) => word(b.el, t).getAttribute('aria-pressed');
  expect([pressed('left'), pressed('front'), pressed('pothole'), pressed('patched surface, slowly')]).toEqual([
    'false',
    'true',
    'true',
    'false',
  ]);
});

test('what was said before is there to be added to', async () => {
  const b = await bench(Listen, [
    stored('complaint', {
      character: ['rattle'],
      where: [],
      when: [],
      handling: [],
      conditions: [],
      like: [],
      history: [],
      words: 'rattles',
    }),
  ]);
  expect(word(b.el, 'rattle').getAttribute('aria-pressed')).toBe('true');
  word(b.el, 'click').click();
  await b.settle();
  await b.click(tid('save-complaint'));
  expect(b.written()[0]![1]).toMatchObject({ character: ['rattle', 'click'], words: 'rattles' });
});

test('beside the bench the picture is asked for where the axle stands otherwise; for our own drive it is not', async () => {
  const said = stored('complaint', {
    character: [],
    where: ['front'],
    when: [],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    words: 'knocks',
  });
  const b = await bench(Listen, [said]);
  const draft = b.fixture.debugElement.injector.get(ComplaintDraft);
  expect(draft.asked()).toBe(true);
  expect(b.el.querySelector('ak-where-heard')).toBeNull();
  b.fixture.componentRef.setInput('drive', '1');
  await b.settle();
  expect(draft.asked()).toBe(false);
  b.fixture.componentRef.setInput('drive', undefined);
  await b.settle();
  b.fixture.destroy();
  expect(draft.asked()).toBe(false);
});

test('a failed inspection says what failed and by whose rule, and nothing is stored without either', async () => {
  const b = await bench(Listen, [], { kind: 'failed inspection' });
  const save = async () => {
    b.el.querySelector('ak-purpose form')!.dispatchEvent(new Event('submit'));
    await b.settle();
  };
  await save();
  await b.type(tid('purpose-what'), 'left link, torn boot');
  await save();
  expect(b.text()).toContain('Say by whose rule it failed');
  expect(b.written()).toEqual([]);
  await b.type(tid('purpose-rule'), 'the yearly inspection');
  await save();
  expect(b.written()).toEqual([['purpose', { what: 'left link, torn boot', rule: 'the yearly inspection' }]]);
  expect(b.store.next()!.station).toBe('settle');
});

test('“like that” waits until the sound was played here; where nothing can be played the words are enough', async () => {
  delete (globalThis as unknown as { AudioContext?: unknown }).AudioContext;
  const b = await bench(Listen);
  expect(b.text()).toContain('This device plays no sound');
  expect(b.el.querySelector(tid('like-hard knock'))).toBeNull();
});
