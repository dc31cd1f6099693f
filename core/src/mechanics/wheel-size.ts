import { BadInput, within } from '../error';

/** A wheel's outer measures by what stands on its tyre, and its rim's offset where that was written with it; mm. */
export interface WheelSize {
  readonly tyreWidthMm: number;
  readonly tyreDiameterMm: number;
  readonly rimDiameterMm: number;
  /** How far the rim's face stands out from its middle: larger is further in. */
  readonly offsetMm?: number | undefined;
}

const INCH = 25.4;
/** A tyre that names no aspect is a full one (ISO 4000-1: 82 from memory), %. */
const FULL = 82;
const METRIC = /^(\d{3})\s*(?:\/\s*(\d{2,3}))?\s*(?:Z?R|D|B|-|–)\s*(\d{2}(?:[.,]\d)?)\s*C?$/i;
const INCHES = /^(\d{2}(?:[.,]\d{1,2})?)\s*[x×]\s*(\d{1,2}(?:[.,]\d{1,2})?)\s*(?:R|-|–)\s*(\d{2}(?:[.,]\d)?)\s*(?:LT|C)?$/i;
const OFFSET = /\bET\s*(-?−?\d{1,3}(?:[.,]\d)?)\b/i;
/** How much it carries and how fast, as in 92W or 104/102R: nothing is read off that here. */
const SERVICE = /\s+\d{2,3}(?:\/\d{2,3})?[A-Y]\d?\b.*$/i;

const n = (text: string): number => Number(text.replace(',', '.').replace('−', '-'));

/**
 * A wheel's size as it stands on tyre and rim: "225/40 R18 ET45", "195 R14C", "31x10.5 R15". Across the outside it is the rim's
 * code in inches and the tyre's two walls (ISO 4000-1).
 * @throws BadInput naming the field and what a size looks like, or a number that no wheel of a road vehicle has
 */
export function readWheelSize(field: string, text: string): WheelSize {
  const offset = OFFSET.exec(text);
  const bare = text.replace(OFFSET, ' ').trim();
  const size = METRIC.exec(bare.replace(SERVICE, '').trim()) ?? METRIC.exec(bare);
  const offsetMm = offset ? within('offset of the rim', n(offset[1]!), -80, 90, 'mm') : undefined;
  const rest = offsetMm === undefined ? {} : { offsetMm };
  if (size) {
    const width = within('width of the tyre', n(size[1]!), 115, 395, 'mm');
    const aspect = within('aspect of the tyre', size[2] ? n(size[2]) : FULL, 20, 100, '%');
    const rim = within('rim', n(size[3]!), 10, 24, 'in') * INCH;
    return { tyreWidthMm: width, tyreDiameterMm: rim + (2 * width * aspect) / 100, rimDiameterMm: rim, ...rest };
  }
  const inches = INCHES.exec(bare.replace(SERVICE, '').trim());
  if (!inches)
    throw new BadInput(field, 'must be as on the tyre: 225/40 R18, with ET45 behind it where the offset is known', text);
  const rim = within('rim', n(inches[3]!), 10, 24, 'in') * INCH;
  return {
    tyreWidthMm: within('width of the tyre', n(inches[2]!), 4, 16, 'in') * INCH,
    tyreDiameterMm: within('diameter of the tyre', n(inches[1]!), 20, 44, 'in') * INCH,
    rimDiameterMm: rim,
    ...rest,
  };
}
