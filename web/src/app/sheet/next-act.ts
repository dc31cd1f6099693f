import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { checkAt, partsOf, type CheckId, type JointId, type NextLine } from '@ash-knot/core';
import { Dialog } from '@angular/cdk/dialog';
import { PANEL } from '../kit/panel';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';

/** What the big key does for each kind of next action. */
@Injectable()
export class NextAct {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly work = inject(Records);

  label(n: NextLine): string {
    // Already looking at the check: the key records the common case.
    if (n.action.kind === 'check' && this.atCheck(n.action)) return 'All tight';
    if (n.action.kind === 'elsewhere' && this.store.elsewhere() === n.action.check && this.router.url.includes('/find'))
      return 'Nothing there';
    return n.label;
  }

  act(n: NextLine): void {
    const a = n.action;
    const job = this.store.view()!.id;
    switch (a.kind) {
      case 'go':
        if (a.joint) this.store.select(a.joint);
        void this.router.navigate(
          ['/job', job, a.station],
          a.station === 'listen' && this.store.state()?.complaint ? { queryParams: { drive: 1 } } : {},
        );
        break;
      case 'check':
        if (this.atCheck(a)) {
          void this.work.recordTight(this.store, a.joint);
        } else {
          this.store.select(a.joint, a.check);
          void this.router.navigate(['/job', job, 'find']);
        }
        break;
      case 'elsewhere':
        if (this.store.elsewhere() === a.check && this.router.url.includes('/find')) {
          void this.work.recordElsewhere(this.store, a.check, 'tight');
          this.store.elsewhere.set(null);
        } else {
          this.store.select(null);
          this.store.elsewhere.set(a.check);
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

  /** Looking at a joint that this check settles, by this check: whichever of them was touched. */
  private atCheck(a: { joint: JointId; check: CheckId }): boolean {
    const at = this.store.selected();
    if (!at || !this.router.url.includes('/find')) return false;
    const [here, there] = [partsOf(at), partsOf(a.joint)];
    const check = checkAt(this.store.state()!, at, this.store.wanted());
    return here.side === there.side && here.axle === there.axle && check?.id === a.check;
  }
  private async openTold(): Promise<void> {
    const { ToldDialog } = await import('../prove/told-dialog');
    this.dialog.open(ToldDialog, { ...PANEL, width: '520px', ariaLabel: 'Told the owner', data: this.store });
  }
}
