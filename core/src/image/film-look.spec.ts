import { chanceFrom, type Vec3 } from '../numeric';
import { cardsIn, filmLook, sayLook, type CardName, type Point } from '.';
import { pictureOf, type Scene } from './rendered';

const CAMERA = { fPx: 1080, centre: [640, 360] as Point };
const A: CardName = { sheet: 3, card: 1 };
const B: CardName = { sheet: 3, card: 2 };
const at = (name: CardName, x: number, z = 300, turn: Vec3 = [0.1, 0.05, 0.1]) => ({
  ...name,
  pose: { turn, at: [x, 0, z] as Vec3 },
});
const look = (cards: Scene['cards'], o: Partial<Scene> = {}) =>
  filmLook(
    cardsIn(
      pictureOf({ camera: CAMERA, width: 1280, height: 720, cards, blurPx: 0.8, noise: 0.015, ...o }, chanceFrom(4)),
      'quick',
    ),
  );

test('two cards of one sheet, near, sharp and lit: both are used', () => {
  const l = look([at(A, -32), at(B, 32)]);
  expect(l.fault).toBeUndefined();
  expect([l.frame?.a.length, l.frame?.b.length]).toEqual([4, 4]);
  expect(sayLook(l)).toMatch(/seen well/);
});
test.each([
  ['nothing there', [], {}, 'no card', /No card is seen/],
  ['one cut off', [at(A, -32), at(B, 190)], {}, 'one card', /Only card 1/],
  ['three', [at(A, -62), at(B, 0), at({ sheet: 3, card: 3 }, 60)], {}, 'too many', /More than two/],
  ['of two sheets', [at(A, -32), at({ sheet: 4, card: 2 }, 32)], {}, 'two sheets', /of the same one/],
  ['far off', [at(A, -32, 480), at(B, 32, 480)], {}, 'far', /Nearer/],
  ['dark', [at(A, -32), at(B, 32)], { white: 66, noise: 0.005 }, 'dark', /More light on card 1/],
  ['out of focus', [at(A, -32), at(B, 32)], { blurPx: 3 }, 'blur', /Not sharp/],
  ['one from the side', [at(A, -32), at(B, 32, 300, [0, 1.22, 0])], {}, 'steep', /in front of card 2/],
] as const)('%s', (_, cards, o, fault, says) => {
  const l = look(cards, o);
  expect(l.fault).toBe(fault);
  expect(sayLook(l)).toMatch(says);
  expect(l.frame).toBeUndefined();
});
/** A tilt under which a card that stands out shows it. */
const TILT: Vec3 = [0.45, 0.05, 0.1];
test.each([
  [0, 'seen well'],
  [1, 'seen well'],
  [4, 'not flat'],
  // Nothing square any more.
  [8, 'Only card 1 is seen'],
])('a card whose middle stands out by %s mm: %s', (bowMm, says) => {
  expect(sayLook(look([at(A, -32, 300, TILT), { ...at(B, 32, 300, TILT), bowMm }]))).toContain(says);
});
test.each([
  ['beside both', [640, 120], 'seen well'],
  ['over a corner of card 1', [470, 420], 'Only card 2 is seen. The other is cut off, covered or in glare.'],
  ['over an edge of card 2', [755, 305], 'Only card 1 is seen. The other is cut off, covered or in glare.'],
] as const)('a lamp that shines back %s', (_, [x, y], says) => {
  expect(sayLook(look([at(A, -32), at(B, 32)], { glare: { at: [x, y], reachPx: 40 } }))).toContain(says);
});
test('a bent card and one in glare are told from what their edges are', () => {
  const good = look([at(A, -32), at(B, 32)]).cards;
  expect(filmLook([good[0]!, { ...good[1]!, offPx: 1.2 }])).toMatchObject({ fault: 'bent', card: 2 });
  expect(filmLook([{ ...good[0]!, leastContrast: 0.4 * good[0]!.contrast }, good[1]!])).toMatchObject({
    fault: 'glare',
    card: 1,
  });
  expect(filmLook([good[0]!, good[0]!]).fault).toBe('two sheets');
});
