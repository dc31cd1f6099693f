import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';
import {
  checkAt,
  countingStates,
  elsewhereChecks,
  foundAgainst,
  jointId,
  partsOf,
  standingOf,
  twinOf,
  type CheckResult,
  type ElsewhereCheckId,
  type EntryBodies,
  type JointId,
  type VehicleState,
} from '@ash-knot/core';
import type { JobStore } from './job-store';

/** Records that more than one place on the sheet can make. */
@Injectable({ providedIn: 'root' })
export class Records {
  /** The big key was pressed while a fastener waits: the work station takes the wrench's click. */
  readonly pull = new Subject<string>();

  standsAs(store: JobStore, joint: JointId): VehicleState {
    const said = store.standing();
    if (said) return said;
    // Nobody said how it stands: as at the last check, if this one counts there too, else as it must.
    const s = store.state()!;
    const counting = countingStates(s, joint, store.wanted());
    const last = standingOf(s);
    return s.entries.some((e) => e.kind === 'check') && counting.includes(last) ? last : (counting[0] ?? 'both-hanging');
  }

  /** One joint's result. */
  record(store: JobStore, joint: JointId, result: CheckResult): Promise<boolean> {
    return this.write(store, joint, [{ joint, result }]);
  }
  /** Everything this joint's check settles on its side is tight. */
  recordTight(store: JobStore, joint: JointId): Promise<boolean> {
    return this.write(store, joint, this.settled(store, joint, 'tight'));
  }
  /** The same, both sides in one tap. */
  recordTightBoth(store: JobStore, joint: JointId): Promise<boolean> {
    const both = [joint, twinOf(joint)].sort();
    return this.write(
      store,
      joint,
      both.flatMap((id) => this.settled(store, id, 'tight')),
    );
  }
  /** Movement is felt, and it cannot be said at which of the joints this check settles. */
  recordRocks(store: JobStore, joint: JointId): Promise<boolean> {
    return this.write(store, joint, this.settled(store, joint, 'can’t tell'), true);
  }
  /** A check of what is no joint of the plate. */
  recordElsewhere(
    store: JobStore,
    id: ElsewhereCheckId,
    result: CheckResult,
    of?: EntryBodies['check']['results'][number]['joint'],
  ) {
    const s = store.state()!;
    const check = elsewhereChecks(s.context.type).find((c) => c.id === id)!;
    const stands = store.standing() ?? standingOf(s);
    return store.write('check', {
      check: id,
      state: check.states.includes(stands) ? stands : check.states[0]!,
      results: (of ? [of] : check.finds).map((joint) => ({ joint, result })),
    });
  }

  private settled(store: JobStore, joint: JointId, result: CheckResult): EntryBodies['check']['results'] {
    const j = partsOf(joint);
    const s = store.state()!;
    return checkAt(s, joint, store.wanted())!
      .settles.map((k) => jointId(j.axle, j.side, k))
      .filter((id) => result !== 'tight' || !foundAgainst(s, id))
      .map((id) => ({ joint: id, result }));
  }
  private write(store: JobStore, joint: JointId, results: EntryBodies['check']['results'], rocks = false): Promise<boolean> {
    const check = checkAt(store.state()!, joint, store.wanted());
    if (!check || results.length === 0) return Promise.resolve(false);
    return store.write('check', {
      check: check.id,
      state: this.standsAs(store, joint),
      results,
      ...(rocks ? { rocks } : {}),
    });
  }

  finishStep(store: JobStore, step: string): Promise<boolean> {
    return store.write('step', { step, state: 'done' });
  }
}
