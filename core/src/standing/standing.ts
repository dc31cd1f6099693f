import { AXLES, otherSide, SIDES, type AxleEnd, type Side, type VehicleState } from '../vehicle';

/** What a wheel's corner is carried by. */
export type Carried = 'ground' | 'ramp' | 'body' | 'arm';

/** One corner: on the ground or a ramp by its tyre, hanging under the body, or carried under its arm; and whether its wheel is on. */
export interface CornerStands {
  readonly carried: Carried;
  readonly wheel: boolean;
}
export type CornerId = `${AxleEnd}.${Side}`;
export const cornerId = (end: AxleEnd, side: Side): CornerId => `${end}.${side}`;
const ALL: readonly CornerId[] = AXLES.flatMap((end) => SIDES.map((side) => cornerId(end, side)));

/** How the vehicle stands, corner by corner; nothing of a corner that nobody has said or done anything about. */
export type VehicleStanding = Readonly<Partial<Record<CornerId, CornerStands>>>;

/** Before anybody has said or done anything. */
export const UNSAID: VehicleStanding = {};

/** Whatever puts the vehicle otherwise: what somebody said of it, or what was done. */
export type StandingChange =
  | {
      readonly what: 'stands';
      readonly state: VehicleState;
      /** The axle that was meant; the whole vehicle where none was. */
      readonly axle?: AxleEnd | undefined;
      /** Which side is up, where one is. */
      readonly side?: Side | undefined;
      /** On a lift the body is raised, and all its wheels hang. */
      readonly lift: boolean;
    }
  | { readonly what: 'wheels'; readonly axle: AxleEnd; readonly on: boolean }
  | { readonly what: 'down' };

const both = (end: AxleEnd): readonly CornerId[] => SIDES.map((side) => cornerId(end, side));
const put = (at: readonly CornerId[], c: CornerStands): VehicleStanding => Object.fromEntries(at.map((id) => [id, c]));

const DOWN: VehicleStanding = put(ALL, { carried: 'ground', wheel: true });

function stood(s: VehicleStanding, { state, axle, side, lift }: Extract<StandingChange, { what: 'stands' }>): VehicleStanding {
  const at = axle ? both(axle) : ALL;
  const raised = lift
    ? {
        ...s,
        ...put(
          ALL.filter((id) => !at.includes(id) && s[id]?.wheel !== false),
          { carried: 'body', wheel: true },
        ),
      }
    : s;
  switch (state) {
    case 'on-wheels':
      return { ...s, ...put(at, { carried: 'ground', wheel: true }) };
    case 'on-ramps':
      return { ...s, ...put(at, { carried: 'ramp', wheel: true }) };
    case 'both-hanging':
      return { ...raised, ...put(at, { carried: 'body', wheel: true }) };
    case 'wheels-off':
      return { ...raised, ...put(at, { carried: 'body', wheel: false }) };
    case 'under-arm':
      return { ...s, ...Object.fromEntries(at.map((id) => [id, { carried: 'arm', wheel: s[id]?.wheel ?? true }])) };
    case 'one-side-up':
      return {
        ...s,
        ...Object.fromEntries(
          (axle ? [axle] : AXLES).flatMap((end) =>
            SIDES.map((x) => [
              cornerId(end, x),
              // One side up, and nobody said which: of neither is anything known.
              side && { carried: side === x ? 'body' : 'ground', wheel: true },
            ]),
          ),
        ),
      };
  }
}

/** How it stands after one more thing was said or done. */
export function after(s: VehicleStanding, c: StandingChange): VehicleStanding {
  switch (c.what) {
    case 'stands':
      return stood(s, c);
    case 'wheels':
      return {
        ...s,
        ...Object.fromEntries(both(c.axle).map((id) => [id, { carried: s[id]?.carried ?? 'body', wheel: c.on }])),
      };
    case 'down':
      return DOWN;
  }
}

/** How it stands for a look at one corner, in the words a check is written with; undefined where it is not known. */
export function stateAt(s: VehicleStanding, end: AxleEnd, side: Side): VehicleState | undefined {
  const [here, there] = [s[cornerId(end, side)], s[cornerId(end, otherSide(side))]];
  if (!here) return undefined;
  switch (here.carried) {
    case 'ground':
      return 'on-wheels';
    case 'ramp':
      return 'on-ramps';
    case 'arm':
      return 'under-arm';
    case 'body':
      if (!here.wheel) return 'wheels-off';
      return there?.carried === 'ground' ? 'one-side-up' : 'both-hanging';
  }
}

/** How an axle stands as a whole: as both its sides do; one side up where one of them is; undefined where it is not known. */
export function stateOf(s: VehicleStanding, end: AxleEnd): VehicleState | undefined {
  const [left, right] = [stateAt(s, end, 'left'), stateAt(s, end, 'right')];
  if (left === right) return left;
  return left === 'one-side-up' || right === 'one-side-up' ? 'one-side-up' : undefined;
}

/** Whether the wheel of a corner is on, as far as anybody knows. */
export const wheelOn = (s: VehicleStanding, end: AxleEnd, side: Side): boolean => s[cornerId(end, side)]?.wheel ?? true;

/** Whether both corners of an axle are off the ground. */
export const isUp = (s: VehicleStanding, end: AxleEnd): boolean =>
  both(end).every((id) => s[id]?.carried === 'body' || s[id]?.carried === 'arm');
