import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { AuditLine, AuditPage, DeviceView, PersonFull } from '@ash-knot/contract';
import { capital, ROLES, type Role } from '@ash-knot/core';
import { PinField } from '../kit/pin-field';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Entitled } from '../session/entitled';
import { Session } from '../session/session';
import { Keys } from './keys';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { clock, dayOfYear } from '../words/format';

/** Who works here, which devices are signed in, and what was changed beside the tapes. All of it takes the lead's PIN. */
@Component({
  selector: 'ak-people',
  imports: [Keys, PinField, Picks, RouterLink, TextField, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto grid max-w-6xl gap-x-14 gap-y-8 px-5 py-6 plate:grid-cols-2">
      <div class="plate:col-span-2">
        <a routerLink="/rules" class="link">Shop rules</a>
        <h1 class="mt-1 text-2xl font-bold">People, devices, programs</h1>
        @if (said(); as s) {
          <p class="mt-1" [class.wrong]="s.bad" role="status" data-testid="people-said">{{ s.text }}</p>
        }
      </div>
      @if (people(); as list) {
        <section>
          <h2 class="text-xl font-bold">People</h2>
          <ul class="mt-1">
            @for (p of list; track p.id) {
              <li class="rule py-1" [attr.data-person]="p.name">
                <button
                  type="button"
                  class="flex min-h-12 w-full items-center gap-4 text-left"
                  [attr.aria-expanded]="open() === p.id"
                  (click)="toggle(p)"
                >
                  <span class="flex-1" [class.soft]="!p.active">{{ p.name }}</span>
                  <span class="soft">{{ p.active ? (p.pin ? p.role : p.role + ', no PIN yet') : 'works here no longer' }}</span>
                </button>
                @if (open() === p.id) {
                  <div class="grid gap-3 pb-3">
                    <form
                      class="grid grid-cols-[1fr_auto] items-end gap-3"
                      (submit)="$event.preventDefault(); change(p, { name: newName().trim() })"
                    >
                      <ak-text-field label="Name" [(value)]="newName" [maxLength]="60" />
                      <button class="btn">Rename</button>
                    </form>
                    <ak-picks
                      label="Role"
                      [options]="roles"
                      [picked]="[p.role]"
                      [single]="true"
                      (pickedChange)="change(p, { role: $event[0]! })"
                    />
                    <form class="grid grid-cols-[1fr_auto] items-end gap-3" (submit)="$event.preventDefault(); setPin(p)">
                      <ak-pin-field
                        label="A new PIN, 4 to 8 digits"
                        [named]="'New PIN of ' + p.name"
                        [large]="false"
                        [(value)]="newPin"
                      />
                      <button class="btn">Set it</button>
                    </form>
                    <button type="button" class="btn justify-self-start" (click)="change(p, { active: !p.active })">
                      {{ p.active ? 'Works here no longer' : 'Works here again' }}
                    </button>
                    <p class="soft text-sm">
                      {{
                        p.active
                          ? 'What they wrote stays under their name. Their name is tapped nowhere after that, and their PIN signs nothing.'
                          : 'Their name can be tapped again, with the PIN they had.'
                      }}
                    </p>
                  </div>
                }
              </li>
            }
          </ul>
          <form class="mt-4 grid gap-3" (submit)="add($event)">
            <h3 class="font-bold">Somebody new</h3>
            <ak-text-field label="Their name" [(value)]="name" [maxLength]="60" />
            <ak-picks label="Role" [options]="roles" [picked]="[role()]" [single]="true" (pickedChange)="role.set($event[0]!)" />
            <div class="grid grid-cols-[160px_auto] items-end gap-3">
              <ak-pin-field [large]="false" named="New PIN" [(value)]="pin" />
              <button class="btn justify-self-start">Put on the list</button>
            </div>
          </form>
        </section>
        <section>
          <h2 class="text-xl font-bold">Devices</h2>
          <p class="soft text-sm">A device that was lost or sold is signed out here; its open screens end at once.</p>
          <ul class="mt-1">
            @for (d of devices(); track d.id) {
              <li class="rule grid min-h-13 grid-cols-[1fr_auto] items-center gap-3 py-1" [attr.data-device]="d.bay">
                <span [class.soft]="d.endedAt">
                  <b>{{ d.bay }}</b>{{ d.here ? ', this one' : '' }}{{ d.person && !d.endedAt ? ' · ' + d.person : '' }}
                  <span class="soft block text-sm">{{ sayDevice(d) }}</span>
                </span>
                @if (!d.endedAt && !d.here) {
                  <button type="button" class="btn" (click)="end(d)">Sign it out</button>
                }
              </li>
            }
          </ul>
        </section>
        <section class="plate:col-span-2"><ak-keys /></section>
        <section class="plate:col-span-2">
          <h2 class="text-xl font-bold">What was changed, and who tried</h2>
          <p class="soft text-sm">Beside the tapes of the jobs. Nothing here can be changed or taken away.</p>
          <ol class="mt-1">
            @for (l of log(); track l.id) {
              <li class="rule grid grid-cols-[110px_1fr] gap-3 py-2 sm:grid-cols-[110px_160px_170px_1fr]">
                <span class="mono soft text-sm">{{ when(l.at) }}</span>
                <span class="font-semibold">{{ capital(l.what) }}</span>
                <span>{{ l.by ?? 'nobody signed in' }}{{ l.bay ? ', ' + l.bay : '' }}</span>
                <span class="soft min-w-0 text-sm break-words">{{ about(l) }}</span>
              </li>
            }
          </ol>
          @if (before() !== null) {
            <button type="button" class="btn mt-2" (click)="older()">Older</button>
          }
        </section>
      } @else {
        <section class="plate:col-span-2">
          <button type="button" class="btn btn-go" (click)="load()" data-testid="people-open">Open with the lead’s PIN</button>
        </section>
      }
    </main>
  `,
})
export class People {
  protected readonly capital = capital;
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  protected readonly roles = ROLES;
  protected readonly people = signal<readonly PersonFull[] | null>(null);
  protected readonly devices = signal<readonly DeviceView[]>([]);
  protected readonly log = signal<readonly AuditLine[]>([]);
  protected readonly before = signal<number | null>(null);
  protected readonly said = signal<{ text: string; bad: boolean } | undefined>(undefined);
  protected readonly open = signal('');
  protected readonly newName = signal('');
  protected readonly newPin = signal('');
  protected readonly name = draft('rules.name', '');
  protected readonly role = signal<Role>('technician');
  protected readonly pin = signal('');

  constructor() {
    const me = this.session.person();
    // Asked for at once only where the PIN stands already: a page that opens with a question hides what it is.
    if (me?.role === 'lead' && this.session.confirmed(me.id)) void this.load();
  }

  protected load(): Promise<void> {
    return this.run(async () => {
      await this.fetch();
      return '';
    });
  }
  private async fetch(): Promise<void> {
    const [people, devices, page] = await Promise.all([
      this.api.get<PersonFull[]>('/people'),
      this.api.get<DeviceView[]>('/devices'),
      this.api.get<AuditPage>('/audit'),
    ]);
    this.people.set(people);
    this.devices.set(devices);
    this.log.set(page.lines);
    this.before.set(page.before);
  }
  protected older(): Promise<void> {
    return this.run(async () => {
      const page = await this.api.get<AuditPage>('/audit', { before: String(this.before()) });
      this.log.update((l) => [...l, ...page.lines]);
      this.before.set(page.before);
      return '';
    });
  }
  protected toggle(p: PersonFull): void {
    this.open.set(this.open() === p.id ? '' : p.id);
    this.newName.set(p.name);
    this.newPin.set('');
  }
  protected change(p: PersonFull, what: Partial<Pick<PersonFull, 'name' | 'role' | 'active'>>): Promise<void> {
    return this.run(async () => {
      await this.api.patch(`/people/${p.id}`, what);
      await this.after();
      return 'Written down.';
    });
  }
  protected setPin(p: PersonFull): Promise<void> {
    return this.run(async () => {
      await this.api.put(`/people/${p.id}/pin`, { pin: this.newPin() });
      this.newPin.set('');
      await this.after();
      return `${p.name} has a new PIN. What the old one stood for ended.`;
    });
  }
  protected add(e: Event): Promise<void> {
    e.preventDefault();
    return this.run(async () => {
      await this.api.post('/people', { name: this.name().trim(), role: this.role(), pin: this.pin() });
      this.name.clear();
      this.pin.set('');
      await this.after();
      return 'On the list.';
    });
  }
  protected end(d: DeviceView): Promise<void> {
    return this.run(async () => {
      await this.api.delete(`/devices/${d.id}`);
      await this.after();
      return `The device of ${d.bay} is signed out.`;
    });
  }
  private async after(): Promise<void> {
    await Promise.all([this.session.load(), this.fetch()]);
  }
  private async run(work: () => Promise<string>): Promise<void> {
    const said = await this.lead.run(work);
    if (said) this.said.set(said.text ? said : undefined);
  }

  protected when(at: string): string {
    return `${dayOfYear(at)}, ${clock(at)}`;
  }
  protected sayDevice(d: DeviceView): string {
    const opened = `signed in ${this.when(d.openedAt)}${d.openedBy ? ` by ${d.openedBy}` : ''}`;
    return d.endedAt
      ? `${opened}; signed out ${this.when(d.endedAt)}${d.endedBy ? ` by ${d.endedBy}` : ''}`
      : `${opened}; seen ${this.when(d.seenAt)}`;
  }
  /** What it was done to: names for ids, and from what to what. */
  protected about(l: AuditLine): string {
    const a = l.about as {
      person?: string;
      changed?: Record<string, { from: unknown; to: unknown }>;
      name?: string;
      gauge?: unknown;
    };
    const personNamed = a.person ? (this.people()?.find((p) => p.id === a.person)?.name ?? a.person) : '';
    const changed = Object.entries(a.changed ?? {}).map(([k, c]) => `${k}: ${short(c.from)} → ${short(c.to)}`);
    const gauge = typeof a.gauge === 'string' ? a.gauge : (a.gauge as { name?: string } | undefined)?.name;
    return [personNamed, gauge, a.person ? undefined : a.name, ...changed, l.address].filter(Boolean).join(' · ');
  }
}

/** A value in a few signs. */
const short = (v: unknown): string => {
  const t = typeof v === 'string' ? v : JSON.stringify(v);
  return t.length > 60 ? `${t.slice(0, 57)}…` : t;
};
