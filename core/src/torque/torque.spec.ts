import fc from 'fast-check';
import { coatedThread } from '.';
import { metricThread, parseThread, proofLoadN } from '../thread';
import {
  adapterSettingNm,
  auditFastener,
  clicksOf,
  readBookValue,
  sayBookValue,
  stageOf,
  type TorqueRange,
  pastThread,
  plausibility,
  preloadBand,
  preloadForTorqueN,
  ruleTorque,
  sameCompressionNm,
  starOrder,
  torqueForPreloadNm,
  wrenchFit,
  type BookValue,
} from '.';

const deg = (d: number) => (d * Math.PI) / 180;

describe('adapter on a torque wrench (statics; T 100, L 400, E 50)', () => {
  test.each([
    [0, 88.889],
    [45, 91.879],
    [90, 100],
    [135, 109.696],
    [180, 114.286],
  ])('at %d°', (a, t) => {
    expect(adapterSettingNm(100, 400, 50, deg(a))).toBeCloseTo(t, 3);
  });
  test('refuses a lever that is folded away, and names the field', () => {
    expect(() => adapterSettingNm(100, 50, 60, Math.PI)).toThrow(/adapter length folded back/);
    expect(() => adapterSettingNm(100, 0, 60)).toThrow(/lever length must be more than 0 mm/);
  });
});

describe('torque and preload (Motosh; VDI 2230, ISO 16047): M10×1.5, 20 kN, D_o 16, d_h 11', () => {
  const t = metricThread(10, 1.5);
  const bearing = { outerMm: 16, holeMm: 11 };
  test.each([
    [0.08, 23.907],
    [0.12, 33.473],
    [0.15, 40.648],
    [0.2, 52.606],
  ])('μ %d', (mu, nm) => {
    expect(torqueForPreloadNm(20_000, t, bearing, mu, mu)).toBeCloseTo(nm, 3);
    expect(preloadForTorqueN(nm, t, bearing, mu, mu)).toBeCloseTo(20_000, -1);
  });
  test('there and back, with a prevailing torque', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 90_000, noNaN: true }),
        fc.double({ min: 0.04, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (f, mu, prev) => {
          const nm = torqueForPreloadNm(f, t, bearing, mu, mu, prev);
          expect(preloadForTorqueN(nm, t, bearing, mu, mu, prev) / f).toBeCloseTo(1, 9);
        },
      ),
    );
  });
  test('bad input is named', () => {
    expect(() => torqueForPreloadNm(20_000, t, bearing, 1.2, 0.1)).toThrow(/thread friction must be between 0 and 1/);
    expect(() => torqueForPreloadNm(20_000, t, { outerMm: 10, holeMm: 11 }, 0.1, 0.1)).toThrow(/hole diameter must be smaller/);
    expect(() => preloadForTorqueN(5, t, bearing, 0.1, 0.1, 8)).toThrow(/more than the nut's own 8/);
  });
});

describe('plausibility', () => {
  const m10 = parseThread('M10×1.25');
  test('54 N·m on M10 8.8 is plausible', () => expect(plausibility(54, 'N·m', m10, '8.8').verdict).toBe('plausible'));
  test('a figure in the wrong unit is asked about, not changed', () => {
    const p = plausibility(480, 'N·m', m10, '8.8');
    expect(p.verdict).toBe('high');
    expect(p.didYouMean).toBe('lbf·in');
    const low = plausibility(5.5, 'N·m', m10, '8.8');
    expect(low.verdict).toBe('low');
    expect(low.didYouMean).toBe('lbf·ft');
  });
  test('the band brackets: slippery threads stretch more', () => {
    const dry = preloadBand(54, m10, '8.8', 'dry');
    const greased = preloadBand(54, m10, '8.8', 'anti-seize');
    expect(dry.minN).toBeLessThan(dry.maxN);
    expect(greased.maxN).toBeGreaterThan(dry.maxN);
    expect(dry.maxOfProof).toBeCloseTo(dry.maxN / proofLoadN(m10, '8.8'), 12);
  });
  test('anti-seize on a value stated dry wants less torque; the same condition wants the same', () => {
    expect(sameCompressionNm(54, m10, 'dry', 'anti-seize').torqueNm).toBeLessThan(54);
    expect(sameCompressionNm(54, m10, 'dry', 'dry').torqueNm).toBeCloseTo(54, 9);
  });
});

