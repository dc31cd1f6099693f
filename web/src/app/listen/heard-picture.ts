import { PLACES, type EntryBodies, type Where } from '@ash-knot/core';
import { drawn, words } from '../kit/svg-make';
import { BAND_FROM, BAND_TO, BANDS, BODY, BODY_LONG, BODY_WIDE, isLit, TYRE, TYRES } from './body-shape';
import { roadPicture } from './roads';

const INK = { fill: 'none', stroke: '#000000' } as const;
/** Beside the body: where the roads stand, how wide each is, and how far apart, px. */
const ROADS = { x: 340, wide: 120, high: 44, apart: 84 } as const;

/** The body with what was heard lit, and the roads that make it, as one drawing for a report printed in black. */
export function heardPicture({ where, when }: Pick<EntryBodies['complaint'], 'where' | 'when'>): SVGElement {
  const heard = new Set<Where>(where);
  const bands = PLACES.flatMap((place) => {
    const { from, to } = BANDS[place];
    const [x, y] = [(BAND_FROM / 100) * BODY_WIDE, (from / 100) * BODY_LONG];
    const [wide, height] = [((BAND_TO - BAND_FROM) / 100) * BODY_WIDE, ((to - from) / 100) * BODY_LONG];
    const on = heard.has(place);
    const half = (side: 'left' | 'right') =>
      isLit(heard, place, side)
        ? [drawn('rect', { x: side === 'left' ? x : x + wide / 2, y, width: wide / 2, height, fill: '#8c8c8c' })]
        : [];
    return [
      ...half('left'),
      ...half('right'),
      drawn('rect', { ...INK, x, y, width: wide, height, 'stroke-width': on ? 3 : 1 }),
      words(BODY_WIDE / 2, y + height / 2 + 5, place, { 'text-anchor': 'middle', 'font-weight': on ? 700 : 400 }),
    ];
  });
  const roads = when.flatMap((road, i) => {
    const { lines, filled, over } = roadPicture(road);
    const y = 44 + i * ROADS.apart;
    return [
      words(ROADS.x, y - 6, road),
      drawn(
        'g',
        { transform: `translate(${ROADS.x + (over ? ROADS.wide : 0)} ${y})${over ? ' scale(-1 1)' : ''}` },
        drawn('path', { ...INK, d: lines, 'stroke-width': 2.2, 'stroke-linecap': 'round', 'stroke-linejoin': 'round' }),
        drawn('path', { d: filled, fill: '#000000' }),
      ),
    ];
  });
  const said = (['left', 'right', 'both sides', 'unsure'] as const).filter((w) => heard.has(w));
  const height = Math.max(BODY_LONG + 30, 44 + when.length * ROADS.apart);
  return drawn(
    'svg',
    { viewBox: `0 0 ${ROADS.x + 200} ${height}` },
    ...TYRES.map(([x, y]) =>
      drawn('rect', { ...INK, x, y, width: TYRE.wide, height: TYRE.long, rx: TYRE.round, 'stroke-width': 1.6 }),
    ),
    drawn('path', { d: BODY, fill: '#ffffff', stroke: '#000000', 'stroke-width': 2 }),
    ...bands,
    words(BODY_WIDE / 2, BODY_LONG + 20, said.length ? said.join(', ') : 'no side said', { 'text-anchor': 'middle' }),
    ...roads,
  );
}
