import fc from 'fast-check';
import { COMPLAINT, CONTEXT, DOUBLE_ARM_TYPE, ledger, LINK_PART, readingOf, sized, tightened } from '../../test';
import type { Diagnosis } from '../../diagnosis';
import { DEFECTS, jointId, jointsOf, SIDES, type FastenerId, type JointId } from '../..';
import { CHECK_RESULTS, type Entry } from '../../ledger';
import { axleOfStep, plainStep } from '../../plan';
import {
  answersOf,
  fastenersOf,
  foldJob,
  goodsBody,
  goodsChecks,
  goodsLines,
  handBackBlockers,
  JOB_KINDS,
  nextLine,
  openTroubles,
  piecesOf,
  placeOf,
  planOf,
  recheckBody,
  recheckOwed,
  refitPart,
  troublesAt,
  waitingLines,
  type JobContext,
  type JobState,
  type NextAction,
  type NextLine,
} from '..';

/*
 * No dead end: whatever is answered, found, struck or goes wrong, the key goes on to the hand-back. People who answer at random
 * (every kind of answer the screens can write), and then somebody who only follows the key with the plain answers.
 */
const HOUR = 3_600_000;

/** A ranking that says nothing: what hangs on it is not what is tried here. */
const EMPTY: Diagnosis = {
  stage: 'done',
  suspects: [],
  together: [],
  joints: [],
  unlisted: 0,
  nothing: 0,
  leftOut: 0,
  conflicts: [],
  plan: [],
  why: {},
  changes: [],
  road: [],
};

class Walk {
  readonly e = ledger();
  readonly entries: Entry[] = [];
  readonly titles: string[] = [];
  private hours = 0;
  constructor(
    readonly context: JobContext,
    private readonly draw: (n: number) => number,
  ) {}

