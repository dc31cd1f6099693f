import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, output, signal } from '@angular/core';
import {
  clicksBody,
  isWithin,
  list,
  numberWord,
  show,
  showRange,
  stageOf,
  timesShare,
  type FastenerView,
  type TorqueRange,
} from '@ash-knot/core';
import { JobStore } from '../../job/job-store';
import { Places } from '../../job/places';
import { Records } from '../../job/records';
import { Units } from '../../session/units';
import { draft } from '../../state/draft';
import { Pulling, type Click } from './pulling';
import { StarDrawing } from './star-drawing';

/** A group of nuts or bolts: one record of all of them; or counted click by click to the end of its last stage. */
@Component({
  selector: 'ak-group-clicks',
  imports: [StarDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @let v = view();
    @if (v.order && counting()) {
      <ak-star-drawing class="mt-3 block" [order]="v.order" [clicks]="clicks()" />
    }
    @if (v.state !== 'done') {
      @if (counting()) {
        <div class="mt-3 grid grid-cols-[2fr_1fr] gap-3">
          <button type="button" class="btn btn-go !min-h-16 text-lg" (click)="click()" data-testid="click">
            {{ nextClick() }}
          </button>
          <button type="button" class="btn !min-h-16" (click)="uncount()" [disabled]="clicks() === 0">One back</button>
        </div>
      } @else {
        <p class="mt-2 text-[15px]" data-testid="in-stages">{{ howPulled() }}</p>
        <button type="button" class="btn btn-go mt-3 !min-h-16 w-full text-lg" (click)="allPulled()" data-testid="all-pulled">
          {{ allSays() }}
        </button>
        <button type="button" class="link text-sm" (click)="oneByOne.set(true)" data-testid="one-by-one">
          Count them one by one
        </button>
        @if (v.order) {
          <ak-star-drawing class="mt-1 block" [order]="v.order" [clicks]="0" />
        }
      }
    }
  `,
})
export class GroupClicks {
  readonly view = input.required<FastenerView>();
  readonly recorded = output();
  private readonly store = inject(JobStore);
  private readonly units = inject(Units);
  private readonly pulling = inject(Pulling);
  /** Clicks that are not on the tape yet, by fastener; they survive a reload. */
  private readonly counted = inject(Records).counted;
  /** What the wrench said in the last round of a group. */
  private readonly lastRound = draft<Record<string, TorqueRange>>('clicks.pulled', {});
  /** Somebody wants each click counted; with a wrench that speaks it is done by itself. */
  protected readonly oneByOne = signal(false);
  private writing = false;

  protected readonly clicks = computed(() => Math.min(this.counted()[this.view().fastener.id] ?? 0, this.view().clicks));
  protected readonly counting = computed(() => this.oneByOne() || this.clicks() > 0 || this.pulling.wrench() !== null);
  /** What its key writes: all of the group, at the number. */
  protected readonly allSays = computed(() => `All ${this.view().fastener.count} clicked at ${this.both(this.view().target!)}`);
  /** "In the order shown, in three stages: 33, 66, then 110 N·m; the first one again." */
  protected readonly howPulled = computed(() => {
    const v = this.view();
    const order = v.order ? 'In the order shown' : 'Each in turn';
    if (v.stages.length < 2) return `${order}, at one setting.`;
    const at = v.stages.map((share) => this.both(timesShare(v.target!, share)));
    return `${order}, in ${numberWord(v.stages.length)} stages: ${list(at, 'then')}; at the end the first one again.`;
  });
  protected readonly nextClick = computed(() => {
    const { clicks } = this.view();
    return `Click ${Math.min(this.clicks() + 1, clicks)} of ${clicks}`;
  });
  private readonly stage = computed(() => stageOf(this.view(), this.view().fastener.count, this.clicks()));
  /** "stage 1 of 3, in the end 110 N·m" */
  readonly stageWords = computed(() => {
    const v = this.view();
    if (v.stages.length < 2 || v.state === 'done' || !this.counting()) return '';
    return `stage ${this.stage() + 1} of ${v.stages.length}, in the end ${this.both(v.target!)}`;
  });

  constructor() {
    const places = inject(Places);
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    this.pulling.clicks.subscribe((c) => void this.count(c));
    // What is pulled now is the stage's share of what is published.
    effect(() => {
      const v = this.view();
      this.pulling.wanted.set(timesShare(v.target!, v.state === 'done' || !this.counting() ? 1 : v.stages[this.stage()]!));
    });
    effect((gone) => {
      const name = `fastener ${this.view().fastener.id}` as const;
      const says = () => (this.counting() ? this.nextClick() : this.allSays());
      gone(places.add({ name, element, act: () => void (this.counting() ? this.click() : this.allPulled()), says }));
    });
  }

  /** One click: asked of the wrench that is there, else counted by hand. */
  protected async click(): Promise<void> {
    if (this.pulling.wrench()?.simulated) return this.pulling.pull();
    await this.count();
  }
  private async count(c?: Click): Promise<void> {
    const f = this.view();
    const { id } = f.fastener;
    if (this.writing || f.state === 'done' || this.clicks() >= f.clicks) return;
    if (c) {
      const nm = c.said.si;
      const { minNm, maxNm } = this.pulling.wanted();
      if (!isWithin(nm, { minNm, maxNm }))
        return this.pulling.error.set(
          `${show(nm, 'torque')} is not ${showRange(minNm, maxNm, 'torque')}: this click does not count.`,
        );
      this.pulling.error.set('');
      if (this.stage() === f.stages.length - 1)
        this.lastRound.update((m) => ({
          ...m,
          [id]: { minNm: Math.min(m[id]?.minNm ?? nm, nm), maxNm: Math.max(m[id]?.maxNm ?? nm, nm) },
        }));
    }
    this.counted.update((m) => ({ ...m, [id]: this.clicks() + 1 }));
    if (this.clicks() < f.clicks) return;
    await this.write({ pulled: this.lastRound()[id], wrench: c?.wrench });
  }
  /** The whole group at once: each clicked, said together. */
  protected async allPulled(): Promise<void> {
    await this.write({ saidAtOnce: true });
  }
  private async write(how: Parameters<typeof clicksBody>[1]): Promise<void> {
    if (this.writing) return;
    this.writing = true;
    const f = this.view();
    try {
      if (!(await this.store.write('clicks', clicksBody(f, how)))) return;
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
  protected both({ minNm, maxNm }: TorqueRange): string {
    return showRange(minNm, maxNm, 'torque', this.units.torque());
  }
}
