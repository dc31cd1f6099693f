import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, output, signal } from '@angular/core';
import { attempt, BadInput, readPrice, amountOf, within, type PriceRules, type YardRules } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { Session } from '../session/session';

/** What prices are in, what an hour costs, and where the tax is. */
@Component({
  selector: 'ak-price-rules',
  imports: [Picks, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="mt-7 text-xl font-bold">Prices</h2>
    <form class="mt-2 grid grid-cols-2 items-end gap-3 sm:grid-cols-4" (submit)="keep($event)">
      <ak-text-field
        label="Currency"
        [(value)]="currency"
        [mono]="true"
        [capitals]="true"
        [maxLength]="3"
        testId="rules-currency"
      />
      <ak-text-field label="An hour of work" [(value)]="rate" [mono]="true" mode="decimal" testId="rules-rate" />
      <ak-text-field label="Tax, %" [(value)]="tax" [mono]="true" mode="decimal" testId="rules-tax" />
      <button class="btn" data-testid="rules-prices">Write it down</button>
    </form>
    <p class="soft mt-1 text-sm">At 0, work is shown in minutes only.</p>
    <ak-wrong [error]="error()" safe="Nothing was changed." testId="rules-price-error" />
    <ak-picks
      class="mt-3 block"
      label="Tax"
      [options]="['in every price', 'added in the sums']"
      [picked]="[rules().prices.taxIncluded ? 'in every price' : 'added in the sums']"
      [single]="true"
      (pickedChange)="changed.emit({ prices: { ...rules().prices, taxIncluded: $event[0] === 'in every price' } })"
    />
  `,
})
export class PriceRulesForm {
  readonly rules = input.required<YardRules>();
  readonly changed = output<Partial<YardRules>>();
  protected readonly session = inject(Session);
  protected readonly error = signal<Error | null>(null);
  /** As the rule stands, until somebody writes another. */
  protected readonly currency = linkedSignal(() => this.rules().currency);
  protected readonly rate = linkedSignal(() => amountOf(this.rules().prices.labourMinorPerHour, this.rules().currency));
  protected readonly tax = linkedSignal(() => String(this.rules().prices.taxPercent));

  protected keep(e: Event): void {
    e.preventDefault();
    const read = attempt((): Partial<YardRules> & { prices: PriceRules } => {
      const currency = this.currency().trim().toUpperCase();
      if (!/^[A-Z]{3}$/.test(currency)) throw new BadInput('currency', 'must be three capitals, such as EUR', this.currency());
      return {
        currency,
        prices: {
          ...this.rules().prices,
          labourMinorPerHour: readPrice(this.rate(), currency, 'an hour of work'),
          taxPercent: within('tax, %', Number(this.tax().replace(',', '.') || NaN), 0, 100, '%'),
        },
      };
    });
    this.error.set(read.ok ? null : read.error);
    if (read.ok) this.changed.emit(read.value);
  }
}