  get state(): JobState {
    return foldJob(this.context, this.entries);
  }
  get line(): NextLine {
    const s = this.state;
    // What moves makes it, as far as anybody knows.
    const moves = [...s.joints.values()].filter((j) => j.state === 'loose').map((j) => j.id);
    const d = {
      ...EMPTY,
      suspects: moves.map((joint) => ({ fault: joint, joint, makes: 0.9 / moves.length, worn: 0.9 })),
    } as unknown as Diagnosis;
    return nextLine(s, Date.UTC(2026, 0, 5, 12) + this.hours * HOUR, d);
  }
  private pick<T>(all: readonly T[]): T {
    return all[this.draw(all.length) % all.length]!;
  }
  /** What one press of the key comes to; by chance another answer. @param chance out of a hundred */
  press(chance: number): void {
    const line = this.line;
    this.titles.push(line.title);
    this.hours += 1;
    const answers = answersOf(line);
    const odd = this.draw(100) < chance;
    const action = answers ? (odd ? this.pick(answers) : plainest(answers)).action : line.action;
    this.entries.push(...this.done(action, odd));
  }
  private done(a: NextAction, odd: boolean): Entry[] {
    const { e } = this;
    if (a.kind === 'write') return a.entries.map((x) => e(x.kind, x.body as never));
    // Put outside, it only waits: the work begins when the part is here.
    if (a.kind === 'move') return [];
    const s = this.state;
    const place = placeOf(a);
    const at = place?.at;
    if (at?.startsWith('fastener ')) return this.pull(at.slice('fastener '.length) as FastenerId);
    switch (at) {
      case 'complaint':
        return [e('complaint', COMPLAINT)];
      case 'told':
        return ([undefined, 'inspection'] as const).map((about) =>
          e('told', { what: 'it', joints: [...s.joints.keys()], ...(about ? { about } : {}), who: 'owner', how: 'by phone' }),
        );
      case 'choose':
        return this.choose(place?.joint, odd);
      case 'answer': {
        const said = odd ? this.pick(['approved', 'declined', 'later'] as const) : 'approved';
        const parts = waitingLines(s)[0]?.options[0]?.choices.map((c) => c.id) ?? s.choices.map((c) => c.id);
        return [e('answer', { answer: said, what: 'it', parts, who: 'owner', how: 'by phone', warning: 'it will knock' })];
      }
      case 'order':
        return goodsLines(s)
          .filter((g) => g.stage === 'to order')
          .map((g) =>
            e('order', {
              supplier: 'x',
              number: `o${this.entries.length}`,
              promised: new Date(Date.UTC(2026, 0, 5, 12) + this.hours * HOUR).toISOString(),
              by: 'phone',
              currency: 'EUR',
              lines: [
                { choice: g.choice.id, part: g.choice.body.part.id, name: 'x', quantity: g.choice.body.quantity, minor: 1 },
              ],
            }),
          );
      case 'goods': {
        const g = goodsLines(s).find((x) => x.stage !== 'taken')!;
        const all = Object.fromEntries(goodsChecks(g.choice.body.part).map((c) => [c, 'yes' as const]));
        return [
          e('goods', odd && this.draw(4) === 0 ? goodsBody(g, all, [], 'refused', 'bent') : goodsBody(g, all, [], 'taken', '')),
        ];
      }
      case 'contradiction': {
        const wrong = [...s.kept.check].reverse().find((c) => c.body.results.some((r) => r.joint === place?.joint));
        return wrong ? [e('strike', { entry: wrong.id, why: 'felt again' })] : [];
      }
      case 'height':
        return SIDES.map((side) =>
          e('height', {
            axle: axleOfStep(place?.step ?? '') ?? s.axle,
            side,
            mm: 372,
            text: '372 mm',
            ...(plainStep(place?.step ?? '') === 'ride-height' ? { again: true as const } : {}),
          }),
        );
      case 'pieces':
        return piecesOf(s).map((p) => e('piece', { piece: p.id, joint: p.joint, fate: p.usual }));
      case 'also':
        return [];
      case 'rung': {
        const t = openTroubles(s)[0]!;
        return [e('rung', { step: t.step.id, ladder: t.what, rung: 'other', title: 'Heat, and a longer bar', worked: true })];
      }
      case 'alignment':
        return [e('alignment', { result: 'done here', note: '' } as never)];
      case 'road':
        return [e('road-test', { result: odd ? this.pick(['quiet', 'still there'] as const) : 'quiet', note: '' } as never)];
      case 'proof':
        return [e('proof', { results: [{ joint: place!.joint!, result: 'no play' }] } as never)];
      case 'measure':
        return [1, 2, 3].map(() => e('reading', { ...readingOf(place!.joint!, 0.02), state: 'both-hanging' }));
      case 'drive':
        return (
          ['left wheel over a bump', 'right wheel over a bump', 'both wheels over a hump', 'patched surface, slowly'] as const
        ).map((manoeuvre) => e('drive', { manoeuvre, heard: 'quiet' }));
      case 'verdict':
        return [e('go-on', { without: 'verdict', why: 'the owner wants it so' })];
      case 'hand-back':
        return [
          ...(recheckOwed(s) ? [e('recheck', recheckBody(s, 148_214, '2026-02-01'))] : []),
          e('hand-back', { distanceKm: 148_214, note: '' }),
        ];
      default:
        return [];
    }
  }
  private choose(joint: JointId | undefined, odd: boolean): Entry[] {
    const s = this.state;
    const at = joint ?? jointId('front', 'left', 'link-lower');
    const kind = at.split('.')[2]!;
    const both = SIDES.map((side) => jointId(s.axle, side, kind as never));
    const joints = /^link/.test(kind) || kind === 'frame-bushing' ? both : [at];
    const part =
      odd && this.draw(3) === 0
        ? refitPart('EUR')
        : { ...LINK_PART, kind: (/^link/.test(kind) ? LINK_PART.kind : 'other') as never };
    return [
      this.e('choose', {
        joints,
        part,
        quantity: joints.length,
        ...(joints.length === 1 ? { oneSideReason: 'one is enough' } : {}),
      } as never),
    ];
  }
  private pull(fastener: FastenerId): Entry[] {
    const f = fastenersOf(this.state).find((x) => x.fastener.id === fastener)!;
    if (f.wheelOwed) return [this.e('wheels', { material: 'steel' })];
    if (f.state === 'must be published')
      return [
        this.e('book', {
          axle: f.fastener.axle,
          value: {
            fastener: f.fastener.kind,
            minNm: 60,
            maxNm: 60,
            value: 60,
            unit: 'N·m',
            source: 'the maker',
            publisher: 'vehicle maker',
          },
        } as never),
      ];
    const lock = f.fastener.kind.includes('ball-joint') || f.fastener.kind.includes('tie-rod');
    return [tightened(this.e, f), ...(lock ? [this.e('lock', { fastener, how: 'new lock nut' } as never)] : [])];
  }
  /** Something that nobody asked for: found, felt, taken back, gone wrong, put otherwise. */
  meanwhile(): void {
    const { e } = this;
    const s = this.state;
    if (s.handBack) return;
    const joint = this.pick(jointsOf('front', s.context.type.axles.front));
    const step = planOf(s).find((p) => s.steps.get(p.id)?.body.state !== 'done');
    const live = this.entries.filter((x) => !s.struck.has(x.id) && x.kind !== 'complaint' && x.kind !== 'strike');
    const what = this.draw(7);
    if (what === 0)
      this.entries.push(
        e('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint, result: this.pick(CHECK_RESULTS) }] }),
      );
    if (what === 1) this.entries.push(e('defect', { joint, what: this.pick(DEFECTS) }));
    if (what === 2 && live.length) this.entries.push(e('strike', { entry: this.pick(live).id, why: 'a slip' }));
    if (what === 3)
      this.entries.push(e('stands', { state: this.pick(['on-wheels', 'both-hanging', 'under-arm', 'wheels-off'] as const) }));
    if (what === 4 && step) {
      const troubles = troublesAt(s, step);
      if (troubles.length) this.entries.push(e('trouble', { step: step.id, what: this.pick(troubles), note: '' } as never));
    }
    if (what === 5 && step && this.entries.some((x) => x.kind === 'step'))
      this.entries.push(
        e('step', {
          step: this.pick(this.entries.filter((x): x is Entry<'step'> => x.kind === 'step')).body.step,
          state: 'undone',
        }),
      );
    if (what === 6) this.entries.push(e('reading', readingOf(joint, this.pick([0.02, 0.3, 0.9]))));
  }
}

/** Of a question's answers the plain one: tight, as thought, it did; never a doubt. */
const plainest = <T extends { readonly label: string }>(answers: readonly T[]): T =>
  answers.find((a) => /^(Both |Tight|Sound|Go on anyway|That did it|It is safe|Ball joint|Upper end|Both$)/.test(a.label)) ??
  answers[0]!;

// Long: each line of a job is folded and judged anew.
test('from every state that can be reached the key leads to the hand-back', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.nat(9973)), fc.boolean(), (stream, arms) => {
      const w = new Walk({ ...CONTEXT, ...(arms ? { type: DOUBLE_ARM_TYPE } : {}) }, (n) => (stream.next().value as number) % n);
      const much = 4 + ((stream.next().value as number) % 40);
      for (let i = 0; i < much; i++) {
        w.press(60);
        if ((stream.next().value as number) % 3 === 0) w.meanwhile();
      }
      for (let i = 0; i < 160 && !w.state.handBack; i++) w.press(0);
      if (!w.state.handBack)
        throw new Error(
          `the key goes round: ${[...new Set(w.titles.slice(-8))].join(' | ')} (${openTroubles(w.state).length} troubles); held by: ${handBackBlockers(
            w.state,
          )
            .map((b) => `${b.at}: ${b.sentence}`)
            .join(' | ')}`,
        );
      // One full stop ends a sentence, and nothing is left unsaid in it.
      for (const t of w.titles) expect(t).not.toMatch(/\.\.|\?\.|undefined|NaN|the both|\bthe the\b/);
    }),
    { numRuns: sized(60, 2000), seed: 30 },
  );
});

