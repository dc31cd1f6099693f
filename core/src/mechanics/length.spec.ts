import fc from 'fast-check';
import { axleOf } from '../test/axle';
import { norm, sub, type Vec3 } from '../numeric';
import { STRUT_TYPE } from '../test';
import { LINK_KINDS, type LinkKind, type AxleSpec, type HardPoints, type Suspension } from '../vehicle';
import {
  airBetween,
  cornersOf,
  crooked,
  judgeLength,
  keepsClear,
  lengthByBolt,
  lengthForStance,
  lengthFromFloor,
  linkAt,
  linkOver,
  rigFromFloor,
  rigOf,
  sayTurns,
  setAdjustable,
  stackOnFile,
  USUAL_LIMITS,
  windowOf,
  windUp,
  type AdjustableLink,
  type FloorInput,
} from '.';

const WITH_LINKS: readonly Suspension[] = ['strut', 'double-arm', 'trailing-arm', 'solid-axle'];
const floor: FloorInput = {
  armMm: 250,
  linkMm: 150,
  mount: 'below',
  ratio: 0.6,
  armDeg: 0,
  leanDeg: 0,
  acrossDeg: 0,
  loweredMm: 0,
  upMm: 60,
  downMm: 60,
  way: 'across',
};

describe.each(WITH_LINKS)('the rig of a %s', (suspension) => {
  const axle = axleOf(suspension);
  const rig = rigOf(axle, { loweredMm: 0 });
  test('at ride height the link drawn there stands as it was drawn', () => {
    const l = linkAt(rig, rig.lengthMm, rig.ride);
    l.eye.forEach((v, i) => expect(v).toBeCloseTo(axle.points.barEye!.at[i]!, 6));
    expect(l.armDeg).toBeCloseTo(0, 6);
    expect(l.swingDeg.mount).toBeCloseTo(0, 5);
    expect(l.swingDeg.eye).toBeCloseTo(0, 5);
  });
  test('it follows what the corner does, and a small movement turns the arm by its motion ratio', () => {
    const corners = cornersOf(axle);
    for (const p of rig.positions.filter((_, i) => i % 5 === 0)) {
      const c = corners(p.travelMm, p.otherMm);
      linkAt(rig, rig.lengthMm, p, false).eye.forEach((v, i) => expect(v).toBeCloseTo(c.points.barEye![i]!, 6));
    }
    const joined = suspension === 'solid-axle';
    const small = corners(0.5, joined ? -0.5 : 0.5).bar!;
    const back = corners(-0.5, joined ? 0.5 : -0.5).bar!;
    const arm = norm(sub(axle.points.barEye!.at, rig.ride.circle.centre));
    expect(Math.abs(small.turnRad - back.turnRad) * arm * small.lever).toBeCloseTo(rig.motionRatio, 2);
  });
  test('the length for a changed stance keeps the arm’s angle, and the rule of thumb is near it', () => {
    for (const loweredMm of [-25, 15, 30]) {
      const now = rigOf(axle, { loweredMm });
      const found = lengthForStance(axle, now, loweredMm, { lengthMm: rig.lengthMm, uMm: 0.5 });
      const at = linkAt(now, found.lengthMm, now.ride);
      expect(at.armDeg).toBeCloseTo(0, 6);
      expect(Math.abs(found.ruleMm - found.lengthMm)).toBeLessThan(1.5);
      // Mount below the eye, or the bar on an axle that comes up to its mount: shorter; a strut's mount above: longer.
      const longer = suspension === 'strut';
      expect(Math.sign(found.lengthMm - rig.lengthMm)).toBe((longer ? 1 : -1) * Math.sign(loweredMm));
      expect(found.doubtMm).toBeGreaterThan(1.96 * 0.5);
    }
  });
  test('the window holds the length that keeps the angle, and its edges are where a limit is met', () => {
    const now = rigOf(axle, { loweredMm: 30 });
    const w = windowOf(now, { airMm: 0 }, rig);
    const kept = lengthForStance(axle, now, 30, { lengthMm: rig.lengthMm, uMm: 0.5 }).lengthMm;
    expect(judgeLength(w, kept).fits).toBe(true);
    const arm = w.strips.find((s) => s.what === 'arm angle')!.lengths[0]!;
    for (const edge of arm) {
      const off = Math.abs(linkAt(now, edge, now.ride).armDeg);
      expect(off).toBeLessThanOrEqual(USUAL_LIMITS.armDeg);
      expect(off).toBeGreaterThan(USUAL_LIMITS.armDeg - 0.1);
    }
    const outside = judgeLength(w, arm[1] + 1);
    expect(outside.missed.map((m) => m.what)).toContain('arm angle');
  });
});

