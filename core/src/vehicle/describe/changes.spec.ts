import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../../test';
import { describe as say, typeChanges, withPoint, type VehicleTypeSpec } from '..';

const says = (after: VehicleTypeSpec, before = STRUT_TYPE) => typeChanges(before, after, 'sway bar');

test('a type that is as it was has nothing to say; each thing that differs is a sentence with what it was', () => {
  expect(says(STRUT_TYPE)).toEqual([]);
  const track = say(STRUT_TYPE, 'front', 'track', '1555 mm');
  expect(says(track)).toEqual([`Front axle, track: now 1555 mm, was ${STRUT_TYPE.axles.front.trackMm} mm.`]);
  expect(says({ ...STRUT_TYPE, jackingPoints: 'the sill behind the wheel' })).toEqual([
    `Jacking points: now the sill behind the wheel, was ${STRUT_TYPE.jackingPoints}.`,
  ]);
});
test('a torque is said with its source; one that went is gone, one that came was not there', () => {
  const [first] = STRUT_TYPE.torqueBook.front;
  const less = { ...STRUT_TYPE, torqueBook: { ...STRUT_TYPE.torqueBook, front: STRUT_TYPE.torqueBook.front.slice(1) } };
  expect(says(less)).toEqual([
    expect.stringMatching(new RegExp(`^Front axle, torque of .*: gone, was .*\\(${first!.source}\\)\\.$`)),
  ]);
  expect(says(STRUT_TYPE, less)).toEqual([expect.stringMatching(/was not there\.$/)]);
});
test('another value, and the same value that somebody looked at, are told apart', () => {
  const usual = { ...STRUT_TYPE, usual: ['front.link.length'] as const };
  expect(says(STRUT_TYPE, usual)).toEqual([expect.stringMatching(/now \d+ mm, was \d+ mm, only usual\.$/)]);
});
test('points, tips, variants and the name', () => {
  const moved = withPoint(STRUT_TYPE, 'front', 'hub', { ahead: '11 mm', out: '700 mm', up: '300 mm' }, 'measured');
  expect(says(moved)).toEqual([
    expect.stringMatching(/^Front axle, wheel’s centre: now 11 · 700 · 300 mm, measured, was only usual\.$/),
  ]);
  const more = { ...STRUT_TYPE, name: 'Other', tips: [...STRUT_TYPE.tips, 'the bolt hides'], variants: [{ name: 'bar 22' }] };
  expect(says(more)).toEqual([
    `Name: now Other, was ${STRUT_TYPE.name}.`,
    'Variant added: bar 22.',
    'Tip added: “the bolt hides”',
  ]);
});
test('a whole other axle says every field, and none twice', () => {
  const all = says(DOUBLE_ARM_TYPE);
  expect(all.length).toBeGreaterThan(5);
  expect(new Set(all).size).toBe(all.length);
  expect(all.every((s) => /[.”]$/.test(s))).toBe(true);
});
