import { attempt, BadInput } from '../../error';
import {
  FASTENER_KINDS,
  fastenerName,
  fastenersSaid,
  readBookValue,
  sayBookValue,
  WHEEL_MATERIALS,
  type BookValue,
  type FastenerKind,
} from '../../torque';
import { parseThread } from '../../thread';
import type { VehicleTypeSpec } from '../type';
import { AXLES, type AxleEnd } from '../words';
import { linkFasteners } from '../link';

/** A line of a torque page as it was read, or why it was not. */
export interface PageLine {
  readonly line: number;
  readonly text: string;
  readonly values: readonly { readonly end: AxleEnd; readonly value: BookValue }[];
  /** Why nothing is taken from it. */
  readonly wrong?: string | undefined;
}

/** One value or range with its unit, as books write them. */
const TORQUE =
  /\d+(?:[.,]\d+)?(?:\s*(?:-|–|—|to|…)\s*\d+(?:[.,]\d+)?)?\s*(?:n\s*[·.⋅*]?\s*m\b|nm\b|(?:lbf?|ft|kgf?|in)[\s·.⋅-]*(?:ft|lbf?|in|m|cm)\b)/gi;
const THREAD = /\bM\s?\d+(?:[.,]\d+)?\s?[x×]\s?\d+(?:[.,]\d+)?|\b\d+\/\d+-\d+\b/i;
const CONDITION = /\b(dry|oiled|with anti-seize|anti-seize|with threadlocker)\b/i;

/** The threads of an axle that somebody has said: what is only usual names no thread of a published value. */
function saidThread(type: VehicleTypeSpec, end: AxleEnd, kind: FastenerKind): string | undefined {
  const axle = type.axles[end];
  const usual = (what: string) => (type.usual ?? []).some((a) => a === `${end}.${what}`);
  if (kind === 'wheel-nut') return usual('nuts') ? undefined : axle.wheelNuts.thread;
  if (kind === 'bracket-bolt') return usual('bushing') ? undefined : axle.bushing?.thread;
  if (kind === 'carrier-bolt') return axle.bushing?.through?.thread;
  const fastener = axle.link && linkFasteners(axle.link).find((f) => f.kind === kind);
  const at = fastener?.chalk === 'link-lower' ? 'lower' : 'upper';
  return fastener && kind !== 'link-lock-nut' && !usual(`link.${at}.thread`) ? fastener.thread : undefined;
}

/** Whether an axle has such a fastener at all, as far as its type says. */
function has(type: VehicleTypeSpec, end: AxleEnd, kind: FastenerKind): boolean {
  const { link, bushing, bar } = type.axles[end];
  if (kind.startsWith('link-')) return link !== null && linkFasteners(link).some((f) => f.kind === kind);
  if (kind === 'bracket-bolt') return bushing !== null;
  if (kind === 'carrier-bolt') return bushing?.through !== undefined;
  return kind === 'bar-bolt' ? bar?.joins === 'beam' : true;
}

function readLine(type: VehicleTypeSpec, line: number, text: string, source: string): PageLine {
  const read = attempt(() => {
    const torques = text.match(TORQUE) ?? [];
    if (torques.length === 0) throw new BadInput(`line ${line}`, 'has no torque with its unit, as in “48 N·m”');
    if (torques.length > 1) throw new BadInput(`line ${line}`, 'has more than one torque: a line for each');
    const thread = THREAD.exec(text)?.[0];
    const rest = text.replace(torques[0]!, ' ').replace(thread ?? '', ' ');
    const said = AXLES.filter((end) => new RegExp(`\\b${end}\\b`, 'i').test(rest));
    const ends = said.length ? said : AXLES;
    const kinds = fastenersSaid(rest);
    if (kinds.length === 0) throw new BadInput(`line ${line}`, 'names no fastener this program knows', text.trim());
    const condition = CONDITION.exec(rest)?.[1]?.toLowerCase();
    const values = ends.flatMap((end) =>
      kinds
        .filter((kind) => has(type, end, kind))
        .map((fastener) => {
          const threadName = thread ? parseThread(thread, `thread in line ${line}`).name : saidThread(type, end, fastener);
          const value = readBookValue(
            torques[0]!,
            source,
            { fastener, thread: threadName, publisher: 'vehicle maker' },
            `torque in line ${line}`,
          );
          const wheel = fastener === 'wheel-nut' ? WHEEL_MATERIALS.find((m) => rest.toLowerCase().includes(m)) : undefined;
          return { end, value: { ...value, ...(condition ? { condition } : {}), ...(wheel ? { wheel } : {}) } };
        }),
    );
    if (values.length === 0)
      throw new BadInput(
        `line ${line}`,
        `is of a fastener this type does not have${said.length ? ` at its ${said[0]} axle` : ''}`,
        text.trim(),
      );
    return values;
  });
  return read.ok
    ? { line, text: text.trim(), values: read.value }
    : { line, text: text.trim(), values: [], wrong: read.error.message };
}

