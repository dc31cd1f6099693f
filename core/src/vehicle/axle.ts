import type { HardPoint } from '../geometry';
import { add, between, type Vec3 } from '../numeric';
import type { Given, Held, SchemaKit } from '../schema';
import { BUSHING_KINDS } from './bushings';
import { LAYOUTS, SUSPENSIONS, type Layout, type Proportions, type Suspension } from './layouts';
import { LINK_KINDS, LINKS, studSchema, type EndKind, type LinkEnd } from './links';
import { hardPointsSchema, POINTS, type HardPoints, type PointName } from './points';
import { SPRING_SEATS, type AxleEnd } from './words';

/** What a link meets at the end that is not the bar's. */
export const LINK_MOUNTS = ['knuckle', 'arm', 'axle', 'body'] as const;
export type LinkMount = (typeof LINK_MOUNTS)[number];

/** What a bar's arms end in. */
export const BAR_ENDS = ['eyes', 'splines'] as const;
export type BarEnds = (typeof BAR_ENDS)[number];
/** Bars that do more than twist: none of their work begins without what their maker says. */
export const BAR_CONTROLS = ['passive', 'active', 'disconnecting'] as const;
export type BarControl = (typeof BAR_CONTROLS)[number];

const lengthOf = ({ z }: SchemaKit, max: number) => z.number().positive().max(max);

/** The schema of the bar of an axle. */
export const axleBarSchema = (kit: SchemaKit) =>
  kit.z.object({
    /** Clean, where a bushing sits, mm. */
    diameterMm: lengthOf(kit, 60),
    /** Of a hollow bar, mm. */
    wallMm: lengthOf(kit, 20).optional(),
    /** It works on links, or is bolted straight to a twist beam. */
    joins: kit.z.enum(['links', 'beam']),
    ends: kit.z.enum(BAR_ENDS).optional(),
    control: kit.z.enum(BAR_CONTROLS).optional(),
  });
/** The bar of an axle. */
export type AxleBar = Held<Given<typeof axleBarSchema>>;

/** The schema of one axle of a type. */
export const axleSchema = (kit: SchemaKit) => {
  const { z, text } = kit;
  const mm = (max: number) => lengthOf(kit, max);
  const thread = text(20).min(1);
  const stud = studSchema(kit);
  return z.object({
    suspension: z.enum(SUSPENSIONS),
    steered: z.boolean(),
    /** Whether the engine drives its wheels; left out when nobody has said. */
    powered: z.boolean().optional(),
    springSeat: z.enum(SPRING_SEATS),
    trackMm: z.number().min(800).max(2600),
    tyreWidthMm: z.number().min(90).max(500),
    tyreDiameterMm: z.number().min(380).max(1200),
    wheelNuts: z.object({ count: z.int().min(3).max(10), thread, hexMm: mm(60) }),
    bar: axleBarSchema(kit).nullable(),
    link: z
      .object({
        kind: z.enum(LINK_KINDS),
        /** Between the centres of its ends. */
        lengthMm: mm(700),
        upper: stud,
        lower: stud,
        /** What it meets, where that is not what its layout usually has. */
        onto: z.enum(LINK_MOUNTS).optional(),
        /** The washers at its mount are welded to it: they neither come off nor turn. */
        weldedWashers: z.boolean().optional(),
      })
      .nullable(),
    bushing: z
      .object({
        kind: z.enum(BUSHING_KINDS),
        bolts: z.int().min(1).max(4),
        thread,
        hexMm: mm(60),
        /** A pip on the bushing that lies in a hole of bracket or frame. */
        pip: z.boolean().optional(),
        /** The second set of a carrier: what goes through its halves, apart from what holds it to the frame. */
        through: z.object({ bolts: z.int().min(1).max(4), thread, hexMm: mm(60) }).optional(),
      })
      .nullable(),
    /** Fasteners of the undershield that come off for this axle, 0 for none. */
    shieldFasteners: z.int().min(0).max(40),
    points: hardPointsSchema(kit),
  });
};
export type AxleSpec = Held<Given<typeof axleSchema>>;
export type WheelNuts = AxleSpec['wheelNuts'];
export type LinkSpec = NonNullable<AxleSpec['link']>;
export type BushingSpec = NonNullable<AxleSpec['bushing']>;

/** A rim is usually so much of its tyre's height (common practice, no source). */
export const RIM_SHARE = 0.64;

/** What one end of a link is. */
export const endKind = (link: LinkSpec, end: LinkEnd): EndKind => link[end].is ?? LINKS[link.kind].ends[end];

/** What carries the link where it does not meet the bar. */
export const linkMount = (axle: Pick<AxleSpec, 'suspension' | 'link'>): LinkMount => axle.link?.onto ?? layoutOf(axle).mountOn;

export const layoutOf = (axle: Pick<AxleSpec, 'suspension'>): Layout => LAYOUTS[axle.suspension];

/** Layouts that are met at this axle. */
export const layoutsAt = (end: AxleEnd): Suspension[] =>
  (Object.keys(LAYOUTS) as Suspension[]).filter((s) => LAYOUTS[s].ends.includes(end));

/** A link that meets something else than is usual for its layout stands about so (common practice, no source), mm. */
function elsewhere(points: HardPoints, onto: LinkMount): Partial<Record<PointName, HardPoint>> {
  const [hub, inner, outer] = [points.hub.at, points.armInner.at, points.armOuter.at];
  const bushing = points.barBushing?.at ?? add(inner, [150, 0, 100]);
  const at = (mount: Vec3, rise: number): Partial<Record<PointName, HardPoint>> => ({
    linkMount: { at: mount, from: 'usual' },
    barEye: { at: add(mount, [0, -25, rise]), from: 'usual' },
    barBushing: { at: bushing, from: 'usual' },
  });
  switch (onto) {
    case 'arm':
      return at(add(between(inner, outer, 0.65), [-45, 0, 12]), 160);
    case 'knuckle':
      return at([hub[0] - 62, outer[1] - 40, hub[2] + 245], -290);
    case 'axle':
      return at([hub[0] - 90, hub[1] - 250, hub[2] - 30], 180);
    case 'body':
      return at([hub[0] - 240, hub[1] - 195, hub[2] + 190], -270);
  }
}

/**
 * Usual proportions of half an axle by its layout, marked as usual (common practice, no source).
 * @param onto what the link meets, where that is not what the layout usually has
 */
export function usualPoints(suspension: Suspension, p: Proportions, onto?: LinkMount): HardPoints {
  const layout = LAYOUTS[suspension];
  const points = layout.usualPoints(p);
  const missing = POINTS.find((n) => !points[n]);
  if (missing) throw new Error(`the layout ${suspension} has no usual ${missing}`);
  const whole = points as HardPoints;
  return p.bar && onto && (onto !== layout.mountOn || !whole.barEye) ? { ...whole, ...elsewhere(whole, onto) } : whole;
}
