import { readWords } from './read-words';

const read = (text: string, side: 'left' | 'right' = 'right') =>
  Object.fromEntries(Object.entries(readWords(text, side)).filter(([, v]) => v.length > 0));

test.each([
  [
    'clunks front left over rough roads',
    { character: ['dull clunk'], where: ['front', 'left'], when: ['patched surface, slowly'] },
  ],
  ['knocks over potholes and speed bumps', { when: ['pothole', 'both wheels over a hump'] }],
  ['Rattles in the boot, loaded', { character: ['rattle'], where: ['luggage area'], conditions: ['loaded'] }],
  [
    'squeaks on cold mornings when turning the steering wheel',
    { character: ['squeak'], when: ['steering lock, standing'], conditions: ['cold only'] },
  ],
  ['thuds one wheel on the kerb', { character: ['dull clunk'], when: ['one wheel over a bump'] }],
  ['the steering is vague, new winter tyres', { handling: ['loose steering'], history: ['other wheels'] }],
])('%s', (text, said) => expect(read(text)).toEqual(said));

test('what is denied is not ticked', () => {
  expect(read('no rattle, not when braking, clunks in bends')).toEqual({ character: ['dull clunk'], when: ['cornering'] });
});
test('near side and off side, by where the driver sits', () => {
  expect(read('clunk, nearside', 'right').where).toEqual(['left']);
  expect(read('clunk, nearside', 'left').where).toEqual(['right']);
  expect(read('clunk, driver’s side', 'left').where).toEqual(['left']);
});
test('what it does not know it leaves alone', () => {
  expect(read('it makes a noise')).toEqual({});
  expect(read('')).toEqual({});
  expect(read('the right height, right away')).toEqual({});
});
