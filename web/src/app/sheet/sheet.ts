import { BreakpointObserver } from '@angular/cdk/layout';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink, RouterOutlet } from '@angular/router';
import { map } from 'rxjs';
import { DOCUMENT } from '@angular/common';
import { Title } from '@angular/platform-browser';
import {
  assemblyJoints,
  axlesNow,
  linkLoad,
  partsOf,
  checksOf,
  placeOf,
  runningWaits,
  sayLeftBefore,
  sayUnreadable,
  STATIONS,
  atAxle,
  plainStep,
  type AxleEnd,
  type JointId,
  type Station,
} from '@ash-knot/core';
import { apartJoint, apartJoints, apartOf } from '@ash-knot/core/apart';
import { Fetched } from '../kit/fetched';
import { Alarms, type Alarm } from '../alarm/alarms';
import { ApartPlate } from '../apart/apart-plate';
import { Folds } from '../kit/folds';
import { Keys } from '../kit/keys';
import { NextBar } from '../kit/next-bar';
import { TopBar } from '../shell/top-bar';
import { JobStore } from '../job/job-store';
import { OpenJob } from '../job/open-job';
import { Records } from '../job/records';
import { TakeBack } from '../job/take-back';
import { Keeper } from '../offline/keeper';
import { Outbox, type LedgerName } from '../offline/outbox';
import { Clock } from '../state/clock';
import { Session } from '../session/session';
import { Drawings } from '../plate/axle-drawing';
import { ComplaintDraft } from '../listen/complaint-draft';
import { WhereHeard } from '../listen/where-heard';
import { AxlePlate } from '../plate/axle-plate';
import type { JointTag } from '../plate/joint-cell';
import { NextAct } from './next-act';
import { Tape } from '../tape/tape';
import { Units } from '../session/units';
import { PracticeBench } from '../practice/practice-bench';
import { VehicleStrip } from '../practice/vehicle-strip';

const NAMES: Record<Station, string> = {
  listen: 'Listen',
  find: 'Find',
  settle: 'Settle',
  work: 'Work',
  prove: 'Prove',
};

/** A finger that goes so far sideways means it, px. */
const SWIPE = 80;

/** A job is one sheet: the axle plate, the bench with its five stations, the next line; the tape slides out. */
@Component({
  selector: 'ak-sheet',
  imports: [Fetched, RouterLink, RouterOutlet, ApartPlate, AxlePlate, NextBar, TakeBack, TopBar, Tape, VehicleStrip, WhereHeard],
  providers: [Folds, JobStore, NextAct, PracticeBench, ComplaintDraft],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  styleUrl: './sheet.css',
})
export class Sheet {
  readonly id = input.required<string>();
  /** From the route: the shop's own ledger, or a practice vehicle's. */
  readonly ledger = input<LedgerName>('jobs');
  protected readonly store = inject(JobStore);
  private readonly drawings = inject(Drawings);
  private readonly clock = inject(Clock);
  protected readonly session = inject(Session);
  protected readonly outbox = inject(Outbox);
  protected readonly keeper = inject(Keeper);
  protected readonly nextAct = inject(NextAct);
  protected readonly complaint = inject(ComplaintDraft);
  protected readonly units = inject(Units);
  private readonly router = inject(Router);
  private readonly document = inject(DOCUMENT);
  private readonly title = inject(Title);
  private readonly alarms = inject(Alarms);
  protected readonly stations = STATIONS;
  protected readonly names = NAMES;
  protected readonly sayUnreadable = sayUnreadable;
  protected readonly moved = signal('');
  protected readonly tape = signal(false);
  private readonly plate = viewChild(AxlePlate);

