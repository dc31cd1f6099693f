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
import { SelectField } from '../kit/select-field';

/** How it can stand: with one side up it is said which. */
const STANDS = VEHICLE_STATES.flatMap(
  (state): { readonly value: string; readonly name: string; readonly state: VehicleState; readonly side?: Side }[] =>
    state === 'one-side-up'
      ? SIDES.map((side) => ({ value: `${side}-up`, name: `${side} side up`, state, side }))
      : [{ value: state, name: sayState(state), state }],
);

/** How the vehicle stands at an axle, said by whoever put it so. */
@Component({
  selector: 'ak-stands-select',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex flex-wrap items-center gap-3' },
  template: `
    <ak-select-field
      label="The vehicle stands"
      look="beside"
      none="nobody has said"
      [must]="true"
      [options]="stands"
      [value]="value()"
      (valueChange)="say($event)"
      testId="standing"
    />
    <ng-content />
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
  protected say(value: string): void {
    const x = STANDS.find((y) => y.value === value)!;
    void this.store.write('stands', standsBody(this.store.state()!, x.state, this.axle(), x.side));
  }
}
