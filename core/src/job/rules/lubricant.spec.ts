import { lubricantsFor, SWELLS, type Material } from '../../bushing';
import type { JointId } from '../../joint';
import type { Entry } from '../../ledger';
import type { Part } from '../../parts';
import { COMPLAINT, CONTEXT, ledger, LINK_PART } from '../../test';
import { BUSHING_KINDS, BUSHINGS, type BushingKind, type LinkKind } from '../../vehicle';
import {
  foldJob,
  goodsBody,
  goodsChecks,
  goodsLines,
  lubricantLines,
  lubricantsOwed,
  planOf,
  handBackBlockers,
  sayLubricantAsked,
  type JobState,
} from '..';
import { sayStep } from '../next/step';

const e = ledger();
const BUSHINGS_FRONT: JointId[] = ['front.left.frame-bushing', 'front.right.frame-bushing'];
const BUSHING: Part = { ...LINK_PART, id: 'b', kind: 'frame bushing', torque: [] };

function chosen(joints: JointId[], part: Part): Entry[] {
  const choice = e('choose', { joints, part, quantity: joints.length });
  return [
    e('complaint', COMPLAINT),
    choice,
    e('answer', { answer: 'approved', what: 'it', parts: [choice.id], who: 'o', how: 'by phone', warning: '' }),
  ];
}
const withBushing = (kind: BushingKind) => {
  const { front } = CONTEXT.type.axles;
  const bushing = { ...front.bushing!, kind, bolts: BUSHINGS[kind].bolts };
  return { ...CONTEXT, type: { ...CONTEXT.type, axles: { ...CONTEXT.type.axles, front: { ...front, bushing } } } };
};
const stepOf = (s: JobState, id: string) => planOf(s).find((p) => p.id === id)!;
const yes = (part: Part) => Object.fromEntries(goodsChecks(part).map((c) => [c, 'yes' as const]));
/** Everything before it is done, cautions read. */
const upTo = (begun: Entry[], id: string, context = CONTEXT): Entry[] => {
  const plan = planOf(foldJob(context, begun));
  return [
    ...begun,
    // On the bench, and looked at.
    ...goodsLines(foldJob(context, begun)).map((l) => e('goods', goodsBody(l, yes(l.choice.body.part), [], 'taken', ''))),
    ...plan
      .slice(
        0,
        plan.findIndex((p) => p.id === id),
      )
      .map((p) => e('step', { step: p.id, state: 'done' })),
    ...plan.flatMap((p) => (p.caution ? [e('caution', { step: p.id })] : [])),
  ];
};
const labels = (s: JobState, id: string): string[] => {
  const { action } = sayStep(s, stepOf(s, id), 1);
  return action.kind === 'ask' ? action.answers.map((a) => a.label) : [];
};

describe('what goes on the rubber is asked before it is in', () => {
  test.each(BUSHING_KINDS)('of a %s: where it turns on the bar; a bonded one stays dry and is not asked about', (kind) => {
    const s = foldJob(withBushing(kind), chosen(BUSHINGS_FRONT, BUSHING));
    expect(lubricantsOwed(s, stepOf(s, 'fit-bushing-left')).length > 0).toBe(BUSHINGS[kind].turnsIn);
  });
  test.each<[Material | undefined, string]>([
    ['polyurethane', 'Its own grease'],
    ['rubber', 'Dry'],
    [undefined, 'Dry'],
  ])('of %s the usual comes first, and a no is an answer', (material, first) => {
    const begun = upTo(chosen(BUSHINGS_FRONT, { ...BUSHING, material }), 'fit-bushing-left');
    const said = labels(foldJob(CONTEXT, begun), 'fit-bushing-left');
    expect(said[0]).toBe(first);
    expect(said).toContain('Dry');
    expect(said.at(-1)).toBe('Mineral grease');
    expect(said).toHaveLength(lubricantsFor(material).length);
  });
  test('one answer says it, and that it is in; with it the way round, where that counts', () => {
    const begun = upTo(chosen(BUSHINGS_FRONT, BUSHING), 'fit-bushing-left');
    const s = foldJob(CONTEXT, begun);
    const lines = lubricantLines(s, stepOf(s, 'fit-bushing-left'), 'silicone');
    expect(lines.map((l) => l.kind)).toEqual([
      'lubricant',
      ...stepOf(s, 'fit-bushing-left').facings!.map(() => 'orientation'),
      'step',
    ]);
    const done = foldJob(CONTEXT, [...begun, ...lines.map((l) => e(l.kind, l.body as never))]);
    expect(done.steps.get('fit-bushing-left')?.body.state).toBe('done');
    expect(lubricantsOwed(done, stepOf(done, 'fit-bushing-left'))).toEqual([]);
    // The other side's is its own question.
    expect(labels(done, 'fit-bushing-right')[0]).toBe('Dry');
  });
  test('mineral grease stays on the tape, the step stays open, and the vehicle stays until it is off', () => {
    const begun = upTo(chosen(BUSHINGS_FRONT, BUSHING), 'fit-bushing-left');
    const s = foldJob(CONTEXT, begun);
    const lines = lubricantLines(s, stepOf(s, 'fit-bushing-left'), SWELLS);
    expect(lines.map((l) => l.kind)).toEqual(['lubricant']);
    const greased = [...begun, ...lines.map((l) => e(l.kind, l.body as never))];
    const g = foldJob(CONTEXT, greased);
    expect(sayLubricantAsked(g, stepOf(g, 'fit-bushing-left'))).toMatch(/does it harm.*what is on it now\?$/);
    expect(labels(g, 'fit-bushing-left')).not.toContain('Mineral grease');
    expect(labels(g, 'fit-bushing-left').at(-1)).toBe('Mineral grease, as its maker says');
    const held = (x: JobState) => handBackBlockers(x).some((r) => r.sentence.includes('mineral grease'));
    expect(held(g)).toBe(true);
    const now = e('lubricant', { step: 'fit-bushing-left', joint: 'front.left.frame-bushing', what: 'dry' });
    expect(held(foldJob(CONTEXT, [...greased, now]))).toBe(false);
  });
  test('a link with eyes in polyurethane is asked, one in rubber or with ball studs is not', () => {
    const { front } = CONTEXT.type.axles;
    const eyes = { ...front.link!, kind: 'eye-and-bolt' as LinkKind };
    const context = { ...CONTEXT, type: { ...CONTEXT.type, axles: { ...CONTEXT.type.axles, front: { ...front, link: eyes } } } };
    const links: JointId[] = ['front.left.link-lower', 'front.right.link-lower'];
    const owed = (ctx: typeof CONTEXT, part: Part) => {
      const s = foldJob(ctx, chosen(links, part));
      return lubricantsOwed(s, stepOf(s, 'fit-link-left'))[0];
    };
    const eyed: Part = { ...LINK_PART, kind: 'eye-and-bolt link', upper: undefined, lower: undefined };
    expect(owed(context, { ...eyed, material: 'polyurethane' })).toBe('its own grease');
    expect(owed(context, { ...eyed, material: 'rubber' })).toBeUndefined();
    expect(owed(CONTEXT, { ...LINK_PART, material: 'polyurethane' })).toBeUndefined();
  });
});
