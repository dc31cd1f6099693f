import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { capital, uncapital, type LaneBlock, type LaneView } from '@ash-knot/core';
import { Session } from '../session/session';
import { clock } from '../words/format';

interface Box {
  readonly left: number;
  readonly width: number;
}

/** Ticks stand so far apart at least, in parts of the whole. */
const TICKS = 6;

/** The plan as lanes, a person each, by the clock: done, now, ahead, and the waits that are filled. */
@Component({
  selector: 'ak-lanes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="lanes" role="img" [attr.aria-label]="words()" data-testid="lanes">
      @for (p of of().people; track p.person.id) {
        <span class="who">{{ first(p.person.name) }}</span>
        <div class="lane">
          @for (b of p.blocks; track b.step.id) {
            <span
              [class]="'block ' + b.state"
              [style.left.%]="box(b).left"
              [style.width.%]="box(b).width"
              [title]="session.say(b.step.title)"
            ></span>
          }
        </div>
      }
      @if (of().waits.length) {
        <span class="who soft">waits</span>
        <div class="lane low">
          @for (w of of().waits; track w.step.id) {
            <span class="wait" [style.left.%]="box(w).left" [style.width.%]="box(w).width"></span>
          }
        </div>
      }
      <span></span>
      <div class="lane axis">
        @for (t of ticks(); track t.at) {
          <span class="mono tick" [style.left.%]="t.left">{{ t.text }}</span>
        }
      </div>
      <div class="over" aria-hidden="true"><span class="now" [style.left.%]="nowAt()"></span></div>
    </div>
  `,
  styles: `
    .lanes {
      position: relative;
      display: grid;
      grid-template-columns: auto 1fr;
      align-items: center;
      gap: 6px 14px;
    }
    .who {
      font-size: 15px;
      font-weight: 600;
      max-width: 96px;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .lane {
      position: relative;
      height: 30px;
      grid-column: 2;
    }
    .low {
      height: 14px;
    }
    .axis {
      height: 18px;
    }
    .block,
    .wait {
      position: absolute;
      top: 0;
      bottom: 0;
      min-width: 3px;
      border: 1.5px solid var(--color-bark);
      background: var(--color-white);
    }
    .done {
      border-color: var(--color-ash-50, #f5f2eb);
      background: var(--color-ash-300);
    }
    .block.now {
      background: var(--color-ink);
      border-color: var(--color-ink);
    }
    .wait {
      border: 1.5px dashed var(--color-bark-soft);
      background: none;
    }
    .tick {
      position: absolute;
      font-size: 12.5px;
      transform: translateX(-50%);
      color: var(--color-bark-soft);
    }
    .over {
      position: absolute;
      inset: -4px 0 18px;
      display: grid;
      grid-template-columns: subgrid;
      grid-column: 2;
      pointer-events: none;
    }
    .now:not(.block) {
      position: absolute;
      top: 0;
      bottom: 0;
      width: 3px;
      background: var(--color-bark);
    }
  `,
})
export class Lanes {
  readonly of = input.required<LaneView>();
  readonly now = input.required<number>();
  protected readonly session = inject(Session);

  private readonly span = computed(() => {
    const all = [...this.of().people.flatMap((p) => p.blocks), ...this.of().waits];
    const from = Math.min(this.now(), ...all.map((b) => b.startsAt));
    const to = Math.max(this.now() + 60_000, ...all.map((b) => b.endsAt));
    return { from, to };
  });
  private readonly part = (at: number) => (100 * (at - this.span().from)) / (this.span().to - this.span().from);
  protected box(b: { readonly startsAt: number; readonly endsAt: number }): Box {
    const left = Math.max(0, this.part(b.startsAt));
    return { left, width: Math.max(0, this.part(b.endsAt) - left) };
  }
  protected readonly nowAt = computed(() => this.part(this.now()));
  protected readonly ticks = computed(() => {
    const { from, to } = this.span();
    const step =
      [5, 10, 15, 30, 60, 120, 240, 480, 1440].map((m) => m * 60_000).find((m) => (to - from) / m <= TICKS) ?? to - from;
    const first = Math.ceil(from / step) * step;
    return Array.from({ length: TICKS + 1 }, (_, i) => first + i * step)
      .filter((at) => at <= to && this.part(at) > 3 && this.part(at) < 97)
      .map((at) => ({ at, left: this.part(at), text: clock(at) }));
  });
  protected first(name: string): string {
    return name.split(' ')[0] || 'you';
  }
  /** The same, for who does not see it. */
  protected readonly words = computed(() => {
    const say = (b: LaneBlock) => `${uncapital(this.session.say(b.step.title))} until ${clock(b.endsAt)}`;
    return this.of()
      .people.map((p) => {
        const left = p.blocks.filter((b) => b.state !== 'done').slice(0, 3);
        return `${capital(this.first(p.person.name))}: ${left.map(say).join(', then ') || 'nothing left'}.`;
      })
      .join(' ');
  });
}
