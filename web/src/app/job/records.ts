import { inject, Injectable, signal } from '@angular/core';
import {
  checkAt,
  countingStates,
  elsewhereChecks,
  isDangerous,
  isJointId,
  jointName,
  partsOf,
  playShows,
  settledBy,
  lookEntry,
  standsBody,
  stateAt,
  stateOf,
  wheelOn,
  dueDate,
  recheckBody,
  twinOf,
  type CheckResult,
  type ElsewhereCheckId,
  type AxleEnd,
  type EntryBodies,
  type JointId,
  type LookCell,
  type LookRow,
  type Side,
  VEHICLE_STATES,
  type VehicleState,
  type StepId,
} from '@ash-knot/core';
import type { JobStore } from './job-store';
import { draft } from '../state/draft';
import { StandAsk } from './stand-ask';

/** At which corner it matters how the vehicle stands; of a look at no joint, at which axle. */
interface Stood {
  readonly axle: AxleEnd;
  readonly side?: Side | undefined;
}

/** With one side up only that side was looked at. */
const ofSide = (b: EntryBodies['check'], side: Side | undefined): EntryBodies['check'] =>
  b.state === 'one-side-up' && side
    ? { ...b, results: b.results.filter((r) => !isJointId(r.joint) || partsOf(r.joint).side === side) }
    : b;

/** Records that more than one place on the sheet can make. */
@Injectable({ providedIn: 'root' })
export class Records {
  /** Clicks counted on a group that are not on the tape yet, by fastener; they survive a reload. */
  readonly counted = draft<Record<string, number>>('clicks', {});
  /** The step that was opened by hand at Work; else the one that can be done lies open. The big key shuts it to show its own. */
  readonly openedStep = signal<StepId | null>(null);
  private readonly stand = inject(StandAsk);

  /** One joint's result. */
  record(store: JobStore, joint: JointId, result: CheckResult): Promise<boolean> {
    return this.write(store, joint, [{ joint, result }]);
  }
  /** Everything this joint's check settles is tight, both sides in one tap. */
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
    return this.writeCheck(store, { title: check.title, counting: check.states, axle: s.axle }, (state) => ({
      check: id,
      state,
      results: (of ? [of] : check.finds).map((joint) => ({ joint, result })),
    }));
  }

  /** One look, at these sides, with one answer. */
  recordRow(store: JobStore, row: LookRow, cells: readonly LookCell[], result: CheckResult): Promise<boolean> {
    const s = store.state()!;
    const at = cells[0]!;
    return this.writeCheck(
      store,
      {
        title: row.check.title.replace('{side}', at.side),
        counting: row.states,
        axle: row.axle,
        side: at.side,
        atWheel: row.check.atWheel,
      },
      (state) => lookEntry(s, row, cells, result, state),
    );
  }
  /** One joint of a look. */
  recordAt(store: JobStore, row: LookRow, joint: JointId, result: CheckResult): Promise<boolean> {
    const { axle, side } = partsOf(joint);
    return this.writeCheck(
      store,
      { title: row.check.title.replace('{side}', side), counting: row.states, axle, side, atWheel: row.check.atWheel },
      (state) => ({ check: row.check.id, state, results: [{ joint, result }] }),
    );
  }
  /** It was looked at and moves, and somebody says that this is it: both at once. */
  async recordNamed(store: JobStore, joint: JointId): Promise<boolean> {
    const moves = store.state()!.joints.get(joint)?.fails || (await this.write(store, joint, [{ joint, result: 'moves' }]));
    return moves ? store.write('named', { at: [joint] }) : false;
  }
  /** A whole round that was gone through and nothing moved: each look is written by itself. */
  recordRound(store: JobStore, rows: readonly LookRow[]): Promise<boolean> {
    const s = store.state()!;
    return store.writeAll(
      rows.flatMap((row) =>
        row.cells
          .filter((c) => c.open && c.now)
          .map((c) => ({
            kind: 'check' as const,
            body: lookEntry(s, row, [c], 'tight', stateAt(s.stands, row.axle, c.side)!),
          })),
      ),
    );
  }

  private write(store: JobStore, joint: JointId, results: EntryBodies['check']['results'], rocks = false): Promise<boolean> {
    const s = store.state()!;
    const check = checkAt(s, joint, store.wanted());
    if (!check || results.length === 0) return Promise.resolve(false);
    const counting = countingStates(s, joint, store.wanted());
    const { axle, side } = partsOf(joint);
    return this.writeCheck(store, { title: check.title, counting, axle, side, atWheel: check.atWheel }, (state) => ({
      check: check.id,
      state,
      results,
      ...(rocks ? { rocks } : {}),
    }));
  }

  /**
   * A check with how the vehicle stood: as it was put, or said to be. Where nobody knows, or it stands so that this check
   * shows nothing, it is asked; the answer stays on the tape.
   */
  private async writeCheck(
    store: JobStore,
    of: Stood & { readonly title: string; readonly counting: readonly VehicleState[]; readonly atWheel?: true | undefined },
    body: (state: VehicleState) => EntryBodies['check'],
  ): Promise<boolean> {
    const s = store.state()!;
    const said = this.stateFor(store, of);
    const held = !of.atWheel || !of.side || wheelOn(s.stands, of.axle, of.side);
    if (said && held && of.counting.includes(said)) return store.write('check', ofSide(body(said), of.side));
    const state = await this.stand.ask({ title: of.title, counting: of.counting, said });
    if (!state) return false;
    return store.writeAll([
      ...(state === said ? [] : [{ kind: 'stands' as const, body: standsBody(s, state, of.axle, of.side) }]),
      { kind: 'check', body: ofSide(body(state), of.side) },
    ]);
  }
  private stateFor(store: JobStore, { axle, side }: Stood): VehicleState | undefined {
    const { stands } = store.state()!;
    return side ? stateAt(stands, axle, side) : stateOf(stands, axle);
  }

  /**
   * How the vehicle stands for a gauge at this joint. Of one that is not driven on it decides, and is asked where nobody said,
   * or it was said to stand so that no play shows; the answer stays on the tape.
   * @returns undefined where it was not said: nothing is written then
   */
  async standsFor(store: JobStore, joint: JointId): Promise<{ readonly state: VehicleState | undefined } | undefined> {
    const s = store.state()!;
    const { kind, axle, side } = partsOf(joint);
    const said = stateAt(s.stands, axle, side);
    const counting = VEHICLE_STATES.filter((x) => playShows(s.context.type.axles[axle], kind, x));
    if (!isDangerous(kind) || (said && counting.includes(said))) return { state: said };
    const title = `a gauge at the ${jointName(kind, s.context.rules.dialect).toLowerCase()}`;
    const state = await this.stand.ask({ title, counting, said });
    if (!state) return undefined;
    return state === said || (await store.write('stands', standsBody(s, state, axle, side))) ? { state } : undefined;
  }

  /** The recheck the shop's rule asks for, of what was undone. */
  setRecheck(store: JobStore): Promise<boolean> {
    return store.write('recheck', this.recheckAfter(store, store.view()!.distanceKm));
  }
  /** What is to be looked at again, so far after the distance it leaves with. */
  recheckAfter(store: JobStore, distanceKm: number) {
    const s = store.state()!;
    const onDate = dueDate(new Date().toISOString(), s.context.rules.recheckKm, store.view()!.vehicle.kmPerDay);
    return recheckBody(s, distanceKm, onDate);
  }
}
