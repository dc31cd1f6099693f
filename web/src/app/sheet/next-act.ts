import { afterNextRender, computed, effect, inject, Injectable, Injector, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { filter, map } from 'rxjs';
import {
  checkAt,
  partsOf,
  placeOf,
  type CheckId,
  type JointId,
  type NextAction,
  type NextAnswer,
  type NextLine,
  type SheetPlace,
  type Station,
} from '@ash-knot/core';
import { Dialog } from '@angular/cdk/dialog';
import type { ToldOf } from '../job/told-dialog';
import { focusIn } from '../kit/focus';
import { PANEL } from '../kit/panel';
import { JobStore } from '../job/job-store';
import { Places, type MarkName } from '../job/places';
import { Records } from '../job/records';
import type { Offer } from '../practice/offers';
import { PracticeBench } from '../practice/practice-bench';

/** A place where something is felt or looked for. */
const looks = (place: SheetPlace | undefined): boolean =>
  place?.at !== 'round' && (place?.check !== undefined || place?.elsewhere !== undefined);

/**
 * What the big key does with what core says. It answers for nobody: where its place is not on the screen it leads
 * there, and only what is already in front of somebody's eyes is done by it.
 */
@Injectable()
export class NextAct {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly records = inject(Records);
  private readonly practice = inject(PracticeBench);
  private readonly places = inject(Places);
  private readonly injector = inject(Injector);
  /** What a tap on a key that must wait was told. */
  readonly told = signal('');
  /** The line the key was pressed at, until another stands there: who works by the key is taken to where it goes on. */
  private readonly from = signal<NextLine | null>(null);
  /** Somebody works on the bench: they are taken nowhere. */
  stay(): void {
    this.from.set(null);
  }
  /** Where the key leads, until it is on the screen. */
  private readonly wanted = signal<MarkName | null>(null);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map(() => this.router.url),
    ),
    { initialValue: this.router.url },
  );
  /** The station that is open. A signal, as what the keys say and do follows it. */
  readonly station = computed((): Station | null => (this.url().split(/[?#]/)[0]!.split('/')[3] as Station) ?? null);
  /** On a phone one part shows at a time: the plate or the bench. */
  readonly plateShown = signal(false);

  constructor() {
    effect(() => {
      const [from, next] = [this.from(), this.store.next()];
      if (!from || !next || (next.title === from.title && next.station === from.station)) return;
      untracked(() => {
        this.from.set(null);
        const place = placeOf(next.action);
        // A panel that is asked for, and a line that only waits, are nobody's way.
        if (!place || ['told', 'sheet', 'review', 'drive', 'measure'].includes(place.at ?? '') || this.at(next.station)) return;
        void this.open(next.station);
      });
    });
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

  /**
   * On a practice vehicle, with its place on the screen: what is done there before anybody can say what came of it; for a
   * question, where each of its answers waits for that.
   */
  due(a: NextAction): Offer | undefined {
    if (!this.store.practice()) return undefined;
    if (a.kind === 'ask') {
      const dues = a.answers.map((x) => this.due(x.action));
      return dues.every((d) => d) ? dues[0] : undefined;
    }
    const place = placeOf(a);
    return place && this.seen(place) ? this.practice.due(a) : undefined;
  }
  /** What was felt is the learner's to say: the key leads to the answers and gives none. */
  private learnerSays(place: SheetPlace | undefined): boolean {
    return this.store.practice() !== null && looks(place);
  }

  /** What a key says that does this: what it does here and now, else where it leads. */
  label(n: { readonly action: NextAction; readonly label: string }): string {
    const a = n.action;
    const place = placeOf(a);
    if (this.due(a)) return 'Do it';
    if (!place || !this.seen(place)) return n.label;
    if (this.learnerSays(place)) return 'Write what it was';
    if (a.kind === 'write') return a.there ?? n.label;
    return this.doing(a)?.says?.() || n.label;
  }

  /** The keys of a question: each answer that can be given from here, and where one cannot, first the way to where it can. */
  keys(n: NextLine): readonly NextAnswer[] {
    if (n.action.kind !== 'ask' || this.due(n.action)) return [];
    const { at, answers } = n.action;
    const ready = answers.filter(({ action }) => action.kind !== 'write' || !action.at || this.seen(action.at));
    if (ready.length === answers.length) return answers;
    // What leads to the same step is the way there: it stands once.
    const others = ready.filter(({ action }) => action.kind !== 'go' || !at.step || action.to.step !== at.step);
    return others.length ? [{ label: n.label, action: { kind: 'go', to: at } }, ...others] : [];
  }

  /** The big key, and each of a question's: what must be done before it can be said, or what it says. */
  act(a: NextAction): void {
    // Somebody goes another way: what was led to before no longer takes the focus.
    this.wanted.set(null);
    this.told.set(a.kind === 'wait' ? a.says : '');
    if (a.kind === 'wait') return;
    if (a.kind === 'move') return void this.store.move(a.bay).catch((e: Error) => this.told.set(e.message));
    const due = this.due(a);
    if (due) return void this.practice.do(due);
    const place = placeOf(a);
    const seen = place && this.seen(place);
    if (seen && this.learnerSays(place)) return this.lookFor(place);
    if (a.kind === 'write' && (seen ?? true)) {
      this.from.set(this.store.next() ?? null);
      return void this.write(a);
    }
    const mark = seen ? this.doing(a) : undefined;
    if (!mark) return this.go(place!);
    if (place!.joint) this.store.select(place!.joint);
    // The card of a fastener takes the focus where it wants it.
    if (!mark.name.startsWith('fastener ')) focusIn(mark.element);
    this.from.set(this.store.next() ?? null);
    mark.act!();
  }

  private async write(a: Extract<NextAction, { kind: 'write' }>): Promise<void> {
    const elsewhere = a.at?.elsewhere;
    const written = this.store.writeAll(a.entries);
    if (a.then) this.go(a.then);
    if ((await written) && elsewhere && this.store.elsewhere() === elsewhere) this.store.elsewhere.set(null);
  }

  /** What the big key does at the place an action leads to, once it is on the screen. */
  private doing(a: NextAction): ReturnType<Places['doing']> {
    return a.kind === 'go' && a.to.at ? this.places.doing(a.to.at) : undefined;
  }

  /** Leads to a place: its station, with what is looked at there, its step or its panel open; then to the mark itself. */
  private go(place: SheetPlace): void {
    if (place.at === 'sheet') return void this.router.navigate(this.store.path('hand-back'));
    if (place.at === 'review') return void this.router.navigate(this.store.path('review'));
    if (place.at === 'told') return void this.openTold();
    if (place.step && !this.shows(`step ${place.step}`)) this.records.openedStep.set(null);
    if (place.at === 'round') {
      this.store.select(null);
      if (place.axle && place.axle !== this.store.axle()) this.store.flip();
    } else if (place.joint) this.store.select(place.joint, place.check);
    if (place.elsewhere && place.at !== 'round') {
      this.store.select(null);
      this.store.elsewhere.set(place.elsewhere);
    }
    const panel = place.at === 'drive' || place.at === 'measure' ? { [place.at]: 1 } : {};
    // Who is led to a look reads first how it is made.
    const mark = looks(place) ? undefined : (place.at ?? (place.step && (`step ${place.step}` as const)));
    const there = this.at(place.station) && place.at !== 'drive' && place.at !== 'measure';
    void (there ? Promise.resolve() : this.open(place.station, panel)).then(() => mark && this.reach(mark));
  }
  /** One look settles several joints: each is said by itself. */
  private lookFor(place: SheetPlace): void {
    if (place.joint && this.store.selected() !== place.joint) this.store.select(place.joint, place.check);
    this.reach('results');
  }

  /** Whether somebody has a place before their eyes: what is looked at there, its step open, its mark on the screen. */
  private seen(place: SheetPlace): boolean {
    if (!this.at(place.station)) return false;
    if (place.at === 'round') return this.shows('round');
    if (place.elsewhere) return this.store.elsewhere() === place.elsewhere;
    if (place.joint && place.check) return this.atCheck(place.joint, place.check);
    if (place.step) return this.shows(`step ${place.step}`) && (!place.at || this.shows(place.at));
    return place.at !== undefined && this.shows(place.at);
  }
  private at(station: Station): boolean {
    return !this.plateShown() && this.station() === station;
  }
  /** Goes to a station; from the plate of a phone to its bench. */
  open(station: Station, queryParams: Record<string, string | number> = {}): Promise<unknown> {
    this.plateShown.set(false);
    const joint = this.store.selected();
    // What is looked at in Find stands in its address, and goes along.
    const at = station === 'find' && joint ? { at: joint } : {};
    return this.router.navigate(this.store.path(station), { queryParams: { ...at, ...queryParams } });
  }
  private shows(name: MarkName): boolean {
    return !this.plateShown() && this.places.at(name) !== undefined;
  }
  /** Scrolled to and focused, as soon as it is on the screen: the place itself where it can be, else the first thing in it that can. */
  private reach(name: MarkName): void {
    this.wanted.set(name);
  }

  /** Looking at a joint that this check settles, by this check: whichever of them was touched. */
  private atCheck(joint: JointId, check: CheckId): boolean {
    const at = this.store.selected();
    if (!at) return false;
    const [here, there] = [partsOf(at), partsOf(joint)];
    const found = checkAt(this.store.state()!, at, this.store.wanted());
    return here.side === there.side && here.axle === there.axle && found?.id === check;
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
