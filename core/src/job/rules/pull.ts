import { BadInput } from '../../error';
import { readGauge, type GaugeSpec } from '../../gauge';
import type { EntryBodies } from '../../ledger';
import { sayBookValue, type Pulled, type SpeakingWrench, type TorqueRange } from '../../torque';
import type { FastenerView } from './work';

/**
 * A pull as a wrench said it. One that tells directions writes a minus when it is turned to the left.
 * @throws BadInput where it is no reading, or none that tightens.
 */
export function hearPull(text: string, wrench: GaugeSpec): Pulled {
  const q = readGauge(text, wrench, 'torque reading');
  if (q.si < 0) throw new BadInput('torque reading', 'was to the left, it loosens: it does not count', text.trim());
  if (q.si === 0) throw new BadInput('torque reading', 'says nothing of a torque', text.trim());
  return q;
}

const rounded = (v: number, digits: number): number => Number(v.toFixed(digits));

/** What a record of a fastener says of what was to be pulled, and of where that is written. */
function aimOf(f: FastenerView) {
  const { target } = f;
  const value = f.ruling.kind === 'value' ? f.ruling.value : undefined;
  return {
    fastener: f.fastener.id,
    ...(target && target.maxNm > target.minNm ? { targetMaxNm: target.maxNm } : {}),
    targetText: value ? sayBookValue(value) : 'no published value',
    source: value?.source ?? '',
  };
}

/** How one fastener was pulled. @param nm at the fastener, N·m; @param said what the wrench showed, where it is not that */
export function pullBody(
  f: FastenerView,
  nm: number,
  how: {
    readonly method: EntryBodies['torque']['method'];
    readonly said?: Pulled | undefined;
    readonly detail?: string | undefined;
    readonly wrench?: SpeakingWrench | undefined;
  },
): EntryBodies['torque'] {
  const { method, said, detail, wrench } = how;
  if (!f.target) throw new BadInput('torque', `of the ${f.label.toLowerCase()} has no published value`, nm);
  return {
    ...aimOf(f),
    targetNm: f.target.minNm,
    achievedNm: rounded(nm, 2),
    value: said?.value ?? rounded(nm, 1),
    unit: said?.unit ?? 'N·m',
    method,
    ...(detail ? { detail } : {}),
    ...(wrench ? { wrench } : {}),
  };
}

/** A whole group, pulled to the end. */
export const clicksBody = (
  f: FastenerView,
  how: { readonly pulled?: TorqueRange | undefined; readonly wrench?: SpeakingWrench | undefined; readonly saidAtOnce?: boolean },
): EntryBodies['clicks'] => ({
  ...aimOf(f),
  clicks: f.clicks,
  of: f.clicks,
  targetNm: f.target?.minNm ?? null,
  ...(how.pulled ? { pulled: how.pulled } : {}),
  ...(how.wrench ? { wrench: how.wrench } : {}),
  ...(how.saidAtOnce ? { saidAtOnce: true } : {}),
});
