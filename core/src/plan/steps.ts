import { BadInput } from '../error';
import {
  fastenerName,
  fastenersFor,
  sayJoint,
  SIDES,
  splitJoint,
  type AxleEnd,
  type AxleSpec,
  type Dialect,
  type Fastener,
  type FastenerId,
  type JointId,
  type Side,
} from '../joint';
import { orientationsFor, type Orientation } from './pieces';

export const EQUIPMENT = ['lift', 'jack and stands'] as const;
export type Equipment = (typeof EQUIPMENT)[number];

export const PHASES = ['make safe', 'undo', 'part off', 'fit', 'tighten', 'lower'] as const;
export type Phase = (typeof PHASES)[number];

export interface Step {
  readonly id: string;
  readonly phase: Phase;
  readonly title: string;
  readonly detail?: string | undefined;
  readonly tools: readonly string[];
  /** Needs an answer the first time a person meets it on this type. */
  readonly caution?: string | undefined;
  readonly minutes: number;
  /** Hands-free minutes after it, in which other work goes on. */
  readonly soakMinutes: number;
  readonly needs: readonly string[];
  readonly joint?: JointId | undefined;
  readonly fastener?: FastenerId | undefined;
  readonly orientation?: Orientation | undefined;
  readonly confirmJoint?: JointId | undefined;
  readonly ladder?: 'stud spins' | 'bolt seized' | undefined;
}

export interface PlannedStep extends Step {
  /** Minutes from the start of the work at which it begins and its hands-on part ends. */
  readonly startsAt: number;
  readonly endsAt: number;
}

export interface PlanInput {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly joints: readonly JointId[];
  readonly equipment: Equipment;
  readonly corroded: boolean;
  readonly jackingPoints: string;
  readonly dialect?: Dialect;
}

/**
 * The steps of renewing these joints, each with what must come before it. Minutes are built-in values
 * (common practice, no source); the shop's own times replace them where it has enough.
 * @throws BadInput when no joint of this axle is chosen.
 */
