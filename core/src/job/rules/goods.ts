import { attempt, BadInput } from '../../error';
import type { Entry, EntryBodies, GoodsCheck, GoodsFrom, GoodsResult } from '../../ledger';
import { assemblyOf, type JointId } from '../../joint';
import { isAdjustable, isLink, LENGTH_SAME_MM, type Comparable, type Part } from '../../parts';
import { parseThread } from '../../thread';
import { END_SPECS, LINK_ENDS } from '../../vehicle';
import { parseQuantity, sayLength, type LengthUnit } from '../../units';
import type { JobState } from '../fold';
import { photoTouches, type PhotoWay } from './photo-size';
import { calledWrong } from './trouble';
import { isApproved } from './planned';

/** Where a part that was said yes to is: to be ordered, on its way, here to be looked at, or taken in. */
export type GoodsStage = 'to order' | 'on its way' | 'here' | 'taken';

export interface GoodsLine {
  readonly choice: Entry<'choose'>;
  readonly stage: GoodsStage;
  /** Its order that is under way, if it has one. */
  readonly order: Entry<'order'> | undefined;
  /** When it was promised last, ISO 8601. */
  readonly promised: string | undefined;
  /** Where it will come from. */
  readonly from: GoodsFrom;
  /** What was refused of it before. */
  readonly refused: readonly Entry<'goods'>[];
  readonly taken: Entry<'goods'> | undefined;
}

/**
 * Every part that was said yes to, and where it is. What is on the shelf is here; what is not, and comes from somebody
 * who delivers, is to be ordered; refused, it is to be ordered anew.
 */
export function goodsLines(s: JobState): GoodsLine[] {
  return s.choices
    .filter((c) => c.body.part.kind !== 'refit' && isApproved(s, c.id))
    .map((choice): GoodsLine => {
      const looked = s.goods.filter((g) => g.body.choice === choice.id);
      const last = looked.at(-1)?.body.outcome === 'taken' ? looked.at(-1) : undefined;
      const taken = last && !calledWrong(s, choice, last) ? last : undefined;
      const refused = looked.filter((g) => g.body.outcome === 'refused');
      const { part, quantity } = choice.body;
      const lost = new Set([
        ...refused.flatMap((g) => g.body.order ?? []),
        ...s.promises.filter((p) => !p.body.promised).map((p) => p.body.order),
      ]);
      const order = s.orders.findLast((o) => o.body.lines.some((l) => l.choice === choice.id) && !lost.has(o.id));
      const promised = s.promises.findLast((p) => p.body.order === order?.id)?.body.promised ?? order?.body.promised;
      const shelf = part.stock >= quantity && !refused.some((g) => g.body.from === 'shelf');
      const delivered = (part.deliveryHours ?? 0) > 0;
      const stage: GoodsStage = taken ? 'taken' : order ? 'on its way' : shelf || !delivered ? 'here' : 'to order';
      return { choice, stage, order, promised, from: order ? 'supplier' : shelf ? 'shelf' : 'own order', refused, taken };
    });
}

/** Parts that must be looked at before they go on at this joint. */
export const goodsOwedAt = (s: JobState, joint: JointId): GoodsLine | undefined =>
  goodsLines(s).find((g) => g.stage !== 'taken' && g.choice.body.joints.some((id) => assemblyOf(id) === assemblyOf(joint)));

/** What is looked at of a part, by what it is. */
export function goodsChecks(p: Part): GoodsCheck[] {
  const booted = LINK_ENDS.some((end) => p[end]?.is && END_SPECS[p[end].is].drawn === 'boot');
  return [
    'right part',
    ...(p.sided === 'either' ? [] : (['right side'] as const)),
    'undamaged',
    ...(p.nutsSupplied ? (['nuts'] as const) : []),
    ...(isLink(p.kind) && booted ? (['caps'] as const) : []),
    ...(p.torque.length ? (['papers'] as const) : []),
    ...(p.greaseable ? (['grease fitting'] as const) : []),
  ];
}

/** What is asked of each, as somebody with the box in hand would. */
const ASK: Readonly<Record<GoodsCheck, string>> = {
  'right part': 'The number on the box is the one that was ordered',
  'right side': 'It is for the side it goes on',
  undamaged: 'Undamaged; rubber whole, where it has any',
  nuts: 'Its nuts are there',
  caps: 'Transport caps are off',
  papers: 'Its maker’s sheet is there',
  'grease fitting': 'Its grease fitting is in',
};
export const sayGoodsCheck = (c: GoodsCheck): string => ASK[c];

/**
 * A part that came in, as it was looked at. Whatever is not as it should be, or measured other than it says, is refused
 * with its reason or taken knowing it; nothing is taken that nobody looked at.
 * @throws BadInput when a question is open, or a refusal has no reason
 */
