import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  begunReadings,
  checksOf,
  checkTitle,
  elsewhereChecks,
  jointId,
  jointName,
  sayFault,
  sayManoeuvre,
  sayState,
  isJointId,
  partsOf,
  placeOf,
  plannedChecks,
  type Check,
  type ElsewhereCheck,
  type ElsewhereCheckId,
  type CheckId,
  type JointId,
  type NextCheck,
  type NextLine,
  capital,
  uncapital,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Records } from '../job/records';

/** The plan of the next checks, best for their minutes; and, a tap away, every check there is. */
@Component({
  selector: 'ak-next-checks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (plan().length && !all()) {
      <ol data-testid="plan">
        @if (begun(); as b) {
          <li class="step">
            <span class="mono soft text-lg">1</span>
            <button type="button" class="min-h-14 min-w-0 text-left" (click)="measure(b)">
              <span class="block leading-tight font-bold">{{ session.say(b.title.slice(0, -1)) }}</span>
              <span class="soft block text-[14px] leading-tight">Begun, and not settled. The gauge stands there.</span>
            </button>
            <span class="mono soft text-right text-[15px] whitespace-nowrap">{{ b.time }}</span>
            <button type="button" class="btn !min-h-11 !px-3 text-[15px]" (click)="measure(b)">Measure</button>
          </li>
        }
        @for (s of plan(); track s.id; let i = $index) {
          <li class="step">
            <span class="mono soft text-lg">{{ i + (begun() ? 2 : 1) }}</span>
            <button type="button" class="min-h-14 min-w-0 text-left" (click)="open(s)">
              <span class="block leading-tight" [class.font-bold]="i === 0 && !begun()">{{ title(s) }}</span>
              <span class="soft block text-[14px] leading-tight">{{ tells(s) }}</span>
            </button>
            <span class="mono soft text-right text-[15px] whitespace-nowrap">{{ s.minutes + s.changeMinutes }} min</span>
            <button type="button" class="btn !min-h-11 !px-3 text-[15px]" (click)="tight(s)">
              {{ s.manoeuvres ? 'Drive' : s.axle ? 'All tight' : 'Nothing there' }}
            </button>
          </li>
        }
      </ol>
      <button type="button" class="link" (click)="all.set(true)" data-testid="all-checks">Every check there is</button>
    } @else {
      @if (plan().length) {
        <button type="button" class="link" (click)="all.set(false)">The plan</button>
      }
      <ul>
        @for (c of checks(); track c.id) {
          <li class="rule flex min-h-14 items-center gap-3 py-1">
            <button type="button" class="min-h-11 min-w-0 flex-1 text-left" (click)="openCheck(c)">
              <span class="block font-semibold">{{ bothSides(c) }}</span>
              <span class="soft block truncate text-sm">{{ names(c) }} · {{ c.minutes }} min a side</span>
            </button>
            <button type="button" class="btn !min-h-11 text-[15px]" (click)="allTight(c)">All tight, both sides</button>
          </li>
        }
        @for (c of others(); track c.id) {
          <li class="rule flex min-h-14 items-center gap-3 py-1">
            <button type="button" class="min-h-11 min-w-0 flex-1 text-left" (click)="store.elsewhere.set(c.id)">
              <span class="block font-semibold">{{ session.say(c.title) }}</span>
              <span class="soft block truncate text-sm">{{ found(c) }} · {{ c.minutes }} min</span>
            </button>
            <button type="button" class="btn !min-h-11 text-[15px]" (click)="nothing(c.id)">Nothing there</button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    .step {
      display: grid;
      grid-template-columns: 20px minmax(0, 1fr) 58px auto;
      align-items: center;
      gap: 10px;
      border-bottom: 1px solid var(--color-ash-300);
      padding: 3px 0;
    }
  `,
})
export class NextChecks {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly records = inject(Records);
  private readonly router = inject(Router);
  protected readonly all = signal(false);
  protected readonly begun = computed(() => begunReadings(this.store.state()!));
  protected readonly plan = computed(() => {
    const [s, d] = [this.store.state(), this.store.diagnosis()];
    return s && d ? plannedChecks(s, d).slice(0, this.begun() ? 4 : 5) : [];
  });
  private readonly type = computed(() => this.store.state()!.context.type);
  protected readonly checks = computed(() => checksOf(this.type().axles[this.store.axle()]));
  protected readonly others = computed(() => elsewhereChecks(this.type()));

  protected title(s: NextCheck): string {
    return this.session.say(checkTitle(s, this.type(), this.store.state()!.axle));
  }
  protected tells(s: NextCheck): string {
    if (s.manoeuvres) return s.manoeuvres.map((m, i) => (i ? uncapital(sayManoeuvre(m)) : sayManoeuvre(m))).join(' · ');
    const names = s.of.map((id) =>
      isJointId(id) ? jointName(partsOf(id).kind, this.session.dialect()).toLowerCase() : sayFault(id, this.session.dialect()),
    );
    return [
      capital(names.join(' · ')),
      s.changeMinutes ? `${capital(sayState(s.state))} first` : '',
      s.owed.length ? 'Owed before a verdict' : '',
      s.again ? 'Felt tight before; this is another way' : '',
    ]
      .filter(Boolean)
      .join('. ');
  }
  protected open(s: NextCheck): void {
    if (s.manoeuvres) return void this.router.navigate(this.store.path('listen'), { queryParams: { drive: 1 } });
    if (s.axle) this.store.select(s.of[0] as JointId, s.check as CheckId);
    else this.store.elsewhere.set(s.check as ElsewhereCheckId);
  }
  protected measure(b: NextLine): void {
    this.store.select(placeOf(b.action)!.joint!);
    void this.router.navigate([], { queryParams: { measure: 1 }, queryParamsHandling: 'merge' });
  }
  protected tight(s: NextCheck): void {
    if (s.manoeuvres) return this.open(s);
    if (!s.axle) return this.nothing(s.check as ElsewhereCheckId);
    this.store.wanted.set(s.check as CheckId);
    void this.records.recordTight(this.store, s.of[0] as JointId);
    this.store.wanted.set(null);
  }
  protected nothing(id: ElsewhereCheckId): void {
    void this.records.recordElsewhere(this.store, id, 'tight');
  }
  protected allTight(c: Check): void {
    // By this check, which need not be the joint's usual one; in the state in which it counts, unless it was said to stand otherwise.
    this.store.wanted.set(c.id);
    void this.records.recordTightBoth(this.store, jointId(this.store.axle(), 'left', c.settles[0]!));
    this.store.wanted.set(null);
  }
  protected openCheck(c: Check): void {
    this.store.select(jointId(this.store.axle(), 'left', c.settles[0]!), c.id);
  }
  protected bothSides(c: Check): string {
    return this.session.say(c.title.replace(' {side}', ''));
  }
  protected names(c: Check): string {
    return c.settles.map((k) => jointName(k, this.session.dialect()).toLowerCase()).join(', ');
  }
  protected found(c: ElsewhereCheck): string {
    return capital(c.finds.map((f) => sayFault(f)).join(', '));
  }
}
