import { within } from '../../error';
import type { EntryBodies } from '../../ledger';
import { parseQuantity, sayLength } from '../../units';
import { sayPoint, type AxleEnd, type PointName } from '../../vehicle';
import type { JobState } from '../fold';

/** A point as it is measured beside the wheel: three lengths as they were written. */
export interface PointText {
  /** Ahead of the wheel's centre; behind it negative. */
  readonly ahead: string;
  /** Out from the vehicle's middle: half of what lies between left and right. */
  readonly out: string;
  /** Up from the ground. */
  readonly up: string;
}

/** A measured point from what was written. @throws BadInput naming the length and its bound. */
export function readPoint(s: JobState, axle: AxleEnd, point: PointName, t: PointText): EntryBodies['point'] {
  const read = (field: string, text: string, lo: number, hi: number) =>
    within(field, parseQuantity(text, 'length', { field }).si, lo, hi, 'mm');
  const ahead = read('length ahead of the wheel’s centre', t.ahead, -1500, 1500);
  const out = read('length out from the middle', t.out, 1, 1500);
  const up = read('height above the ground', t.up, 0, 2000);
  const unit = s.context.measures.length;
  const say = (mm: number) => sayLength(Math.abs(mm), 0, unit);
  return {
    axle,
    point,
    at: [s.axles[axle].points.hub.at[0] + ahead, out, up],
    text: `${say(ahead)} ${ahead < 0 ? 'behind' : 'ahead of'} the wheel’s centre, ${say(out)} out, ${say(up)} up`,
  };
}

/** The points of the bar and its link, and where each comes from: what deciding a length hangs on. */
export function linkPoints(
  s: JobState,
  axle: AxleEnd,
): { readonly point: PointName; readonly words: string; readonly from: string }[] {
  const from = { maker: 'from the maker', measured: 'measured', usual: 'usual, not measured' } as const;
  return (['linkMount', 'barEye', 'barBushing', 'armOuter', 'armInner', 'damperTop', 'damperFoot'] as const).flatMap((point) => {
    const hard = s.axles[axle].points[point];
    return hard ? [{ point, words: sayPoint(point), from: from[hard.from] }] : [];
  });
}
