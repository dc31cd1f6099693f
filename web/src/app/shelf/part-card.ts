import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import type { ShelfState } from '@ash-knot/contract';
import { capital, fastenerName, inDialect, partFields, sayBookValue, sayHere, whole, type Part, own } from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { PartOverlay } from '../parts/part-overlay';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Api } from '../state/api';
import { day, money } from '../words/format';

/** All that is said of a part; counted here, its reorder point set, and laid over another one. */
@Component({
  selector: 'ak-part-card',
  imports: [PartOverlay, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="grid gap-x-10 gap-y-5 pb-5 plate:grid-cols-[1fr_1fr]" data-testid="part-card">
      <section class="order-2 plate:order-none">
        <dl class="grid grid-cols-[auto_1fr] gap-x-4 text-[15px]">
          @for (l of lines(); track l.name) {
            <dt class="soft py-0.5">{{ l.name }}</dt>
            <dd class="py-0.5">{{ l.text }}</dd>
          }
        </dl>
        <p class="soft mt-2 text-sm">{{ known() }}</p>
      </section>
      <section>
        <form class="flex flex-wrap items-end gap-3" (submit)="count($event)">
          <ak-text-field
            class="w-40"
            label="Counted on the shelf"
            [(value)]="counted"
            [mono]="true"
            mode="numeric"
            [maxLength]="6"
            testId="shelf-counted"
            field="number counted"
          />
          <button class="btn" data-testid="shelf-count">It is {{ counted().trim() || '…' }}</button>
          <p class="soft w-full text-sm" data-testid="shelf-was">{{ was() }}</p>
          <ak-wrong class="w-full" [error]="countError()" safe="Nothing was stored." testId="shelf-count-error" />
        </form>
        <form class="mt-4 flex flex-wrap items-end gap-3" (submit)="reorder($event)">
          <ak-text-field
            class="w-40"
            label="To be ordered from"
            [(value)]="at"
            [mono]="true"
            mode="numeric"
            [maxLength]="4"
            testId="shelf-reorder"
            field="reorder point"
          />
          <button class="btn" data-testid="shelf-reorder-set">
            {{ at().trim() ? 'Left, it is ordered' : 'Never by itself' }}
          </button>
          <p class="soft w-full text-sm">{{ point() }}</p>
          <ak-wrong class="w-full" [error]="pointError()" safe="Nothing was stored." testId="shelf-reorder-error" />
        </form>
        <p class="mt-4">
          @if (held()?.id === part().id) {
            <button type="button" class="btn" (click)="hold.emit(null)">Put it back</button>
            <span class="soft ml-3 text-sm">Open another part: they are laid over each other.</span>
          } @else {
            <button type="button" class="btn" (click)="hold.emit(part())" data-testid="shelf-hold">Lay another over it</button>
          }
        </p>
        @if (held(); as a) {
          @if (a.id !== part().id) {
            <div class="mt-5" data-testid="shelf-overlay">
              <h3 class="heading">{{ a.name }} in the hand, and this one</h3>
              @if (a.kind === part().kind || bothLinks()) {
                <ak-part-overlay class="mt-2" [a]="a" [b]="part()" />
              } @else {
                <p class="mt-1">A {{ session.say(a.kind) }} and a {{ session.say(part().kind) }} have nothing to compare.</p>
              }
            </div>
          }
        }
      </section>
    </div>
  `,
})
export class PartCard {
  readonly part = input.required<Part>();
  readonly state = input<ShelfState>();
  readonly types = input<Readonly<Record<string, string>>>({});
  readonly held = input<Part | null>(null);
  readonly hold = output<Part | null>();
  /** Its shelf was counted, or its reorder point set. */
  readonly changed = output<void>();
  private readonly api = inject(Api);
  private readonly ask = inject(Ask);
  protected readonly session = inject(Session);

  protected readonly counted = signal('');
  private readonly stands = computed(() => String(this.state()?.reorderAt ?? ''));
  /** The point that stands, until another is typed. */
  protected readonly at = linkedSignal(() => this.stands());
  protected readonly countError = signal<Error | null>(null);
  protected readonly pointError = signal<Error | null>(null);

  protected readonly bothLinks = computed(() => [this.held()?.kind, this.part().kind].every((k) => k?.endsWith(' link')));
  protected readonly lines = computed(() => {
    const p = this.part();
    const said = partFields(p.kind).flatMap((f) => {
      const text = f.of(p);
      return text === undefined || f.id === 'stock' || f.id === 'delivery'
        ? []
        : [{ name: inDialect(f.name, this.session.dialect()), text: this.session.say(text) }];
    });
    const fits = p.fits.map((f) => `${own(this.types(), f.typeId) ?? 'a type that is gone'}, ${f.axle}`);
    return [
      { name: 'Price', text: `${money(p.priceMinor, p.currency)}, ${p.supplier}` },
      { name: 'Here', text: p.deliveryHours === undefined ? `${sayHere(p)}, nobody said when` : sayHere(p) },
      ...said,
      ...p.torque.map((v) => ({
        name: fastenerName(v.fastener, this.session.dialect()),
        text: `${sayBookValue(v)}${v.thread ? `, ${v.thread}` : ''}: ${v.source}`,
      })),
      { name: 'Listed for', text: fits.join('; ') || 'no vehicle' },
    ];
  });
  protected readonly known = computed(() => {
    const added = this.state()?.added;
    const addedBy = added ? ` Written down by ${this.session.name(added.by)}, ${day(added.at)}.` : '';
    return `From: ${this.part().source}. What is not here was not said.${addedBy}`;
  });
  protected readonly was = computed(() => {
    const c = this.state()?.counted;
    const now = `Reckoned: ${this.part().stock}.`;
    if (!c) return `${now} Never counted.`;
    const off = c.thought === c.quantity ? '' : `, where ${c.thought} was reckoned`;
    return `${now} Counted ${c.quantity} by ${this.session.name(c.by)}, ${day(c.at)}${off}.`;
  });
  protected readonly point = computed(() => {
    const at = this.state()?.reorderAt ?? null;
    if (at === null) return 'Nobody keeps an eye on it.';
    return this.part().stock <= at
      ? `${capital(String(this.part().stock))} left: to be ordered.`
      : `Ordered when ${at} are left.`;
  });

  private async write(error: typeof this.countError, work: () => Promise<unknown>): Promise<void> {
    error.set(null);
    try {
      if (!this.session.person() && !(await this.ask.name())) return;
      await work();
      this.changed.emit();
    } catch (e) {
      error.set(e as Error);
    }
  }
  private path(what: string): string {
    return `/parts/${encodeURIComponent(this.part().id)}/${what}`;
  }
  protected count(event: Event): Promise<void> {
    event.preventDefault();
    return this.write(this.countError, async () => {
      await this.api.post(this.path('count'), { counted: whole('number counted', this.counted(), 0, 100_000) });
      this.counted.set('');
    });
  }
  protected reorder(event: Event): Promise<void> {
    event.preventDefault();
    return this.write(this.pointError, async () => {
      const text = this.at().trim();
      await this.api.put(this.path('reorder'), { at: text ? whole('reorder point', text, 0, 1000) : null });
    });
  }
}
