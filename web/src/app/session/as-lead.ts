import { inject, Injectable } from '@angular/core';
import { Ask } from './ask';
import { ApiError } from '../state/api';
import { Session } from './session';

/** What came of it, in a sentence. */
export interface Said {
  readonly text: string;
  readonly bad: boolean;
}

/** Work that is the lead's: asks for their PIN where it was not given lately, and says how it went. */
@Injectable({ providedIn: 'root' })
export class AsLead {
  private readonly session = inject(Session);
  private readonly ask = inject(Ask);

  /** Undefined when nobody gave the PIN. */
  async run(work: () => Promise<string>): Promise<Said | undefined> {
    const p = this.session.person();
    if (!p || p.role !== 'lead' || !this.session.confirmed(p.id)) {
      if (!(await this.ask.pin('The yard rules are the lead’s.', ['lead']))) return undefined;
    }
    try {
      return { text: await work(), bad: false };
    } catch (e) {
      return { text: e instanceof ApiError ? e.message : String(e), bad: true };
    }
  }
}
