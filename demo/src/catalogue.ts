import {
  barsOf,
  endKind,
  LINKS,
  PART_VERSION,
  type AxleEnd,
  type AxleSpec,
  type BookValue,
  type Grade,
  type LinkEnd,
  type LinkSpec,
  type Part,
  type PartEnd,
  type PartKind,
} from '@ash-knot/core';
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

const SOURCE = 'Suppliers’ list (invented)';

/** An end of a link as its list tells it: plain ones are held by a hex, better ones by flats. */
const soldEnd = (link: LinkSpec, end: LinkEnd, grade: Grade, thread = link[end].thread): PartEnd => ({
  is: endKind(link, end),
  thread,
  nutHexMm: link[end].nutHexMm,
  ...(LINKS[link.kind].oneBolt
    ? { hold: 'none' }
    : { seat: 'shoulder', ...(grade === 'plain' ? { hold: 'hex', holdMm: 5 } : { hold: 'flats', holdMm: 17 }) }),
});

/** The thread next to the right one that a cheap list sells by mistake: it must be caught. */
const ODD: Readonly<Record<string, string>> = { 'M10×1.25': 'M10×1.5', 'M12×1.25': 'M12×1.75' };

/** Shore A by what it is made of. */
const HARDNESS = { rubber: 62, polyurethane: 85 } as const;

/** What the list is written with: each line numbered, each price with its supplier's hand on it. */
class Catalogue {
  private readonly c = chanceFrom(20_260_101);
  readonly parts: Part[] = [];
  constructor(private readonly typeIds: Readonly<Record<string, string>>) {}

  private number(text: string): string {
    return `AK-${text}-${this.parts.length + 101}`;
  }
  private offer(grade: Grade, supplier: (typeof SUPPLIERS)[number], price: number) {
    return {
      version: PART_VERSION as typeof PART_VERSION,
      grade,
      supplier: supplier.name,
      currency: 'EUR',
      deliveryHours: supplier.deliveryHours,
      priceMinor: Math.round((price * supplier.price * { plain: 1, better: 1.6, 'heavy duty': 2.1 }[grade]) / 5) * 5,
      stock: this.c.chance(0.35) ? this.c.whole(1, 6) : 0,
      warrantyMonths:
        { plain: 12, better: 36, 'heavy duty': 36 }[grade] + (supplier === SUPPLIERS[2] && grade !== 'plain' ? 12 : 0),
      source: SOURCE,
    };
  }

  links(key: string, end: AxleEnd, axle: AxleSpec): void {
    const link = axle.link!;
    const kind = `${link.kind} link` as const;
    const { oneBolt } = LINKS[link.kind];
    const one = (grade: Grade, i: number, torque: BookValue[], over: Partial<Part> = {}) => {
      const supplier = SUPPLIERS[i]!;
      const sided = over.sided ?? 'either';
      this.parts.push({
        ...this.offer(grade, supplier, oneBolt ? 1150 : 1850),
        id: this.number(`${key}-${end[0]}${i + 1}${grade[0]}${sided[0]}`),
        kind,
        name: `${LINE[grade]} ${oneBolt ? 'stack' : 'link'} ${over.lengthMm ?? link.lengthMm}${sided === 'either' ? '' : ` ${sided}`}`,
        lengthMm: link.lengthMm,
        upper: soldEnd(link, 'upper', grade),
        ...(oneBolt ? {} : { lower: soldEnd(link, 'lower', grade) }),
        greaseable: grade === 'heavy duty',
        ...(grade === 'heavy duty' ? { greaseEveryKm: 20_000 } : {}),
        nutsSupplied: grade !== 'plain' || i === 0,
        torque,
        fits: [{ typeId: this.typeIds[key]!, axle: end }],
        ...over,
        sided,
      });
    };
    for (const grade of ['plain', 'better', 'heavy duty'] as const) {
      // One sheet is in every box of a make, whoever sells it.
      const torque = sheet(kind, link.lower.thread, grade, this.c);
      for (const i of SUPPLIERS.keys()) {
        const odd = grade === 'plain' && i === 2 ? ODD[link.lower.thread] : undefined;
        if (odd)
          one(grade, i, [], {
            upper: soldEnd(link, 'upper', grade, odd),
            ...(oneBolt ? {} : { lower: soldEnd(link, 'lower', grade, odd) }),
          });
        // A cheap list that is a little long.
        else if (grade === 'plain' && i === 1) one(grade, i, [], { lengthMm: link.lengthMm + 4 });
        // Some makers offer one link for both sides, some a left and a right.
        else if (grade === 'heavy duty' && !oneBolt && i === 0)
          for (const sided of ['left', 'right'] as const)
            one(grade, i, torque, { sided, orientation: `Arrow forward, ${sided} side only` });
        else one(grade, i, torque);
      }
    }
    if (!oneBolt) this.adjustable(key, end, link);
  }

