import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { v7 as uuid } from 'uuid';
import type { PartList } from '@ash-knot/contract';
import {
  ANSWER_WAYS,
  askNext,
  barAdvice,
  originOf,
  sayHex,
  sayStudHold,
  attempt,
  jointId,
  looseJoints,
  rankParts,
  sayJoints,
  sayParts,
  splitFault,
  SIDES,
  partsOf,
  wantedFor,
  type Candidate,
  lengthFor,
  otherEnd,
  type Entry,
  type EntryBodies,
  type LengthMark,
  type JointId,
  type Part,
  type Side,
  choiceBody,
  choicesOf,
  BadInput,
  ownPart,
  show,
  ownTorques,
  refitPart,
  quotedMinutes,
  readSize,
  sizeName,
  sizeOf,
  sizesFor,
  splitKey,
  type SizeKey,
} from '@ash-knot/core';
import { BarStudyView } from '../length/bar-study';
import { LengthFinder } from '../length/length-finder';
import { PointForm } from '../length/point-form';
import { WheelCheck } from '../length/wheel-check';
import { FormField } from '../kit/form-field';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Picks } from '../kit/picks';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { money } from '../words/format';
import { Units } from '../session/units';

interface SizeRow {
  readonly key: SizeKey;
  readonly name: string;
  readonly measured: string;
  readonly hint: string;
}

type What = 'links' | 'bushings' | 'joint';

/** What to fit, and the customer's answer. */
@Component({
  selector: 'ak-settle',
  imports: [BarStudyView, FormField, LengthFinder, Picks, PointForm, TextField, WheelCheck, Wrong],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './settle.html',
})
export class Settle {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly api = inject(Api);
  protected readonly ways = ANSWER_WAYS;
  protected readonly money = money;
  private readonly job = this.store.view()!.id;

  protected readonly axleSpec = computed(() => this.store.state()!.axles[this.store.axle()]);
  protected readonly what = draft<What | null>(`settle.what.${this.job}`, null);
  protected readonly sides = draft<Side[]>(`settle.sides.${this.job}`, ['left', 'right']);
  protected readonly reason = draft(`settle.reason.${this.job}`, '');
  protected readonly adding = signal(false);

  /** Links unless the bushings are what is loose, or another joint was touched. */
  protected readonly kind = computed((): What => {
    const set = this.what();
    if (set && (set !== 'links' || this.axleSpec().link) && (set !== 'bushings' || this.axleSpec().bushing)) return set;
    const sel = this.store.selected();
    if (sel && !/link|frame-bushing/.test(sel)) return 'joint';
    const loose = looseJoints(this.store.state()!).map((id) => partsOf(id));
    const onAxle = loose.filter((j) => j.axle === this.store.axle());
    if (onAxle.some((j) => j.kind === 'frame-bushing') && !onAxle.some((j) => j.kind.startsWith('link'))) return 'bushings';
    return this.axleSpec().link ? 'links' : this.axleSpec().bushing ? 'bushings' : 'joint';
  });
  protected readonly kinds = computed((): What[] => [
    ...(this.axleSpec().link ? (['links'] as const) : []),
    ...(this.axleSpec().bushing ? (['bushings'] as const) : []),
    'joint',
  ]);
  protected readonly kindNames = computed((): Partial<Record<What, string>> => ({
    links: 'Links',
    bushings: this.session.say('Frame bushings'),
    joint:
      this.store.selected() && !/link|frame-bushing/.test(this.store.selected()!)
        ? sayJoints(this.store.state()!, [this.store.selected()!])
        : 'Another joint',
  }));

