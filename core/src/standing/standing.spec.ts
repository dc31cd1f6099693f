import { after, isUp, stateAt, stateOf, UNSAID, wheelOn, type StandingChange, type VehicleStanding } from '.';

const so = (...changes: StandingChange[]): VehicleStanding => changes.reduce(after, UNSAID);
const stands = (state: Extract<StandingChange, { what: 'stands' }>['state'], more: object = {}): StandingChange => ({
  what: 'stands',
  state,
  lift: true,
  ...more,
});

test('nobody has said: nothing is known, and no corner stands for another', () => {
  expect(stateOf(UNSAID, 'front')).toBeUndefined();
  const left = so(stands('one-side-up', { axle: 'front', side: 'left' }));
  expect([stateAt(left, 'front', 'left'), stateAt(left, 'front', 'right')]).toEqual(['one-side-up', 'on-wheels']);
  expect(stateOf(left, 'front')).toBe('one-side-up');
  expect(stateAt(left, 'rear', 'left')).toBeUndefined();
  // One side up, and nobody said which: of neither is anything known.
  expect(stateOf(so(stands('one-side-up', { axle: 'front' })), 'front')).toBeUndefined();
});

test('on a lift all four hang; on stands the axle that was raised', () => {
  const lift = so({ what: 'down' }, stands('both-hanging', { axle: 'front' }));
  expect([stateOf(lift, 'front'), stateOf(lift, 'rear')]).toEqual(['both-hanging', 'both-hanging']);
  const jack = so({ what: 'down' }, stands('both-hanging', { axle: 'front', lift: false }));
  expect([stateOf(jack, 'front'), stateOf(jack, 'rear')]).toEqual(['both-hanging', 'on-wheels']);
  expect([isUp(jack, 'front'), isUp(jack, 'rear')]).toEqual([true, false]);
});

test('wheels off, arms carried, wheels on again, down: each from what was before', () => {
  const off = so(stands('both-hanging'), { what: 'wheels', axle: 'front', on: false });
  expect([stateOf(off, 'front'), stateOf(off, 'rear')]).toEqual(['wheels-off', 'both-hanging']);
  const carried = after(off, stands('under-arm', { axle: 'front' }));
  expect(stateOf(carried, 'front')).toBe('under-arm');
  // Carried under the arm its wheel is still off: there is nothing to rock.
  expect(wheelOn(carried, 'front', 'left')).toBe(false);
  const on = after(carried, { what: 'wheels', axle: 'front', on: true });
  expect(wheelOn(on, 'front', 'left')).toBe(true);
  expect(stateOf(after(on, { what: 'down' }), 'front')).toBe('on-wheels');
});
