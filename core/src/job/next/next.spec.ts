import { COMPLAINT, CONTEXT, ledger, LINK_PART, readingOf, tightened } from '../../test';
import { SHIPPED } from '../../suspects-table';
import { diagnose } from '../../diagnosis';
import { facingsFor, isUp, jointId, jointsOf, SIDES, type FastenerId, type JointId, shopMeasures, type JointKind } from '../..';
import type { Entry, EntryKind, Line } from '../../ledger';
import {
  cautionOwed,
  checkAt,
  choiceBody,
  mayBeUndone,
  piecesOf,
  planOf,
  refitPart,
  contradictedJoints,
  fastenersOf,
  goodsBody,
  goodsChecks,
  goodsLines,
  findingsOf,
  foldJob,
  handBackBlockers,
  answersOf,
  axleAt,
  nextLine,
  placeOf,
  pulledTogether,
  readHeight,
  recheckBody,
  recheckOwed,
  requestOf,
  stepTimes,
  type GoodsLine,
  type JobContext,
  type JobState,
  type NextAction,
  type NextLine,
} from '..';

const e = ledger();
const HOUR = 3_600_000;
const NOW = Date.UTC(2026, 0, 5, 12);

/** A part that is as it should be. */
const rightGoods = (g: GoodsLine) =>
  goodsBody(g, Object.fromEntries(goodsChecks(g.choice.body.part).map((c) => [c, 'yes' as const])), [], 'taken', '');

/**
 * Somebody who has never seen the program: follows the big key alone, and answers what it asks by what is
 * really in the vehicle.
 */
class Walker {
  readonly entries: Entry[] = [];
  readonly lines: NextLine[] = [];
  private hours = 0;
  constructor(
    private readonly truth: { readonly moves?: readonly JointId[]; readonly heard?: boolean } = {},
    readonly context: JobContext = CONTEXT,
  ) {}

  get state(): JobState {
    return foldJob(this.context, this.entries);
  }
  get line(): NextLine {
    const s = this.state;
    return nextLine(s, NOW + this.hours * HOUR, s.complaint ? diagnose(requestOf(s), SHIPPED) : undefined);
  }
  add(...more: Entry[]): this {
    this.entries.push(...more);
    return this;
  }
  complain(): this {
    return this.add(e('complaint', COMPLAINT));
  }
  choose(kinds: readonly JointKind[] = ['link-lower']): this {
    const joints = kinds.flatMap((k) => SIDES.map((side) => jointId('front', side, k)));
    return this.add(e('choose', { joints, part: LINK_PART, quantity: joints.length }));
  }
  answer(answer: 'approved' | 'declined'): this {
    const parts = this.state.choices.map((c) => c.id);
    return this.add(e('answer', { answer, what: 'it', parts, who: 'owner', how: 'by phone', warning: 'it will knock' }));
  }
  /** Everything said yes to is looked at and right. */
  goods(): this {
    for (const g of goodsLines(this.state).filter((x) => x.stage !== 'taken')) this.add(e('goods', rightGoods(g)));
    return this;
  }
  /** Follows the key until a line's action is of none that a key alone can do, or `until` says so. */
  follow(until: (l: NextLine) => boolean = () => false): NextLine {
    for (let i = 0; i < 150; i++) {
      const line = this.line;
      if (until(line)) return line;
      // One full stop ends a sentence, and nothing is left unsaid in it.
      expect(`${line.title} ${line.why}`).not.toMatch(/\.\.|\?\.|undefined|NaN|the both|\bthe the\b/);
      this.lines.push(line);
      const made = this.press(answersOf(line)?.[0]!.action ?? line.action);
      if (made.length === 0) return line;
      this.entries.push(...made);
      this.hours += 1;
    }
    throw new Error(`the line never ends: ${this.line.title}`);
  }
  private press(a: NextAction): Entry[] {
    const s = this.state;
    // What was looked at is said as it is.
    const felt = (x: Line): Line =>
      x.kind === 'check'
        ? { ...x, body: { ...x.body, results: x.body.results.map((r) => (this.moves(r.joint) ? { ...r, result: 'moves' } : r)) } }
        : x;
    if (a.kind === 'write') return a.entries.map(felt).map((x) => e(x.kind, x.body as never));
    const { at, step } = placeOf(a)!;
    if (at?.startsWith('fastener ')) return this.pull(at.slice('fastener '.length) as FastenerId);
    switch (at) {
      case 'told':
        return ([undefined, 'inspection'] as const).map((about) =>
          e('told', { what: 'it', joints: [...s.joints.keys()], ...(about ? { about } : {}), who: 'owner', how: 'by phone' }),
        );
      case 'goods':
        return [e('goods', rightGoods(goodsLines(s).find((x) => x.stage !== 'taken')!))];
      case 'height':
        return SIDES.map((side) =>
          e('height', {
            axle: 'front',
            side,
            mm: side === 'left' ? 372 : 355,
            text: side === 'left' ? '372 mm' : '355 mm',
            ...(step === 'ride-height' ? { again: true as const } : {}),
          }),
        );
      case 'pieces':
        return piecesOf(s).map((p) => e('piece', { piece: p.id, joint: p.joint, fate: p.usual }));
      case 'road':
        return [e('road-test', { result: 'quiet', note: '' })];
      case 'hand-back':
        return [
          ...(recheckOwed(s) ? [e('recheck', recheckBody(s, 148_214, '2026-02-01'))] : []),
          e('hand-back', { distanceKm: 148_214, note: '' }),
        ];
      case 'drive':
        return this.truth.heard ? [] : [e('verdict', { causes: [], reproduced: false, note: 'not reproduced' })];
      default:
        return [];
    }
  }
  private moves(id: string): boolean {
    return this.truth.moves?.some((x) => x === id) ?? false;
  }
  private pull(fastener: FastenerId): Entry[] {
    const f = fastenersOf(this.state).find((x) => x.fastener.id === fastener)!;
    return [tightened(e, f)];
  }
}

