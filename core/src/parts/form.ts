import { MATERIALS } from '../bushing';
import { oneOf, whole, within } from '../error';
import { COMMON_THREADS, parseThread, sayHex } from '../thread';
import { parseRange, readMm, sayLength, type LengthUnit } from '../units';
import { type Name } from '../text';
import { END_KINDS, LINK_ENDS, readHold, sayStudHold, type LinkEnd } from '../vehicle';
import type { EndWanted, Wanted } from './match';
import { GRADES, isAdjustable, isLink, SEATS, SPLITS, type Part, type PartEnd, type PartKind } from './part';

/** A part as it is written down, field by field; what nobody wrote is empty or left out. */
export type PartText = Readonly<Partial<Record<string, string>>>;

/** One thing that may be said of a part. */
export interface PartField {
  readonly id: string;
  /** Also its name in an error. */
  readonly name: Name;
  stands(kind: PartKind): boolean;
  /** What is usual to pick; nothing where it is written only. */
  readonly picks?: readonly string[];
  /** It can be written as well as picked. */
  readonly written: boolean;
  /** What was measured of the old part, or its file says, that goes here. */
  like?(w: Wanted, unit?: LengthUnit): string | undefined;
  /** What a part says of it, to the last digit, as it is read again; nothing where it does not say. */
  of(p: Part): string | undefined;
  /** A part from what was written. @throws BadInput naming the field and its bound */
  read(text: string): Partial<Part>;
}

const SIDED = ['either', 'left', 'right'] as const;
const any = () => true;
const link = isLink;
const bushing = (k: PartKind): boolean => k === 'frame bushing';
const bar = (k: PartKind): boolean => k === 'sway bar';
/** To the last digit: it is read again. */
const inMm = (v: number | undefined) => (v === undefined ? undefined : `${v} mm`);
const num = (v: number | undefined) => (v === undefined ? undefined : String(v));
const yesNo = (v: boolean | undefined) => (v === undefined ? undefined : v ? 'yes' : 'no');
const len = (v: number | undefined, unit?: LengthUnit) => (v === undefined ? undefined : sayLength(v, 1, unit));
const yes = (field: string, text: string): boolean => oneOf(field, text, ['yes', 'no']) === 'yes';

/** What is read of an end is put into it by `readPartText`, which knows what was written of it before. */
const endField = (
  end: LinkEnd,
  id: string,
  name: string,
  f: Omit<PartField, 'id' | 'name' | 'stands' | 'read' | 'like' | 'of'> & {
    of(e: PartEnd): string | undefined;
    read(text: string): PartEnd;
    like?(e: EndWanted): string | undefined;
  },
): PartField => ({
  ...f,
  id: `${end}.${id}`,
  name: `${name}, ${end} end`,
  stands: link,
  like: (w) => (w[end] ? f.like?.(w[end]!) : undefined),
  of: (p) => p[end] && f.of(p[end]!),
  read: (text) => ({ [end]: f.read(text) }),
});

const saidHold = (e: Pick<PartEnd, 'hold' | 'holdMm'>): string | undefined =>
  e.hold === undefined ? undefined : (sayStudHold({ hold: e.hold, holdMm: e.holdMm }) ?? 'nothing');

const endFields = (end: LinkEnd): PartField[] => [
  endField(end, 'is', 'What it is', {
    picks: END_KINDS,
    written: false,
    of: (e) => e.is,
    read: (t) => ({ is: oneOf(`kind of the ${end} end`, t, END_KINDS) }),
  }),
  endField(end, 'thread', 'Thread', {
    picks: COMMON_THREADS,
    written: true,
    like: (e) => e.thread,
    of: (e) => e.thread,
    read: (t) => ({ thread: parseThread(t, `thread, ${end} end`).name }),
  }),
  endField(end, 'seat', 'Stud', {
    picks: SEATS,
    written: false,
    like: (e) => e.seat,
    of: (e) => e.seat,
    read: (t) => ({ seat: oneOf(`stud, ${end} end`, t, SEATS) }),
  }),
  endField(end, 'hex', 'Nut', {
    picks: ['15 mm', '16 mm', '17 mm', '18 mm', '19 mm'],
    written: true,
    like: (e) => (e.nutHexMm === undefined ? undefined : sayHex(e.nutHexMm)),
    of: (e) => inMm(e.nutHexMm),
    read: (t) => ({ nutHexMm: readMm(`nut, ${end} end`, t, 5, 60) }),
  }),
  endField(end, 'hold', 'Held by', {
    picks: ['5 mm hex', '6 mm hex', '17 mm flats', 'nothing'],
    written: true,
    like: saidHold,
    of: saidHold,
    read: (t) => readHold(`held by, ${end} end`, t),
  }),
];

