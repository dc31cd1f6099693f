import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  untracked,
  Injector,
} from '@angular/core';
import { Router } from '@angular/router';
import {
  checksOf,
  CHECK_RESULTS,
  jointName,
  standsAt,
  stateCounts,
  type CheckResult,
  type Defect,
  type JointId,
  type JointState,
  list,
  uncapital,
  failedBy,
  failsOf,
  JOINT_SPECS,
  partsOf,
} from '@ash-knot/core';
import { GapMark } from '../plate/gap-mark';
import { Photo, PhotoButton } from '../attachment/photo';
import { Keys } from '../kit/keys';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Records } from '../job/records';
import { Contradiction } from './contradiction';
import { ElsewhereCard } from './elsewhere-card';
import { FrameFitCard } from '../measuring/frame-fit';
import { MeasureLoop } from '../measuring/measure-loop';
import { MeasurePlay } from '../measuring/measure-play';
import { Round } from './round';
import { StandsSelect } from './stands-select';
import { Suspects } from './suspects';
import { PlaceMark } from '../job/places';
import { More } from '../kit/more';

/** Raise it, look, rock, lever, measure: the check of the joint that is touched on the plate. */
@Component({
  selector: 'ak-find',
  imports: [
    Contradiction,
    ElsewhereCard,
    FrameFitCard,
    GapMark,
    MeasureLoop,
    MeasurePlay,
    More,
    Photo,
    PhotoButton,
    PlaceMark,
    Round,
    StandsSelect,
    Suspects,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (measure() === 'force' && joint()) {
      <ak-measure-loop phase="before" [joint]="joint()!.id" (shut)="toggle(null)" (plain)="toggle('1')" />
    } @else if (measure() === 'fit' && joint()) {
      <ak-frame-fit [joint]="joint()!.id" (shut)="toggle(null)" />
    } @else if (measure() && joint()) {
      <ak-measure-play phase="before" [joint]="joint()!.id" (shut)="toggle(null)" (loop)="toggle('force')" />
    } @else if (joint(); as j) {
      <div class="flex items-start justify-between gap-4">
        <h2 class="text-2xl leading-tight font-bold" data-testid="joint-title">{{ title() }}</h2>
        @if (noise()) {
          <button type="button" class="link -mt-1 shrink-0" (click)="store.select(null)" data-testid="to-plan">The round</button>
        }
      </div>
      <p class="soft mt-1 min-h-5">{{ detail() }}</p>
      @if (check(); as c) {
        <p class="mt-3 text-[17px]">
          <b>{{ session.say(c.title) }}.</b> {{ session.say(c.how) }}
        </p>
        <p class="soft mt-1 text-[15px]">Look for: {{ session.say(uncapital(c.lookAt)) }}</p>
      }
      <div class="mt-4 grid grid-cols-3 gap-2 sm:grid-cols-5" role="group" aria-label="How it is in the hand" akPlace="results">
        @for (r of results; track r) {
          <button
            type="button"
            class="btn !min-h-[72px] flex-col !gap-1 !px-1 !text-[17px]"
            [class.btn-on]="j.hand === r"
            [attr.aria-pressed]="j.hand === r"
            (click)="record(r)"
            [attr.data-testid]="'result-' + r"
          >
            <span class="flex items-center gap-2">
              <ak-gap-mark [state]="mark[r]" [size]="18" />
              <span class="key" aria-hidden="true">{{ keyOf[r] }}</span>
            </span>
            <span class="inline-block first-letter:uppercase">{{ r }}</span>
          </button>
        }
      </div>
      <p class="soft mt-1 text-sm" data-testid="slight-means">{{ slightMeans() }}</p>
      @if (j.contradicted) {
        <ak-contradiction [joint]="j.id" />
      }
      @if (j.hand && !j.handCounts) {
        <p class="caution mt-3" role="alert" data-testid="does-not-count">{{ j.why }}</p>
      }
      <div class="mt-3 flex flex-wrap items-center gap-x-5">
        <button type="button" class="link" (click)="toggle('1')" data-testid="measure">
          Measure it <span class="key" aria-hidden="true">G</span>
        </button>
        @if (!store.practice()) {
          <ak-photo-button [job]="store.view()!.id" (taken)="photo($event)" />
        }
        <ak-more testId="joint-more" keptAs="joint-more">
          <button type="button" class="link" (click)="tightBoth()" data-testid="tight-both">All tight, both sides</button>
          @if (manySettled()) {
            <button type="button" class="link" (click)="rocks()" data-testid="rocks">It rocks somewhere</button>
          }
          @for (o of otherChecks(); track o.id) {
            <button type="button" class="link" (click)="store.wanted.set(o.id)">
              Or: {{ session.say(uncapital(o.title.replace('{side}', j.side))) }}
            </button>
          }
          @if (j.kind === 'frame-bushing') {
            <button type="button" class="link" (click)="toggle('fit')" data-testid="fit">
              {{ session.say('Bar and bushing') }}
            </button>
          }
          @if (knocks()) {
            <button type="button" class="link" (click)="why()" data-testid="why-it-knocks">Why it knocks</button>
          }
          <div class="flex w-full flex-wrap items-center gap-2">
            <span class="soft text-sm font-semibold">Seen on it</span>
            @for (d of defects(); track d) {
              <button
                type="button"
                class="pick !min-h-11 text-[15px]"
                [attr.aria-pressed]="j.defects.includes(d)"
                [disabled]="j.defects.includes(d)"
                (click)="defect(d)"
              >
                {{ session.say(d) }}
              </button>
            }
          </div>
          @if (standsRight()) {
            <ak-stands-select class="mt-2" [axle]="axle()" />
          }
        </ak-more>
      </div>
      @if (j.defects.length) {
        <p class="mt-1 text-[15px]" data-testid="seen-on-it">Seen on it: {{ session.say(list(j.defects)) }}.</p>
      }
      @if (fail(); as f) {
        <p class="caution mt-3" role="status" data-testid="fails-inspection">{{ f }}</p>
      }
      @if (j.photos.length) {
        <div class="mt-3 flex gap-2 overflow-x-auto">
          @for (p of j.photos; track p) {
            <ak-photo [id]="p" [caption]="title()" />
          }
        </div>
      }
      @if (!standsRight()) {
        <ak-stands-select class="mt-4" [axle]="axle()">
          <span class="wrong text-sm">proves nothing in this position</span>
        </ak-stands-select>
      }
      @if (noise()) {
        <ak-more class="mt-2" label="What makes the noise" testId="noise-more" keptAs="noise-more">
          <ak-suspects class="block w-full" />
        </ak-more>
      }
    } @else if (store.elsewhere()) {
      <ak-elsewhere-card />
      <ak-suspects class="mt-4 block" />
    } @else {
      <ak-round />
      @if (noise()) {
        <ak-suspects class="mt-4 block" />
      }
    }
  `,
})
export class Find {
  protected readonly store = inject(JobStore);
  protected readonly list = list;
  protected readonly session = inject(Session);
  private readonly records = inject(Records);
  private readonly router = inject(Router);
  private readonly injector = inject(Injector);
  /** From the address, so that a reload comes back to the measuring. */
  readonly measure = input<string>();
  readonly at = input<string>();

  protected readonly results = CHECK_RESULTS;
  protected readonly mark: Record<CheckResult, JointState> = {
    tight: 'sound',
    slight: 'watch',
    moves: 'loose',
    dangerous: 'dangerous',
    'can’t tell': 'can’t tell yet',
  };

  protected readonly joint = computed(() => {
    const id = this.store.selected();
    return id ? (this.store.state()?.joints.get(id) ?? null) : null;
  });
  protected readonly noise = computed(() => this.store.state()?.context.kind === 'noise');
  protected readonly check = this.store.check;
  /** Play here is lash between the bar's ends: it can be shown what that does. */
  protected readonly knocks = computed(() => {
    const j = this.joint();
    if (!j || !/^(link-upper|link-lower|frame-bushing|bar)$/.test(j.kind)) return false;
    const axle = this.store.state()!.axles[partsOf(j.id).axle];
    return axle.link !== null && axle.points.barEye !== undefined;
  });
  protected async why(): Promise<void> {
    const j = this.joint()!;
    const end = partsOf(j.id).axle;
    const { Knocks } = await import('../knock/knock-dialog');
    this.injector.get(Knocks).open({
      end,
      axle: this.store.state()!.axles[end],
      title: `${this.store.view()!.vehicle.plate}, ${end} axle`,
      playMm: j.before?.doubt.meanMm ?? null,
    });
  }
  /** Other checks that settle this joint too. */
  protected readonly otherChecks = computed(() => {
    const j = this.joint();
    if (!j) return [];
    const axle = this.store.state()!.context.type.axles[partsOf(j.id).axle];
    return checksOf(axle).filter((c) => c.settles.includes(j.kind) && c.id !== this.check()?.id);
  });
  protected readonly manySettled = computed(
    () => (this.check()?.settles.length ?? 0) > 1 && !this.check()!.id.startsWith('grip'),
  );
  /** What a trace means at this joint, and by whose rule. */
  protected readonly slightMeans = computed(() => {
    const j = this.joint();
    if (!j) return '';
    return this.store.state()!.context.rules.slightFails.includes(j.kind)
      ? 'Slight is a fail here, by the shop’s rule: any play felt.'
      : 'Slight is a trace of play: watch or measure it. It does not hold up the verdict.';
  });
  protected readonly title = computed(() => {
    const j = this.joint();
    return j ? `${jointName(j.kind, this.session.dialect())}, ${j.side}` : '';
  });
  protected readonly detail = computed(() => {
    const j = this.joint();
    if (!j) return '';
    const axle = this.store.state()!.context.type.axles[partsOf(j.id).axle];
    const known = JOINT_SPECS[j.kind].detail(axle);
    return known || (j.state === 'not looked at' ? `Not checked · ${this.check()?.minutes ?? 1} min` : j.why);
  });
  /** What was found here fails, by the shop's rule. */
  protected readonly fail = computed(() => {
    const j = this.joint();
    const s = this.store.state()!;
    const fail = j && failsOf(s).find((f) => f.joint === j.id);
    return fail ? this.session.say(failedBy(s, fail)) : '';
  });
  protected readonly defects = computed((): readonly Defect[] => {
    const j = this.joint();
    return j ? JOINT_SPECS[j.kind].defects(this.store.state()!.context.type.axles[partsOf(j.id).axle]) : [];
  });
  protected readonly axle = computed(() => partsOf(this.joint()!.id).axle);
  /** Whether the check shows something as the vehicle stands. */
  protected readonly standsRight = computed(() => this.ruling()?.counts !== false);
  protected readonly ruling = computed(() => {
    const j = this.joint();
    const c = this.check();
    const stands = j && standsAt(this.store.state()!, j.id);
    if (!j || !c || !stands) return undefined;
    return stateCounts(this.store.state()!.context.type.axles[partsOf(j.id).axle], c, j.kind, stands);
  });

  /** The letters that answer. */
  protected readonly keyOf: Record<CheckResult, string> = {
    tight: 'T',
    slight: 'S',
    moves: 'M',
    dangerous: 'D',
    'can’t tell': 'W',
  };

  constructor() {
    const answer = (r: CheckResult) => () => this.joint() && !this.measure() && this.record(r);
    inject(Keys).bind(Object.fromEntries(CHECK_RESULTS.map((r) => [this.keyOf[r].toLowerCase(), answer(r)])), inject(DestroyRef));
    // The joint that is looked at stands in the address: a reload, and Back, come to it again.
    effect(() => {
      const [at, joint, s] = [this.at() as JointId | undefined, this.store.selected(), this.store.state()];
      // Somebody is on the way elsewhere: writing the address now would call them back.
      if (this.router.currentNavigation()) return;
      // Whichever of the two has changed leads; an address that only came to be what was written here has not.
      const arrived = at !== this.seenAt;
      const moved = arrived && (at ?? null) !== this.wrote;
      this.seenAt = at;
      if (arrived) this.wrote = undefined;
      if (!s || (at ?? null) === joint) return;
      // Written once: an address that does not take it is not written to without end.
      if (!arrived && this.wrote === joint) return;
      this.wrote = moved ? undefined : joint;
      untracked(() => {
        if (moved) this.store.select(at && s.joints.has(at) ? at : null);
        else void this.router.navigate([], { queryParams: { at: joint }, queryParamsHandling: 'merge' });
      });
    });
  }

  private seenAt: JointId | undefined;
  private wrote: JointId | null | undefined;

  protected record(r: CheckResult): void {
    void this.records.record(this.store, this.joint()!.id, r);
  }
  protected tightBoth(): void {
    void this.records.recordTightBoth(this.store, this.joint()!.id);
  }
  protected rocks(): void {
    void this.records.recordRocks(this.store, this.joint()!.id);
  }
  protected readonly uncapital = uncapital;
  protected defect(what: Defect): void {
    void this.store.write('defect', { joint: this.joint()!.id, what });
  }
  protected photo(photo: string): void {
    void this.store.write('photo', { photo, joint: this.joint()!.id, caption: this.title() });
  }
  protected toggle(measure: '1' | 'force' | 'fit' | null): void {
    void this.router.navigate([], { queryParams: { measure }, queryParamsHandling: 'merge' });
  }
}
