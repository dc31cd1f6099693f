import { afterNextRender, effect, inject, Injectable, Injector, signal, untracked } from '@angular/core';
import { Router } from '@angular/router';
import {
  checkAt,
  partsOf,
  type CheckId,
  type JointId,
  type NextAction,
  type NextLine,
  type Station,
  type StepId,
  type Target,
} from '@ash-knot/core';
import { Dialog } from '@angular/cdk/dialog';
import type { ToldOf } from '../job/told-dialog';
import { focusIn } from '../kit/focus';
import { PANEL } from '../kit/panel';
import { JobStore } from '../job/job-store';
import { Places, type PlaceName } from '../job/places';
import { Records } from '../job/records';
import { Wrench } from '../instruments/wrench';
import type { Offer } from '../practice/offers';
import { PracticeBench } from '../practice/practice-bench';

/**
 * What the big key does for each kind of next action. It answers for nobody: where its place is not on the
 * screen it leads there, and only what is already in front of somebody's eyes is done by it.
 */
@Injectable()
export class NextAct {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly work = inject(Records);
  private readonly wrench = inject(Wrench);
  private readonly practice = inject(PracticeBench);
  private readonly places = inject(Places);
  private readonly injector = inject(Injector);
  /** Where the key leads, until it is on the screen. */
  private readonly wanted = signal<PlaceName | null>(null);
  /** On a phone one part shows at a time: the plate or the bench. */
  readonly plateShown = signal(false);

  constructor() {
    effect(() => {
      const name = this.wanted();
      const element = name && this.places.at(name);
      if (!element) return;
      untracked(() => {
        this.wanted.set(null);
        // What stands in it is drawn with it.
        afterNextRender(() => focusIn(element), { injector: this.injector });
      });
    });
  }

  /** On a practice vehicle, with the place on the screen: what is done at it before anybody can say what came of it. */
  due(a: NextAction): Offer | undefined {
    if (!this.store.practice()) return undefined;
    if (a.kind === 'check') return this.atCheck(a) ? this.practice.due(a) : undefined;
    if (a.kind === 'elsewhere') return this.store.elsewhere() === a.check && this.at('find') ? this.practice.due(a) : undefined;
    return 'step' in a && this.shows(`step ${a.step}`) ? this.practice.due(a) : undefined;
  }
  /** The same for a whole line: where each of its answers waits for one thing that is to be done, that is what its key does. */
  dueOf(n: NextLine): Offer | undefined {
    const answers = n.answers?.map((a) => this.due(a.action)) ?? [];
    return this.due(n.action) ?? (answers.every((d) => d) ? answers[0] : undefined);
  }
  /** What was felt is the learner's to say: the key leads to the answers and gives none. */
  private learnerSays(a: NextAction): boolean {
    return this.store.practice() !== null && (a.kind === 'check' || a.kind === 'elsewhere');
  }

  /** What a key says that does this: what it does here and now, else where it leads. */
  label(n: { readonly action: NextAction; readonly label: string }): string {
    if (this.due(n.action)) return 'Do it';
    if (this.learnerSays(n.action) && this.placeOf(n.action)) return 'Write what it was';
    // Already looking at the check: the key records the common case.
    if (n.action.kind === 'check' && this.atCheck(n.action)) return 'All tight';
    if (n.action.kind === 'elsewhere' && this.store.elsewhere() === n.action.check && this.at('find')) return 'Nothing there';
    if (n.action.kind === 'torque') {
      const { fastener, step } = n.action;
      const f = this.store.fasteners().find((x) => x.fastener.id === fastener);
      if (f?.target && f.fastener.count > 1 && this.shows(`step ${step}`))
        return `Click ${Math.min((this.work.counted()[fastener] ?? 0) + 1, f.clicks)} of ${f.clicks}`;
      if (f?.target && f.fastener.count === 1 && this.wrench.connected()) return 'Take the click';
    }
    return n.label;
  }

  /** Where somebody says what came of it, once that is on the screen. */
  private placeOf(a: NextAction): PlaceName | undefined {
    if (a.kind === 'check') return this.atCheck(a) ? 'results' : undefined;
    if (a.kind === 'elsewhere') return this.store.elsewhere() === a.check && this.at('find') ? 'results' : undefined;
    return undefined;
  }

  /** The big key: what its line says, or what must be done before it can be said. */
  press(n: NextLine): void {
    const due = this.dueOf(n);
    if (due) return void this.practice.do(due);
    this.act(n.action);
  }

