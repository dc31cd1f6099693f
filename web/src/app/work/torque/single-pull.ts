import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, output, signal } from '@angular/core';
import {
  attempt,
  doubtOfPull,
  isFar,
  parseQuantity,
  pullBody,
  readPull,
  show,
  showRange,
  trimmed,
  type FastenerView,
  type Pulled,
  type SpeakingWrench,
} from '@ash-knot/core';
import { JobStore } from '../../job/job-store';
import { Places } from '../../job/places';
import { AdapterDrawing } from '../../kit/adapter-drawing';
import { focusIn } from '../../kit/focus';
import { TextField } from '../../kit/text-field';
import { Units } from '../../session/units';
import { draft } from '../../state/draft';
import { Pulling } from './pulling';

/** One nut or bolt: the click taken from a wrench that is there, or the number read off it; through an adapter where it will not reach. */
@Component({
  selector: 'ak-single-pull',
  imports: [AdapterDrawing, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (pulling.mode() === 'reach') {
      <div class="mt-3 grid grid-cols-3 gap-3">
        <ak-text-field
          #leverField
          label="Wrench, drive to hand"
          [(value)]="pulling.lever"
          [mono]="true"
          hint="as 400 mm"
          testId="reach-lever"
        />
        <ak-text-field
          label="Adapter, centre to centre"
          [(value)]="pulling.adapter"
          [mono]="true"
          hint="as 50 mm"
          testId="reach-adapter"
        />
        <ak-text-field label="Angle, ° (0 in line)" [(value)]="pulling.angle" [mono]="true" testId="reach-angle" />
      </div>
      <ak-adapter-drawing
        class="mt-2 block"
        [leverMm]="mm(pulling.lever())"
        [adapterMm]="mm(pulling.adapter())"
        [angleDeg]="degrees()"
      />
      @if (settingError()) {
        <p class="wrong mt-2 text-sm" role="alert">{{ settingError() }}</p>
      }
    }
    @if (pulling.wrench()) {
      <button
        type="button"
        class="btn btn-go mt-3 !min-h-16 w-full text-lg"
        (click)="pulling.pull()"
        [disabled]="pulling.waiting() || pulling.unset()"
        data-testid="pull"
      >
        Take the click
      </button>
    }
    <form class="mt-3 grid grid-cols-[1fr_1fr] items-end gap-3" (submit)="take($event)">
      <ak-text-field label="Another reading on the wrench" [(value)]="typed" [mono]="true" mode="decimal" testId="torque-typed" />
      <button class="btn !min-h-12" [class.btn-go]="!pulling.wrench()" [disabled]="pulling.unset()" data-testid="torque-take">
        {{ clicked() }}
      </button>
    </form>
    @if (asking(); as a) {
      <p class="caution mt-2" role="alert" data-testid="torque-question">{{ a.text }}</p>
    }
    @if (pulling.mode() === 'reach') {
      <div class="mt-1 flex flex-wrap gap-x-5">
        <button type="button" class="link text-sm" (click)="byHand()">By hand, estimated</button>
        <button type="button" class="link text-sm" (click)="pulling.mode.set('plain')">Without an adapter</button>
      </div>
    }
  `,
})
export class SinglePull {
  readonly view = input.required<FastenerView>();
  readonly recorded = output();
  private readonly store = inject(JobStore);
  private readonly units = inject(Units);
  protected readonly pulling = inject(Pulling);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly typed = draft('torque.typed', '');
  protected readonly asking = signal<{ nm: number; text: string } | null>(null);
  /** What a wrench said that is asked about before it is recorded. */
  private said: { readonly text: string; readonly wrench: SpeakingWrench } | undefined;

  constructor() {
    const places = inject(Places);
    effect(() => this.pulling.wanted.set(this.view().target!));
    this.pulling.clicks.subscribe(({ said, wrench }) => {
      // Far from its target it is asked about, like one that was typed.
      if (!isFar(this.atFastener(said), this.view().target!)) return void this.record(said, wrench);
      this.typed.set(`${trimmed(said.value, 2)} ${said.unit}`);
      this.said = { text: this.typed(), wrench };
      void this.take();
    });
    effect((gone) => {
      const name = `fastener ${this.view().fastener.id}` as const;
      const says = () => (this.pulling.wrench() ? 'Take the click' : this.clicked());
      gone(places.add({ name, element: this.host, act: () => this.key(), says }));
    });
  }

  /** What the wrench is set to, as its scale says it: the middle of a published range. */
  private readonly setTo = computed(() => {
    const { minNm, maxNm } = this.pulling.set();
    return show((minNm + maxNm) / 2, 'torque', this.units.torque());
  });
  /** What its key writes: the number that was typed, else the one that was set. */
  protected readonly clicked = computed(() =>
    this.pulling.unset() ? 'Take it' : `It clicked at ${this.typed().trim() || this.setTo()}`,
  );

  /** The big key: the next thing that is missing, or the click. */
  private key(): void {
    const p = this.pulling;
    if (p.unset()) return this.focus(!p.lever().trim() ? 'reach-lever' : !p.adapter().trim() ? 'reach-adapter' : 'reach-angle');
    if (p.wrench()) return void p.pull();
    void this.take();
  }
  private focus(field: string): void {
    const box = this.host.querySelector<HTMLElement>(`[data-testid="${field}"]`);
    if (box) focusIn(box);
  }

  protected async take(e?: Event): Promise<void> {
    e?.preventDefault();
    const share = this.pulling.share();
    const read = attempt(() => {
      if (!share.ok) throw share.error;
      return readPull(this.typed().trim() || this.setTo(), this.units.torque());
    });
    if (!read.ok) return this.pulling.error.set(`${read.error.message} Nothing was changed.`);
    this.pulling.error.set('');
    const said = read.value;
    const nm = this.atFastener(said);
    const { target, fastener } = this.view();
    if (isFar(nm, target!) && this.asking()?.nm !== said.si)
      return this.asking.set({ nm: said.si, text: doubtOfPull(nm, said, target!, fastener.thread) });
    const wrench = this.said?.text === this.typed() ? this.said.wrench : undefined;
    await this.record(said, wrench);
    this.said = undefined;
    this.typed.clear();
  }
  /** Through an adapter the fastener gets more than the wrench shows, in the ratio of the levers; N·m. */
  private atFastener(said: Pulled): number {
    const share = this.pulling.share();
    return said.si / (share.ok ? share.value : 1);
  }
  private async record(said: Pulled, wrench?: SpeakingWrench): Promise<void> {
    const p = this.pulling;
    const through = p.mode() === 'reach';
    const { minNm, maxNm } = p.set();
    await this.write(
      pullBody(this.view(), this.atFastener(said), {
        method: through ? 'wrench with adapter' : 'torque wrench',
        said,
        wrench,
        detail: through
          ? `set ${showRange(minNm, maxNm, 'torque')}, lever ${p.lever()}, adapter ${p.adapter()} at ${p.angle()}°`
          : undefined,
      }),
    );
  }
  protected async byHand(): Promise<void> {
    const lever = this.pulling.lever();
    const read = attempt(() => parseQuantity(lever, 'length', { field: 'lever length' }));
    if (!read.ok) return void this.pulling.error.set(read.error.message);
    const detail = `lever ${lever}; a hand holds it to about ±30 % (common practice, no source)`;
    await this.write(pullBody(this.view(), this.view().targetNm!, { method: 'by hand, estimated', detail }));
  }
  private async write(body: ReturnType<typeof pullBody>): Promise<void> {
    if (!(await this.store.write('torque', body))) return;
    this.asking.set(null);
    this.recorded.emit();
  }
  protected mm(text: string): number | null {
    const read = text.trim() ? attempt(() => parseQuantity(text, 'length', { field: 'length' }).si) : undefined;
    return read?.ok ? read.value : null;
  }
  protected degrees(): number | null {
    const angle = this.pulling.angle();
    const n = Number(angle.replace(',', '.').replace('°', ''));
    return angle.trim() && n >= 0 && n <= 180 ? n : null;
  }
  protected settingError(): string {
    const share = this.pulling.share();
    return share.ok ? '' : share.error.message;
  }
}
