import { attempt, BadInput, oneOf, whole } from '../../error';
import { capital, inDialect, type Name } from '../../text';
import { COMMON_THREADS, nutHexes, parseThread, sayHex } from '../../thread';
import { readMm, show, trimmed, type LengthUnit } from '../../units';
import {
  BAR_CONTROLS,
  BAR_ENDS,
  endKind,
  layoutsAt,
  LINK_MOUNTS,
  linkMount,
  usualPoints,
  type AxleBar,
  type AxleSpec,
  type BarControl,
  type BarEnds,
  type BushingSpec,
  type LinkMount,
  type LinkSpec,
} from '../axle';
import { barPoints, barSize, withBar } from '../bar';
import { BUSHING_KINDS, BUSHINGS, type BushingKind } from '../bushings';
import { LAYOUTS, type Suspension } from '../layouts';
import {
  END_KINDS,
  END_SPECS,
  LINK_ENDS,
  LINK_KINDS,
  LINKS,
  readHold,
  sayStudHold,
  STUD_WAYS,
  type EndKind,
  type LinkEnd,
  type LinkKind,
  type StudPoints,
  type StudSpec,
} from '../links';
import type { Assumed, VehicleTypeSpec } from '../type';
import type { AxleEnd } from '../words';
import { bareAxle } from './start';

/** TypeScript's own Pick, whose name stands for something to pick here. */
type Part<T, K extends keyof T> = { readonly [P in K]: T[P] };

/** Something to pick for a field, by the text that sets it. */
export interface Pick {
  readonly value: string;
  readonly name: Name;
}

/** What one touch of the plate is about. */
export type Subject = 'axle' | 'wheel' | 'bar' | 'bushing' | 'link' | LinkEnd;

/** One thing that is said of an axle of a type, whole: what it is called, what it is now, what sets it. */
export interface TypeField {
  /** Also its name in an error. */
  readonly id: string;
  readonly name: Name;
  readonly about: Subject;
  /** What of it is only usual until somebody says it. */
  readonly assumed?: Assumed;
  /** Whether this axle has it. */
  stands(axle: AxleSpec): boolean;
  /** What is usual to pick, most usual first; nothing where it must be written. */
  picks(axle: AxleSpec, end: AxleEnd): readonly Pick[];
  /** It can be written too, not only picked. */
  readonly written: boolean;
  /** As it stands, in the text that would set it. */
  get(axle: AxleSpec, unit?: LengthUnit): string;
  /** @throws BadInput naming the field and its bound. */
  set(axle: AxleSpec, text: string, end: AxleEnd): AxleSpec;
  /** What usually goes with it, mm: taken along as long as nobody has said otherwise. */
  readonly brings?: { readonly field: string; as(axle: AxleSpec): number | undefined };
}

const always = () => true;
const onLinks = (a: AxleSpec): boolean => a.link !== null;
const hasBar = (a: AxleSpec): boolean => a.bar !== null;
const named = <K extends string>(kinds: readonly K[], of: Readonly<Record<K, { readonly name: Name }>>): Pick[] =>
  kinds.map((k) => ({ value: k, name: of[k].name }));
const plain = (values: readonly string[]): Pick[] => values.map((v) => ({ value: v, name: capital(v) }));
const asWritten = (values: readonly string[]): Pick[] => values.map((v) => ({ value: v, name: v }));
const millimetres = (values: readonly number[]): Pick[] => asWritten(values.map((v) => `${v} mm`));
const len = (v: number, unit: LengthUnit = 'mm'): string => show(v, 'length', unit);

/** Hexes of the nuts of a thread, mm, those of most standards first; none where no table has it. */
const hexesOf = (thread: string): readonly number[] => {
  const known = attempt(() => nutHexes(parseThread(thread)).map((h) => h.mm));
  return known.ok ? known.value : [];
};
const hexesFor = (thread: string): Pick[] => {
  const known = hexesOf(thread);
  return asWritten((known.length ? known : [13, 16, 17, 18, 19, 21]).map(sayHex));
};
const stud = (end: LinkEnd, change: (text: string) => Partial<StudSpec>) => (axle: AxleSpec, text: string) => {
  const link = axle.link!;
  return { ...axle, link: { ...link, [end]: { ...link[end], ...change(text) } } };
};
const without = <T extends object, K extends keyof T>(x: T, key: K): Omit<T, K> => {
  const { [key]: _gone, ...rest } = x;
  return rest;
};

