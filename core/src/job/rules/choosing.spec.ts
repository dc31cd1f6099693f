import { CONTEXT, ledger, LINK_PART } from '../../test';
import { jointId, SIDES, withBars, type JointId } from '../..';
import { choicesOf, checkChoice, foldJob, missingHands, nextLine, ownPart, ownTorques, variantOwed } from '..';

const e = ledger();
const both: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const left = { ...LINK_PART, id: 'l', name: 'Link left', sided: 'left' as const };
const right = { ...LINK_PART, id: 'r', name: 'Link right', sided: 'right' as const };
const said = (b: readonly { joints: readonly JointId[]; part: { name: string } }[]) =>
  b.map((x) => [x.joints.join(), x.part.name]);

describe('a part made for one side', () => {
  test('is chosen for its own side, and its other hand by itself for the other', () => {
    const list = [{ ...right, supplier: 'another' }, { ...right, lower: { ...right.lower!, thread: 'M12×1.25' } }, right, left];
    expect(said(choicesOf(both, left, list))).toEqual([
      ['front.left.link-lower', 'Link left'],
      ['front.right.link-lower', 'Link right'],
    ]);
  });
  test('without its other hand on the list only its own side is chosen, and the line says which is missing', () => {
    const bodies = choicesOf(both, left, [left]);
    expect(said(bodies)).toEqual([['front.left.link-lower', 'Link left']]);
    const context = { ...CONTEXT, kind: 'age replacement' as const };
    const c = e('choose', bodies[0]!);
    const why = e('purpose', { what: 'they are ten years old', rule: '' });
    expect(missingHands(foldJob(context, [why, c]))).toEqual(['front.right.link-lower']);
    expect(nextLine(foldJob(context, [why, c]), 0)).toMatchObject({
      title: 'The other hand is missing: choose one for the right side.',
      action: { to: { joint: 'front.right.link-lower' } },
    });
    const other = e('choose', { joints: ['front.right.link-upper'], part: right, quantity: 1 });
    expect(missingHands(foldJob(context, [why, c, other]))).toEqual([]);
    const one = e('choose', { ...bodies[0]!, oneSideReason: 'the other is new' });
    expect(missingHands(foldJob(context, [why, one]))).toEqual([]);
  });
  test('two of one hand are refused for a pair, by the server too', () => {
    expect(() => choicesOf(['front.right.link-lower'], left, [left, right])).toThrow(/part is for the left side only/);
    const b = { joints: both, part: left, quantity: 2 };
    expect(() => checkChoice(b, 'EUR')).toThrow(/part is for the left side and cannot go on the right/);
    for (const x of choicesOf(both, left, [left, right])) expect(() => checkChoice(x, 'EUR')).not.toThrow();
    expect(() => checkChoice({ joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1 }, 'EUR')).toThrow(
      /reason is needed/,
    );
  });
});

describe('a part of one’s own', () => {
  const s = foldJob(CONTEXT, []);
  test('brings what its maker’s sheet says, for every nut of its joints, with the source', () => {
    const torque = ownTorques(s, both, '65 ft-lb', 'sheet in the kit');
    expect(torque.map((v) => [v.fastener, v.value, v.unit, v.source, v.publisher])).toEqual([
      ['link-upper-nut', 65, 'lbf·ft', 'sheet in the kit', 'part maker'],
      ['link-lower-nut', 65, 'lbf·ft', 'sheet in the kit', 'part maker'],
    ]);
    expect(ownPart('1', 'Kit', '45', 'EUR', torque).torque).toHaveLength(2);
    expect(ownTorques(s, both, ' ', '')).toEqual([]);
    expect(() => ownTorques(s, both, '65 ft-lb', ' ')).toThrow(/source of the value is empty/);
  });
});

test('which bar it has is owed before its bushings or bar are chosen: a variant said or a bar measured settles it', () => {
  const type = withBars(CONTEXT.type, { front: [22, 24] });
  const context = { ...CONTEXT, kind: 'age replacement' as const, type };
  const bushing = jointId('front', 'left', 'frame-bushing');
  const owed = (...entries: Parameters<typeof foldJob>[1]) => variantOwed(foldJob(context, entries), bushing);
  expect(owed()).toBe(true);
  expect(variantOwed(foldJob(context, []), both[0]!)).toBe(false);
  expect(variantOwed(foldJob({ ...CONTEXT, kind: 'noise' }, []), bushing)).toBe(false);
  expect(owed(e('variant', { name: type.variants![1]!.name }))).toBe(false);
  expect(owed(e('size', { axle: 'front', size: 'bar-diameter', text: '24.0 mm', mm: 24 }))).toBe(false);
});
