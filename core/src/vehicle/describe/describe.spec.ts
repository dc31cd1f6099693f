import {
  checkType,
  describe as say,
  fieldsAbout,
  isUsual,
  readTorquePage,
  standing,
  TYPE_FIELDS,
  typeFromLayouts,
  typeFromType,
  withPoint,
  withTorques,
} from '.';
import { linkFasteners, SUSPENSIONS, LAYOUTS, LINK_KINDS, AXLES, readVehicleType, type VehicleTypeSpec } from '..';
import { asVariant as variantOf } from '..';
import { cornerAt } from '../../mechanics';
import { STRUT_TYPE } from '../../test';

const start = () => typeFromLayouts('strut', 'twist-beam');
const front = (t: VehicleTypeSpec) => t.axles.front;

describe('a type is begun and only what differs is said', () => {
  test('from layouts everything is usual; from a known type too, and its torques stay where they are true', () => {
    const t = start();
    expect(front(t).link).toMatchObject({ kind: 'ball-stud' });
    expect(t.axles.rear.bar).toBeNull();
    expect(standing(t)).toContain('front.link.upper.thread');
    // Nothing is said of a link that is not there.
    expect(standing(t)).not.toContain('rear.link.length');
    const like = typeFromType(STRUT_TYPE);
    expect(like.torqueBook).toEqual({ front: [], rear: [] });
    expect(like.axles.front.link).toEqual(STRUT_TYPE.axles.front.link);
    expect(Object.values(like.axles.front.points).every((p) => p!.from === 'usual')).toBe(true);
  });
  test('what is said is no longer usual; the other end follows as long as nobody has looked at it', () => {
    let t = say(start(), 'front', 'upper.thread', 'M12x1.25');
    expect([front(t).link!.upper.thread, front(t).link!.lower.thread]).toEqual(['M12×1.25', 'M12×1.25']);
    // Its usual nut comes along: ISO 4032 has 18 mm on M12.
    expect([front(t).link!.upper.nutHexMm, front(t).link!.lower.nutHexMm]).toEqual([18, 18]);
    const upper = TYPE_FIELDS.find((f) => f.id === 'upper.thread')!;
    const lower = TYPE_FIELDS.find((f) => f.id === 'lower.thread')!;
    expect([isUsual(t, 'front', upper), isUsual(t, 'front', lower)]).toEqual([false, true]);
    t = say(t, 'front', 'lower.thread', 'M10×1.25');
    expect([front(t).link!.upper.thread, front(t).link!.lower.thread]).toEqual(['M12×1.25', 'M10×1.25']);
    t = say(t, 'front', 'upper.hex', '19 mm');
    t = say(t, 'front', 'upper.thread', 'M12×1.5');
    // A nut that somebody said stays.
    expect(front(t).link!.upper.nutHexMm).toBe(19);
  });
  test('ends that differ in kind are tightened each by its own rule', () => {
    let t = say(start(), 'front', 'link.kind', 'stud-and-bushing');
    expect(linkFasteners(front(t).link!).map((f) => f.rideHeight)).toEqual([true, false]);
    t = say(t, 'front', 'upper.is', 'ball stud');
    t = say(t, 'front', 'lower.is', 'pressed bushing');
    expect(linkFasteners(front(t).link!).map((f) => f.rideHeight)).toEqual([false, true]);
    // Another kind of link has its own ends again.
    expect(front(say(t, 'front', 'link.kind', 'rod-end')).link!.upper.is).toBeUndefined();
  });
  test('a bar comes with what hangs on it, and goes with it', () => {
    let t = say(start(), 'rear', 'suspension', 'solid-axle');
    t = say(t, 'rear', 'bar', 'links');
    expect(t.axles.rear.link!.lengthMm).toBeGreaterThan(100);
    expect(t.axles.rear.points.barEye).toBeDefined();
    expect(cornerAt(t.axles.rear, 40, -40).locked).toBeUndefined();
    t = say(t, 'rear', 'bar', 'beam');
    expect([t.axles.rear.link, t.axles.rear.bushing, t.axles.rear.points.barEye]).toEqual([null, null, undefined]);
    expect(say(t, 'rear', 'bar', 'none').axles.rear.bar).toBeNull();
    checkType(t);
  });
  test('a single bolt has one thread, asked once', () => {
    const t = say(start(), 'front', 'link.kind', 'bolt-through');
    const ids = fieldsAbout(front(t), ['link', 'upper', 'lower']).map((f) => f.id);
    expect(ids).toContain('upper.thread');
    expect(ids).not.toContain('lower.thread');
    const said = say(t, 'front', 'upper.thread', 'M8×1.25');
    expect(front(said).link!.lower.thread).toBe('M8×1.25');
  });
  test.each(AXLES.flatMap((end) => SUSPENSIONS.filter((s) => LAYOUTS[s].ends.includes(end)).map((s) => [end, s] as const)))(
    '%s %s: each field reads what it shows, and each pick leaves a type that moves',
    (end, suspension) => {
      const bar = say(say(start(), end, 'suspension', suspension), end, 'bar', 'links');
      for (const kind of LINK_KINDS) {
        const t = say(bar, end, 'link.kind', kind);
        for (const f of TYPE_FIELDS.filter((x) => x.stands(t.axles[end]))) {
          const shown = f.get(t.axles[end]);
          if (shown) expect(f.get(say(t, end, f.id, shown).axles[end])).toBe(shown);
          for (const p of f.picks(t.axles[end], end)) {
            const next = say(t, end, f.id, p.value);
            if (f.stands(next.axles[end])) expect(f.get(next.axles[end])).toBe(p.value);
            checkType(next);
            expect(() => cornerAt(next.axles[end], 30, -30)).not.toThrow();
          }
        }
      }
    },
  );
  test.each([
    ['bar.diameter', 'x', /bar diameter must be a number/],
    ['bar.diameter', '80 mm', /bar diameter must be between 8 and 60 mm/],
    ['link.length', '5', /link length must be between 30 and 600 mm/],
    ['upper.thread', 'big', /thread of the upper end must be like M10×1.25/],
    ['upper.hold', '5 mm', /hold of the upper end must say flats, hex or nothing/],
    ['nuts.count', '4.5', /number of wheel nuts must be a whole number/],
    ['track', '14', /track must be between 800 and 2600 mm/],
    ['link.kind', 'string', /kind of link must be one of/],
    ['bar.wall', '12 mm', /wall of the bar must be between 1 and 11 mm/],
    ['track', ' ', /track is empty/],
  ])('%s “%s” is refused by name', (field, text, message) => expect(() => say(start(), 'front', field, text)).toThrow(message));
});

