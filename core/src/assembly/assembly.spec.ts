import { fastenersAt } from '../joint';
import { LINK_PART, STRUT_TYPE } from '../test';
import { LINK_KINDS, type AxleSpec } from '../vehicle';
import { asFitted, changesAxle, sayFitted, withFitted, type Fitting } from '.';

const axle = STRUT_TYPE.axles.front;
const link = axle.link!;
const rod: Fitting = {
  kind: 'rod-end link',
  upper: { thread: 'M10×1.25', nutHexMm: 17 },
  lower: { thread: 'M10×1.25', nutHexMm: 17 },
};
const kinds = (a: AxleSpec) => fastenersAt(a, 'front.left.link-lower').map((f) => [f.kind, f.count]);

test('nothing, the old part back on, and an identical part change nothing', () => {
  expect(asFitted(axle, undefined)).toBe(axle);
  expect(asFitted(axle, { kind: 'refit' })).toBe(axle);
  const same: Fitting = {
    kind: `${link.kind} link`,
    upper: link.upper,
    lower: link.lower,
    lengthMm: link.lengthMm,
    nutsSupplied: true,
  };
  expect(asFitted(axle, same)).toEqual(axle);
});

test.each(LINK_KINDS)('any link taken for a %s and back again is the same axle', (kind) => {
  const there = asFitted(axle, { kind: `${kind} link`, upper: link.upper, lower: link.lower });
  expect(there.link!.kind).toBe(kind);
  const back = asFitted(there, { kind: `${link.kind} link`, upper: link.upper, lower: link.lower, nutsSupplied: true });
  expect(kinds(back)).toEqual(kinds(axle));
});

test('rod ends in place of ball studs bring their lock nuts, their nuts and nothing of how the studs were held', () => {
  const after = asFitted(axle, rod);
  expect(kinds(axle).map(([k]) => k)).not.toContain('link-lock-nut');
  expect(kinds(after)).toContainEqual(['link-lock-nut', 2]);
  const upper = fastenersAt(after, 'front.left.link-lower').find((f) => f.kind === 'link-upper-nut')!;
  expect(upper).toMatchObject({ hexMm: 17, thread: 'M10×1.25' });
  expect(upper.hold).toBe('bolt head');
});

test('an end of the same kind keeps what the list does not say; the old nut goes on again where none is in the box', () => {
  const same: Fitting = { kind: `${link.kind} link`, upper: { nutHexMm: 21 }, lower: {} };
  expect(asFitted(axle, same).link!.upper).toMatchObject({ nutHexMm: link.upper.nutHexMm, hold: link.upper.hold });
  expect(asFitted(axle, { ...same, nutsSupplied: true }).link!.upper.nutHexMm).toBe(21);
});

test('another bar has its own diameter, hollow only where its list says so; a bushing and a part for no bar change nothing', () => {
  const hollow: AxleSpec = { ...axle, bar: { ...axle.bar!, wallMm: 3 } };
  expect(asFitted(hollow, { kind: 'sway bar', barMm: 25 }).bar).toMatchObject({ diameterMm: 25 });
  expect(asFitted(hollow, { kind: 'sway bar', barMm: 25 }).bar).not.toHaveProperty('wallMm');
  expect(asFitted(axle, { kind: 'sway bar', barMm: 25, wallMm: 4 }).bar!.wallMm).toBe(4);
  expect(asFitted(axle, { ...LINK_PART, kind: 'frame bushing' })).toBe(axle);
  expect(asFitted({ ...axle, link: null }, rod).link).toBeNull();
});

test('a mixed link stays mixed with a part whose list says nothing of its ends', () => {
  const mixed: AxleSpec = { ...axle, link: { ...link, lower: { ...link.lower, is: 'headless stud' } } };
  const after = asFitted(mixed, { kind: `${link.kind} link`, upper: { thread: 'M10×1.25' } });
  expect(after.link!.lower.is).toBe('headless stud');
  expect(asFitted(mixed, { kind: `${link.kind} link`, lower: { is: 'ball stud' } }).link!.lower).not.toHaveProperty('is');
});

test('what went on at earlier visits is how the vehicle is put together at the next one, the last of a kind speaking', () => {
  const bar = changesAxle({ ...LINK_PART, kind: 'sway bar', barMm: 24 })!;
  const rods = changesAxle({ ...LINK_PART, kind: 'rod-end link', lengthMm: 310 })!;
  const before = [
    { axle: 'front', part: bar },
    { axle: 'front', part: rods },
  ] as const;
  const now = withFitted(STRUT_TYPE, before).axles.front;
  expect([now.bar!.diameterMm, now.link!.kind, now.link!.lengthMm]).toEqual([24, 'rod-end', 310]);
  expect(withFitted(STRUT_TYPE, before).axles.rear).toBe(STRUT_TYPE.axles.rear);
  const again = changesAxle({ ...LINK_PART, kind: 'sway bar', barMm: 26 })!;
  expect(withFitted(STRUT_TYPE, [...before, { axle: 'front', part: again }]).axles.front.bar!.diameterMm).toBe(26);
  expect(withFitted(STRUT_TYPE, [])).toBe(STRUT_TYPE);
  // A bushing changes nothing of how it is put together, and neither does what is called by its name alone.
  for (const kind of ['frame bushing', 'other part', 'refit'] as const)
    expect(changesAxle({ ...LINK_PART, kind })).toBeUndefined();
  expect(before.map((x) => sayFitted(x))).toEqual(['Front: sway bar 24.0 mm', 'Front: rod-end link 310.0 mm']);
});