/** Everything that may be said of a part, in the order it is read off the box and the old part. */
export const PART_FIELDS: readonly PartField[] = [
  {
    id: 'length',
    name: 'Length',
    stands: (k) => link(k) && !isAdjustable(k),
    written: true,
    like: (w, unit) => len(w.lengthMm, unit),
    of: (p) => inMm(p.lengthMm),
    read: (t) => ({ lengthMm: readMm('length', t, 30, 700) }),
  },
  {
    id: 'range',
    name: 'Length, from and to',
    stands: isAdjustable,
    written: true,
    of: (p) => p.lengthRangeMm && `${p.lengthRangeMm[0]}–${p.lengthRangeMm[1]} mm`,
    read: (t) => {
      const { min, max } = parseRange(t, 'length', { field: 'length, from and to' });
      for (const q of [min, max]) within('length, from and to', q.si, 30, 700, 'mm');
      return { lengthRangeMm: [min.si, max.si] };
    },
  },
  ...LINK_ENDS.flatMap(endFields),
  {
    id: 'bore',
    name: 'Bore',
    stands: bushing,
    written: true,
    of: (p) => inMm(p.boreMm),
    read: (t) => ({ boreMm: readMm('bore', t, 5, 80) }),
  },
  {
    id: 'holes',
    name: 'Holes of its bracket, apart',
    stands: bushing,
    written: true,
    like: (w, unit) => len(w.holeSpacingMm, unit),
    of: (p) => inMm(p.holeSpacingMm),
    read: (t) => ({ holeSpacingMm: readMm('holes of its bracket, apart', t, 10, 200) }),
  },
  {
    id: 'height',
    name: 'Height',
    stands: bushing,
    written: true,
    like: (w, unit) => len(w.heightMm, unit),
    of: (p) => inMm(p.heightMm),
    read: (t) => ({ heightMm: readMm('height', t, 5, 150) }),
  },
  {
    id: 'material',
    name: 'Material',
    stands: bushing,
    picks: MATERIALS,
    written: false,
    of: (p) => p.material,
    read: (t) => ({ material: oneOf('material', t, MATERIALS) }),
  },
  {
    id: 'hardness',
    name: 'Hardness, Shore A',
    stands: bushing,
    picks: ['60', '70', '80', '90'],
    written: true,
    of: (p) => num(p.hardness),
    read: (t) => ({ hardness: whole('hardness, shore a', t, 20, 99) }),
  },
  {
    id: 'split',
    name: 'Split at',
    stands: bushing,
    picks: SPLITS,
    written: false,
    of: (p) => p.split,
    read: (t) => ({ split: oneOf('split at', t, SPLITS) }),
  },
  {
    id: 'pip',
    name: 'Locating pip',
    stands: bushing,
    picks: ['no', 'yes'],
    written: false,
    of: (p) => yesNo(p.pip),
    read: (t) => ({ pip: yes('locating pip', t) }),
  },
  {
    id: 'bar',
    name: 'Diameter',
    stands: bar,
    written: true,
    like: (w, unit) => len(w.barMm, unit),
    of: (p) => inMm(p.barMm),
    read: (t) => ({ barMm: readMm('diameter', t, 8, 60) }),
  },
  {
    id: 'wall',
    name: 'Wall, where it is hollow',
    stands: bar,
    written: true,
    of: (p) => inMm(p.wallMm),
    read: (t) => ({ wallMm: readMm('wall, where it is hollow', t, 1, 20) }),
  },
  {
    id: 'width',
    name: 'Between the eyes',
    stands: bar,
    written: true,
    like: (w, unit) => len(w.widthMm, unit),
    of: (p) => inMm(p.holeSpacingMm),
    read: (t) => ({ holeSpacingMm: readMm('between the eyes', t, 200, 2000) }),
  },
  {
    id: 'shape',
    name: 'Shape and marks of its arms',
    stands: bar,
    written: true,
    of: (p) => p.shape,
    read: (t) => ({ shape: t.trim().slice(0, 120) }),
  },
  {
    id: 'side',
    name: 'Side',
    stands: (k) => !bar(k),
    picks: SIDED,
    written: false,
    of: (p) => p.sided,
    read: (t) => ({ sided: oneOf('side', t, SIDED) }),
  },
  {
    id: 'grease',
    name: 'Grease fitting',
    stands: (k) => link(k) || bushing(k),
    picks: ['no', 'yes'],
    written: false,
    of: (p) => yesNo(p.greaseable),
    read: (t) => ({ greaseable: yes('grease fitting', t) }),
  },
  {
    id: 'grease.every',
    name: 'To be greased every, km',
    stands: (k) => link(k) || bushing(k),
    written: true,
    of: (p) => num(p.greaseEveryKm),
    read: (t) => ({ greaseEveryKm: whole('to be greased every, km', t, 500, 200_000, 'km') }),
  },
  {
    id: 'nuts',
    name: 'Nuts in the box',
    stands: (k) => link(k),
    picks: ['yes', 'no'],
    written: false,
    of: (p) => yesNo(p.nutsSupplied),
    read: (t) => ({ nutsSupplied: yes('nuts in the box', t) }),
  },
  {
    id: 'marks',
    name: 'Marked, and which way it goes',
    stands: any,
    written: true,
    of: (p) => p.orientation,
    read: (t) => ({ orientation: t.trim().slice(0, 120) }),
  },
  {
    id: 'grade',
    name: 'Grade',
    stands: any,
    picks: GRADES,
    written: false,
    of: (p) => p.grade,
    read: (t) => ({ grade: oneOf('grade', t, GRADES) }),
  },
  {
    id: 'warranty',
    name: 'Warranty, months',
    stands: any,
    picks: ['0', '12', '24', '36'],
    written: true,
    of: (p) => num(p.warrantyMonths),
    read: (t) => ({ warrantyMonths: whole('warranty, months', t, 0, 240) }),
  },
  {
    id: 'stock',
    name: 'On our shelf',
    stands: any,
    written: true,
    of: (p) => num(p.stock),
    read: (t) => ({ stock: whole('on our shelf', t, 0, 100_000) }),
  },
  {
    id: 'delivery',
    name: 'Here in, hours',
    stands: any,
    picks: ['6', '24', '48'],
    written: true,
    of: (p) => num(p.deliveryHours),
    read: (t) => ({ deliveryHours: within('here in, hours', t.trim() ? Number(t) : NaN, 0, 10_000, 'h') }),
  },
];

/** Fields of a kind of part. */
export const partFields = (kind: PartKind): PartField[] => PART_FIELDS.filter((f) => f.stands(kind));
