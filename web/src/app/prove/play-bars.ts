import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { sayPlay, type JointView } from '@ash-knot/core';
import { GapMark } from '../plate/gap-mark';
import { Units } from '../session/units';

/** The longest play, with its doubt or its limit, of what is laid beside each other, mm: they share one scale. */
export const spanOf = (joints: readonly JointView[]): number =>
  1.04 *
  Math.max(
    0.1,
    ...joints.flatMap((j) =>
      [j.before, j.after].flatMap((v) => (v ? [v.doubt.meanMm + v.doubt.oneSidedMm, v.limit.limitMm] : [])),
    ),
  );

/** What is told of a joint's play then and now: its reading, or what a hand said instead of one. */
export const playRows = (j: JointView) =>
  [
    { when: 'before' as const, state: j.asFound.state, view: j.before, felt: j.hand === 'moves' ? 'moved' : undefined },
    { when: 'after' as const, state: j.state, view: j.after, felt: j.proof },
  ].map((r) => ({ ...r, felt: r.felt ?? 'not measured' }));

/** A joint then and now: its mark, its play as a bar with its doubt, the limit as a post. All on one scale. */
@Component({
  selector: 'ak-play-bars',
  imports: [GapMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @for (r of rows(); track r.when) {
      <div class="play" [attr.data-when]="r.when">
        <ak-gap-mark [state]="r.state" [size]="15" [class.text-oxide]="r.state === 'dangerous'" />
        <span class="when"
          >{{ r.when }}<span class="sr-only">, {{ r.state }}</span></span
        >
        <span class="scale" aria-hidden="true">
          @if (r.view; as v) {
            <span class="bar" [class.now]="r.when === 'after'" [style.width.%]="share(v.doubt.meanMm)"></span>
            <span
              class="doubt"
              [style.left.%]="share(v.doubt.meanMm - v.doubt.oneSidedMm)"
              [style.width.%]="share(v.doubt.meanMm + v.doubt.oneSidedMm) - share(v.doubt.meanMm - v.doubt.oneSidedMm)"
            ></span>
          }
          @if (limit(); as mm) {
            <span class="post" [style.left.%]="share(mm)"></span>
          }
        </span>
        <span class="value" [class.mono]="r.view" [class.felt]="!r.view" [class.now]="r.when === 'after'">{{ r.value }}</span>
      </div>
    }
  `,
  styles: `
    .play {
      display: grid;
      grid-template-columns: 26px 50px minmax(0, 1fr) 92px;
      align-items: center;
      gap: 6px;
      min-height: 26px;
    }
    .when {
      font-size: 14px;
      color: var(--color-bark-soft);
    }
    .scale {
      position: relative;
      height: 16px;
      border-bottom: 1px solid var(--color-ash-500);
    }
    .bar,
    .doubt,
    .post {
      position: absolute;
      bottom: 0;
    }
    .bar {
      left: 0;
      height: 11px;
      background: var(--color-bark);
    }
    .bar.now {
      background: var(--color-ink);
    }
    .doubt {
      bottom: 5px;
      height: 2px;
      min-width: 2px;
      background: var(--color-ash-100);
      outline: 1.5px solid var(--color-bark-soft);
    }
    .post {
      width: 3px;
      height: 18px;
      margin-left: -1.5px;
      background: var(--color-oxide);
    }
    .value {
      text-align: right;
    }
    .value.felt {
      white-space: nowrap;
      font-size: 14px;
    }
    .value.now {
      font-weight: 600;
      color: var(--color-ink);
    }
  `,
})
export class PlayBars {
  readonly joint = input.required<JointView>();
  readonly spanMm = input.required<number>();
  private readonly units = inject(Units);
  protected readonly limit = computed(() => (this.joint().after ?? this.joint().before)?.limit.limitMm);
  protected readonly rows = computed(() =>
    playRows(this.joint()).map((r) => ({ ...r, value: r.view ? sayPlay(r.view, (mm) => this.units.sayLength(mm)) : r.felt })),
  );
  protected share(mm: number): number {
    return (100 * Math.max(0, mm)) / this.spanMm();
  }
}
