import { sayPlay, type JointView } from '@ash-knot/core';
import { drawn, words } from '../kit/svg-make';
import { playRows, spanOf } from './play-bars';

/** Where a bar begins, how long the scale is, and how high a row, px. */
const [FROM, LONG, ROW] = [90, 380, 26];
const WIDE = FROM + LONG + 100;
/** A joint takes its name and two rows. */
const JOINT = 3 * ROW + 12;

/**
 * Play before and after, all on one scale: bars with their doubt, the limit as a post; for a report printed in black.
 * @param name what a joint is called
 * @param say a length with its unit
 */
export function playPicture(
  joints: readonly JointView[],
  name: (j: JointView) => string,
  say: (mm: number) => string,
): SVGElement {
  const span = spanOf(joints);
  const at = (mm: number) => FROM + (Math.max(0, mm) / span) * LONG;
  const rows = joints.flatMap((j, i) => {
    const top = 30 + i * JOINT;
    const limit = (j.after ?? j.before)?.limit.limitMm;
    const bars = playRows(j).flatMap(({ when, view, felt }, r) => {
      const y = top + 10 + r * ROW;
      const line = words(0, y + 12, when);
      if (!view) return [line, words(FROM, y + 12, felt)];
      const { meanMm, oneSidedMm } = view.doubt;
      return [
        line,
        drawn('rect', {
          x: FROM,
          y: y + 2,
          width: at(meanMm) - FROM,
          height: 11,
          fill: when === 'after' ? '#000000' : '#8c8c8c',
        }),
        drawn('path', {
          d: `M${at(meanMm - oneSidedMm)} ${y + 17}V${y + 21}H${at(meanMm + oneSidedMm)}V${y + 17}`,
          fill: 'none',
          stroke: '#000000',
        }),
        words(WIDE, y + 12, sayPlay(view, say), { 'text-anchor': 'end' }),
      ];
    });
    return [
      words(0, top, name(j), { 'font-weight': 700 }),
      ...bars,
      ...(limit === undefined
        ? []
        : [
            drawn('path', {
              d: `M${at(limit)} ${top + 6}V${top + 2 * ROW + 12}`,
              fill: 'none',
              stroke: '#000000',
              'stroke-width': 3,
            }),
            words(at(limit), top + 2 * ROW + 26, `limit ${say(limit)}`, { 'text-anchor': 'middle', 'font-size': 12 }),
          ]),
    ];
  });
  return drawn('svg', { viewBox: `0 0 ${WIDE} ${30 + joints.length * JOINT}` }, ...rows);
}
