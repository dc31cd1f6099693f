import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { PinField } from '../kit/pin-field';
import { ApiError } from '../state/api';
import { Session } from './session';

@Component({
  selector: 'ak-pin-dialog',
  imports: [PinField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel" (submit)="ok($event)">
      <h2 class="text-xl font-bold">PIN</h2>
      <p class="mt-1">{{ data.why }}</p>
      <div class="mt-4 flex flex-wrap gap-2" role="group" aria-label="Whose PIN">
        @for (p of people(); track p.id) {
          <button type="button" class="pick" [attr.aria-pressed]="p.id === person()" (click)="person.set(p.id)">
            {{ p.name }}
          </button>
        }
      </div>
      <ak-pin-field class="mt-4" [(value)]="pin" [error]="error()" testId="pin" />
      <div class="mt-5 flex gap-3">
        <button type="submit" class="btn btn-go flex-1" [disabled]="busy() || pin().length < 4 || !person()" data-testid="pin-ok">
          Sign
        </button>
        <button type="button" class="btn" (click)="ref.close()">Leave it</button>
      </div>
      @if (noLine()) {
        <button
          type="button"
          class="btn mt-3 w-full"
          [disabled]="!person()"
          (click)="ref.close(person() ?? undefined)"
          data-testid="sign-later"
        >
          Write it down, sign it when the line is back
        </button>
        <p class="soft mt-1 text-sm">It waits in “not yet sent” and counts as signed by nobody until then.</p>
      }
    </form>
  `,
  styleUrl: '../kit/panel.css',
})
export class PinDialog {
  protected readonly session = inject(Session);
  protected readonly ref = inject(DialogRef<string>);
  protected readonly data = inject<{ why: string; roles?: readonly string[]; signs?: boolean }>(DIALOG_DATA);
  protected readonly people = computed(() =>
    this.session.people().filter((p) => !this.data.roles || this.data.roles.includes(p.role)),
  );
  protected readonly person = signal(this.people().find((p) => p.id === this.session.person()?.id)?.id ?? null);
  protected readonly pin = signal('');
  protected readonly error = signal('');
  protected readonly busy = signal(false);
  /** The line is down: a PIN cannot be compared here, only asked for later. */
  protected readonly noLine = signal(false);

  async ok(e: Event): Promise<void> {
    e.preventDefault();
    const person = this.person();
    if (!person || this.busy()) return;
    this.busy.set(true);
    try {
      await this.session.confirm(person, this.pin());
      this.ref.close(person);
    } catch (err) {
      this.noLine.set(err instanceof ApiError && err.offline && this.data.signs === true);
      this.error.set((err as Error).message);
      this.pin.set('');
    } finally {
      this.busy.set(false);
    }
  }
}
