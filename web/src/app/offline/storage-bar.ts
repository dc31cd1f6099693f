import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { count } from '@ash-knot/core/text';
import { Keeper } from './keeper';
import { Outbox } from './outbox';
import { saveFile } from '../kit/save-file';

/** This browser has no room left: what is on the screen alone is said so, above any page, with a file to save it in. */
@Component({
  selector: 'ak-storage-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print' },
  template: `
    <div class="bar" role="alert" data-testid="storage-full">
      <p class="min-w-0 flex-1 font-semibold">
        @if (keeper.unkept(); as n) {
          This device’s storage is full. {{ waits(n) }} on this screen alone: do not close or reload it before it is sent.
        } @else {
          This device’s storage is full. What you type now is lost when this page is reloaded.
        }
      </p>
      @if (keeper.unkept()) {
        <button type="button" class="btn !min-h-11" (click)="save()" data-testid="save-unsent">Save it to a file</button>
      }
    </div>
  `,
  styles: `
    :host {
      position: sticky;
      z-index: 45;
      top: 0;
      display: block;
    }
    .bar {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 16px;
      padding: 8px 16px;
      background: var(--color-oxide);
      color: var(--color-ash-100);
    }
  `,
})
export class StorageBar {
  protected readonly keeper = inject(Keeper);
  private readonly outbox = inject(Outbox);
  protected waits(n: number): string {
    return `${count(n, 'line')} ${n === 1 ? 'is' : 'are'}`;
  }
  protected async save(): Promise<void> {
    saveFile(
      `unsent-${new Date().toISOString().slice(0, 16).replace(':', '')}.json`,
      await this.outbox.file(),
      'application/json',
    );
  }
}
