import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  effect,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  attempt,
  capital,
  fixed,
  FRICTION,
  LOCKS,
  preloadBand,
  PROPERTY_CLASSES,
  sameCompressionNm,
  WHEEL_MATERIALS,
  type WheelMaterial,
  BadInput,
  isTaper,
  isWithin,
  needsPublished,
  parseQuantity,
  parseThread,
  plausibility,
  readBookValue,
  readGauge,
  sayBookValue,
  sayHex,
  show,
  showRange,
  stageOf,
  trimmed,
  convert,
  type BookValue,
  type FastenerView,
  type LockHow,
  type ThreadCondition,
  type GaugeSpec,
  type PropertyClass,
  type SpeakingWrench,
  type TORQUE_METHODS,
  type TorqueRange,
  readAdapterSettingNm,
} from '@ash-knot/core';
import { AdapterDrawing } from '../kit/adapter-drawing';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { GaugeInbox, type Heard } from '../instruments/gauge-inbox';
import { Wrench } from '../instruments/wrench';
import { JobStore } from '../job/job-store';
import { Units } from '../session/units';
import { StarDrawing } from './star-drawing';
import { SwellCard } from './swell-card';
import { Records } from '../job/records';
import { Places } from '../job/places';

/** How far a pull may be from its target before it is asked about: the ±4 % a click wrench is allowed, twice (ISO 6789-1, from memory). */
const FAR = 0.08;
/** A wrench that was asked for its click and says nothing for so long is not pulled, ms. */
const SILENT_MS = 8000;

