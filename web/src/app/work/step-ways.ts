import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { count, mins, partsOf, WAYS, wayTask, type FileTip, type PlannedStep, type WayOf } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { day } from '../words/format';

/** What whoever did this step before left for the next: traps and tips, and the two ways where both are known. */
@Component({
  selector: 'ak-step-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (ways(); as w) {
      <div class="mt-2 grid gap-2 sm:grid-cols-2" role="group" aria-label="Two ways" data-testid="ways">
        @for (x of w; track x.way) {
          <button
            type="button"
            class="btn !block !h-auto !py-2 text-left"
            [class.btn-on]="x.picked"
            [attr.aria-pressed]="x.picked"
            (click)="take(x.way)"
          >
            <span class="block text-sm">{{ x.way === 'manual' ? 'By the manual' : 'As it is done' }}</span>
            <span class="block font-normal">{{ x.text }}</span>
            <span class="block text-sm font-normal">{{ x.here }}</span>
          </button>
        }
        @if (step().caution; as c) {
          <p class="text-sm sm:col-span-2" data-testid="ways-caution">Either way: {{ session.say(c) }}</p>
        }
        <p class="soft text-sm sm:col-span-2">The maker’s procedure comes first.</p>
      </div>
    }
    @for (t of tips(); track t.text) {
      <p class="mt-2 border-l-4 border-ink pl-3 text-[15px]" data-testid="tip">
        {{ t.text }}<span class="soft"> {{ t.by }}, {{ day(t.at) }}</span>
      </p>
    }
  `,
})
export class StepWays {
  readonly step = input.required<PlannedStep>();
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly day = day;

  /** What was kept for this step, at this vehicle and at others of its type. */
  private readonly kept = computed((): readonly FileTip[] => {
    const { task, joint } = this.step();
    const s = this.store.state()!;
    const here = s.tips.map((e) => ({ ...e.body, by: this.session.name(e.by), at: e.at }));
    const all = [...here, ...(s.context.file?.tips ?? [])];
    // What several have written in the same words is told once.
    return all.filter(
      (t, i) =>
        all.findIndex((x) => x.text === t.text && x.task === t.task) === i &&
        t.task === task &&
        (!t.kind || !joint || t.kind === partsOf(joint).kind),
    );
  });
  protected readonly tips = computed(() => this.kept().filter((t) => !this.ways() || !t.way));
  /** Both ways where the file knows both, with what this shop's jobs took by each. */
  protected readonly ways = computed(() => {
    const { id, task } = this.step();
    const s = this.store.state()!;
    const found = WAYS.map((way) => ({ way, tip: this.kept().find((t) => t.way === way) }));
    if (found.some((f) => !f.tip)) return null;
    return found.map(({ way, tip }) => {
      // Another type's minutes say nothing of this one's.
      const t = s.context.file?.times?.find((x) => x.task === wayTask(way, task) && x.of === 'type');
      return {
        way,
        text: `${tip!.text}${tip!.source ? `: ${tip!.source}` : ''}`,
        here: t ? `on this type ${count(t.jobs, 'time')}, ${mins(t.median)}` : 'not timed on this type yet',
        picked: s.ways.get(id)?.body.way === way,
      };
    });
  });
  protected take(way: WayOf): void {
    void this.store.write('way', { step: this.step().id, way });
  }
}
