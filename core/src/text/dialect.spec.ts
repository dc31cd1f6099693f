import { elsewhereChecks } from '../diagnosis';
import { DEFECTS, HAND_CHECKS, JOINT_KINDS, JOINT_SPECS, jointsOf } from '../joint';
import { stepsFor } from '../plan';
import { STRUT_TYPE } from '../test';
import { FASTENER_KINDS, fastenerName } from '../torque';
import { BUSHINGS, LAYOUTS, LINKS } from '../vehicle';
import { DIALECTS, inDialect, spoken, written, type Dialect } from '.';

const FOREIGN: Record<Dialect, RegExp> = {
  'anti-roll bar': /\b(sway bars?|end links?|bushings?|control arms?|tie rods?|stabilizer)\b/i,
  'sway bar': /\b(anti-roll|drop links?|bush(es)?|wishbones?|track rods?|stabiliser)\b/i,
};

test.each([
  ['Frame bushings of the sway bar', 'Bar bushes of the anti-roll bar'],
  ['the outer tie rod end, then an end link', 'the track rod end, then a drop link'],
  ['Front bushing worn', 'Front bush worn'],
  ['Ball joints, tie rods', 'Ball joints, track rods'],
  ['a bush in the ambush', 'a bush in the ambush'],
])('“%s” is said “%s”', (sway, antiRoll) => {
  expect(spoken(sway, 'anti-roll bar')).toBe(antiRoll);
  expect(spoken(sway)).toBe(sway);
});

test('what is looked for is understood in both', () => {
  expect(written('Drop link')).toBe('End link');
  expect(written('bar bushes')).toBe('frame bushings');
  expect(written('wishbone bush')).toBe('arm bushing');
  expect(written('anti-roll bar')).toBe('sway bar');
});

/** Every string in a value, however deep; names in pairs as this dialect says them. */
function texts(x: unknown, d: Dialect): string[] {
  if (typeof x === 'string') return [spoken(x, d)];
  if (Array.isArray(x)) return x.flatMap((y) => texts(y, d));
  if (x && typeof x === 'object') return Object.entries(x).flatMap(([k, y]) => (k === 'id' || k === 'kind' ? [] : texts(y, d)));
  return [];
}

describe.each(DIALECTS)('in the words of a shop that says %s', (d) => {
  test('checks, defects and kinds have no word of the other dialect', () => {
    const said = [
      ...texts(HAND_CHECKS, d),
      ...texts(elsewhereChecks(STRUT_TYPE), d),
      ...texts(DEFECTS, d),
      ...JOINT_KINDS.flatMap((k) => [
        inDialect(JOINT_SPECS[k].name, d),
        ...Object.values(JOINT_SPECS[k].finer).map((f) => inDialect(f.name, d)),
      ]),
      ...FASTENER_KINDS.map((f) => fastenerName(f, d)),
      ...[...Object.values(LINKS), ...Object.values(BUSHINGS), ...Object.values(LAYOUTS)].map((k) =>
        spoken(inDialect((k as { name?: string }).name ?? '', d), d),
      ),
    ];
    expect(said.length).toBeGreaterThan(100);
    expect(said.filter((t) => FOREIGN[d].test(t))).toEqual([]);
  });
  test('nor have the steps of a plan that renews everything', () => {
    const axle = STRUT_TYPE.axles.front;
    const steps = stepsFor({
      end: 'front',
      axle,
      joints: jointsOf('front', axle),
      equipment: 'lift',
      corroded: true,
      jackingPoints: 'sills',
      dialect: d,
    });
    const said = steps.flatMap((s) => [s.title, s.detail ?? '', s.caution ?? '']);
    expect(said.filter((t) => FOREIGN[d].test(t))).toEqual([]);
  });
});
