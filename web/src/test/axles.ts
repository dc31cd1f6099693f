import {
  BUSHING_KINDS,
  LAYOUTS,
  LINK_KINDS,
  SUSPENSIONS,
  usualPoints,
  type AxleSpec,
  type LinkKind,
  type Suspension,
} from '@ash-knot/core';
import { axleOf } from '@ash-knot/core/test';

/** Track and tyre, mm: the narrowest and widest that are met, and what is usual. */
export const SIZES = [
  { trackMm: 1450, tyreWidthMm: 165, tyreDiameterMm: 580 },
  { trackMm: 1550, tyreWidthMm: 205, tyreDiameterMm: 640 },
  { trackMm: 2000, tyreWidthMm: 245, tyreDiameterMm: 790 },
] as const;

/** An axle of a layout at a size, on a bar with a link and a bushing of that kind. */
export function sizedAxle(suspension: Suspension, size: (typeof SIZES)[number], over: Partial<AxleSpec> = {}): AxleSpec {
  const bar = suspension !== 'twist-beam';
  return axleOf(suspension, {
    ...size,
    points: usualPoints(suspension, { ...size, bar }),
    bushing: bar ? { kind: 'two-bolt', bolts: 2, thread: 'M8×1.25', hexMm: 13 } : null,
    ...over,
  });
}

/** Every layout, steered and not, driven and not, with every kind of link and every kind of bushing. */
export function everyAxle(): readonly (readonly [string, AxleSpec])[] {
  const out: [string, AxleSpec][] = [];
  for (const suspension of SUSPENSIONS) {
    const size = SIZES[1];
    const plain = sizedAxle(suspension, size);
    for (const s of SIZES) out.push([`${suspension}, track ${s.trackMm}`, sizedAxle(suspension, s)]);
    if (LAYOUTS[suspension].ends.length > 1) out.push([`${suspension} behind`, { ...plain, steered: false, powered: true }]);
    if (!plain.link || !plain.bushing) continue;
    for (const kind of LINK_KINDS)
      out.push([`${suspension}, ${kind}`, { ...plain, link: { ...plain.link, kind: kind as LinkKind } }]);
    for (const kind of BUSHING_KINDS) out.push([`${suspension}, ${kind}`, { ...plain, bushing: { ...plain.bushing, kind } }]);
    for (const onto of ['knuckle', 'arm', 'axle', 'body'] as const)
      out.push([
        `${suspension}, link on the ${onto}`,
        { ...plain, link: { ...plain.link, onto }, points: usualPoints(suspension, { ...size, bar: true }, onto) },
      ]);
  }
  return out;
}