/**
 * A page of torques as it was typed or read from a table: one fastener a line, its axle where it is not both, a value
 * or a range with its unit, its thread where the page gives one. Two lines that could mean the same piece are asked about. What each line is read as is told before it is taken.
 * @throws BadInput when the source is missing: a value needs where it is written
 */
export function readTorquePage(type: VehicleTypeSpec, text: string, source: string): PageLine[] {
  const lines = text
    .split(/\r?\n/)
    .flatMap((t, i) => (t.trim() && !HEADER.test(t) ? [[i + 1, t.replace(SEPARATOR, ' ')] as const] : []));
  if (lines.length > 0 && !source.trim())
    throw new BadInput('source of the value', 'is empty: a value needs where it is written');
  return askedApart(lines.map(([i, t]) => readLine(type, i, t, source)));
}

/** Two lines of one page that could mean the same piece and do not say the same: neither is taken, both say what to do. */
function askedApart(page: readonly PageLine[]): PageLine[] {
  const same = (a: PageLine['values'][number], b: PageLine['values'][number]) =>
    a.end === b.end && a.value.fastener === b.value.fastener && a.value.wheel === b.value.wheel;
  const differ = (a: PageLine['values'][number], b: PageLine['values'][number]) =>
    a.value.minNm !== b.value.minNm || a.value.maxNm !== b.value.maxNm;
  return page.map((l): PageLine => {
    for (const other of page)
      for (const v of other === l ? [] : l.values) {
        const its = other.values.find((o) => same(o, v) && differ(o, v));
        if (its)
          return {
            ...l,
            values: [],
            wrong: `Line ${l.line} could be of the ${fastenerName(v.value.fastener).toLowerCase()}, ${v.end}, and so could line ${other.line} (${sayBookValue(its.value)}): say which piece each is of.`,
          };
      }
    return l;
  });
}
/** The head of a table, and what parts its cells: a comma between digits is a decimal one. */
const HEADER = /^\s*"?(fastener|part|where)"?\s*[,;\t]/i;
const SEPARATOR = /"|[;\t]|,(?!\d)|(?<!\d),/g;

/** A type with the torques of a page; a later value for the same fastener takes the earlier one's place. */
export function withTorques(type: VehicleTypeSpec, lines: readonly PageLine[]): VehicleTypeSpec {
  const taken = lines.flatMap((l) => l.values);
  const book = (end: AxleEnd): BookValue[] => {
    // Wheel nuts may have a value for steel wheels and another for alloy ones.
    const key = (v: BookValue) => `${v.fastener} ${v.wheel ?? ''}`;
    const byKey = new Map<string, BookValue>(type.torqueBook[end].map((v) => [key(v), v]));
    for (const t of taken) if (t.end === end) byKey.set(key(t.value), t.value);
    return [...byKey.values()].sort((a, b) => FASTENER_KINDS.indexOf(a.fastener) - FASTENER_KINDS.indexOf(b.fastener));
  };
  return { ...type, torqueBook: { front: book('front'), rear: book('rear') } };
}

/** "Front: link, upper nut 48 N·m (M10×1.25)" */
export const sayPageValue = ({ end, value }: PageLine['values'][number]): string =>
  `${end}: ${fastenerName(value.fastener)} ${sayBookValue(value)}${value.wheel ? `, ${value.wheel} wheels` : ''}${value.thread ? ` (${value.thread})` : ''}`;
