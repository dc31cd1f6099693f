import { MATERIALS } from '../bushing';
import { BadInput, finite } from '../error';
import type { Given, Held, SchemaKit } from '../schema';
import { bookValueSchema } from '../torque';
import { AXLES, END_KINDS, HOLDS, isSetByTurning, LINK_KINDS, LINKS, type LinkKind } from '../vehicle';

/** A link of each kind, and what else is sold for these joints. */
export const PART_KINDS = [
  ...LINK_KINDS.map((k) => `${k} link` as const),
  'frame bushing',
  'sway bar',
  'other part',
  'refit',
] as const satisfies readonly string[];
export type PartKind = `${LinkKind} link` | 'frame bushing' | 'sway bar' | 'other part' | 'refit';

/** "on the shelf", "here in 26 h": when it is had; nobody may have said. */
export const sayHere = (p: Pick<Part, 'stock' | 'deliveryHours'>): string =>
  p.stock > 0 ? 'on the shelf' : p.deliveryHours ? `here in ${p.deliveryHours} h` : 'to be ordered';
/** "24 months", "no warranty"; empty where nobody said. */
export const sayWarranty = (months: number | undefined): string =>
  months === undefined ? '' : finite('months of warranty', months) === 0 ? 'no warranty' : `${months} months`;

/** The number a part is bought by; empty where nobody knows one, and only this program's own stands for it. */
export const partNumber = (id: string): string => (/^own-[0-9a-f]{8}-[0-9a-f]{4}-/.test(id) ? '' : id);

export const isLink = (kind: PartKind): boolean => kind.endsWith(' link');
/** The kind of link a part is. @param kind a link's */
export const linkKindOf = (kind: PartKind): LinkKind => kind.slice(0, -' link'.length) as LinkKind;
/** Kinds whose length is set by turning. */
export const isAdjustable = (kind: PartKind): boolean => isLink(kind) && isSetByTurning(LINKS[linkKindOf(kind)]);

export const GRADES = ['plain', 'better', 'heavy duty'] as const;
export type Grade = (typeof GRADES)[number];

/** How a stud sits: in a cone, or on a shoulder. */
export const SEATS = ['taper', 'shoulder'] as const;
export type Seat = (typeof SEATS)[number];

/** Which side a frame bushing is slit at, as it sits. */
export const SPLITS = ['front', 'back', 'top', 'bottom', 'none'] as const;
export type Split = (typeof SPLITS)[number];

/** Sizes that a part may carry and a technician may measure for it; those of an end are asked of each end. */
export const SIZES = [
  'bar-diameter',
  'bar-seat',
  'link-length',
  'stud-thread',
  'stud-seat',
  'nut-hex',
  'hold',
  'hole-spacing',
  'bushing-height',
  'bar-width',
] as const;
export type Size = (typeof SIZES)[number];

/** Raised with its shape; older ones are read through `readPart`. */
export const PART_VERSION = 3;

