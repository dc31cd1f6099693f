import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { sayEntry } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Outbox } from './outbox';
import { Session } from '../session/session';
import { ledgerWords } from '../words/ledger';
import { Units } from '../session/units';

/** What is kept in this browser and not at the server yet, and why. */
@Component({
  selector: 'ak-outbox-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="text-xl font-bold">Not yet sent</h2>
      <p class="soft mt-1">Kept in this browser, through a reload too, and sent by itself when the line is back.</p>
      <ul class="mt-3">
        @for (p of outbox.pending(); track p.entry.id) {
          <li class="rule py-2">
            <p class="font-semibold">{{ say(p.entry) }}</p>
            @if (p.refused; as r) {
              <p class="wrong text-sm">{{ r.message }}</p>
              <button type="button" class="link" (click)="outbox.drop(p.entry.id)">Throw it away</button>
              @if (r.kind === 'pin') {
                <button type="button" class="link ml-4" (click)="pin()">Give the PIN and send</button>
              }
            }
          </li>
        } @empty {
          <li class="py-3">Everything is sent.</li>
        }
      </ul>
      <div class="mt-4 flex gap-3">
        <button type="button" class="btn btn-go" (click)="outbox.retry()">Send now</button>
        <button type="button" class="btn" (click)="ref.close()">Close</button>
      </div>
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class OutboxList {
  protected readonly outbox = inject(Outbox);
  protected readonly ref = inject(DialogRef);
  private readonly ask = inject(Ask);
  private readonly session = inject(Session);
  private readonly units = inject(Units);

  protected say(e: Parameters<typeof sayEntry>[0]): string {
    return sayEntry(e, ledgerWords(this.session.dialect(), this.units.measures(), this.session.zone()));
  }
  protected async pin(): Promise<void> {
    if (await this.ask.pin('These entries wait for a PIN.')) this.outbox.retry();
  }
}