describe('variants of one type', () => {
  const type: VehicleTypeSpec = {
    ...STRUT_TYPE,
    variants: [
      { name: 'bar 20', front: { diameterMm: 20, joins: 'links' } },
      { name: 'bar 22' },
      { name: 'no bar', front: null },
    ],
  };
  test('each is the type with its own bar; one nobody has looked at leaves the bar open', () => {
    expect(variantOf(type, 'bar 20').axles.front.bar!.diameterMm).toBe(20);
    expect(variantOf(type, 'bar 20').axles.front.link).toEqual(STRUT_TYPE.axles.front.link);
    expect(variantOf(type, 'no bar').axles.front).toMatchObject({ bar: null, link: null, bushing: null });
    expect(variantOf(type, 'bar 22').usual).toBeUndefined();
    expect(variantOf(type, null).usual).toEqual(['front.bar']);
  });
  test('two of the same name are refused', () =>
    expect(() => checkType({ ...type, variants: [{ name: 'a' }, { name: 'a' }] })).toThrow(/is there twice/));
});

describe('a torque page as it was written', () => {
  const t = say(say(start(), 'front', 'upper.thread', 'M10×1.25'), 'front', 'nuts.thread', 'M12×1.5');
  const read = (text: string) => readTorquePage(t, text, 'book p. 4');
  const nm = (text: string) =>
    read(text).flatMap((l) => l.values.map(({ end, value: v }) => [end, v.fastener, Math.round(v.minNm), Math.round(v.maxNm)]));
  test.each<[string, unknown[]]>([
    ['front link upper nut 48 N·m', [['front', 'link-upper-nut', 48, 48]]],
    [
      'Front drop link nuts: 40-46 Nm',
      [
        ['front', 'link-upper-nut', 40, 46],
        ['front', 'link-lower-nut', 40, 46],
      ],
    ],
    ['bracket bolts 22,5 Nm, front', [['front', 'bracket-bolt', 23, 23]]],
    [
      'lug nuts 85 lbf·ft',
      [
        ['front', 'wheel-nut', 115, 115],
        ['rear', 'wheel-nut', 115, 115],
      ],
    ],
    ['rear wishbone bolt 105 to 115 N m dry', [['rear', 'arm-bolt', 105, 115]]],
    ['ball joint nut front;75;N·m', [['front', 'ball-joint-nut', 75, 75]]],
    ['fastener,torque\nfront stabilizer link upper,48,N·m', [['front', 'link-upper-nut', 48, 48]]],
  ])('%s', (text, values) => expect(nm(text)).toEqual(values));
  test('a thread that was said locks the value to it, one that is only usual does not; one on the page rules', () => {
    const of = (text: string) => read(text)[0]!.values[0]!.value.thread;
    expect(of('front link upper 48 Nm')).toBe('M10×1.25');
    expect(of('front link lower 48 Nm')).toBeUndefined();
    expect(of('front link lower M12x1.25 48 Nm')).toBe('M12×1.25');
    expect(of('front wheel nuts 120 Nm')).toBe('M12×1.5');
  });
  test.each([
    ['the thing 48 Nm', /names no fastener/],
    ['link upper 48', /has no torque with its unit/],
    ['front link upper 48 Nm lower 40 Nm', /more than one torque/],
    ['rear link upper 48 Nm', /does not have at its rear axle/],
    ['front link upper 4800 Nm', /must be between 1 and 1000 N·m/],
  ])('“%s” is named and nothing is taken from it', (text, why) => {
    const [line] = read(`front bracket bolt 22 Nm\n${text}`).slice(1);
    expect(line!.wrong).toMatch(why);
    expect(line!.values).toEqual([]);
  });
  test('a carrier has two rows and two torques; two lines that could mean the same piece are both asked about', () => {
    let carrier = say(t, 'front', 'bushing.kind', 'carrier-halves');
    carrier = say(carrier, 'front', 'bushing.through-thread', 'M8x1.25');
    carrier = say(carrier, 'front', 'bushing.through-hex', '13 mm');
    expect(carrier.axles.front.bushing!.through).toEqual({ bolts: 2, thread: 'M8×1.25', hexMm: 13 });
    checkType(carrier);
    const page = (text: string) => readTorquePage(carrier, text, 'book');
    const two = withTorques(carrier, page('front carrier to frame 110 Nm\nfront carrier through bolts 25 Nm'));
    expect(two.torqueBook.front.filter((v) => /bracket|carrier/.test(v.fastener)).map((v) => [v.fastener, v.value])).toEqual([
      ['bracket-bolt', 110],
      ['carrier-bolt', 25],
    ]);
    const vague = page('front bushing bolts 110 Nm\nfront bracket bolts 25 Nm\nfront link upper 48 Nm');
    expect(vague.map((l) => l.values.length)).toEqual([0, 0, 1]);
    expect(vague[0]!.wrong).toBe(
      'Line 1 could be of the bracket bolts, front, and so could line 2 (25 N·m): say which piece each is of.',
    );
    expect(vague[1]!.wrong).toContain('line 1 (110 N·m)');
    // The same said twice is no question, and another kind of bushing has no second set.
    expect(page('front bushing bolts 25 Nm\nfront bracket bolts 25 Nm').every((l) => !l.wrong)).toBe(true);
    expect(say(carrier, 'front', 'bushing.kind', 'two-bolt').axles.front.bushing).not.toHaveProperty('through');
  });
  test('a page without its source is refused; a later value takes the earlier one’s place', () => {
    expect(() => readTorquePage(t, 'front link upper 48 Nm', ' ')).toThrow(/source of the value is empty/);
    const once = withTorques(t, read('front link upper 48 Nm'));
    const twice = withTorques(once, read('front link upper 50 Nm\nfront bracket bolt 22 Nm'));
    expect(twice.torqueBook.front.map((v) => [v.fastener, v.value])).toEqual([
      ['link-upper-nut', 50],
      ['bracket-bolt', 22],
    ]);
    checkType(twice);
  });
});

