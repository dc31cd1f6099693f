import {
  attempt,
  BadInput,
  parseQuantity,
  photoTouches,
  sleeveFor,
  type PhotoWay,
  type Material,
  type Placed,
  type StackOnFile,
  type StackSize,
} from '@ash-knot/core';

/** Each size, and what it usually is where nobody has measured it (common practice, no source), mm. */
export const FIELDS = {
  grommetHigh: ['Grommet, free height', 14],
  grommetWide: ['Grommet, outside', 28],
  grommetHole: ['Grommet, hole', 12],
  washerWide: ['Washer, outside', 32],
  washerThick: ['Washer, thickness', 2.5],
  bolt: ['Bolt', 10],
  pitch: ['Pitch', 1.5],
  boltLong: ['Bolt, under its head', undefined],
  sleeveLong: ['Sleeve, length', 60],
  arm: ['Arm eye, thick', 6],
  bar: ['Bar eye, thick', 14],
  nut: ['Nut, high', 10],
} as const satisfies Record<string, readonly [string, number | undefined]>;
export type Field = keyof typeof FIELDS;
export const KEYS = Object.keys(FIELDS) as Field[];
export const VARIANTS = ['weldedWasher', 'headless', 'nutBelow', 'stops'] as const;
export type Variant = (typeof VARIANTS)[number];
/** A sleeve's wall is about 2 mm (common practice, no source): nobody is asked for its outside. */
const SLEEVE_OVER_BOLT_MM = 4;
/** What most grommets are of (common practice, no source). */
const USUAL_MATERIAL: Material = 'rubber';
/** As long as most, where no file says a length, mm (common practice, no source). */
export const USUAL_LINK_MM = 120;
/** What can be told by a photograph of the piece beside a sheet of cards, and what is touched. */
export const PHOTOGRAPHED: Partial<Record<Field, { readonly way: PhotoWay; readonly ask: readonly string[] }>> = {
  boltLong: { way: 'two edges', ask: ['Touch the face under its head.', 'Touch its tip.'] },
  sleeveLong: { way: 'two edges', ask: photoTouches('two edges', 'end') },
  grommetHigh: { way: 'two edges', ask: photoTouches('two edges', 'face') },
  grommetHole: { way: 'one circle', ask: photoTouches('one circle', 'hole') },
};
export type From = 'measured' | 'photograph' | 'file' | 'usual' | 'nobody';
export const HINTS: Record<From, string> = {
  measured: '',
  photograph: 'by photograph',
  file: 'from the file',
  usual: 'usual: measure it',
  nobody: 'measure it',
};

/** What was laid and typed, of one vehicle or of none. */
export interface Laid {
  readonly texts: Partial<Record<Field, string>>;
  /** What a photograph told, as it was put into its field; typed otherwise since, it is no photograph's any more. */
  readonly photos?: Partial<Record<Field, { readonly text: string; readonly doubt: string }>>;
  readonly material?: Material;
  readonly wanted?: string;
  readonly variants?: readonly Variant[];
  readonly stack?: readonly Placed[];
}
export const NOTHING_LAID: Laid = { texts: {} };

/** The sizes of a stack: what was typed, else what the file says, else what is usual; each says which. */
export class StackSizes {
  constructor(
    private readonly laid: Laid,
    private readonly file: StackOnFile | undefined,
    private readonly variants: readonly Variant[],
  ) {}

  /** What a size is where nobody has measured it. */
  known(f: Field): { readonly mm: number; readonly from: 'file' | 'usual' } | undefined {
    const file = this.file;
    if (file && (f === 'bolt' || f === 'pitch')) return { mm: f === 'bolt' ? file.boltMm : file.pitchMm, from: 'file' };
    if (f === 'sleeveLong' && file) {
      const fits = attempt(() => sleeveFor(file.linkMm, this.others()));
      if (fits.ok) return { mm: Math.round(fits.value), from: 'usual' };
    }
    // A hole a little wider than its bolt, a nut about as high as it is thick (common practice, no source).
    const mm = file && f === 'grommetHole' ? file.boltMm + 2 : file && f === 'nut' ? file.boltMm : FIELDS[f][1];
    return mm === undefined ? undefined : { mm, from: 'usual' };
  }
  get material(): Material {
    return this.laid.material ?? USUAL_MATERIAL;
  }
  /** What is reckoned with as it usually is, in words. */
  usual(): string[] {
    const names = KEYS.filter((k) => this.from(k) === 'usual').map((k) => FIELDS[k][0].split(',')[0]!.toLowerCase());
    return [...new Set([...names, 'sleeve’s outside', ...(this.laid.material ? [] : ['material'])])];
  }
  from(f: Field): From {
    const typed = this.laid.texts[f];
    if (this.photo(f)) return 'photograph';
    return typed === undefined ? (this.known(f)?.from ?? 'nobody') : typed.trim() ? 'measured' : 'nobody';
  }
  /** What a photograph told of a size, where that stands. */
  photo(f: Field): { readonly text: string; readonly doubt: string } | undefined {
    const told = this.laid.photos?.[f];
    return told && told.text === this.laid.texts[f] ? told : undefined;
  }
  /** What came by photograph, in words: "bolt 118.4 mm ± 0.4 mm". */
  photographed(): string[] {
    return KEYS.flatMap((k) => {
      const told = this.photo(k);
      return told ? [`${FIELDS[k][0].toLowerCase()} ${told.text} ± ${told.doubt}`] : [];
    });
  }
  /** @throws BadInput naming the field. */
  mm(f: Field): number {
    const [typed, known, field] = [this.laid.texts[f], this.known(f), FIELDS[f][0].toLowerCase()];
    if (typed === undefined && known) return known.mm;
    if (!typed?.trim()) throw new BadInput(field, 'is not said yet: measure it');
    return parseQuantity(typed, 'length', { field }).si;
  }
  /** @throws BadInput naming the field. */
  others(): Omit<StackSize, 'sleeveLengthMm'> {
    return {
      grommet: { heightMm: this.mm('grommetHigh'), outsideMm: this.mm('grommetWide'), holeMm: this.mm('grommetHole') },
      washerMm: this.mm('washerWide'),
      washerThickMm: this.mm('washerThick'),
      boltMm: this.mm('bolt'),
      pitchMm: this.mm('pitch'),
      boltLengthMm: this.from('boltLong') === 'nobody' ? undefined : this.mm('boltLong'),
      sleeveMm: this.mm('bolt') + SLEEVE_OVER_BOLT_MM,
      armThickMm: this.mm('arm'),
      barThickMm: this.mm('bar'),
      nutHeightMm: this.mm('nut'),
      material: this.material,
      stops: this.variants.includes('stops'),
      welded: this.variants.includes('weldedWasher'),
    };
  }
  /** @throws BadInput naming the field. */
  size(): StackSize {
    return { ...this.others(), sleeveLengthMm: this.mm('sleeveLong') };
  }
}
