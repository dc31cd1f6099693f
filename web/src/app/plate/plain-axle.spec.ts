import { TestBed } from '@angular/core/testing';
import { jointId, SIDES, usualPoints, type AxleSpec, type JointKind, type Suspension } from '@ash-knot/core';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '@ash-knot/core/test';
import { layoutBehind } from './corner-views';
import { axleSolids } from './scene/axle';
import { drawSolids } from './scene/draw';
import { PlainAxle, type PlainMark } from './plain-axle';

const strut = STRUT_TYPE.axles.front;
const as = (suspension: Suspension): AxleSpec => ({
  ...strut,
  suspension,
  points: usualPoints(suspension, { trackMm: strut.trackMm, tyreDiameterMm: strut.tyreDiameterMm, bar: true }),
});
const AXLES: readonly AxleSpec[] = [strut, DOUBLE_ARM_TYPE.axles.front, as('trailing-arm'), as('solid-axle'), as('twist-beam')];

test.each([1450, 2000])('an axle of %d mm track fills its picture, one scale both ways, nothing broken off', (trackMm) => {
  for (const axle of AXLES) {
    const wide = { ...axle, trackMm };
    const v = layoutBehind(wide, 720, 330, 10);
    // A metre across is as long as a metre up.
    expect(v.to([0, 0, 0])[0] - v.to([0, 1000, 0])[0]).toBeCloseTo(v.to([0, 0, 0])[1] - v.to([0, 0, 1000])[1], 9);
    const outer = v.to([0, -(trackMm / 2 + wide.tyreWidthMm / 2), 0])[0];
    expect(outer).toBeLessThanOrEqual(720);
    const top = Math.min(...Object.values(wide.points).map((p) => v.to(p!.at)[1]));
    expect(top).toBeGreaterThanOrEqual(0);
    expect(Math.max((outer - 360) / 360, (v.to([0, 0, 0])[1] - top) / 330)).toBeGreaterThan(0.75);
    for (const shape of drawSolids(axleSolids(wide), v)) expect(shape.d).not.toMatch(/NaN|undefined/);
  }
});

const KINDS: JointKind[] = ['link-upper', 'link-lower', 'frame-bushing', 'ball-joint', 'tie-rod-outer', 'damper', 'spring'];
test('each number stands beside what it is about, clear of the others and of every joint that has one', () => {
  for (const axle of AXLES) {
    const marks = KINDS.flatMap((kind) => SIDES.map((side) => jointId('front', side, kind))).map((joint, i): PlainMark => ({
      number: i + 1,
      joint,
      renewed: i % 2 === 0,
    }));
    const f = TestBed.createComponent(PlainAxle);
    f.componentRef.setInput('end', 'front');
    f.componentRef.setInput('axle', axle);
    f.componentRef.setInput('marks', marks);
    f.detectChanges();
    const circles = [...(f.nativeElement as HTMLElement).querySelectorAll('circle[r="13"]')].map((c) => [
      Number(c.getAttribute('cx')),
      Number(c.getAttribute('cy')),
    ]);
    expect(circles.length).toBe(marks.length);
    circles.forEach(([x, y], i) => {
      expect(x! > 0 && x! < 720 && y! > 0 && y! < 330).toBe(true);
      for (const [a, b] of circles.slice(i + 1)) expect(Math.hypot(a! - x!, b! - y!)).toBeGreaterThan(26);
    });
    // What is new is filled, what is only worn is not.
    const filled = (f.nativeElement as HTMLElement).querySelectorAll('circle[r="13"][fill="#211d18"]').length;
    expect(filled).toBe(marks.filter((m) => m.renewed).length);
  }
});