  protected readonly station = this.nextAct.station;
  /** What hangs on each joint: photographs, a chosen part, a soak that runs. */
  protected readonly tags = computed((): ReadonlyMap<JointId, JointTag> => {
    const s = this.store.state();
    const out = new Map<JointId, { photos: number; chosen: boolean; soakMin: number }>();
    const at = (id: JointId) => {
      const t = out.get(id) ?? { photos: 0, chosen: false, soakMin: 0 };
      out.set(id, t);
      return t;
    };
    for (const p of s?.photos ?? []) if (p.body.joint) at(p.body.joint).photos++;
    for (const c of s?.choices ?? [])
      if (c.body.part.kind !== 'refit') for (const id of c.body.joints.flatMap(assemblyJoints)) at(id).chosen = true;
    const now = this.clock.now();
    for (const w of s ? runningWaits(s, now) : []) if (w.joint) at(w.joint).soakMin = w.leftMin;
    return out;
  });
  protected draw(): void {
    const [s, v] = [this.store.state(), this.store.view()];
    if (!s || !v) return;
    const end = this.end();
    this.drawings.open({ end, axle: s.axles[end], title: `${v.vehicle.plate}, ${v.vehicle.typeName}, ${end} axle` });
  }
  /** While the load comes off and the links come off, the plate says which way their eyes spring. */
  protected readonly jumps = computed(() => {
    const [s, n] = [this.store.state(), this.store.next()];
    const step = n && placeOf(n.action)?.step;
    const plain = plainStep(step ?? '');
    if (!s || this.station() !== 'work' || !(plain === 'unload' || plain.startsWith('link-off'))) return null;
    return linkLoad(atAxle(s, this.end()))?.eyes ?? null;
  });
  private readonly opened = inject(Records).openedStep;
  protected readonly offered = computed(() => (this.station() === 'settle' ? this.store.offered() : null));
  protected showAxle(): void {
    this.store.offered.set(null);
    this.axleAsked.set(true);
  }
  /** The step that lies open at Work. */
  protected readonly openStep = computed(() => {
    const next = this.store.next();
    const id = this.opened() ?? (next && placeOf(next.action)?.step);
    return this.station() === 'work' ? this.store.plan().find((p) => p.id === id) : undefined;
  });
  /** The axle on the plate: the open step's, until somebody turns it over. */
  protected readonly end = linkedSignal<{ shown: AxleEnd; step: AxleEnd | undefined }, AxleEnd>({
    source: () => ({ shown: this.store.axle(), step: this.openStep()?.axle }),
    computation: (now, before) => (before && before.source.shown !== now.shown ? now.shown : (now.step ?? now.shown)),
  });
  /** What it is at, taken apart; away from Work the joint that is looked at, or what is worked on. */
  protected readonly apartAt = computed(() => {
    const [s, step] = [this.store.state(), this.openStep()];
    if (!s) return undefined;
    if (this.station() === 'work') return step ? apartJoint(s, step) : undefined;
    if (this.offered()) return this.offered()!.joint;
    const joint = this.store.selected() ?? apartJoints(s)[0]?.joint;
    return joint && apartOf(s.axles[partsOf(joint).axle], joint, this.session.dialect()) ? joint : undefined;
  });
  /** With the parts on that went on in this job. */
  protected readonly axles = computed(() => axlesNow(this.store.state()!));
  /** At Work the assembly lies apart, and so does what is offered; elsewhere the axle is whole, until somebody wants the other. */
  protected readonly axleAsked = linkedSignal(() => this.station() !== 'work' && !this.offered());
  protected readonly apart = computed(() => (this.axleAsked() ? undefined : this.apartAt()));
  protected readonly axleSeen = computed(() => !this.complaint.asked() && !this.apart());
  /** Drawn once it stays in the page, hidden: putting it back took as long as everything else of a station. */
  protected readonly axleKept = linkedSignal<boolean, boolean>({
    source: this.axleSeen,
    computation: (seen, before) => seen || (before?.value ?? false),
  });
  private touch: { readonly x: number; readonly y: number } | null = null;
  /** On a phone a swipe at Work goes from the step to its picture and back. */
  protected touchFrom(e: TouchEvent): void {
    const t = e.touches.length === 1 ? e.touches[0]! : null;
    this.touch = t && { x: t.clientX, y: t.clientY };
  }
  protected touchTo(e: TouchEvent): void {
    const [from, to] = [this.touch, e.changedTouches[0]];
    this.touch = null;
    if (!from || !to || this.station() !== 'work') return;
    const [dx, dy] = [to.clientX - from.x, to.clientY - from.y];
    if (Math.abs(dx) > SWIPE && Math.abs(dy) < SWIPE / 2) this.nextAct.plateShown.set(dx < 0);
  }
  /** It left here not for the road the last time: said before anything else. */
  protected readonly leftBefore = computed(() => {
    const s = this.store.state();
    return s ? this.session.say(sayLeftBefore(s)) : '';
  });
  /** The look the strip asks for: where the hands go, at the sides that are asked. */
  protected readonly looks = computed(() => {
    const [s, n] = [this.store.state(), this.spoken()];
    const place = n && placeOf(n.action);
    if (!s || this.station() !== 'find' || place?.at !== 'round' || !place.check || !place.axle || place.axle !== this.end())
      return null;
    const check = checksOf(s.context.type.axles[place.axle]).find((c) => c.id === place.check);
    if (!check) return null;
    return { check, sides: place.sides ?? [] };
  });
  protected readonly toTighten = computed((): ReadonlySet<JointId> => {
    const s = this.store.state();
    if (!s?.answers.some((a) => a.body.answer === 'approved')) return new Set();
    return new Set(
      this.store
        .fasteners()
        .filter((f) => f.state !== 'done' && !['wheel-nut', 'shield-bolt'].includes(f.fastener.kind))
        .map((f) => f.fastener.joint),
    );
  });

  /** Beside the plate there is room for the practice vehicle's strip; else it stands over the next line. */
  protected readonly wide = toSignal(
    inject(BreakpointObserver)
      .observe('(min-width: 1100px)')
      .pipe(map((b) => b.matches)),
    { initialValue: true },
  );
  /** The next line; on a practice vehicle it can be silenced, until it is done with. One that was given up says nothing more. */
  protected readonly spoken = computed(() => {
    const p = this.store.practice();
    const n = this.store.next();
    return !(p?.silent || p?.closed) || (n && placeOf(n.action)?.at === 'review') ? n : null;
  });
  private readonly keys = computed(() => {
    const n = this.spoken();
    return n ? this.nextAct.keys(n) : [];
  });
  protected readonly answers = computed(() => this.keys().map((a) => this.nextAct.label(a)));
  protected answer(i: number): void {
    const key = this.keys()[i];
    if (key) this.nextAct.act(key.action);
  }

