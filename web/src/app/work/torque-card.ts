import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { WrenchClick } from '@ash-knot/contract';
import {
  attempt,
  BadInput,
  needsPublished,
  parseQuantity,
  parseThread,
  plausibility,
  readGauge,
  show,
  trimmed,
  convert,
  within,
  type FastenerView,
  type PropertyClass,
  type TORQUE_METHODS,
  readAdapterSettingNm,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { GaugeInbox, type Heard } from '../instruments/gauge-inbox';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../state/units';
import { StarDrawing } from './star-drawing';
import { Records } from '../job/records';

/** How far a pull may be from its target before it is asked about: the ±4 % a click wrench is allowed, twice (ISO 6789-1, from memory). */
const FAR = 0.08;

/** One fastener: one number to set, and how it was done. */
@Component({
  selector: 'ak-torque-card',
  imports: [StarDrawing, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './torque-card.html',
})
export class TorqueCard {
  readonly view = input.required<FastenerView>();
  readonly recorded = output();
  private readonly store = inject(JobStore);
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  protected readonly units = inject(Units);
  protected readonly error = signal('');
  protected readonly asking = signal<{ nm: number; text: string } | null>(null);
  protected readonly mode = signal<'pull' | 'reach' | 'type'>('pull');
  protected readonly typed = draft('torque.typed', '');
  protected readonly lever = draft('torque.lever', '400 mm');
  protected readonly adapter = draft('torque.adapter', '50 mm');
  protected readonly angle = draft('torque.angle', '0');
  protected readonly foundValue = draft('torque.found', '');
  protected readonly foundSource = draft('torque.found.source', '');
  protected readonly busy = signal(false);
  /** Clicks counted on a group that are not on the tape yet. */
  protected readonly counted = draft<Record<string, number>>('clicks', {});

  protected readonly ruled = computed(
    () =>
      (this.view().ruling.kind === 'value' ? this.view().ruling : undefined) as
        Extract<FastenerView['ruling'], { kind: 'value' }> | undefined,
  );
  protected readonly target = computed(() => this.view().targetNm);
  protected readonly bigNumber = computed(() =>
    trimmed(convert(this.target() ?? 0, 'N·m', this.units.torque(), 'torque'), this.units.imperial() ? 0 : 1),
  );
  protected readonly other = computed(() => show(this.target() ?? 0, 'torque', this.units.torqueOther()));
  protected readonly range = computed(() => {
    const v = this.ruled()?.value;
    return v && v.maxNm > v.minNm
      ? `published as ${v.value}–${v.valueMax ?? ''} ${v.unit}`
      : v
        ? `published as ${trimmed(v.value, 1)} ${v.unit}`
        : '';
  });
  protected readonly group = computed(() => this.view().fastener.count > 1);
  protected readonly mayBeFirm = computed(() => !needsPublished(this.view().fastener.kind));
  protected readonly clicks = computed(() => this.counted()[this.view().fastener.id] ?? 0);
  /** The adapter's answer, or what is wrong with its measures. */
  protected readonly setting = computed(() =>
    attempt(() => readAdapterSettingNm(this.target() ?? 1, this.lever(), this.adapter(), this.angle())),
  );

  constructor() {
    inject(GaugeInbox)
      .lines.pipe(takeUntilDestroyed())
      .subscribe((h) => this.hear(h));
    inject(Records)
      .pull.pipe(takeUntilDestroyed(inject(DestroyRef)))
      .subscribe((id) => {
        if (id !== this.view().fastener.id) return;
        if (this.target() === null) void this.mark('firm, unpublished');
        else if (this.group()) void this.click();
        else void this.pull();
      });
  }

  /** A torque wrench of the bay clicked: it is typed for the hand, or counts one of a group. */
  private hear(h: Heard): void {
    const g = this.session.shop()?.gauges.find((x) => x.id === h.gauge && x.kind === 'torque wrench');
    const target = this.target();
    if (!g || target === null || this.busy()) return;
    const read = attempt(() => readGauge(h.text, g, 'torque reading'));
    if (!read.ok) return this.error.set(`${read.error.message} Nothing was changed.`);
    if (!this.group()) {
      this.mode.set('type');
      this.typed.set(`${trimmed(read.value.value, 2)} ${read.value.unit}`);
      void this.take();
    } else if (Math.abs(read.value.si / target - 1) <= FAR) void this.click();
    else this.error.set(`${show(read.value.si, 'torque')} is not ${show(target, 'torque')}: this click does not count.`);
  }

  /** The simulated wrench pulls and says what it clicked at. */
  protected async pull(): Promise<void> {
    const setNm = this.mode() === 'reach' && this.setting().ok ? (this.setting() as { value: number }).value : this.target()!;
    this.busy.set(true);
    try {
      const c = await this.api.post<WrenchClick>('/instruments/wrench/pull', {
        job: this.store.view()!.id,
        targetNm: setNm,
      });
      // Through an adapter the fastener gets more than the wrench shows, in the ratio of the levers.
      const atFastener = (c.achievedNm * this.target()!) / setNm;
      await this.record(
        atFastener,
        this.mode() === 'reach' ? 'wrench with adapter' : 'torque wrench',
        this.mode() === 'reach'
          ? `set ${trimmed(setNm, 1)} N·m, lever ${this.lever()}, adapter ${this.adapter()} at ${this.angle()}°`
          : undefined,
      );
      this.error.set('');
    } catch (e) {
      this.error.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }

  protected async take(e?: Event): Promise<void> {
    e?.preventDefault();
    const read = attempt(() => {
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
    const { si } = read.value;
    if (Math.abs(si / this.target()! - 1) > FAR && this.asking()?.nm !== si) {
      this.asking.set({ nm: si, text: this.question(si, read.value.value, read.value.unit) });
      return;
    }
    await this.record(si, 'torque wrench', undefined, read.value.value, read.value.unit);
    this.typed.clear();
  }
  /** Far from the target: another unit, perhaps? Nothing is changed silently. */
  private question(si: number, value: number, unit: string): string {
    const target = this.target()!;
    const asked = `${show(si, 'torque')} is ${Math.round(Math.abs(si / target - 1) * 100)} % ${si > target ? 'over' : 'under'} ${show(target, 'torque')}.`;
    for (const u of ['lbf·ft', 'N·m', 'lbf·in'] as const) {
      if (u !== unit && Math.abs(convert(value, u, 'N·m', 'torque') / target - 1) <= FAR)
        return `${asked} Did you mean ${value} ${u}?`;
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

  private async record(
    nm: number,
    method: (typeof TORQUE_METHODS)[number],
    detail?: string,
    value = Math.round(nm * 10) / 10,
    unit = 'N·m',
  ): Promise<void> {
    const f = this.view();
    const v = this.ruled()!.value;
    const ok = await this.store.write('torque', {
      fastener: f.fastener.id,
      targetNm: f.targetNm!,
      targetText: `${trimmed(v.value, 1)} ${v.unit}`,
      source: v.source,
      achievedNm: Math.round(nm * 100) / 100,
      value,
      unit,
      method,
      ...(detail ? { detail } : {}),
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
      this.target()!,
      'by hand, estimated',
      `lever ${this.lever()}; a hand holds it to about ±30 % (common practice, no source)`,
    );
  }
  protected async mark(how: 'firm, unpublished' | 'left alone, checked tight'): Promise<void> {
    if (how === 'firm, unpublished' && !this.mayBeFirm()) return;
    if (await this.store.write('mark', { fastener: this.view().fastener.id, how })) this.recorded.emit();
  }
  /** A value from the maker's book that the file did not have. It needs where it is written. */
  protected async found(e: Event): Promise<void> {
    e.preventDefault();
    const { axle, kind, thread } = this.view().fastener;
    const read = attempt(() => {
      const q = parseQuantity(this.foundValue(), 'torque', { field: 'maker’s value' });
      within('maker’s value', q.si, 1, 1000, 'N·m');
      if (!this.foundSource().trim()) throw new BadInput('source of the value', 'is empty: a value needs where it is written');
      return q;
    });
    if (!read.ok) return this.error.set(`${read.error.message} Nothing was changed.`);
    this.error.set('');
    const { si, value, unit } = read.value;
    const body = {
      axle,
      value: {
        fastener: kind,
        minNm: si,
        maxNm: si,
        value,
        unit,
        ...(thread ? { thread } : {}),
        source: this.foundSource().trim(),
        publisher: 'vehicle maker' as const,
      },
    };
    if (await this.store.write('book', body)) {
      this.foundValue.clear();
      this.foundSource.clear();
    }
  }
  /** One click of a group; the last one writes them all to the tape. */
  protected async click(): Promise<void> {
    const f = this.view();
    const n = this.clicks() + 1;
    this.counted.update((m) => ({ ...m, [f.fastener.id]: n }));
    if (n < f.clicks) return;
    const v = this.ruled()?.value;
    const ok = await this.store.write('clicks', {
      fastener: f.fastener.id,
      clicks: n,
      of: f.clicks,
      targetNm: f.targetNm,
      targetText: v ? `${trimmed(v.value, 1)} ${v.unit}` : 'no published value',
      source: v?.source ?? '',
    });
    if (ok) {
      this.counted.update((m) => ({ ...m, [f.fastener.id]: 0 }));
      this.recorded.emit();
    }
  }
  protected uncount(): void {
    this.counted.update((m) => ({ ...m, [this.view().fastener.id]: Math.max(0, this.clicks() - 1) }));
  }
  protected settingText(): string {
    const s = this.setting();
    return s.ok ? show(s.value, 'torque', this.units.torque()) : '';
  }
  protected settingOther(): string {
    const s = this.setting();
    return s.ok ? show(s.value, 'torque', this.units.torqueOther()) : '';
  }
  protected settingError(): string {
    const s = this.setting();
    return s.ok ? '' : s.error.message;
  }
}