describe('star order', () => {
  test('5, 6 and 8 nuts', () => {
    expect(starOrder(5)).toEqual([1, 3, 5, 2, 4]);
    expect(starOrder(6)).toEqual([1, 4, 2, 6, 3, 5]);
    expect(starOrder(8)).toEqual([1, 5, 2, 6, 3, 7, 4, 8]);
  });
  test.each([3, 4, 5, 6, 7, 8, 9, 10])('%d nuts: each once; neighbours only where they must be', (n) => {
    const o = starOrder(n);
    expect([...o].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i + 1));
    const neighbours = o.slice(1).filter((b, i) => [1, n - 1].includes(Math.abs(b - o[i]!))).length;
    expect(neighbours).toBe(n === 3 ? 2 : n === 4 ? 1 : 0);
  });
  test('2 and 11 are refused', () => {
    expect(() => starOrder(2)).toThrow(/from 3 to 10/);
    expect(() => starOrder(11)).toThrow(/from 3 to 10/);
  });
});

describe('wrench fit (two hexagons)', () => {
  test('5 mm socket with a 3/16 in key: 5.40°, rounds', () => {
    const f = wrenchFit(5, 4.7625);
    expect(f.freeDeg).toBeCloseTo(5.4, 1);
    expect(f.verdict).toBe('rounds');
  });
  test('3/4 in spanner on 19 mm: 0.26°, fits; 9/16 in on 14 mm: 2.1°', () => {
    expect(wrenchFit(19.05, 19).freeDeg).toBeCloseTo(0.26, 2);
    expect(wrenchFit(14.2875, 14).freeDeg).toBeCloseTo(2.1, 1);
  });
  test('19 mm on a 3/4 in nut is −0.05 nominal; 1.1547 spins', () => {
    expect(wrenchFit(19, 19.05).clearanceMm).toBeCloseTo(-0.05, 9);
    expect(wrenchFit(11.547 * 1.001, 10).verdict).toBe('spins');
  });
});

describe('which published value rules', () => {
  const v = (publisher: BookValue['publisher'], nm: number, thread?: string): BookValue => ({
    fastener: 'link-lower-nut',
    minNm: nm,
    maxNm: nm,
    value: nm,
    unit: 'N·m',
    source: publisher,
    publisher,
    thread,
  });
  test('the part’s maker rules its own joint', () => {
    const r = ruleTorque('link-lower-nut', [v('vehicle maker', 48)], [v('part maker', 54)]);
    expect(r.kind === 'value' && r.value.minNm).toBe(54);
  });
  test('a value for another thread is locked out and says why', () => {
    const r = ruleTorque('link-lower-nut', [v('vehicle maker', 48, 'M12×1.25')], [], 'M10×1.25');
    expect(r.kind).toBe('unpublished');
    expect(r.lockedOut[0]!.why).toBe('It is for M12×1.25; M10×1.25 is fitted.');
  });
  test('nothing published stays unpublished', () =>
    expect(ruleTorque('bracket-bolt', [v('vehicle maker', 48)], []).kind).toBe('unpublished'));
});

describe('a value as it stands on a paper', () => {
  const of = { fastener: 'link-lower-nut', publisher: 'part maker' } as const;
  test.each([
    ['83–112 lbf·ft', 112.533, 151.852, '83–112 lbf·ft'],
    ['83-112 ft-lb', 112.533, 151.852, '83–112 lbf·ft'],
    ['83 to 112 lbf·ft', 112.533, 151.852, '83–112 lbf·ft'],
    ['65 ft-lb', 88.128, 88.128, '65 lbf·ft'],
    ['40 – 50 N·m', 40, 50, '40–50 N·m'],
  ])('“%s” is kept as written, a range as a range', (text, min, max, said) => {
    const v = readBookValue(text, 'sheet in the kit', of);
    expect(v.minNm).toBeCloseTo(min, 3);
    expect(v.maxNm).toBeCloseTo(max, 3);
    expect(sayBookValue(v)).toBe(said);
  });
  test.each([
    ['112–83 lbf·ft', 'kit', /first number is the larger/],
    ['40–5000 N·m', 'kit', /must be at most 1000 N·m|1000/],
    ['40 N·m', ' ', /source of the value is empty/],
    ['firm', 'kit', /must be a number/],
  ])('“%s” is refused by name', (text, source, message) => expect(() => readBookValue(text, source, of)).toThrow(message));
  test('the part’s own sheet is for the hardware in its box: another thread than the vehicle’s does not lock it out', () => {
    const kit = { ...readBookValue('65 ft-lb', 'kit', of), thread: 'M12×1.25' };
    const book = readBookValue('45 N·m', 'book', { fastener: 'link-lower-nut', publisher: 'vehicle maker', thread: 'M10×1.25' });
    const r = ruleTorque('link-lower-nut', [book], [kit], 'M10×1.25', undefined);
    expect(r.kind === 'value' && r.value.source).toBe('kit');
    expect(r.lockedOut.map((l) => l.why)).toEqual(['It is for M10×1.25; M12×1.25 is fitted.']);
  });
});

