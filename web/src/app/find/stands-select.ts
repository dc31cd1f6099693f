import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  sayState,
  SIDES,
  standsBody,
  stateAt,
  stateOf,
  VEHICLE_STATES,
  type AxleEnd,
  type Side,
  type VehicleState,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';

/** How it can stand: with one side up it is said which. */
const STANDS = VEHICLE_STATES.flatMap(
  (state): { readonly value: string; readonly state: VehicleState; readonly side?: Side }[] =>
    state === 'one-side-up' ? SIDES.map((side) => ({ value: `${side}-up`, state, side })) : [{ value: state, state }],
);

/** How the vehicle stands at an axle, said by whoever put it so. */
@Component({
  selector: 'ak-stands-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="flex items-center gap-3 text-sm">
      <span class="soft font-semibold">The vehicle stands</span>
      <select class="field !min-h-11 !w-auto" #st [value]="value()" (change)="say(st.value)" data-testid="standing">
        @if (!value()) {
          <option value="" selected disabled>nobody has said</option>
        }
        @for (x of stands; track x.value) {
          <option [value]="x.value" [selected]="x.value === value()">{{ name(x) }}</option>
        }
      </select>
      <ng-content />
    </label>
  `,
})
export class StandsSelect {
  readonly axle = input.required<AxleEnd>();
  private readonly store = inject(JobStore);
  protected readonly stands = STANDS;
  protected readonly value = computed(() => {
    const { stands } = this.store.state()!;
    const at = stateOf(stands, this.axle());
    const up = at === 'one-side-up' && SIDES.find((side) => stateAt(stands, this.axle(), side) === at);
    return up ? `${up}-up` : (at ?? '');
  });
  protected name(x: (typeof STANDS)[number]): string {
    return x.side ? `${x.side} side up` : sayState(x.state);
  }
  protected say(value: string): void {
    const x = STANDS.find((y) => y.value === value)!;
    void this.store.write('stands', standsBody(this.store.state()!, x.state, this.axle(), x.side));
  }
}
