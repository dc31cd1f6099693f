import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { isSigned, mayWrite, ROLES } from '@ash-knot/core/ledger';
import type { Entry, EntryKind } from '@ash-knot/core';
import { Session } from './session';
import { PANEL } from '../kit/panel';

/** The sentence above the PIN, by what is signed. */
const SIGNED: Partial<Record<EntryKind, string>> = {
  'hand-back': 'The hand-back is signed with a PIN.',
  answer: 'The customer’s answer is signed with a PIN.',
  distance: 'A distance is put right with a PIN: the whole file of the vehicle follows it.',
};

/** Asks for a name or a PIN when what is being done needs one. Resolves with the person, or nothing when given up. */
@Injectable({ providedIn: 'root' })
export class Ask {
  private readonly dialog = inject(Dialog);
  private readonly session = inject(Session);

  async name(): Promise<string | undefined> {
    const { NameDialog } = await import('./name-dialog');
    return firstValueFrom(
      this.dialog.open<string>(NameDialog, { ...PANEL, width: '520px', ariaLabel: 'Who is working?' }).closed,
    );
  }
  /** A PIN that stands for a few minutes. `why` is the sentence above the field; `signs`: an entry, which may wait for its signature. */
  async pin(why: string, roles?: readonly string[], signs = false): Promise<string | undefined> {
    const { PinDialog } = await import('./pin-dialog');
    return firstValueFrom(
      this.dialog.open<string>(PinDialog, {
        ...PANEL,
        // The name is usually right; the number is what has to be typed.
        autoFocus: 'input',
        width: '420px',
        ariaLabel: 'PIN',
        data: { why, roles, signs },
      }).closed,
    );
  }
  async worker(kinds: readonly EntryKind[]): Promise<string | undefined> {
    const person = this.session.person()?.id;
    if (!kinds.some(isSigned)) return person ?? this.name();
    if (person && this.session.confirmed(person)) return person;
    const why = kinds.map((k) => SIGNED[k]).find((w) => w !== undefined) ?? 'This is signed with a PIN.';
    return this.pin(
      why,
      ROLES.filter((r) => kinds.every((k) => mayWrite(r, k))),
      true,
    );
  }
  async strike(entry: Entry): Promise<string | undefined> {
    const person = this.session.person()?.id;
    if (person === entry.by && !isSigned(entry.kind)) return person;
    if (person && this.session.confirmed(person)) return person;
    return this.pin(
      `This was written by ${this.session.name(entry.by)}. Striking it takes a PIN.`,
      ['technician', 'lead', 'writer'],
      true,
    );
  }
}
