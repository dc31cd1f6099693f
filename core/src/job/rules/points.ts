import type { EntryBodies } from '../../ledger';
import { sayLength } from '../../units';
import { readPointText, sayPoint, type AxleEnd, type PointName, type PointText } from '../../vehicle';
import type { JobState } from '../fold';

/** A measured point from what was written. @throws BadInput naming the length and its bound. */
export function readPoint(s: JobState, axle: AxleEnd, point: PointName, t: PointText): EntryBodies['point'] {
  const { points } = s.axles[axle];
  const at = readPointText({ points }, t);
  const [ahead, out, up] = [at[0] - points.hub.at[0], at[1], at[2]];
  const unit = s.context.measures.length;
  const say = (mm: number) => sayLength(Math.abs(mm), 0, unit);
  return {
    axle,
    point,
    at,
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
