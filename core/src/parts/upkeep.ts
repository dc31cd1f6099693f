import { sayDistance, type DistanceUnit } from '../units';
import { isAdjustable, isLink, type Part } from './part';

/** What it asks for later (common practice, no source, where its maker gives no distance). */
export function upkeep(p: Part, unit: DistanceUnit): string {
  const every = p.greaseEveryKm ? ` every ${sayDistance(p.greaseEveryKm, unit)}` : '';
  if (p.material === 'polyurethane') return `silicone grease${every || ' when it squeaks'}`;
  if (p.greaseable) return every ? `grease${every}` : 'grease with the oil';
  if (isAdjustable(p.kind)) return 'look at its lock nuts once a year';
  return isLink(p.kind) && p.greaseable === undefined ? 'not said' : 'none';
}

/** What is heard and felt of it (common practice, no source). */
export function ride(p: Part): string {
  if (p.kind === 'refit') return 'as it is';
  if (p.material === 'polyurethane') return 'firmer; squeaks when it runs dry';
  if (isAdjustable(p.kind)) return 'firm; every stone is heard';
  return p.material === 'rubber' || isLink(p.kind) ? 'quiet, as it was' : '';
}