/** Whether the big key writes a line of this kind there. */
const writes = (l: NextLine, kind: EntryKind): boolean =>
  [l.action, ...(answersOf(l) ?? []).map((a) => a.action)].some(
    (a) => a.kind === 'write' && a.entries.some((x) => x.kind === kind),
  );

const purpose = () => e('purpose', { what: 'ten years old', rule: '' });
const work = () => new Walker({}, { ...CONTEXT, kind: 'age replacement' }).add(purpose()).choose().answer('approved').goods();

describe('following the big key alone', () => {
  test('a loose link: every owed check before the verdict, the verdict before the part, and on to the hand-back', () => {
    const w = new Walker({ moves: ['front.left.link-lower'] });
    expect(w.line).toMatchObject({ station: 'listen', action: { to: { at: 'complaint' } } });
    w.complain();
    // How it stands is asked before the first check is made.
    expect(w.line).toMatchObject({
      action: { kind: 'ask' },
      title: 'How does it stand?',
      why: expect.stringMatching(/^Both wheels hanging is wanted: \d+ checks, \d+ min\.$/),
    });
    const settle = w.follow((l) => l.station === 'settle');
    expect(settle.title).toBe('Choose what to fit.');
    expect(w.state.verdict!.body.causes).toEqual(['front.left.link-lower']);
    // Nothing was put to the owner yet: it would not be lost.
    expect(handBackBlockers(w.state).map((b) => b.at)).toEqual(['told']);
    w.choose();
    expect(handBackBlockers(w.state).some((b) => b.at === 'told')).toBe(false);
    expect(w.line).toMatchObject({ label: 'Record the answer', action: { to: { at: 'answer' } } });
    w.answer('approved');
    expect(w.follow((l) => l.title === 'Handed back.').time).toBe('done');
    expect(w.state.handBack).toBeDefined();
    // Each wait was waited for, each caution read before its step, each handed piece looked at.
    const written = (kind: string) => w.entries.filter((x) => x.kind === kind).map((x) => (x.body as { step: string }).step);
    for (const step of written('caution'))
      expect(w.entries.findIndex((x) => x.kind === 'caution' && x.body.step === step)).toBeLessThan(
        w.entries.findIndex((x) => x.kind === 'step' && x.body.step === step),
      );
    expect(written('caution')).toEqual(expect.arrayContaining(['raise', 'soak-left', 'unload', 'link-off-left']));
    expect(written('orientation')).toEqual(['fit-link-left', 'fit-link-right']);
    expect(w.state.rechecks.map((r) => r.body.what)).toEqual(['Link nuts and wheel nuts']);
  });
  test('a gauge that contradicts the hand after the verdict is the next line, before anything is chosen', () => {
    const w = new Walker({ moves: ['front.left.frame-bushing'] }).complain();
    w.follow((l) => l.station === 'settle');
    for (let i = 0; i < 4; i++) w.add(e('reading', readingOf('front.left.frame-bushing', 0.02)));
    expect(w.line).toMatchObject({
      title: 'Two things on the tape cannot both be.',
      action: { to: { joint: 'front.left.frame-bushing' } },
    });
    expect(w.line.why).toMatch(/moves.*play 0\.02 mm/);
  });
  test('a part chosen early goes round nothing: the checks and the verdict are still the next line', () => {
    const w = new Walker({ moves: ['front.left.link-lower'] }).complain().choose();
    w.follow((l) => l.station !== 'find');
    expect(w.state.verdict).toBeDefined();
    expect(w.lines.every((l) => l.station === 'find')).toBe(true);
    expect(w.line.action).toMatchObject({ to: { at: 'answer' } });
  });
  test('gone on without a verdict, with a reason: the work goes on, and what is owed for safety is asked before the drive', () => {
    const w = new Walker().complain().add(e('go-on', { without: 'verdict', why: 'the owner wants links whatever it is' }));
    expect(w.line).toMatchObject({ station: 'settle' });
    w.choose().answer('approved');
    const owed = w.follow((l) => writes(l, 'check'));
    expect(owed.why).toMatch(/Owed before the hand-back: /);
    expect(w.state.roadTest).toBeUndefined();
    w.follow((l) => l.title === 'Handed back.');
    // The wheel nuts were counted: nobody puts a wrench on them again.
    expect(w.entries.some((x) => x.kind === 'check' && x.body.check === 'nuts-wrench')).toBe(false);
  });
  test('nothing found and nothing heard: said so, and handed back with nothing fitted', () => {
    const w = new Walker().complain();
    w.follow((l) => l.title === 'Handed back.');
    expect(w.state.verdict!.body.reproduced).toBe(false);
    expect(w.lines.some((l) => l.station === 'settle' || l.station === 'work')).toBe(false);
    expect(w.lines.at(-1)!.why).toBe('Nothing was done to it, and nothing is open.');
  });
  test('something dangerous: told, the rest of the axle cleared, a verdict that names it, and it is settled first', () => {
    const w = new Walker({ moves: ['front.left.link-lower', 'front.left.ball-joint'] }).complain();
    const settle = w.follow((l) => l.station === 'settle');
    expect(w.lines.some((l) => placeOf(l.action)?.at === 'told')).toBe(true);
    expect(w.state.verdict!.body.causes).toEqual(expect.arrayContaining(['front.left.ball-joint', 'front.left.link-lower']));
    expect(settle).toMatchObject({
      action: { to: { joint: 'front.left.ball-joint' } },
      why: expect.stringContaining('dangerous'),
    });
  });
  test('told once, and another is found after: the owner is told of that one too', () => {
    const w = new Walker().complain();
    const moves = (joint: JointId) =>
      e('check', { check: 'shake-12-6', state: 'both-hanging', results: [{ joint, result: 'moves' }] });
    w.add(
      moves('front.left.ball-joint'),
      e('told', { what: 'it', joints: ['front.left.ball-joint'], who: 'o', how: 'by phone' }),
    );
    expect(placeOf(w.line.action)?.at).not.toBe('told');
    w.add(moves('front.right.ball-joint'));
    expect(w.line.title).toBe('Right ball joint: do not return to the road.');
  });
  test('a no is an answer: it leads on, and a dangerous part declined leaves with its ban', () => {
    const w = new Walker({ moves: ['front.left.link-lower'] }).complain();
    w.follow((l) => l.station === 'settle');
    w.choose().answer('declined');
    w.follow((l) => l.title === 'Handed back.');
    expect(w.lines.some((l) => l.station === 'work')).toBe(false);
    const bad = new Walker({ moves: ['front.left.ball-joint'] }).complain();
    bad.follow((l) => l.station === 'settle');
    bad.choose(['ball-joint']).answer('declined');
    expect(bad.line).toMatchObject({ title: 'Hand it back: not to be driven.' });
    expect(bad.follow((l) => l.title === 'Handed back.').time).toBe('done');
    expect(bad.state.roadTest).toBeUndefined();
  });
  test('a yes after a no takes its place', () => {
    const w = work();
    expect(w.line.station).toBe('work');
    expect(w.answer('declined').line.title).toBe('Hand it back.');
    expect(w.answer('approved').line.station).toBe('work');
  });
});