export function goodsBody(
  g: GoodsLine,
  answers: Readonly<Partial<Record<GoodsCheck, GoodsResult>>>,
  measured: EntryBodies['goods']['measured'],
  outcome: 'taken' | 'refused',
  why: string,
): EntryBodies['goods'] {
  const { part, quantity } = g.choice.body;
  const checks = goodsChecks(part).flatMap((check) => (answers[check] ? [{ check, result: answers[check]! }] : []));
  const open = goodsChecks(part).find((c) => !answers[c]);
  if (outcome === 'taken' && open) throw new BadInput(open, 'was not looked at yet');
  const wrong = checks.filter((c) => c.result === 'no');
  if (outcome === 'taken' && wrong.some((c) => c.check === 'right part' || c.check === 'right side'))
    throw new BadInput(wrong[0]!.check, 'is not so: it is refused, or the look was wrong');
  if (outcome === 'taken' && wrong.length > 0 && !why.trim())
    throw new BadInput('why it is taken', `is empty: ${wrong[0]!.check} is not as it should be`);
  for (const { what, text, photograph } of outcome === 'taken' && !why.trim() ? measured : []) {
    const against = text.trim() ? measuredAgainst(part, what as GoodsMeasure, text, 'mm', photograph?.doubtMm) : undefined;
    if (against && !against.same) throw new BadInput('why it is taken', `is empty: ${what} ${against.sentence}`);
  }
  if (outcome === 'refused' && !why.trim()) throw new BadInput('why it is refused', 'is empty: the supplier will ask');
  return {
    choice: g.choice.id,
    part: part.id,
    name: part.name,
    quantity,
    from: g.from,
    ...(g.order ? { order: g.order.id } : {}),
    checks,
    measured: measured.filter((m) => m.text.trim()).map((m) => ({ ...m, text: m.text.trim() })),
    outcome,
    why: why.trim(),
  };
}

/**
 * What may be measured of a part in the hand, by what it is: where it stands in its list, how far off is still the same, mm,
 * and how it is photographed, with what is touched. A bar is wider than a sheet of cards.
 */
const MEASURES = {
  length: {
    of: 'lengthMm',
    same: LENGTH_SAME_MM,
    photo: ['two circles', 'eye'],
    stands: (p) => isLink(p.kind) && !isAdjustable(p.kind),
  },
  bore: { of: 'boreMm', same: 0.3, photo: ['one circle', 'bore'], stands: (p) => p.kind === 'frame bushing' },
  height: { of: 'heightMm', same: 1, photo: ['two edges', 'edge'], stands: (p) => p.kind === 'frame bushing' },
  holes: { of: 'holeSpacingMm', same: 0.5, photo: ['two circles', 'hole'], stands: (p) => p.kind === 'frame bushing' },
  diameter: { of: 'barMm', same: 0.3, photo: ['two edges', 'edge'], stands: (p) => p.kind === 'sway bar' },
  'between the eyes': { of: 'holeSpacingMm', same: 4, photo: null, stands: (p) => p.kind === 'sway bar' },
} as const satisfies Record<
  string,
  { of: keyof Part; same: number; photo: readonly [PhotoWay, string] | null; stands: (p: Part) => boolean }
>;
type Length = keyof typeof MEASURES;
export type GoodsMeasure = Length | 'thread';

const isLength = (what: string): what is Length => what in MEASURES;

/** What is measured of this part where it is doubted. */
export const goodsMeasures = (p: Part): GoodsMeasure[] => [
  ...(Object.keys(MEASURES) as Length[]).filter((m) => MEASURES[m].stands(p)),
  ...(isLink(p.kind) ? (['thread'] as const) : []),
];

/** How it is told by a photograph, and what is touched in turn; a thread is not. */
export function goodsPhoto(what: GoodsMeasure): { readonly way: PhotoWay; readonly ask: readonly string[] } | undefined {
  const photo = isLength(what) ? MEASURES[what].photo : null;
  return photo ? { way: photo[0], ask: photoTouches(photo[0], photo[1]) } : undefined;
}

/**
 * What was measured of a part in the hand, against what its list says, loudly: "length 318 mm, its list says 305 mm".
 * @param doubtMm what it may be off by itself, where a photograph told it, mm: nearer than that it cannot say another
 * @throws BadInput naming what cannot be read
 */
export function measuredAgainst(
  p: Part,
  what: GoodsMeasure,
  text: string,
  unit?: LengthUnit,
  doubtMm = 0,
): { readonly same: boolean; readonly sentence: string } {
  if (!isLength(what)) {
    const thread = parseThread(text, 'thread').name;
    const says = [...new Set([p.upper?.thread, p.lower?.thread])].filter((t) => t !== undefined);
    const same = says.length === 0 || says.includes(thread);
    return { same, sentence: same ? `${thread}, as its list says` : `${thread}, its list says ${says.join(' and ')}` };
  }
  const { of, same: within } = MEASURES[what];
  const say = (mm: number) => sayLength(mm, 1, unit);
  const mm = parseQuantity(text, 'length', { field: what }).si;
  const says = p[of];
  if (says === undefined) return { same: true, sentence: `${say(mm)}; its list does not say` };
  const same = Math.abs(mm - says) <= within + doubtMm;
  return { same, sentence: same ? `${say(mm)}, as its list says` : `${say(mm)}, its list says ${say(says)}` };
}

/** The part in the hand: as its list has it, but for what was measured of it. What cannot be read is left out. */
export function partInHand(p: Part, measured: EntryBodies['goods']['measured']): Comparable {
  const sizes = measured.flatMap(({ what, text }) => {
    if (!isLength(what) || !text.trim()) return [];
    const read = attempt(() => parseQuantity(text, 'length', { field: what }).si);
    return read.ok ? [[MEASURES[what].of, read.value] as const] : [];
  });
  return { ...p, ...Object.fromEntries(sizes) };
}
