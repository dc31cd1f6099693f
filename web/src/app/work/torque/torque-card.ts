import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  type TemplateRef,
  viewChild,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import {
  againstThread,
  attempt,
  isTaper,
  LOCKS,
  needsPublished,
  parseThread,
  sayBookValue,
  sayHex,
  showRange,
  WHEEL_MATERIALS,
  type FastenerView,
  THREAD_CONDITIONS,
  type LockHow,
  type ThreadCondition,
  type WheelMaterial,
} from '@ash-knot/core';
import { JobStore } from '../../job/job-store';
import { Picks } from '../../kit/picks';
import { Units } from '../../session/units';
import { FoundValue } from './found-value';
import { GroupClicks } from './group-clicks';
import { InThreadCard } from './in-thread-card';
import { Pulling } from './pulling';
import { SinglePull } from './single-pull';
import { SwellCard } from './swell-card';
import { More } from '../../kit/more';

/** One fastener: one number to set, where it is written, and how it was done. */
@Component({
  selector: 'ak-torque-card',
  imports: [FoundValue, GroupClicks, InThreadCard, More, NgTemplateOutlet, Picks, SinglePull, SwellCard],
  providers: [Pulling],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './torque-card.html',
})
export class TorqueCard {
  readonly view = input.required<FastenerView>();
  /** What its step has besides: folded away with the other ways. */
  readonly others = input.required<TemplateRef<unknown>>();
  readonly recorded = output();
  private readonly store = inject(JobStore);
  protected readonly pulling = inject(Pulling);
  protected readonly units = inject(Units);
  protected readonly recheckKm = computed(() => this.store.state()!.context.rules.recheckKm);
  private readonly clicks = viewChild(GroupClicks);

  protected readonly ruled = computed(() => {
    const { ruling } = this.view();
    return ruling.kind === 'value' ? ruling.value : undefined;
  });
  protected readonly target = computed(() => this.view().target);
  protected readonly group = computed(() => this.view().fastener.count > 1);
  protected readonly mayBeFirm = computed(() => !needsPublished(this.view().fastener.kind));
  /** What the thread says of the value before anything is pulled. */
  protected readonly past = computed(() => againstThread(this.view(), this.units.torque()));
  protected readonly taper = computed(() => isTaper(this.view().fastener.kind));
  protected readonly stageWords = computed(() => this.clicks()?.stageWords() ?? '');
  protected readonly bigNumber = computed(() => {
    if (this.pulling.unset()) return '–';
    const { minNm, maxNm } = this.pulling.set();
    const said = showRange(minNm, maxNm, 'torque', this.units.torque());
    return said.slice(0, said.lastIndexOf(' '));
  });
  protected readonly other = computed(() => {
    if (this.pulling.unset()) return 'measure lever and adapter';
    const { minNm, maxNm } = this.pulling.set();
    return showRange(minNm, maxNm, 'torque', this.units.torqueOther());
  });
  protected readonly published = computed(() => {
    const v = this.ruled();
    return v ? `${v.source}, published as ${sayBookValue(v)}${v.condition ? `, ${v.condition} thread` : ''}` : '';
  });
  protected readonly thread = computed(() => {
    const name = this.view().fastener.thread;
    const read = name ? attempt(() => parseThread(name, 'thread')) : undefined;
    return read?.ok ? read.value : undefined;
  });

  constructor() {
    effect(() => this.pulling.view.set(this.view()));
  }

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
  /** Of a group that is no wheel's: how many of it were undone. */
  protected readonly someOf = computed((): string[] => {
    const { fastener, of } = this.view();
    const all = of ?? fastener.count;
    return fastener.kind === 'wheel-nut' || all < 2 ? [] : Array.from({ length: all }, (_, i) => `${i + 1}`);
  });
  protected readonly some = linkedSignal(() => this.view().of !== undefined);
  protected undid(count: string): void {
    void this.store.write('undone', { fastener: this.view().fastener.id, count: Number(count) });
  }
  protected readonly coats = THREAD_CONDITIONS;
  /** What is on the thread is asked by whoever puts something on it. */
  protected readonly coating = linkedSignal(() => this.view().coat !== undefined);
  protected coat(what: ThreadCondition): void {
    void this.store.write('coat', { fastener: this.view().fastener.id, what });
  }
  protected async mark(how: 'firm, unpublished' | 'left alone, checked tight'): Promise<void> {
    if (how === 'firm, unpublished' && !this.mayBeFirm()) return;
    if (await this.store.write('mark', { fastener: this.view().fastener.id, how })) this.recorded.emit();
  }
  protected readonly hex = sayHex;
}