describe('what the key asks for', () => {
  test('a caution before its step, the part in the hand by several keys', () => {
    const w = work();
    w.follow((l) => l.title.includes('in the hand'));
    const seen = w.lines.filter((l) => placeOf(l.action)?.step === 'raise');
    expect(seen.map((l) => writes(l, 'caution'))).toEqual([true, false]);
    expect(writes(seen[1]!, 'step')).toBe(true);
    // Nobody had doubted it: asked without a hint. The key itself only leads there.
    expect(w.line).toMatchObject({ title: 'Left link in the hand: how is it?', action: { kind: 'ask' } });
    expect(answersOf(w.line)!.map((a) => a.label)).toEqual(['Loose', 'Sound', 'Can’t tell']);
    const found = work().add(
      e('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-upper', result: 'moves' }] }),
    );
    found.follow((l) => l.title.includes('in the hand'));
    expect(found.line.title).toBe('Left link in the hand: loose as thought?');
    expect(answersOf(found.line)!.map((a) => a.label)).toEqual(['Loose as thought', 'Sound after all', 'Something else']);
  });
  test('going on in a soak ends the wait and does no step', () => {
    const w = work();
    for (const step of ['chock', 'raise', 'wheels-off', 'shield-off', 'soak-left', 'soak-right', 'unload'])
      w.add(e('caution', { step }), e('step', { step, state: 'done' }));
    const at = Date.parse(w.entries.find((x) => x.kind === 'step' && x.body.step === 'soak-left')!.at);
    const line = (minutes: number) => nextLine(w.state, at + minutes * 60_000);
    // What nobody has looked at fills it, or it is cut.
    expect(line(1).title).toBe('While it soaks, 14 min: lever the bar beside both frame bushings. Does anything move?');
    const cut = { kind: 'write', entries: [{ kind: 'step', body: { step: 'soak-left', state: 'done', soak: 'cut short' } }] };
    expect(answersOf(line(1))!.map((a) => a.label)).toEqual(['Both tight', 'Left moves', 'Right moves', 'Go on anyway']);
    expect(answersOf(line(1))!.at(-1)!.action).toEqual(cut);
    const seen = jointsOf('front', w.context.type.axles.front).filter((id) => w.state.joints.get(id)?.state === 'not looked at');
    w.add(e('stands', { state: 'both-hanging' }));
    for (const joint of seen) {
      const { id: check } = checkAt(w.state, joint)!;
      w.add(e('check', { check, state: 'both-hanging', results: [{ joint, result: 'tight' }] }));
    }
    expect(nextLine(w.state, at + 60_000)).toMatchObject({
      title: expect.stringMatching(/soaking: 14 min left/),
      label: 'Go on anyway',
      action: cut,
    });
    expect(line(40).action).toMatchObject({ at: { step: 'link-off-left' }, entries: [{ kind: 'caution' }] });
    w.add(e('step', { step: 'soak-left', state: 'done', soak: 'cut short' }));
    expect(line(1).action).toMatchObject({ at: { step: 'link-off-left' }, entries: [{ kind: 'caution' }] });
    expect(w.state.steps.get('link-off-left')).toBeUndefined();
  });
});

