import { oneOf } from '../../error';
import { COMMON_THREADS, parseThread, sayHex } from '../../thread';
import { readMm } from '../../units';
import type { AxleSpec, BushingSpec } from '../axle';
import { BUSHING_KINDS, BUSHINGS, type BushingKind } from '../bushings';
import { asWritten, hexesFor, hexesOf, named, plain, type TypeField } from './end-fields';

/** Until the hex of a carrier's through bolts is said, mm (common practice, no source). */
const THROUGH_HEX_MM = 13;
const hasThrough = (a: AxleSpec): boolean => a.bushing !== null && BUSHINGS[a.bushing.kind].throughBolts === true;
const bushing = (change: (b: BushingSpec, text: string) => BushingSpec) => (axle: AxleSpec, text: string) => ({
  ...axle,
  bushing: change(axle.bushing!, text),
});

/** What is said of a frame bushing and what holds it. */
export const BUSHING_FIELDS: readonly TypeField[] = [
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
      // Another kind has no second set.
      const { through, ...rest } = b;
      return { ...rest, kind, bolts: BUSHINGS[kind].bolts, ...(BUSHINGS[kind].throughBolts && through ? { through } : {}) };
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
    id: 'bushing.through-thread',
    name: 'Its through bolts',
    about: 'bushing',
    stands: hasThrough,
    picks: () => asWritten(COMMON_THREADS),
    written: true,
    get: (a) => a.bushing!.through?.thread ?? '',
    set: bushing((b, text) => {
      const thread = parseThread(text, 'through bolt thread').name;
      return { ...b, through: { bolts: 2, hexMm: THROUGH_HEX_MM, ...b.through, thread } };
    }),
    brings: { field: 'bushing.through-hex', as: (a) => hexesOf(a.bushing!.through!.thread)[0] },
  },
  {
    id: 'bushing.through-hex',
    name: 'Their hex, through bolts',
    about: 'bushing',
    stands: (a) => hasThrough(a) && a.bushing!.through !== undefined,
    picks: (a) => hexesFor(a.bushing!.through!.thread),
    written: true,
    get: (a) => sayHex(a.bushing!.through!.hexMm),
    set: bushing((b, text) => ({ ...b, through: { ...b.through!, hexMm: readMm('through bolt hex', text, 5, 60) } })),
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
];
