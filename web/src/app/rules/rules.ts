import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  attempt,
  convert,
  DISTANCE_UNITS,
  isDangerous,
  JOINT_KINDS,
  jointName,
  parseQuantity,
  within,
  type Dialect,
  type JointKind,
  type Side,
  type YardRules,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { Picks } from '../kit/picks';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { GaugeList } from './gauge-list';
import { InspectionRules } from './inspection-rules';
import { PaperRules } from './paper-rules';
import { PriceRulesForm } from './price-rules';
import { PutRightRules } from './put-right-rules';
import { YardPlaces } from './yard-places';
import { ZoneRule } from './zone-rule';
import { Session } from '../session/session';
import { Entitled } from '../session/entitled';
import { Units } from '../session/units';

const PAGES = [
  { id: 'words', name: 'Words and units' },
  { id: 'judging', name: 'Judging' },
  { id: 'papers', name: 'Prices and papers' },
  { id: 'yard', name: 'People and yard' },
] as const;

/** Limits, schools, people and gauges. Changing them takes the lead's PIN. */
@Component({
  selector: 'ak-rules',
  imports: [
    FormField,
    GaugeList,
    InspectionRules,
    PaperRules,
    Picks,
    PriceRulesForm,
    PutRightRules,
    RouterLink,
    TopBar,
    YardPlaces,
    ZoneRule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto grid max-w-6xl gap-x-14 gap-y-8 px-5 py-6 plate:grid-cols-2">
      <h1 class="text-2xl font-bold plate:col-span-2">Shop rules</h1>
      @if (said()) {
        <p class="plate:col-span-2" [class.wrong]="bad()" role="status" data-testid="rules-said">
          {{ said() }}
        </p>
      }
      <nav class="flex flex-wrap gap-2 plate:col-span-2" aria-label="Pages of the rules">
        @for (p of pages; track p.id) {
          <a
            class="pick inline-flex items-center"
            [routerLink]="[]"
            [queryParams]="{ of: p.id }"
            [attr.aria-current]="p.id === page() ? 'page' : null"
            >{{ p.name }}</a
          >
        }
      </nav>
      @switch (page()) {
        @case ('judging') {
          <section>
            <h2 class="text-xl font-bold">Naming the cause</h2>
            <div class="mt-2 grid max-w-md grid-cols-2 gap-4">
              <ak-form-field label="Confidence needed, %"
                ><input
                  class="field mono"
                  inputmode="numeric"
                  aria-label="Verdict threshold"
                  #th
                  [value]="pct()"
                  (change)="threshold(th.value)"
              /></ak-form-field>
              <ak-form-field [label]="'Recheck after, ' + units.distance()"
                ><input
                  class="field mono"
                  inputmode="numeric"
                  aria-label="Recheck distance"
                  #rk
                  [value]="recheckIn()"
                  (change)="recheck(rk.value)"
              /></ak-form-field>
            </div>
            <p class="soft mt-2 text-sm">
              {{ session.say(cleared) }}
              That rule cannot be switched off.
            </p>
            <p class="heading mt-4">Driving with both links off</p>
            <ak-picks
              class="mt-1 block"
              label="Driving with both links off"
              [options]="['never', 'in the yard, slowly']"
              [picked]="[r().linksOffDrive ? 'in the yard, slowly' : 'never']"
              [single]="true"
              (pickedChange)="save({ linksOffDrive: $event[0] !== 'never' })"
            />
            <p class="soft mt-1 text-sm">Only with the bar tied clear of hoses, shafts and tyres; never on the road.</p>
            <a routerLink="/rules/suspects" class="link mt-2">The suspects table, and what closed jobs have taught</a>
          </section>
          <section>
            <h2 class="text-xl font-bold">Limits of play</h2>
            <p class="soft text-sm">
              Used where a measurement decides. Ball joints have no limit: any play a gauge can detect is too much (common
              practice).
            </p>
            @for (l of limits(); track l.kind) {
              <div class="rule grid grid-cols-[1fr_140px_130px] items-center gap-3 py-2">
                <span>{{ l.name }}</span>
                <input
                  class="field mono"
                  [attr.aria-label]="'Limit, ' + l.name"
                  #v
                  [value]="units.sayLength(l.mm)"
                  (change)="setLimit(l.kind, v.value)"
                />
                <span class="soft text-sm">{{ l.owner }}</span>
              </div>
            }
            <h2 class="mt-7 text-xl font-bold">Slight play fails at</h2>
            <p class="soft text-sm">
              Elsewhere it is watched or measured. Play felt in a ball joint is a fail (common practice, no source); the
              inspection rule where the vehicle runs comes first.
            </p>
            <ak-picks
              class="mt-2 block"
              label="Slight play fails at"
              [options]="gradable"
              [picked]="r().slightFails"
              [names]="jointNames()"
              (pickedChange)="save({ slightFails: $event })"
            />
            <ak-inspection-rules [rules]="r()" (changed)="save($event)" />
          </section>
        }
        @case ('papers') {
          <section>
            <ak-price-rules [rules]="r()" (changed)="save($event)" />
          </section>
          <section>
            <ak-paper-rules
              [rules]="r()"
              [logo]="session.letterhead().logo"
              (changed)="save($event)"
              (logoPicked)="setLogo($event)"
            />
          </section>
        }
        @case ('yard') {
          <section class="plate:col-span-2">
            <h2 class="text-xl font-bold">Shop, people and devices</h2>
            <a routerLink="/rules/people" class="link mt-1" data-testid="to-people"
              >People, devices that are signed in, other programs, and what was changed</a
            >
            <ak-yard-places (said)="say($event.text, $event.bad)" />
            <p class="heading mt-4">When a device signs in</p>
            <ak-picks
              class="mt-1 block"
              label="When a device signs in"
              [options]="['tap a first name', 'type the name']"
              [picked]="[r().namesAtDoor ? 'tap a first name' : 'type the name']"
              [single]="true"
              (pickedChange)="save({ namesAtDoor: $event[0] === 'tap a first name' })"
            />
            <p class="soft mt-1 text-sm">Anyone who can reach the server sees this, signed in or not.</p>
            <ak-put-right-rules [rules]="r()" (changed)="save($event)" />
          </section>
          <section>
            <ak-gauge-list />
          </section>
          <section>
            <div class="rule mt-8 flex flex-wrap items-center gap-5 pt-4">
              <p>
                This device is <b>{{ session.bay() }}</b>.
              </p>
              <button type="button" class="btn" (click)="signOut()">Sign this device out</button>
            </div>
          </section>
        }
        @default {
          <section>
            <h2 class="text-xl font-bold">How we speak and drive</h2>
            <p class="heading mt-3">Words</p>
            <ak-picks
              class="mt-1 block"
              label="Words"
              data-both-dialects
              [options]="dialects"
              [picked]="[r().dialect]"
              [names]="{
                'sway bar': 'sway bar, end link, bushing',
                'anti-roll bar': 'anti-roll bar, drop link, bush',
              }"
              [single]="true"
              (pickedChange)="save({ dialect: $event[0]! })"
            />
            <p class="heading mt-4">The driver sits</p>
            <ak-picks
              class="mt-1 block"
              label="The driver sits"
              [options]="sides"
              [picked]="[r().driverSide]"
              [single]="true"
              (pickedChange)="save({ driverSide: $event[0]! })"
            />
            <p class="soft mt-1 text-sm">The kerb side wears a little faster.</p>
            <p class="heading mt-4">What comes first</p>
            <ak-picks
              class="mt-1 block"
              label="What comes first"
              [options]="['N·m, mm', 'lbf·ft, inches']"
              [picked]="[r().inchFirst ? 'lbf·ft, inches' : 'N·m, mm']"
              [single]="true"
              (pickedChange)="save({ inchFirst: $event[0] === 'lbf·ft, inches' })"
            />
            <p class="soft mt-1 text-sm">Press U to swap units on this device.</p>
            <p class="heading mt-4">Odometers read in</p>
            <ak-picks
              class="mt-1 block"
              label="Odometers read in"
              [options]="distances"
              [picked]="[r().distance]"
              [names]="{ km: 'kilometres', mi: 'miles' }"
              [single]="true"
              (pickedChange)="save({ distance: $event[0]! })"
            />
          </section>
          <section>
            <h2 class="text-xl font-bold">Theme</h2>
            <ak-picks
              class="mt-2 block"
              label="Theme"
              [options]="['daylight', 'under the lift']"
              [picked]="[theme()]"
              [single]="true"
              (pickedChange)="setTheme($event[0]!)"
            />
            <ak-zone-rule [rules]="r()" (changed)="save($event)" />
          </section>
        }
      }
    </main>
  `,
})
export class Rules {
  /** Which of its pages lies open. */
  readonly of = input<string>();
  protected readonly pages = PAGES;
  protected readonly page = computed(() => PAGES.find((p) => p.id === this.of())?.id ?? 'words');
  protected readonly cleared =
    'Ball joints, tie rods, wheel bearings, springs and wheel nuts of the axle are always cleared first.';
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  protected readonly dialects: readonly Dialect[] = ['sway bar', 'anti-roll bar'];
  protected readonly sides: readonly Side[] = ['left', 'right'];
  protected readonly distances = DISTANCE_UNITS;
  protected readonly units = inject(Units);
  protected readonly recheckIn = computed(() => Math.round(convert(this.r().recheckKm, 'km', this.units.distance(), 'distance')));
  protected readonly said = signal('');
  protected readonly bad = signal(false);
  protected readonly r = computed((): YardRules => this.session.shop()!.rules);
  protected readonly pct = computed(() => Math.round(this.r().verdictThreshold * 100));
  protected readonly limits = computed(() =>
    (Object.entries(this.r().playLimits) as [JointKind, { limitMm: number; owner: string }][]).map(([kind, l]) => ({
      kind,
      name: jointName(kind, this.r().dialect),
      mm: l.limitMm,
      owner: l.owner,
    })),
  );
  /** The joints whose failure can take a wheel, and a hand can feel. */
  protected readonly gradable = JOINT_KINDS.filter((k) => isDangerous(k) && k !== 'spring');
  protected readonly jointNames = computed(
    () => Object.fromEntries(this.gradable.map((k) => [k, jointName(k, this.r().dialect)])) as Partial<Record<JointKind, string>>,
  );
  protected readonly theme = signal<'daylight' | 'under the lift'>(
    document.documentElement.dataset['theme'] === 'lift' ? 'under the lift' : 'daylight',
  );

  protected setTheme(t: 'daylight' | 'under the lift'): void {
    this.theme.set(t);
    document.documentElement.dataset['theme'] = t === 'daylight' ? '' : 'lift';
    localStorage.setItem('ashknot.theme', t === 'daylight' ? '' : 'lift');
  }
  protected async setLogo(file: File | null): Promise<void> {
    await this.asLead(async () => {
      await (file ? this.api.putBytes('/shop/logo', file) : this.api.delete('/shop/logo'));
      await this.session.load();
      return file ? 'It stands at the head of every paper.' : 'Taken away.';
    });
  }
  protected async save(part: Partial<YardRules>): Promise<void> {
    await this.asLead(async () => {
      await this.api.put('/shop/rules', { ...this.r(), ...part });
      await this.session.load();
      return 'Written down.';
    });
  }
  protected threshold(text: string): void {
    const v = attempt(() => within('threshold', Number(text), 30, 99, '%'));
    if (v.ok) void this.save({ verdictThreshold: v.value / 100 });
    else this.say(v.error.message, true);
  }
  protected recheck(text: string): void {
    const v = attempt(() =>
      within('recheck distance', convert(Number(text), this.units.distance(), 'km', 'distance'), 20, 1000, 'km'),
    );
    if (v.ok) void this.save({ recheckKm: v.value });
    else this.say(v.error.message, true);
  }
  protected setLimit(kind: JointKind, text: string): void {
    const v = attempt(() => within('limit', parseQuantity(text, 'length', { field: 'limit' }).si, 0.01, 20, 'mm'));
    if (v.ok)
      void this.save({
        playLimits: { ...this.r().playLimits, [kind]: { limitMm: v.value, owner: 'shop rule' } },
      });
    else this.say(v.error.message, true);
  }
  protected async signOut(): Promise<void> {
    await this.session.signOut();
  }
  private async asLead(work: () => Promise<string>): Promise<void> {
    const said = await this.lead.run(work);
    if (said) this.say(said.text, said.bad);
  }
  protected say(text: string, bad: boolean): void {
    this.said.set(text);
    this.bad.set(bad);
  }
}