test('gripped rubber: the height is a number before anything is raised, and stands again where it is tightened', () => {
  const w = new Walker({}, { ...CONTEXT, kind: 'age replacement' }).add(purpose()).choose(['frame-bushing']).answer('approved');
  const asked = w.follow((l) => placeOf(l.action)?.at === 'height');
  expect([asked.title, asked.label]).toEqual(['Measure hub to arch, both sides, and write it down.', 'Write it down']);
  const at = w.follow((l) => placeOf(l.action)?.at === 'height' && placeOf(l.action)?.step === 'ride-height');
  expect(at.why).toMatch(/^Left 372 mm, right 355 mm: the right side is 17 mm lower. Look at its spring\. Measure again/);
  // Raised too far it is said by how much, and is measured once more.
  const again = (side: 'left' | 'right', mm: number) => e('height', { axle: 'front', side, mm, text: `${mm} mm`, again: true });
  w.add(again('left', 390), again('right', 356));
  expect(w.line.why).toBe('The left side stands 18 mm higher: raise its arm. Then measure again.');
  w.add(again('left', 375));
  expect(w.line.action).toMatchObject({ entries: [{ kind: 'step', body: { step: 'ride-height' } }] });
  expect(() => readHeight(w.state, 'left', '3 mm')).toThrow(/hub to arch, left must be between 100 and 1500 mm/);
  expect(readHeight(w.state, 'left', '14 5/8 in').mm).toBeCloseTo(371.475, 6);
});

describe('wheel nuts', () => {
  const nuts: JointId = 'front.left.wheel-nuts';
  const check = (result: 'moves' | 'tight') =>
    e('check', { check: 'nuts-wrench', state: 'on-wheels', results: [{ joint: nuts, result }] });
  const clicks = (n: number) =>
    e('clicks', { fastener: 'front.left.wheel-nut', clicks: n, of: 16, targetNm: 110, targetText: '110 N·m', source: 'book' });
  const at = (...entries: Entry[]) => foldJob(CONTEXT, entries).joints.get(nuts)!;
  test('counted to the end they are tight, whatever was felt before; felt to move after, they move', () => {
    expect(at(check('moves')).state).toBe('dangerous');
    expect(at(check('moves'), clicks(7)).state).toBe('dangerous');
    expect(at(check('moves'), clicks(16))).toMatchObject({ state: 'sound', why: 'Tightened and counted.' });
    expect(at(clicks(16), check('moves')).state).toBe('dangerous');
    const s = foldJob(CONTEXT, [check('moves'), check('tight'), clicks(16)]);
    expect(contradictedJoints(s)).toEqual([]);
  });
  test('a bracket bolt found loose is loose until it is tightened', () => {
    const loose = e('defect', { joint: 'front.left.frame-bushing', what: 'bracket bolt loose' });
    const done = e('clicks', {
      fastener: 'front.left.bracket-bolt',
      clicks: 2,
      of: 2,
      targetNm: 25,
      targetText: '25',
      source: 'b',
    });
    const of = (...x: Entry[]) => foldJob(CONTEXT, x).joints.get('front.left.frame-bushing')!.state;
    expect([of(loose), of(loose, done), of(done, loose)]).toEqual(['loose', 'not looked at', 'loose']);
  });
});

