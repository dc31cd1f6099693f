import type { AxleSpec } from './axle';
import {
  jointId,
  SIDES,
  splitJoint,
  type AxleEnd,
  type Dialect,
  type JointId,
  type JointKind,
  type Side,
  type FastenerKind,
} from './words';

/** "front.left.link-lower-nut"; a group (wheel nuts, bracket bolts, shield bolts) is one id. */
export type FastenerId = `${AxleEnd}.${Side}.${FastenerKind}`;

export interface Fastener {
  readonly id: FastenerId;
  readonly kind: FastenerKind;
  readonly axle: AxleEnd;
  readonly side: Side;
  /** The joint it belongs to on the plate. */
  readonly joint: JointId;
  /** Screws in the group; 1 is a single fastener. */
  readonly count: number;
  readonly thread?: string | undefined;
  readonly hexMm?: number | undefined;
  /** How the stud is held while the nut turns. */
  readonly hold?: string | undefined;
  /** Where it must be tightened with the suspension at ride height. */
  readonly rideHeight: boolean;
}

/** Kinds that may never go without a published value: release stays blocked (product.md, Tighten). */
export const NEEDS_PUBLISHED: ReadonlySet<FastenerKind> = new Set<FastenerKind>([
  'wheel-nut',
  'tie-rod-nut',
  'ball-joint-nut',
  'arm-bolt',
]);

const NAMES: Record<FastenerKind, readonly [string, string]> = {
  'link-upper-nut': ['Link, upper nut', 'Drop link, upper nut'],
  'link-lower-nut': ['Link, lower nut', 'Drop link, lower nut'],
  'link-bolt-nut': ['Link bolt, nut', 'Drop link bolt, nut'],
  'bracket-bolt': ['Bracket bolts', 'Bracket bolts'],
  'wheel-nut': ['Wheel nuts', 'Lug nuts'],
  'shield-bolt': ['Undershield', 'Undershield'],
  'tie-rod-nut': ['Tie rod nut', 'Track rod end nut'],
  'ball-joint-nut': ['Ball joint nut', 'Ball joint nut'],
  'arm-bolt': ['Arm bolt', 'Wishbone bolt'],
  'damper-bolt': ['Damper bolt', 'Damper bolt'],
};

export function fastenerName(kind: FastenerKind, dialect: Dialect = 'sway bar'): string {
  return NAMES[kind][dialect === 'sway bar' ? 0 : 1];
}

const hold = (s: { hold: string; holdMm?: number | undefined }): string | undefined =>
  s.hold === 'none' ? undefined : `${s.holdMm} mm ${s.hold}`;

/** Joint kinds that can be renewed in this program, with the fasteners they disturb. */
function disturbed(
  axle: AxleSpec,
  kind: JointKind,
): Pick<Fastener, 'kind' | 'count' | 'thread' | 'hexMm' | 'hold' | 'rideHeight'>[] {
  const link = axle.link;
  switch (kind) {
    case 'link-upper':
    case 'link-lower':
      if (!link) return [];
      if (link.kind === 'bolt-through') {
        return [
          {
            kind: 'link-bolt-nut',
            count: 1,
            thread: link.upper.thread,
            hexMm: link.upper.nutHexMm,
            hold: hold(link.upper),
            rideHeight: false,
          },
        ];
      }
      // A pressed bushing end grips its sleeve, so it is tightened at ride height; a ball stud turns freely.
      return [
        {
          kind: 'link-upper-nut',
          count: 1,
          thread: link.upper.thread,
          hexMm: link.upper.nutHexMm,
          hold: hold(link.upper),
          rideHeight: link.kind === 'stud-and-bushing',
        },
        {
          kind: 'link-lower-nut',
          count: 1,
          thread: link.lower.thread,
          hexMm: link.lower.nutHexMm,
          hold: hold(link.lower),
          rideHeight: false,
        },
      ];
    case 'frame-bushing':
      return axle.bushing
        ? [
            {
              kind: 'bracket-bolt',
              count: axle.bushing.bolts,
              thread: axle.bushing.thread,
              hexMm: axle.bushing.hexMm,
              rideHeight: true,
            },
          ]
        : [];
    case 'ball-joint':
    case 'upper-ball-joint':
      return [{ kind: 'ball-joint-nut', count: 1, rideHeight: false }];
    case 'tie-rod-outer':
    case 'tie-rod-inner':
      return [{ kind: 'tie-rod-nut', count: 1, rideHeight: false }];
    case 'arm-bushings':
    case 'upper-arm-bushings':
    case 'beam-bushing':
      return [{ kind: 'arm-bolt', count: 2, rideHeight: true }];
    case 'damper':
    case 'spring':
    case 'top-mount':
      return [{ kind: 'damper-bolt', count: 2, rideHeight: false }];
    case 'wheel-bearing':
    case 'wheel-nuts':
      return [];
  }
}

/**
 * The fasteners that renewing these joints disturbs, in working order: what holds the part, then the
 * shield, then the wheels.
 * @param wheelsOff whether the wheels came off for it
 */
export function fastenersFor(end: AxleEnd, axle: AxleSpec, joints: readonly JointId[], wheelsOff = true): Fastener[] {
  const found = new Map<FastenerId, Fastener>();
  const sides = new Set<Side>();
  for (const id of joints) {
    const j = splitJoint(id);
    if (!j || j.axle !== end) continue;
    sides.add(j.side);
    for (const f of disturbed(axle, j.kind)) {
      const fid: FastenerId = `${end}.${j.side}.${f.kind}`;
      if (!found.has(fid))
        found.set(fid, {
          ...f,
          id: fid,
          axle: end,
          side: j.side,
          joint: chalkJoint(end, j.side, f.kind, id),
        });
    }
  }
  if (sides.size > 0 && axle.shieldFasteners > 0) {
    const fid: FastenerId = `${end}.left.shield-bolt`;
    found.set(fid, {
      id: fid,
      kind: 'shield-bolt',
      axle: end,
      side: 'left',
      joint: jointId(end, 'left', 'arm-bushings'),
      count: axle.shieldFasteners,
      rideHeight: false,
    });
  }
  if (wheelsOff) {
    for (const side of SIDES) {
      if (sides.size === 0) continue;
      // Both wheels come off: the axle is raised level and the bar is unloaded.
      const fid: FastenerId = `${end}.${side}.wheel-nut`;
      found.set(fid, {
        id: fid,
        kind: 'wheel-nut',
        axle: end,
        side,
        joint: jointId(end, side, 'wheel-nuts'),
        count: axle.wheelNuts.count,
        thread: axle.wheelNuts.thread,
        hexMm: axle.wheelNuts.hexMm,
        rideHeight: false,
      });
    }
  }
  return [...found.values()];
}

function chalkJoint(end: AxleEnd, side: Side, kind: FastenerKind, from: JointId): JointId {
  if (kind === 'link-upper-nut' || kind === 'link-bolt-nut') return jointId(end, side, 'link-upper');
  if (kind === 'link-lower-nut') return jointId(end, side, 'link-lower');
  return from;
}
