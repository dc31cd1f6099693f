import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { count, sayEntry, type Entry, ledgerWords, own } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { clock, dayOfYear } from '../words/format';
import type { PendingEntry } from './database';
import { Keeper } from './keeper';
import { Outbox } from './outbox';

/** What is kept in this browser and not at the server yet; what was set aside, why, and what its author may do. */
@Component({
  selector: 'ak-outbox-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="text-xl font-bold">Not yet sent</h2>
      <p class="soft mt-1">
        @if (keeper.unkept()) {
          On this screen alone, as this device’s storage is full: do not close or reload it. Sent by itself when the line is back.
        } @else {
          Kept in this browser, through a reload too, and sent by itself when the line is back.
        }
        What the server will not take is set aside; the rest goes on.
      </p>
      <ul class="mt-3">
        @for (p of outbox.pending(); track p.entry.id) {
          <li class="rule py-2" data-testid="pending">
            <p class="font-semibold">{{ say(p.entry) }}</p>
            <p class="soft text-sm">{{ session.name(p.entry.by) }}, {{ when(p.entry.at) }}</p>
            @if (p.refused; as r) {
              <p class="wrong mt-1 text-sm" role="alert">{{ r.message }}</p>
              @if (mine(p.entry)) {
                @if (editing() === p.entry.id) {
                  <form class="mt-2 grid gap-2" (submit)="$event.preventDefault(); keep(p)">
                    <label class="block">
                      <span class="text-sm font-semibold">{{ textField(p) }}</span>
                      <textarea #box class="field mt-1 min-h-24" [value]="text()" (input)="text.set(box.value)"></textarea>
                    </label>
                    <div class="flex flex-wrap gap-3">
                      <button class="btn btn-go" data-testid="keep-text">Write it so</button>
                      <button type="button" class="btn" (click)="editing.set('')">Leave it</button>
                    </div>
                  </form>
                } @else {
                  <div class="mt-2 flex flex-wrap gap-3">
                    @if (r.kind === 'pin') {
                      <button type="button" class="btn btn-go" (click)="pin()">Give the PIN and send</button>
                    } @else if (r.kind === 'clock' && r.now; as now) {
                      <button type="button" class="btn btn-go" (click)="serversTime(p, now)" data-testid="servers-time">
                        Take the server’s time, {{ when(now) }}
                      </button>
                    } @else if (r.kind === 'crossed') {
                      <button type="button" class="btn btn-go" (click)="allTheSame(p)" data-testid="all-the-same">
                        Write mine all the same
                      </button>
                    } @else {
                      <button type="button" class="btn" (click)="again(p)">Send it again</button>
                    }
                    @if (textField(p)) {
                      <button type="button" class="btn" (click)="edit(p)" data-testid="edit-pending">Put it right</button>
                    }
                    <button type="button" class="btn" (click)="outbox.drop(p.entry.id)" data-testid="drop-pending">
                      Throw it away
                    </button>
                  </div>
                }
              } @else {
                <button type="button" class="link" (click)="ask.name()">
                  Only {{ session.name(p.entry.by) }} may change it or throw it away: tap that name
                </button>
              }
            }
          </li>
        } @empty {
          <li class="nothing">Everything is sent.</li>
        }
      </ul>
      <div class="mt-4 flex gap-3">
        <button type="button" class="btn btn-go" (click)="outbox.push()">Send now</button>
        <label class="btn"
          >Take in a file
          <input
            #file
            class="sr-only"
            type="file"
            accept=".json,application/json"
            (change)="take(file)"
            data-testid="take-unsent"
          />
        </label>
        <button type="button" class="btn" (click)="ref.close()">Close</button>
      </div>
      @if (taken()) {
        <p class="mt-2" role="status" data-testid="unsent-taken">{{ taken() }}</p>
      }
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class OutboxList {
  protected readonly outbox = inject(Outbox);
  protected readonly keeper = inject(Keeper);
  protected readonly ref = inject(DialogRef);
  protected readonly taken = signal('');
  /** A file of lines that another screen could not keep. */
  protected async take(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    if (!file) return;
    box.value = '';
    try {
      const n = await this.outbox.takeFile(await file.text());
      this.taken.set(n ? `${count(n, 'line')} taken in.` : 'Everything in it waits here already.');
    } catch (e) {
      this.taken.set(`${(e as Error).message} Nothing of it was taken.`);
    }
  }
  protected readonly ask = inject(Ask);
  protected readonly session = inject(Session);
  private readonly units = inject(Units);
  protected readonly editing = signal('');
  protected readonly text = signal('');
  private readonly me = computed(() => this.session.person()?.id);

  protected say(e: Entry): string {
    return sayEntry(e, ledgerWords(this.session.dialect(), this.units.measures(), this.session.zone()));
  }
  protected when(at: string): string {
    return `${dayOfYear(at)}, ${clock(at)}`;
  }
  protected mine(e: Entry): boolean {
    return e.by === this.me();
  }
  protected async pin(): Promise<void> {
    if (await this.ask.pin('These entries wait for a PIN.')) this.outbox.retry('pin');
  }
  protected again(p: PendingEntry): void {
    void this.outbox.change(p.entry);
  }
  /** Both times are kept: the server's stands, what this device said stays beside it. */
  protected serversTime(p: PendingEntry, now: string): void {
    void this.outbox.change({ ...p.entry, at: now, deviceAt: p.entry.deviceAt ?? p.entry.at });
  }
  /** What somebody else wrote meanwhile has been read here: this one stands beside it. */
  protected allTheSame(p: PendingEntry): void {
    const { seen: _, ...entry } = p.entry;
    void this.outbox.change(entry as Entry);
  }
  /** The text of the entry that is wrong, where it is a text. */
  protected textField(p: PendingEntry): string {
    const body = p.entry.body as unknown as Record<string, unknown>;
    return p.refused?.fields?.find((f) => typeof own(body, f) === 'string') ?? '';
  }
  protected edit(p: PendingEntry): void {
    this.text.set(String(own(p.entry.body as unknown as Record<string, unknown>, this.textField(p))));
    this.editing.set(p.entry.id);
  }
  protected keep(p: PendingEntry): void {
    const body = { ...p.entry.body, [this.textField(p)]: whole(this.text()) };
    this.editing.set('');
    void this.outbox.change({ ...p.entry, body } as Entry);
  }
}

/** A text without what no database stores: half a character, or none. */
const whole = (text: string): string => text.replace(/\p{Surrogate}/gu, '\ufffd').replaceAll('\u0000', '');
