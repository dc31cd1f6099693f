import { own } from '../error';
import {
  AXLES,
  LINK_ENDS,
  type Assumable,
  type Assumed,
  type AxleEnd,
  type AxleSpec,
  type Hold,
  type LinkEnd,
  type VehicleTypeSpec,
} from '../vehicle';

/** A size somebody measured on the vehicle; one that names no end of the link is of both. */
export interface MeasuredSize {
  readonly axle: AxleEnd;
  readonly size: string;
  readonly end?: LinkEnd | undefined;
  readonly mm?: number | undefined;
  readonly thread?: string | undefined;
  readonly hold?: Hold | undefined;
}

function linkAsMeasured(link: NonNullable<AxleSpec['link']>, { size, end, mm, thread, hold }: MeasuredSize): typeof link {
  if (size === 'link-length' && mm !== undefined) return { ...link, lengthMm: mm };
  const at = (e: LinkEnd) => {
    const was = link[e];
    if (end !== undefined && end !== e) return was;
    if (size === 'stud-thread' && thread !== undefined) return { ...was, thread };
    if (size === 'nut-hex' && mm !== undefined) return { ...was, nutHexMm: mm };
    if (size !== 'hold' || hold === undefined) return was;
    const { holdMm: _, ...rest } = was;
    return { ...rest, hold, ...(mm === undefined ? {} : { holdMm: mm }) };
  };
  return { ...link, ...(Object.fromEntries(LINK_ENDS.map((e) => [e, at(e)])) as Pick<typeof link, LinkEnd>) };
}

function asMeasured(axle: AxleSpec, m: MeasuredSize): AxleSpec {
  if (m.size === 'bar-diameter')
    return axle.bar && m.mm !== undefined ? { ...axle, bar: { ...axle.bar, diameterMm: m.mm } } : axle;
  return axle.link ? { ...axle, link: linkAsMeasured(axle.link, m) } : axle;
}

/** What of a type is only usual until a size of it is measured. */
const SAYS: Readonly<Partial<Record<string, (end: LinkEnd) => Assumed>>> = {
  'bar-diameter': () => 'bar',
  'link-length': () => 'link.length',
  'stud-thread': (end) => `link.${end}.thread`,
  'nut-hex': (end) => `link.${end}.hex`,
  hold: (end) => `link.${end}.hold`,
};
const saidBy = ({ axle, size, end }: MeasuredSize): Assumable[] =>
  (end ? [end] : LINK_ENDS).flatMap((e) => {
    const says = own(SAYS, size)?.(e);
    return says ? [`${axle}.${says}` as const] : [];
  });

/** A type as this vehicle of it was measured: what a caliper said overrules the file, size by size, and is not only usual. @param sizes the first one first */
export function withMeasured(type: VehicleTypeSpec, sizes: readonly MeasuredSize[]): VehicleTypeSpec {
  if (sizes.length === 0) return type;
  const axles = Object.fromEntries(
    AXLES.map((end) => [end, sizes.filter((m) => m.axle === end).reduce(asMeasured, type.axles[end])]),
  ) as Record<AxleEnd, AxleSpec>;
  const said = new Set(sizes.flatMap(saidBy));
  return { ...type, axles, ...(type.usual ? { usual: type.usual.filter((a) => !said.has(a)) } : {}) };
}
