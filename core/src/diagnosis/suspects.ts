import {
  jointsOf,
  splitJoint,
  AXLES,
  SIDES,
  DANGEROUS,
  sayJoint,
  type Dialect,
  type JointId,
  type JointKind,
  type Side,
  type VehicleTypeSpec,
} from '../joint';
import { posterior, type Evidence, type Network } from './network';
import {
  BOOT,
  HAND,
  LEAKS,
  OTHER_FAULTS,
  PLACE,
  STRENGTHS,
  type Character,
  type Drive,
  type FaultKind,
  type HistoryFlag,
  type OtherFault,
  type Sign,
  type When,
  type Where,
} from './strengths';

export type FaultId = JointId | OtherFault;

/** What is known of a joint, as evidence. */
export interface JointEvidence {
  readonly joint: JointId;
  /** A check that counts: felt tight or moving. */
  readonly hand?: 'tight' | 'moves' | undefined;
  readonly bootTorn?: boolean | undefined;
  /** Play measured and judged against its limit. */
  readonly play?: 'within' | 'beyond' | undefined;
}

export interface Case {
  readonly type: VehicleTypeSpec;
  readonly distanceKm: number;
  /** The side the kerb is on: the passenger's side of a shop that drives on the left or right. */
  readonly kerbSide: Side;
  readonly character: readonly Character[];
  readonly where: readonly Where[];
  readonly when: readonly When[];
  readonly drives: readonly Drive[];
  readonly history: readonly HistoryFlag[];
  readonly joints: readonly JointEvidence[];
}

export interface Suspect {
  readonly fault: FaultId;
  readonly joint?: JointId;
  readonly name: string;
  readonly p: number;
  readonly dangerous: boolean;
  /** Findings that speak for it, strongest first. */
  readonly because: readonly string[];
}

/**
 * Prior of one joint by distance, corrosion and kerb side (common practice, no source: frame bushings
 * are often due around 160 000 km; the kerb side often goes first). A recent replacement lowers a
 * joint only by a third: cheap joints go loose early, so it stays a suspect.
 */
function prior(kind: FaultKind, c: Case, side?: Side): number {
  const base = STRENGTHS[kind].prior;
  const age = Math.min(2, Math.max(0.4, c.distanceKm / 100_000));
  let p = base * (side ? age : 1);
  if (side && side === c.kerbSide) p *= 1.15;
  if (c.history.includes('corrosion')) p *= kind === 'frame-bushing' || kind === 'spring' ? 1.4 : 1.15;
  if (c.history.includes('impact or off-road')) p *= 1.2;
  const renewed: Partial<Record<HistoryFlag, readonly FaultKind[]>> = {
    'links changed lately': ['link-upper', 'link-lower'],
    'bushings changed lately': ['frame-bushing'],
    'dampers changed lately': ['damper'],
  };
  for (const [flag, kinds] of Object.entries(renewed)) {
    if (c.history.includes(flag as HistoryFlag) && kinds!.includes(kind)) p *= 0.67;
  }
  if (kind === 'wheel-nuts' && (c.history.includes('other wheels') || c.history.includes('wheels swapped round'))) p *= 5;
  return Math.min(0.6, p);
}

interface Built {
  readonly net: Network;
  readonly said: readonly Evidence[];
  readonly faults: readonly FaultId[];
  /** Words of each positive finding, with its strength per fault. */
  readonly spoken: readonly { readonly words: string; readonly finding: number }[];
}