  constructor() {
    const open = inject(OpenJob);
    open.store.set(this.store);
    inject(DestroyRef).onDestroy(() => open.store.set(null));
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id, this.ledger()));
    });
    const bench = inject(PracticeBench);
    effect(() => bench.station.set(this.station()));
    // A station is read from its top, wherever the one before was left.
    effect(() => {
      if (!this.station()) return;
      this.document.querySelector('.station')?.scrollTo?.({ top: 0 });
      this.document.defaultView?.scrollTo?.({ top: 0 });
    });
    // Its title says which vehicle and which station.
    effect(() => {
      const [v, st] = [this.store.view(), this.station()];
      if (v) this.title.setTitle(`${v.vehicle.plate}${st ? ` · ${NAMES[st]}` : ''} · Ash Knot`);
    });
    // What is waited for rings wherever somebody is then.
    effect(() => {
      const [v, s] = [this.store.view(), this.store.state()];
      if (!v || !s) return;
      const practice = this.store.practice();
      const waits = runningWaits(s, Date.now());
      const alarms = waits.map((x): Alarm => ({
        id: `${v.id}|${x.step}`,
        title: `${practice ? 'Practice, ' : ''}${v.vehicle.plate}: the wait is over. ${this.session.say(x.title)}.`,
        path: this.store.path('work').join('/'),
        endsAt: x.endsAt,
        ...(practice ? { practice: true } : {}),
      }));
      untracked(() => (practice ? this.alarms.setPractised(alarms, practice.closed) : this.alarms.setFor(v.id, alarms)));
    });
    inject(DestroyRef).onDestroy(() => this.alarms.leavePractice());
    // A sheet opened without a station opens at the one the next line speaks of.
    effect(() => {
      const next = this.store.next();
      if (next && !this.station())
        untracked(() => void this.router.navigate(this.store.path(next.station), { replaceUrl: true }));
    });
    const go = (st: Station) => () => void this.router.navigate(this.store.path(st));
    const walk = (dx: number, dy: number) => () => {
      const next = this.axleSeen() ? this.plate()?.step(dx, dy) : undefined;
      if (!next) return;
      this.store.select(next);
      // Focus goes where the selection went: a screen reader says the joint, Enter opens it.
      this.document.querySelector<HTMLElement>(`[data-joint="${next}"]`)?.focus();
    };
    // Nothing is worked out for a plate that is not seen.
    effect(() => this.plate()?.stay(this.axleSeen()));
    // On a phone what is asked to be seen taken apart is on the other side of the bench.
    effect(() => this.offered() && this.nextAct.plateShown.set(true));
    inject(Keys).bind(
      {
        1: go('listen'),
        2: go('find'),
        3: go('settle'),
        4: go('work'),
        5: go('prove'),
        n: () => this.spoken() && this.nextAct.act(this.spoken()!.action),
        l: () => this.tape.set(!this.tape()),
        f: () => this.store.flip(),
        '$mod+z': () => void this.store.takeBack(),
        g: () => void this.nextAct.open('find', { measure: 1 }),
        ArrowUp: walk(0, -1),
        ArrowDown: walk(0, 1),
        ArrowLeft: walk(-1, 0),
        ArrowRight: walk(1, 0),
        Escape: () => this.back(),
      },
      inject(DestroyRef),
    );
  }

  /** Esc steps back within the job: the tape, the panel, the joint; from the bare station to the floor. */
  private back(): void {
    if (this.tape()) return this.shutTape();
    const open = this.router.url.includes('measure=') || this.router.url.includes('drive=');
    if (open) return void this.router.navigate([], { queryParams: { measure: null, drive: null }, queryParamsHandling: 'merge' });
    if (this.store.selected()) return this.store.select(null);
    if (this.store.elsewhere()) return this.store.elsewhere.set(null);
    void this.router.navigateByUrl(this.store.practice() ? '/practice' : '/');
  }
  protected toStrip(): void {
    this.document.querySelector<HTMLElement>('ak-next-bar .go')?.focus();
  }
  /** The focus goes back to the key that opened it. */
  protected shutTape(): void {
    this.tape.set(false);
    this.document.querySelector<HTMLElement>('[data-testid="tape-key"]')?.focus();
  }
  protected pick(joint: JointId): void {
    this.store.select(joint);
    this.store.touched.set({ joint });
    this.nextAct.plateShown.set(false);
    if (this.station() === 'listen') void this.router.navigate(this.store.path('find'));
  }
  protected move(bay: string): void {
    this.store.move(bay || null).catch((e: Error) => this.moved.set(e.message));
  }
  protected note(st: Station): string {
    const open = this.store.open();
    if (!open) return '';
    if (st === 'work') {
      const all = this.store.plan().length;
      return all === 0 ? '' : `${all - open.work}/${all}`;
    }
    return open[st] > 0 ? `${open[st]} open` : '';
  }
}