test('a type of the third version says in today’s words what was only usual, and its bar', () => {
  const { bar: _bar, ...axle } = STRUT_TYPE.axles.front;
  const old = {
    ...STRUT_TYPE,
    version: 3,
    usual: ['bar', 'linkThread'],
    axles: { front: { ...axle, barDiameterMm: 22 }, rear: { ...STRUT_TYPE.axles.rear, bar: undefined, barDiameterMm: null } },
  };
  const now = readVehicleType(old);
  expect(now.axles.front.bar).toEqual({ diameterMm: 22, joins: 'links' });
  expect(now.axles.rear.bar).toBeNull();
  expect(now.usual).toEqual(['front.bar', 'front.link.upper.thread', 'front.link.lower.thread']);
});

describe('points of a type', () => {
  const type = typeFromLayouts('strut', 'twist-beam');
  const text = { ahead: '-60 mm', out: '690 mm', up: '612 mm' };
  test('one that was read or measured is marked so, and stays where it is when track or tyre change; the others stay usual', () => {
    const t = withPoint(type, 'front', 'linkMount', text, 'maker');
    const { points } = t.axles.front;
    expect(points.linkMount).toEqual({ at: [points.hub.at[0] - 60, 690, 612], from: 'maker' });
    expect(points.hub.from).toBe('usual');
    expect(t.axles.rear).toBe(type.axles.rear);
    expect(say(t, 'front', 'track', '1600 mm').axles.front.points.linkMount).toEqual(points.linkMount);
  });
  test.each([
    [{ ...text, up: '' }, /height above the ground/],
    [{ ...text, out: '0 mm' }, /length out from the middle must be between 1 and 1500 mm/],
    [{ ...text, ahead: 'far' }, /length ahead of the wheel’s centre/],
  ])('%o is refused by its length', (bad, message) =>
    expect(() => withPoint(type, 'front', 'linkMount', bad, 'measured')).toThrow(message),
  );
});
