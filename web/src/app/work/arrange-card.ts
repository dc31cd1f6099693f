import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { arrangeOffers, type ArrangeOffer, type PlannedStep } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';

/** What of the plan may go one way or the other at this step: as it is planned, why, and one tap to have it otherwise. */
@Component({
  selector: 'ak-arrange-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @for (o of offers(); track o.axle + o.what) {
      <p class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-[15px]" [attr.data-testid]="'arrange-' + o.what">
        <span class="min-w-0 flex-1">{{ session.say(o.says) }}</span>
        @if (o.other; as other) {
          <button type="button" class="btn" (click)="say(o, other.yes)">{{ other.label }}</button>
        }
      </p>
    }
  `,
})
export class ArrangeCard {
  readonly step = input.required<PlannedStep>();
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly offers = computed(() => arrangeOffers(this.store.state()!, this.step()));
  protected say(o: ArrangeOffer, yes: boolean): void {
    void this.store.write('arrange', { what: o.what, yes, axle: o.axle });
  }
}
