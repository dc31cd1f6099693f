/** The two dialects of the trade. Every name is written once in each. */
export const DIALECTS = ['sway bar', 'anti-roll bar'] as const;
export type Dialect = (typeof DIALECTS)[number];

/** A name in both dialects; a lone string where both say the same. */
export type Name = string | readonly [swayBar: string, antiRollBar: string];

export const inDialect = (name: Name, d: Dialect = 'sway bar'): string =>
  typeof name === 'string' ? name : name[d === 'sway bar' ? 0 : 1];
