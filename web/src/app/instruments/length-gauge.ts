import { computed, inject, Injectable } from '@angular/core';
import { isCamera, measuresLength, resolutionMm, sayExpired, type GaugeSpec } from '@ash-knot/core';
import { Session } from '../session/session';
import { draft } from '../state/draft';

/** The gauges play is measured by at this device: those of the register, the one that was picked, and the best of them. */
@Injectable({ providedIn: 'root' })
export class LengthGauges {
  private readonly session = inject(Session);
  /** Its id, as it was picked last. */
  readonly picked = draft('gauge', '');
  readonly all = computed(() => (this.session.shop()?.gauges ?? []).filter((g) => measuresLength(g) && !g.retired));
  readonly inHand = computed(() => this.all().find((g) => g.id === this.picked() && !isCamera(g)));
  /** The finest that is calibrated today; of none, the finest. A camera is picked by whoever wants it. */
  readonly finest = computed((): GaugeSpec | undefined => {
    const today = new Date().toISOString();
    const out = (g: GaugeSpec) => (sayExpired(g, today) ? 1 : 0);
    return [...this.all().filter((g) => !isCamera(g))].sort((a, b) => out(a) - out(b) || resolutionMm(a) - resolutionMm(b))[0];
  });
}
