import { attempt, oneOf } from '../../error';
import { type Name, capital } from '../../text';
import { nutHexes, parseThread, sayHex, COMMON_THREADS } from '../../thread';
import { type LengthUnit, show, readMm } from '../../units';
import { type AxleSpec, endKind } from '../axle';
import {
  type LinkEnd,
  type StudSpec,
  LINKS,
  END_KINDS,
  END_SPECS,
  type EndKind,
  sayStudHold,
  readHold,
  STUD_WAYS,
  type StudPoints,
} from '../links';
import type { Assumed } from '../type';
import type { AxleEnd } from '../words';

/** TypeScript's own Pick, whose name stands for something to pick here. */
export type Part<T, K extends keyof T> = {
  readonly [P in K]: T[P];
};
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

export const always = () => true;
export const onLinks = (a: AxleSpec): boolean => a.link !== null;
export const hasBar = (a: AxleSpec): boolean => a.bar !== null;
export const named = <K extends string>(kinds: readonly K[], of: Readonly<Record<K, { readonly name: Name }>>): Pick[] =>
  kinds.map((k) => ({ value: k, name: of[k].name }));
export const plain = (values: readonly string[]): Pick[] => values.map((v) => ({ value: v, name: capital(v) }));
export const asWritten = (values: readonly string[]): Pick[] => values.map((v) => ({ value: v, name: v }));
export const millimetres = (values: readonly number[]): Pick[] => asWritten(values.map((v) => `${v} mm`));
export const len = (v: number, unit: LengthUnit = 'mm'): string => show(v, 'length', unit);
/** Hexes of the nuts of a thread, mm, those of most standards first; none where no table has it. */
export const hexesOf = (thread: string): readonly number[] => {
  const known = attempt(() => nutHexes(parseThread(thread)).map((h) => h.mm));
  return known.ok ? known.value : [];
};
export const hexesFor = (thread: string): Pick[] => {
  const known = hexesOf(thread);
  return asWritten((known.length ? known : [13, 16, 17, 18, 19, 21]).map(sayHex));
};
const stud = (end: LinkEnd, change: (text: string) => Partial<StudSpec>) => (axle: AxleSpec, text: string) => {
  const link = axle.link!;
  return { ...axle, link: { ...link, [end]: { ...link[end], ...change(text) } } };
};
export const without = <T extends object, K extends keyof T>(x: T, key: K): Omit<T, K> => {
  const { [key]: _gone, ...rest } = x;
  return rest;
};
/** The fields of one end of a link. */
export function endFields(end: LinkEnd): TypeField[] {
  const single = (a: AxleSpec) => a.link !== null && LINKS[a.link.kind].oneBolt;
  // A single bolt has one thread and one nut: they are asked at its upper end.
  const own = (a: AxleSpec) => onLinks(a) && (end === 'upper' || !single(a));
  const atThisEnd = (what: string): string => `${what}, ${end} end`;
  const base = { about: end, stands: own } as const;
  return [
    {
      ...base,
      id: `${end}.is`,
      name: atThisEnd('What it is'),
      stands: (a) => onLinks(a) && !single(a),
      picks: () =>
        named(
          END_KINDS.filter((k) => !END_SPECS[k].onOneBolt),
          END_SPECS,
        ),
      written: false,
      get: (a) => endKind(a.link!, end),
      set: stud(end, (text) => ({ is: oneOf(`kind of the ${end} end`, text, END_KINDS) as EndKind })),
    },
    {
      ...base,
      id: `${end}.thread`,
      name: atThisEnd('Thread'),
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
      name: atThisEnd('Nut'),
      assumed: `link.${end}.hex`,
      picks: (a) => hexesFor(a.link![end].thread),
      written: true,
      get: (a) => sayHex(a.link![end].nutHexMm),
      set: stud(end, (text) => ({ nutHexMm: readMm(`nut of the ${end} end`, text, 5, 60) })),
    },
    {
      ...base,
      id: `${end}.hold`,
      name: atThisEnd('Held by'),
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
      name: atThisEnd('Its stud points'),
      stands: (a) => own(a) && !single(a),
      picks: () => plain(STUD_WAYS),
      written: false,
      get: (a) => a.link![end].points ?? '',
      set: stud(end, (text) => ({ points: oneOf(`direction of the ${end} end`, text, STUD_WAYS) as StudPoints })),
    },
  ];
}
