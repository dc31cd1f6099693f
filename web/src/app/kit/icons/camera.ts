import { ChangeDetectionStrategy, Component } from '@angular/core';

/** An icon is one file of its set, and no package of five thousand. */
@Component({
  selector: 'ak-camera-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'inline-block', 'aria-hidden': 'true' },
  templateUrl: './camera.svg',
})
export class CameraIcon {}