  private adjustable(key: string, end: AxleEnd, link: NonNullable<AxleSpec['link']>): void {
    const rod = (e: LinkEnd): PartEnd => ({ ...soldEnd(link, e, 'heavy duty'), is: 'rod end', seat: undefined });
    const { lengthMm: length } = link;
    this.parts.push({
      ...this.offer('heavy duty', SUPPLIERS[2], 3400),
      id: this.number(`${key}-${end[0]}adj`),
      kind: 'rod-end link',
      name: `Hawser adjustable ${length - 25}–${length + 25}`,
      sided: 'either',
      lengthRangeMm: [length - 25, length + 25],
      upper: rod('upper'),
      lower: rod('lower'),
      greaseable: true,
      greaseEveryKm: 15_000,
      nutsSupplied: true,
      torque: [],
      fits: [{ typeId: this.typeIds[key]!, axle: end }],
    });
  }

  bushings(key: string, end: AxleEnd, axle: AxleSpec, diameters: readonly number[]): void {
    for (const [i, supplier] of SUPPLIERS.entries()) {
      for (const material of ['rubber', 'polyurethane'] as const) {
        // The size above: for a thicker bar of the same type, kept apart by its bore.
        for (const diameter of diameters) {
          const grade: Grade = material === 'rubber' ? (i === 1 ? 'plain' : 'better') : 'heavy duty';
          this.parts.push({
            ...this.offer(grade, supplier, 520),
            id: this.number(`${key}-${end[0]}b${i + 1}${material[0]}`),
            kind: 'frame bushing',
            name: `${LINE[grade]} ${material} for a ${diameter} bar`,
            sided: 'either',
            boreMm: diameter - (material === 'rubber' ? 0.5 : 0.2),
            material,
            hardness: HARDNESS[material],
            split: material === 'rubber' ? 'front' : 'back',
            holeSpacingMm: Math.round(axle.bar!.diameterMm + 38),
            heightMm: Math.round(axle.bar!.diameterMm + 12),
            greaseable: material === 'polyurethane' && i === 2,
            ...(material === 'polyurethane' ? { greaseEveryKm: 30_000 } : {}),
            nutsSupplied: false,
            orientation: 'Split to the side it faced',
            torque: [],
            fits: [{ typeId: this.typeIds[key]!, axle: end }],
          });
        }
      }
    }
  }

  bars(key: string, end: AxleEnd, axle: AxleSpec, diameters: readonly number[]): void {
    for (const diameter of diameters)
      this.parts.push({
        ...this.offer('better', SUPPLIERS[2], 6400),
        id: this.number(`${key}-${end[0]}bar`),
        kind: 'sway bar',
        name: `Keel bar ${diameter}`,
        sided: 'either',
        barMm: diameter,
        holeSpacingMm: Math.round(2 * axle.points.barEye!.at[1]),
        shape: 'as the original, eyes flat',
        greaseable: false,
        nutsSupplied: false,
        orientation: 'Paint mark to the left',
        torque: [],
        fits: [{ typeId: this.typeIds[key]!, axle: end }],
      });
  }
}

/** A few hundred invented parts: every link, frame bushing and bar of the eight types, in grades, from three suppliers. */
export function makeCatalogue(typeIds: Readonly<Record<string, string>>): Part[] {
  const list = new Catalogue(typeIds);
  for (const { key, spec } of TYPES) {
    for (const end of ['front', 'rear'] as const) {
      const axle = spec.axles[end];
      const own = axle.bar?.diameterMm;
      const others = barsOf(spec)[end];
      if (axle.link) list.links(key, end, axle);
      if (axle.bushing) list.bushings(key, end, axle, [...new Set([own!, own! + 1.5, ...others])]);
      if (axle.bar && axle.points.barEye) list.bars(key, end, axle, [...new Set([own!, own! + 2, ...others])]);
    }
  }
  return list.parts;
}

/** Of what goes out of the door every week two are kept: the shop's own word, part by part. */
export const makeReorderPoints = (parts: readonly Part[]): { readonly part: string; readonly at: number }[] =>
  parts
    .filter((p) => p.stock > 0 && p.grade === 'better' && (p.kind === 'ball-stud link' || p.kind === 'frame bushing'))
    .map((p) => ({ part: p.id, at: 2 }));
