import type { Point } from './scene/view';

/** Rounds until everything stands apart: each is a few hundred comparisons. */
const ROUNDS = 240;
/** Of the way back to its own place each round, while they still jostle. */
const HOME = 0.08;

/**
 * Where marks stand that lie closer than they are large: each as near to its own place as the others let it.
 * @param least from centre to centre, px
 * @param within the bounds of their centres, px
 */
export function toldApart(
  own: readonly Point[],
  least: number,
  within: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number },
): Point[] {
  const at = own.map((p): [number, number] => [p[0], p[1]]);
  for (let round = 0; round < ROUNDS; round++) {
    // At first they are drawn home as well; later they only give way.
    if (round < ROUNDS / 2)
      at.forEach((p, i) => {
        p[0] += (own[i]![0] - p[0]) * HOME;
        p[1] += (own[i]![1] - p[1]) * HOME;
      });
    let moved = false;
    for (let i = 0; i < at.length; i++)
      for (let k = i + 1; k < at.length; k++) {
        const [a, b] = [at[i]!, at[k]!];
        let [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const d2 = dx * dx + dy * dy;
        if (d2 >= least * least) continue;
        const d = Math.sqrt(d2);
        moved = true;
        // In one place: apart by their order, so that it comes out the same each time.
        if (d < 1e-6) [dx, dy] = [Math.cos(i + 2 * k), Math.sin(i + 2 * k)];
        const push = (least - d + 0.05) / 2 / (d < 1e-6 ? 1 : d);
        a[0] -= dx * push;
        a[1] -= dy * push;
        b[0] += dx * push;
        b[1] += dy * push;
      }
    for (const p of at) {
      p[0] = Math.max(within.left, Math.min(within.right, p[0]));
      p[1] = Math.max(within.top, Math.min(within.bottom, p[1]));
    }
    if (!moved && round >= ROUNDS / 2) break;
  }
  return at;
}