function build(c: Case): Built {
  const joints = AXLES.flatMap((end) => jointsOf(end, c.type.axles[end]));
  const faults: FaultId[] = [...joints, ...OTHER_FAULTS];
  const kindOf = (f: FaultId): FaultKind => splitJoint(f)?.kind ?? (f as OtherFault);
  const findings: { id: string; leak: number; links: { fault: number; q: number }[] }[] = [];
  const said: Evidence[] = [];
  const spoken: { words: string; finding: number }[] = [];
  const add = (id: string, leak: number, q: (f: FaultId) => number, ifFound: number, ifNot: number, words?: string) => {
    const links = faults.map((f, fault) => ({ fault, q: q(f) })).filter((l) => l.q > 0);
    findings.push({ id, leak, links });
    said.push({ finding: findings.length - 1, ifFound, ifNot });
    if (words) spoken.push({ words, finding: findings.length - 1 });
  };
  const sign = (s: Sign) => (f: FaultId) => STRENGTHS[kindOf(f)].signs[s] ?? 0;

  for (const s of [...c.character, ...c.drives]) add(s, LEAKS[s], sign(s), 1, 0, s);
  for (const s of c.when) {
    // "Quieter when both rise" says the hump with both wheels was tried and was not the moment.
    if (s === 'quieter when both rise') {
      if (!c.when.includes('both wheels over a hump'))
        add('both wheels over a hump', LEAKS['both wheels over a hump'], sign('both wheels over a hump'), 0.1, 0.9);
    } else add(s, LEAKS[s], sign(s), 1, 0, s);
  }
  // A place that was named points there; the other one, not named, is weak evidence against it.
  const place = (words: string, leak: number, q: (f: FaultId) => number, named: boolean, otherNamed: boolean, doubt: number) => {
    if (named) add(words, leak, q, 1, 0, words);
    else if (otherNamed) add(words, leak, q, doubt, 1 - doubt);
  };
  for (const end of AXLES) {
    const q = (f: FaultId) =>
      splitJoint(f)?.axle === end ? PLACE.axle : f === 'load or jack loose' && end === 'rear' ? 0.8 : splitJoint(f) ? 0 : 0.3;
    place(
      `heard at the ${end}`,
      PLACE.axleLeak,
      q,
      c.where.includes(end),
      c.where.includes(end === 'front' ? 'rear' : 'front'),
      PLACE.axleDoubt,
    );
  }
  if (!c.where.includes('both sides')) {
    for (const side of SIDES) {
      const q = (f: FaultId) => (splitJoint(f)?.side === side ? PLACE.side : splitJoint(f) ? 0.08 : 0.4);
      place(
        `heard on the ${side}`,
        PLACE.sideLeak,
        q,
        c.where.includes(side),
        c.where.includes(side === 'left' ? 'right' : 'left'),
        PLACE.sideDoubt,
      );
    }
  }
  for (const e of c.joints) {
    if (!joints.includes(e.joint)) continue;
    const own = (f: FaultId) => (f === e.joint ? 1 : 0);
    if (e.hand)
      add(
        `hand ${e.joint}`,
        HAND.feltWhenSound,
        (f) => own(f) * HAND.felt,
        e.hand === 'moves' ? 1 : 0,
        e.hand === 'moves' ? 0 : 1,
        e.hand === 'moves' ? 'moves in the hand' : undefined,
      );
    if (e.bootTorn) add(`boot ${e.joint}`, BOOT.sound, (f) => own(f) * BOOT.worn, 1, 0, 'boot torn');
    if (e.play)
      add(
        `play ${e.joint}`,
        0.02,
        (f) => own(f) * 0.95,
        e.play === 'beyond' ? 1 : 0,
        e.play === 'beyond' ? 0 : 1,
        e.play === 'beyond' ? 'play beyond the limit' : undefined,
      );
  }
  return {
    net: {
      faults: faults.map((f) => ({ id: f, prior: prior(kindOf(f), c, splitJoint(f)?.side) })),
      findings,
    },
    said,
    faults,
    spoken,
  };
}

/** Ranks every joint of the vehicle and the usual others by P(worn | what is known), most likely first. */
export function rankSuspects(c: Case, dialect: Dialect = 'sway bar'): Suspect[] {
  const b = build(c);
  const post = posterior(b.net, b.said);
  return b.faults
    .map((fault, i): Suspect => {
      const j = splitJoint(fault);
      const because = b.spoken
        .map((s) => {
          const finding = b.net.findings[s.finding]!;
          const q = finding.links.find((l) => l.fault === i)?.q ?? 0;
          return { words: s.words, ratio: (q + (1 - q) * finding.leak) / finding.leak, q };
        })
        .filter((s) => s.q >= 0.25)
        .sort((x, y) => y.ratio - x.ratio)
        .map((s) => s.words);
      return {
        fault,
        ...(j ? { joint: fault as JointId } : {}),
        name: j ? sayJoint(fault as JointId, dialect, true) : fault,
        p: post.faults[i]!,
        dangerous: j ? DANGEROUS.has(j.kind as JointKind) : false,
        because,
      };
    })
    .sort((x, y) => y.p - x.p);
}
