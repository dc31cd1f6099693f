import { computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NavigationEnd, provideRouter, Router } from '@angular/router';
import type { NextAction, NextLine } from '@ash-knot/core';
import { filter, firstValueFrom } from 'rxjs';
import { JobStore } from '../job/job-store';
import { Places } from '../job/places';
import { Records } from '../job/records';
import { PracticeBench } from '../practice/practice-bench';
import { NextAct } from './next-act';

/** What stands on a station is not under test here. */
class Empty {}

const at = { station: 'work', step: 'finish' } as const;
const write = { kind: 'write', at, entries: [] } as const;
const ASKED: NextLine = {
  time: '2 min',
  title: 'Grease over bare threads.',
  why: '',
  station: 'work',
  label: 'Done',
  action: {
    kind: 'ask',
    at,
    answers: [
      { label: 'Done', action: write },
      { label: 'All 4 done', action: write },
    ],
  } as NextAction,
};

async function setUp() {
  TestBed.configureTestingModule({
    providers: [
      provideRouter([{ path: 'job/:id/:station', component: Empty }]),
      NextAct,
      {
        provide: JobStore,
        useValue: { practice: () => null, next: signal(ASKED), path: (s: string) => ['/job/1', s], selected: () => null },
      },
      { provide: Records, useValue: { openedStep: signal(null) } },
      { provide: PracticeBench, useValue: {} },
    ],
  });
  const router = TestBed.inject(Router);
  await router.navigateByUrl('/job/1/settle');
  return { act: TestBed.inject(NextAct), router, places: TestBed.inject(Places) };
}

it('somebody is led to a question of another station and its step is opened: its answers are keys then, none is dead', async () => {
  const { act, router, places } = await setUp();
  const keys = TestBed.runInInjectionContext(() => computed(() => act.keys(ASKED).map((k) => k.label)));
  expect(keys()).toEqual([]);
  const there = firstValueFrom(router.events.pipe(filter((e) => e instanceof NavigationEnd)));
  act.act(ASKED.action);
  await there;
  expect(router.url).toBe('/job/1/work');
  places.add({ name: 'step finish', element: document.createElement('li') });
  expect(keys()).toEqual(['Done', 'All 4 done']);
});
