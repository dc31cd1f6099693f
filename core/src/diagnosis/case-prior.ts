import type { Case } from './case';
import { rusts, type Fault, type FaultKind } from './faults';
import type { SuspectsTable } from './suspects-table';
import type { HistoryFlag } from './words';

const CHANGED: Partial<Record<HistoryFlag, readonly FaultKind[]>> = {
  'links changed lately': ['link-upper', 'link-lower', 'link-body'],
  'bushings changed lately': ['frame-bushing', 'bracket-bolts'],
  'dampers changed lately': ['damper'],
};
/** What distance does nothing to. */
const AGELESS: ReadonlySet<FaultKind> = new Set<FaultKind>(['wheel-nuts', 'recent work', 'load or jack loose', 'subframe bolt']);

/**
 * Prior of one fault by distance, corrosion, kerb side, what was renewed and what its sisters showed
 * (common practice, no source: frame bushings are often due around 160 000 km; the kerb side often
 * goes first; what was touched last is looked at first, and the more so the sooner it knocks).
 */
export function prior(f: Fault, base: number, c: Case, s: SuspectsTable): number {
  const k = s.priors;
  const renewed = c.renewed?.filter((r) => r.joint === f.joint).at(-1);
  const since = (atKm: number) => Math.max(0, c.distanceKm - atKm);
  const flagged = Object.entries(CHANGED).some(
    ([flag, kinds]) => c.history.includes(flag as HistoryFlag) && kinds.includes(f.kind),
  );
  const age = (km: number) => Math.min(k.most, Math.max(k.least, km / k.distanceKm));
  let p = base;
  if (c.sisters && f.axle) {
    const found = c.sisters.found[f.kind] ?? 0;
    p = (k.sistersWeight * p + found / 2) / (k.sistersWeight + c.sisters.jobs);
  }
  if (!AGELESS.has(f.kind)) {
    const km = renewed ? since(renewed.atKm) : c.distanceKm;
    p *= age(km) * (renewed ? 1 + k.newBump * Math.exp(-km / k.newKm) : 1);
  }
  if (!renewed && flagged) p *= k.changedFlag;
  if (f.side && f.side === c.kerbSide) p *= k.kerbSide;
  if (c.history.includes('corrosion')) p *= rusts(f.kind) ? k.corrosionAtRubberAndSprings : k.corrosion;
  if (c.history.includes('impact or off-road')) p *= k.impact;
  if (f.kind === 'wheel-nuts' && (c.history.includes('other wheels') || c.history.includes('wheels swapped round')))
    p *= k.wheelsHandled;
  if (f.kind === 'recent work') {
    const last = Math.min(...(c.renewed ?? []).map((r) => since(r.atKm)), Infinity);
    const changed = Object.keys(CHANGED).some((h) => c.history.includes(h as HistoryFlag));
    p *= Math.max(changed ? k.workedOnLately : 1, 1 + k.touchedLately * Math.exp(-last / k.newKm));
  }
  return Math.min(0.6, p);
}
