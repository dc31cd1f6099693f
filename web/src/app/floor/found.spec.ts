import { contextOf, foldJob, type JobState } from '@ash-knot/core';
import { RULES, STRUT_TYPE } from '@ash-knot/core/test';
import { job, SHOP, stored } from '../../test';
import { foundOf } from './found';

const state = (...results: { joint: string; result: 'moves' | 'tight' }[]): JobState => {
  const entries = results.length ? [stored('check', { check: 'grip-link', state: 'both-hanging', results } as never)] : [];
  const j = job(entries);
  return foldJob(
    contextOf({ ...j, type: STRUT_TYPE }, { ...SHOP, rules: RULES }, { length: 'mm', torque: 'N·m', distance: 'km' } as never),
    entries,
  );
};

test('what was found is said of its axle and marked; nothing found is said too, of the front', () => {
  const found = foundOf(state({ joint: 'front.left.link-lower', result: 'moves' }), 'sway bar');
  expect(found.end).toBe('front');
  expect(found.marks).toEqual([{ kind: 'link-lower', side: 'left', state: 'loose' }]);
  expect(found.words).toBe('Front axle: left link, lower end loose.');
  expect(foundOf(state(), 'sway bar')).toMatchObject({ end: 'front', marks: [], words: 'Front axle: nothing found yet.' });
});