  protected readonly joints = computed((): JointId[] => {
    const end = this.store.axle();
    if (this.kind() === 'joint') {
      const sel = this.store.selected();
      return sel && !/link|frame-bushing/.test(sel) ? [sel] : [];
    }
    const sides = this.sides().length ? SIDES.filter((s) => this.sides().includes(s)) : SIDES;
    if (this.kind() === 'bushings') return sides.map((s) => jointId(end, s, 'frame-bushing'));
    // The worn end stands for the link; a link is one part with two ends.
    const worn = looseJoints(this.store.state()!).find((id) => /link-upper/.test(id));
    return sides.map((s) =>
      jointId(
        end,
        s,
        worn && !looseJoints(this.store.state()!).some((id) => /link-lower/.test(id)) ? 'link-upper' : 'link-lower',
      ),
    );
  });
  protected readonly wanted = computed(() => wantedFor(this.store.state()!, this.joints()));

  // --- catalogue -----------------------------------------------------------
  protected readonly parts = signal<readonly Part[]>([]);
  protected readonly partsError = signal('');
  protected readonly ranked = computed((): Candidate[] =>
    this.kind() === 'joint' ? [] : rankParts(this.parts(), this.wanted(), this.units.length()),
  );
  protected readonly fitting = computed(() => this.ranked().filter((c) => c.excluded.length === 0));
  protected readonly excluded = computed(() =>
    this.ranked().filter((c) => c.excluded.length > 0 && this.wanted().kinds.includes(c.part.kind)),
  );
  protected readonly ask = computed(() => askNext(this.ranked(), this.wanted()));
  protected readonly shown = signal(4);

  /** The variants of the type, as long as nobody has said which one this vehicle is. */
  protected readonly openVariants = computed(() => {
    const s = this.store.state()!;
    return s.context.variant ? [] : s.variants.map((v) => v.name);
  });

  // --- sizes --------------------------------------------------------------
  protected readonly advice = computed(() => (this.kind() === 'bushings' ? barAdvice(this.store.state()!) : []));
  /** What is known of each size, and by whom: a value nobody measured never stands in its field. */
  protected readonly sizes = computed((): SizeRow[] => {
    const s = this.store.state()!;
    const [w, axle, ask] = [this.wanted(), this.store.axle(), this.ask()];
    const mm = (v?: number | null) => (v === undefined || v === null ? '' : show(v, 'length', this.units.length()));
    const words = {
      measured: 'measured',
      'worked out': 'worked out, not measured',
      file: 'from the file',
      usual: 'usual, not measured',
    } as const;
    const known = (key: SizeKey): string => {
      const { size, end } = splitKey(key);
      const e = end && w[end];
      switch (size) {
        case 'link-length':
          return mm(w.lengthMm);
        case 'bar-diameter':
          return mm(w.barMm);
        case 'bar-seat':
          return mm(w.seatMm);
        case 'hole-spacing':
          return mm(w.holeSpacingMm);
        case 'bushing-height':
          return mm(w.heightMm);
        case 'bar-width':
          return mm(w.widthMm);
        case 'stud-thread':
          return e?.thread ?? '';
        case 'stud-seat':
          return e?.seat ?? '';
        case 'nut-hex':
          return e?.nutHexMm === undefined ? '' : sayHex(e.nutHexMm);
        case 'hold':
          return e?.hold ? (sayStudHold({ hold: e.hold, holdMm: e.holdMm }) ?? 'nothing') : '';
      }
    };
    return sizesFor(s, this.joints()).map((key): SizeRow => {
      const measured = sizeOf(s, axle, key);
      const origin = originOf(s, axle, key);
      const doubt = measured?.doubtMm ? ` ± ${mm(measured.doubtMm)}` : '';
      const said = origin && known(key) ? (measured ? `measured${doubt}` : `${known(key)}, ${words[origin]}`) : 'not known';
      const leaves = ask?.key === key ? Math.round(ask.leavesOut) : 0;
      return {
        key,
        name: sizeName(key),
        measured: measured?.text ?? '',
        hint: ask?.key === key ? `${said}; measure this: about ${leaves} of ${ask.of} fall away` : said,
      };
    });
  });
  protected readonly sizeError = signal<Partial<Record<SizeKey, string>>>({});

