import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { assemblyOf, axleAt, facingsFor, facingsOwed, type Orientation, type PlannedStep } from '@ash-knot/core';
import { Photo } from '../attachment/photo';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { OrientationDrawing } from './orientation-drawing';

/** Which way round a piece goes on: drawn right and wrong, beside the photographs of how it came off. */
@Component({
  selector: 'ak-orientation-card',
  imports: [OrientationDrawing, Photo],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @for (o of facings(); track o.orientation) {
      <ak-orientation-drawing
        [of]="o.orientation"
        [right]="session.say(o.right)"
        [wrong]="session.say(o.wrong)"
        class="mt-3 block"
      />
      <div class="mt-3 flex flex-wrap items-center gap-4">
        <button
          type="button"
          class="btn"
          [class.btn-on]="said(o.orientation)"
          [attr.aria-pressed]="said(o.orientation)"
          (click)="rightWay(o.orientation)"
          data-testid="right-way"
        >
          {{ said(o.orientation) ? 'Right way round' : 'It is the right way round' }}
        </button>
        <p class="soft text-sm">As photographed at removal; the maker’s mark comes first.</p>
      </div>
    }
    @if (photos(); as ps) {
      <div class="mt-2 flex flex-wrap gap-2" data-testid="as-it-was">
        @for (p of ps; track p.id) {
          <ak-photo [id]="p.body.photo" [caption]="p.body.caption" />
        } @empty {
          <p class="nothing">Nobody photographed it before it came off.</p>
        }
      </div>
    }
  `,
})
export class OrientationCard {
  readonly step = input.required<PlannedStep>();
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);

  protected readonly facings = computed(() => {
    const s = this.store.state()!;
    const { joint, facings } = this.step();
    // As it is put together with the new part on: rod ends face otherwise than the studs that were there.
    return joint ? facingsFor(axleAt(s, joint), [joint]).filter((o) => facings?.includes(o.orientation)) : [];
  });
  private readonly owed = computed(() => new Set(facingsOwed(this.store.state()!, this.step())));
  protected said(o: Orientation): boolean {
    return !this.owed().has(o);
  }
  /** How it lay before it came off; null where it is no handed piece. */
  protected readonly photos = computed(() => {
    const { joint } = this.step();
    const part = joint && assemblyOf(joint);
    return part ? this.store.state()!.photos.filter((e) => e.body.joint && assemblyOf(e.body.joint) === part) : null;
  });
  protected rightWay(orientation: Orientation): void {
    const { id, joint } = this.step();
    void this.store.write('orientation', { step: id, joint: joint!, orientation });
  }
}