describe('the audit of a group', () => {
  const ruling = ruleTorque(
    'wheel-nut',
    [readBookValue('100–120 N·m', 'book', { fastener: 'wheel-nut', publisher: 'vehicle maker' })],
    [],
  );
  const audit = (pulled?: TorqueRange, clicks = 16) =>
    auditFastener('wheel-nut', ruling, {
      clicks: { clicks, of: 16, targetNm: 100, targetText: '100–120 N·m', ...(pulled ? { pulled } : {}) },
    });
  test('is by what was pulled, within the same 4 % as a single click, at both its ends', () => {
    expect(audit({ minNm: 97, maxNm: 124 }).state).toBe('done');
    expect(audit({ minNm: 95, maxNm: 110 })).toMatchObject({ state: 'open', wrong: '95–110 N·m is not what is published' });
    expect(audit({ minNm: 110, maxNm: 126 }).state).toBe('open');
    expect(audit().state).toBe('done');
    expect(audit(undefined, 15)).toMatchObject({ state: 'open', wrong: '' });
  });
  test('stages: each fifth click a stage further, the sixteenth at the end again', () => {
    const plan = clicksOf('wheel-nut', 5);
    expect([0, 4, 5, 9, 10, 14, 15].map((n) => stageOf(plan, 5, n))).toEqual([0, 0, 1, 1, 2, 2, 2]);
    expect(stageOf(clicksOf('bracket-bolt', 2), 2, 1)).toBe(0);
  });
});

test('a torque without its unit is asked about, on every paper it is read from; a bare range too', () => {
  const of = { fastener: 'bracket-bolt', publisher: 'part maker' } as const;
  for (const text of ['65', '65-70', ' 65,5 '])
    expect(() => readBookValue(text, 'kit', of)).toThrow('The published value needs its unit: N·m or lbf·ft');
  expect(readBookValue('65 Nm', 'kit', of).minNm).toBe(65);
  expect(readBookValue('48 lb ft', 'kit', of).minNm).toBeCloseTo(65.1, 0);
});

test('the thread speaks before anything is pulled: 110 N·m on an M8, with its least class; what fits it says nothing', () => {
  // ISO 898-1: the proof load of an M8 of class 8.8 is 21.2 kN (as in the proof-load table above).
  const at = (nm: number) => ({ minNm: nm, maxNm: nm });
  const said = pastThread(at(110), 'M8×1.25');
  expect(said).toMatch(/^110 N·m is \d\.\d times what an M8×1.25 of class 8.8 holds: look again at the page/);
  expect(Number(/is (\d\.\d) times/.exec(said)![1])).toBeGreaterThan(1.2);
  expect(pastThread(at(25), 'M8×1.25')).toBe('');
  expect(pastThread(at(110), undefined)).toBe('');
  expect(pastThread(at(110), 'no thread')).toBe('');
  expect(pastThread(null, 'M8×1.25')).toBe('');
});

describe('what is on a thread, against what its value is for', () => {
  const target = { minNm: 54, maxNm: 54 };
  test('dry as published, or nothing said of it, asks for no word', () => {
    expect(coatedThread(target, 'dry', 'dry', 'M10×1.25')).toBe('');
    expect(coatedThread(target, undefined, 'dry', 'M10×1.25')).toBe('');
    expect(coatedThread(target, 'dry', undefined, 'M10×1.25')).toBe('');
    expect(coatedThread(null, 'dry', 'anti-seize', 'M10×1.25')).toBe('');
    expect(coatedThread(target, 'with anti-seize', 'anti-seize', 'M10×1.25')).toBe('');
  });
  test('a dry value on a greased thread is never used without a word; the number it says is no published value', () => {
    const words = coatedThread(target, 'dry', 'anti-seize', 'M10×1.25');
    expect(words).toMatch(/^Anti-seize is not what the value is for \(dry\)\..*a reckoning, no published value/);
    // Less friction, less torque for the same preload.
    const numbers = [...words.matchAll(/(\d+(?:\.\d+)?) N·m/g)].map((m) => Number(m[1]));
    expect(Math.max(...numbers)).toBeLessThan(54);
  });
  test('where the page or the thread is silent it still speaks', () => {
    expect(coatedThread(target, undefined, 'oiled', 'M10×1.25')).toMatch(/^Oiled is on the thread, and nothing says/);
    expect(coatedThread(target, 'dry', 'oiled', undefined)).toMatch(/make it dry, or ask the maker\.$/);
  });
});
