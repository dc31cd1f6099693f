import { Dialog, DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import type { AxleEnd, AxleSpec } from '@ash-knot/core';
import { PANEL } from '../kit/panel';
import { KnockView } from './knock-view';

export interface KnockData {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly title: string;
  readonly playMm: number | null;
}

@Component({
  selector: 'ak-knock-dialog',
  imports: [KnockView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../kit/panel.css',
  template: `
    <div class="panel w-[min(1180px,96vw)]">
      <div class="mb-3 flex items-center justify-between gap-4">
        <h2 class="text-xl font-bold">
          Why it knocks <span class="soft text-base font-normal">{{ data.title }}</span>
        </h2>
        <button type="button" class="link" (click)="ref.close()">Close <span class="key" aria-hidden="true">Esc</span></button>
      </div>
      <ak-knock-view [end]="data.end" [axle]="data.axle" [startMm]="data.playMm" />
    </div>
  `,
})
export class KnockDialog {
  protected readonly ref = inject(DialogRef);
  protected readonly data = inject<KnockData>(DIALOG_DATA);
}

/** Shows over the sheet why play knocks, on its own axle. */
@Injectable({ providedIn: 'root' })
export class Knocks {
  private readonly dialog = inject(Dialog);
  open(data: KnockData): void {
    this.dialog.open(KnockDialog, { ...PANEL, ariaLabel: 'Why it knocks', data });
  }
}
