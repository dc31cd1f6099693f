import type { AxleEnd, AxleSpec, BookValue, Grade, Part, PartKind } from '@ash-knot/core';
import { chanceFrom, type Chance } from '@ash-knot/core/numeric';
import { TYPES } from './types';

const SUPPLIERS = [
  { name: 'Norland Factors', deliveryHours: 6, price: 1 },
  { name: 'Breck & Daughter', deliveryHours: 26, price: 0.86 },
  { name: 'Mainland Chassis', deliveryHours: 50, price: 1.12 },
] as const;
const LINE: Record<Grade, string> = { plain: 'Line', better: 'Keel', 'heavy duty': 'Hawser' };

/** The part's own maker publishes a torque for some of its hardware. */
function sheet(kind: PartKind, thread: string, grade: Grade, c: Chance): BookValue[] {
  if (kind === 'frame bushing' || grade === 'plain' || !thread.startsWith('M')) return [];
  const nm = { 'M8×1.25': 18, 'M10×1.25': 54, 'M10×1.5': 24, 'M12×1.25': 80 }[thread];
  if (nm === undefined || !c.chance(0.6)) return [];
  const one = (fastener: BookValue['fastener']): BookValue => ({
    fastener,
    minNm: nm,
    maxNm: nm,
    value: nm,
    unit: 'N·m',
    thread,
    condition: 'dry',
    source: 'Sheet in the part’s box (invented)',
    publisher: 'part maker',
  });
  return kind === 'bolt-through link' ? [one('link-bolt-nut')] : [one('link-upper-nut'), one('link-lower-nut')];
}

/** A few hundred invented parts: every link and frame bushing of the eight types, in grades, from three suppliers. */
export function makeCatalogue(typeIds: Readonly<Record<string, string>>): Part[] {
  const c = chanceFrom(20_260_101);
  const parts: Part[] = [];
  const base = (grade: Grade, supplier: (typeof SUPPLIERS)[number], price: number) => ({
    grade,
    supplier: supplier.name,
    currency: 'EUR',
    deliveryHours: supplier.deliveryHours,
    priceMinor: Math.round((price * supplier.price * { plain: 1, better: 1.6, 'heavy duty': 2.1 }[grade]) / 5) * 5,
    stock: c.chance(0.35) ? c.whole(1, 6) : 0,
    warrantyMonths: { plain: 12, better: 36, 'heavy duty': 36 }[grade],
  });
  const links = (key: string, end: AxleEnd, axle: AxleSpec) => {
    const kind = `${axle.link!.kind} link` as const;
    for (const grade of ['plain', 'better', 'heavy duty'] as const) {
      for (const [i, supplier] of SUPPLIERS.entries()) {
        // Some makers offer one link for both sides, some a left and a right.
        const sides: Part['sided'][] =
          grade === 'heavy duty' && kind !== 'bolt-through link' && i === 0 ? ['left', 'right'] : ['either'];
        // The cheapest of the third supplier is cut for another thread: it must be caught.
        const odd = grade === 'plain' && i === 2;
        const thread = odd
          ? axle.link!.lower.thread === 'M10×1.25'
            ? 'M10×1.5'
            : axle.link!.lower.thread === 'M12×1.25'
              ? 'M12×1.75'
              : axle.link!.lower.thread
          : axle.link!.lower.thread;
        for (const sided of sides) {
          parts.push({
            ...base(grade, supplier, kind === 'bolt-through link' ? 1150 : 1850),
            id: `AK-${key}-${end[0]}${i + 1}${grade[0]}${sided[0]}-${parts.length + 101}`,
            kind,
            name: `${LINE[grade]} ${kind === 'bolt-through link' ? 'stack' : 'link'} ${axle.link!.lengthMm}${sided === 'either' ? '' : ` ${sided}`}`,
            sided,
            lengthMm: axle.link!.lengthMm + (i === 1 && grade === 'plain' ? 4 : c.whole(-1, 1)),
            thread,
            nutHexMm: axle.link!.lower.nutHexMm,
            hold: kind === 'bolt-through link' ? 'none' : grade === 'plain' ? 'hex' : 'flats',
            ...(kind === 'bolt-through link' ? {} : { holdMm: grade === 'plain' ? 5 : 17 }),
            greaseable: grade === 'heavy duty',
            nutsSupplied: grade !== 'plain' || i === 0,
            torque: sheet(kind, thread, grade, c),
            fits: [{ typeId: typeIds[key]!, axle: end }],
            ...(sided === 'either' ? {} : { orientation: `Arrow forward, ${sided} side only` }),
          });
        }
      }
    }
    if (kind !== 'bolt-through link') {
      const supplier = SUPPLIERS[2];
      parts.push({
        ...base('heavy duty', supplier, 3400),
        id: `AK-${key}-${end[0]}adj-${parts.length + 101}`,
        kind: 'adjustable link',
        name: `Hawser adjustable ${axle.link!.lengthMm - 25}–${axle.link!.lengthMm + 25}`,
        sided: 'either',
        lengthMm: axle.link!.lengthMm,
        thread: axle.link!.lower.thread,
        nutHexMm: axle.link!.lower.nutHexMm,
        hold: 'flats',
        holdMm: 17,
        greaseable: true,
        nutsSupplied: true,
        torque: [],
        fits: [{ typeId: typeIds[key]!, axle: end }],
      });
    }
  };
  const bushings = (key: string, end: AxleEnd, axle: AxleSpec) => {
    for (const [i, supplier] of SUPPLIERS.entries()) {
      for (const material of ['rubber', 'polyurethane'] as const) {
        for (const offset of [0, 1.5]) {
          // The size above: for a thicker bar of the same type, kept apart by its bore.
          const bore = axle.barDiameterMm! + offset - (material === 'rubber' ? 0.5 : 0.2);
          const grade: Grade = material === 'rubber' ? (i === 1 ? 'plain' : 'better') : 'heavy duty';
          parts.push({
            ...base(grade, supplier, 520),
            id: `AK-${key}-${end[0]}b${i + 1}${material[0]}${offset ? 'x' : ''}-${parts.length + 101}`,
            kind: 'frame bushing',
            name: `${LINE[grade]} ${material} for a ${axle.barDiameterMm! + offset} bar`,
            sided: 'either',
            boreMm: bore,
            material,
            greaseable: false,
            nutsSupplied: false,
            orientation: 'Split to the side it faced',
            torque: [],
            fits: [{ typeId: typeIds[key]!, axle: end }],
          });
        }
      }
    }
  };
  for (const { key, spec } of TYPES) {
    for (const end of ['front', 'rear'] as const) {
      const axle = spec.axles[end];
      if (axle.link) links(key, end, axle);
      if (axle.bushing) bushings(key, end, axle);
    }
  }
  return parts;
}