test('a job without a noise owes what its work touches, no more', () => {
  const w = work();
  const sentences = () => handBackBlockers(w.state).map((b) => b.sentence);
  expect(sentences().join(' ')).toContain('Wheel nuts, left: no record.');
  expect(sentences().join(' ')).not.toMatch(/Not cleared|verdict|spring/);
  w.follow((l) => l.title === 'Handed back.');
  expect(w.lines.every((l) => l.station !== 'find' && l.station !== 'listen')).toBe(true);
});

describe('a job without a noise', () => {
  test('says first why it is here; a failed inspection by whose rule', () => {
    const w = new Walker({}, { ...CONTEXT, kind: 'failed inspection' });
    expect(w.line).toMatchObject({ title: 'Write down what it failed on, and by whose rule.', station: 'listen' });
    expect(handBackBlockers(w.state).map((b) => b.sentence)).toContain('Why it is here is not written down.');
    w.add(e('purpose', { what: 'left link, torn boot', rule: 'the yearly inspection' }));
    expect(w.line.station).toBe('settle');
  });
  test('off and on again needs no part: nothing is compared, nothing is renewed, every torque is', () => {
    const w = new Walker({}, { ...CONTEXT, kind: 'access' }).add(purpose());
    const joints: JointId[] = ['front.left.link-lower'];
    w.add(e('choose', choiceBody(joints, refitPart('EUR')))).answer('approved');
    expect(planOf(w.state).map((p) => p.title)).toEqual(
      expect.arrayContaining(['Left link in the hand', 'The left link in again, nuts run on by hand']),
    );
    expect(planOf(w.state).some((p) => p.id.startsWith('compare'))).toBe(false);
    expect(piecesOf(w.state)[0]).toMatchObject({ usual: 'kept' });
    w.follow((l) => l.title === 'Handed back.');
    expect(w.state.renewed.size).toBe(0);
    // Loose in the hand and put back on: it is found so, and the sheet says it was left.
    expect(findingsOf(w.state).map((f) => f.sentence)).toEqual([
      'Link, lower end, left: worn. It moves in the hand. Put back as it was.',
    ]);
    expect([...w.state.torques.keys()]).toEqual(['front.left.link-upper-nut', 'front.left.link-lower-nut']);
  });
  test('bolts undone to get at something join the plan, the torques and the recheck, each by itself', () => {
    const w = new Walker({}, { ...CONTEXT, kind: 'access' }).add(purpose());
    const joint: JointId = 'front.left.frame-bushing';
    expect(mayBeUndone(w.state, joint).map((f) => [f.id, f.count])).toEqual([['front.left.bracket-bolt', 2]]);
    w.add(e('undone', { fastener: 'front.left.bracket-bolt', count: 1 }));
    expect(fastenersOf(w.state).map((f) => [f.fastener.id, f.fastener.count])).toEqual([['front.left.bracket-bolt', 1]]);
    expect(planOf(w.state).map((p) => p.id)).toEqual(['ride-height', 'tighten-front.left.bracket-bolt']);
    expect(w.line).toMatchObject({ station: 'work' });
    const end = w.follow((l) => l.title === 'Handed back.');
    expect(end.time).toBe('done');
    expect(w.state.rechecks.map((r) => r.body.what)).toEqual(['Bracket bolts']);
    w.add(e('undone', { fastener: 'front.left.bracket-bolt', count: 0 }));
    expect(fastenersOf(w.state)).toEqual([]);
    // The first thing that is undone says which axle the job is about.
    const rear = new Walker({}, { ...CONTEXT, kind: 'access' }).add(purpose());
    expect(mayBeUndone(rear.state, 'rear.left.beam-bushing').map((f) => f.id)).toEqual(['rear.left.arm-bolt']);
    rear.add(e('undone', { fastener: 'rear.left.arm-bolt', count: 1 }));
    expect([rear.state.axle, fastenersOf(rear.state).map((f) => f.fastener.id)]).toEqual(['rear', ['rear.left.arm-bolt']]);
    // Beside other work it is tightened with the rest, and is not offered where the plan undoes it anyway.
    const more = work().add(e('undone', { fastener: 'front.left.bracket-bolt', count: 2 }));
    expect(planOf(more.state).map((p) => p.id)).toContain('tighten-front.left.bracket-bolt');
    expect(mayBeUndone(more.state, 'front.left.link-lower')).toEqual([]);
  });
});

