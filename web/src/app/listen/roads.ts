import type { Manoeuvre, When } from '@ash-knot/core';

/** A small picture of a road and what stands on it, 120 × 44: lines, and what is filled. */
export interface RoadPicture {
  readonly lines: string;
  readonly filled: string;
}

/** The ground without anything on it, px. */
const GROUND = 38;
const TYRE = { wide: 9, high: 19 } as const;

/** An axle from behind: both tyres on the ground under them, the axle between their hubs. */
function axle(left: number, right: number): string {
  const tyre = (x: number, y: number) => `M${x - TYRE.wide / 2} ${y - TYRE.high}h${TYRE.wide}v${TYRE.high}h${-TYRE.wide}Z`;
  return tyre(30, left) + tyre(90, right);
}
const across = (left: number, right: number) => `M35 ${left - TYRE.high / 2}L85 ${right - TYRE.high / 2}`;
const behind = (ground: string, left: number, right: number): RoadPicture => ({
  lines: ground + across(left, right),
  filled: axle(left, right),
});
/** The vehicle from its side, standing on a level road. */
const BODY = 'M28 31V25Q28 21 33 20L42 13H70L82 20Q92 20 92 25V31';
const WHEELS = 'M36 32a5.5 5.5 0 1 0 11 0a5.5 5.5 0 1 0 -11 0ZM73 32a5.5 5.5 0 1 0 11 0a5.5 5.5 0 1 0 -11 0Z';
const side = (more: string): RoadPicture => ({ lines: `M4 ${GROUND}H116${BODY}${more}`, filled: WHEELS });
const FORWARD = 'M98 24h14m-5 -4l5 4l-5 4';
const BACK = 'M116 24h-14m5 -4l-5 4l5 4';

const HUMP = `M2 ${GROUND}C12 ${GROUND} 12 30 22 30H98C108 30 108 ${GROUND} 118 ${GROUND}`;
/** A bend from above: the edges of the road, and the way through it. */
const BEND = 'M14 42C58 42 78 30 84 4M30 42C66 40 90 30 98 4M22 42C62 41 84 30 91 8m-6 4l6 -6l4 7';

/** Each road and each way of driving, by the words of the complaint. */
const PICTURES: Readonly<Record<When, RoadPicture>> = {
  'one wheel over a bump': behind(`M2 ${GROUND}H16Q30 18 44 ${GROUND}H118`, 29, GROUND),
  'patched surface, slowly': {
    lines: `M2 ${GROUND}h18v-4h14v4h12v-5h10v5h16v-3h14v3h10v-5h12v5h10`,
    filled: 'M40 24a9 9 0 1 0 18 0a9 9 0 1 0 -18 0Z',
  },
  pothole: behind(`M2 34H20L24 42H36L40 34H118`, 41, 34),
  'both wheels over a hump': behind(HUMP, 30, 30),
  'quieter when both rise': {
    lines: `${HUMP}${across(30, 30)}M56 8q4 4 0 8M62 5q7 7 0 14M50 20L74 3`,
    filled: axle(30, 30),
  },
  cornering: { lines: BEND, filled: '' },
  braking: side(BACK),
  'pulling away': side(FORWARD),
  'steering lock, standing': {
    lines: 'M46 30a15 15 0 1 1 28 0M46 30l-5 -6M46 30l7 -3M74 30l5 -6M74 30l-7 -3',
    filled: 'M56 12h8v24h-8Z',
  },
  'steady speed': side('M4 26h14M2 31h18'),
  idling: side('M20 28q-4 -3 -8 0t-8 0'),
};

/** The same pictures for our own drive; what goes to the right is turned over. */
const DRIVEN: Readonly<Record<Manoeuvre, { readonly when: When | null; readonly over?: boolean }>> = {
  'left wheel over a bump': { when: 'one wheel over a bump' },
  'right wheel over a bump': { when: 'one wheel over a bump', over: true },
  'both wheels over a hump': { when: 'both wheels over a hump' },
  'patched surface, slowly': { when: 'patched surface, slowly' },
  'lock to lock, standing': { when: 'steering lock, standing' },
  braking: { when: 'braking' },
  'pulling away': { when: 'pulling away' },
  'bend to the left': { when: 'cornering', over: true },
  'bend to the right': { when: 'cornering' },
  'steady speed': { when: 'steady speed' },
  idling: { when: 'idling' },
  'links off, both sides': { when: null },
};
/** Both links tied up beside the axle they no longer join. */
const LINKS_OFF: RoadPicture = {
  lines: `M2 ${GROUND}H118${across(GROUND, GROUND)}M42 22H78M46 20l-6 -12M74 20l6 -12M40 30l8 -6M72 24l8 6`,
  filled: axle(GROUND, GROUND),
};

/** The picture of a road or of a way of driving, and whether it is turned over, left for right. */
export function roadPicture(of: When | Manoeuvre): RoadPicture & { readonly over: boolean } {
  if (of in DRIVEN) {
    const { when, over = false } = DRIVEN[of as Manoeuvre];
    return { ...(when ? PICTURES[when] : LINKS_OFF), over };
  }
  return { ...PICTURES[of as When], over: false };
}
