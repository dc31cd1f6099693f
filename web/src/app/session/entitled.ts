import { inject, Injectable } from '@angular/core';
import { Ask } from './ask';
import { ApiError } from '../state/api';
import { Session } from './session';

/** What came of it, in a sentence. */
export interface Said {
  readonly text: string;
  readonly bad: boolean;
}

/** Work that is some people's: asks for their name, or their PIN where it was not given lately, and says how it went. */
@Injectable({ providedIn: 'root' })
export class Entitled {
  private readonly session = inject(Session);
  private readonly ask = inject(Ask);

  /** The lead's. Undefined when nobody gave the PIN. */
  run(work: () => Promise<string>): Promise<Said | undefined> {
    return this.as(['lead'], 'The yard rules are the lead’s.', work);
  }
  /** What puts the file right, by the yard's rule: a type has torques in it, and takes a PIN. */
  async putRight(of: 'type' | 'vehicle', work: () => Promise<string>): Promise<Said | undefined> {
    const may = this.session.shop()?.rules.putRight;
    if (of === 'type') return this.as(may?.types ?? [], 'A type has torques in it: it is put right with a PIN.', work);
    if (!(this.session.person()?.id ?? (await this.ask.name()))) return undefined;
    return this.say(work);
  }
  /** Whose it is by their roles, with a PIN. */
  by(roles: readonly string[], why: string, work: () => Promise<string>): Promise<Said | undefined> {
    return this.as(roles, why, work);
  }
  /** Whose it is by their roles, by name alone. */
  async named(roles: readonly string[], work: () => Promise<string>): Promise<Said | undefined> {
    const p = this.session.person();
    if (!p && !(await this.ask.name())) return undefined;
    const role = this.session.person()?.role;
    if (role && !roles.includes(role)) return { text: `This is for: ${roles.join(', ')}. Tap your name above.`, bad: true };
    return this.say(work);
  }
  private async as(roles: readonly string[], why: string, work: () => Promise<string>): Promise<Said | undefined> {
    const p = this.session.person();
    if (!p || !roles.includes(p.role) || !this.session.confirmed(p.id)) {
      if (!(await this.ask.pin(why, roles))) return undefined;
    }
    return this.say(work);
  }
  private async say(work: () => Promise<string>): Promise<Said> {
    try {
      return { text: await work(), bad: false };
    } catch (e) {
      return { text: e instanceof ApiError ? e.message : String(e), bad: true };
    }
  }
}
