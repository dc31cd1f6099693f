import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { assemblyOf, axleAt, orientationsFor, type PlannedStep } from '@ash-knot/core';
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
    @if (orientation(); as o) {
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
          [class.btn-on]="said()"
          [attr.aria-pressed]="said()"
          (click)="rightWay()"
          data-testid="right-way"
        >
          {{ said() ? 'Right way round' : 'It is the right way round' }}
        </button>
        <p class="soft text-sm">As photographed at removal; the maker’s mark comes first.</p>
      </div>
      @if (photos(); as ps) {
        <div class="mt-2 flex flex-wrap gap-2" data-testid="as-it-was">
          @for (p of ps; track p.id) {
            <ak-photo [id]="p.body.photo" [caption]="p.body.caption" />
          } @empty {
            <p class="soft text-sm">Nobody photographed it before it came off.</p>
          }
        </div>
      }
    }
  `,
})
export class OrientationCard {
  readonly step = input.required<PlannedStep>();
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);

  protected readonly orientation = computed(() => {
    const s = this.store.state()!;
    const { joint, orientation } = this.step();
    // As it is put together with the new part on: rod ends face otherwise than the studs that were there.
    return joint && orientationsFor(axleAt(s, joint), [joint]).find((o) => o.orientation === orientation);
  });
  protected readonly said = computed(() => this.store.state()!.orientations.has(this.step().id));
  /** How it lay before it came off; null where it is no handed piece. */
  protected readonly photos = computed(() => {
    const { joint } = this.step();
    const part = joint && assemblyOf(joint);
    return part ? this.store.state()!.photos.filter((e) => e.body.joint && assemblyOf(e.body.joint) === part) : null;
  });
  protected rightWay(): void {
    const { id, joint, orientation } = this.step();
    void this.store.write('orientation', { step: id, joint: joint!, orientation: orientation! });
  }
}