describe('from the floor', () => {
  test('a square link below a level arm: shorter by ratio × lowering; above: longer', () => {
    for (const [mount, sign] of [
      ['below', -1],
      ['above', 1],
    ] as const) {
      const rig = rigFromFloor({ ...floor, mount, loweredMm: 30 });
      const found = lengthFromFloor(rig, 30, 0.5);
      expect(found.lengthMm).toBeCloseTo(150 + sign * 18, 9);
      expect(found.ruleMm).toBeCloseTo(150 + sign * 18, 9);
    }
  });
  test('the worked example of the circle: mount 40 mm up turns the arm by 9.198895°', () => {
    const rig = rigFromFloor({ ...floor, upMm: 80, loweredMm: 40 / 0.6 });
    const l = linkAt(rig, 150, rig.ride);
    expect(Math.abs(l.armDeg)).toBeCloseTo(9.198895, 5);
    expect(l.lever).toBeCloseTo(0.990339, 6);
    expect(l.overCentreDeg).toBeCloseTo((Math.asin(0.990339) * 180) / Math.PI, 3);
  });
  test('a link over the whole travel: the ends bound what lies between', () => {
    const o = linkOver(rigFromFloor({ ...floor, leanDeg: 8, acrossDeg: 5 }), 150);
    expect(o.failsAt).toBeUndefined();
    expect(o.armDeg[0]).toBeLessThan(0);
    expect(o.armDeg[1]).toBeGreaterThan(0);
    expect(o.leanDeg[0]).toBeLessThanOrEqual(o.ride!.leanDeg);
    expect(o.leanDeg[1]).toBeGreaterThanOrEqual(o.ride!.leanDeg);
  });
  test('one that cannot follow says at which wheel position, and nothing fits says why', () => {
    const short = rigFromFloor({ ...floor, armMm: 60, linkMm: 60, ratio: 1, upMm: 120, downMm: 120 });
    const o = linkOver(short, 60);
    expect(o.failsAt!.why).toMatch(/link length cannot reach/);
    expect(Math.abs(o.failsAt!.travelMm)).toBeGreaterThan(20);
    const w = windowOf(short);
    expect(w.fits).toEqual([]);
    expect(w.because).toMatch(/^Nothing fits: no length reaches over the whole travel/);
  });
  test('two demands that do not go together are both named with their lengths', () => {
    const w = windowOf(rigFromFloor(floor), { thread: [180, 200] });
    expect(w.best).toBeUndefined();
    expect(w.because).toMatch(
      /^Nothing fits: arm angle kept \(±5°\) asks for 128 to 172 mm, thread enough \(180 to 200 mm\) for 180 to 200 mm\.$/,
    );
  });
  test('a maker’s swing rules where it is given; usual ones say so; no worse than before where that was worse', () => {
    const leaning = rigFromFloor({ ...floor, way: 'along', ratio: 1, armMm: 120 });
    const label = (w: ReturnType<typeof windowOf>) => w.strips.find((s) => s.what === 'stud at the eye')!.limit;
    expect(label(windowOf(leaning, { swingDeg: { eye: 15 } }))).toBe('15°, its maker');
    expect(label(windowOf(leaning))).toMatch(/° as it was$/);
    expect(label(windowOf(rigFromFloor({ ...floor, upMm: 10, downMm: 10 })))).toBe('20°, usual');
  });
  test('both sides equal is a strip of its own', () => {
    const w = windowOf(rigFromFloor(floor), { other: { lengthMm: 152, withinMm: 1 } });
    expect(w.best![0]).toBeCloseTo(151, 6);
    expect(w.best![1]).toBeCloseTo(153, 6);
  });
  test.each([
    [{ armMm: 0 }, 'length of the bar’s arm must be more than 0 mm'],
    [{ linkMm: -1 }, 'link length must be more than 0 mm'],
    [{ ratio: 0 }, 'share of the wheel’s movement must be between'],
    [{ loweredMm: 90 }, 'change of ride height must be between −60 and 60 mm'],
    [{ armDeg: 80 }, 'angle of the bar’s arm must be between'],
  ])('bad input %j is named', (bad, words) => {
    expect(() => rigFromFloor({ ...floor, ...bad })).toThrow(words);
  });
});

