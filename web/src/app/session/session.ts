import { computed, inject, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { DoorView, FirstRun, PersonView, SessionView, ShopView } from '@ash-knot/contract';
import { spoken } from '@ash-knot/core/text';
import type { Dialect, Role } from '@ash-knot/core';
import { Api, ApiError } from '../state/api';
import { draft } from '../state/draft';
import { tellTimesIn } from '../words/format';

/** Which device this is, whose name is tapped, whose PIN stands, and the shop's rules. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(Api);
  private readonly kept = draft<SessionView | null>('session', null);
  readonly view = signal<SessionView | null>(null);
  /** Tapped while the line was down, and not told yet. */
  private readonly taps = draft<readonly string[]>('taps', []);
  readonly lost = signal(false);
  /** This device was signed out: what it kept of the yard goes. */
  readonly signedOut = new Subject<void>();

  readonly bay = computed(() => this.view()?.bay ?? null);
  readonly door = computed((): DoorView | null => this.view()?.door ?? null);
  readonly shop = computed((): ShopView | null => this.view()?.shop ?? null);
  readonly people = computed((): readonly PersonView[] => this.view()?.people ?? []);
  readonly person = computed((): PersonView | null => this.people().find((p) => p.id === this.view()?.person) ?? null);
  /** What stands at the head of every paper. */
  readonly letterhead = computed(() => {
    const s = this.shop();
    const logo = s?.logo ? `/api/shop/logo?of=${s.logo}` : '';
    return {
      name: s?.name ?? '',
      logo,
      ...(s?.rules.paper ?? { address: '', telephone: '', email: '', size: 'A4' as const, language: 'English' as const }),
    };
  });
  readonly dialect = computed((): Dialect => this.shop()?.rules.dialect ?? 'sway bar');
  /** The shop's time zone; null where nobody has said: this device's own. */
  readonly zone = computed((): string | null => this.shop()?.rules.timeZone ?? null);
  /** A sentence of the program as this shop says it. */
  say(text: string): string {
    return spoken(text, this.dialect());
  }

  /** Asked once when the program opens; without a line the last known session serves for reading. */
  async load(): Promise<void> {
    try {
      const view = await this.api.get<SessionView>('/session');
      this.show(view);
      this.kept.set(view);
      this.lost.set(false);
    } catch (e) {
      if (e instanceof ApiError && e.offline && this.kept()) this.show(this.kept()!);
      else throw e;
      this.lost.set(true);
    }
  }
  private show(view: SessionView): void {
    tellTimesIn(view.shop?.rules.timeZone ?? null);
    this.view.set(view);
  }
  async signIn(person: string, pin: string, bay: string): Promise<void> {
    await this.api.post('/session', { person, pin, bay });
    await this.load();
  }
  /** Makes an empty shop's lead, and signs this device in with it. */
  async firstRun(f: FirstRun): Promise<void> {
    const { person } = await this.api.post<{ person: string }>('/first-run', f);
    await this.signIn(person, f.pin, f.bays[0]!);
  }
  /** Without a line the name counts here at once, and the server is told before anything that person wrote. */
  async tap(person: string): Promise<void> {
    try {
      await this.sendTaps();
      await this.api.post('/session/person', { person });
    } catch (e) {
      const view = this.view();
      if (!(e instanceof ApiError) || !e.offline || !view) throw e;
      this.taps.update((t) => [...t.filter((x) => x !== person), person]);
      const known = { ...view, person, confirmed: null };
      this.show(known);
      this.kept.set(known);
      return;
    }
    await this.load();
  }
  /** Names that were tapped while the line was down, told in their order. */
  async sendTaps(): Promise<void> {
    for (const person of this.taps()) {
      try {
        await this.api.post('/session/person', { person });
      } catch (e) {
        // Somebody who works here no longer: what they wrote is refused by itself, and shown.
        if (!(e instanceof ApiError) || e.status !== 403) throw e;
      }
      this.taps.update((t) => t.filter((x) => x !== person));
    }
  }
  async confirm(person: string, pin: string): Promise<void> {
    await this.api.post('/session/confirm', { person, pin });
    await this.load();
  }
  async signOut(): Promise<void> {
    await this.api.delete('/session');
    this.signedOut.next();
    await this.load();
  }
  /** Does this person's PIN still stand? */
  confirmed(person: string): boolean {
    const c = this.view()?.confirmed;
    return c?.person === person && Date.parse(c.until) > Date.now() + 2000;
  }
  name(id: string): string {
    return this.people().find((p) => p.id === id)?.name ?? id;
  }
  hasRole(...roles: Role[]): boolean {
    const r = this.person()?.role;
    return r !== undefined && roles.includes(r);
  }
}
