import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { attempt, compareTurners, readRoom, sayStrokes, turnsAt, type PlannedStep, type Strokes } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';

/** Little room to swing: strokes and minutes for each tool that takes hold; the one that is taken makes the step's minutes. */
@Component({
  selector: 'ak-room-card',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'mt-2 block', 'data-testid': 'room' },
  template: `
    <div class="grid grid-cols-2 gap-3">
      <ak-text-field label="Swing of the handle, °" [(value)]="swing" [mono]="true" mode="decimal" testId="room-swing" />
      <ak-text-field
        [label]="usual() ? 'Turns (usual: ' + usual() + ')' : 'Turns'"
        [(value)]="turns"
        [mono]="true"
        mode="decimal"
        testId="room-turns"
      />
    </div>
    @if (asked(); as a) {
      @if (a.ok) {
        @for (x of a.value.rows; track x.turner) {
          <p class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
            <span class="min-w-0 flex-1">{{ say(x) }}</span>
            <button type="button" class="btn" [class.btn-on]="kept()?.turner === x.turner" (click)="take(x)">Turn it so</button>
          </p>
        } @empty {
          <p class="mt-2 font-semibold">No tool takes hold again with so little swing.</p>
        }
        <p class="soft mt-1 text-sm">How long a stroke takes is common practice, no source.</p>
      } @else {
        <p class="wrong mt-1 text-sm" role="alert">{{ a.error.message }}</p>
      }
    }
  `,
})
export class RoomCard {
  readonly step = input.required<PlannedStep>();
  readonly taken = output();
  private readonly store = inject(JobStore);
  protected readonly swing = draft('work.room', '');
  protected readonly turns = draft('work.room.turns', '');
  protected readonly say = sayStrokes;
  protected readonly usual = computed(() => turnsAt(this.store.state()!, this.step()));
  protected readonly kept = computed(() => this.store.state()!.rooms.get(this.step().id)?.body);
  private readonly read = computed(() => attempt(() => readRoom(this.swing(), this.turns(), this.usual())));
  protected readonly asked = computed(() => {
    if (!this.swing().trim()) return undefined;
    return attempt(() => {
      const r = this.read();
      if (!r.ok) throw r.error;
      return { ...r.value, rows: compareTurners(r.value.swingDeg, r.value.turns) };
    });
  });
  protected async take(x: Strokes): Promise<void> {
    const r = this.read();
    if (!r.ok || !(await this.store.write('room', { step: this.step().id, ...r.value, turner: x.turner }))) return;
    this.swing.clear();
    this.turns.clear();
    this.taken.emit();
  }
}