/** One fastener: one number to set, and how it was done. A click is taken only from a wrench that is there. */
@Component({
  selector: 'ak-torque-card',
  imports: [AdapterDrawing, Picks, StarDrawing, SwellCard, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './torque-card.html',
  styles: `
    .band {
      position: relative;
      display: block;
      height: 14px;
      border: 1.5px solid var(--color-bark);
    }
    .band > span {
      position: absolute;
      top: 0;
      bottom: 0;
      background: var(--color-ink);
    }
    .band > i {
      position: absolute;
      top: -5px;
      bottom: -5px;
      width: 3px;
      background: var(--color-oxide);
    }
  `,
})
export class TorqueCard {
  readonly view = input.required<FastenerView>();
  readonly recorded = output();
  private readonly store = inject(JobStore);
  private readonly api = inject(Api);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly wrenches = inject(Wrench);
  private readonly inbox = inject(GaugeInbox);
  protected readonly units = inject(Units);
  protected readonly recheckKm = computed(() => this.store.state()!.context.rules.recheckKm);
  protected readonly wrench = this.wrenches.connected;
  /** One that could be opened, where none is connected. */
  protected readonly simulated = computed(() => this.wrenches.registered()[0]);
  /** Those that could be put on a line, where this browser knows lines. */
  protected readonly onLine = computed(() => (this.inbox.hasSerial ? this.wrenches.registered() : []));
  protected async connect(g: GaugeSpec): Promise<void> {
    try {
      await this.inbox.connect(g);
    } catch (e) {
      this.error.set(`The wrench was not connected: ${(e as Error).message}`);
    }
  }
  protected readonly error = signal('');
  protected readonly asking = signal<{ nm: number; text: string } | null>(null);
  protected readonly mode = signal<'plain' | 'reach'>('plain');
  protected readonly typed = draft('torque.typed', '');
  protected readonly lever = draft('torque.lever', '');
  protected readonly adapter = draft('torque.adapter', '');
  protected readonly angle = draft('torque.angle', '');
  protected readonly foundValue = draft('torque.found', '');
  protected readonly foundSource = draft('torque.found.source', '');
  /** Another value than the one that rules is being written down. */
  protected readonly otherwise = signal(false);
  protected readonly publisher = signal<BookValue['publisher']>('part maker');
  /** The wrench was asked for its click and has not said it yet. */
  protected readonly waiting = signal(false);
  private silence: ReturnType<typeof setTimeout> | undefined;
  /** What a wrench said that is asked about before it is recorded. */
  private said: { readonly text: string; readonly wrench: SpeakingWrench } | undefined;
  private readonly records = inject(Records);
  protected readonly counted = this.records.counted;
  /** What the wrench said in the last round of a group. */
  private readonly lastRound = draft<Record<string, TorqueRange>>('clicks.pulled', {});
  protected readonly seen = signal(false);
  private writing = false;

  protected readonly ruled = computed(
    () =>
      (this.view().ruling.kind === 'value' ? this.view().ruling : undefined) as
        Extract<FastenerView['ruling'], { kind: 'value' }> | undefined,
  );
  protected readonly target = computed(() => this.view().target);
  private readonly stage = computed(() => stageOf(this.view(), this.view().fastener.count, this.clicks()));
  protected readonly stages = computed(() => this.view().stages.length);
  protected readonly stageWords = computed(() =>
    this.group() && this.stages() > 1 && this.view().state !== 'done'
      ? `stage ${this.stage() + 1} of ${this.stages()}, in the end ${this.both(this.target()!)}`
      : '',
  );
  /** What is to be pulled now: the stage's share of what is published. */
  protected readonly now = computed((): TorqueRange => {
    const t = this.target() ?? { minNm: 0, maxNm: 0 };
    const share = this.group() && this.view().state !== 'done' ? this.view().stages[this.stage()]! : 1;
    return { minNm: t.minNm * share, maxNm: t.maxNm * share };
  });
  /** What the wrench is set to: through an adapter another number than what is wanted. */
  private readonly set = computed((): TorqueRange => {
    const a = this.setting();
    if (this.mode() !== 'reach' || !a.ok) return this.now();
    return { minNm: this.now().minNm * a.value, maxNm: this.now().maxNm * a.value };
  });
  /** Through an adapter whose measures nobody has said there is no number to set. */
  private readonly unset = computed(() => this.mode() === 'reach' && !this.setting().ok);
  protected readonly bigNumber = computed(() => {
    if (this.unset()) return '–';
    const said = showRange(this.set().minNm, this.set().maxNm, 'torque', this.units.torque());
    return said.slice(0, said.lastIndexOf(' '));
  });
  protected readonly other = computed(() =>
    this.unset()
      ? 'measure lever and adapter'
      : showRange(this.set().minNm, this.set().maxNm, 'torque', this.units.torqueOther()),
  );
  protected readonly published = computed(() => {
    const v = this.ruled()?.value;
    return v ? `published as ${sayBookValue(v)}` : '';
  });
  protected readonly group = computed(() => this.view().fastener.count > 1);
  protected readonly mayBeFirm = computed(() => !needsPublished(this.view().fastener.kind));
  protected readonly clicks = computed(() => Math.min(this.counted()[this.view().fastener.id] ?? 0, this.view().clicks));
  /** The adapter's share of the torque wanted, or what is wrong with its measures. */
  protected readonly setting = computed(() => attempt(() => readAdapterSettingNm(1, this.lever(), this.adapter(), this.angle())));

  protected readonly materials = WHEEL_MATERIALS;
  protected readonly wheels = computed(() => this.store.state()!.wheels?.body.material);
  protected sayWheels(material: WheelMaterial): void {
    void this.store.write('wheels', { material });
  }
  protected readonly locks = LOCKS;
  protected readonly locked = computed(
    (): LockHow | undefined => this.store.state()!.locks.get(this.view().fastener.id)?.body.how,
  );
  /** A single nut that may be a locking one: its reuse is written down. */
  protected readonly lockable = computed(() => /nut/.test(this.view().fastener.kind) && !this.group());
  protected lock(how: LockHow): void {
    void this.store.write('lock', { fastener: this.view().fastener.id, how });
  }
  protected mm(text: string): number | null {
    const read = text.trim() ? attempt(() => parseQuantity(text, 'length', { field: 'length' }).si) : undefined;
    return read?.ok ? read.value : null;
  }
  protected degrees(): number | null {
    const n = Number(this.angle().replace(',', '.').replace('°', ''));
    return this.angle().trim() && n >= 0 && n <= 180 ? n : null;
  }
  protected readonly conditions = Object.keys(FRICTION) as ThreadCondition[];
  protected readonly classes = PROPERTY_CLASSES;
  protected readonly thread = computed(() => {
    const name = this.view().fastener.thread;
    const read = name ? attempt(() => parseThread(name, 'thread')) : undefined;
    return read?.ok ? read.value : undefined;
  });
  /** As the value is published; dry where it does not say. */
  private readonly stated = computed((): ThreadCondition => {
    const said = this.ruled()?.value.condition;
    return this.conditions.find((c) => c === said) ?? 'dry';
  });
  private readonly pickedCondition = signal<ThreadCondition | null>(null);
  protected readonly condition = Object.assign(
    computed(() => this.pickedCondition() ?? this.stated()),
    { set: (c: ThreadCondition) => this.pickedCondition.set(c) },
  );
  protected readonly cls = signal<PropertyClass>('8.8');
  protected readonly taper = computed(() => isTaper(this.view().fastener.kind));
  /** What a prevailing nut takes to turn at all: it tightens nothing. */
  protected readonly running = draft('torque.running', '');
  private readonly runningNm = computed(() =>
    attempt(() => (this.running().trim() ? parseQuantity(this.running(), 'torque', { field: 'running torque' }).si : 0)),
  );
  protected readonly runningWrong = computed(() => {
    const r = this.runningNm();
    const t = this.target();
    if (!r.ok) return r.error.message;
    return t && r.value >= t.minNm
      ? 'The running torque must be less than the value: all of it would go into turning the nut.'
      : '';
  });
  /** The preload it leaves, as a band over its friction, and as a share of the proof load. */
  protected readonly inThread = computed(() => {
    const [thread, t, own] = [this.thread(), this.target(), this.runningNm()];
    if (!thread || !t || !own.ok || this.runningWrong()) return undefined;
    const middle = (t.minNm + t.maxNm) / 2 - own.value;
    const band = preloadBand(middle, thread, this.cls(), this.condition());
    // The scale ends at one and a half proof loads.
    const at = (share: number) => Math.min(100, (100 * share) / 1.5);
    const other =
      this.condition() === this.stated()
        ? ''
        : sayOther(this.condition(), this.stated(), sameCompressionNm(middle, thread, this.stated(), this.condition()), (nm) =>
            show(nm, 'torque', this.units.torque()),
          );
    return {
      sentence: `${thread.name}, ${this.condition()}, ${this.cls()}: ${fixed(band.minN / 1000, 1)} to ${fixed(band.maxN / 1000, 1)} kN, ${Math.round(100 * band.minOfProof)} to ${Math.round(100 * band.maxOfProof)} % of its proof load.`,
      left: at(band.minOfProof),
      width: at(band.maxOfProof) - at(band.minOfProof),
      proof: at(1),
      other,
    };
  });

  constructor() {
    this.inbox.lines.pipe(takeUntilDestroyed()).subscribe((h) => void this.hear(h));
    const places = inject(Places);
    effect((gone) => {
      const name = `fastener ${this.view().fastener.id}` as const;
      gone(places.add({ name, element: this.host.nativeElement, act: () => this.key(), says: () => this.keySays() }));
    });
    inject(DestroyRef).onDestroy(() => clearTimeout(this.silence));
  }

  /** What the big key says here: the click that is counted next, or that the wrench is asked for its one. */
  private keySays(): string {
    if (this.target() === null) return '';
    if (this.group()) return `Click ${Math.min(this.clicks() + 1, this.view().clicks)} of ${this.view().clicks}`;
    return this.wrench() ? 'Take the click' : '';
  }
  /** The big key: what this card asks for next, on the spot. */
  private key(): void {
    if (this.target() === null) {
      if (this.foundValue().trim() && this.foundSource().trim()) return void this.found();
      if (this.mayBeFirm() && !this.foundValue().trim()) return void this.mark('firm, unpublished');
      return this.focus(this.foundValue().trim() ? 'found-source' : 'found-value');
    }
    if (this.group()) return void this.click();
    if (this.unset())
      return this.focus(this.lever().trim() ? (this.adapter().trim() ? 'reach-angle' : 'reach-adapter') : 'reach-lever');
    if (this.wrench()) return void this.pull();
    if (this.typed().trim()) return void this.take();
    this.focus('torque-typed');
  }
  private focus(testId: string): void {
    const el = this.host.nativeElement.querySelector<HTMLElement>(`[data-testid="${testId}"]`);
    el?.scrollIntoView?.({ block: 'center' });
    el?.focus();
  }

  /** A torque wrench of the bay clicked: it records a single one, or counts one of a group. */
  private async hear(h: Heard): Promise<void> {
    const g = this.wrenches.registered().find((x) => x.id === h.gauge);
    const wrench = this.wrench();
    if (!g || !wrench || this.target() === null || this.unset()) return;
    this.wait(false);
    const read = attempt(() => readGauge(h.text, g, 'torque reading'));
    if (!read.ok) return this.error.set(`${read.error.message} Nothing was changed.`);
    const { si, value, unit } = read.value;
    // A wrench that tells directions writes a minus when it is turned to the left.
    if (si <= 0)
      return this.error.set(
        si < 0
          ? `${h.text.trim()}: that was to the left, it loosens. It does not count.`
          : 'It said nothing of a torque. Nothing was changed.',
      );
    if (this.group()) return this.count(si, wrench);
    // Through an adapter the fastener gets more than the wrench shows, in the ratio of the levers.
    const a = this.setting();
    const share = this.mode() === 'reach' && a.ok ? a.value : 1;
    if (this.far(si / share)) {
      this.typed.set(`${trimmed(value, 2)} ${unit}`);
      this.said = { text: this.typed(), wrench };
      return this.take();
    }
    await this.record(si / share, this.method(), this.detail(), wrench, value, unit);
  }
  private method(): (typeof TORQUE_METHODS)[number] {
    return this.mode() === 'reach' ? 'wrench with adapter' : 'torque wrench';
  }
  private detail(): string | undefined {
    return this.mode() === 'reach'
      ? `set ${showRange(this.set().minNm, this.set().maxNm, 'torque')}, lever ${this.lever()}, adapter ${this.adapter()} at ${this.angle()}°`
      : undefined;
  }
  private far(nm: number): boolean {
    const t = this.target()!;
    return nm < t.minNm * (1 - FAR) || nm > t.maxNm * (1 + FAR);
  }
  private wait(on: boolean): void {
    clearTimeout(this.silence);
    this.waiting.set(on);
    if (on)
      this.silence = setTimeout(() => {
        this.wait(false);
        this.error.set(`Nothing came from the ${this.wrench()?.name ?? 'wrench'}. Pull it again, or type the number.`);
      }, SILENT_MS);
  }

  /** The wrench that is there is asked for its click; a simulated one pulls, a real one is pulled by hand. */
  protected async pull(): Promise<void> {
    const wrench = this.wrench();
    if (!wrench || this.unset()) return;
    this.error.set('');
    this.wait(true);
    if (!wrench.simulated) return;
    const nm = (this.set().minNm + this.set().maxNm) / 2;
    try {
      await this.api.post(`/gauges/${wrench.id}/pull`, { nm });
    } catch (e) {
      this.wait(false);
      this.error.set((e as Error).message);
    }
  }

  protected async take(e?: Event): Promise<void> {
    e?.preventDefault();
    const read = attempt(() => {
      const a = this.setting();
      if (this.mode() === 'reach' && !a.ok) throw a.error;
      const q = parseQuantity(this.typed(), 'torque', { field: 'torque reading', unit: this.units.torque() });
      if (q.si <= 0 || q.si > 1000)
        throw new BadInput('torque reading', 'must be more than 0 and at most 1000 N·m', this.typed());
      return q;
    });
    if (!read.ok) {
      this.error.set(`${read.error.message} Nothing was changed.`);
      return;
    }
    this.error.set('');
    const { si, value, unit } = read.value;
    const a = this.setting();
    const nm = this.mode() === 'reach' && a.ok ? si / a.value : si;
    if (this.far(nm) && this.asking()?.nm !== si) {
      this.asking.set({ nm: si, text: this.question(nm, value, unit) });
      return;
    }
    const wrench = this.said?.text === this.typed() ? this.said.wrench : undefined;
    await this.record(nm, this.method(), this.detail(), wrench, value, unit);
    this.said = undefined;
    this.typed.clear();
  }
  /** Far from the target: another unit, perhaps? Nothing is changed silently. */
  private question(si: number, value: number, unit: string): string {
    const { minNm, maxNm } = this.target()!;
    const over = si > maxNm;
    const off = over ? si / maxNm - 1 : 1 - si / minNm;
    const asked = `${show(si, 'torque')} is ${Math.round(off * 100)} % ${over ? 'over' : 'under'} ${showRange(minNm, maxNm, 'torque')}.`;
    for (const u of ['lbf·ft', 'N·m', 'lbf·in'] as const) {
      if (u !== unit && !this.far(convert(value, u, 'N·m', 'torque'))) return `${asked} Did you mean ${value} ${u}?`;
    }
    const thread = this.view().fastener.thread;
    if (thread && (unit === 'N·m' || unit === 'lbf·ft')) {
      const cls: PropertyClass = '8.8';
      const p = plausibility(value, unit, parseThread(thread), cls);
      if (p.verdict === 'high')
        return `${asked} On ${thread} that is past the proof load of an 8.8 bolt even with a rough thread: the bolt may be stretched.`;
    }
    return `${asked} Take it again to record it as it is.`;
  }

  /** What a record of this fastener says of its target. */
  private aim() {
    const v = this.ruled()?.value;
    const t = this.target();
    return {
      fastener: this.view().fastener.id,
      ...(t && t.maxNm > t.minNm ? { targetMaxNm: t.maxNm } : {}),
      targetText: v ? sayBookValue(v) : 'no published value',
      source: v?.source ?? '',
    };
  }
  private async record(
    nm: number,
    method: (typeof TORQUE_METHODS)[number],
    detail?: string,
    wrench?: SpeakingWrench,
    value = Math.round(nm * 10) / 10,
    unit = 'N·m',
  ): Promise<void> {
    const ok = await this.store.write('torque', {
      ...this.aim(),
      targetNm: this.target()!.minNm,
      achievedNm: Math.round(nm * 100) / 100,
      value,
      unit,
      method,
      ...(detail ? { detail } : {}),
      ...(wrench ? { wrench } : {}),
    });
    if (ok) {
      this.asking.set(null);
      this.recorded.emit();
    }
  }
  protected async byHand(): Promise<void> {
    const read = attempt(() => parseQuantity(this.lever(), 'length', { field: 'lever length' }));
    if (!read.ok) return void this.error.set(read.error.message);
    await this.record(
      this.view().targetNm!,
      'by hand, estimated',
      `lever ${this.lever()}; a hand holds it to about ±30 % (common practice, no source)`,
    );
  }
  protected async mark(how: 'firm, unpublished' | 'left alone, checked tight'): Promise<void> {
    if (how === 'firm, unpublished' && !this.mayBeFirm()) return;
    if (await this.store.write('mark', { fastener: this.view().fastener.id, how })) this.recorded.emit();
  }
  /** A value the file did not have, from the maker's book or the new part's sheet. It needs where it is written. */
  protected async found(e?: Event): Promise<void> {
    e?.preventDefault();
    const { axle, kind, thread } = this.view().fastener;
    // Where a value rules already, another one is the part maker's or the vehicle maker's, as it was said.
    const publisher = this.target() === null ? 'vehicle maker' : this.publisher();
    const read = attempt(() =>
      readBookValue(
        this.foundValue(),
        this.foundSource(),
        { fastener: kind, publisher, thread: publisher === 'vehicle maker' ? thread : undefined },
        'maker’s value',
      ),
    );
    if (!read.ok) return this.error.set(`${read.error.message} Nothing was changed.`);
    this.error.set('');
    if (await this.store.write('book', { axle, value: read.value })) {
      this.foundValue.clear();
      this.foundSource.clear();
      this.otherwise.set(false);
    }
  }

  /** One click of a group: asked of the wrench that is there, else counted by hand. */
  protected async click(): Promise<void> {
    if (this.wrench()?.simulated && this.target()) return this.pull();
    await this.count();
  }
  /** @param nm what the wrench clicked at, where one said it */
  private async count(nm?: number, wrench?: SpeakingWrench): Promise<void> {
    const f = this.view();
    const id = f.fastener.id;
    if (this.writing || f.state === 'done' || this.clicks() >= f.clicks) return;
    if (nm !== undefined) {
      if (!isWithin(nm, this.now()))
        return this.error.set(
          `${show(nm, 'torque')} is not ${showRange(this.now().minNm, this.now().maxNm, 'torque')}: this click does not count.`,
        );
      this.error.set('');
      if (this.stage() === this.stages() - 1)
        this.lastRound.update((m) => ({
          ...m,
          [id]: { minNm: Math.min(m[id]?.minNm ?? nm, nm), maxNm: Math.max(m[id]?.maxNm ?? nm, nm) },
        }));
    }
    this.counted.update((m) => ({ ...m, [id]: this.clicks() + 1 }));
    if (this.clicks() < f.clicks) return;
    const pulled = this.lastRound()[id];
    await this.writeClicks({ ...(pulled ? { pulled } : {}), ...(wrench ? { wrench } : {}) });
  }
  /** The whole group at once: the value read off the wrench, and all of them pulled at it. */
  protected async allPulled(): Promise<void> {
    await this.writeClicks({ saidAtOnce: true });
    this.seen.set(false);
  }
  private async writeClicks(more: { pulled?: TorqueRange; wrench?: SpeakingWrench; saidAtOnce?: boolean }): Promise<void> {
    const f = this.view();
    if (this.writing) return;
    this.writing = true;
    try {
      const body = { ...this.aim(), clicks: f.clicks, of: f.clicks, targetNm: this.target()?.minNm ?? null, ...more };
      if (!(await this.store.write('clicks', body))) return;
      const without = <T>(m: Record<string, T>) => Object.fromEntries(Object.entries(m).filter(([k]) => k !== f.fastener.id));
      this.counted.update(without);
      this.lastRound.update(without);
      this.recorded.emit();
    } finally {
      this.writing = false;
    }
  }
  protected uncount(): void {
    this.counted.update((m) => ({ ...m, [this.view().fastener.id]: Math.max(0, this.clicks() - 1) }));
  }
  protected readonly hex = sayHex;
  protected both({ minNm, maxNm }: TorqueRange): string {
    return showRange(minNm, maxNm, 'torque', this.units.torque());
  }
  protected settingError(): string {
    const s = this.setting();
    return s.ok ? '' : s.error.message;
  }
}

/** What another condition than the published one asks for: to make it as published, or to ask. */
function sayOther(
  inHand: ThreadCondition,
  stated: ThreadCondition,
  same: { readonly minNm: number; readonly maxNm: number },
  nm: (nm: number) => string,
): string {
  return `${capital(inHand)} is not what the value is for (${stated}). The same preload would be at about ${nm(same.minNm)} to ${nm(same.maxNm)}: a reckoning, no published value. Make the thread ${stated}, or ask the maker.`;
}