/** The fields of one end of a link. */
function endFields(end: LinkEnd): TypeField[] {
  const single = (a: AxleSpec) => a.link !== null && LINKS[a.link.kind].oneBolt;
  // A single bolt has one thread and one nut: they are asked at its upper end.
  const own = (a: AxleSpec) => onLinks(a) && (end === 'upper' || !single(a));
  const of = (what: string): string => `${what}, ${end} end`;
  const base = { about: end, stands: own } as const;
  return [
    {
      ...base,
      id: `${end}.is`,
      name: of('What it is'),
      stands: (a) => onLinks(a) && !single(a),
      picks: () =>
        named(
          END_KINDS.filter((k) => k !== 'bolt through grommets'),
          END_SPECS,
        ),
      written: false,
      get: (a) => endKind(a.link!, end),
      set: stud(end, (text) => ({ is: oneOf(`kind of the ${end} end`, text, END_KINDS) as EndKind })),
    },
    {
      ...base,
      id: `${end}.thread`,
      name: of('Thread'),
      assumed: `link.${end}.thread`,
      picks: () => asWritten(COMMON_THREADS),
      written: true,
      get: (a) => a.link![end].thread,
      set: stud(end, (text) => ({ thread: parseThread(text, `thread of the ${end} end`).name })),
      brings: { field: `${end}.hex`, as: (a) => hexesOf(a.link![end].thread)[0] },
    },
    {
      ...base,
      id: `${end}.hex`,
      name: of('Nut'),
      assumed: `link.${end}.hex`,
      picks: (a) => hexesFor(a.link![end].thread),
      written: true,
      get: (a) => sayHex(a.link![end].nutHexMm),
      set: stud(end, (text) => ({ nutHexMm: readMm(`nut of the ${end} end`, text, 5, 60) })),
    },
    {
      ...base,
      id: `${end}.hold`,
      name: of('Held by'),
      assumed: `link.${end}.hold`,
      picks: () => asWritten(['5 mm hex', '6 mm hex', '16 mm flats', '17 mm flats', 'nothing']),
      written: true,
      get: (a) => sayStudHold(a.link![end]) ?? 'nothing',
      set: (axle, text) => {
        const held = readHold(`hold of the ${end} end`, text);
        const link = axle.link!;
        return { ...axle, link: { ...link, [end]: { ...without(link[end], 'holdMm'), ...held } } };
      },
    },
    {
      ...base,
      id: `${end}.points`,
      name: of('Its stud points'),
      stands: (a) => own(a) && !single(a),
      picks: () => plain(STUD_WAYS),
      written: false,
      get: (a) => a.link![end].points ?? '',
      set: stud(end, (text) => ({ points: oneOf(`direction of the ${end} end`, text, STUD_WAYS) as StudPoints })),
    },
  ];
}

const MOUNT_NAMES: Readonly<Record<LinkMount, Name>> = {
  knuckle: 'strut or knuckle',
  arm: ['control arm', 'wishbone'],
  axle: 'axle',
  body: 'body or frame',
};
const bar = (change: (bar: AxleBar, text: string, end: AxleEnd) => AxleBar) => (axle: AxleSpec, text: string, end: AxleEnd) => ({
  ...axle,
  bar: change(axle.bar!, text, end),
});
const bushing = (change: (b: BushingSpec, text: string) => BushingSpec) => (axle: AxleSpec, text: string) => ({
  ...axle,
  bushing: change(axle.bushing!, text),
});
const wheel = (assumed: Assumed) => ({ about: 'wheel', assumed, stands: always, written: true }) as const;

/** Another track or tyre: what was only usual stands where it usually does then. */
function resized(axle: AxleSpec, size: Partial<Part<AxleSpec, 'trackMm' | 'tyreDiameterMm'>>): AxleSpec {
  const next = { ...axle, ...size };
  if (Object.values(axle.points).some((p) => p && p.from !== 'usual')) return next;
  const onto = axle.link ? linkMount(axle) : undefined;
  const p = { trackMm: next.trackMm, tyreDiameterMm: next.tyreDiameterMm, bar: axle.link !== null };
  return { ...next, points: usualPoints(axle.suspension, p, onto) };
}