test('a stack of grommets swings out of line, a ball stud out of square', () => {
  const stack = axleOf('double-arm');
  const bolt: AxleSpec = { ...stack, link: { ...stack.link!, kind: LINK_KINDS.find((k) => k === 'bolt-through')! } };
  const [a, b] = [rigOf(stack, { loweredMm: 0 }), rigOf(bolt, { loweredMm: 0 })];
  expect([a.ways.eye, b.ways.eye]).toEqual(['across', 'along']);
  // Turning with the arm the eye's stack leans by what the arm turns against the link; the ball stud turns about its stud.
  expect(linkOver(b, b.lengthMm, false).swingDeg.eye).toBeGreaterThan(linkOver(a, a.lengthMm, false).swingDeg.eye + 5);
});

describe('what stands in the way', () => {
  const rodAt = (a: Vec3, b: Vec3) => ({ name: 'rod', kind: 'rod' as const, a, b, radiusMm: 5 });
  test('two rods: crossing, parallel, end to end', () => {
    expect(airBetween([0, 0, 0], [100, 0, 0], 5, rodAt([50, -50, 30], [50, 50, 30]))).toBeCloseTo(20, 9);
    expect(airBetween([0, 0, 0], [100, 0, 0], 5, rodAt([0, 40, 0], [100, 40, 0]))).toBeCloseTo(30, 9);
    expect(airBetween([0, 0, 0], [100, 0, 0], 5, rodAt([130, 0, 0], [200, 0, 0]))).toBeCloseTo(20, 9);
  });
  test('a rod and a tyre agree with a search over many points', () => {
    const vec = fc.tuple(...([0, 1, 2].map(() => fc.double({ min: -500, max: 500, noNaN: true })) as [never, never, never]));
    fc.assert(
      fc.property(vec, vec, (p, q) => {
        const tyre = {
          name: 'tyre',
          kind: 'tyre' as const,
          centre: [0, 0, 0] as Vec3,
          axis: [0, 1, 0] as Vec3,
          radiusMm: 300,
          rimMm: 180,
          halfWidthMm: 100,
        };
        let least = Infinity;
        for (let i = 0; i <= 4000; i++) {
          const at = [0, 1, 2].map((k) => (p as number[])[k]! + (((q as number[])[k]! - (p as number[])[k]!) * i) / 4000);
          const [rho, side] = [Math.hypot(at[0]!, at[2]!), Math.abs(at[1]!) - 100];
          const out = Math.max(rho - 300, 180 - rho);
          least = Math.min(least, out < 0 && side < 0 ? Math.max(out, side) : Math.hypot(Math.max(0, out), Math.max(0, side)));
        }
        expect(Math.abs(airBetween(p as unknown as Vec3, q as unknown as Vec3, 1e-9, tyre) - least)).toBeLessThan(0.25);
      }),
    );
  });
  test('keeps clear exactly when the nearest thing is far enough', () => {
    const rig = rigOf(axleOf('double-arm'), { loweredMm: 0 });
    const { airMm } = linkOver(rig, rig.lengthMm).nearest!;
    expect(keepsClear(rig, rig.lengthMm, airMm - 0.01)).toBe(true);
    expect(keepsClear(rig, rig.lengthMm, airMm + 0.01)).toBe(false);
  });
});

