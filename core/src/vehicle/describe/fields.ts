import { oneOf, whole } from '../../error';
import { type Name } from '../../text';
import { parseThread, sayHex } from '../../thread';
import { readMm } from '../../units';
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
  type LinkMount,
  type LinkSpec,
} from '../axle';
import { barPoints, barSize, withBar } from '../bar';
import { LAYOUTS, type Suspension } from '../layouts';
import { END_SPECS, LINK_ENDS, LINK_KINDS, LINKS, type LinkKind, type StudSpec } from '../links';
import type { Assumed } from '../type';
import type { AxleEnd } from '../words';
import {
  always,
  type Part,
  type TypeField,
  named,
  hasBar,
  millimetres,
  len,
  without,
  plain,
  onLinks,
  endFields,
  asWritten,
} from './end-fields';
import { BUSHING_FIELDS } from './bushing-fields';
import { bareAxle } from './start';

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
  ...BUSHING_FIELDS,
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
