import { attempt, BadInput } from '../error';
import { parseThread } from '../thread';
import { convert, parseQuantity, show, showRange, type Quantity, type TorqueUnit } from '../units';
import { readAdapterSettingNm } from './adapter';
import type { TorqueRange } from './audit';
import { plausibility } from './preload';

/** How far a pull may be from its target before it is asked about: the ±4 % a click wrench is allowed, twice (ISO 6789-1, from memory). */
const FAR = 0.08;
/** More than this no wrench for these nuts is pulled at, N·m. */
const MOST_NM = 1000;

/** What a wrench clicked at: as it said it, and in N·m. */
export type Pulled = Pick<Quantity, 'si' | 'value' | 'unit'>;

/** Whether a pull is so far from what was to be pulled that it is asked about. @param nm at the fastener, N·m */
export const isFar = (nm: number, { minNm, maxNm }: TorqueRange): boolean => nm < minNm * (1 - FAR) || nm > maxNm * (1 + FAR);

/**
 * A pull as somebody typed it off the wrench. @param unit what is meant where none is typed
 * @throws BadInput naming the torque reading: no number, no torque, more than 1000 N·m.
 */
export function readPull(text: string, unit: TorqueUnit): Pulled {
  const q = parseQuantity(text, 'torque', { field: 'torque reading', unit });
  if (q.si <= 0 || q.si > MOST_NM) throw new BadInput('torque reading', `must be more than 0 and at most ${MOST_NM} N·m`, text);
  return q;
}

/**
 * What is asked of a pull that is far from its target: another unit, perhaps; or past what the bolt holds. Nothing is changed
 * silently. @param nm at the fastener, N·m; @param said as it was typed; @param thread of the fastener, where it is known
 */
export function doubtOfPull(nm: number, said: Pulled, target: TorqueRange, thread?: string): string {
  const over = nm > target.maxNm;
  const off = over ? nm / target.maxNm - 1 : 1 - nm / target.minNm;
  const asked = `${show(nm, 'torque')} is ${Math.round(off * 100)} % ${over ? 'over' : 'under'} ${showRange(target.minNm, target.maxNm, 'torque')}.`;
  for (const u of ['lbf·ft', 'N·m', 'lbf·in'] as const)
    if (u !== said.unit && !isFar(convert(said.value, u, 'N·m', 'torque'), target))
      return `${asked} Did you mean ${said.value} ${u}?`;
  const read = thread ? attempt(() => parseThread(thread)) : undefined;
  if (
    read?.ok &&
    (said.unit === 'N·m' || said.unit === 'lbf·ft') &&
    plausibility(said.value, said.unit, read.value, '8.8').verdict === 'high'
  )
    return `${asked} On ${thread} that is past the proof load of an 8.8 bolt even with a rough thread: the bolt may be stretched.`;
  return `${asked} Take it again to record it as it is.`;
}

/** A wrench with an offset adapter on it, as its three measures were typed. */
export interface ThroughAdapter {
  readonly lever: string;
  readonly adapter: string;
  readonly angle: string;
}
/** How much more the fastener gets than the wrench shows, as its inverse: what is set is the target times this. @throws BadInput naming the field */
export const reachShare = (r: ThroughAdapter): number => readAdapterSettingNm(1, r.lever, r.adapter, r.angle);
/** A range times a share of it. */
export const timesShare = (t: TorqueRange, share: number): TorqueRange => ({ minNm: t.minNm * share, maxNm: t.maxNm * share });
