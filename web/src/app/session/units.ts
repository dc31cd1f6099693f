import { computed, inject, Injectable } from '@angular/core';
import { lengthDigits, otherUnit, sayDistance, sayLength, shopMeasures } from '@ash-knot/core/units';
import type { Measures } from '@ash-knot/core';
import { draft } from '../state/draft';
import { Session } from './session';

/** Which unit comes first on this device: as the shop's rule says, until key U swaps it. */
@Injectable({ providedIn: 'root' })
export class Units {
  private readonly session = inject(Session);
  private readonly swapped = draft<boolean | null>('inch-first', null);
  readonly inchFirst = computed(() => this.swapped() ?? this.session.shop()?.rules.inchFirst ?? false);
  readonly measures = computed((): Measures => shopMeasures(this.inchFirst(), this.session.shop()?.rules.distance ?? 'km'));
  readonly torque = computed(() => this.measures().torque);
  readonly torqueOther = computed(() => otherUnit('torque', this.torque()));
  readonly length = computed(() => this.measures().length);
  readonly distance = computed(() => this.measures().distance);

  swap(): void {
    this.swapped.set(!this.inchFirst());
  }
  /** "0.50 mm", or as inches. @param digits decimals it has in mm */
  sayLength(mm: number, digits = 2): string {
    return sayLength(mm, digits, this.length());
  }
  /** Without its unit. */
  lengthDigits(mm: number, digits = 2): string {
    return lengthDigits(mm, digits, this.length());
  }
  /** "148 210 km", or in miles where dashboards count them. */
  sayDistance(km: number): string {
    return sayDistance(km, this.distance());
  }
}