// Long: each line of a job is folded and judged anew.
test('no look is first asked for when it stands on torqued wheels: what is owed is asked while it hangs, and before', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.nat(9973)), fc.boolean(), fc.constantFrom(...JOB_KINDS), (stream, arms, kind) => {
      const context = { ...CONTEXT, kind, ...(arms ? { type: DOUBLE_ARM_TYPE } : {}) };
      const w = new Walk(context, (n) => (stream.next().value as number) % n);
      for (let i = 0; i < 200 && !w.state.handBack; i++) {
        const down = w.state.steps.get('lower')?.body.state === 'done';
        if (down) expect(w.line).not.toMatchObject({ station: 'find' });
        w.press(down ? 0 : 25);
      }
    }),
    { numRuns: sized(14, 140), seed: 31 },
  );
});

/** Rear as front: both axles have links. */
const ALIKE = {
  ...CONTEXT.type,
  axles: { front: CONTEXT.type.axles.front, rear: { ...DOUBLE_ARM_TYPE.axles.front, steered: false } },
};
test.each([
  ['on a lift', 'lift', 'front'],
  ['on stands', 'jack and stands', 'front'],
  ['on a lift, the rear first', 'lift', 'rear'],
] as const)('both axles said yes to are done in one job, %s: by the key alone', (_, equipment, first) => {
  const w = new Walk({ ...CONTEXT, kind: 'age replacement', type: ALIKE }, () => 0);
  const { e } = w;
  const second = first === 'front' ? 'rear' : 'front';
  const choices = ([first, second] as const).map((end) =>
    e('choose', { joints: SIDES.map((side) => jointId(end, side, 'link-lower')), part: LINK_PART, quantity: 2 }),
  );
  w.entries.push(
    e('purpose', { what: 'planned', rule: '' }),
    e('setup', { equipment, corroded: true }),
    ...choices,
    e('answer', { answer: 'approved', what: 'both', parts: choices.map((c) => c.id), who: 'o', how: 'by phone', warning: '' }),
  );
  for (let i = 0; i < 220 && !w.state.handBack; i++) w.press(0);
  const s = w.state;
  expect([w.titles.slice(-3), s.handBack !== undefined]).toEqual([w.titles.slice(-3), true]);
  expect([...s.renewed].filter((id) => id.endsWith('link-lower')).length).toBe(4);
  const name = second === 'rear' ? 'Rear' : 'Front';
  expect(w.titles.some((t) => t.startsWith(`${name} axle: undo`))).toBe(true);
  expect(w.titles.filter((t) => /^Raise (it|the)/.test(t)).length).toBeGreaterThan(0);
  // Each wheel's nuts, each link's: every one has its record, of its own axle.
  const done = fastenersOf(s).map((f) => [f.fastener.id, f.state]);
  expect(done.filter(([, state]) => state !== 'done')).toEqual([]);
  for (const end of ['front', 'rear'])
    for (const kind of ['link-upper-nut', 'link-lower-nut', 'wheel-nut'])
      expect(done.map(([id]) => id)).toEqual(expect.arrayContaining(SIDES.map((side) => `${end}.${side}.${kind}`)));
  for (const t of w.titles) expect(t).not.toMatch(/\.\.|undefined|NaN|axle: .*axle: /);
});
