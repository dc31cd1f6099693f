import { FakeEventSource } from '../../test';
import { liveStream } from './live-stream';

beforeEach(() => {
  (globalThis as unknown as { EventSource: unknown }).EventSource = FakeEventSource;
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

test('a stream that the server refused is asked for again, a little later each time, saying what was seen last', () => {
  let seen = 0;
  const heard: string[] = [];
  const sub = liveStream(() => `/api/x?after=${seen}`, ['entries']).subscribe((e) => heard.push(e.text));
  const first = FakeEventSource.last!;
  first.push('entries', [1]);
  seen = 7;
  first.refuse();
  jest.advanceTimersByTime(400);
  expect(FakeEventSource.last).toBe(first);
  jest.advanceTimersByTime(1200);
  const second = FakeEventSource.last!;
  expect(second.url).toBe('/api/x?after=7');
  second.push('entries', [2]);
  expect(heard).toEqual(['[1]', '[2]']);
  second.refuse();
  sub.unsubscribe();
  jest.advanceTimersByTime(120_000);
  expect(FakeEventSource.last).toBe(second);
});
