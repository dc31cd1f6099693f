import { parseThread } from '../thread';
import { doubtOfPull, isFar, inThread, preloadBand, reachShare, readPull, readRunning, timesShare } from '..';

const TARGET = { minNm: 45, maxNm: 50 };

test('asked about past twice what a click wrench is allowed, on both sides of what is published', () => {
  expect([41.4, 41.39, 54, 54.01].map((nm) => isFar(nm, TARGET))).toEqual([false, true, false, true]);
});

test('what was typed is a torque of this world, in the unit that is meant', () => {
  expect(readPull('48', 'N·m').si).toBe(48);
  expect(readPull('35.4', 'lbf·ft').si).toBeCloseTo(48, 1);
  for (const bad of ['0', '-3', '1001'])
    expect(() => readPull(bad, 'N·m')).toThrow(/torque reading must be more than 0 and at most 1000 N·m/);
  expect(() => readPull('abc', 'N·m')).toThrow(/torque reading/);
});

describe('a pull far from its target', () => {
  const asked = (value: number, unit: string, nm: number, thread?: string) =>
    doubtOfPull(nm, { si: nm, value, unit }, TARGET, thread);
  test('is asked whether another unit was meant, where that would be right', () => {
    expect(asked(35, 'N·m', 35)).toBe('35 N·m is 22 % under 45–50 N·m. Did you mean 35 lbf·ft?');
    expect(asked(48, 'lbf·ft', 65.1)).toContain('Did you mean 48 N·m?');
  });
  test('is told what it does to the bolt, where its thread is known', () => {
    expect(asked(160, 'N·m', 160, 'M10x1.5')).toContain('past the proof load of an 8.8 bolt');
    expect(asked(160, 'N·m', 160)).toBe('160 N·m is 220 % over 45–50 N·m. Take it again to record it as it is.');
    // A thread nobody can read says nothing.
    expect(asked(160, 'N·m', 160, 'half an inch')).toContain('Take it again');
  });
});

test('through an adapter in line the wrench is set lower, in the ratio of the levers', () => {
  const share = reachShare({ lever: '400 mm', adapter: '100 mm', angle: '0' });
  expect(share).toBeCloseTo(0.8, 12);
  expect(timesShare(TARGET, share)).toEqual({ minNm: 36, maxNm: 40 });
  expect(() => reachShare({ lever: '', adapter: '100', angle: '0' })).toThrow(/lever length/);
});

describe('in the thread', () => {
  const M10 = parseThread('M10x1.5');
  test('a running torque is taken off first, and is never all of it', () => {
    expect(readRunning('', TARGET)).toBe(0);
    expect(readRunning('4 N·m', TARGET)).toBe(4);
    expect(() => readRunning('45', TARGET)).toThrow(/running torque must be less than the value/);
    const dry = { stated: 'dry', inHand: 'dry' } as const;
    const band = preloadBand(43.5, M10, '8.8', 'dry');
    expect(inThread(TARGET, M10, '8.8', { ...dry, runningNm: 4 })).toMatchObject({ minOfProof: band.minOfProof, other: '' });
  });
  test('another condition than the published one is no value to pull at', () => {
    const other = inThread(TARGET, M10, '8.8', { stated: 'dry', inHand: 'oiled' }).other;
    expect(other).toMatch(
      /^Oiled is not what the value is for \(dry\)\. .*a reckoning, no published value\. Make the thread dry, or ask the maker\.$/,
    );
  });
});
