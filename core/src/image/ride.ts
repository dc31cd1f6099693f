import { BadInput } from '../error';
import { chanceFrom } from '../numeric';
import { CARD_MARGIN_MM, CARD_SIDES_MM, cornersOf, type SeenCard } from './card';
import { scaleOf, type PrintedSheet } from './film-taken';
import { homographyOf, type Point } from './homography';
import { FOCAL_SPREAD, focalOf, poseOf, refined, USUAL_FOCAL, type Camera } from './pose';

/** What a telephone's lens bends a length by, as a part of it; and how level a hand holds it, rad (from memory). */
const [LENS, LEVEL] = [0.002, 0.02] as const;
/** Corners are found so well at a card that is far off, px. */
const CORNER_PX = 0.08;
const DRAWS = 60;

/** How high the arch stands over the hub, mm, and its standard uncertainty. */
export interface RideHeightFound {
  readonly mm: number;
  readonly uMm: number;
}

/**
 * How high a corner stands, from the middle of its hub to the edge of the arch above: a card with its middle on the hub's, another
 * above the arch with its lower cut edge on the arch's, the telephone held level. Each card's place by its own pose, so that the
 * arch may stand nearer than the hub.
 * @param seen both cards; the lower one in the picture is the hub's
 * @throws BadInput where they are not two cards of the sheet
 */
export function rideHeight(
  seen: readonly SeenCard[],
  size: { readonly width: number; readonly height: number },
  sheet: PrintedSheet,
): RideHeightFound {
  const mine = seen.filter((c) => c.sheet === sheet.number);
  if (mine.length !== 2) throw new BadInput('cards', 'must be two of one sheet: one on the hub, one over the arch', mine.length);
  const middle = (c: SeenCard): number => c.corners.reduce((s, p) => s + p[1] / 4, 0);
  const [arch, hub] = [...mine].sort((a, b) => middle(a) - middle(b)) as [SeenCard, SeenCard];
  const { scale, u } = scaleOf(sheet);
  const centre: Point = [size.width / 2, size.height / 2];
  const usual = Math.max(size.width, size.height) * USUAL_FOCAL;
  const said = focalOf(
    mine.map((c) => homographyOf(cornersOf(c.card, scale), c.corners)),
    centre,
  );
  const known = said && said.spread < FOCAL_SPREAD / 2 ? said : undefined;
  const place = (c: SeenCard, camera: Camera, off: (p: Point) => Point): number => {
    const from = cornersOf(c.card, scale);
    const to = c.corners.map(off);
    const pose = refined(camera, from, to, poseOf(homographyOf(from, to), camera));
    return pose.at[1];
  };
  // Along the picture's own upright: the telephone is level.
  const edge = scale * (CARD_SIDES_MM[arch.card] / 2 + CARD_MARGIN_MM);
  const at = (camera: Camera, off: (p: Point) => Point = (p) => p): number =>
    place(hub, camera, off) - place(arch, camera, off) - edge;
  const camera: Camera = { fPx: known?.fPx ?? usual, centre };
  const mm = at(camera);
  const spread = known?.spread ?? FOCAL_SPREAD;
  const focal = at({ ...camera, fPx: camera.fPx * (1 + spread / 2) }) - at({ ...camera, fPx: camera.fPx * (1 - spread / 2) });
  // What the corners scatter moves the poses: by drawing them anew (JCGM 101:2008).
  const c = chanceFrom(11);
  const drawn = Array.from({ length: DRAWS }, () => at(camera, ([x, y]) => [x + CORNER_PX * c.bell(), y + CORNER_PX * c.bell()]));
  const corners = Math.sqrt(drawn.reduce((s, x) => s + (x - mm) ** 2, 0) / DRAWS);
  return { mm, uMm: Math.hypot(corners, focal, mm * Math.hypot(u, LENS), (mm + edge) * (LEVEL ** 2 / 2), 1) };
}