describe('by the bolt that slides in', () => {
  test('from above and below, averaged; friction between the two bounds the doubt', () => {
    const one = lengthByBolt([{ fromAboveMm: 294.5, fromBelowMm: 292.5 }]);
    expect(one.lengthMm).toBeCloseTo(293.5, 9);
    expect(one.doubtMm).toBeCloseTo(1.96 * Math.hypot(1 / Math.sqrt(3), 0.3), 9);
    const three = lengthByBolt([292, 294, 296].map((m) => ({ fromAboveMm: m + 0.2, fromBelowMm: m - 0.2 })));
    expect(three.lengthMm).toBeCloseTo(294, 9);
    // Scatter speaks: s/√3 with two degrees of freedom, t 4.30 (JCGM 100 table G.2).
    expect(three.doubtMm).toBeCloseTo(4.3027 * Math.hypot(2 / Math.sqrt(3), 0.2 / Math.sqrt(3), 0.3), 3);
  });
  test('approaches that lie far apart are refused in words', () => {
    expect(() => lengthByBolt([{ fromAboveMm: 320, fromBelowMm: 290 }])).toThrow('more than 20 mm apart');
    expect(() => lengthByBolt([])).toThrow('needs one from above and one from below');
  });
});

describe('adjustable links', () => {
  const link: AdjustableLink = { lengthMm: 290, thread: 'M12×1.75', ends: 'one', square: true, engagedMm: 24, body: 'steel' };
  test('half turns: M12×1.75 single-ended 0.875 mm a half turn, equal to ±0.44 mm; both ends 1.75 mm and ±0.875', () => {
    const one = setAdjustable(link, 293.5);
    expect([one.turns, one.lengthMm, one.equalityMm, one.engagedMm]).toEqual([2, 293.5, 0.4375, 20.5]);
    const both = setAdjustable({ ...link, ends: 'both' }, 293.5);
    expect([both.turns, both.lengthMm, both.equalityMm, both.engagedMm]).toEqual([1, 293.5, 0.875, 22.25]);
  });
  test('half turns that miss say by how much, and what it costs; what a caliper does not tell apart says nothing', () => {
    // 290 + 4 half turns of 0.875 mm is 293.5; 293.9 lies between two of them.
    expect(setAdjustable(link, 293.9).sentences.at(-1)).toMatch(
      /^293\.9 mm is missed by 0\.40 mm: that is the nearest by half turns\. With both sides alike it winds nothing up/,
    );
    expect(setAdjustable(link, 293.5).sentences.join(' ')).not.toMatch(/missed/);
    expect(setAdjustable(link, 293.6).sentences.join(' ')).not.toMatch(/missed/);
  });
  test('the nearest step, never nearer than half of one', () =>
    fc.assert(
      fc.property(fc.double({ min: 282, max: 299, noNaN: true }), fc.boolean(), fc.boolean(), (target, square, both) => {
        const s = setAdjustable({ ...link, square, ends: both ? 'both' : 'one' }, target);
        expect(Math.abs(s.lengthMm - target)).toBeLessThanOrEqual(s.equalityMm + 1e-9);
      }),
    ));
  test('too little thread is refused with what it reaches: 1 × d in steel, 1.5 × d in aluminium, the maker’s before both', () => {
    const steel = setAdjustable(link, 305);
    expect(steel.refused).toMatch(/12\.0 mm is the least \(1 × the diameter in steel, usual\)\. It reaches 302\.0 mm/);
    expect(setAdjustable({ ...link, body: 'aluminium' }, 300).refused).toMatch(/18\.0 mm is the least/);
    expect(setAdjustable({ ...link, leastMm: 14 }, 301).refused).toMatch(/14\.0 mm is the least \(its maker\)/);
    expect(setAdjustable({ ...link, leastMm: 14 }, 299).refused).toBeUndefined();
    expect(setAdjustable({ ...link, mostTurnsOut: 6, turnsOut: 4 }, 296).refused).toMatch(
      /7\.5 turns out, its maker allows 6\.0\. It reaches 293\.5 mm/,
    );
  });
  test('turns in words', () => {
    expect([3.5, 1, 0.5, 2 + 1 / 6, 1 / 3, 0].map(sayTurns)).toEqual([
      '3½ turns',
      '1 turn',
      '½ turn',
      '2 turns and 1 flat',
      '2 flats',
      '0 turns',
    ]);
  });
  test('bad input is named', () => {
    expect(() => setAdjustable({ ...link, engagedMm: 0 }, 293)).toThrow('thread engaged must be more than 0 mm');
    expect(() => setAdjustable({ ...link, mostTurnsOut: 3, turnsOut: 5 }, 293)).toThrow('turns out now must be at most the 3');
  });
});

