import { computed, inject, Injectable, signal } from '@angular/core';
import type { PersonView, SessionView, ShopView } from '@ash-knot/contract';
import { spoken, type Dialect, type Role } from '@ash-knot/core';
import { Api, ApiError } from '../state/api';
import { draft } from '../state/draft';

/** Which device this is, whose name is tapped, whose PIN stands, and the shop's rules. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(Api);
  private readonly kept = draft<SessionView | null>('session', null);
  readonly view = signal<SessionView | null>(null);
  readonly lost = signal(false);

  readonly bay = computed(() => this.view()?.bay ?? null);
  readonly shop = computed((): ShopView | null => this.view()?.shop ?? null);
  readonly people = computed((): readonly PersonView[] => this.view()?.people ?? []);
  readonly person = computed((): PersonView | null => this.people().find((p) => p.id === this.view()?.person) ?? null);
  readonly dialect = computed((): Dialect => this.shop()?.rules.dialect ?? 'sway bar');
  /** A sentence of the program as this shop says it. */
  say(text: string): string {
    return spoken(text, this.dialect());
  }

  /** Asked once when the program opens; without a line the last known session serves for reading. */
  async load(): Promise<void> {
    try {
      const view = await this.api.get<SessionView>('/session');
      this.view.set(view);
      this.kept.set(view);
      this.lost.set(false);
    } catch (e) {
      if (e instanceof ApiError && e.offline && this.kept()) this.view.set(this.kept());
      else throw e;
      this.lost.set(true);
    }
  }
  async signIn(person: string, pin: string, bay: string): Promise<void> {
    await this.api.post('/session', { person, pin, bay });
    await this.load();
  }
  async tap(person: string): Promise<void> {
    await this.api.post('/session/person', { person });
    await this.load();
  }
  async confirm(person: string, pin: string): Promise<void> {
    await this.api.post('/session/confirm', { person, pin });
    await this.load();
  }
  async signOut(): Promise<void> {
    await this.api.delete('/session');
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
