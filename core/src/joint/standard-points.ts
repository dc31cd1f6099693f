import type { AxlePoints, Suspension } from './axle';

/**
 * Usual proportions of half an axle by its layout, for the drawing of a type whose points nobody has
 * measured (common practice, no source). Nothing is computed from them but where joints stand on the plate.
 * @param trackMm track width
 * @param tyreDiameterMm outside diameter of the tyre
 * @param bar whether the axle has a sway bar on links
 */
export function standardPoints(suspension: Suspension, trackMm: number, tyreDiameterMm: number, bar: boolean): AxlePoints {
  const t = trackMm / 2;
  const r = tyreDiameterMm / 2;
  const hub = [t - 40, r] as const;
  switch (suspension) {
    case 'strut':
      return {
        hub,
        armInner: [t - 420, r - 95],
        armOuter: [t - 95, r - 130],
        damperFoot: [t - 95, r + 70],
        damperTop: [t - 180, r + 610],
        springTop: [t - 178, r + 575],
        springFoot: [t - 140, r + 310],
        rackEnd: [t - 450, r + 35],
        tieRodOuter: [t - 90, r - 10],
        ...(bar ? { barBushing: [t - 400, r - 20], barEye: [t - 190, r - 45], linkMount: [t - 135, r + 255] } : {}),
      };
    case 'double-arm':
      return {
        hub,
        armInner: [t - 430, r - 105],
        armOuter: [t - 85, r - 130],
        upperInner: [t - 350, r + 215],
        upperOuter: [t - 110, r + 195],
        springTop: [t - 255, r + 440],
        springFoot: [t - 215, r - 60],
        damperTop: [t - 262, r + 500],
        damperFoot: [t - 208, r - 100],
        rackEnd: [t - 440, r + 10],
        tieRodOuter: [t - 80, r - 5],
        ...(bar ? { barBushing: [t - 455, r + 105], barEye: [t - 160, r + 75], linkMount: [t - 150, r - 95] } : {}),
      };
    case 'trailing-arm':
      return {
        hub,
        armInner: [t - 330, r + 30],
        armOuter: [t - 100, r - 30],
        springTop: [t - 265, r + 330],
        springFoot: [t - 255, r + 10],
        damperTop: [t - 165, r + 470],
        damperFoot: [t - 125, r - 40],
        ...(bar ? { barBushing: [t - 420, r + 190], barEye: [t - 205, r + 165], linkMount: [t - 195, r - 15] } : {}),
      };
    case 'twist-beam':
      return {
        hub,
        armInner: [t - 190, r + 45],
        armOuter: [t - 105, r - 25],
        springTop: [t - 280, r + 320],
        springFoot: [t - 270, r + 10],
        damperTop: [t - 150, r + 460],
        damperFoot: [t - 115, r - 50],
      };
    case 'solid-axle':
      return {
        hub,
        armInner: [t - 400, r + 90],
        armOuter: [t - 200, r - 15],
        springTop: [t - 300, r + 380],
        springFoot: [t - 300, r + 50],
        damperTop: [t - 190, r + 480],
        damperFoot: [t - 160, r - 60],
        ...(bar ? { barBushing: [t - 430, r - 70], barEye: [t - 240, r - 85], linkMount: [t - 235, r + 190] } : {}),
      };
  }
}
