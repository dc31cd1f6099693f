import fc from 'fast-check';
import { LINK_PART } from '../test';
import { askNext, matchPart, rankParts, type Part, type Wanted } from '.';

const wanted: Wanted = {
  kinds: ['ball-stud link'],
  typeId: 't1',
  axle: 'front',
  lengthMm: 300,
  thread: 'M10×1.25',
};
const bushing: Part = {
  ...LINK_PART,
  id: 'b',
  kind: 'frame bushing',
  lengthMm: undefined,
  thread: undefined,
  boreMm: 21.5,
  material: 'rubber',
};

test('the same part fits and says why', () => {
  const c = matchPart(LINK_PART, wanted);
  expect(c.excluded).toEqual([]);
  expect(c.sentence).toBe('Listed for this vehicle; stud thread, length agree; on the shelf.');
});

test.each<[string, Partial<Part>, RegExp]>([
  ['thread', { thread: 'M12×1.25' }, /stud is M12×1.25, M10×1.25 is wanted/],
  ['length', { lengthMm: 320 }, /320 mm long, 300 mm is wanted/],
  ['kind', { kind: 'bolt-through link' }, /It is a bolt-through link/],
])('a wrong %s excludes with its reason', (_, change, why) => {
  const c = matchPart({ ...LINK_PART, ...change }, wanted);
  expect(c.score).toBe(0);
  expect(c.sentence).toMatch(why);
});

test('a handed part is out on the other side', () => {
  expect(matchPart({ ...LINK_PART, sided: 'left' }, { ...wanted, side: 'right' }).excluded[0]).toMatch(/left side/);
  expect(matchPart({ ...LINK_PART, sided: 'left' }, { ...wanted, side: 'left' }).excluded).toEqual([]);
});

test('bore: never larger than the bar, interference to 1 mm rubber, 0.5 mm polyurethane (common practice, no source)', () => {
  const w: Wanted = { kinds: ['frame bushing'], barMm: 22 };
  expect(matchPart(bushing, w).excluded).toEqual([]);
  expect(matchPart({ ...bushing, boreMm: 22.5 }, w).excluded[0]).toMatch(/larger than the 22 mm bar/);
  expect(matchPart({ ...bushing, boreMm: 21.2, material: 'polyurethane' }, w).excluded[0]).toMatch(/too tight/);
  expect(matchPart({ ...bushing, boreMm: 21.2 }, w).excluded).toEqual([]);
});

test('nearer in length never ranks lower, all else equal', () => {
  fc.assert(
    fc.property(fc.double({ min: 280, max: 320, noNaN: true }), fc.double({ min: 280, max: 320, noNaN: true }), (a, b) => {
      const [near, far] = Math.abs(a - 300) <= Math.abs(b - 300) ? [a, b] : [b, a];
      expect(matchPart({ ...LINK_PART, lengthMm: near }, wanted).score).toBeGreaterThanOrEqual(
        matchPart({ ...LINK_PART, lengthMm: far }, wanted).score,
      );
    }),
  );
});

test('fitting ones first, excluded after; then ask for what separates', () => {
  const parts = [{ ...LINK_PART, id: 'x', thread: 'M12×1.25' }, LINK_PART, { ...LINK_PART, id: 'y', lengthMm: 306 }];
  expect(rankParts(parts, wanted).map((c) => c.part.id)).toEqual(['p1', 'y', 'x']);
  const open: Wanted = { kinds: ['ball-stud link'] };
  expect(askNext(rankParts(parts, open), open)).toBe('stud-thread');
  expect(askNext(rankParts([LINK_PART], open), open)).toBeUndefined();
});

describe('what is said of a part follows who said it', () => {
  const stranger = { ...LINK_PART, fits: [] };
  const said = (from: Wanted['from']) => matchPart(stranger, { ...wanted, from }).sentence;
  test('only what was measured is called measured', () => {
    expect(said({ 'link-length': 'measured' })).toMatch(/^Not listed; fits what was measured;/);
    expect(said({ 'link-length': 'file' })).toMatch(/^Not listed; fits the file’s word;/);
    expect(said({ 'link-length': 'usual', 'stud-thread': 'usual' })).toMatch(
      /fits only what is usual: measure before it is ordered/,
    );
  });
  test('a bushing that leaves no grip at the worn seat is not first, and says so', () => {
    const w: Wanted = { kinds: ['frame bushing'], barMm: 22, seatMm: 21.4 };
    const small = { ...bushing, id: 's', boreMm: 21, priceMinor: 9000 };
    const [first, last] = rankParts([bushing, small], w);
    expect([first!.part.id, last!.part.id]).toEqual(['s', 'b']);
    expect(last!.sentence).toContain('At the worn seat it has no grip (0.10 mm of air).');
  });
});
