import { axleOf } from '../test/axle';
import { barWayUp, FIT_PARTS, rigOf, wheelFit } from '.';
import { keepsClear } from './rig-over';

const axle = axleOf('double-arm');
const own = { tyreWidthMm: axle.tyreWidthMm, tyreDiameterMm: axle.tyreDiameterMm, outMm: 0 };

describe('other wheels', () => {
  test('the type’s own change nothing', () => {
    const f = wheelFit(axle, own);
    expect(f.meets).toEqual([]);
    expect(f.shorterMm).toBeUndefined();
    expect(f.doubtful).toBe(false);
    for (const p of FIT_PARTS) expect(f.after[p]).toEqual(f.before[p]);
  });
  test('wider ones come nearer, narrower ones further off, standing further out helps', () => {
    const air = (w: typeof own) => wheelFit(axle, w).after.link!.airMm;
    expect(air({ ...own, tyreWidthMm: 245 })).toBeLessThan(air(own));
    expect(air({ ...own, tyreWidthMm: 175 })).toBeGreaterThan(air(own));
    expect(air({ ...own, tyreWidthMm: 245, outMm: 30 })).toBeGreaterThan(air({ ...own, tyreWidthMm: 245 }));
  });
  test('what they meet is named with where, and the bolt points where there is more air', () => {
    const f = wheelFit(axle, { ...own, tyreWidthMm: 255 });
    expect(f.meets.join(' ')).toMatch(
      /bar’s end (meets|comes within \d+ mm of) the tyre( at lock)? with the wheel (up|down) \d+ mm/,
    );
    const more = f.after['bolt inward']!.airMm > f.after['bolt outward']!.airMm ? 'inward' : 'outward';
    expect(f.boltPoints).toBe(more);
    expect(wheelFit(axleOf('trailing-arm'), own).boltPoints).toBe('inward');
    // If it says how much shorter, that much clears and half a millimetre less does not.
    const wide = { ...own, tyreWidthMm: 215, outMm: 2 };
    const s = wheelFit(axle, wide, 0, undefined, 1).shorterMm;
    if (s !== undefined) {
      const rig = rigOf(axle, { loweredMm: 0, wheels: wide });
      expect(keepsClear(rig, rig.lengthMm - s, 1)).toBe(true);
      expect(keepsClear(rig, rig.lengthMm - s + 0.5, 1)).toBe(false);
    }
  });
  test('a smaller rim comes nearer to the arm’s end and the steering inside it, and is named where it meets them', () => {
    const air = (rimDiameterMm: number) => wheelFit(axle, { ...own, rimDiameterMm }).after;
    const [wide, small] = [air(430), air(330)];
    for (const part of ['control arm', 'tie rod'] as const) expect(small[part]!.airMm).toBeLessThan(wide[part]!.airMm);
    expect(wheelFit(axle, { ...own, rimDiameterMm: 260 }).meets.join(' ')).toMatch(/control arm|tie rod/);
    // The usual share of the tyre is what nothing said means.
    expect(wheelFit(axle, { ...own, rimDiameterMm: own.tyreDiameterMm * 0.64 }).after).toEqual(wheelFit(axle, own).after);
    expect(() => wheelFit(axle, { ...own, rimDiameterMm: 900 })).toThrow('rim must be between 200 and');
  });
  test('bad input is named', () => {
    expect(() => wheelFit(axle, { ...own, tyreWidthMm: 0 })).toThrow('width of the tyre must be more than 0 mm');
    expect(() => wheelFit(axle, { ...own, outMm: 900 })).toThrow('how far out the wheel stands must be between');
  });
});

describe('which way up', () => {
  test('turned over is the mirror of as drawn', () => {
    const strut = axleOf('strut', { powered: true });
    const [a, b] = [barWayUp(strut, 60), barWayUp(strut, -60)];
    expect(a.asDrawn).toEqual(b.turnedOver);
    expect(a.turnedOver).toEqual(b.asDrawn);
    expect(a.right).not.toBe('either way');
    expect([a.right, b.right].sort()).toEqual(['as drawn', 'turned over']);
    expect(a.sentence).toMatch(/mm from the (drive shaft|steering rack) with the wheel/);
  });
  test('a straight one goes either way', () => {
    expect(barWayUp(axleOf('solid-axle'), 0).right).toBe('either way');
  });
});
