import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { TextField } from './text-field';

/** Where a point lies, as it is measured beside the wheel: three lengths. */
@Component({
  selector: 'ak-point-fields',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'grid grid-cols-3 items-end gap-3' },
  template: `
    <ak-text-field
      label="Ahead of the wheel’s centre"
      field="length ahead of the wheel’s centre"
      hint="behind: with a minus"
      [mono]="true"
      [(value)]="ahead"
      testId="point-ahead"
    />
    <ak-text-field
      label="Out from the middle"
      field="length out from the middle"
      hint="half of left to right"
      [mono]="true"
      [(value)]="out"
      testId="point-out"
    />
    <ak-text-field
      label="Up from the ground"
      field="height above the ground"
      hint="on its tyres"
      [mono]="true"
      [(value)]="up"
      testId="point-up"
    />
  `,
})
export class PointFields {
  readonly ahead = model.required<string>();
  readonly out = model.required<string>();
  readonly up = model.required<string>();
}