  // --- how long, how stiff, which wheels ----------------------------------------
  /** What is being worked out instead of chosen from the catalogue; kept, so that a reload stays there. */
  protected readonly figure = draft<'length' | 'bar' | 'wheels' | null>(`settle.figure.${this.job}`, null);
  protected readonly canFigure = computed(() => this.kind() === 'links' && this.axleSpec().points.barEye !== undefined);
  protected readonly otherAxle = computed(() => this.store.state()!.axles[otherEnd(this.store.axle())]);
  protected readonly oldMm = computed((): number | null => {
    const s = this.store.state()!;
    const measured = s.sizes.filter((e) => e.body.axle === this.store.axle() && e.body.size === 'link-length').at(-1);
    return measured?.body.mm ?? this.axleSpec().link?.lengthMm ?? null;
  });
  protected readonly oldFrom = computed((): string => {
    const s = this.store.state()!;
    if (s.sizes.some((e) => e.body.axle === this.store.axle() && e.body.size === 'link-length')) return 'measured';
    return s.context.type.usual?.includes(`${this.store.axle()}.link.length`) ? 'usual, not measured' : 'from the file';
  });
  /** The links of the catalogue that could be bought, each length once. */
  protected readonly marks = computed((): LengthMark[] => {
    const kind = `${this.axleSpec().link?.kind ?? 'ball-stud'} link`;
    const by = new Map<number, boolean>();
    for (const p of this.parts())
      if (p.kind === kind && p.lengthMm !== undefined) by.set(p.lengthMm, (by.get(p.lengthMm) ?? false) || p.stock > 0);
    return [...by].sort((a, b) => a[0] - b[0]).map(([lengthMm, shelf]) => ({ lengthMm, where: shelf ? 'shelf' : 'to order' }));
  });
  /** The length that was worked out and still stands. */
  protected readonly workedOut = computed(() => lengthFor(this.store.state()!, this.store.axle()));
  protected async keepFigure(result: EntryBodies['result']): Promise<void> {
    const joint = this.joints()[0] ?? jointId(this.store.axle(), 'left', 'link-upper');
    const body = { ...result, joint } as EntryBodies['result'];
    if (!(await this.store.write('result', body)) || result.what !== 'link length') return;
    // The parts of that length are what is looked at next.
    this.figure.set(null);
    this.adding.set(true);
  }

  // --- chosen and answered -----------------------------------------------------
  protected readonly choices = computed(() =>
    this.store.state()!.choices.map((c) => {
      const answer = this.store
        .state()!
        .answers.filter((a) => a.body.parts.includes(c.id))
        .at(-1);
      return {
        entry: c,
        joints: sayParts(this.session.dialect(), c.body.joints),
        answer,
        total: c.body.part.priceMinor * c.body.quantity,
      };
    }),
  );
  protected readonly unanswered = computed(() => this.choices().filter((c) => !c.answer));
  protected readonly minutes = computed(() => quotedMinutes(this.store.state()!));
  protected readonly who = draft(`answer.who.${this.job}`, this.store.view()!.vehicle.owner);
  protected readonly how = draft<(typeof ANSWER_WAYS)[number]>(`answer.how.${this.job}`, 'by phone');
  protected readonly warning = draft(`answer.warning.${this.job}`, '');
  protected readonly otherName = draft(`other.name.${this.job}`, '');
  protected readonly otherPrice = draft(`other.price.${this.job}`, '');
  protected readonly otherTorque = draft(`other.torque.${this.job}`, '');
  protected readonly otherSource = draft(`other.source.${this.job}`, '');
  protected readonly formError = signal<Error | null>(null);
  protected readonly currency = computed(() => this.store.state()!.context.rules.currency);

