import type { Name } from '../../text';
import { sayHex } from '../../thread';
import type { FastenerKind } from '../../torque';
import type { OrientationSpec, PieceSpec } from '../pieces';
import type { Hold } from '../words';

export const LINK_ENDS = ['upper', 'lower'] as const;
export type LinkEnd = (typeof LINK_ENDS)[number];

/** One end of a link, or its single bolt. */
export interface StudSpec {
  readonly thread: string;
  readonly nutHexMm: number;
  readonly hold: Hold;
  readonly holdMm?: number | undefined;
}

/** "5 mm hex", nothing where the stud cannot be held. */
export const sayStudHold = (s: Pick<StudSpec, 'hold' | 'holdMm'>): string | undefined =>
  s.hold === 'none' ? undefined : `${s.holdMm === undefined ? '' : `${sayHex(s.holdMm)} `}${s.hold}`;

/** A fastener of a link, and the end whose joint carries its chalk stripe. */
export interface LinkFastener {
  readonly kind: FastenerKind;
  readonly end: LinkEnd;
  readonly rideHeight: boolean;
}

/** One kind of link, whole. */
export interface LinkKindSpec {
  /** As it is offered when a type is described. */
  readonly name: Name;
  /** What each end is. */
  readonly ends: Readonly<Record<LinkEnd, string>>;
  /** Ends that turn in rubber: they squeak dry. */
  readonly rubber: readonly LinkEnd[];
  readonly fasteners: readonly LinkFastener[];
  /** What comes off with it besides the link itself. */
  readonly pieces: readonly PieceSpec[];
  readonly orientation: OrientationSpec;
  /** How it comes off. */
  readonly undo: {
    /** `{side}` is filled in. */
    readonly title: string;
    readonly detail: string;
    readonly ladder: 'stud spins' | 'bolt seized';
  };
  /** On the plate: a rod, or a bolt through grommets at both ends. */
  readonly drawn: 'rod' | 'stack';
}
