import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  besidesOf,
  capital,
  notPutYet,
  quotedBody,
  quoteOf,
  sayBan,
  sayDay,
  sayLabour,
  sayMoney,
  sayParts,
  totalOf,
  leftAt,
  PAPER_LANGUAGES,
  type ChoiceLine,
  type QuotedOption,
} from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { PAPERS, quotePaper } from '@ash-knot/core/paper';
import { JobStore } from '../job/job-store';
import { PaperView } from '../job/paper-view';
import { Picks } from '../kit/picks';
import { sheetPath } from '../job/sheet-path';
import type { LedgerName } from '../offline/outbox';
import { PaperHead } from '../kit/paper-head';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { longDay } from '../words/format';

/** The quote on paper: every line with its ways, what they cost and what was said to them. A4 or Letter, black only. */
@Component({
  selector: 'ak-quote-sheet',
  imports: [Fetched, PaperHead, PaperView, Picks, RouterLink],
  providers: [JobStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="no-print flex flex-wrap items-center gap-x-4 gap-y-2 border-b px-6 py-2">
      <a class="link" [routerLink]="sheetPath(ledger(), id(), 'settle')">Back to the sheet</a>
      <ak-picks
        label="Language of the paper"
        [options]="languages"
        [picked]="[language()]"
        [single]="true"
        (pickedChange)="language.set($event[0] ?? language())"
      />
      <button type="button" class="btn btn-go ml-auto" (click)="print()">Print</button>
    </div>
    @if (store.state(); as s) {
      @if (store.view(); as v) {
        @if (other(); as paper) {
          <ak-paper-view
            [paper]="paper"
            [lang]="words().tag"
            [shop]="session.letterhead()"
            [under]="v.vehicle.typeName + ', ' + v.vehicle.year + ' · ' + words().distance(s.distanceKm, units.distance())"
            [day]="words().day(written())"
            [owner]="v.vehicle.owner"
          />
        } @else {
          <main class="page" data-testid="quote-sheet">
            <ak-paper-head
              [shop]="session.letterhead()"
              [title]="v.vehicle.plate + ': what it would cost'"
              [under]="v.vehicle.typeName + ', ' + v.vehicle.year + ' · ' + units.sayDistance(s.distanceKm)"
              >{{ today() }}<br />{{ v.vehicle.owner }}</ak-paper-head
            >
            @if (danger().length) {
              <p class="my-4 border-4 border-black p-3 text-xl font-bold">{{ ban() }}</p>
            }
            @for (q of quoted(); track q.line.id) {
              <h2 class="first-letter:uppercase">{{ name(q.line) }}</h2>
              <table>
                <thead>
                  <tr>
                    <th></th>
                    @for (o of q.options; track o.option.name) {
                      <th class="text-left">{{ o.option.name }}</th>
                    }
                  </tr>
                </thead>
                <tbody>
                  @for (r of rows; track r.name) {
                    <tr>
                      <th class="text-left font-normal" scope="row">{{ r.name }}</th>
                      @for (o of q.options; track o.option.name) {
                        <td [class.font-bold]="r.name === 'total'">{{ session.say(r.of(o)) }}</td>
                      }
                    </tr>
                  }
                </tbody>
              </table>
              @if (q.difference) {
                <p>{{ session.say(q.difference) }}</p>
              }
              @if (q.beside && q.beside.savesMinutes > 0) {
                <p>
                  {{ money(q.beside.togetherMinor) }} while it is apart for the first, {{ money(q.beside.laterMinor) }} by itself
                  later.
                </p>
              }
              <p class="font-bold">{{ said(q.line) }}</p>
            } @empty {
              <p>Nothing was chosen yet.</p>
            }
            @if (total(); as t) {
              <p class="mt-4 flex justify-between border-t-2 border-black pt-2 text-xl font-bold" data-testid="quote-total">
                <span>{{ t.says }}:</span>&ngsp;<span>{{ t.sum }}</span>
              </p>
            }
            @if (besides().length) {
              <h2>Safety, and found besides</h2>
              <ul>
                @for (b of besides(); track b.joint) {
                  <li>{{ session.say(b.sentence) }}</li>
                }
              </ul>
            }
            <p class="mt-6">{{ terms() }}</p>
          </main>
        }
      }
    } @else {
      <ak-fetched class="p-8" what="the sheet" [failed]="store.failed() ?? ''" [here]="false" (again)="store.again()" />
    }
  `,
  styleUrl: '../kit/paper.css',
})
export class QuoteSheet {
  readonly id = input.required<string>();
  readonly ledger = input<LedgerName>('jobs');
  protected readonly sheetPath = sheetPath;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  protected readonly money = (minor: number): string => sayMoney(minor, this.store.state()!.context.rules.currency);
  protected readonly quoted = computed(() => quoteOf(this.store.state()!, this.money));
  protected readonly besides = computed(() => besidesOf(this.store.state()!));
  protected readonly danger = computed(() => leftAt(this.store.state()!));
  protected readonly ban = computed(() => sayBan(this.store.state()!, this.danger()));
  /** The day the last line of it was written: a quote is as old as what it says. */
  protected readonly written = computed(() => this.store.state()!.entries.at(-1)?.at ?? this.store.view()!.openedAt);
  protected readonly today = computed(() => longDay(this.written()));
  protected readonly languages = PAPER_LANGUAGES;
  protected readonly language = linkedSignal(() => this.session.letterhead().language);
  protected readonly words = computed(() => PAPERS[this.language()]);
  /** In another language than this program’s own. */
  protected readonly other = computed(() =>
    this.language() === 'English' ? null : quotePaper(this.store.state()!, this.words(), this.store.view()!.vehicle.plate),
  );
  protected readonly rows: readonly { readonly name: string; of(o: QuotedOption): string }[] = [
    { name: 'what', of: (o) => o.parts.map((p) => `${p.quantity} × ${p.part.name}`).join(', ') },
    { name: 'parts', of: (o) => this.money(o.partsMinor) },
    {
      name: 'labour',
      of: (o) => (o.labourMinor === undefined ? sayLabour(o) : `${this.money(o.labourMinor)}, ${sayLabour(o)}`),
    },
    { name: 'total', of: (o) => this.money(o.totalMinor) },
    { name: 'available', of: (o) => o.here },
    { name: 'warranty', of: (o) => o.warranty },
    { name: 'upkeep', of: (o) => o.upkeep },
    { name: 'ride', of: (o) => o.ride || '–' },
  ];
  /** One sum of all that is still to be done. */
  protected readonly total = computed(() => {
    const t = totalOf(this.quoted());
    if (!t) return null;
    return {
      says: t.agreed ? 'Agreed' : t.least ? 'All of it, each by its cheapest way' : 'All of it',
      sum: this.money(t.minor),
    };
  });
  protected readonly terms = computed(() => {
    const { quoted, context } = this.store.state()!;
    const { currency } = context.rules;
    // As it was when it was said.
    const prices = quoted.at(-1)?.body ?? context.rules.prices;
    const tax =
      prices.taxPercent === 0
        ? 'No tax is reckoned.'
        : `${prices.taxPercent} % tax is ${prices.taxIncluded ? 'in' : 'added to'} every sum.`;
    const rate =
      prices.labourMinorPerHour > 0 ? ` Work at ${sayMoney(prices.labourMinorPerHour, currency)} an hour, by the plan.` : '';
    return `${tax}${rate} Rust can make it longer; we ask before it costs more.`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id, this.ledger()));
    });
  }
  protected name(line: ChoiceLine): string {
    return sayParts(this.session.dialect(), line.joints);
  }
  /** What was said to a line, and by whom; nothing is taken for a yes. */
  protected said(line: ChoiceLine): string {
    const a = line.answer?.body;
    if (!a || line.standing === 'waiting') return 'Not answered yet.';
    const word = { approved: 'Yes', declined: 'No', later: `Later${a.on ? `, by ${sayDay(a.on)}` : ''}` }[a.answer];
    const taken = line.options.find((o) => o.standing === 'approved')?.name;
    return `${word}${taken && line.options.length > 1 ? ` to ${taken}` : ''}: ${capital(a.who)}, ${a.how}, ${longDay(line.answer!.at)}.${a.warning ? ` Warned: ${a.warning}.` : ''}`;
  }
  /** What goes out on paper is put to the customer: it is kept as it stands there, under a name. */
  protected async print(): Promise<void> {
    const unsaid = notPutYet(this.quoted());
    if (unsaid.length) {
      const body = quotedBody(this.store.state()!, unsaid, (l) => this.name(l));
      if (!(await this.store.write('quoted', body))) return;
    }
    window.print();
  }
}