describe('preload', () => {
  const bar = { stiffnessNPerMm: 78.0403, lever: 1, armMm: 250, motionRatio: 0.6 };
  test('5 mm of difference: 195.1 N (compute.md), its moment, twist and corner load', () => {
    const w = windUp(bar, 5);
    expect(w.linkForceN).toBeCloseTo(195.1, 1);
    expect(w.momentNm).toBeCloseTo(0.1951008 * 250, 3);
    expect(w.twistDeg).toBeCloseTo((5 / 250) * (180 / Math.PI), 9);
    expect(w.cornerN).toBeCloseTo(195.1 * 0.6, 1);
    expect(windUp(bar, 5, { springs: 400, other: 300, bar: 300 }).settledN).toBeCloseTo(195.10075 * 0.6 * 0.3, 6);
  });
  test('energy: the work of closing the gap is what the bar keeps', () => {
    // Both ends at k, each moved ΔL/2: ½·k·(ΔL/2)²·2 = ½·F·ΔL.
    const w = windUp(bar, 8);
    expect(0.5 * w.linkForceN * 8).toBeCloseTo(78.0403 * 4 ** 2, 6);
  });
  test('a crooked vehicle: the higher wheel’s eye drops when its nut comes off, the other rises; mirrored it is the same', () => {
    const c = crooked(bar, 'left', { left: 380, right: 400 });
    expect(c.higherWheel).toBe('left');
    expect(c.jumps).toEqual({ eye: 'down', byMm: 12 });
    expect(c.linkForceN).toBeCloseTo(windUp(bar, 12).linkForceN, 9);
    expect(crooked(bar, 'right', { left: 380, right: 400 }).jumps.eye).toBe('up');
    const mirror = crooked(bar, 'right', { left: 400, right: 380 });
    expect([mirror.jumps, mirror.linkForceN]).toEqual([c.jumps, c.linkForceN]);
    expect(crooked(bar, 'left', { left: 390, right: 390 }).jumps.eye).toBe('not');
  });
});

test('a type without a bar on links has no link to work out', () => {
  expect(() => rigOf(axleOf('twist-beam'), { loweredMm: 0 })).toThrow('bar on links is not on this axle');
  const strut = axleOf('strut');
  const same: HardPoints = { ...strut.points, barEye: { at: strut.points.barBushing!.at, from: 'measured' } };
  expect(() => rigOf({ ...strut, points: same }, { loweredMm: 0 })).toThrow('length of the bar’s arm must be more than 0 mm');
});

test('the file of a stack says its bolt and its length; other links are none', () => {
  const link = STRUT_TYPE.axles.front.link!;
  const of = (kind: LinkKind) =>
    stackOnFile({ link: { ...link, kind, lengthMm: 130, lower: { ...link.lower, thread: 'M8×1.25' } } });
  expect(of('bolt-through')).toEqual({ boltMm: 8, pitchMm: 1.25, linkMm: 130, variant: {} });
  expect(of('headless-stud')).toMatchObject({ variant: { headless: true } });
  expect(LINK_KINDS.filter((k) => of(k))).toEqual(LINK_KINDS.filter((k) => /bolt-through|headless/.test(k)));
  expect(stackOnFile({ link: null })).toBeUndefined();
});
