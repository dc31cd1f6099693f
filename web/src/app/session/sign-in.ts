import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { PinField } from '../kit/pin-field';
import { Logo } from '../kit/logo';
import { TextField } from '../kit/text-field';
import { Session } from './session';

/** Once for a device: which bay it stands in, and somebody's PIN. It stays signed in after that. */
@Component({
  selector: 'ak-sign-in',
  imports: [PinField, Logo, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main class="mx-auto grid min-h-dvh max-w-3xl content-center p-6">
      <p class="flex items-center gap-3 text-lg font-bold">
        <ak-logo [width]="34" />
        Ash Knot
      </p>
      <h1 class="mt-8 text-2xl font-bold">Which bay is this, and who says so?</h1>
      <p class="soft mt-1">{{ session.door()?.name }}. The tablet stays signed in to its bay; whoever works taps their name.</p>
      <form (submit)="go($event)">
        <div class="mt-8 flex flex-wrap gap-2" role="group" aria-label="Bay">
          @for (b of session.door()?.bays ?? []; track b) {
            <button type="button" class="pick" [attr.aria-pressed]="b === bay()" (click)="bay.set(b)">
              {{ b }}
            </button>
          }
        </div>
        @if (people().length) {
          <div class="mt-5 flex flex-wrap gap-2" role="group" aria-label="Your name">
            @for (p of people(); track p.id) {
              <button type="button" class="pick" [attr.aria-pressed]="p.id === person()" (click)="person.set(p.id)">
                {{ p.name }}
              </button>
            }
          </div>
        } @else {
          <ak-text-field class="mt-5 block max-w-80" label="Your name" [(value)]="person" [maxLength]="60" />
        }
        <ak-pin-field class="mt-5 max-w-60" [(value)]="pin" [error]="error()" testId="pin" />
        <button
          type="submit"
          class="btn btn-go mt-6 min-w-48"
          [disabled]="busy() || !bay() || !person() || pin().length < 4"
          data-testid="sign-in"
        >
          Sign this device in
        </button>
      </form>
      <p class="soft mt-10 max-w-prose text-sm">
        The maker’s information, local inspection rules and licensed practice come first. This program never invents a torque
        value.
      </p>
    </main>
  `,
})
export class SignIn {
  protected readonly session = inject(Session);
  /** Nobody's where the yard rule hides the names: then it is typed. */
  protected readonly people = computed(() => this.session.people().filter((p) => p.role !== 'learner'));
  protected readonly bay = signal('');
  protected readonly person = signal('');
  protected readonly pin = signal('');
  protected readonly error = signal('');
  protected readonly busy = signal(false);

  async go(e: Event): Promise<void> {
    e.preventDefault();
    this.busy.set(true);
    try {
      await this.session.signIn(this.person(), this.pin(), this.bay());
    } catch (err) {
      this.error.set((err as Error).message);
      this.pin.set('');
    } finally {
      this.busy.set(false);
    }
  }
}
