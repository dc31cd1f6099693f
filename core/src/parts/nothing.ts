import { list, numberWord, capital } from '../text';
import { sayLength, type LengthUnit } from '../units';
import { LINK_ENDS } from '../vehicle';
import { matchPart, type SizeKey, type Wanted } from './match';
import type { Part } from './part';

/** A size without which parts would fit: it is what leaves nothing. */
export interface Without {
  readonly key: SizeKey;
  /** How many would fit then. */
  readonly fit: number;
}

/** Each size that is known, and what is wanted without it. What is only usual leaves nothing out, and is passed over. */
export function loosened(w: Wanted): { readonly key: SizeKey; readonly wanted: Wanted }[] {
  const whole = (key: SizeKey, field: 'lengthMm' | 'barMm' | 'holeSpacingMm' | 'heightMm' | 'widthMm') =>
    w[field] === undefined ? [] : [{ key, wanted: { ...w, [field]: undefined } }];
  const all = [
    ...whole('link-length', 'lengthMm'),
    ...LINK_ENDS.flatMap((end) =>
      (
        [
          ['stud-thread', 'thread'],
          ['stud-seat', 'seat'],
          ['nut-hex', 'nutHexMm'],
        ] as const
      ).flatMap(([size, field]) =>
        w[end]?.[field] === undefined
          ? []
          : [{ key: `${end}.${size}` as SizeKey, wanted: { ...w, [end]: { ...w[end], [field]: undefined } } }],
      ),
    ),
    ...whole('bar-diameter', 'barMm'),
    ...whole('hole-spacing', 'holeSpacingMm'),
    ...whole('bushing-height', 'heightMm'),
    ...whole('bar-width', 'widthMm'),
  ];
  return all.filter(({ key }) => w.from?.[key] !== 'usual');
}

/** Of these parts, how many would fit without each size that is known. */
export const fitWithout = (parts: readonly Part[], w: Wanted): Without[] =>
  loosened(w).map(({ key, wanted }) => ({
    key,
    fit: parts.filter((p) => matchPart(p, wanted).excluded.length === 0).length,
  }));

/** A size as it is said with its value: "300 mm long", "M12×1.25 at the upper end". */
function sayWanted(w: Wanted, key: SizeKey, unit: LengthUnit | undefined): string {
  const mm = (v: number | undefined) => (v === undefined ? '' : sayLength(v, Number.isInteger(v) && unit !== 'in' ? 0 : 1, unit));
  for (const end of LINK_ENDS) {
    if (key === `${end}.stud-thread`) return `${w[end]?.thread} at the ${end} end`;
    if (key === `${end}.stud-seat`) return `a ${w[end]?.seat} at the ${end} end`;
    if (key === `${end}.nut-hex`) return `a ${mm(w[end]?.nutHexMm)} nut at the ${end} end`;
  }
  const said: Partial<Record<SizeKey, string>> = {
    'link-length': `${mm(w.lengthMm)} long`,
    'bar-diameter': `for a ${mm(w.barMm)} bar`,
    'hole-spacing': `${mm(w.holeSpacingMm)} between its holes`,
    'bushing-height': `${mm(w.heightMm)} high`,
    'bar-width': `${mm(w.widthMm)} between its eyes`,
  };
  return said[key] ?? key;
}

/**
 * Why nothing is offered, and what can be done: the size that leaves nothing, where without it something would fit.
 * @param without what would fit without each size, as it was counted
 * @param unit of lengths, as they are said
 */
export function sayNothing(w: Wanted, without: readonly Without[], unit?: LengthUnit): string {
  const kinds = list(w.kinds, 'or');
  const most = [...without].sort((a, b) => b.fit - a.fit).filter((x) => x.fit > 0);
  const known = loosened(w);
  if (!known.length) return `There is no ${kinds} in the catalogue. Order one by its number, and write it down below.`;
  if (!most.length)
    return `No ${kinds} in the catalogue comes near it, whichever size is left out. Order one by its number, and write it down below.`;
  const said = most.slice(0, 2).map((x) => {
    const knownFrom = w.from?.[x.key];
    return `${capital(numberWord(x.fit))} would fit if it did not have to be ${sayWanted(w, x.key, unit)}${knownFrom ? ` (${knownFrom === 'file' ? 'from the file' : knownFrom})` : ''}.`;
  });
  return `Nothing in the catalogue fits what is known. ${said.join(' ')} Measure that again, or order one by its number and write it down below.`;
}
