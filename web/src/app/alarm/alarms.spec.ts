import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { Alarms } from './alarms';

const START = Date.UTC(2026, 0, 5, 9);
beforeEach(() => jest.useFakeTimers({ now: START }));
afterEach(() => jest.useRealTimers());

const alarms = () => {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  return TestBed.inject(Alarms);
};
const wait = (minutes: number, step = 'soak-left') => ({
  id: `j1|${step}`,
  title: 'SK 2047: the penetrant has soaked',
  path: '/job/j1/work',
  endsAt: START + minutes * 60_000,
});

test('a wait rings when it is over, in the title too, until somebody has seen it', () => {
  document.title = 'The floor';
  const a = alarms();
  a.setFor('j1', [wait(15)]);
  jest.advanceTimersByTime(14 * 60_000);
  expect(a.ringing()).toEqual([]);
  jest.advanceTimersByTime(61_000);
  expect(a.ringing().map((x) => x.title)).toEqual(['SK 2047: the penetrant has soaked']);
  expect(document.title).toBe('◆ SK 2047: the penetrant has soaked');
  expect(a.waiting()).toEqual([]);
  a.seen();
  expect([a.ringing(), document.title]).toEqual([[], 'The floor']);
});

test('it goes on over a reload, on whatever page', () => {
  alarms().setFor('j1', [wait(15)]);
  const again = alarms();
  jest.advanceTimersByTime(15 * 60_000 + 1000);
  expect(again.ringing()).toHaveLength(1);
});

test('one that was cut short rings no more; those of another job stay', () => {
  const a = alarms();
  a.setFor('j2', [{ ...wait(15), id: 'j2|soak-left' }]);
  a.setFor('j1', [wait(15), wait(20, 'soak-right')]);
  a.setFor('j1', []);
  expect(a.waiting().map((x) => x.id)).toEqual(['j2|soak-left']);
  a.setFor('j2', []);
});

test('what ended long ago is no news', () => {
  const a = alarms();
  a.setFor('j1', [wait(-120)]);
  jest.advanceTimersByTime(2000);
  expect(a.ringing()).toEqual([]);
});

test('a practice vehicle’s wait rings while its sheet is open; left or given up it rings on no job, and no reload brings it back', () => {
  document.title = 'The floor';
  const a = alarms();
  const practised = { ...wait(15), id: 'p1|soak-left', practice: true as const };
  a.setPractised([practised]);
  a.setFor('j1', [wait(30)]);
  a.leavePractice();
  jest.advanceTimersByTime(16 * 60_000);
  expect(a.ringing()).toEqual([]);
  // Open again it is waited for again, and its ringing ends with it.
  a.setPractised([{ ...practised, endsAt: START + 20 * 60_000 }]);
  jest.advanceTimersByTime(5 * 60_000);
  expect(a.ringing().map((x) => x.id)).toEqual(['p1|soak-left']);
  // Something else is written meanwhile: it rings on.
  a.setPractised([]);
  expect(a.ringing()).toHaveLength(1);
  a.leavePractice();
  expect([a.ringing(), document.title]).toEqual([[], 'The floor']);
  a.setPractised([{ ...practised, endsAt: START + 40 * 60_000 }]);
  expect(
    alarms()
      .waiting()
      .map((x) => x.id),
  ).toEqual(['j1|soak-left']);
});
