import { BadInput, oneOf, own } from '../error';
import { parseThread } from '../thread';
import {
  FASTENER_KINDS,
  fastenerName,
  readBookValue,
  sayBookValue,
  WHEEL_MATERIALS,
  type BookValue,
  type FastenerKind,
} from '../torque';
import { AXLES, type AxleEnd } from '../vehicle';
import { byColumn, textCell } from './cells';
import type { ListOf } from './list';

/** A published value for a fastener of a type. */
export interface ListedTorque {
  /** The name of its type in the file. */
  readonly type: string;
  readonly end: AxleEnd;
  readonly value: BookValue;
}

/** Every digit, as it was written: a table is read again. */
const asWritten = (v: BookValue): string => `${v.value}${v.valueMax === undefined ? '' : `–${v.valueMax}`} ${v.unit}`;

/** A fastener by its word, or by its name as it is read on the sheet. */
const NAMES: ReadonlyMap<string, FastenerKind> = new Map(
  FASTENER_KINDS.flatMap((k) => [
    [k, k],
    [fastenerName(k).toLowerCase(), k],
  ]),
);

export const TORQUE_LIST: ListOf<ListedTorque> = {
  id: 'torques',
  title: 'Torques of types',
  line: 'fastener of this type',
  columns: [
    {
      id: 'type',
      says: 'a type of the file',
      must: true,
      heads: ['model', 'vehicle', 'vehicle type'],
      picks: (c) => c.typeNames,
    },
    { id: 'axle', says: AXLES.join(', '), must: true, heads: ['end', 'position'], picks: () => AXLES },
    {
      id: 'fastener',
      says: FASTENER_KINDS.join(', '),
      must: true,
      heads: ['bolt', 'nut', 'part', 'where'],
      picks: () => [...NAMES.keys()],
    },
    { id: 'torque', says: 'a value or a range with its unit', must: true, heads: ['value', 'nm', 'tightening torque'] },
    { id: 'source', says: 'where it is written', must: true, heads: ['book', 'manual', 'document'] },
    { id: 'thread', says: 'as in M10×1.25' },
    { id: 'condition', says: 'dry, oiled, with threadlocker' },
    { id: 'wheel', says: WHEEL_MATERIALS.join(', '), heads: ['wheels'], picks: () => WHEEL_MATERIALS },
  ],
  read(cells) {
    const fastener = NAMES.get(textCell(cells, 'fastener', 80))!;
    const thread = textCell(cells, 'thread', 20);
    const condition = textCell(cells, 'condition', 40);
    const wheel = textCell(cells, 'wheel', 20);
    if (wheel && fastener !== 'wheel-nut') throw new BadInput('wheel', 'is said of wheel nuts only', wheel);
    const value = readBookValue(
      textCell(cells, 'torque', 60),
      textCell(cells, 'source', 120),
      {
        fastener,
        publisher: 'vehicle maker',
        thread: thread ? byColumn('thread', () => parseThread(thread, 'thread').name) : undefined,
      },
      'torque',
    );
    return {
      type: own(cells, 'type') ?? '',
      end: oneOf('axle', own(cells, 'axle') ?? '', AXLES),
      value: {
        ...value,
        ...(condition ? { condition } : {}),
        ...(wheel ? { wheel: oneOf('wheel', wheel, WHEEL_MATERIALS) } : {}),
      },
    };
  },
  cells: ({ type, end, value: v }) => ({
    type,
    axle: end,
    fastener: v.fastener,
    torque: asWritten(v),
    source: v.source,
    thread: v.thread ?? '',
    condition: v.condition ?? '',
    wheel: v.wheel ?? '',
  }),
  key: ({ type, end, value: v }) => [type, end, v.fastener, v.wheel ?? ''].join('|'),
  name: ({ type, end, value: v }) => `${type}, ${end}: ${fastenerName(v.fastener).toLowerCase()} ${sayBookValue(v)}`,
  examples: [
    {
      type: 'as in the file',
      axle: 'front',
      fastener: 'link-upper-nut',
      torque: '0 N·m',
      source: 'the maker’s book and its page: no value without one',
    },
    { type: 'as in the file', axle: 'front', fastener: 'wheel-nut', torque: '0 N·m', source: 'the maker’s book', wheel: 'steel' },
  ],
};
