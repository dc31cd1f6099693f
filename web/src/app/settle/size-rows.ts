import {
  originOf,
  sayHex,
  sayStudHold,
  show,
  sizeName,
  sizeOf,
  sizesFor,
  splitKey,
  type Ask,
  type AxleEnd,
  type JobState,
  type JointId,
  type LengthUnit,
  type SizeKey,
  type Wanted,
} from '@ash-knot/core';

/** A size that is asked for, with what is known of it and by whom. */
export interface SizeRow {
  readonly key: SizeKey;
  readonly name: string;
  /** As it was measured; a value nobody measured never stands in its field. */
  readonly measured: string;
  readonly hint: string;
  /** Said by somebody at this vehicle, in a word: "323.97 mm, worked out"; nothing where it is the file's. */
  readonly said: string;
  /** What decides most now. */
  readonly asked: boolean;
}

const WORDS = {
  measured: 'measured',
  'by photograph': 'by photograph',
  'worked out': 'worked out, not measured',
  file: 'from the file',
  usual: 'usual, not measured',
} as const;

/** What is wanted of a size, as it is said; nothing where it is not known. */
function knownOf(w: Wanted, key: SizeKey, unit: LengthUnit): string {
  const mm = (v?: number | null) => (v === undefined || v === null ? '' : show(v, 'length', unit));
  const { size, end } = splitKey(key);
  const e = end && w[end];
  switch (size) {
    case 'link-length':
      return mm(w.lengthMm);
    case 'bar-diameter':
      return mm(w.barMm);
    case 'bar-seat':
      return mm(w.seatMm);
    case 'hole-spacing':
      return mm(w.holeSpacingMm);
    case 'bushing-height':
      return mm(w.heightMm);
    case 'bar-width':
      return mm(w.widthMm);
    case 'stud-thread':
      return e?.thread ?? '';
    case 'stud-seat':
      return e?.seat ?? '';
    case 'nut-hex':
      return e?.nutHexMm === undefined ? '' : sayHex(e.nutHexMm);
    case 'hold':
      return e?.hold ? (sayStudHold({ hold: e.hold, holdMm: e.holdMm }) ?? 'nothing') : '';
  }
}

/** The sizes asked for what is sold for these joints, what decides most first. */
export function sizeRows(
  s: JobState,
  axle: AxleEnd,
  joints: readonly JointId[],
  w: Wanted,
  ask: Ask | null,
  unit: LengthUnit,
): SizeRow[] {
  if (joints.length === 0) return [];
  const rows = sizesFor(s, joints).map((key): SizeRow => {
    const measured = sizeOf(s, axle, key);
    const origin = originOf(s, axle, key);
    const known = knownOf(w, key, unit);
    const doubt = measured?.doubtMm ? ` ± ${show(measured.doubtMm, 'length', unit)}` : '';
    const said =
      origin && known
        ? measured
          ? `${measured.by ? 'by photograph' : 'measured'}${doubt}`
          : `${known}, ${WORDS[origin]}`
        : 'not known';
    const asked = ask?.key === key;
    const leaves = asked ? Math.max(1, Math.round(ask.leavesOut)) : 0;
    return {
      key,
      name: sizeName(key),
      measured: measured?.text ?? '',
      hint: asked ? `${said}; measure it: about ${leaves} of ${ask.of} fall away` : said,
      said: measured
        ? `${measured.text}, ${measured.by ? 'by photograph' : 'measured'}`
        : origin === 'worked out'
          ? `${known}, worked out`
          : '',
      asked,
    };
  });
  return [...rows].sort((a, b) => Number(b.asked) - Number(a.asked));
}
