import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { sayExpired } from '@ash-knot/core';
import { Session } from '../session/session';

/** The gauges in use, and which are out of their calibration. */
@Component({
  selector: 'ak-gauge-list',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h2 class="text-xl font-bold">Gauges</h2>
    @for (g of gauges(); track g.id) {
      <p class="rule flex flex-wrap items-baseline gap-x-3 py-2">
        <span>{{ g.name }}</span>
        <span class="mono soft text-sm">{{ g.resolution }} {{ g.unit }}, to {{ g.rangeMax }}</span>
        @if (g.out) {
          <span class="wrong text-sm">{{ g.out }}</span>
        }
      </p>
    }
    <a routerLink="/rules/gauges" class="link mt-1">Add gauges, calibration, studies, simulated gauges</a>
  `,
})
export class GaugeList {
  private readonly session = inject(Session);
  protected readonly gauges = computed(() => {
    const today = new Date().toISOString();
    return (this.session.shop()?.gauges ?? []).filter((g) => !g.retired).map((g) => ({ ...g, out: sayExpired(g, today) }));
  });
}
