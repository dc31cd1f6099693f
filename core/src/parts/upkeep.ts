import { sayDistance, type DistanceUnit } from '../units';
import { isAdjustable, isLink, type Part } from './part';

/** What a part asks for later, and how often where its maker says. */
export interface Upkeep {
  readonly what: 'silicone grease' | 'grease' | 'lock nuts' | 'not said' | 'none';
  readonly everyKm: number | undefined;
}

/** What it asks for later (common practice, no source, where its maker gives no distance). */
export function upkeepOf(p: Part): Upkeep {
  const everyKm = p.greaseEveryKm;
  if (p.material === 'polyurethane') return { what: 'silicone grease', everyKm };
  if (p.greaseable) return { what: 'grease', everyKm };
  if (isAdjustable(p.kind)) return { what: 'lock nuts', everyKm: undefined };
  return { what: isLink(p.kind) && p.greaseable === undefined ? 'not said' : 'none', everyKm: undefined };
}

/** The same in words. */
export function upkeep(p: Part, unit: DistanceUnit): string {
  const { what, everyKm } = upkeepOf(p);
  const every = everyKm ? ` every ${sayDistance(everyKm, unit)}` : '';
  if (what === 'silicone grease') return `silicone grease${every || ' when it squeaks'}`;
  if (what === 'grease') return every ? `grease${every}` : 'grease with the oil';
  return what === 'lock nuts' ? 'look at its lock nuts once a year' : what;
}

const RIDES = {
  'as it is': 'as it is',
  firmer: 'firmer; squeaks when it runs dry',
  firm: 'firm; every stone is heard',
  quiet: 'quiet, as it was',
} as const;
export type Ride = keyof typeof RIDES;

/** What is heard and felt of it (common practice, no source); undefined where there is nothing to say. */
export function rideOf(p: Part): Ride | undefined {
  if (p.kind === 'refit') return 'as it is';
  if (p.material === 'polyurethane') return 'firmer';
  if (isAdjustable(p.kind)) return 'firm';
  return p.material === 'rubber' || isLink(p.kind) ? 'quiet' : undefined;
}
/** The same in words. */
export function ride(p: Part): string {
  const felt = rideOf(p);
  return felt ? RIDES[felt] : '';
}