export function stepsFor(input: PlanInput): Step[] {
  const { end, axle, equipment, corroded, dialect = 'sway bar' } = input;
  const joints = input.joints.filter((id) => splitJoint(id)?.axle === end);
  if (joints.length === 0) throw new BadInput('chosen joints', `must name at least one of the ${end} axle`);
  const sides = SIDES.filter((s) => joints.some((id) => splitJoint(id)!.side === s));
  const fasteners = fastenersFor(end, axle, joints);
  const steps: Step[] = [];
  const add = (s: Omit<Step, 'tools' | 'soakMinutes'> & Partial<Pick<Step, 'tools' | 'soakMinutes'>>) =>
    steps.push({ tools: [], soakMinutes: 0, ...s });
  const other = end === 'front' ? 'rear' : 'front';
  const rideHeight = fasteners.some((f) => f.rideHeight);
  const hasLink = (side: Side) => joints.find((id) => splitJoint(id)!.side === side && /link/.test(splitJoint(id)!.kind));
  const hasBushing = (side: Side) =>
    joints.find((id) => splitJoint(id)!.side === side && splitJoint(id)!.kind === 'frame-bushing');
  const others = joints.filter((id) => !/link|frame-bushing/.test(splitJoint(id)!.kind));
  const wheelHex = `${axle.wheelNuts.hexMm} mm socket`;

  add({
    id: 'chock',
    phase: 'make safe',
    minutes: 2,
    needs: [],
    tools: ['chocks'],
    title: `Chock the ${other} wheels, park, brake on`,
    detail:
      end === 'rear'
        ? 'The parking brake usually holds the rear wheels, which are coming up: the chocks do the work.'
        : undefined,
  });
  if (rideHeight)
    add({
      id: 'height',
      phase: 'make safe',
      minutes: 2,
      needs: ['chock'],
      tools: ['tape'],
      title: 'Measure hub to arch, both sides, and write it down',
      detail: 'The rubber is tightened at this height later.',
    });
  if (equipment === 'jack and stands') {
    add({
      id: 'crack',
      phase: 'make safe',
      minutes: 2,
      needs: ['chock'],
      tools: [wheelHex, 'breaker bar'],
      title: 'Crack the wheel nuts a quarter turn, tyres on the ground',
    });
  }
  add({
    id: 'raise',
    phase: 'make safe',
    minutes: equipment === 'lift' ? 3 : 8,
    needs: ['chock', ...(rideHeight ? ['height'] : []), ...(equipment === 'jack and stands' ? ['crack'] : [])],
    tools: equipment === 'lift' ? ['lift'] : ['trolley jack', 'two stands rated for it'],
    title: equipment === 'lift' ? `Raise it, both ${end} wheels hanging` : `Raise the ${end}, both sides level, on stands`,
    detail: `At: ${input.jackingPoints}. Both ends of the axle level, or the bar is wound up.`,
    caution:
      equipment === 'lift'
        ? 'Check the pads again a hand’s breadth off the floor, and the locks at height.'
        : 'Never under a vehicle held by a jack alone. Rock it on its stands before you go under.',
  });
  add({
    id: 'wheels-off',
    phase: 'make safe',
    minutes: 4,
    needs: ['raise'],
    tools: [wheelHex],
    title: 'Wheels off, one laid under each sill',
  });
  if (axle.shieldFasteners > 0)
    add({
      id: 'shield-off',
      phase: 'undo',
      minutes: 5,
      needs: ['raise'],
      title: `Undershield off, ${axle.shieldFasteners} fasteners counted`,
      tools: ['10 mm socket'],
    });
  const open = ['wheels-off', ...(axle.shieldFasteners > 0 ? ['shield-off'] : [])];

  for (const side of sides) {
    const j = hasLink(side) ?? hasBushing(side) ?? joints.find((id) => splitJoint(id)!.side === side)!;
    add({
      id: `soak-${side}`,
      phase: 'undo',
      minutes: corroded ? 4 : 2,
      soakMinutes: 15,
      needs: open,
      joint: j,
      title: `Brush the ${side} threads, penetrant on`,
      tools: ['wire brush', 'penetrant'],
      detail: 'Then a quarter of an hour: the other side, a look round, the new parts unpacked.',
      caution: 'Eyes. Penetrant off discs and pads.',
    });
  }
  add({
    id: 'unload',
    phase: 'undo',
    minutes: 2,
    needs: open,
    title: 'Take the load off the bar',
    tools: ['lever', 'strap or second jack'],
    detail: 'Both wheels at the same height. If a link still pulls: lever the bar, a second jack under the arm, or strap it.',
    caution: 'A wound-up bar springs up or down when its link lets go: hands and face out of its path.',
  });
  for (const side of sides) {
    const link = hasLink(side);
    const bushing = hasBushing(side);
    const off: string[] = [];
    if (link && axle.link) {
      const through = axle.link.kind === 'bolt-through';
      const hold = (s: { hold: string; holdMm?: number | undefined }) =>
        s.hold === 'none' ? [] : [`${s.holdMm} mm ${s.hold === 'hex' ? 'hex key, long' : 'thin spanner'}`];
      add({
        id: `link-off-${side}`,
        phase: 'undo',
        minutes: corroded ? 14 : 7,
        needs: [`soak-${side}`, 'unload'],
        joint: link,
        title: through ? `Undo the ${side} link bolt` : `Undo both nuts of the ${side} link`,
        tools: [
          ...new Set([
            `${axle.link.lower.nutHexMm} mm`,
            `${axle.link.upper.nutHexMm} mm`,
            ...hold(axle.link.lower),
            ...hold(axle.link.upper),
            'breaker bar',
          ]),
        ],
        detail: through
          ? 'Note the order and the facing of every washer and grommet before they fall.'
          : 'Hold the stud, turn the nut. Key straight and fully in. Back and forth, more penetrant.',
        caution: 'Photograph it before it comes off.',
        ladder: through ? 'bolt seized' : 'stud spins',
      });
      add({
        id: `confirm-link-${side}`,
        phase: 'part off',
        minutes: 1,
        needs: [`link-off-${side}`],
        joint: link,
        confirmJoint: link,
        title: `${side === 'left' ? 'Left' : 'Right'} link in the hand: loose as thought?`,
        detail: 'Work each end by hand. Play shows far better now.',
      });
      add({
        id: `compare-link-${side}`,
        phase: 'fit',
        minutes: 2,
        needs: [`confirm-link-${side}`],
        joint: link,
        tools: ['rule', 'caliper'],
        title: `Old ${side} link beside the new: length, thread, hold, side`,
        detail: 'Caps off, nuts there, boots whole.',
      });
      off.push(`compare-link-${side}`);
    }
    if (bushing && axle.bushing) {
      add({
        id: `bushing-off-${side}`,
        phase: 'undo',
        minutes: corroded ? 12 : 6,
        needs: [`soak-${side}`, ...(link ? [`link-off-${side}`] : ['unload'])],
        joint: bushing,
        title: `${side === 'left' ? 'Left' : 'Right'} bracket off, bushing out`,
        tools: [`${axle.bushing.hexMm} mm socket`],
        detail: 'Mark which way the split and the bracket face. Brush the bar’s seat bright.',
        caution: 'Photograph it before it comes off.',
      });
      add({
        id: `confirm-bushing-${side}`,
        phase: 'part off',
        minutes: 1,
        needs: [`bushing-off-${side}`],
        joint: bushing,
        confirmJoint: bushing,
        title: `${side === 'left' ? 'Left' : 'Right'} bushing in the hand: worn as thought?`,
        detail: 'A bushing that looked sound in place can be torn. Measure the bar at the seat.',
      });
      off.push(`confirm-bushing-${side}`);
    }
    for (const o of orientationsFor(axle, joints).filter((x) => splitJoint(x.joint)!.side === side)) {
      const isBushing = o.orientation === 'bushing split';
      add({
        id: `fit-${isBushing ? 'bushing' : 'link'}-${side}`,
        phase: 'fit',
        minutes: isBushing ? 6 : 5,
        joint: o.joint,
        orientation: o.orientation,
        needs: off,
        title: isBushing ? `New ${side} bushing on, bracket by hand` : `New ${side} link in, nuts run on by hand`,
        detail: isBushing
          ? 'Both bolts a few turns, hard-to-reach one first. Rubber dry or silicone, never mineral oil or grease.'
          : 'Every thread by hand. Hard-to-reach end first.',
      });
    }
  }
  for (const id of others) {
    add({
      id: `other-${id}`,
      phase: 'fit',
      minutes: 60,
      needs: sides.includes(splitJoint(id)!.side) ? [...open, `soak-${splitJoint(id)!.side}`, 'unload'] : open,
      joint: id,
      title: `Renew the ${sayJoint(id, dialect)}`,
      detail:
        'By the vehicle maker’s procedure. This program does not lay out this work; it audits its fasteners and the alignment owed.',
    });
  }
  const fitted = steps.filter((s) => s.phase === 'fit').map((s) => s.id);
  for (const f of fasteners.filter((x) => !x.rideHeight && x.kind !== 'wheel-nut' && x.kind !== 'shield-bolt'))
    tighten(
      f,
      fitted.filter((id) => id.endsWith(f.side) || id.includes(`${f.side}.`)),
    );
  if (rideHeight) {
    add({
      id: 'ride-height',
      phase: 'tighten',
      minutes: 5,
      needs: fitted,
      tools: equipment === 'lift' ? ['two jacks or ramps'] : ['two jacks'],
      title: 'Both arms up to the hub-to-arch height',
      detail: 'Bonded or gripped rubber is tightened here, both sides at the same height.',
      caution:
        'A jack under an arm can lift the body off its stand: watch the stand, stop if it moves. Never under a disc or a shield.',
    });
    for (const f of fasteners.filter((x) => x.rideHeight)) tighten(f, ['ride-height']);
  }
  const tightened = steps.filter((s) => s.phase === 'tighten' && s.fastener).map((s) => s.id);
  const beforeShield = [...fitted, ...tightened];
  const shield = fasteners.find((f) => f.kind === 'shield-bolt');
  if (shield)
    add({
      id: 'shield-on',
      phase: 'tighten',
      minutes: 5,
      needs: beforeShield,
      fastener: shield.id,
      joint: shield.joint,
      title: `Undershield on, ${shield.count} fasteners`,
      tools: ['10 mm socket'],
    });
  add({
    id: 'wheels-on',
    phase: 'lower',
    minutes: 4,
    needs: [...beforeShield, ...(shield ? ['shield-on'] : [])],
    title: 'Wheels on, every nut by hand',
    detail: 'Hub faces clean. No anti-seize on the studs.',
  });
  add({
    id: 'lower',
    phase: 'lower',
    minutes: equipment === 'lift' ? 2 : 5,
    needs: ['wheels-on'],
    title: 'Down on the ground',
    detail: 'Everything out from under it first.',
  });
  for (const f of fasteners.filter((x) => x.kind === 'wheel-nut')) {
    add({
      id: `tighten-${f.id}`,
      phase: 'lower',
      minutes: 3,
      needs: ['lower'],
      fastener: f.id,
      joint: f.joint,
      title: `${f.side === 'left' ? 'Left' : 'Right'} wheel nuts, star order, three stages, first one again`,
      tools: [wheelHex, 'torque wrench'],
    });
  }
  return steps;

  function tighten(f: Fastener, needs: string[]) {
    add({
      id: `tighten-${f.id}`,
      phase: 'tighten',
      minutes: f.count > 1 ? 3 : 2,
      needs,
      fastener: f.id,
      joint: f.joint,
      title: `${fastenerName(f.kind, dialect)}, ${f.side}`,
      tools: [...(f.hexMm ? [`${f.hexMm} mm`] : []), ...(f.hold ? [f.hold] : []), 'torque wrench'],
      detail: f.hold ? 'Hold the stud, turn the nut. If the key starts to lift, stop.' : undefined,
    });
  }
}

