import { apartView } from './apart';
import type { JointId } from './joint';
import type { Entry } from './ledger';
import { wheelFit } from './mechanics';
import type { Part } from './parts';
import { COMPLAINT, CONTEXT, ledger, LINK_PART } from './test';
import { readBookValue } from './torque';
import type { AxleSpec } from './vehicle';
import { fastenersOf, foldJob, ownPart, ownTorques, piecesOf, planOf, recheckBody, type JobContext, type JobState } from './job';

/**
 * What an assembly must carry, whole jobs in core, by number. In the browser: 1, 8, 9, 11, 12, 13 and 15 in
 * e2e/assembly.e2e.ts; 2, 7 and 14 there too. 4 and 5 are in fitted.spec.ts and choosing.spec.ts.
 */
const e = ledger();
const both = (kind: string): JointId[] => ['left', 'right'].map((s) => `front.${s}.${kind}` as JointId);
const withFront = (over: Partial<AxleSpec>, more: Partial<JobContext> = {}): JobContext => {
  const { axles } = CONTEXT.type;
  return { ...CONTEXT, ...more, type: { ...CONTEXT.type, axles: { ...axles, front: { ...axles.front, ...over } } } };
};
const { link, bushing } = CONTEXT.type.axles.front;
function worked(context: JobContext, joints: JointId[], part: Part, ...more: Entry[]): JobState {
  const choice = e('choose', { joints, part, quantity: 2 });
  return foldJob(context, [
    e('complaint', COMPLAINT),
    choice,
    e('answer', { answer: 'approved', what: 'it', parts: [choice.id], who: 'o', how: 'by phone', warning: '' }),
    ...more,
  ]);
}
const said = (s: JobState) => planOf(s).map((p) => [p.title, p.detail ?? '', ...p.tools].join(' '));
const step = (s: JobState, id: string) => planOf(s).find((p) => p.id === id)!;

describe('2: a link whose ends are unlike', () => {
  const grommets = { ...link!, lower: { ...link!.lower, is: 'headless stud' as const } };
  const part: Part = { ...LINK_PART, upper: { is: 'ball stud' }, lower: { is: 'headless stud' } };
  test('a ball stud above and grommets below: the lower washers face, come off and are asked for; each end has its own torque', () => {
    const s = worked(withFront({ link: grommets }), both('link-lower'), part);
    expect(step(s, 'fit-link-left').facings).toEqual(['dished washers', 'link studs']);
    expect(piecesOf(s).map((p) => p.group)).toContain('front.link.washers');
    const lines = fastenersOf(s).filter((f) => f.fastener.joint.startsWith('front.left.link'));
    expect(lines.map((f) => f.fastener.kind)).toEqual(['link-upper-nut', 'link-lower-nut']);
    const rows = apartView(s, both('link-lower')[0]!, 'as it will be')!.pieces.map((p) => `${p.piece.axis} ${p.piece.role}`);
    expect(rows.filter((r) => r === 'lower dished washer').length).toBe(2);
    expect(rows).toContain('upper ball');
  });
  test('eyes with bolts: no hex key, nothing said of a boot; polyurethane eyes are greased on their faces', () => {
    const eyes = { ...link!, kind: 'eye-and-bolt' as const };
    const poly: Part = { ...LINK_PART, kind: 'eye-and-bolt link', upper: undefined, lower: undefined, material: 'polyurethane' };
    const all = said(worked(withFront({ link: eyes }), both('link-lower'), { ...poly, greaseable: true })).join('\n');
    expect(all).toContain('spanner on the bolt head');
    expect(all).toContain('The eyes’ faces greased');
    expect(all).not.toMatch(/hex key|boot/);
  });
});

describe('3: a carrier with two sets of bolts', () => {
  const carrier = {
    ...bushing!,
    kind: 'carrier-halves' as const,
    thread: 'M12×1.75',
    hexMm: 18,
    through: { bolts: 2, thread: 'M8×1.25', hexMm: 13 },
  };
  const book = [
    readBookValue('110 N·m', 'page 4', { fastener: 'bracket-bolt', publisher: 'vehicle maker', thread: 'M12×1.75' }),
    readBookValue('22 N·m', 'page 4', { fastener: 'carrier-bolt', publisher: 'vehicle maker', thread: 'M8×1.25' }),
  ];
  const base = withFront({ bushing: carrier });
  const context = { ...base, type: { ...base.type, torqueBook: { ...base.type.torqueBook, front: book } } };
  const halves: Part = { ...LINK_PART, kind: 'frame bushing', torque: [] };
  const at = (s: JobState, kind: string) => fastenersOf(s).find((f) => f.fastener.id === `front.left.${kind}`)!;
  test('two lines, each with its own size and its own value; neither takes the other’s place', () => {
    const s = worked(context, both('frame-bushing'), halves);
    expect(at(s, 'bracket-bolt').fastener).toMatchObject({ hexMm: 18, thread: 'M12×1.75' });
    expect(at(s, 'carrier-bolt').fastener).toMatchObject({ hexMm: 13, thread: 'M8×1.25', count: 2 });
    expect([at(s, 'bracket-bolt').target?.minNm, at(s, 'carrier-bolt').target?.minNm]).toEqual([110, 22]);
  });
  test('in the field’s way only one of two is undone, and recorded as that', () => {
    const s = worked(context, both('frame-bushing'), halves, e('undone', { fastener: 'front.left.bracket-bolt', count: 1 }));
    expect(at(s, 'bracket-bolt').label).toMatch(/, left, 1 of 2$/);
    expect(at(s, 'carrier-bolt').of).toBeUndefined();
    expect(recheckBody(s, 1000, '2026-03-01').what.toLowerCase()).toMatch(/bracket bolts.*carrier|carrier.*bracket bolts/);
  });
});

describe('6: a part of one’s own', () => {
  test('its number is what was typed or none, its torque names where it is written', () => {
    const s = worked(CONTEXT, both('frame-bushing'), LINK_PART);
    const torque = ownTorques(s, both('frame-bushing'), '25 N·m', 'its bag');
    expect(torque.map((v) => [v.fastener, v.minNm, v.source])).toEqual([['bracket-bolt', 25, 'its bag']]);
    expect(() => ownTorques(s, both('frame-bushing'), '25', 'its bag')).toThrow(/torque of the part .*unit/);
    expect(() => ownPart('1', ' ', '12', 'EUR')).toThrow('name of the part');
  });
});

describe('7: a number without its unit', () => {
  test('is asked about wherever a torque is typed, and never taken as one', () => {
    expect(() => readBookValue('65', 'page 4', { fastener: 'link-upper-nut', publisher: 'vehicle maker' })).toThrow(/unit/);
  });
});

describe('10: other wheels, another length', () => {
  test('a smaller rim is held against link, bar, arm and steering', () => {
    const { front } = CONTEXT.type.axles;
    const own = { tyreWidthMm: front.tyreWidthMm, tyreDiameterMm: front.tyreDiameterMm, outMm: 0 };
    const found = wheelFit(front, { ...own, rimDiameterMm: 260 });
    expect(found.meets.join(' ')).toMatch(/control arm|tie rod/);
  });
  test.each([
    [290, true],
    [300, false],
  ])('a link of %d mm where 300 was: looked at at both stops: %p', (lengthMm, looked) => {
    const s = worked(CONTEXT, both('link-lower'), { ...LINK_PART, lengthMm });
    expect(planOf(s).some((p) => p.id === 'bar-clear')).toBe(looked);
  });
});
