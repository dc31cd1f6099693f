import { NEW_SHOP_GAUGES } from '../../gauge';
import { chanceFrom } from '../../numeric';
import { readFilm, type TakenFilm } from '../../image';
import { CONTEXT, DIAL, ledger } from '../../test';
import { filmed, pushes, type Filmed } from '../../test/film';
import { checkFilm, filmBody, filmResult, foldJob, nextLine, sayPlay } from '..';

const SHEET = { number: 2, ruler: { mm: 99.8, uMm: 0.03 } };
const CAMERA = NEW_SHOP_GAUGES[0]!;
const SIMULATED = NEW_SHOP_GAUGES[1]!;
const AT = { joint: 'front.left.link-lower', phase: 'before', gauge: CAMERA, on: '2026-12-02' } as const;
const FILE = '0193a000-0000-7000-8000-00000000000a';
const film = (playMm: number, o: Filmed = { hand: [4, 2], depthMm: 6 }): TakenFilm => ({
  width: 1280,
  height: 720,
  sheet: 2,
  cards: [1, 2],
  pictures: filmed(chanceFrom(9), pushes(playMm, 6), o).map((f, i) => ({ ...f, atS: i / 10 })),
  faults: { blur: 3 },
});
const body = (playMm: number, from: 'camera' | 'simulated' = 'camera') => {
  const taken = film(playMm);
  const result = filmResult(taken, readFilm(taken, SHEET));
  const gauge = from === 'camera' ? CAMERA : SIMULATED;
  return filmBody({ ...AT, gauge }, taken, SHEET, { file: FILE, from, result });
};
const folded = (...bodies: ReturnType<typeof body>[]) => {
  const e = ledger();
  return foldJob(
    { ...CONTEXT, gauges: [DIAL, CAMERA, SIMULATED] },
    bodies.map((b) => e('film', b)),
  );
};

test('a film is kept with its readings, their doubt, method, sheet and the camera’s check; read aloud it is a sentence', () => {
  const b = body(0.5);
  expect(b).toMatchObject({ sheet: SHEET, cards: [1, 2], calibration: 'never calibrated', from: 'camera' });
  expect(b.result).toMatchObject({ method: 'film 1', used: 87, pictures: 90, found: 'play', belowMm: null });
  expect(b.result.readingsMm).toHaveLength(3);
  expect(b.result.sentence).toMatch(/^0\.(49|50|51) mm of play \(± 0\.0\d mm\), of 3 pushes and pulls\.$/);
  expect(() => checkFilm(b)).not.toThrow();
});

test('it is the joint’s play, with its limit and decision like any gauge’s; what was measured last speaks', () => {
  const j = folded(body(0.8)).joints.get(AT.joint)!;
  expect(j.before).toMatchObject({ readings: [], gauge: { id: 'camera' }, doubt: { n: 3, degrees: 2 } });
  expect(j.before!.conformance.verdict).toBe('beyond');
  expect(sayPlay(j.before!, (mm) => mm.toFixed(2))).toMatch(/^0\.(79|80|81)$/);
  expect(folded(body(0.8), body(0, 'simulated')).joints.get(AT.joint)!.before).toMatchObject({
    gauge: { kind: 'simulated camera' },
  });
});

test('no play is never a number: none, below how much, and within a limit larger than that', () => {
  const b = body(0);
  expect(b.result).toMatchObject({ found: 'none', readingsMm: [], meanMm: 0 });
  expect(b.result.sentence).toMatch(/^No play found: less than 0\.\d\d mm\.$/);
  const e = ledger();
  const limits = { ...CONTEXT.rules.playLimits, 'link-lower': { limitMm: 0.5, owner: 'shop rule' as const } };
  const s = foldJob({ ...CONTEXT, rules: { ...CONTEXT.rules, playLimits: limits }, gauges: [CAMERA] }, [e('film', b)]);
  const v = s.joints.get(AT.joint)!.before!;
  expect(v.conformance.verdict).toBe('within');
  expect(sayPlay(v, (mm) => `${mm} mm`)).toMatch(/^none, < 0\.\d+ mm$/);
});

test.each([
  ['a mean that is not of its readings', { meanMm: 0.9 }, /play must be the mean of its readings/i],
  ['a play without readings', { readingsMm: [] }, /mean of its readings/i],
  ['none with a number', { found: 'none' as const }, /must have no reading/i],
])('%s is refused', (_, x, says) => {
  const b = body(0.5);
  expect(() => checkFilm({ ...b, result: { ...b.result, ...x } })).toThrow(says);
});
test('of a joint that is driven on it must say how the vehicle stood; a film without an answer is not kept', () => {
  expect(() => checkFilm({ ...body(0.5), joint: 'front.left.ball-joint' })).toThrow(/state must say how the vehicle stood/i);
  const short = { ...film(0.5), pictures: film(0.5).pictures.slice(0, 30) };
  expect(() => filmResult(short, readFilm(short, SHEET))).toThrow(/gives no answer/i);
});

test('a film that does not settle it asks for no more readings: another film speaks alone', () => {
  const b = body(0.5);
  const r = { ...b.result, meanMm: 0.5, readingsMm: [0.4, 0.5, 0.6], uMm: 0.06, oneSidedMm: 0.18, expandedMm: 0.26, degrees: 2 };
  const e = ledger();
  const limits = { ...CONTEXT.rules.playLimits, 'link-lower': { limitMm: 0.5, owner: 'shop rule' as const } };
  const s = foldJob({ ...CONTEXT, rules: { ...CONTEXT.rules, playLimits: limits }, gauges: [CAMERA] }, [
    e('film', { ...b, result: r }),
  ]);
  const v = s.joints.get(AT.joint)!.before!;
  expect(v.conformance.verdict).toBe('not proved');
  // Of one push and pull: the scatter of three, without what they share.
  expect(v.doubt.sdMm).toBeCloseTo(Math.sqrt((0.06 ** 2 - r.sharedMm ** 2) * 3), 9);
  expect(nextLine(s, Date.parse('2026-01-05T10:00:00Z')).title).not.toMatch(/more reading/);
});
