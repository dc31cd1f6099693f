import type { Vec3 } from '../../numeric';
import type { Name } from '../../text';
import type { AssemblyPiece, AxleSpec } from '../../vehicle';
import type { CheckId } from '../check';
import type { Defect } from '../defects';
import type { Laid } from './laid';

/** A fault that is finer than the joint it is looked for at. */
export interface FinerFault {
  /** As it stands in a sentence. */
  readonly name: Name;
  /** Salt takes it sooner than most. */
  readonly rusts?: boolean;
}

/** What of a vehicle can stand before a joint and comes off by itself. */
export const BEFORE = ['wheels', 'shield'] as const;
export type Before = (typeof BEFORE)[number];

/** One kind of joint, whole: its names, where it stands, how it is looked at, what it can have, what renewing it disturbs. */
export interface JointKindSpec<Finer extends string = string> {
  readonly name: Name;
  /** Its failure can take a wheel or the steering: cleared before any verdict (common practice, no source). */
  readonly dangerous: boolean;
  /** Whether an axle has it on each side. */
  stands(axle: AxleSpec): boolean;
  /** Where it stands at the left side, ISO 8855, mm. */
  place(axle: AxleSpec): Vec3;
  /** The line its play works along, at the left side; any length. */
  along(axle: AxleSpec): Vec3;
  /** The checks of the hands that settle it. */
  readonly checks: readonly CheckId[];
  /** The spring holds it tight unless the vehicle stands so that it is unloaded. */
  readonly loadedBySpring: boolean;
  /** What can be seen at it on this axle. */
  defects(axle: AxleSpec): readonly Defect[];
  /** What a technician wants to know of it before touching it, from the vehicle's type; nothing where there is none. */
  detail(axle: AxleSpec): string;
  /** Faults looked for here that are finer than the joint. */
  readonly finer: Readonly<Record<Finer, FinerFault>>;
  /** The faults looked for here, likeliest to be felt first; "itself" is the joint as such. */
  faults(axle: AxleSpec): readonly ('itself' | Finer)[];
  /** Part of the bar and what carries it: quiet when both wheels rise together (common practice, no source). */
  readonly ofBar: boolean;
  readonly rusts: boolean;
  /** Rubber that grips and lets go of metal when it is dry. */
  rubber(axle: AxleSpec): boolean;
  /** Renewed on both sides of an axle by default; one side takes a reason. */
  readonly pair: boolean;
  /** The part it is an end of, by name; one that is a part by itself has none. */
  readonly assembly: string | null;
  /** The name of the part it is one end of, where that is one for both sides of the axle: renewed once. */
  readonly acrossVehicle: Name | null;
  /** What comes off before hands reach it (common practice, no source). */
  readonly behind: readonly Before[];
  /** The kinds whose part carries this one: there before it goes on. */
  carriedBy(axle: AxleSpec): readonly string[];
  /** How its part comes off and goes on again, where this program lays it out. */
  readonly laid: Laid | undefined;
  /** What is bolted together there, in the order it comes off; torques, what is asked and what faces are read off it. */
  bolted(axle: AxleSpec): readonly AssemblyPiece[];
}

type Given<F extends string> = Pick<JointKindSpec<F>, 'name' | 'stands' | 'place' | 'checks'> & Partial<JointKindSpec<F>>;

/** Worked out once an axle: everything that is read off an assembly asks for it. */
function onceAnAxle<T>(of: (axle: AxleSpec) => T): (axle: AxleSpec) => T {
  const known = new WeakMap<AxleSpec, T>();
  return (axle) => {
    const had = known.get(axle);
    if (had !== undefined) return had;
    const made = of(axle);
    known.set(axle, made);
    return made;
  };
}

/** A kind of joint from what it must say; the rest is what most joints are. */
export function jointKind<F extends string = never>(given: Given<F>): JointKindSpec<F> {
  return {
    dangerous: false,
    along: () => [0, 0, 1],
    loadedBySpring: false,
    defects: () => [],
    detail: () => '',
    finer: {} as Record<F, FinerFault>,
    faults: () => ['itself'],
    ofBar: false,
    rusts: false,
    rubber: () => false,
    pair: false,
    assembly: null,
    acrossVehicle: null,
    behind: ['wheels'],
    carriedBy: () => [],
    laid: undefined,
    ...given,
    bolted: onceAnAxle(given.bolted ?? (() => [])),
  };
}

/** A point that this layout may lack: the hub then, so that the drawing never falls apart. */
export const orHub = (axle: AxleSpec, p: { readonly at: Vec3 } | undefined): Vec3 => (p ?? axle.points.hub).at;