/** Everything that is said of an axle when its type is described. A new thing to say is a row here. */
export const TYPE_FIELDS: readonly TypeField[] = [
  {
    id: 'suspension',
    name: 'Suspension',
    about: 'axle',
    stands: always,
    picks: (_a, end) => named(layoutsAt(end), LAYOUTS),
    written: false,
    get: (a) => a.suspension,
    set: (axle, text, end) => {
      const suspension = oneOf('suspension', text, layoutsAt(end)) as Suspension;
      if (suspension === axle.suspension) return axle;
      const bare = bareAxle(end, suspension, axle);
      const { onto: _onto, ...link } = axle.link ?? {};
      const kept = axle.link ? { ...bare, link: link as LinkSpec, bushing: axle.bushing } : bare;
      return axle.bar ? withBar(kept, axle.bar) : kept;
    },
  },
  {
    id: 'bar',
    name: ['Sway bar', 'Anti-roll bar'],
    about: 'bar',
    stands: always,
    picks: () => [
      { value: 'links', name: 'on links' },
      { value: 'beam', name: 'bolted to a twist beam' },
      { value: 'none', name: 'none' },
    ],
    written: false,
    get: (a) => a.bar?.joins ?? 'none',
    set: (axle, text, end) => {
      const joins = oneOf('bar', text, ['links', 'beam', 'none']);
      if (joins === 'none') return withBar(axle, null);
      return withBar(axle, { ...(axle.bar ?? { diameterMm: barSize(end) }), joins });
    },
  },
  {
    id: 'bar.diameter',
    name: 'Its diameter, clean',
    about: 'bar',
    assumed: 'bar',
    stands: hasBar,
    picks: () => millimetres([16, 18, 20, 21, 22, 23, 24, 26, 28]),
    written: true,
    get: (a, unit) => len(a.bar!.diameterMm, unit),
    set: bar((b, text) => ({ ...b, diameterMm: readMm('bar diameter', text, 8, 60) })),
  },
  {
    id: 'bar.wall',
    name: 'Its wall',
    about: 'bar',
    stands: hasBar,
    picks: () => [{ value: 'solid', name: 'solid' }, ...millimetres([3, 4, 5])],
    written: true,
    get: (a, unit) => (a.bar!.wallMm ? len(a.bar!.wallMm, unit) : 'solid'),
    set: bar((b, text) => {
      if (text.trim() === 'solid') return without(b, 'wallMm');
      return { ...b, wallMm: readMm('wall of the bar', text, 1, b.diameterMm / 2) };
    }),
  },
  {
    id: 'bar.ends',
    name: 'Its arms end in',
    about: 'bar',
    stands: (a) => a.bar?.joins === 'links',
    picks: () => plain(BAR_ENDS),
    written: false,
    get: (a) => a.bar!.ends ?? '',
    set: bar((b, text) => ({ ...b, ends: oneOf('ends of the bar', text, BAR_ENDS) as BarEnds })),
  },
  {
    id: 'bar.control',
    name: 'It is',
    about: 'bar',
    stands: hasBar,
    picks: () => plain(BAR_CONTROLS),
    written: false,
    get: (a) => a.bar!.control ?? '',
    set: bar((b, text) => ({ ...b, control: oneOf('control of the bar', text, BAR_CONTROLS) as BarControl })),
  },
  {
    id: 'link.kind',
    name: ['Link', 'Drop link'],
    about: 'link',
    stands: onLinks,
    picks: () => named(LINK_KINDS, LINKS),
    written: false,
    get: (a) => a.link!.kind,
    set: (axle, text) => {
      const kind = oneOf('kind of link', text, LINK_KINDS) as LinkKind;
      const bare = (s: StudSpec): StudSpec => {
        const { is: _is, ...rest } = s;
        return LINKS[kind].oneBolt ? { ...without(rest, 'holdMm'), hold: 'none' } : rest;
      };
      const link = axle.link!;
      return { ...axle, link: { ...link, kind, upper: bare(link.upper), lower: bare(link.lower) } };
    },
  },
  {
    id: 'link.onto',
    name: 'It meets',
    about: 'link',
    stands: onLinks,
    picks: () => LINK_MOUNTS.map((m) => ({ value: m, name: MOUNT_NAMES[m] })),
    written: false,
    get: (a) => linkMount(a),
    set: (axle, text) => {
      const link = { ...axle.link!, onto: oneOf('mount of the link', text, LINK_MOUNTS) as LinkMount };
      return { ...axle, link, points: barPoints(axle, link) };
    },
  },
  {
    id: 'link.length',
    name: 'Its length',
    about: 'link',
    assumed: 'link.length',
    stands: onLinks,
    picks: () => [],
    written: true,
    get: (a, unit) => len(a.link!.lengthMm, unit),
    set: (axle, text) => ({ ...axle, link: { ...axle.link!, lengthMm: readMm('link length', text, 30, 600) } }),
  },
  {
    id: 'link.washers',
    name: 'Washers at its mount',
    about: 'link',
    stands: (a) => a.link !== null && LINK_ENDS.some((e) => END_SPECS[endKind(a.link!, e)].drawn === 'grommets'),
    picks: () => plain(['loose', 'welded on']),
    written: false,
    get: (a) => (a.link!.weldedWashers === undefined ? '' : a.link!.weldedWashers ? 'welded on' : 'loose'),
    set: (axle, text) => ({
      ...axle,
      link: { ...axle.link!, weldedWashers: oneOf('washers', text, ['loose', 'welded on']) === 'welded on' },
    }),
  },
  ...LINK_ENDS.flatMap(endFields),
  {
    id: 'bushing.kind',
    name: ['Frame bushing', 'Bar bush'],
    about: 'bushing',
    stands: (a) => a.bushing !== null,
    picks: () => named(BUSHING_KINDS, BUSHINGS),
    written: false,
    get: (a) => a.bushing!.kind,
    set: bushing((b, text) => {
      const kind = oneOf('kind of frame bushing', text, BUSHING_KINDS) as BushingKind;
      return { ...b, kind, bolts: BUSHINGS[kind].bolts };
    }),
  },
  {
    id: 'bushing.thread',
    name: 'Its bolts',
    about: 'bushing',
    assumed: 'bushing',
    stands: (a) => a.bushing !== null,
    picks: () => asWritten(COMMON_THREADS),
    written: true,
    get: (a) => a.bushing!.thread,
    set: bushing((b, text) => ({ ...b, thread: parseThread(text, 'bracket bolt thread').name })),
    brings: { field: 'bushing.hex', as: (a) => hexesOf(a.bushing!.thread)[0] },
  },
  {
    id: 'bushing.hex',
    name: 'Their hex',
    about: 'bushing',
    assumed: 'bushing',
    stands: (a) => a.bushing !== null,
    picks: (a) => hexesFor(a.bushing!.thread),
    written: true,
    get: (a) => sayHex(a.bushing!.hexMm),
    set: bushing((b, text) => ({ ...b, hexMm: readMm('bracket bolt hex', text, 5, 60) })),
  },
  {
    id: 'bushing.pip',
    name: 'Locating pip',
    about: 'bushing',
    stands: (a) => a.bushing !== null,
    picks: () => plain(['no', 'yes']),
    written: false,
    get: (a) => (a.bushing!.pip === undefined ? '' : a.bushing!.pip ? 'yes' : 'no'),
    set: bushing((b, text) => ({ ...b, pip: oneOf('locating pip', text, ['yes', 'no']) === 'yes' })),
  },
  {
    ...wheel('track'),
    id: 'track',
    name: 'Track',
    picks: () => [],
    get: (a, unit) => len(a.trackMm, unit),
    set: (axle, text) => resized(axle, { trackMm: readMm('track', text, 800, 2600) }),
  },
  {
    ...wheel('tyre'),
    id: 'tyre.width',
    name: 'Tyre width',
    picks: () => millimetres([165, 185, 195, 205, 225, 245]),
    get: (a, unit) => len(a.tyreWidthMm, unit),
    set: (axle, text) => ({ ...axle, tyreWidthMm: readMm('tyre width', text, 90, 500) }),
  },
  {
    ...wheel('tyre'),
    id: 'tyre.diameter',
    name: 'Tyre diameter',
    picks: () => millimetres([580, 620, 650, 700, 740]),
    get: (a, unit) => len(a.tyreDiameterMm, unit),
    set: (axle, text) => resized(axle, { tyreDiameterMm: readMm('tyre diameter', text, 380, 1200) }),
  },
  {
    ...wheel('nuts'),
    id: 'nuts.count',
    name: 'Wheel nuts',
    picks: () => asWritten(['4', '5', '6', '8']),
    get: (a) => String(a.wheelNuts.count),
    set: (axle, text) => ({
      ...axle,
      wheelNuts: { ...axle.wheelNuts, count: whole('number of wheel nuts', text, 3, 10) },
    }),
  },
  {
    ...wheel('nuts'),
    id: 'nuts.thread',
    name: 'Their thread',
    picks: () => asWritten(['M12×1.5', 'M14×1.5', 'M12×1.25', '1/2-20']),
    get: (a) => a.wheelNuts.thread,
    set: (axle, text) => ({
      ...axle,
      wheelNuts: { ...axle.wheelNuts, thread: parseThread(text, 'wheel nut thread').name },
    }),
  },
  {
    ...wheel('nuts'),
    id: 'nuts.hex',
    name: 'Their hex',
    picks: () => millimetres([17, 19, 21, 22]),
    get: (a) => sayHex(a.wheelNuts.hexMm),
    set: (axle, text) => ({ ...axle, wheelNuts: { ...axle.wheelNuts, hexMm: readMm('wheel nut hex', text, 5, 60) } }),
  },
  {
    id: 'shield',
    name: 'Undershield fasteners',
    about: 'axle',
    stands: always,
    picks: () => asWritten(['0', '4', '6', '8', '10']),
    written: true,
    get: (a) => String(a.shieldFasteners),
    set: (axle, text) => ({ ...axle, shieldFasteners: whole('undershield fasteners', text, 0, 40) }),
  },
  {
    id: 'powered',
    name: 'Driven by the engine',
    about: 'axle',
    stands: always,
    picks: () => plain(['yes', 'no']),
    written: false,
    get: (a) => (a.powered === undefined ? '' : a.powered ? 'yes' : 'no'),
    set: (axle, text) => ({ ...axle, powered: oneOf('driven wheels', text, ['yes', 'no']) === 'yes' }),
  },
];

