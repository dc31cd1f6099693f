import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { CustomerBody, CustomerView } from '@ash-knot/contract';
import { TELLS } from '@ash-knot/core';
import { FieldErrors } from '../kit/field-errors';
import { SelectField } from '../kit/select-field';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Entitled } from '../session/entitled';
import { Customers } from '../session/customers';
import { ApiError } from '../state/api';

const NOBODY: CustomerBody = { name: '', telephone: '', email: '', address: '', language: '', tell: 'by phone', note: '' };

/** Whom a vehicle belongs to and how they are reached; written in place, deleted when they ask for it. */
@Component({
  selector: 'ak-customer-card',
  imports: [SelectField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (customers.mayKnow()) {
      <h2 class="text-xl font-bold">Customer</h2>
      @if (typed(); as t) {
        <form class="mt-2 space-y-3" (submit)="save($event)" data-testid="customer-form">
          @if (!customer() && known().length) {
            <ak-select-field
              label="One we know"
              none="somebody new"
              [wide]="true"
              [options]="known()"
              value=""
              (valueChange)="link($event)"
              testId="customer-known"
            />
          }
          <ak-text-field label="Name" [value]="t.name" (valueChange)="put({ name: $event })" testId="customer-name" />
          <div class="grid gap-3 sm:grid-cols-2">
            <ak-text-field
              label="Telephone"
              [value]="t.telephone"
              (valueChange)="put({ telephone: $event })"
              [mono]="true"
              [maxLength]="40"
              testId="customer-telephone"
            />
            <ak-text-field
              label="E-mail"
              field="email"
              [value]="t.email"
              (valueChange)="put({ email: $event })"
              [maxLength]="160"
            />
            <ak-text-field label="Address" [value]="t.address" (valueChange)="put({ address: $event })" [maxLength]="300" />
            <ak-text-field label="Language" [value]="t.language" (valueChange)="put({ language: $event })" [maxLength]="40" />
            <ak-select-field
              label="Wants to be told"
              [wide]="true"
              [options]="tells"
              [value]="t.tell"
              (valueChange)="tell($event)"
              testId="customer-tell"
            />
            <ak-text-field label="Worth knowing" [value]="t.note" (valueChange)="put({ note: $event })" [maxLength]="300" />
          </div>
          <ak-wrong [error]="error()" testId="customer-error" />
          <div class="flex flex-wrap gap-3">
            <button class="btn btn-go" data-testid="customer-save">Write it down</button>
            <button type="button" class="btn" (click)="typed.set(null)">Leave it</button>
          </div>
        </form>
      } @else if (customer(); as c) {
        <div class="mt-1" data-testid="customer">
          <p>
            <b>{{ c.name }}</b>{{ c.language ? ', ' + c.language : '' }} · wants to be told {{ c.tell }}
          </p>
          <p class="flex flex-wrap gap-x-5">
            @if (c.telephone) {
              <a class="link mono" [href]="'tel:' + c.telephone">{{ c.telephone }}</a>
            }
            @if (c.email) {
              <a class="link" [href]="'mailto:' + c.email">{{ c.email }}</a>
            }
            {{ c.address }}
          </p>
          @if (c.note) {
            <p class="soft">{{ c.note }}</p>
          }
          <p class="mt-1 flex flex-wrap gap-x-5">
            <button type="button" class="link" (click)="begin(c)" data-testid="customer-edit">Put it right</button>
            <button type="button" class="link" (click)="asking.set(true)" data-testid="customer-forget">
              They want it deleted
            </button>
          </p>
          @if (asking()) {
            <p class="caution mt-2">
              Deleted for good: how {{ c.name }} is reached, and the name as the owner of
              {{ c.vehicles > 1 ? c.vehicles + ' vehicles' : 'this vehicle' }}. The vehicles stay, and what was agreed on their
              sheets.
              <span class="mt-2 flex gap-3">
                <button type="button" class="btn" (click)="forget(c)" data-testid="customer-forget-sure">Delete it</button>
                <button type="button" class="btn" (click)="asking.set(false)">Keep it</button>
              </span>
            </p>
          }
          <ak-wrong [error]="error()" testId="customer-error" />
        </div>
      } @else {
        <p class="nothing">{{ error() ?? 'Nobody is written down for it.' }}</p>
        <button type="button" class="btn mt-1" (click)="begin(null)" data-testid="customer-new">Write them down</button>
      }
    }
  `,
})
export class CustomerCard {
  readonly vehicle = input.required<string>();
  /** Who owns it by the file: taken as the name of a new one. */
  readonly owner = input('');
  /** The owner of the vehicle is not in the file any more. */
  readonly forgotten = output();
  protected readonly customers = inject(Customers);
  private readonly lead = inject(Entitled);
  protected readonly tells = TELLS;
  protected readonly customer = signal<CustomerView | null>(null);
  protected readonly known = signal<readonly { value: string; name: string }[]>([]);
  protected readonly typed = signal<CustomerBody | null>(null);
  protected readonly asking = signal(false);
  protected readonly error = signal<string | null>(null);

  constructor() {
    effect(() => {
      const id = this.vehicle();
      const may = this.customers.mayKnow();
      untracked(() => may && this.load(id));
    });
  }
  private load(id: string): void {
    this.typed.set(null);
    this.customers.of(id).then(
      (c) => this.customer.set(c),
      (e: Error) => this.error.set(e.message),
    );
  }
  protected begin(c: CustomerView | null): void {
    this.error.set(null);
    this.typed.set(c ?? { ...NOBODY, name: this.owner() });
    if (!c)
      this.customers.known('').then(
        (all) => this.known.set(all.map((k) => ({ value: k.id, name: [k.name, k.telephone].filter(Boolean).join(', ') }))),
        // Then somebody new is written down.
        () => undefined,
      );
  }
  protected put(part: Partial<CustomerBody>): void {
    this.typed.update((t) => t && { ...t, ...part });
  }
  protected tell(how: string): void {
    this.put({ tell: TELLS.find((x) => x === how)! });
  }
  private async doing(work: () => Promise<unknown>): Promise<void> {
    try {
      await work();
      this.error.set(null);
      this.load(this.vehicle());
    } catch (e) {
      this.error.set(e instanceof ApiError ? e.message : String(e));
    }
  }
  protected link(customer: string): Promise<void> {
    return this.doing(() => this.customers.write(this.vehicle(), { customer }));
  }
  protected save(e: Event): Promise<void> {
    e.preventDefault();
    const { name, telephone, email, address, language, tell, note } = this.typed()!;
    return this.doing(() => this.customers.write(this.vehicle(), { name, telephone, email, address, language, tell, note }));
  }
  protected async forget(c: CustomerView): Promise<void> {
    const said = await this.lead.run(async () => {
      await this.customers.forget(c.id);
      return '';
    });
    if (!said) return;
    this.error.set(said.bad ? said.text : null);
    if (said.bad) return;
    this.asking.set(false);
    this.load(this.vehicle());
    this.forgotten.emit();
  }
}
