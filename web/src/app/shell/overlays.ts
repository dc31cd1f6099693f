import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable, InjectionToken, type Type } from '@angular/core';
import { PANEL } from '../kit/panel';

/** What opens over anything and lies above the shell: main.ts says where it is, so that no arrow points up. */
export const OPENS_OVER = new InjectionToken<Readonly<Record<'find' | 'pocket', () => Promise<Type<unknown>>>>>('opens over');

/** What opens over anything; each is loaded when it is first wanted. */
@Injectable({ providedIn: 'root' })
export class Overlays {
  private readonly dialog = inject(Dialog);
  private readonly over = inject(OPENS_OVER, { optional: true });

  async openFind(): Promise<void> {
    if (this.over) this.dialog.open(await this.over.find(), { ...PANEL, width: '640px', ariaLabel: 'Find anything' });
  }
  async openPocket(): Promise<void> {
    if (this.over) this.dialog.open(await this.over.pocket(), { ...PANEL, width: '860px', ariaLabel: 'Calculators' });
  }
  async openKeys(): Promise<void> {
    const { KeyList } = await import('./key-list');
    this.dialog.open(KeyList, { ...PANEL, width: '480px', ariaLabel: 'All keys' });
  }
  async openOutbox(): Promise<void> {
    const { OutboxList } = await import('../offline/outbox-list');
    this.dialog.open(OutboxList, { ...PANEL, width: '560px', ariaLabel: 'Not yet sent' });
  }
}
