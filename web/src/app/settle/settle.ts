import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { v7 as uuid } from 'uuid';
import type { PartList } from '@ash-knot/contract';
import {
  ANSWER_WAYS,
  askNext,
  attempt,
  BadInput,
  jointId,
  looseJoints,
  parseQuantity,
  parseThread,
  planFor,
  rankParts,
  sayJoints,
  SIDES,
  splitJoint,
  wantedFor,
  within,
  type Candidate,
  type Entry,
  type EntryBodies,
  type JointId,
  type Measure,
  type Part,
  type Side,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { JobStore } from '../state/job-store';
import { Session } from '../state/session';
import { money } from '../kit/money';

type What = 'links' | 'bushings' | 'joint';
const MEASURE_NAMES: Record<Measure, string> = {
  'bar-diameter': 'Bar, clean',
  'bar-seat': 'Bar at the seat',
  'link-length': 'Link length',
  'stud-thread': 'Stud thread',
  'nut-hex': 'Nut hex',
  hold: 'Held by',
};

/** What to fit, and the customer's answer. */
@Component({
  selector: 'ak-settle',
  imports: [FormField, Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './settle.html',
})
export class Settle {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  protected readonly ways = ANSWER_WAYS;
  protected readonly money = money;
  protected readonly measureNames = MEASURE_NAMES;
  private readonly job = this.store.view()!.id;

  protected readonly axleSpec = computed(() => this.store.state()!.context.type.axles[this.store.axle()]);
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
    const loose = looseJoints(this.store.state()!).map((id) => splitJoint(id)!);
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
    bushings: 'Frame bushings',
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
    this.kind() === 'joint' ? [] : rankParts(this.parts(), this.wanted()),
  );
  protected readonly fitting = computed(() => this.ranked().filter((c) => c.excluded.length === 0));
  protected readonly excluded = computed(() =>
    this.ranked().filter((c) => c.excluded.length > 0 && this.wanted().kinds.includes(c.part.kind)),
  );
  protected readonly ask = computed(() => askNext(this.ranked(), this.wanted()));
  protected readonly shown = signal(4);

  // --- measures --------------------------------------------------------------
  protected readonly measures = computed((): { measure: Measure; file: string; measured: string }[] => {
    const w = this.wanted();
    const measured = (m: Measure) =>
      this.store
        .state()!
        .measures.filter((e) => e.body.axle === this.store.axle() && e.body.measure === m)
        .at(-1)?.body.text ?? '';
    const mm = (v?: number) => (v === undefined ? '' : `${v} mm`);
    if (this.kind() === 'bushings') {
      return [
        {
          measure: 'bar-diameter',
          file: mm(this.axleSpec().barDiameterMm ?? undefined),
          measured: measured('bar-diameter'),
        },
        { measure: 'bar-seat', file: '', measured: measured('bar-seat') },
      ];
    }
    return [
      { measure: 'link-length', file: mm(this.axleSpec().link?.lengthMm), measured: measured('link-length') },
      {
        measure: 'stud-thread',
        file: this.axleSpec().link?.lower.thread ?? '',
        measured: measured('stud-thread'),
      },
      { measure: 'nut-hex', file: mm(this.axleSpec().link?.lower.nutHexMm), measured: measured('nut-hex') },
      {
        measure: 'hold',
        file:
          w.hold === 'none'
            ? 'nothing'
            : `${this.axleSpec().link?.lower.holdMm ?? ''} mm ${this.axleSpec().link?.lower.hold ?? ''}`,
        measured: measured('hold'),
      },
    ];
  });
  protected readonly measureError = signal<Partial<Record<Measure, string>>>({});

  // --- chosen and answered -----------------------------------------------------
  protected readonly choices = computed(() =>
    this.store.state()!.choices.map((c) => {
      const answer = this.store
        .state()!
        .answers.filter((a) => a.body.parts.includes(c.id))
        .at(-1);
      return {
        entry: c,
        joints: sayJoints(this.store.state()!, c.body.joints),
        answer,
        total: c.body.part.priceMinor * c.body.quantity,
      };
    }),
  );
  protected readonly unanswered = computed(() => this.choices().filter((c) => !c.answer));
  protected readonly minutes = computed(() => {
    const joints = this.store
      .state()!
      .choices.flatMap((c) => c.body.joints)
      .filter((id) => id.startsWith(this.store.state()!.axle));
    if (joints.length === 0) return 0;
    const plan = planFor({
      end: this.store.state()!.axle,
      axle: this.store.state()!.context.type.axles[this.store.state()!.axle],
      joints,
      equipment: this.store.state()!.setup?.equipment ?? 'lift',
      corroded: true,
      jackingPoints: '',
    });
    return plan.at(-1)?.endsAt ?? 0;
  });
  protected readonly who = draft(`answer.who.${this.job}`, this.store.view()!.vehicle.owner);
  protected readonly how = draft<(typeof ANSWER_WAYS)[number]>(`answer.how.${this.job}`, 'by phone');
  protected readonly warning = draft(`answer.warning.${this.job}`, '');
  protected readonly otherName = draft(`other.name.${this.job}`, '');
  protected readonly otherPrice = draft(`other.price.${this.job}`, '');
  protected readonly formError = signal('');

  constructor() {
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

  protected async measure(m: Measure, text: string): Promise<void> {
    if (!text.trim()) return;
    const read = attempt((): EntryBodies['measure'] => {
      const base = { axle: this.store.axle(), measure: m, text: text.trim() };
      if (m === 'stud-thread') return { ...base, thread: parseThread(text).name };
      const hold =
        m === 'hold'
          ? /flat/i.test(text)
            ? 'flats'
            : /hex|key|allen/i.test(text)
              ? 'hex'
              : /nothing|none/i.test(text)
                ? 'none'
                : undefined
          : undefined;
      if (m === 'hold' && !hold)
        throw new BadInput('held by', 'must say flats, hex or nothing, with its size, as in “5 mm hex”', text);
      const number =
        m === 'hold'
          ? text.replace(/[^\d.,/ ]*(flats?|hex|key|nothing|none).*/i, '').trim() || (hold === 'none' ? '' : text)
          : text;
      if (m === 'hold' && hold === 'none') return { ...base, hold };
      const mm = parseQuantity(number, 'length', { field: MEASURE_NAMES[m].toLowerCase() }).si;
      within(MEASURE_NAMES[m].toLowerCase(), mm, m === 'link-length' ? 30 : 3, m === 'link-length' ? 600 : 60, 'mm');
      return { ...base, mm, ...(hold ? { hold } : {}) };
    });
    this.measureError.set(read.ok ? {} : { [m]: `${read.error.message} Nothing was changed.` });
    if (read.ok) await this.store.write('measure', read.value);
  }

  protected async choose(part: Part): Promise<void> {
    const joints = this.joints();
    const single = joints.length === 1 && this.kind() !== 'joint';
    if (single && !this.reason().trim()) {
      this.formError.set('One side only needs a reason: the other side has run as far.');
      return;
    }
    this.formError.set('');
    if (
      await this.store.write('choose', {
        joints,
        part,
        quantity: joints.length,
        ...(single ? { oneSideReason: this.reason().trim() } : {}),
      })
    ) {
      this.adding.set(false);
      this.reason.clear();
    }
  }
  protected async chooseOther(e: Event): Promise<void> {
    e.preventDefault();
    const joints = this.joints();
    const price = Number(this.otherPrice().replace(',', '.'));
    if (joints.length === 0) this.formError.set('Touch the joint on the plate first.');
    else if (!this.otherName().trim()) this.formError.set('The part needs a name, as it stands on its bag.');
    else if (!Number.isFinite(price) || price < 0 || price > 100_000)
      this.formError.set('The price must be a number from 0 to 100 000.');
    else {
      this.formError.set('');
      const part: Part = {
        id: `own-${uuid()}`,
        kind: 'other part',
        name: this.otherName().trim(),
        grade: 'plain',
        supplier: 'own order',
        sided: 'either',
        greaseable: false,
        nutsSupplied: false,
        warrantyMonths: 0,
        priceMinor: Math.round(price * 100),
        currency: 'EUR',
        stock: 0,
        deliveryHours: 0,
        torque: [],
        fits: [],
      };
      if (await this.store.write('choose', { joints, part, quantity: joints.length })) {
        this.otherName.clear();
        this.otherPrice.clear();
        this.adding.set(false);
      }
    }
  }
  protected async answer(answer: 'approved' | 'declined'): Promise<void> {
    const parts = this.unanswered();
    if (!this.who().trim()) {
      this.formError.set('Who said it? The name is part of the record.');
      return;
    }
    if (answer === 'declined' && !this.warning().trim()) {
      this.formError.set('A no needs the warning that was given with it.');
      return;
    }
    this.formError.set('');
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
    void this.store.strike(entry, 'changed our mind');
  }
  protected sideNames(): string {
    return this.sides().length === 1 ? `${this.sides()[0]} only` : 'both sides';
  }
  protected setSides(s: string): void {
    this.sides.set(s === 'both sides' ? ['left', 'right'] : [s.split(' ')[0] as Side]);
  }
}
