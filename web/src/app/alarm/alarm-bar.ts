import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Alarms, type Alarm } from './alarms';

/** A wait that is over, above whatever page is open. */
@Component({
  selector: 'ak-alarm-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print' },
  template: `
    @for (a of alarms.ringing(); track a.id) {
      <div class="bar" role="alert" data-testid="alarm">
        <p class="min-w-0 flex-1 font-semibold">{{ a.title }}</p>
        <button type="button" class="btn !min-h-11" (click)="go(a)">Go to it</button>
        <button type="button" class="btn !min-h-11" (click)="alarms.seen()">Seen</button>
      </div>
    }
  `,
  styles: `
    :host {
      position: fixed;
      z-index: 50;
      top: 0;
      left: 0;
      right: 0;
    }
    .bar {
      display: flex;
      align-items: center;
      gap: 12px;
      padding: 8px 16px;
      background: var(--color-chalk);
      border-bottom: 3px solid var(--color-bark);
    }
  `,
})
export class AlarmBar {
  protected readonly alarms = inject(Alarms);
  private readonly router = inject(Router);

  protected go(a: Alarm): void {
    this.alarms.seen();
    void this.router.navigateByUrl(a.path);
  }
}