  constructor() {
    // It opens on what the verdict named, whatever was touched last.
    const named = this.store
      .state()!
      .verdict?.body.causes.map((c) => splitFault(c)?.joint)
      .find((j) => j !== undefined);
    if (named && this.choices().length === 0) this.store.select(named);
    // The corner is turned back when nobody works out a length any more.
    effect(() => {
      if (this.figure() !== 'length') untracked(() => this.store.linkStudied.set(null));
    });
    inject(DestroyRef).onDestroy(() => this.store.linkStudied.set(null));
    effect(() => {
      const typeId = this.store.view()?.vehicle.typeId;
      const axle = this.store.axle();
      untracked(() => void this.loadParts(typeId!, axle));
    });
  }
  private async loadParts(typeId: string, axle: string): Promise<void> {
    try {
      // A type of its own has nothing listed: then everything of the kind is held against what was measured.
      let list = await this.api.get<PartList>('/parts', { typeId, axle, limit: '200' });
      if (list.total === 0) list = await this.api.get<PartList>('/parts', { limit: '500' });
      this.parts.set(list.parts);
      this.partsError.set('');
    } catch (e) {
      this.partsError.set((e as Error).message);
    }
  }

  protected async measure(key: SizeKey, text: string): Promise<void> {
    if (!text.trim()) return;
    const read = attempt(() => readSize(this.store.axle(), key, text));
    this.sizeError.set(read.ok ? {} : { [key]: `${read.error.message} Nothing was changed.` });
    if (read.ok) await this.store.write('size', read.value);
  }

  protected async choose(part: Part): Promise<void> {
    const bodies = this.formed(() => choicesOf(this.joints(), part, this.parts(), this.reason()));
    // Tapped twice it is one choice.
    const same = (b: { joints: readonly JointId[] }) =>
      this.choices().some((c) => c.entry.body.part.id === part.id && c.entry.body.joints.join() === b.joints.join());
    if (bodies?.every(same)) return this.adding.set(false);
    if (bodies && (await this.store.writeAll(bodies.map((body) => ({ kind: 'choose' as const, body }))))) {
      this.adding.set(false);
      this.reason.clear();
    }
  }
  protected async chooseOther(e: Event): Promise<void> {
    e.preventDefault();
    const body = this.formed(() => {
      const torque = ownTorques(this.store.state()!, this.joints(), this.otherTorque(), this.otherSource());
      return choiceBody(
        this.joints(),
        ownPart(uuid(), this.otherName(), this.otherPrice(), this.currency(), torque),
        this.sides().length === 1 ? this.reason() : '',
      );
    });
    if (body && (await this.store.write('choose', body))) {
      this.otherName.clear();
      this.otherPrice.clear();
      this.otherTorque.clear();
      this.otherSource.clear();
      this.adding.set(false);
    }
  }
  /** The old part off and on again, both sides or one. */
  protected async chooseRefit(): Promise<void> {
    const body = this.formed(() => choiceBody(this.joints(), refitPart(this.currency()), this.reason()));
    if (body && (await this.store.write('choose', body))) this.adding.set(false);
  }
  /** What a form makes, or its sentence below the form. */
  private formed<T>(make: () => T): T | undefined {
    const made = attempt(make);
    this.formError.set(made.ok ? null : made.error);
    return made.ok ? made.value : undefined;
  }
  protected async answer(answer: 'approved' | 'declined'): Promise<void> {
    const parts = this.unanswered();
    if (!this.who().trim()) {
      this.formError.set(new BadInput('name of who said it', 'is empty: it is part of the record'));
      return;
    }
    if (answer === 'declined' && !this.warning().trim()) {
      this.formError.set(new BadInput('warning', 'is empty: a no needs the one that was given with it'));
      return;
    }
    this.formError.set(null);
    const what = parts.map((c) => `${c.entry.body.quantity} × ${c.entry.body.part.name}, ${c.joints}`).join('; ');
    if (
      await this.store.write('answer', {
        answer,
        what,
        parts: parts.map((c) => c.entry.id),
        who: this.who().trim(),
        how: this.how(),
        warning: this.warning().trim(),
      })
    )
      this.warning.clear();
  }
  protected drop(entry: Entry): void {
    void this.store.strike(entry, 'taken back before it was answered');
  }
  protected sideNames(): string {
    return this.sides().length === 1 ? `${this.sides()[0]} only` : 'both sides';
  }
  protected setSides(s: string): void {
    this.sides.set(s === 'both sides' ? ['left', 'right'] : [s.split(' ')[0] as Side]);
  }
}
