import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { PinField } from '../kit/pin-field';
import { Logo } from '../kit/logo';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { ApiError } from '../state/api';
import { Session } from './session';

/** Once for a yard: what it is called, its bays, and its lead, by the code the server printed. */
@Component({
  selector: 'ak-first-run',
  imports: [PinField, Logo, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main class="mx-auto grid min-h-dvh max-w-3xl content-center p-6">
      <p class="flex items-center gap-3 text-lg font-bold"><ak-logo [width]="34" /> Ash Knot</p>
      <h1 class="mt-8 text-2xl font-bold">Nobody works here yet</h1>
      <p class="soft mt-1">
        The server printed a code when it started. Whoever has it makes the yard and its lead; it works once.
      </p>
      <form class="mt-6 grid max-w-xl gap-4" (submit)="go($event)">
        <ak-text-field label="Code from the server" [(value)]="code" [maxLength]="20" placeholder="ABCD-EFGH-JKMN" />
        <ak-text-field label="Name of the yard" [(value)]="shop" [maxLength]="80" />
        <ak-text-field label="Its bays, with commas between" [(value)]="bays" [maxLength]="400" placeholder="Bay 1, Bay 2" />
        <ak-text-field label="Prices are in (three letters)" [(value)]="currency" [maxLength]="3" />
        <ak-text-field label="Name of the lead" [(value)]="lead" [maxLength]="60" />
        <ak-pin-field class="max-w-60" label="The lead’s PIN, 4 to 8 digits" [(value)]="pin" testId="pin" />
        <ak-pin-field class="max-w-60" label="The same once more" [(value)]="again" [error]="error()" testId="pin-again" />
        <button type="submit" class="btn btn-go min-w-48 justify-self-start" [disabled]="busy()" data-testid="make-shop">
          Make the yard
        </button>
      </form>
      <p class="soft mt-10 max-w-prose text-sm">
        No limit of play and no inspection rule comes with it: each needs an owner or a source, and nobody has named one yet. They
        are written down on the yard rules.
      </p>
    </main>
  `,
})
export class FirstRunPage {
  private readonly session = inject(Session);
  protected readonly code = signal('');
  protected readonly shop = draft('first-run.shop', '');
  protected readonly bays = draft('first-run.bays', '');
  protected readonly currency = draft('first-run.currency', '');
  protected readonly lead = draft('first-run.lead', '');
  protected readonly pin = signal('');
  protected readonly again = signal('');
  protected readonly error = signal('');
  protected readonly busy = signal(false);

  async go(e: Event): Promise<void> {
    e.preventDefault();
    // Nobody else knows it, and nobody else could give the lead another.
    if (this.pin() !== this.again()) return this.error.set('The two PINs differ. Type the same twice.');
    this.busy.set(true);
    this.error.set('');
    try {
      await this.session.firstRun({
        code: this.code().trim(),
        shop: this.shop().trim(),
        bays: this.bays()
          .split(',')
          .map((b) => b.trim())
          .filter(Boolean),
        currency: this.currency().trim().toUpperCase(),
        lead: this.lead().trim(),
        pin: this.pin(),
      });
      for (const d of [this.shop, this.bays, this.currency, this.lead]) d.clear();
    } catch (err) {
      this.error.set(err instanceof ApiError ? err.message : String(err));
    } finally {
      this.busy.set(false);
    }
  }
}