test('the strip speaks in the unit that comes first on its screen', () => {
  const w = work();
  w.follow((l) => /^Set /.test(l.title));
  const said = (inch: boolean) => {
    const s = { ...w.state, context: { ...w.state.context, measures: shopMeasures(inch, 'km') } };
    return nextLine(s, NOW + 24 * HOUR).title;
  };
  expect(said(false)).toBe('Set 48 N·m and pull the link, upper nut, left.');
  expect(said(true)).toBe('Set 35 lbf·ft and pull the link, upper nut, left.');
});

describe('how it stands when the work begins', () => {
  const hangs = () => e('stands', { state: 'both-hanging' });
  const rubber = () =>
    new Walker({}, { ...CONTEXT, kind: 'age replacement' })
      .add(purpose())
      .choose(['frame-bushing'])
      .answer('approved')
      .goods()
      .add(hangs());
  const wrote = (w: Walker) => w.entries.filter((x): x is Entry<'step'> => x.kind === 'step').map((x) => x.body);

  test('it hangs already: asked once whether it is safe so, with its caution, and nothing is raised again', () => {
    const w = work().add(hangs());
    expect(w.line).toMatchObject({ title: 'It hangs already. Is it safe as it hangs?', label: 'Checked, it is safe' });
    expect(w.line.why).toMatch(/locks at height/);
    w.follow((l) => l.title.startsWith('Wheels off'));
    expect(wrote(w)).toEqual([
      { step: 'chock', state: 'done', already: true },
      { step: 'raise', state: 'done', already: true },
    ]);
    expect(w.state.cautions.has('raise')).toBe(true);
    // What was so already took nobody's time.
    expect(stepTimes(w.state)).toEqual([]);
  });
  test('let down in between: the step asks before it is taken as done', () => {
    const w = work().add(hangs());
    w.follow((l) => l.title.startsWith('Wheels off'));
    w.add(e('stands', { state: 'on-wheels' }));
    expect(w.line).toMatchObject({ title: 'Nobody raised it: it stands on its wheels. Raised now?', label: 'It hangs now' });
    w.follow((l) => l.title.startsWith('Wheels off'));
    expect(isUp(w.state.stands, 'front')).toBe(true);
  });
  test('hub to arch cannot be measured hanging: said so, the rubber is tightened at the end, on its wheels', () => {
    const w = rubber();
    const asked = w.follow((l) => l.title.startsWith('Hub to arch cannot'));
    expect(answersOf(asked)!.map((a) => a.label)).toEqual(['At the end, on its wheels', 'It is down now']);
    w.follow((l) => l.station === 'prove');
    expect(wrote(w)).toContainEqual({ step: 'height', state: 'cannot now' });
    const ids = planOf(w.state).map((p) => p.id);
    expect(ids).not.toContain('ride-height');
    for (const side of SIDES)
      expect(ids.indexOf(`tighten-front.${side}.bracket-bolt` as never)).toBeGreaterThan(ids.indexOf('lower'));
  });
  test('down again, it is measured before anything is raised', () => {
    const w = rubber();
    const asked = w.follow((l) => l.title.startsWith('Hub to arch cannot'));
    const down = answersOf(asked)![1]!.action;
    if (down.kind === 'write') w.add(...down.entries.map((x) => e(x.kind, x.body as never)));
    expect(w.line).toMatchObject({ label: 'Write it down', action: { to: { at: 'height' } } });
  });
  test('what follows and asks nothing may be said together; a caution is read once a wording, and by each of several', () => {
    const w = work().add(hangs(), e('arrange', { what: 'shield off', yes: true }));
    const off = w.follow((l) => l.title.startsWith('Wheels off'));
    expect(answersOf(off)!.map((a) => a.label)).toEqual(['Done', 'All 2 done']);
    expect(off.why).toMatch(/With it: undershield off/);
    const together = answersOf(off)![1]!.action;
    expect(together.kind === 'write' && together.entries.map((x) => (x.body as { step: string }).step)).toEqual([
      'wheels-off',
      'shield-off',
    ]);
    w.follow((l) => l.title.startsWith('Undo both nuts of the right'));
    // The left one's was read, word for word the same.
    expect(w.state.cautions.has('link-off-right')).toBe(false);
    expect(writes(w.line, 'step')).toBe(true);
    w.add(
      e('crew', {
        people: [
          { id: 'ann', name: 'Ann' },
          { id: 'bea', name: 'Bea' },
        ],
      }),
    );
    expect(
      cautionOwed(
        w.state,
        planOf(w.state).find((p) => p.id === 'link-off-right')!,
      ),
    ).toBe(true);
  });
});

