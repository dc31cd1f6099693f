import { computed, Injectable } from '@angular/core';
import { show, type Dimension } from '@ash-knot/core';
import { draft } from './draft';

/** Which unit comes first; the other always stands beside it. Key U swaps. */
@Injectable({ providedIn: 'root' })
export class Units {
  readonly imperial = draft('imperial', false);
  readonly torque = computed(() => (this.imperial() ? 'lbf·ft' : 'N·m'));
  readonly torqueOther = computed(() => (this.imperial() ? 'N·m' : 'lbf·ft'));

  swap(): void {
    this.imperial.update((v) => !v);
  }
  first(si: number, dimension: Dimension): string {
    return show(si, dimension, this.unit(dimension, this.imperial()));
  }
  second(si: number, dimension: Dimension): string {
    return show(si, dimension, this.unit(dimension, !this.imperial()));
  }
  private unit(d: Dimension, imperial: boolean): string {
    const pairs: Record<Dimension, readonly [string, string]> = {
      torque: ['N·m', 'lbf·ft'],
      length: ['mm', 'in'],
      distance: ['km', 'mi'],
      force: ['N', 'lbf'],
    };
    return pairs[d][imperial ? 1 : 0];
  }
}