/** The schema of a part in today's shape. What its list does not say is left out. */
const partToday = (kit: SchemaKit) => {
  const { z, text } = kit;
  const mm = (max: number) => z.number().positive().max(max).optional();
  /** One end of a link as it is sold. */
  const end = z.object({
    is: z.enum(END_KINDS).optional(),
    thread: text(20).optional(),
    seat: z.enum(SEATS).optional(),
    nutHexMm: mm(60),
    hold: z.enum(HOLDS).optional(),
    holdMm: mm(40),
  });
  return z.object({
    version: z.literal(PART_VERSION),
    /** Its number, as its supplier has it. */
    id: text(60).min(1),
    kind: z.enum(PART_KINDS),
    name: text(120).min(1),
    grade: z.enum(GRADES),
    supplier: text(80),
    sided: z.enum(['left', 'right', 'either']),
    lengthMm: mm(700),
    /** From and to, of one whose length is set. */
    lengthRangeMm: z
      .tuple([z.number().positive().max(700), z.number().positive().max(700)])
      .readonly()
      .refine(([from, to]) => to >= from, { error: 'must not end before it begins' })
      .optional(),
    upper: end.optional(),
    lower: end.optional(),
    boreMm: mm(80),
    material: z.enum(MATERIALS).optional(),
    /** Shore A. */
    hardness: z.int().min(20).max(99).optional(),
    split: z.enum(SPLITS).optional(),
    /** Between the bolts of its bracket; of a bar, between its eyes. */
    holeSpacingMm: mm(2000),
    heightMm: mm(200),
    pip: z.boolean().optional(),
    /** Of a bar. */
    barMm: mm(60),
    wallMm: mm(20),
    shape: text(120).optional(),
    /** It has a grease fitting. */
    greaseable: z.boolean().optional(),
    /** How far its maker lets it run between greasings, km. */
    greaseEveryKm: z.int().min(500).max(200_000).optional(),
    nutsSupplied: z.boolean().optional(),
    /** What is marked on it, and which way that goes. */
    orientation: text(120).optional(),
    /** 0: it has none. */
    warrantyMonths: z.int().min(0).max(240).optional(),
    priceMinor: z.int().min(0).max(10_000_000),
    currency: z.string().regex(/^[A-Z]{3}$/),
    /** On our own shelf. */
    stock: z.int().min(0).max(100_000),
    /** 0: it is had at once. */
    deliveryHours: z.number().min(0).max(10_000).optional(),
    /** Torques the part's maker publishes for it. */
    torque: z.array(bookValueSchema(kit)).max(20),
    /** Vehicle types and axles the catalogue lists it for. */
    fits: z.array(z.object({ typeId: text(60), axle: z.enum(AXLES) })).max(200),
    /** Where its dimensions come from: a list, its box, a caliper. */
    source: text(120).min(1),
  });
};
/** Something that is bought, as its list, its box or somebody with a caliper tells of it; what nobody said is left out. Lengths in mm. */
export type Part = Held<Given<typeof partToday>>;
/** One end of a link as it is sold. */
export type PartEnd = NonNullable<Part['upper']>;
/** The schema of a part; one of an older program is carried over first. */
export const partSchema = (kit: SchemaKit) => kit.upcasting(readPart, partToday(kit));

type Raw = Readonly<Record<string, unknown>>;

/** How far an adjustable link of the first version was taken to reach either way, mm. */
const REACH_1 = 25;

/** Version 1 said of one stud what it meant of both, and knew adjustable links as a kind of their own. */
function from1({ thread, nutHexMm, hold, holdMm, ...p }: Raw): Raw {
  const end = Object.fromEntries(Object.entries({ thread, nutHexMm, hold, holdMm }).filter(([, v]) => v !== undefined));
  const adjustable = p['kind'] === 'adjustable link';
  const length = p['lengthMm'];
  return {
    ...p,
    version: 2,
    source: 'its list',
    ...(Object.keys(end).length ? { upper: end, lower: end } : {}),
    ...(adjustable ? { kind: 'rod-end link' } : {}),
    ...(adjustable && typeof length === 'number' ? { lengthRangeMm: [length - REACH_1, length + REACH_1] } : {}),
  };
}

/** Version 2 wrote "no" and 0 where nobody had said anything: that is nobody's word. */
function from2({ greaseable, nutsSupplied, warrantyMonths, deliveryHours, ...p }: Raw): Raw {
  const said = Object.entries({ greaseable, nutsSupplied, warrantyMonths, deliveryHours }).filter(([, v]) => Boolean(v));
  return { ...p, version: 3, ...Object.fromEntries(said) };
}

const NEXT: Readonly<Record<number, (p: Raw) => Raw>> = { 1: from1, 2: from2 };

/** A stored part as today's program writes it. @throws BadInput when it comes from a newer program than this one */
export function readPart(stored: unknown): Part {
  let p = (typeof stored === 'object' && stored !== null ? stored : {}) as Raw;
  for (;;) {
    const version = Number(p['version'] ?? 1);
    if (version === PART_VERSION) return p as unknown as Part;
    const next = NEXT[version];
    if (!next) throw new BadInput('version of the part', `must be from 1 to ${PART_VERSION}`, version);
    p = next(p);
  }
}