describe('a part that is due tomorrow', () => {
  const AT = Date.UTC(2026, 0, 5, 12);
  const zone = { ...CONTEXT, rules: { ...CONTEXT.rules, timeZone: 'UTC' } };
  const far = { ...LINK_PART, stock: 0, deliveryHours: 24 };
  const choose = e('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: far, quantity: 2 });
  const yes = e('answer', { answer: 'approved', what: 'it', parts: [choose.id], who: 'o', how: 'by phone', warning: '' });
  const order = (promised: string) =>
    e('order', {
      supplier: 'x',
      number: 'o1',
      promised,
      by: 'phone',
      currency: 'EUR',
      lines: [{ choice: choose.id, part: far.id, name: 'x', quantity: 2, minor: 1 }],
    });
  const line = (over: Partial<JobContext>, ...more: Entry[]) =>
    nextLine(foldJob({ ...zone, kind: 'access', ...over }, [purpose(), choose, yes, ...more]), AT);
  const tomorrow = order('2026-01-06T11:40:00Z');

  test('is asked about before anything comes off: begun, it stands apart, and that is on the tape', () => {
    const l = line({}, tomorrow);
    expect(l.title).toBe('Part tomorrow 11:40. Start now, it stands apart until then; or put it outside.');
    expect(l.why).toMatch(/^2 × .+\. \d+ min of the work can be done without it\.$/);
    const [start, outside] = answersOf(l)!;
    expect(outside).toMatchObject({ label: 'Put it outside', action: { kind: 'move', bay: null } });
    const [begun] = (start!.action as Extract<NextAction, { kind: 'write' }>).entries;
    expect(begun).toMatchObject({ kind: 'apart', body: { choice: choose.id, until: '2026-01-06T11:40:00Z' } });
    expect(line({}, tomorrow, e('apart', begun!.body as never)).title).not.toMatch(/^Part tomorrow/);
  });
  test('outside it waits, and can be begun all the same', () => {
    const l = line({ outside: true }, tomorrow);
    expect(l).toMatchObject({ title: 'Part tomorrow 11:40. It waits outside.', label: 'Start now', action: { kind: 'write' } });
  });
  test('is not asked about where it comes while the work goes on, where the work has begun, or at practice', () => {
    expect(line({}, order('2026-01-05T13:00:00Z')).title).not.toMatch(/^Part /);
    expect(line({}, tomorrow, e('step', { step: 'chock', state: 'done' })).title).not.toMatch(/^Part /);
    expect(line({ practice: 'whole' }, tomorrow).title).not.toMatch(/^Part /);
  });
});

describe('whoever knows the work says several things at once, in words', () => {
  const writes = (l: NextLine, label: RegExp): readonly Line[] => {
    const a = answersOf(l)?.find((x) => label.test(x.label))?.action;
    return a?.kind === 'write' ? a.entries : [];
  };
  test('nuts pulled one after the other: one tap, a record each, said so; the line names every one with its number', () => {
    const w = work().add(e('arrange', { what: 'shield off', yes: true }));
    const l = w.follow((x) => /^Set /.test(x.title));
    expect(l.why).toMatch(/With it: link, lower nut, left, 48 N·m; .*; undershield, 6 at 8 N·m\.$/);
    const lines = writes(l, /^All 5 clicked as set$/);
    expect(lines.map((x) => x.kind)).toEqual(['torque', 'torque', 'torque', 'torque', 'clicks']);
    w.add(...lines.map((x) => e(x.kind, x.body as never)));
    const records = fastenersOf(w.state).filter((f) => f.fastener.kind !== 'wheel-nut');
    expect(records.map((f) => f.state)).toEqual(records.map(() => 'done'));
    for (const f of records) expect(f.record).toMatch(/48 N·m, torque wrench, said together|6 clicked at 8 N·m, said together/);
    expect(w.line.title).not.toMatch(/^Set /);
  });
  test('with several at it each says their own; a tapered nut asks how it is kept, and is said by itself', () => {
    const w = work();
    w.follow((x) => /^Set /.test(x.title));
    const two = e('crew', {
      people: [
        { id: '0193a000-0000-7000-8000-000000000001', name: 'A' },
        { id: '0193a000-0000-7000-8000-000000000002', name: 'B' },
      ],
      wrenches: 1,
    } as never);
    const crew = foldJob(w.context, [...w.entries, two]);
    expect(planOf(crew).flatMap((p) => pulledTogether(crew, p))).toEqual([]);
    const arm = new Walker({}, { ...CONTEXT, kind: 'access' }).add(purpose()).choose(['ball-joint']).answer('approved').goods();
    arm.follow((x) => /^(Set|Pull|Find) /.test(x.title));
    for (const p of planOf(arm.state))
      for (const f of pulledTogether(arm.state, p)) expect(f.fastener.kind).not.toMatch(/ball-joint/);
  });
  test('the cautions of what comes next are read together where they stand together, word for word', () => {
    const w = work();
    const l = w.follow((x) => (answersOf(x) ?? []).some((a) => /read, go on$/.test(a.label)));
    const read = writes(l, /^All \d read, go on$/);
    expect(read.length).toBeGreaterThan(1);
    const plan = planOf(w.state);
    for (const { kind, body } of read) {
      expect(kind).toBe('caution');
      const caution = plan.find((p) => p.id === (body as { step: string }).step)!.caution!;
      expect(l.why.toLowerCase()).toContain(caution.toLowerCase());
    }
    w.add(...read.map((x) => e(x.kind, x.body as never)));
    expect(read.every((x) => w.state.cautions.has((x.body as { step: string }).step))).toBe(true);
  });
  test('grease, wheels on and down are one run though nuts were pulled between', () => {
    const w = work();
    const l = w.follow((x) => /^Grease over/.test(x.title));
    expect(writes(l, /^All 3 done$/).map((x) => (x.body as { step: string }).step)).toEqual(['finish', 'wheels-on', 'lower']);
  });
  test('the recheck is set with the hand-back', () => {
    const w = work();
    const l = w.follow((x) => /^Hand it back/.test(x.title));
    expect(l.why).toMatch(/^Nothing is open\. The recheck after 100 km is set with it\.$/);
    expect(handBackBlockers(w.state).map((b) => b.at)).toEqual(['recheck']);
    w.follow((x) => x.title === 'Handed back.');
    expect(w.state.rechecks).toHaveLength(1);
  });
});

describe('rod ends in place of ball studs', () => {
  const rod = {
    ...LINK_PART,
    id: 'rod',
    kind: 'rod-end link' as const,
    upper: { thread: 'M10×1.25', nutHexMm: 17 },
    lower: { thread: 'M10×1.25', nutHexMm: 17 },
    lengthMm: undefined,
    lengthRangeMm: [280, 330] as const,
    nutsSupplied: true,
  };
  const on = (...sides: ('left' | 'right')[]) => {
    const joints = sides.map((side) => jointId('front', side, 'link-lower'));
    return new Walker({}, { ...CONTEXT, kind: 'upgrade' })
      .add(
        purpose(),
        e('choose', { joints, part: rod, quantity: joints.length, ...(sides.length === 1 ? { oneSideReason: 'one' } : {}) }),
      )
      .answer('approved')
      .goods();
  };
  test('their lock nuts have a step, a record and their line in the recheck; which way they face is asked', () => {
    const w = on('left', 'right');
    const locks = () => fastenersOf(w.state).filter((f) => f.fastener.kind === 'link-lock-nut');
    expect(locks().map((f) => [f.fastener.side, f.fastener.count])).toEqual([
      ['left', 2],
      ['right', 2],
    ]);
    for (const f of locks()) expect(planOf(w.state).map((p) => p.id)).toContain(`tighten-${f.fastener.id}`);
    w.add(
      e('result', {
        what: 'link setting',
        joint: 'front.left.link-lower',
        given: {},
        found: {},
        words: 'set',
        limits: [],
      } as never),
    );
    w.follow((x) => /^Hand it back/.test(x.title));
    expect(locks().map((f) => f.state)).toEqual(['done', 'done']);
    w.follow((x) => x.title === 'Handed back.');
    expect(w.state.rechecks[0]!.body.what.toLowerCase()).toContain('link, lock nuts');
    expect(facingsFor(axleAt(w.state, 'front.left.link-lower'), ['front.left.link-lower'])[0]!.right).toMatch(
      /middle of its swing/,
    );
  });
  test('on one side alone, the other side has none', () => {
    expect(
      fastenersOf(on('left').state)
        .filter((f) => f.fastener.kind === 'link-lock-nut')
        .map((f) => f.fastener.side),
    ).toEqual(['left']);
  });
});

test('what the job was for is asked by the line once the work is done, with a no and a not yet among its answers', () => {
  const w = new Walker({}, { ...CONTEXT, kind: 'failed inspection' })
    .add(purpose())
    .choose(['link-lower'])
    .answer('approved')
    .goods();
  const l = w.follow((x) => x.title.startsWith('Does it pass now'));
  expect(l).toMatchObject({ station: 'prove', time: '3 min' });
  expect(answersOf(l)!.map((a) => a.label)).toEqual(['It passes', 'It fails still', 'Not shown yet']);
  const [, no] = answersOf(l)!;
  const entries = no!.action.kind === 'write' ? no!.action.entries : [];
  w.add(...entries.map((x) => e(x.kind, x.body as never)));
  expect(w.state.aim!.body).toMatchObject({ aim: 'passes', result: 'no' });
  expect(w.follow((x) => x.label === 'Hand back').title).toBe('Hand it back.');
});