const FIELD = new Map(TYPE_FIELDS.map((f) => [f.id, f]));

/** Fields about a subject that this axle has. */
export const fieldsAbout = (axle: AxleSpec, about: readonly Subject[]): TypeField[] =>
  TYPE_FIELDS.filter((f) => about.includes(f.about) && f.stands(axle));

/** Whether what a type says of a field is only usual. */
export const isUsual = (type: VehicleTypeSpec, end: AxleEnd, field: TypeField): boolean =>
  field.assumed !== undefined && (type.usual ?? []).includes(`${end}.${field.assumed}`);

const OTHER: Readonly<Record<LinkEnd, LinkEnd>> = { upper: 'lower', lower: 'upper' };

/**
 * A type with one thing of an axle said. It is no longer only usual; the other end of a link, as long as nobody has
 * looked at it, is taken to be like this one, and stays usual.
 * @throws BadInput naming the field and its bound.
 */
export function describe(type: VehicleTypeSpec, end: AxleEnd, field: string, text: string): VehicleTypeSpec {
  const f = FIELD.get(field);
  if (!f) throw new BadInput('field', 'is none a type has', field);
  if (!text.trim()) throw new BadInput(inDialect(f.name).toLowerCase(), 'is empty');
  const said = (x: TypeField) => x.assumed && `${end}.${x.assumed}`;
  let usual = (type.usual ?? []).filter((a) => a !== said(f));
  let axle = setWith(type, end, type.axles[end], f, text);
  if (f.about === 'upper' || f.about === 'lower') {
    const twin = FIELD.get(field.replace(f.about, OTHER[f.about]))!;
    const oneBolt = axle.link !== null && LINKS[axle.link.kind].oneBolt;
    if (twin.assumed && (oneBolt || usual.includes(`${end}.${twin.assumed}`))) axle = setWith(type, end, axle, twin, f.get(axle));
    // One bolt is what was said of it at both its ends.
    if (oneBolt) usual = usual.filter((a) => a !== said(twin));
  }
  return { ...type, axles: { ...type.axles, [end]: axle }, usual };
}

/** A field set, and with it what usually goes along, as long as nobody has said otherwise. */
function setWith(type: VehicleTypeSpec, end: AxleEnd, axle: AxleSpec, f: TypeField, text: string): AxleSpec {
  const next = f.set(axle, text, end);
  const also = f.brings && FIELD.get(f.brings.field)!;
  const size = f.brings?.as(next);
  return also && size !== undefined && isUsual(type, end, also) ? also.set(next, `${size} mm`, end) : next;
}

/** "22 mm bar on ball studs", "no bar": an axle in a few words. */
export function sayAxle(axle: AxleSpec): string {
  const layout = inDialect(LAYOUTS[axle.suspension].name);
  if (!axle.bar) return `${layout}, no bar`;
  const size = `${trimmed(axle.bar.diameterMm, 1)} mm bar`;
  return axle.link ? `${layout}, ${size}, ${inDialect(LINKS[axle.link.kind].name)}` : `${layout}, ${size} bolted to the beam`;
}