/**
 * Puts steps in working order for one pair of hands: among the steps whose prerequisites are done and
 * whose soak has run, the one listed first; when all wait, the clock moves to the first soak's end. So
 * both sides are started before either is undone and waits are used for other work.
 * @throws BadInput when prerequisites form a ring or name a step that is not there.
 */
export function schedule(steps: readonly Step[]): PlannedStep[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  for (const s of steps)
    for (const n of s.needs) if (!byId.has(n)) throw new BadInput(`step ${s.id}`, `needs a step that is not in the plan`, n);
  const ready = new Map<string, number>();
  const left = [...steps];
  const out: PlannedStep[] = [];
  let now = 0;
  while (left.length > 0) {
    const open = left.filter((s) => s.needs.every((n) => ready.has(n)));
    if (open.length === 0) throw new BadInput('plan', 'has steps that wait for each other', left.map((s) => s.id).join(', '));
    const freeAt = (s: Step) => Math.max(0, ...s.needs.map((n) => ready.get(n)!));
    const next = open.find((s) => freeAt(s) <= now) ?? open.reduce((a, b) => (freeAt(b) < freeAt(a) ? b : a));
    now = Math.max(now, freeAt(next));
    const endsAt = now + next.minutes;
    out.push({ ...next, startsAt: now, endsAt });
    now = endsAt;
    ready.set(next.id, endsAt + next.soakMinutes);
    left.splice(left.indexOf(next), 1);
  }
  return out;
}

export function planFor(input: PlanInput): PlannedStep[] {
  return schedule(stepsFor(input));
}
