import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  besidesOf,
  count,
  sayBoth,
  sayFault,
  verdictCauses,
  splitFault,
  type Change,
  type Reason,
  type Suspect,
  capital,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { pct } from '../words/format';
import { PlaceMark } from '../job/places';

/** Less than this is not said. */
const SAID = 0.1;
/** Above this nothing has ruled it out. */
const RULED_OUT = 0.01;
/** Beyond this weight a bar is full: odds by fifty. */
const FULL = Math.log(50);

/** The ranking in bars, why it stands so, and what the verdict still waits for. */
@Component({
  selector: 'ak-suspects',
  imports: [PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="rule flex items-baseline justify-between pt-4">
      <h3 class="heading">What makes the noise</h3>
      <p class="soft text-sm" [attr.aria-busy]="again()" data-testid="weighed">
        {{ again() ? 'The last answer; weighed again …' : count(findings(), 'finding') }}
      </p>
    </div>
    @if (store.rankingFailed(); as f) {
      <p class="caution mt-2" role="alert" data-testid="ranking-failed" akPlace="verdict">
        <b>The suspects could not be ranked.</b> {{ f }} What was found stands, and what is owed is still asked for.
      </p>
    }
    @if (family(); as g) {
      <p class="mt-2 text-[17px]" data-testid="family">
        <b>{{ capital(session.say(g.words)) }}, {{ pct(g.p) }} %.</b> {{ capital(session.say(g.open)) }} is open.
      </p>
    }
    <ol class="mt-1">
      @for (x of top(); track x.fault; let first = $first) {
        <li>
          <div class="row">
            <button type="button" class="name" [class.font-bold]="first" [disabled]="!x.joint" (click)="show(x)">
              {{ capital(x.name) }}
              <span class="soft block text-[13px] font-normal" data-testid="worn">worn {{ pct(x.worn) }} %</span>
            </button>
            <span class="bar" [class.danger]="x.dangerous" aria-hidden="true"
              ><span [style.width.%]="x.makes * 100"></span><i [style.left.%]="x.worn * 100"></i
            ></span>
            <span class="mono text-right font-semibold"><span class="sr-only">makes the noise </span>{{ pct(x.makes) }} %</span>
            <button
              type="button"
              class="link justify-end text-sm"
              [attr.aria-expanded]="why() === x.fault"
              [attr.aria-label]="'Why the ' + x.name"
              (click)="toggle(x)"
              data-testid="why"
            >
              Why
            </button>
          </div>
          @if (why() === x.fault) {
            <ul class="mb-3" data-testid="reasons">
              @for (r of reasons(); track r.words) {
                <li class="reason">
                  <span class="truncate">{{ session.say(capital(r.words)) }}</span>
                  <span class="scale" aria-hidden="true"
                    ><span [class.against]="r.weight < 0" [style.width.%]="width(r)"></span
                  ></span>
                  <span class="soft text-[13px]">{{ strength(r) }}</span>
                </li>
              } @empty {
                <li class="soft py-1 text-sm">
                  {{
                    weighed()
                      ? 'Nothing said or found moves it by much: it stands where such parts usually do.'
                      : 'Weighing what was said and found …'
                  }}
                </li>
              }
              @if (reasons().length > 1) {
                <li class="soft pt-1 text-[13px]">Each weighed with all the others known; they do not add up.</li>
              }
            </ul>
          }
        </li>
      }
    </ol>
    @if (others()) {
      <p class="soft text-sm" data-testid="others">{{ others() }}</p>
    }
    <p class="soft text-[13px]">Bar and number: makes the noise. Mark: worn, whether it makes it or not.</p>
    @if (changes().length) {
      <p class="mt-1 text-[15px]" data-testid="changes">
        <span class="font-semibold">What would change this.</span>
        @for (c of changes(); track c.of) {
          {{ sayChange(c) }}
        }
      </p>
    }
    @if (store.verdict(); as v) {
      @switch (v.kind) {
        @case ('blocked') {
          <p class="caution mt-3" data-testid="verdict" akPlace="verdict"><b>No verdict yet.</b> {{ v.sentence }}</p>
        }
        @case ('unseen') {
          <p class="caution mt-3" data-testid="verdict" akPlace="verdict"><b>No verdict yet.</b> {{ v.sentence }}</p>
        }
        @case ('contradiction') {
          <p class="caution mt-3" role="alert" data-testid="verdict" akPlace="verdict"><b>No verdict.</b> {{ v.sentence }}</p>
        }
        @case ('dangerous') {
          <div class="caution mt-3" role="alert" data-testid="verdict" akPlace="verdict">
            <p class="font-bold text-oxide">{{ v.sentence }}</p>
            @if (v.causes.length) {
              <p>The noise besides: {{ say(v.causes) }}.</p>
            }
            @if (given()) {
              <p><b>Verdict given.</b></p>
            } @else if (v.missing.length) {
              <p>No verdict yet: {{ missing() }} not cleared.</p>
            } @else {
              <button type="button" class="btn btn-go mt-2" [disabled]="again()" (click)="give()" data-testid="give-verdict">
                Give the verdict
              </button>
            }
          </div>
        }
        @case ('ready') {
          @if (given()) {
            <p class="mt-3 border-l-4 border-lichen bg-chalk px-4 py-2" data-testid="verdict" akPlace="verdict">
              <b>Verdict given.</b> {{ v.sentence }}
            </p>
          } @else {
            <div
              class="mt-3 flex items-center gap-4 border-l-4 border-lichen bg-chalk px-4 py-2"
              data-testid="verdict"
              akPlace="verdict"
            >
              <p class="flex-1"><b>It is this:</b> {{ v.sentence }} The dangerous joints are cleared.</p>
              <button type="button" class="btn btn-go" [disabled]="again()" (click)="give()" data-testid="give-verdict">
                Give the verdict
              </button>
            </div>
          }
        }
        @case ('open') {
          @if (given()) {
            <p class="caution mt-3 !border-ash-500" data-testid="verdict" akPlace="verdict">
              <b>Not reproduced.</b> Nothing is named. What was found is offered; what else to try is on the drive’s list.
            </p>
          } @else {
            <div class="caution mt-3 flex items-center gap-4 !border-ash-500" data-testid="verdict" akPlace="verdict">
              <p class="flex-1"><b>No verdict.</b> {{ v.sentence }}</p>
              <button type="button" class="btn" (click)="notReproduced()">Not reproduced</button>
            </div>
          }
        }
      }
    }
    @if (wentOn(); as g) {
      <p class="caution mt-3" data-testid="went-on">
        <b>Gone on without a verdict:</b> {{ g.body.why }}. What is owed for safety still is.
      </p>
    } @else if (!given() && (store.verdict() || store.rankingFailed())) {
      @if (goingOn()) {
        <form class="mt-3 flex flex-wrap items-end gap-3" (submit)="goOn($event, whyOn.value)">
          <label class="min-w-0 flex-1">
            <span class="soft text-sm font-semibold">Why go on without a verdict</span>
            <input #whyOn class="field mt-1" maxlength="300" data-testid="go-on-why" />
          </label>
          <button class="btn" data-testid="go-on-save">Go on without</button>
          @if (noReason()) {
            <p class="wrong w-full" role="alert">A reason is needed: it stands on the tape and the customer’s sheet.</p>
          }
        </form>
      } @else {
        <button type="button" class="link mt-1 text-sm" (click)="goingOn.set(true)" data-testid="go-on">
          Go on without a verdict
        </button>
      }
    }
    @if (besides().length) {
      <div class="mt-3" data-testid="besides">
        <h3 class="heading">Found besides, not the noise</h3>
        <ul>
          @for (b of besides(); track b.joint) {
            <li class="text-[15px]" [class.font-bold]="b.is === 'dangerous'">{{ session.say(b.sentence) }}</li>
          }
        </ul>
      </div>
    }
  `,
  styles: `
    .row {
      display: grid;
      grid-template-columns: minmax(0, 232px) 1fr 54px 44px;
      align-items: center;
      gap: 10px;
      min-height: 44px;
    }
    .name {
      min-height: 44px;
      padding: 4px 0;
      text-align: left;
      line-height: 1.2;
    }
    .name:hover:not(:disabled) {
      text-decoration: underline;
    }
    .bar {
      position: relative;
      height: 13px;
      background: linear-gradient(var(--color-ash-300), var(--color-ash-300)) left center / 100% 1px no-repeat;
    }
    .bar > span {
      display: block;
      height: 100%;
      min-width: 2px;
      background: var(--color-bark);
    }
    .bar > i {
      position: absolute;
      top: -4px;
      bottom: -4px;
      width: 2px;
      margin-left: -1px;
      background: var(--color-ink);
    }
    .bar.danger > span {
      background: repeating-linear-gradient(45deg, var(--color-oxide) 0 4px, var(--color-ash-100) 4px 7px);
      outline: 1px solid var(--color-oxide);
    }
    .reason {
      display: grid;
      grid-template-columns: minmax(0, 232px) 1fr 122px;
      align-items: center;
      gap: 10px;
      min-height: 28px;
      font-size: 15px;
    }
    .scale {
      position: relative;
      height: 9px;
      background:
        linear-gradient(var(--color-bark), var(--color-bark)) center / 1px 100% no-repeat,
        linear-gradient(var(--color-ash-300), var(--color-ash-300)) left center / 100% 1px no-repeat;
    }
    .scale > span {
      position: absolute;
      left: 50%;
      height: 100%;
      background: var(--color-ink);
    }
    .scale > .against {
      left: auto;
      right: 50%;
      background: repeating-linear-gradient(90deg, var(--color-bark-soft) 0 3px, transparent 3px 5px);
    }
    @media (max-width: 700px) {
      .row {
        grid-template-columns: minmax(0, 1fr) 70px 50px 40px;
      }
      .reason {
        grid-template-columns: minmax(0, 1fr) 80px 92px;
      }
    }
  `,
})
export class Suspects {
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly session = inject(Session);
  private readonly opened = signal<string | null | undefined>(undefined);
  protected readonly capital = capital;
  protected readonly count = count;
  protected readonly pct = pct;

  protected readonly top = computed(() => this.store.suspects().slice(0, 4));
  /** The first suspect's reasons stand open until somebody shuts them. */
  protected readonly why = computed(() => {
    const o = this.opened();
    return o === undefined ? this.top()[0]?.fault : o;
  });
  protected readonly reasons = computed(() => (this.store.diagnosis()?.why[this.why() ?? ''] ?? []).slice(0, 5));
  /** Whether its reasons are worked out yet. */
  protected readonly weighed = computed(() => this.store.diagnosis()?.why[this.why() ?? ''] !== undefined);
  /** The last answer stands there while a newer one is worked out. */
  protected readonly again = computed(() => this.store.diagnosis()?.again === true);
  protected readonly family = computed(() => this.store.diagnosis()?.family);
  /** What is none of the list, where it is likely enough to be said. */
  protected readonly others = computed(() => {
    const d = this.store.diagnosis();
    if (!d) return '';
    return [
      d.unlisted >= SAID ? `something that is not on the list ${pct(d.unlisted)} %` : '',
      d.nothing >= SAID ? `nothing makes it now ${pct(d.nothing)} %` : '',
    ]
      .filter(Boolean)
      .map((t, i) => (i ? t : capital(t)))
      .join('; ');
  });
  protected readonly changes = computed(() => this.store.diagnosis()?.changes ?? []);
  protected readonly given = computed(() => this.store.state()?.verdict);
  protected readonly findings = computed(() => {
    const s = this.store.state();
    if (!s) return 0;
    const c = s.complaint;
    const said = c
      ? c.character.length + c.like.length + c.where.length + c.when.length + c.handling.length + c.conditions.length
      : 0;
    return (
      said + s.drive.size + s.elsewhere.size + [...s.joints.values()].filter((j) => j.hand || j.defects.length || j.before).length
    );
  });
  protected readonly besides = computed(() => {
    const s = this.store.state();
    const v = this.store.verdict();
    if (!s || !v) return [];
    const causes = this.given()?.body.causes ?? verdictCauses(v);
    // Before anything can be named everything found is still a suspect.
    const open = v.kind === 'open' && v.quiet;
    if (causes.length === 0 && !open && !this.given()) return [];
    return besidesOf(s, causes);
  });

  protected toggle(x: Suspect): void {
    this.opened.set(this.why() === x.fault ? null : x.fault);
  }
  protected width(r: Reason): number {
    return Math.min(50, (50 * Math.abs(r.weight)) / FULL);
  }
  protected strength(r: Reason): string {
    return r.word === 'settles it'
      ? r.weight > 0
        ? 'settles it'
        : // What leads is ruled out by nothing, and what still stands on the list hardly.
          (this.store.suspects().find((x) => x.fault === this.why())?.makes ?? 0) > RULED_OUT
          ? 'strongly against'
          : 'rules it out'
      : `${r.word} ${r.weight > 0 ? 'for' : 'against'}`;
  }
  protected say(ids: readonly string[]): string {
    return ids.map((id) => sayFault(id, this.session.dialect())).join(', ');
  }
  protected sayChange(c: Change): string {
    const first = this.store.suspects()[0];
    if (!first) return '';
    const name = sayFault(c.of, this.session.dialect(), true);
    // The larger of the two is the one worth saying.
    const [found, p] = Math.abs(c.moves - first.makes) >= Math.abs(c.tight - first.makes) ? [true, c.moves] : [false, c.tight];
    const shown = splitFault(c.of) ? (found ? 'moves' : 'is tight') : found ? 'is found' : 'is ruled out';
    return c.of === c.fault
      ? `If it ${shown}: ${pct(p)} %.`
      : `If the ${name} ${shown}: the ${sayFault(c.fault, this.session.dialect(), true)} goes to ${pct(p)} %.`;
  }
  protected show(x: Suspect): void {
    if (!x.joint) return;
    this.store.select(x.joint);
    void this.router.navigate(['/job', this.store.view()!.id, 'find']);
  }
  protected give(): void {
    const v = this.store.verdict();
    const causes = v ? verdictCauses(v) : [];
    if (causes.length && !this.again()) void this.store.write('verdict', { causes: [...causes], reproduced: true, note: '' });
  }
  protected missing(): string {
    const v = this.store.verdict();
    const ids = v?.kind === 'dangerous' ? v.missing : [];
    const [few, more] = [ids.slice(0, 3), ids.length - 3];
    return `${sayBoth(this.store.state()!, few)}${more > 0 ? ` and ${more} more` : ''} ${ids.length > 1 ? 'are' : 'is'}`;
  }
  protected readonly goingOn = signal(false);
  protected readonly noReason = signal(false);
  protected readonly wentOn = computed(() => this.store.state()?.goOn);
  protected async goOn(e: Event, why: string): Promise<void> {
    e.preventDefault();
    this.noReason.set(!why.trim());
    if (why.trim() && (await this.store.write('go-on', { without: 'verdict', why: why.trim() }))) this.goingOn.set(false);
  }
  protected notReproduced(): void {
    void this.store.write('verdict', { causes: [], reproduced: false, note: 'not reproduced' });
    void this.router.navigate(['/job', this.store.view()!.id, 'listen'], { queryParams: { drive: 1 } });
  }
}
