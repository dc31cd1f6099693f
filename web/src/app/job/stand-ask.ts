import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { VehicleState } from '@ash-knot/core';
import { PANEL } from '../kit/panel';

/** A check that is about to be recorded, and how the vehicle must stand for it. */
export interface StandQuestion {
  readonly title: string;
  readonly counting: readonly VehicleState[];
  /** As it was last said to stand; a state in which this check shows nothing. */
  readonly said: VehicleState | undefined;
}

/** Asks how the vehicle stands, once, before a check is recorded that nobody said it for. */
@Injectable({ providedIn: 'root' })
export class StandAsk {
  private readonly dialog = inject(Dialog);

  async ask(question: StandQuestion): Promise<VehicleState | undefined> {
    const { StandDialog } = await import('./stand-dialog');
    return firstValueFrom(
      this.dialog.open<VehicleState>(StandDialog, {
        ...PANEL,
        width: '520px',
        ariaLabel: 'How does the vehicle stand?',
        data: question,
      }).closed,
    );
  }
}
