import fc from 'fast-check';
import { LIKENESSES } from '../diagnosis';
import {
  lashBlows,
  LIKE_SECONDS,
  likeness,
  MADE_HZ,
  noise,
  patchedLane,
  SAFE,
  safeToPlay,
  speakerShare,
  strikesSound,
  struckSound,
  wantsHeadphones,
  writeWav,
} from '.';
import { hardestOf, knockTrial } from '../knock';
import { STRUT_TYPE } from '../test';

const energy = (x: Float32Array) => x.reduce((sum, v) => sum + v * v, 0);
/** Mean pitch by the slope of the samples, Hz: cheap, and rises with every high mode. */
const brightness = (x: Float32Array, hz = MADE_HZ) => {
  let slope = 0;
  for (let i = 1; i < x.length; i++) slope += (x[i]! - x[i - 1]!) ** 2;
  return (Math.sqrt(slope / energy(x)) * hz) / (2 * Math.PI);
};

describe('struck modes', () => {
  const one = { contactS: 0, modes: [{ hz: 440, decayS: 0.2, gain: 1 }] };
  test('one blow on one mode is a damped sine, sample for sample', () => {
    const x = struckSound(one, [{ atS: 0, strength: 1 }], 0.3);
    const w = (2 * Math.PI * 440) / MADE_HZ;
    for (let i = 0; i < x.length; i += 11) expect(x[i]!).toBeCloseTo(1000 ** (-i / (0.2 * MADE_HZ)) * Math.sin((i + 1) * w), 5);
  });
  test('after its decay it is 60 dB down', () => {
    const x = struckSound(one, [{ atS: 0, strength: 1 }], 0.5);
    const level = (t: number) => Math.sqrt(energy(x.slice(t * MADE_HZ, (t + 0.01) * MADE_HZ)));
    expect(20 * Math.log10(level(0.2) / level(0))).toBeCloseTo(-60, 0);
  });
  test('twice as hard is twice as loud; blows add; a longer contact is duller, not louder at the bottom', () => {
    const a = struckSound(one, [{ atS: 0.01, strength: 1 }], 0.2);
    const b = struckSound(one, [{ atS: 0.01, strength: 2 }], 0.2);
    for (let i = 0; i < a.length; i += 13) expect(b[i]!).toBeCloseTo(2 * a[i]!, 5);
    const many = { contactS: 0.0002, modes: [60, 400, 1500].map((hz) => ({ hz, decayS: 0.1, gain: 1 })) };
    const blow = [{ atS: 0, strength: 1 }];
    const [hard, soft] = [struckSound(many, blow, 0.4), struckSound({ ...many, contactS: 0.006 }, blow, 0.4)];
    expect(brightness(soft)).toBeLessThan(0.5 * brightness(hard));
  });
  test('bad input names its field and bound', () => {
    expect(() => struckSound({ contactS: 0, modes: [{ hz: 13_000, decayS: 1, gain: 1 }] }, [], 1)).toThrow(
      'The pitch of a mode must be between 0 and 12000 Hz (given: 13000).',
    );
    expect(() => struckSound(one, [], 31)).toThrow('length of the sound must be between');
    expect(() => struckSound({ contactS: 0, modes: [{ hz: 100, decayS: 0, gain: 1 }] }, [], 1)).toThrow('decay of a mode');
  });
});

describe('safe to play', () => {
  test('whatever comes in, neither its peak nor its loudest half second is above the bound, and its ends are still', () => {
    const any = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 3, maxLength: 4000 });
    fc.assert(
      fc.property(any, (xs) => {
        const x = safeToPlay(Float32Array.from(xs), 1000);
        for (const v of x) expect(Math.abs(v)).toBeLessThanOrEqual(SAFE.peak + 1e-6);
        for (let from = 0; from + 500 <= x.length; from += 100)
          expect(Math.sqrt(energy(x.slice(from, from + 500)) / 500)).toBeLessThanOrEqual(SAFE.mean + 1e-4);
        expect(x[0]!).toBeCloseTo(0, 12);
      }),
      { numRuns: 60 },
    );
  });
  test('silence stays silent', () => {
    expect(energy(safeToPlay(new Float32Array(1000)))).toBe(0);
  });
});

