import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';
import {
  checkAt,
  countingStates,
  jointId,
  splitJoint,
  type CheckResult,
  type EntryBodies,
  type JointId,
  type VehicleState,
} from '@ash-knot/core';
import { draft } from '../state/draft';
import type { JobStore } from '../state/job-store';

/** Records that more than one place on the sheet can make. */
@Injectable({ providedIn: 'root' })
export class WorkActions {
  /** The big key was pressed while a fastener waits: the work station takes the wrench's click. */
  readonly pull = new Subject<string>();
  /** How the vehicle stands now, by job: checks are judged by it. */
  private readonly standing = draft<Record<string, VehicleState>>('standing', {});

  standsAs(store: JobStore, joint: JointId): VehicleState {
    const job = store.view()!.id;
    const s = store.state()!;
    const set = this.standing()[job];
    if (set) return set;
    // Nobody said how it stands: as at the last check, if this one counts there too, else as it must.
    const counting = countingStates(s, joint);
    const last = s.entries.filter((e) => e.kind === 'check').at(-1)?.body as EntryBodies['check'] | undefined;
    return last && counting.includes(last.state) ? last.state : (counting[0] ?? 'both-hanging');
  }
  setStanding(store: JobStore, state: VehicleState): void {
    this.standing.update((m) => ({ ...m, [store.view()!.id]: state }));
  }

  /** One joint's result. */
  record(store: JobStore, joint: JointId, result: CheckResult): Promise<boolean> {
    return this.write(store, joint, [{ joint, result }]);
  }
  /** Everything this joint's check settles on its side is tight. */
  recordTight(store: JobStore, joint: JointId): Promise<boolean> {
    const j = splitJoint(joint)!;
    const check = checkAt(store.state()!, joint)!;
    return this.write(
      store,
      joint,
      check.settles.map((k) => ({ joint: jointId(j.axle, j.side, k), result: 'tight' as const })),
    );
  }
  /** The same, both sides in one tap. */
  recordTightBoth(store: JobStore, joint: JointId): Promise<boolean> {
    const j = splitJoint(joint)!;
    const check = checkAt(store.state()!, joint)!;
    return this.write(
      store,
      joint,
      (['left', 'right'] as const).flatMap((side) =>
        check.settles.map((k) => ({ joint: jointId(j.axle, side, k), result: 'tight' as const })),
      ),
    );
  }
  private write(store: JobStore, joint: JointId, results: EntryBodies['check']['results']): Promise<boolean> {
    const check = checkAt(store.state()!, joint);
    if (!check) return Promise.resolve(false);
    return store.write('check', { check: check.id, state: this.standsAs(store, joint), results });
  }

  finishStep(store: JobStore, step: string): Promise<boolean> {
    return store.write('step', { step, state: 'done' });
  }
}
