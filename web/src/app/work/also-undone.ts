import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { fastenerName, mayBeUndone, splitFastener, type FastenerId } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';

/** What stands at the joint that is touched and was undone beside the plan, to get at it: it joins plan, torques and recheck. */
@Component({
  selector: 'ak-also-undone',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'rule mt-4 block pt-2', 'data-testid': 'also-undone' },
  template: `
    <h3 class="heading">Also removed for access</h3>
    @if (here().length) {
      @for (f of here(); track f.id) {
        <div class="mt-1 flex flex-wrap items-center gap-2">
          <span class="mr-2 font-semibold">{{ f.label }}</span>
          @for (n of f.counts; track n) {
            <button
              type="button"
              class="pick"
              [attr.aria-pressed]="f.undone === n"
              (click)="undo(f.id, f.undone === n ? 0 : n)"
              [attr.data-testid]="'undone-' + n"
            >
              {{ f.counts.length === 1 ? 'undone' : n === f.counts.length ? 'all ' + n : n + ' of ' + f.counts.length }}
            </button>
          }
        </div>
      }
    } @else {
      <p class="soft text-sm">Touch its joint on the plate: its fasteners join the plan, the torques and the recheck.</p>
    }
  `,
})
export class AlsoUndone {
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly here = computed(() => {
    const [s, joint] = [this.store.state()!, this.store.selected()];
    if (!joint) return [];
    return mayBeUndone(s, joint).map((f) => ({
      id: f.id,
      label: `${fastenerName(splitFastener(f.id)!.kind, this.session.dialect())}, ${f.side}`,
      counts: Array.from({ length: f.count }, (_, i) => i + 1),
      undone: s.undone.get(f.id) ?? 0,
    }));
  });
  protected undo(fastener: FastenerId, count: number): void {
    void this.store.write('undone', { fastener, count });
  }
}