describe('sounds to point at', () => {
  const made = Object.fromEntries(LIKENESSES.map((l) => [l, likeness(l)]));
  test.each([...LIKENESSES])('%s is three seconds, can be heard, is safe, and the same each time', (l) => {
    const x = made[l]!;
    expect(x.length).toBe(LIKE_SECONDS * MADE_HZ);
    expect(Math.sqrt(energy(x) / x.length)).toBeGreaterThan(0.015);
    expect(Math.max(...x.map(Math.abs))).toBeLessThanOrEqual(SAFE.peak + 1e-6);
    const same = (a: Float32Array, b: Float32Array) => a.length === b.length && a.every((v, i) => v === b[i]);
    expect([same(likeness(l), x), same(likeness(l, 2), x)]).toEqual([true, false]);
  });
  test('they tell from each other as they should: rubber dullest, then grommets, a stud, sheet metal brightest', () => {
    const order = ['soft thud', 'double clack', 'hard knock', 'tinny buzz'].map((l) => brightness(made[l]!));
    for (let i = 1; i < order.length; i++) expect(order[i]!).toBeGreaterThan(1.3 * order[i - 1]!);
    // A small speaker gives nothing below some 80 Hz: the dull ones must stand above it.
    expect(order[0]!).toBeGreaterThan(90);
    // A knock is silent between its blows, a hum never is.
    const quietest = (x: Float32Array) => {
      const rms = Array.from({ length: 58 }, (_, i) => Math.sqrt(energy(x.slice(i * 1200 + 600, i * 1200 + 1800)) / 1200));
      return Math.min(...rms) / Math.max(...rms);
    };
    expect(quietest(made['hard knock']!)).toBeLessThan(0.01);
    expect(quietest(made['rolling hum']!)).toBeGreaterThan(0.2);
  });
  test('the blows are those of a link with lash on a patched lane', () => {
    const blows = lashBlows(1, 1e-3);
    expect(blows.length).toBeGreaterThan(8);
    expect(Math.max(...blows.map((b) => b.strength))).toBe(1);
    expect(patchedLane(3, 20)).toEqual(patchedLane(3, 20));
    expect(Math.abs(noise(1, 10_000).reduce((a, b) => a + b, 0) / 10_000)).toBeLessThan(0.03);
  });
});

describe('what a small loudspeaker gives back', () => {
  const tone = (hz: number) => Float32Array.from({ length: MADE_HZ }, (_, i) => Math.sin((2 * Math.PI * hz * i) / MADE_HZ));
  test('a tone is there or not, two as loud are half there, noise by how wide it is', () => {
    expect(speakerShare(tone(1000), MADE_HZ)).toBeGreaterThan(0.99);
    const low = tone(150);
    expect(speakerShare(low, MADE_HZ)).toBeLessThan(0.01);
    expect(
      speakerShare(
        tone(1000).map((v, i) => v + low[i]!),
        MADE_HZ,
      ),
    ).toBeCloseTo(0.5, 2);
    expect(speakerShare(noise(3, 4 * MADE_HZ), MADE_HZ)).toBeCloseTo(3600 / 12_000, 1);
    expect([wantsHeadphones(low, MADE_HZ), wantsHeadphones(new Float32Array(100), MADE_HZ)]).toEqual([true, false]);
  });
  test('a knock is heard from it, and twice the play is louder; rubber wants headphones', () => {
    const heard = (playMm: number) => {
      const work = knockTrial({
        axle: STRUT_TYPE.axles.front,
        playMm,
        bumpMm: 30,
        bumpLongM: 0.3,
        speedKmh: 18,
        wheels: 'left wheel',
      });
      let r = work.next();
      while (!r.done) r = work.next();
      const x = strikesSound(r.value.strikes!, 1.1);
      expect(hardestOf(r.value.knocks!)).toBeDefined();
      expect(speakerShare(x, MADE_HZ)).toBeGreaterThan(0.3);
      return Math.max(...x.map(Math.abs));
    };
    const [little, more, much] = [heard(0.1), heard(0.8), heard(3)];
    // A little is a sixth as loud as much: some 18 dB less.
    expect(little).toBeLessThan(much / 6);
    expect(more).toBeGreaterThan(2 * little);
    expect(much).toBeLessThanOrEqual(SAFE.peak + 1e-6);
    const low = LIKENESSES.filter((l) => wantsHeadphones(likeness(l), MADE_HZ));
    expect(low).toContain('soft thud');
    expect(low).not.toContain('hard knock');
  });
});

test('a WAV file: its header as RIFF has it, its samples between, channel by channel', () => {
  const w = writeWav([Float32Array.of(0, 0.5, 2), Float32Array.of(-1, -0.25, 0)], 48_000);
  const v = new DataView(w.buffer);
  const text = (at: number) => String.fromCharCode(...w.slice(at, at + 4));
  expect([text(0), text(8), text(12), text(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
  expect([v.getUint32(4, true), v.getUint32(40, true), w.length]).toEqual([48, 12, 56]);
  expect([v.getUint16(20, true), v.getUint16(22, true), v.getUint32(24, true), v.getUint32(28, true)]).toEqual([
    1, 2, 48_000, 192_000,
  ]);
  expect([0, 1, 2, 3, 4, 5].map((i) => v.getInt16(44 + 2 * i, true))).toEqual([0, -32_767, 16_384, -8192, 32_767, 0]);
  expect(() => writeWav([], 48_000)).toThrow('number of channels');
  expect(() => writeWav([new Float32Array(2), new Float32Array(3)], 48_000)).toThrow('as long as each other');
});
