import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { capital, sayState, uncapital, VEHICLE_STATES, type VehicleState } from '@ash-knot/core';
import type { StandQuestion } from './stand-ask';
import { Session } from '../session/session';

/** How the vehicle stands, one tap. Those in which the check shows something stand first. */
@Component({
  selector: 'ak-stand-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="text-xl font-bold">How does the vehicle stand?</h2>
      <p class="soft mt-1">
        @if (q.said; as s) {
          It was said to be {{ say(s) }}.
        }
        It decides whether this counts: {{ session.say(uncapital(q.title)) }}.
      </p>
      <div class="mt-4 grid gap-2 sm:grid-cols-2">
        @for (s of states; track s) {
          <button type="button" class="btn !min-h-14 flex-col !gap-0" (click)="ref.close(s)" [attr.data-testid]="'stands-' + s">
            {{ capital(say(s)) }}
            <span class="soft text-[13px] font-normal">{{ q.counting.includes(s) ? 'valid' : 'proves nothing' }}</span>
          </button>
        }
      </div>
      <button type="button" class="link mt-4" (click)="ref.close()">Not now</button>
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class StandDialog {
  protected readonly session = inject(Session);
  protected readonly q = inject<StandQuestion>(DIALOG_DATA);
  protected readonly ref = inject<DialogRef<VehicleState>>(DialogRef);
  protected readonly states = [...VEHICLE_STATES].sort(
    (a, b) => Number(this.q.counting.includes(b)) - Number(this.q.counting.includes(a)),
  );
  protected readonly say = sayState;
  protected readonly capital = capital;
  protected readonly uncapital = uncapital;
}