  act(a: NextAction): void {
    // Somebody goes another way: what was led to before no longer takes the focus.
    this.wanted.set(null);
    const write = this.store;
    const due = this.due(a);
    if (due) return void this.practice.do(due);
    const place = this.learnerSays(a) ? this.placeOf(a) : undefined;
    if (place) {
      // One look settles several joints: each is said by itself.
      if (a.kind === 'check' && this.store.selected() !== a.joint) this.store.select(a.joint, a.check);
      return this.reach(place);
    }
    switch (a.kind) {
      case 'go':
        return this.go(a.station, a.at, a.joint);
      case 'stands':
        if (a.joint) this.store.select(a.joint, a.check ?? null);
        void write.write('stands', { state: a.state });
        return void this.open('find');
      case 'check':
        if (this.atCheck(a)) return void this.work.recordTight(this.store, a.joint);
        this.store.select(a.joint, a.check);
        return void this.open('find');
      case 'elsewhere':
        if (this.store.elsewhere() === a.check && this.at('find')) {
          void this.work.recordElsewhere(this.store, a.check, 'tight');
          return this.store.elsewhere.set(null);
        }
        this.store.select(null);
        this.store.elsewhere.set(a.check);
        return void this.open('find');
      case 'measure':
        this.store.select(a.joint);
        return void this.open('find', { measure: 1 });
      case 'verdict':
        if (this.at('find') && this.shows('verdict'))
          return void write.write('verdict', {
            causes: [...a.causes],
            reproduced: a.causes.length > 0,
            note: a.causes.length ? '' : 'not reproduced',
          });
        return this.go('find', 'verdict');
      case 'recheck':
        if (this.shows('recheck')) return void this.work.setRecheck(this.store);
        return this.go('prove', 'recheck');
      case 'cut soak':
        return void write.writeAll(
          a.steps.map((step) => ({ kind: 'step', body: { step, state: 'done', soak: 'cut short' } }) as const),
        );
      case 'torque':
        return this.onStep(a.step, () => this.places.doing(`fastener ${a.fastener}`)?.act?.());
      case 'caution':
        return this.onStep(a.step, () => void write.write('caution', { step: a.step }));
      case 'orientation':
        return this.onStep(
          a.step,
          () => void write.write('orientation', { step: a.step, joint: a.joint, orientation: a.orientation }),
        );
      case 'confirm':
        return this.onStep(a.step, () => void this.work.confirm(this.store, a.step, a.joint, a.outcome));
      case 'rung': {
        const { step, ladder, rung, title, worked } = a;
        return this.onStep(step, () => void write.write('rung', { step, ladder, rung, title, worked }));
      }
      case 'wheels':
        return this.onStep(a.step, () => void write.write('wheels', { material: a.material }));
      case 'lock':
        return this.onStep(a.step, () => void write.write('lock', { fastener: a.fastener, how: a.how }));
      case 'rung caution':
        return this.onStep(a.step, () => void write.write('caution', { step: a.read }));
      case 'step':
        return this.onStep(a.step, () => void this.work.finishStep(this.store, a.step));
      case 'told':
        return void this.openTold();
    }
  }

  /** A step is done where it can be read: with it open on the bench. Until then the key opens it. */
  private onStep(step: StepId, act: () => void): void {
    if (this.shows(`step ${step}`)) return act();
    this.work.openedStep.set(null);
    void this.open('work').then(() => this.reach(`step ${step}`));
  }

  /** Leads to a place; where it is on the screen already what its key does is done, or its first field takes the focus. */
  private go(station: Station, at: Target, joint?: JointId): void {
    if (at === 'sheet') return void this.router.navigate(this.store.path('hand-back'));
    if (joint) this.store.select(joint);
    const place = this.at(station) && this.shows(at) ? this.places.doing(at) : undefined;
    if (place) {
      focusIn(place.element);
      return place.act!();
    }
    void this.open(station, at === 'drive' ? { drive: 1 } : {}).then(() => this.reach(at));
  }

  private at(station: Station): boolean {
    return !this.plateShown() && this.router.url.split(/[?#]/)[0]!.endsWith(`/${station}`);
  }
  /** Goes to a station; from the plate of a phone to its bench. */
  open(station: Station, queryParams: Record<string, string | number> = {}): Promise<unknown> {
    this.plateShown.set(false);
    const joint = this.store.selected();
    // What is looked at in Find stands in its address, and goes along.
    const at = station === 'find' && joint ? { at: joint } : {};
    return this.router.navigate(this.store.path(station), { queryParams: { ...at, ...queryParams } });
  }
  private shows(name: PlaceName): boolean {
    return !this.plateShown() && this.places.at(name) !== undefined;
  }
  /** Scrolled to and focused, as soon as it is on the screen: the place itself where it can be, else the first thing in it that can. */
  private reach(name: PlaceName): void {
    this.wanted.set(name);
  }

  /** Looking at a joint that this check settles, by this check: whichever of them was touched. */
  private atCheck(a: { joint: JointId; check: CheckId }): boolean {
    const at = this.store.selected();
    if (!at || !this.at('find')) return false;
    const [here, there] = [partsOf(at), partsOf(a.joint)];
    const check = checkAt(this.store.state()!, at, this.store.wanted());
    return here.side === there.side && here.axle === there.axle && check?.id === a.check;
  }
  private async openTold(): Promise<void> {
    const { ToldDialog } = await import('../job/told-dialog');
    this.dialog.open(ToldDialog, {
      ...PANEL,
      width: '520px',
      ariaLabel: 'Told the owner',
      data: { store: this.store } satisfies ToldOf,
    });
  }
}
