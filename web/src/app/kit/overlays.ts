import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { PANEL } from './panel';

/** What opens over anything; each is loaded when it is first wanted. */
@Injectable({ providedIn: 'root' })
export class Overlays {
  private readonly dialog = inject(Dialog);

  async openFind(): Promise<void> {
    const { FindAnything } = await import('../pocket/find-anything');
    this.dialog.open(FindAnything, { ...PANEL, width: '640px', ariaLabel: 'Find anything' });
  }
  async openPocket(): Promise<void> {
    const { Pocket } = await import('../pocket/pocket');
    this.dialog.open(Pocket, { ...PANEL, width: '860px', ariaLabel: 'Pocket' });
  }
  async openKeys(): Promise<void> {
    const { KeyList } = await import('../pocket/key-list');
    this.dialog.open(KeyList, { ...PANEL, width: '480px', ariaLabel: 'All keys' });
  }
  async openOutbox(): Promise<void> {
    const { OutboxList } = await import('../pocket/outbox-list');
    this.dialog.open(OutboxList, { ...PANEL, width: '560px', ariaLabel: 'Not yet sent' });
  }
}
