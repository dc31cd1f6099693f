import { finite } from '../error';
import { fixed } from '../text';
import { youngFromShoreA } from './rubber';

export const MATERIALS = ['rubber', 'polyurethane'] as const;
export type Material = (typeof MATERIALS)[number];

/** Most a bore may be under its bar, mm: a frame bushing is never larger than the bar (common practice, no source). */
export const INTERFERENCE_MM = { rubber: 1, polyurethane: 0.5 } as const satisfies Record<Material, number>;

/** The hardest that Gent's rule reaches, Shore A. */
const HARDEST = 80;

/** How much stiffer one rubber is than another. */
export interface Stiffness {
  readonly ratio: number;
  /** Beyond the scale only the least of it is known. */
  readonly how: 'about' | 'more than' | 'less than';
}

/**
 * "about 1.5 times as stiff", "more than 2.4 times as stiff": a bushing of one hardness beside the same one of another
 * (Gent 1958, 20 to 80 Shore A). Beyond 80 only what it is more than; of polyurethane no more than an indication.
 * @returns nothing where one of them is unknown, both are beyond the rule, or they are the same
 */
export function stiffnessOf(fromShoreA: number | undefined, toShoreA: number | undefined): Stiffness | undefined {
  for (const s of [fromShoreA, toShoreA]) if (s !== undefined) finite('hardness', s);
  if (fromShoreA === undefined || toShoreA === undefined || Math.min(fromShoreA, toShoreA) > HARDEST) return undefined;
  const [a, b] = [fromShoreA, toShoreA].map((s) => youngFromShoreA(Math.max(20, Math.min(HARDEST, s))));
  const ratio = b! / a!;
  if (Math.abs(ratio - 1) < 0.02) return undefined;
  return { ratio, how: Math.max(fromShoreA, toShoreA) > HARDEST ? (ratio > 1 ? 'more than' : 'less than') : 'about' };
}
/** The same in words: "about 1.6 times as stiff". */
export function sayStiffness(fromShoreA: number | undefined, toShoreA: number | undefined): string | undefined {
  const s = stiffnessOf(fromShoreA, toShoreA);
  return s && `${s.how} ${fixed(s.ratio, 1)} times as stiff`;
}

/** What may be between rubber and what turns in it, as somebody says it. */
export const LUBRICANTS = [
  'dry',
  'silicone',
  'soapy water',
  'its own grease',
  'mineral grease',
  'mineral grease, as its maker says',
] as const;
export type Lubricant = (typeof LUBRICANTS)[number];

/** It swells natural rubber and does not stay on polyurethane: it comes off again, or its maker asks for it. */
export const SWELLS: Lubricant = 'mineral grease';

/** What usually is there, the most usual first; what swells rubber is a true answer too, and the last. */
export function lubricantsFor(material: Material | undefined): readonly Lubricant[] {
  return material === 'polyurethane'
    ? ['its own grease', 'silicone', 'dry', SWELLS]
    : ['dry', 'silicone', 'soapy water', 'its own grease', SWELLS];
}

/** What goes between a frame bushing and its bar, and what never does (product.md; common practice, no source). */
export function lubricant(material: Material | undefined, split: boolean): string {
  const never = 'Never mineral oil or grease: it swells natural rubber';
  if (material === 'polyurethane')
    return 'Silicone grease packed into its grooves and over its bore, or it squeaks. Never mineral oil.';
  if (!split) return `A bonded one stays dry. ${never}.`;
  return material === 'rubber'
    ? `Rubber dry or silicone. ${never}.`
    : `Dry or silicone; polyurethane is packed with silicone. ${never}.`;
}
