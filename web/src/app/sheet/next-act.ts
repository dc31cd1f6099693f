import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { NextLine } from '@ash-knot/core';
import { Dialog } from '@angular/cdk/dialog';
import { PANEL } from '../kit/panel';
import { JobStore } from '../state/job-store';
import { WorkActions } from '../work/work-actions';

/** What the big key does for each kind of next action. */
@Injectable()
export class NextAct {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly work = inject(WorkActions);

  label(n: NextLine): string {
    // Already looking at the check: the key records the common case.
    if (n.action.kind === 'check' && this.atCheck(n.action.joint)) return 'All tight';
    return n.label;
  }

  act(n: NextLine): void {
    const a = n.action;
    const job = this.store.view()!.id;
    switch (a.kind) {
      case 'go':
        if (a.joint) this.store.select(a.joint);
        void this.router.navigate(['/job', job, a.station]);
        break;
      case 'check':
        if (this.atCheck(a.joint)) {
          void this.work.recordTight(this.store, a.joint);
        } else {
          this.store.select(a.joint);
          void this.router.navigate(['/job', job, 'find']);
        }
        break;
      case 'measure':
        this.store.select(a.joint);
        void this.router.navigate(['/job', job, 'find'], { queryParams: { measure: 1 } });
        break;
      case 'step':
        void this.work.finishStep(this.store, a.step);
        void this.router.navigate(['/job', job, 'work']);
        break;
      case 'torque':
        if (this.router.url.includes('/work')) this.work.pull.next(a.fastener);
        else void this.router.navigate(['/job', job, 'work']);
        break;
      case 'told':
        void this.openTold();
        break;
      case 'none':
        break;
    }
  }

  private atCheck(joint: string): boolean {
    return this.store.selected() === joint && this.router.url.includes('/find');
  }
  private async openTold(): Promise<void> {
    const { ToldDialog } = await import('../prove/told-dialog');
    this.dialog.open(ToldDialog, { ...PANEL, width: '520px', ariaLabel: 'Told the owner', data: this.store });
  }
}
