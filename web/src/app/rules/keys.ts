import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Clipboard } from '@angular/cdk/clipboard';
import { SCOPES, TOKEN_DAYS, type Scope, type TokenMade, type TokenView } from '@ash-knot/contract';
import { list as sayList } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Entitled } from '../session/entitled';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { dayOfYear, longDay } from '../words/format';

/** How long a key is to reach, in days. */
const TERMS = { '30': '30 days', '90': '90 days', [String(TOKEN_DAYS)]: 'a year' } as const;

/** Keys of other programs: what each reaches, until when, who made it. The lead's PIN stands already. */
@Component({
  selector: 'ak-keys',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="text-xl font-bold">Other programs</h2>
    <p class="soft text-sm">
      With a key another program reads what you pick here, or books. It writes nothing else, and its key ends by itself.
    </p>
    @if (made(); as m) {
      <div class="caution mt-2 grid gap-2" data-testid="key-made">
        <p>The key of {{ m.name }}. It is shown this once: copy it into the program now.</p>
        <code class="mono text-sm break-all">{{ m.token }}</code>
        <div class="flex flex-wrap gap-3">
          <button type="button" class="btn" (click)="copy(m.token)">{{ copied() ? 'Copied' : 'Copy it' }}</button>
          <button type="button" class="btn" (click)="made.set(null)">It is in the program</button>
        </div>
      </div>
    }
    <ul class="mt-1">
      @for (k of keys(); track k.id) {
        <li class="rule grid min-h-13 grid-cols-[1fr_auto] items-center gap-3 py-1" [attr.data-key]="k.name">
          <span [class.soft]="!stands(k)">
            <b>{{ k.name }}</b>: {{ say(k.scopes) }}
            <span class="soft block text-sm">{{ told(k) }}</span>
          </span>
          @if (stands(k)) {
            <button type="button" class="btn" (click)="end(k)">End it</button>
          }
        </li>
      } @empty {
        <li class="nothing">No other program has a key.</li>
      }
    </ul>
    <form class="mt-4 grid gap-3" (submit)="$event.preventDefault(); make()">
      <h3 class="font-bold">A new key</h3>
      <ak-text-field class="max-w-md" label="Which program" [(value)]="name" [maxLength]="60" testId="key-name" />
      <ak-picks
        class="block"
        [headed]="true"
        label="What it reaches"
        [options]="scopes"
        [names]="names"
        [picked]="picked()"
        (pickedChange)="picked.set($event)"
      />
      <ak-picks
        class="block"
        [headed]="true"
        label="For how long"
        [options]="terms"
        [names]="termNames"
        [picked]="[days()]"
        [single]="true"
        (pickedChange)="days.set($event[0] ?? days())"
      />
      @if (said(); as s) {
        <p [class.wrong]="s.bad" role="status" data-testid="keys-said">{{ s.text }}</p>
      }
      <button class="btn justify-self-start">Make the key</button>
    </form>
  `,
})
export class Keys {
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  private readonly clipboard = inject(Clipboard);
  protected readonly scopes = SCOPES;
  protected readonly names: Readonly<Record<Scope, string>> = {
    floor: 'the floor',
    jobs: 'jobs and vehicles',
    papers: 'papers',
    booking: 'the plan, to book too',
  };
  protected readonly terms = Object.keys(TERMS) as (keyof typeof TERMS)[];
  protected readonly termNames = TERMS;
  protected readonly keys = signal<readonly TokenView[]>([]);
  protected readonly made = signal<(TokenMade & { readonly name: string }) | null>(null);
  protected readonly copied = signal(false);
  protected readonly said = signal<{ text: string; bad: boolean } | undefined>(undefined);
  protected readonly name = draft('rules.key', '');
  protected readonly picked = signal<readonly Scope[]>([]);
  protected readonly days = signal<keyof typeof TERMS>('90');

  constructor() {
    void this.run(async () => {
      await this.fetch();
      return '';
    });
  }
  private async fetch(): Promise<void> {
    this.keys.set(await this.api.get<TokenView[]>('/tokens'));
  }
  protected async make(): Promise<void> {
    const name = this.name().trim();
    const wrong = name.length < 2 ? 'Say which program it is for.' : this.picked().length ? '' : 'Pick what it reaches.';
    if (wrong) return this.said.set({ text: `${wrong} No key was made.`, bad: true });
    return this.run(async () => {
      const made = await this.api.post<TokenMade>('/tokens', { name, scopes: this.picked(), days: Number(this.days()) });
      this.copied.set(false);
      this.made.set({ ...made, name });
      this.name.clear();
      this.picked.set([]);
      await this.fetch();
      return '';
    });
  }
  protected end(k: TokenView): Promise<void> {
    return this.run(async () => {
      await this.api.delete(`/tokens/${k.id}`);
      await this.fetch();
      return `The key of ${k.name} opens nothing any more.`;
    });
  }
  protected copy(token: string): void {
    this.copied.set(this.clipboard.copy(token));
  }
  private async run(work: () => Promise<string>): Promise<void> {
    const said = await this.lead.run(work);
    if (said) this.said.set(said.text ? said : undefined);
  }

  protected stands(k: TokenView): boolean {
    return !k.endedAt && Date.parse(k.endsAt) > Date.now();
  }
  protected say(scopes: readonly Scope[]): string {
    return sayList(scopes.map((s) => this.names[s]));
  }
  protected told(k: TokenView): string {
    const end = k.endedAt
      ? `ended ${dayOfYear(k.endedAt)} by ${k.endedBy}`
      : `${this.stands(k) ? 'until' : 'ended'} ${longDay(k.endsAt)}`;
    return `made ${dayOfYear(k.madeAt)} by ${k.madeBy}; ${end}; ${k.usedAt ? `last used ${dayOfYear(k.usedAt)}` : 'never used'}`;
  }
}
