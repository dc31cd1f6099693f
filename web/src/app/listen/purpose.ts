import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { EntryBodies } from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { JobStore } from '../job/job-store';
import { draft } from '../state/draft';
import { PlaceKey, PlaceMark } from '../job/places';

/** Why a vehicle without a noise is here, in a line: it stands on the strip and on the customer's sheet. */
@Component({
  selector: 'ak-purpose',
  imports: [TextField, PlaceKey, PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="text-2xl font-bold">Why it is here</h2>
    <form class="mt-3 grid gap-4" (submit)="save($event)">
      <ak-text-field
        [label]="failed() ? 'What it failed on' : 'In one line'"
        [value]="p().what"
        (valueChange)="set({ what: $event })"
        [maxLength]="300"
        [error]="error()"
        testId="purpose-what"
        akPlace="complaint"
      />
      @if (failed()) {
        <ak-text-field
          label="By whose rule"
          [value]="p().rule"
          (valueChange)="set({ rule: $event })"
          [maxLength]="120"
          testId="purpose-rule"
        />
      }
      <div class="flex items-center gap-4">
        <button
          class="btn btn-go min-w-48"
          [disabled]="!dirty()"
          data-testid="save-purpose"
          [akDoes]="dirty() ? 'complaint' : null"
          (done)="save()"
        >
          Write it down
        </button>
        <span class="soft text-sm">{{ dirty() ? 'Kept here until it is written down.' : said() ? 'On the tape.' : '' }}</span>
      </div>
    </form>
  `,
})
export class Purpose {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly error = signal('');
  protected readonly said = computed(() => this.store.state()?.purpose);
  protected readonly failed = computed(() => this.store.state()?.context.kind === 'failed inspection');
  private readonly typed = draft<EntryBodies['purpose'] | null>(`purpose.${this.store.view()!.id}`, null);
  protected readonly p = computed(() => this.typed() ?? this.said() ?? { what: '', rule: '' });
  protected readonly dirty = computed(
    () => this.typed() !== null && JSON.stringify(this.typed()) !== JSON.stringify(this.said()),
  );

  protected set(part: Partial<EntryBodies['purpose']>): void {
    this.typed.set({ ...this.p(), ...part });
  }
  protected async save(e?: Event): Promise<void> {
    e?.preventDefault();
    const { what, rule } = this.p();
    if (!what.trim()) return this.error.set('Say it in a line: it stands on the customer’s sheet.');
    if (this.failed() && !rule.trim()) return this.error.set('Say by whose rule it failed, below.');
    this.error.set('');
    const first = !this.said();
    if (!(await this.store.write('purpose', { what: what.trim(), rule: rule.trim() }))) return;
    this.typed.clear();
    const next = this.store.next();
    if (first && next) void this.router.navigate(this.store.path(next.station));
  }
}
