import { inject, Injectable, signal } from '@angular/core';
import {
  checkAt,
  countingStates,
  elsewhereChecks,
  isDangerous,
  jointName,
  partsOf,
  playShows,
  settledBy,
  standingOf,
  dueDate,
  recheckBody,
  twinOf,
  type CheckResult,
  type ElsewhereCheckId,
  type EntryBodies,
  type JointId,
  VEHICLE_STATES,
  type VehicleState,
} from '@ash-knot/core';
import type { JobStore } from './job-store';
import { draft } from '../state/draft';
import { StandAsk } from './stand-ask';

/** Records that more than one place on the sheet can make. */
@Injectable({ providedIn: 'root' })
export class Records {
  /** Clicks counted on a group that are not on the tape yet, by fastener; they survive a reload. */
  readonly counted = draft<Record<string, number>>('clicks', {});
  /** The step that was opened by hand at Work; else the one that can be done lies open. The big key shuts it to show its own. */
  readonly openedStep = signal<string | null>(null);
  private readonly stand = inject(StandAsk);

  /** One joint's result. */
  record(store: JobStore, joint: JointId, result: CheckResult): Promise<boolean> {
    return this.write(store, joint, [{ joint, result }]);
  }
  /** Everything this joint's check settles on its side is tight. */
  recordTight(store: JobStore, joint: JointId): Promise<boolean> {
    return this.write(store, joint, settledBy(store.state()!, joint, store.wanted(), 'tight'));
  }
  /** The same, both sides in one tap. */
  recordTightBoth(store: JobStore, joint: JointId): Promise<boolean> {
    const both = [joint, twinOf(joint)].sort();
    return this.write(
      store,
      joint,
      both.flatMap((id) => settledBy(store.state()!, id, store.wanted(), 'tight')),
    );
  }
  /** Movement is felt, and it cannot be said at which of the joints this check settles. */
  recordRocks(store: JobStore, joint: JointId): Promise<boolean> {
    return this.write(store, joint, settledBy(store.state()!, joint, store.wanted(), 'can’t tell'), true);
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
    return this.writeCheck(store, { title: check.title, counting: check.states }, (state) => ({
      check: id,
      state,
      results: (of ? [of] : check.finds).map((joint) => ({ joint, result })),
    }));
  }

  private write(store: JobStore, joint: JointId, results: EntryBodies['check']['results'], rocks = false): Promise<boolean> {
    const s = store.state()!;
    const check = checkAt(s, joint, store.wanted());
    if (!check || results.length === 0) return Promise.resolve(false);
    const counting = countingStates(s, joint, store.wanted());
    return this.writeCheck(store, { title: check.title, counting }, (state) => ({
      check: check.id,
      state,
      results,
      ...(rocks ? { rocks } : {}),
    }));
  }

  /**
   * A check with how the vehicle stood: as it was said to stand. Where nobody said, or it was said to stand so
   * that this check shows nothing, it is asked; the answer stays on the tape.
   */
  private async writeCheck(
    store: JobStore,
    of: { readonly title: string; readonly counting: readonly VehicleState[] },
    body: (state: VehicleState) => EntryBodies['check'],
  ): Promise<boolean> {
    const said = standingOf(store.state()!);
    if (said && of.counting.includes(said)) return store.write('check', body(said));
    const state = await this.stand.ask({ ...of, said });
    if (!state) return false;
    return store.writeAll([
      ...(state === said ? [] : [{ kind: 'stands' as const, body: { state } }]),
      { kind: 'check', body: body(state) },
    ]);
  }

  /**
   * How the vehicle stands for a gauge at this joint. Of one that is not driven on it decides, and is asked where nobody said,
   * or it was said to stand so that no play shows; the answer stays on the tape.
   * @returns undefined where it was not said: nothing is written then
   */
  async standsFor(store: JobStore, joint: JointId): Promise<{ readonly state: VehicleState | undefined } | undefined> {
    const s = store.state()!;
    const said = standingOf(s);
    const { kind, axle } = partsOf(joint);
    const counting = VEHICLE_STATES.filter((x) => playShows(s.context.type.axles[axle], kind, x));
    if (!isDangerous(kind) || (said && counting.includes(said))) return { state: said };
    const title = `a gauge at the ${jointName(kind, s.context.rules.dialect).toLowerCase()}`;
    const state = await this.stand.ask({ title, counting, said });
    if (!state) return undefined;
    return state === said || (await store.write('stands', { state })) ? { state } : undefined;
  }

  /** The recheck the shop's rule asks for, of what was undone. */
  setRecheck(store: JobStore): Promise<boolean> {
    const { distanceKm, vehicle } = store.view()!;
    const s = store.state()!;
    const onDate = dueDate(new Date().toISOString(), s.context.rules.recheckKm, vehicle.kmPerDay);
    return store.write('recheck', recheckBody(s, distanceKm, onDate));
  }
}
