import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, from, of, switchMap } from 'rxjs';
import { RouterLink } from '@angular/router';
import { MOST_COUNTED, type PartList } from '@ash-knot/contract';
import { PART_KINDS, partNumber, sayHex, show, type Part, type PartKind, own } from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { money } from '../words/format';
import { Picks } from '../kit/picks';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { PartCard } from './part-card';
import { TextField } from '../kit/text-field';

/** So many parts are on a page. */
const PAGE = 100;

/** The catalogue, searched; counted, laid over each other, taken in and saved as a list. */
@Component({
  selector: 'ak-shelf',
  imports: [Fetched, PartCard, Picks, RouterLink, TextField, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="px-5 py-6 plate:px-8">
      <h1 class="text-2xl font-bold">The shelf</h1>
      <p class="mt-2"><a class="link" routerLink="/lists" data-testid="to-lists">Lists in and out</a></p>
      <div class="mt-4 flex flex-wrap items-end gap-x-6 gap-y-3">
        <ak-text-field
          class="w-72"
          label="Part, supplier, number"
          [value]="text()"
          (valueChange)="text.set($event)"
          [maxLength]="60"
        />
        <ak-picks
          label="Kind"
          [options]="kinds"
          [names]="kindNames()"
          [picked]="kind() ? [kind()!] : []"
          (pickedChange)="kind.set($event.at(-1) ?? null)"
        />
        <ak-picks
          label="Stock"
          [options]="['on the shelf', 'to be ordered']"
          [picked]="[stock()]"
          (pickedChange)="stock.set($event.at(-1) ?? '')"
        />
      </div>
      @if (held(); as h) {
        <p class="mt-4 flex flex-wrap items-center gap-3" data-testid="in-hand">
          <span
            >In the hand: <b>{{ h.name }}</b>. Open another: they are laid over each other.</span
          >
          <button type="button" class="btn" (click)="held.set(null)">Put it back</button>
        </p>
      }
      <ak-fetched class="mt-4" what="the shelf" [failed]="error()" [here]="!!list()" (again)="again()" />
      <p class="soft mt-4 flex flex-wrap items-center gap-x-5 text-sm" data-testid="shelf-shown">
        <span>{{ shown() }} of {{ total() }}</span>
        @if (page()) {
          <button type="button" class="link" (click)="page.set(page() - 1)">The {{ most }} before</button>
        }
        @if (more()) {
          <button type="button" class="link" (click)="page.set(page() + 1)" data-testid="shelf-next">The next {{ most }}</button>
        }
      </p>
      <table class="mt-1 w-full">
        <thead class="soft text-left text-sm">
          <tr>
            <th class="py-2 font-semibold">Part</th>
            <th class="hidden md:table-cell font-semibold">Kind</th>
            <th class="hidden md:table-cell font-semibold">Thread</th>
            <th class="hidden md:table-cell text-right font-semibold">Length</th>
            <th class="hidden md:table-cell text-right font-semibold">Bore</th>
            <th class="hidden md:table-cell pl-6 font-semibold">Held by</th>
            <th class="hidden md:table-cell font-semibold">Supplier</th>
            <th class="text-right font-semibold">Shelf</th>
            <th class="text-right font-semibold">Price</th>
          </tr>
        </thead>
        <tbody>
          @for (p of parts(); track p.id) {
            <tr class="rule">
              <td class="py-1">
                <button
                  type="button"
                  class="min-h-11 text-left font-semibold underline decoration-ash-400 underline-offset-4"
                  [attr.aria-expanded]="opened() === p.id"
                  (click)="opened.set(opened() === p.id ? null : p.id)"
                  [attr.data-testid]="'part-' + p.id"
                >
                  {{ p.name }}</button><span class="mono soft block text-sm">{{ number(p.id) }}</span
                ><span class="soft block text-sm md:hidden">{{ small(p) }}</span>
              </td>
              <td class="soft hidden md:table-cell">{{ session.say(p.kind) }}</td>
              <td class="mono hidden md:table-cell">{{ threads(p) }}</td>
              <td class="mono hidden text-right md:table-cell">{{ p.lengthMm ? mm(p.lengthMm) : '' }}</td>
              <td class="mono hidden text-right md:table-cell">{{ p.boreMm ? mm(p.boreMm) : '' }}</td>
              <td class="hidden pl-6 md:table-cell">
                {{ heldBy(p) }}
              </td>
              <td class="soft hidden md:table-cell">{{ p.supplier }}</td>
              <td class="mono text-right" [class.text-oxide]="low(p)" [class.font-bold]="low(p)">
                {{ p.stock || (low(p) ? '0' : '') }}
              </td>
              <td class="mono text-right whitespace-nowrap">{{ money(p.priceMinor, p.currency) }}</td>
            </tr>
            @if (opened() === p.id) {
              <tr>
                <td colspan="9">
                  <ak-part-card
                    [part]="p"
                    [state]="list()!.shelf[p.id]"
                    [types]="list()!.types"
                    [held]="held()"
                    (hold)="held.set($event)"
                    (changed)="again()"
                  />
                </td>
              </tr>
            }
          } @empty {
            @if (list()) {
              <tr>
                <td colspan="9" class="nothing">
                  No part matches. Type less of its name, or take away a filter; a part of one’s own is written down under Settle.
                </td>
              </tr>
            }
          }
        </tbody>
      </table>
    </main>
  `,
})
export class Shelf {
  private readonly api = inject(Api);
  protected readonly session = inject(Session);
  private readonly units = inject(Units);
  protected mm(v: number): string {
    return show(v, 'length', this.units.length());
  }
  protected hex(v?: number): string {
    return v === undefined ? '' : sayHex(v);
  }
  /** Both ends, where they differ. */
  protected threads(p: Part): string {
    return [...new Set([p.upper?.thread, p.lower?.thread])].filter(Boolean).join(', ');
  }
  protected heldBy(p: Part): string {
    const holds = [p.upper, p.lower].flatMap((e) =>
      e?.hold && e.hold !== 'none' ? [`${this.hex(e.holdMm)} ${e.hold}`.trim()] : [],
    );
    return [...new Set(holds)].join(', ') || (p.material ?? '');
  }
  /** What its columns say, in a line, where there is no room for them. */
  protected small(p: Part): string {
    return [
      this.session.say(p.kind),
      this.threads(p),
      p.lengthMm && this.mm(p.lengthMm),
      p.boreMm && `bore ${this.mm(p.boreMm)}`,
      p.supplier,
    ]
      .filter(Boolean)
      .join(' · ');
  }
  /** From find-anything. */
  readonly q = input<string>();
  protected readonly kindNames = computed(
    () => Object.fromEntries(this.kinds.map((k) => [k, this.session.say(k)])) as Partial<Record<PartKind, string>>,
  );
  protected readonly kinds = PART_KINDS.filter((k) => k !== 'other part' && k !== 'refit');
  protected readonly money = money;
  protected readonly number = partNumber;
  protected readonly typed = draft<string | null>('shelf.q', null);
  protected readonly text = Object.assign(() => this.typed() ?? this.q() ?? '', {
    set: (v: string) => this.typed.set(v),
  });
  protected readonly kind = draft<PartKind | null>('shelf.kind', null);
  protected readonly stock = signal('');
  protected readonly opened = signal<string | null>(null);
  /** Taken in the hand, to lay another over. */
  protected readonly held = signal<Part | null>(null);
  private readonly times = signal(0);
  protected again(): void {
    this.error.set('');
    this.times.update((n) => n + 1);
  }
  protected low(p: Part): boolean {
    const at = own(this.list()?.shelf, p.id)?.reorderAt;
    return typeof at === 'number' && p.stock <= at;
  }
  protected readonly error = signal('');
  protected readonly most = PAGE;
  /** From the first again, whenever something else is looked for. */
  protected readonly page = linkedSignal({
    source: () => [this.text(), this.kind(), this.stock()] as const,
    computation: () => 0,
  });
  private readonly query = computed(() => ({
    q: this.text(),
    kind: this.kind(),
    stock: this.stock(),
    times: this.times(),
    page: this.page(),
  }));
  protected readonly list = toSignal(
    toObservable(this.query).pipe(
      debounceTime(120),
      switchMap(({ q, kind, stock, page }) =>
        from(
          this.api.get<PartList>('/parts', {
            ...(q ? { q } : {}),
            ...(kind ? { kind } : {}),
            shelf: own({ 'on the shelf': 'stocked', 'to be ordered': 'low' }, stock) ?? 'any',
            limit: String(PAGE),
            offset: String(page * PAGE),
          }),
        ).pipe(catchError((e: Error) => (this.error.set(e.message), of(null)))),
      ),
    ),
    { initialValue: null },
  );
  protected readonly parts = computed(() => this.list()?.parts ?? []);
  /** Parts are counted to a thousand and no further. */
  private readonly counted = computed(() => {
    const n = this.list()?.total ?? 0;
    return n >= MOST_COUNTED ? Infinity : n;
  });
  protected readonly total = computed(() => (this.counted() === Infinity ? `more than ${MOST_COUNTED}` : String(this.counted())));
  /** "101 to 200": which of them these are. */
  protected readonly shown = computed(() => {
    const before = this.page() * PAGE;
    const n = this.parts().length;
    return n ? `${before + 1} to ${before + n}` : '0';
  });
  protected readonly more = computed(() => this.parts().length === PAGE && (this.page() + 1) * PAGE < this.counted());
}
