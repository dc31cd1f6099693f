import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { isSigned, type Entry, type EntryKind } from '@ash-knot/core';
import { Session } from './session';
import { PANEL } from '../kit/panel';

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
  /** A PIN that stands for a few minutes. `why` is the sentence above the field. */
  async pin(why: string, roles?: readonly string[]): Promise<string | undefined> {
    const { PinDialog } = await import('./pin-dialog');
    return firstValueFrom(
      this.dialog.open<string>(PinDialog, {
        ...PANEL,
        // The name is usually right; the number is what has to be typed.
        autoFocus: 'input',
        width: '420px',
        ariaLabel: 'PIN',
        data: { why, roles },
      }).closed,
    );
  }
  async worker(kinds: readonly EntryKind[]): Promise<string | undefined> {
    const person = this.session.person()?.id;
    if (!kinds.some(isSigned)) return person ?? this.name();
    if (person && this.session.confirmed(person)) return person;
    return this.pin(
      kinds.includes('hand-back') ? 'The hand-back is signed with a PIN.' : 'The customer’s answer is signed with a PIN.',
      kinds.includes('hand-back') ? ['technician', 'lead'] : ['technician', 'lead', 'writer'],
    );
  }
  async strike(entry: Entry): Promise<string | undefined> {
    const person = this.session.person()?.id;
    if (person === entry.by && !isSigned(entry.kind)) return person;
    if (person && this.session.confirmed(person)) return person;
    return this.pin(`This was written by ${this.session.name(entry.by)}. Striking it takes a PIN.`, [
      'technician',
      'lead',
      'writer',
    ]);
  }
}
