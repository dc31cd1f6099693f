import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import {
  ANSWER_WAYS,
  attempt,
  BadInput,
  besidesOf,
  capital,
  goodsLines,
  notPutYet,
  oldPart,
  quoteOf,
  quotedBody,
  sayDay,
  amountOf,
  sayLabour,
  sayMoney,
  sayParts,
  sayPutSince,
  totalOf,
  wantedFor,
  type Beside,
  type ChoiceLine,
  type Entry,
  type EntryBodies,
  type QuotedLine,
  type QuotedOption,
  own,
} from '@ash-knot/core';
import { RouterLink } from '@angular/router';
import { isDrawn, PartPicture } from '../parts/part-picture';
import { spanOf } from '../parts/outline';
import { LetterView } from './letter';
import { PartsDesk } from './parts-desk';
import type { ToldOf } from '../job/told-dialog';
import { PANEL } from '../kit/panel';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { draft } from '../state/draft';
import { PlaceMark } from '../job/places';
import { SelectField } from '../kit/select-field';

/** What a row of the table says of a way. */
interface Row {
  readonly name: string;
  of(o: QuotedOption): string;
  readonly large?: boolean;
  /** Said only where the ways differ in it. */
  readonly differs?: boolean;
}

/** What the customer is offered, side by side, in one sentence; each line answered by itself: yes, no or later. */
@Component({
  selector: 'ak-quote-view',
  imports: [LetterView, PartPicture, PartsDesk, PlaceMark, RouterLink, SelectField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './quote-view.html',
})
export class QuoteView {
  /** Another part, or another way, is looked for. */
  readonly add = output();
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly dialog = inject(Dialog);
  private readonly job = this.store.view()!.id;
  protected readonly ways = ANSWER_WAYS;
  protected readonly capital = capital;

  private readonly rules = computed(() => this.store.state()!.context.rules);
  /** The currency stands once above the table, not in every cell. */
  protected readonly money = (minor: number): string => amountOf(minor, this.rules().currency);
  protected readonly currency = computed(() => this.rules().currency);
  protected readonly quoted = computed((): QuotedLine[] => quoteOf(this.store.state()!, this.money));
  /** Something was said yes to that has to come from somewhere. */
  protected readonly toGet = computed(() => goodsLines(this.store.state()!).length > 0);
  protected readonly waiting = computed(() => this.quoted().filter((q) => q.line.standing === 'waiting'));
  /** Found, and in no line of it. */
  protected readonly besides = computed((): Beside[] => besidesOf(this.store.state()!));
  protected saidTo(b: Beside): string {
    const t = b.told?.body;
    if (!t) return '';
    const answer = t.answer === 'declined' ? ': no' : t.answer === 'later' ? `: later${t.on ? `, by ${sayDay(t.on)}` : ''}` : '';
    return `${t.who} was told ${t.how}${answer}`;
  }
  protected quote(b: Beside): void {
    this.store.select(b.joint);
    this.add.emit();
  }
  protected async tell(b: Beside): Promise<void> {
    const { ToldDialog } = await import('../job/told-dialog');
    const data: ToldOf = { store: this.store, joint: b.joint };
    this.dialog.open(ToldDialog, { ...PANEL, width: '520px', ariaLabel: 'Told the owner', data });
  }
  protected name(line: ChoiceLine): string {
    return sayParts(this.session.dialect(), line.joints);
  }
  protected readonly tax = computed(() => {
    const { prices } = this.rules();
    const rate = prices.labourMinorPerHour > 0 ? '' : ' No rate is set: work is told in minutes.';
    if (prices.taxPercent === 0) return `${this.currency()}.${rate}`;
    return `${this.currency()}, ${prices.taxPercent} % tax ${prices.taxIncluded ? 'included' : 'added in the sums'}.${rate}`;
  });
  private readonly allRows = computed((): Row[] => [
    { name: 'total', of: (o) => this.money(o.totalMinor), large: true },
    {
      name: 'parts · labour',
      of: (o) =>
        o.labourMinor === undefined ? this.money(o.partsMinor) : `${this.money(o.partsMinor)} · ${this.money(o.labourMinor)}`,
    },
    { name: 'time', of: (o) => sayLabour(o) },
    { name: 'available', of: (o) => o.here },
    { name: 'warranty', of: (o) => o.warranty },
    { name: 'upkeep', of: (o) => o.upkeep },
    { name: 'ride', of: (o) => o.ride || '–', differs: true },
    { name: 'hardness', of: (o) => o.hardness || '–', differs: true },
    { name: 'held by', of: (o) => o.held, differs: true },
  ]);
  protected rows(q: QuotedLine): Row[] {
    return this.allRows().filter((r) => !r.differs || new Set(q.options.map((o) => r.of(o))).size > 1);
  }
  /** Each way’s part over the one that is on it, all of a line to one scale. */
  private readonly pictures = computed(() => {
    const s = this.store.state()!;
    return new Map(
      this.quoted().flatMap((q) => {
        const parts = q.options.map((o) => ({ o, part: o.parts[0]?.part })).filter((x) => x.part && isDrawn(x.part));
        const wanted = wantedFor(s, q.line.joints);
        const old = new Map(parts.map(({ o, part }) => [o, oldPart(part!.kind, wanted)]));
        const spanMm = Math.max(...parts.flatMap(({ o, part }) => [spanOf(part!), spanOf(old.get(o)!)]));
        return parts.map(({ o, part }) => [o, { part: part!, old: old.get(o)!, spanMm }] as const);
      }),
    );
  });
  protected picture(o: QuotedOption) {
    return this.pictures().get(o) ?? null;
  }
  protected partNames(o: QuotedOption): string {
    return o.parts.map((p) => `${p.quantity} × ${p.part.name}`).join(', ');
  }
  protected said(line: ChoiceLine): string {
    const a = line.answer?.body;
    if (!a) return '';
    const word = { approved: 'yes', declined: 'no', later: `later${a.on ? `, by ${sayDay(a.on)}` : ''}` }[a.answer];
    return `${word}, ${a.who} ${a.how}${a.warning ? `, warned: ${a.warning}` : ''}`;
  }

  // --- the answer -----------------------------------------------------------------
  protected readonly who = draft(`answer.who.${this.job}`, this.store.view()!.vehicle.owner);
  protected readonly how = draft<(typeof ANSWER_WAYS)[number]>(`answer.how.${this.job}`, 'by phone');
  /** What was warned of, and the day they said, by line. */
  protected readonly warning = draft<Readonly<Record<string, string>>>(`answer.warnings.${this.job}`, {});
  protected readonly until = draft<Readonly<Record<string, string>>>(`answer.until.${this.job}`, {});
  /** The line whose no or later is being written down. */
  protected readonly refusing = signal<{ line: string; answer: 'declined' | 'later' } | null>(null);
  protected readonly error = signal<Error | null>(null);

  protected setHow(how: string): void {
    this.how.set(ANSWER_WAYS.find((w) => w === how)!);
  }
  protected put(d: typeof this.warning, line: string, text: string): void {
    d.set({ ...d(), [line]: text });
  }
  protected async yes(q: QuotedLine, o: QuotedOption): Promise<void> {
    const sum = q.beside && q.beside.savesMinutes > 0 ? this.beside(q, o) : o.totalMinor;
    const what = `${this.partNames(o)}, ${this.name(q.line)}, ${sayMoney(sum, this.currency())}`;
    await this.answer('approved', q, o.option.choices, what);
  }
  /** What a way costs beside the first line. */
  private beside(q: QuotedLine, option: QuotedOption): number {
    const way = quotedBody(this.store.state()!, [{ quoted: q, option }], (l) => this.name(l)).ways[0]!;
    return way.togetherMinor ?? way.totalMinor;
  }
  /** Said of a way that was put to somebody and would cost otherwise by now. */
  protected since(o: QuotedOption): string {
    return this.session.say(sayPutSince(o, this.money));
  }
  /** Every way that waits, with today's sums: a new quote. What was said before stays on the tape. */
  protected async putAnew(q: QuotedLine): Promise<void> {
    const now = quoteOf(this.store.state()!, this.money, 'now').find((x) => x.line.id === q.line.id)!;
    const ways = now.options.filter((o) => o.option.standing === 'waiting').map((option) => ({ quoted: now, option }));
    await this.store.write(
      'quoted',
      quotedBody(this.store.state()!, ways, (l) => this.name(l)),
    );
  }
  /** One sum of all that is still to be done. */
  protected readonly total = computed(() => {
    const t = totalOf(this.quoted());
    if (!t || (this.quoted().length < 2 && !t.agreed)) return null;
    return {
      says: t.agreed ? 'Agreed' : t.least ? 'All of it, each by its cheapest way' : 'All of it',
      sum: this.money(t.minor),
    };
  });
  /** A no needs the warning that was given, a later its day too. */
  protected async refuse(q: QuotedLine, answer: 'declined' | 'later'): Promise<void> {
    const now = this.refusing();
    if (now?.line !== q.line.id || now.answer !== answer) {
      this.error.set(null);
      return this.refusing.set({ line: q.line.id, answer });
    }
    const warning = own(this.warning(), q.line.id)?.trim() ?? '';
    const laterDay = own(this.until(), q.line.id) ?? '';
    const read = attempt(() => {
      if (!warning) throw new BadInput('warning given', 'is empty: a no needs the one that was given with it');
      if (answer === 'later' && !/^\d{4}-\d\d-\d\d$/.test(laterDay))
        throw new BadInput('until when', 'is empty: later needs its day');
    });
    if (!read.ok) return this.error.set(read.error);
    const waiting = q.line.options.filter((o) => o.standing === 'waiting').flatMap((o) => o.choices);
    if (await this.answer(answer, q, waiting, this.name(q.line), warning, answer === 'later' ? laterDay : undefined))
      this.refusing.set(null);
  }
  private async answer(
    answer: 'approved' | 'declined' | 'later',
    q: QuotedLine,
    choices: readonly Entry<'choose'>[],
    what: string,
    warning = '',
    on?: string,
  ): Promise<boolean> {
    if (!this.who().trim()) {
      this.error.set(new BadInput('name of who said it', 'is empty: it is part of the record'));
      return false;
    }
    this.error.set(null);
    const body: EntryBodies['answer'] = {
      answer,
      what: what.slice(0, 300),
      parts: choices.map((c) => c.id),
      who: this.who().trim(),
      how: this.how(),
      warning,
      ...(on ? { on } : {}),
    };
    // The sums it was said to are kept with it, where they were not yet: nothing changes them later.
    const unsaid = notPutYet([q]);
    const put = unsaid.length ? quotedBody(this.store.state()!, unsaid, (l) => this.name(l)) : undefined;
    return this.store.writeAll([...(put ? [{ kind: 'quoted', body: put } as const] : []), { kind: 'answer', body }]);
  }
  /** A way is taken back before anybody answered for it. */
  protected async drop(o: QuotedOption): Promise<void> {
    for (const c of o.option.choices) await this.store.strike(c, 'taken back before it was answered');
  }
}
