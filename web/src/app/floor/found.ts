import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FloorFound } from '@ash-knot/contract';
import type { AxleSpec } from '@ash-knot/core';
import { AxleSmall } from '../plate/axle-small';

/** The axle of a band: it comes after the words, for they are what is read first. */
@Component({
  selector: 'ak-found-small',
  imports: [AxleSmall],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<ak-axle-small [axle]="axle()" [marks]="found().marks" [label]="found().words" />`,
})
export class FoundSmall {
  readonly found = input.required<FloorFound>();
  readonly axle = input.required<AxleSpec>();
}
