import { own } from '../error';
import { sayHex } from '../thread';
import { sayLength, type LengthUnit } from '../units';
import { inDialect } from '../text';
import { END_SPECS, LINK_ENDS, sayStudHold, type LinkEnd } from '../vehicle';
import type { EndWanted, SizeKey, Wanted } from './match';
import type { Part, PartEnd, PartKind } from './part';

/** What is compared: a part, or what is known of the one that is on the vehicle. What nobody said is left out. */
export type Comparable = Pick<Part, 'kind' | 'name'> & { readonly [K in keyof Part]?: Part[K] | undefined };

/** Two parts beside each other, dimension by dimension. */
export interface Difference {
  readonly what: string;
  readonly a: string;
  readonly b: string;
  /** `unknown` where one of them does not say. */
  readonly is: 'same' | 'differs' | 'unknown';
  /** By how much, mm, where it is a length: what the drawing shows. */
  readonly byMm?: number;
}

/** Lengths closer than this are the same for an eye and a rule, mm (common practice, no source). */
const SAME_MM = 0.3;

type Row = readonly [what: string, of: (p: Comparable) => string | number | undefined];

/** What is compared, in the order somebody with both in their hands would look. */
const ROWS: readonly Row[] = [
  ['length', (p) => p.lengthMm],
  ...LINK_ENDS.flatMap((end): Row[] => [
    [`${end} end`, (p) => p[end]?.is && inDialect(END_SPECS[p[end]!.is!].name)],
    [`thread, ${end} end`, (p) => p[end]?.thread],
    [`stud, ${end} end`, (p) => p[end]?.seat],
    [`nut, ${end} end`, (p) => p[end]?.nutHexMm && sayHex(p[end]!.nutHexMm!)],
    [`held by, ${end} end`, (p) => holdOf(p, end)],
  ]),
  ['bore', (p) => p.boreMm],
  ['holes', (p) => p.holeSpacingMm],
  ['height', (p) => p.heightMm],
  ['split', (p) => p.split],
  ['locating pip', (p) => (p.pip === undefined ? undefined : p.pip ? 'yes' : 'no')],
  ['material', (p) => p.material],
  ['hardness', (p) => p.hardness && `${p.hardness} Shore A`],
  ['bar', (p) => p.barMm],
  ['wall', (p) => p.wallMm],
  ['shape', (p) => p.shape],
  ['side', (p) => p.sided],
  ['grease fitting', (p) => (p.greaseable === undefined ? undefined : p.greaseable ? 'yes' : 'no')],
];
function holdOf(p: Comparable, end: 'upper' | 'lower'): string | undefined {
  const e = p[end];
  return e?.hold && (sayStudHold({ hold: e.hold, holdMm: e.holdMm }) ?? 'nothing');
}

/** Two parts compared, old beside new: what neither says is left out. */
export function compareParts(a: Comparable, b: Comparable, unit?: LengthUnit): Difference[] {
  const say = (v: string | number | undefined): string =>
    v === undefined ? '–' : typeof v === 'number' ? sayLength(v, 1, unit) : v;
  return ROWS.flatMap(([what, of]): Difference[] => {
    const [x, y] = [of(a), of(b)];
    if (x === undefined && y === undefined) return [];
    if (x === undefined || y === undefined) return [{ what, a: say(x), b: say(y), is: 'unknown' }];
    if (typeof x === 'number' && typeof y === 'number') {
      const byMm = y - x;
      return [{ what, a: say(x), b: say(y), is: Math.abs(byMm) > SAME_MM ? 'differs' : 'same', byMm }];
    }
    return [{ what, a: say(x), b: say(y), is: x === y ? 'same' : 'differs' }];
  });
}

/** "8 mm longer; stud thread M12×1.25, not M10×1.25": how the second differs from the first, loudly. */
export function sayDifferences(a: Comparable, b: Comparable, unit?: LengthUnit): string {
  const rows = compareParts(a, b, unit);
  const differ = rows.filter((d) => d.is === 'differs');
  const same = rows.filter((d) => d.is === 'same').length;
  if (differ.length === 0)
    return same
      ? `The same in ${same > 1 ? `all ${same}` : 'the one thing'} that both say.`
      : 'Nothing is known of both: measure the old one.';
  const words: Readonly<Record<string, readonly [more: string, less: string]>> = {
    length: ['longer', 'shorter'],
    height: ['higher', 'lower'],
    bore: ['wider in the bore', 'narrower in the bore'],
    holes: ['further between its holes', 'less between its holes'],
    bar: ['thicker', 'thinner'],
  };
  const said = differ.map((d) => {
    const pair = own(words, d.what);
    if (!pair || d.byMm === undefined) return `${d.what} ${d.b}, not ${d.a}`;
    return `${sayLength(Math.abs(d.byMm), 1, unit)} ${pair[d.byMm > 0 ? 0 : 1]}`;
  });
  return `${said.join('; ')}.`;
}

/** What is known of the part that is on the vehicle: measured, worked out or read in the file; what is only usual is nobody's word. */
export function oldPart(kind: PartKind, w: Wanted): Comparable {
  const known = <T>(key: SizeKey, value: T | undefined): T | undefined => (w.from?.[key] === 'usual' ? undefined : value);
  const end = (e: LinkEnd): PartEnd | undefined => {
    const wantedEnd: EndWanted | undefined = w[e];
    const hold = known(`${e}.hold`, wantedEnd?.hold);
    return (
      wantedEnd && {
        thread: known(`${e}.stud-thread`, wantedEnd.thread),
        seat: known(`${e}.stud-seat`, wantedEnd.seat),
        nutHexMm: known(`${e}.nut-hex`, wantedEnd.nutHexMm),
        hold,
        holdMm: hold && wantedEnd.holdMm,
      }
    );
  };
  const bar = kind === 'sway bar';
  return {
    kind,
    name: 'The one that is on it',
    lengthMm: known('link-length', w.lengthMm),
    upper: end('upper'),
    lower: end('lower'),
    holeSpacingMm: bar ? known('bar-width', w.widthMm) : known('hole-spacing', w.holeSpacingMm),
    heightMm: known('bushing-height', w.heightMm),
    barMm: bar ? known('bar-diameter', w.barMm) : undefined,
  };
}
