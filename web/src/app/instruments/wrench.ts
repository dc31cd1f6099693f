import { computed, inject, Injectable } from '@angular/core';
import type { SpeakingWrench } from '@ash-knot/core';
import { Session } from '../session/session';
import { GaugeInbox } from './gauge-inbox';

/** The torque wrench that is connected to this bay, if one is. Without one nothing takes a click. */
@Injectable({ providedIn: 'root' })
export class Wrench {
  private readonly session = inject(Session);
  private readonly inbox = inject(GaugeInbox);

  /** The wrenches of the register: what could be connected. */
  readonly registered = computed(() =>
    (this.session.shop()?.gauges ?? []).filter((g) => g.kind === 'torque wrench' && !g.retired),
  );
  readonly connected = computed((): SpeakingWrench | null => {
    const present = this.inbox.present();
    const g = this.registered().find((x) => present.has(x.id));
    return g ? { id: g.id, name: g.name, simulated: present.get(g.id) === 'simulated' } : null;
  });
}
