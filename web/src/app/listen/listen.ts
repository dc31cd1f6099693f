import { BreakpointObserver } from '@angular/cdk/layout';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { map } from 'rxjs';
import { CHARACTERS, CONDITIONS, HANDLING, HISTORY, readWords, type WordsRead } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { JobStore } from '../job/job-store';
import { Suspects } from '../find/suspects';
import { ComplaintDraft, type Complaint } from './complaint-draft';
import { LikeThat } from './like-that';
import { OwnDrive } from './own-drive';
import { Purpose } from './purpose';
import { WhereHeard } from './where-heard';
import { Session } from '../session/session';
import { PlaceKey, PlaceMark } from '../job/places';

/** On a phone one part shows at a time: the body and the roads stand on the bench. */
const PHONE = '(max-width: 700px)';

/** What the customer hears, picked word by word. */
@Component({
  selector: 'ak-listen',
  imports: [LikeThat, OwnDrive, Picks, Purpose, Suspects, PlaceKey, PlaceMark, WhereHeard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.state()?.complaint && noise()) {
      <div class="mb-5 grid grid-cols-2" role="group" aria-label="Listen">
        <button type="button" class="half" [class.on]="!drive()" [attr.aria-pressed]="!drive()" (click)="go(false)">
          What the customer hears
        </button>
        <button
          type="button"
          class="half"
          [class.on]="drive()"
          [attr.aria-pressed]="!!drive()"
          (click)="go(true)"
          data-testid="own-drive"
        >
          Our own drive
        </button>
      </div>
    }
    @if (!noise()) {
      <ak-purpose />
    } @else if (drive() && store.state()?.complaint) {
      <ak-own-drive />
      <ak-suspects class="mt-6 block" />
    } @else {
      <label class="block">
        <span class="heading">In the customer’s words</span>
        <input
          class="field mt-1 !text-lg"
          [value]="c().words"
          #words
          (input)="say(words.value)"
          maxlength="2000"
          data-testid="words"
          akPlace="complaint"
          placeholder="knocks on the …"
        />
      </label>
      @if (heard().length) {
        <p class="mt-2 text-[15px]" data-testid="read-words">
          <span class="soft">Picked from these words:</span>&ngsp;<b>{{ heard().join(' · ') }}</b
          >. Untick what is wrong.
        </p>
      }
      @if (phone()) {
        <ak-where-heard class="mt-5" />
      }
      <section class="mt-5">
        <h3 class="heading mb-2">What it sounds like</h3>
        <ak-picks
          label="What it sounds like"
          [options]="characters"
          [picked]="c().character"
          (pickedChange)="set({ character: $event })"
        />
        <ak-like-that class="mt-3 block" [picked]="c().like" (pickedChange)="set({ like: [...$event] })" />
      </section>
      <section class="mt-5">
        <h3 class="heading mb-2">Only when</h3>
        <ak-picks
          label="Only when"
          [options]="conditions"
          [names]="{ 'cold only': 'cold', loaded: 'loaded up' }"
          [picked]="c().conditions"
          (pickedChange)="set({ conditions: $event })"
        />
      </section>
      <section class="mt-5">
        <h3 class="heading mb-2">How it drives</h3>
        <ak-picks label="How it drives" [options]="handling" [picked]="c().handling" (pickedChange)="set({ handling: $event })" />
      </section>
      <section class="mt-5">
        <h3 class="heading mb-2">Work done before</h3>
        <ak-picks
          label="Work done before"
          [options]="history"
          [names]="historyNames()"
          [picked]="c().history"
          (pickedChange)="set({ history: $event })"
        />
      </section>
      @if (store.state()?.complaint) {
        <ak-suspects class="mt-6 block" />
      }
      <div
        class="-mx-4 mt-6 flex items-center gap-4 border-t bg-ash-100 px-4 py-3 plate:sticky plate:-bottom-7 plate:-mx-7 plate:-mb-7 plate:px-7"
      >
        <button
          type="button"
          class="btn btn-go min-w-48"
          [disabled]="!dirty() || busy()"
          data-testid="save-complaint"
          [akDoes]="dirty() && !busy() ? 'complaint' : null"
          akSays="Write it down"
          (done)="save()"
        >
          Write it down
        </button>
        <span class="soft text-sm">{{
          dirty()
            ? 'Kept here until it is written down.'
            : store.state()?.complaint
              ? 'On the tape.'
              : 'Pick what fits; leave out what nobody said.'
        }}</span>
      </div>
    }
  `,
  styles: `
    .half {
      min-height: 44px;
      border-bottom: 3px solid var(--color-ash-300);
      color: var(--color-bark-soft);
    }
    .half.on {
      border-color: var(--color-bark);
      color: var(--color-bark);
      font-weight: 600;
    }
  `,
})
export class Listen {
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  /** From the address, so that a reload comes back to the drive. */
  readonly drive = input<string>();
  protected readonly noise = computed(() => this.store.state()?.context.kind === 'noise');
  protected readonly characters = CHARACTERS;
  protected readonly handling = HANDLING;
  protected readonly conditions = CONDITIONS;
  protected readonly history = HISTORY;
  private readonly session = inject(Session);
  protected readonly historyNames = computed(
    () => Object.fromEntries(this.history.map((h) => [h, this.session.say(h)])) as Record<(typeof this.history)[number], string>,
  );
  protected readonly busy = signal(false);
  private readonly draft = inject(ComplaintDraft);
  protected readonly c = this.draft.said;
  protected readonly dirty = this.draft.dirty;
  protected readonly phone = toSignal(
    inject(BreakpointObserver)
      .observe(PHONE)
      .pipe(map((m) => m.matches)),
    { initialValue: false },
  );
  constructor() {
    // Beside the bench the body and the roads stand where the axle does otherwise.
    effect(() => this.draft.asked.set(this.noise() && !this.phone() && !(this.drive() && this.store.state()?.complaint)));
    inject(DestroyRef).onDestroy(() => this.draft.asked.set(false));
  }

  protected go(drive: boolean): void {
    void this.router.navigate([], { queryParams: { drive: drive ? 1 : null } });
  }
  private readonly side = computed(() => this.store.state()!.context.rules.driverSide);
  /** What of the sentence stands ticked below; what was taken away again is not meant. */
  protected readonly heard = computed((): readonly string[] => {
    const read = readWords(this.c().words, this.side());
    const c = this.c();
    return (Object.keys(read) as (keyof WordsRead)[]).flatMap((f) =>
      read[f].filter((w) => (c[f] as readonly string[]).includes(w)),
    );
  });
  /** The sentence ticks what it says, in sight; what it no longer says, and it alone had ticked, is taken away. */
  protected say(words: string): void {
    const c = this.c();
    const [was, now] = [readWords(c.words, this.side()), readWords(words, this.side())];
    const ticks = (Object.keys(now) as (keyof WordsRead)[]).map((f) => {
      const [before, after] = [was[f] as readonly string[], now[f] as readonly string[]];
      const kept = (c[f] as readonly string[]).filter((w) => !before.includes(w) || after.includes(w));
      return [f, [...new Set([...kept, ...after.filter((w) => !before.includes(w))])]];
    });
    this.set({ words, ...Object.fromEntries(ticks) });
  }
  protected set(part: Partial<Complaint>): void {
    this.draft.set(part);
  }
  protected async save(): Promise<void> {
    this.busy.set(true);
    const first = !this.store.state()?.complaint;
    if (await this.store.write('complaint', this.c())) {
      this.draft.clear();
      if (first) void this.router.navigate(this.store.path('find'));
    }
    this.busy.set(false);
  }
}
