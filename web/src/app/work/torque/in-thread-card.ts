import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  attempt,
  FRICTION,
  inThread,
  PROPERTY_CLASSES,
  readRunning,
  type FastenerView,
  type PropertyClass,
  type Thread,
  type ThreadCondition,
} from '@ash-knot/core';
import { Picks } from '../../kit/picks';
import { TextField } from '../../kit/text-field';
import { Units } from '../../session/units';
import { draft } from '../../state/draft';

const CONDITIONS = Object.keys(FRICTION) as ThreadCondition[];

/** What the published torque does in the thread: the preload it leaves, as a band over its friction. */
@Component({
  selector: 'ak-in-thread-card',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <details class="rule mt-2 pt-2" data-testid="in-the-thread">
      <summary class="link text-sm">Preload in the thread</summary>
      <div class="mt-2 flex flex-wrap gap-x-5 gap-y-2">
        <ak-picks
          label="Condition"
          [options]="conditions"
          [picked]="[inHand()]"
          [single]="true"
          (pickedChange)="picked.set($event[0]!)"
        />
        <ak-picks label="Class" [options]="classes" [picked]="[cls()]" [single]="true" (pickedChange)="cls.set($event[0]!)" />
      </div>
      <ak-text-field
        class="mt-2 block max-w-64"
        label="A lock nut’s own running torque"
        [mono]="true"
        [(value)]="running"
        hint="felt with the wrench before it seats; as 4 N·m"
        testId="running"
      />
      @if (wrong()) {
        <p class="wrong text-sm" role="alert">{{ wrong() }}</p>
      }
      @if (load(); as p) {
        <p class="mt-2" data-testid="preload">{{ p.sentence }}</p>
        <span class="band mt-2" aria-hidden="true"
          ><span [style.left.%]="at(p.minOfProof)" [style.width.%]="at(p.maxOfProof) - at(p.minOfProof)"></span
          ><i [style.left.%]="at(1)"></i
        ></span>
        @if (p.other) {
          <p class="caution mt-2 !py-1.5" data-testid="other-condition">{{ p.other }}</p>
        }
      }
    </details>
  `,
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
export class InThreadCard {
  readonly view = input.required<FastenerView>();
  readonly thread = input.required<Thread>();
  private readonly units = inject(Units);
  protected readonly conditions = CONDITIONS;
  protected readonly classes = PROPERTY_CLASSES;
  protected readonly cls = signal<PropertyClass>('8.8');
  /** As the value is published; dry where it does not say. */
  private readonly stated = computed((): ThreadCondition => {
    const { ruling } = this.view();
    const said = ruling.kind === 'value' ? ruling.value.condition : undefined;
    return CONDITIONS.find((c) => c === said) ?? 'dry';
  });
  protected readonly picked = signal<ThreadCondition | null>(null);
  protected readonly inHand = computed(() => this.picked() ?? this.stated());
  /** What a prevailing nut takes to turn at all. */
  protected readonly running = draft('torque.running', '');
  private readonly runningNm = computed(() => attempt(() => readRunning(this.running(), this.view().target)));
  protected readonly wrong = computed(() => {
    const r = this.runningNm();
    return r.ok ? '' : r.error.message;
  });
  protected readonly load = computed(() => {
    const [running, target] = [this.runningNm(), this.view().target];
    if (!running.ok || !target) return undefined;
    return inThread(target, this.thread(), this.cls(), {
      stated: this.stated(),
      inHand: this.inHand(),
      runningNm: running.value,
      unit: this.units.torque(),
    });
  });
  /** The scale ends at one and a half proof loads, %. */
  protected at(share: number): number {
    return Math.min(100, (100 * share) / 1.5);
  }
}
