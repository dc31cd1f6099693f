import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import type { SupplierAnswer, SupplierNews, SupplierOrdered } from '@ash-knot/contract';
import {
  partNumber,
  attempt,
  BadInput,
  goodsBody,
  goodsChecks,
  goodsLines,
  goodsMeasures,
  oldPart,
  partInHand,
  sayGoodsCheck,
  sayMoney,
  sayParts,
  sayWhen,
  wantedFor,
  type GoodsCheck,
  type GoodsLine,
  type GoodsMeasure,
  type GoodsResult,
  own,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { PartOverlay } from '../parts/part-overlay';
import { JobStore } from '../job/job-store';
import { GoodsSize, type Measured } from './goods-size';
import { Session } from '../session/session';
import { Api, ApiError } from '../state/api';
import { draft } from '../state/draft';
import { PlaceKey, PlaceMark } from '../job/places';
import { instantOf } from '../words/when';

const RESULTS = ['yes', 'no', 'can’t tell'] as const;

/** What was said yes to, until it is in the hand: ordered, promised, come in, looked at, taken or refused. */
@Component({
  selector: 'ak-parts-desk',
  imports: [GoodsSize, PartOverlay, Picks, TextField, Wrong, PlaceKey, PlaceMark],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './parts-desk.html',
})
export class PartsDesk {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly job = this.store.view()!.id;
  protected readonly results = RESULTS;
  protected readonly sayCheck = sayGoodsCheck;
  protected readonly when = (iso: string): string => sayWhen(iso, this.session.zone());
  protected readonly money = sayMoney;

  protected readonly lines = computed(() => goodsLines(this.store.state()!));
  protected readonly toOrder = computed(() => this.lines().filter((g) => g.stage === 'to order'));
  protected readonly firstOpen = computed(() => this.lines().find((g) => g.stage === 'here' || g.stage === 'on its way'));
  constructor() {
    // What is here is looked at next: it lies open.
    effect(() => {
      const g = this.firstOpen();
      untracked(() => {
        if (g?.stage === 'here' && this.looking() === null) this.look(g);
      });
    });
  }
  protected name(g: GoodsLine): string {
    return sayParts(this.session.dialect(), g.choice.body.joints);
  }
  protected says(g: GoodsLine): string {
    switch (g.stage) {
      case 'to order':
        return g.refused.length ? 'refused; to be ordered anew' : 'to be ordered';
      case 'on its way':
        return `${g.order!.body.supplier}, ${g.order!.body.number}, promised for ${this.when(g.promised!)}`;
      case 'here':
        return g.from === 'shelf' ? 'on the shelf' : 'to be fetched';
      case 'taken':
        return `checked and accepted${g.taken!.body.why ? `: ${g.taken!.body.why}` : ''}`;
    }
  }

  // --- ordering ------------------------------------------------------------------
  protected readonly answers = signal<readonly SupplierAnswer[] | null>(null);
  protected readonly asking = signal(false);
  protected readonly error = signal<Error | null>(null);
  private wantedParts(lines: readonly GoodsLine[]) {
    return lines.map((g) => ({ part: g.choice.body.part.id, quantity: g.choice.body.quantity }));
  }
  /** The suppliers could not be asked: the telephone needs no line of ours. */
  protected readonly noLine = computed(() => {
    const e = this.error();
    return e instanceof ApiError && e.offline;
  });
  protected async askAll(): Promise<void> {
    await this.doing(async () => {
      this.answers.set(await this.api.post<SupplierAnswer[]>('/suppliers/ask', { parts: this.wantedParts(this.toOrder()) }));
    });
  }
  /** What a supplier can send of what is to be ordered. */
  protected sends(a: SupplierAnswer): { g: GoodsLine; offer: SupplierAnswer['offers'][number] }[] {
    return this.toOrder().flatMap((g) => {
      const offer = a.offers.find((o) => o.part === g.choice.body.part.id && o.stock >= g.choice.body.quantity);
      return offer ? [{ g, offer }] : [];
    });
  }
  protected saysAnswer(a: SupplierAnswer): string {
    if (a.outcome !== 'answered') return a.outcome === 'no answer' ? 'gave no answer' : 'gave an answer that is none';
    const sends = this.sends(a);
    if (sends.length === 0) return 'has none of it';
    return sends
      .map(({ g, offer }) => `${g.choice.body.quantity} × ${g.choice.body.part.name}, promised for ${this.when(offer.promised)}`)
      .join('; ');
  }
  protected async order(a: SupplierAnswer): Promise<void> {
    const lines = this.sends(a).map((x) => x.g);
    if (lines.length === 0) return;
    await this.doing(async () => {
      const placed = await this.api.post<SupplierOrdered>('/suppliers/order', {
        supplier: a.supplier,
        parts: this.wantedParts(lines),
      });
      await this.store.write(
        'order',
        this.orderBody(a.supplier, lines, placed.number, placed.promised, 'line', placed.simulated),
      );
      this.answers.set(null);
    });
  }
  /** Nobody outside hears of a practice vehicle: its counter sends at once. */
  protected async orderInPractice(): Promise<void> {
    const number = `practice ${this.store.state()!.orders.length + 1}`;
    await this.store.write(
      'order',
      this.orderBody('practice counter', this.toOrder(), number, new Date().toISOString(), 'phone', true),
    );
  }
  private orderBody(
    supplier: string,
    lines: readonly GoodsLine[],
    number: string,
    promised: string,
    by: 'line' | 'phone',
    simulated = false,
  ) {
    return {
      supplier,
      number,
      promised,
      by,
      ...(simulated ? { simulated } : {}),
      currency: this.store.state()!.context.rules.currency,
      lines: lines.map((g) => ({
        choice: g.choice.id,
        part: g.choice.body.part.id,
        name: g.choice.body.part.name,
        quantity: g.choice.body.quantity,
        minor: g.choice.body.part.priceMinor * g.choice.body.quantity,
      })),
    };
  }
  protected readonly phoneNumber = draft(`order.number.${this.job}`, '');
  protected readonly phoneWhen = draft(`order.when.${this.job}`, '');
  /** Ordered by telephone: what they said is written down. */
  protected async orderByPhone(g: GoodsLine): Promise<void> {
    const at = instantOf(this.phoneWhen());
    if (!this.phoneNumber().trim())
      return this.error.set(new BadInput('number for it', 'is empty: a name will do, if they gave none'));
    if (Number.isNaN(at.getTime())) return this.error.set(new BadInput('time it is promised for', 'is empty'));
    this.error.set(null);
    const body = this.orderBody(
      g.choice.body.part.supplier || 'by telephone',
      [g],
      this.phoneNumber().trim(),
      at.toISOString(),
      'phone',
    );
    if (!(await this.store.write('order', body))) return;
    this.phoneNumber.clear();
    this.phoneWhen.clear();
  }
  /** What the supplier says of an order now, by its number. */
  protected readonly news = signal<Readonly<Record<string, SupplierNews>>>({});
  protected async hear(g: GoodsLine): Promise<void> {
    const { supplier, number } = g.order!.body;
    await this.doing(async () => {
      const said = await this.api.get<SupplierNews>(
        `/suppliers/${encodeURIComponent(supplier)}/orders/${encodeURIComponent(number)}`,
      );
      this.news.set({ ...this.news(), [number]: said });
    });
  }
  protected heard(g: GoodsLine): string {
    const n = own(this.news(), g.order!.body.number);
    if (!n) return '';
    if (n.outcome !== 'answered')
      return `${g.order!.body.supplier} ${n.outcome === 'no answer' ? 'gives no answer' : 'gave an answer that is none'}.`;
    const stands =
      n.promised === g.promised
        ? 'It stands as it was promised.'
        : `Now promised for ${this.when(n.promised)}${n.why ? `: ${n.why}` : ''}.`;
    return `${stands}${this.note(g, n)}`;
  }
  /** What the delivery note says, where something was sent: another number than was ordered is said loudly. */
  private note(g: GoodsLine, n: Extract<SupplierNews, { outcome: 'answered' }>): string {
    if (n.sent.length === 0) return '';
    const { part, quantity } = g.choice.body;
    const right = n.sent.some((x) => x.part === part.id && x.quantity >= quantity);
    const said = n.sent.map((x) => `${x.quantity} × ${x.part}`).join(', ');
    return right
      ? ` Its note says ${said}, as ordered.`
      : ` Its note says ${said}: that is not what was ordered (${partNumber(part.id) || part.name}).`;
  }
  protected moved(g: GoodsLine): boolean {
    const n = own(this.news(), g.order!.body.number);
    return n?.outcome === 'answered' && n.promised !== g.promised;
  }
  protected async keepPromise(g: GoodsLine): Promise<void> {
    const n = own(this.news(), g.order!.body.number);
    if (n?.outcome !== 'answered') return;
    await this.store.write('promise', { order: g.order!.id, supplier: g.order!.body.supplier, promised: n.promised, why: n.why });
  }
  private async doing(work: () => Promise<void>): Promise<void> {
    this.asking.set(true);
    this.error.set(null);
    try {
      await work();
    } catch (e) {
      this.error.set(e as Error);
    } finally {
      this.asking.set(false);
    }
  }

  // --- in the hand -----------------------------------------------------------------
  /** The part that is looked at now, by its choice. */
  protected readonly looking = signal<string | null>(null);
  protected readonly looks = draft<Readonly<Record<string, GoodsResult>>>(`goods.looks.${this.job}`, {});
  protected readonly measured = draft<Readonly<Record<string, Measured>>>(`goods.sizes.${this.job}`, {});
  protected readonly why = draft(`goods.why.${this.job}`, '');
  protected readonly looked = computed(() => this.lines().find((g) => g.choice.id === this.looking()));
  protected checks(g: GoodsLine): readonly GoodsCheck[] {
    return goodsChecks(g.choice.body.part);
  }
  protected look(g: GoodsLine): void {
    if (this.looking() !== g.choice.id) {
      this.looks.set({});
      this.measured.set({});
      this.why.set('');
      this.looking.set(g.choice.id);
    }
  }
  protected say(check: GoodsCheck, result: GoodsResult): void {
    this.looks.set({ ...this.looks(), [check]: result });
  }
  protected toMeasure(g: GoodsLine): readonly GoodsMeasure[] {
    return goodsMeasures(g.choice.body.part);
  }
  protected measuredOf(what: GoodsMeasure): Measured {
    return own(this.measured(), what) ?? { text: '' };
  }
  /** What is known of the old one, and the new one with what was measured of it. */
  protected readonly beside = computed(() => {
    const body = this.looked()?.choice.body;
    if (!body || goodsMeasures(body.part).length === 0) return null;
    const wanted = wantedFor(this.store.state()!, body.joints);
    return { old: oldPart(body.part.kind, wanted), inHand: partInHand(body.part, this.sizes()) };
  });
  protected put(what: GoodsMeasure, measured: Measured): void {
    this.measured.set({ ...this.measured(), [what]: measured });
  }
  private sizes() {
    return Object.entries(this.measured()).map(([what, m]) => ({ what, ...m }));
  }
  /** All of it is as it should be: one tap, for whoever looked. */
  protected allRight(g: GoodsLine): void {
    this.looks.set(Object.fromEntries(this.checks(g).map((c) => [c, 'yes' as const])));
  }
  /** Nothing was said of it yet: what is right is one tap, in words. */
  protected readonly untouched = computed(
    () => !Object.keys(this.looks()).length && !this.why().trim() && !this.sizes().some((m) => m.text.trim()),
  );
  protected async takeRight(g: GoodsLine): Promise<void> {
    this.allRight(g);
    await this.decide(g, 'taken');
  }
  protected async decide(g: GoodsLine, outcome: 'taken' | 'refused'): Promise<void> {
    const body = attempt(() => goodsBody(g, this.looks(), this.sizes(), outcome, this.why()));
    this.error.set(body.ok ? null : body.error);
    if (body.ok && (await this.store.write('goods', body.value))) {
      this.looking.set(null);
      this.looks.clear();
      this.measured.clear();
      this.why.clear();
    }
  }
}
