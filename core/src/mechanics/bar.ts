import { BadInput, finite, positive, within } from '../error';
import { add, cross, dot, norm, scale, solveBanded, sub, type Vec3 } from '../numeric';

/** Spring steel: Young's modulus, MPa, and Poisson's ratio (common handbook values, from memory). */
export const SPRING_STEEL = { youngMpa: 206_000, poisson: 0.29 } as const;

/** What holds the bar to the vehicle: a bushing at a corner of its centre line. */
export interface BarBushing {
  /** Which point of the line. */
  readonly at: number;
  /** Radial stiffness, N/mm; left out where it is taken as rigid. */
  readonly radialNPerMm?: number | undefined;
}

/** A bar: its centre line from eye to eye, its section, and what holds it. Lengths in mm. */
export interface BarSpec {
  readonly line: readonly Vec3[];
  readonly outsideMm: number;
  /** Hole of a tubular bar; 0 or left out where it is solid. */
  readonly boreMm?: number | undefined;
  readonly bushings: readonly BarBushing[];
  /** The way each link pulls its eye; up where left out. */
  readonly pull?: readonly [Vec3, Vec3] | undefined;
  readonly youngMpa?: number | undefined;
  readonly shearMpa?: number | undefined;
}

/** A place along the bar and what it carries. */
export interface BarStation {
  readonly at: Vec3;
  /** Along the centre line from the first eye, mm. */
  readonly alongMm: number;
  readonly bendingNmm: number;
  readonly torsionNmm: number;
  /** At the outer face, von Mises, MPa. */
  readonly stressMpa: number;
}

export interface BarSolution {
  /** Force that each link puts on its eye along its pull, N. */
  readonly forceN: readonly [number, number];
  readonly stations: readonly BarStation[];
  /** Strain energy, N·mm. */
  readonly energyNmm: number;
}

/** The section of a round bar: area mm², second moment and polar moment mm⁴. */
export function roundSection(outsideMm: number, boreMm = 0): { area: number; bending: number; polar: number } {
  positive('diameter of the bar', outsideMm, 'mm');
  finite('hole of the bar', boreMm);
  if (boreMm < 0) throw new BadInput('hole of the bar', 'must be 0 mm or more', boreMm);
  if (boreMm >= outsideMm) throw new BadInput('wall of the bar', 'must be more than 0 mm', (outsideMm - boreMm) / 2);
  const i = (Math.PI / 64) * (outsideMm ** 4 - boreMm ** 4);
  return { area: (Math.PI / 4) * (outsideMm ** 2 - boreMm ** 2), bending: i, polar: 2 * i };
}

/** Half bandwidth of a chain of nodes with six freedoms each. */
const BAND = 11;
const ROW = BAND + 1;

interface Node {
  readonly at: Vec3;
  readonly alongMm: number;
}
/** The stiffness of one straight round element, 12 × 12, row by row; u1 θ1 u2 θ2 in the vehicle's axes. */
function element(a: Vec3, b: Vec3, e: number, g: number, s: ReturnType<typeof roundSection>): Float64Array {
  const d = sub(b, a);
  const l = norm(d);
  const n = scale(d, 1 / l);
  const k = new Float64Array(144);
  const axial = (e * s.area) / l;
  const twist = (g * s.polar) / l;
  const ei = e * s.bending;
  // S v = n × v
  const S = [0, -n[2], n[1], n[2], 0, -n[0], -n[1], n[0], 0];
  const put = (r: number, c: number, f: (i: number, j: number) => number) => {
    for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) k[(r + i) * 12 + c + j]! += f(i, j);
  };
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++) {
      const p = n[i]! * n[j]!;
      const q = (i === j ? 1 : 0) - p;
      const uu = axial * p + ((12 * ei) / l ** 3) * q;
      const near = twist * p + ((4 * ei) / l) * q;
      const far = -twist * p + ((2 * ei) / l) * q;
      for (const [r, c, v] of [
        [0, 0, uu],
        [6, 6, uu],
        [0, 6, -uu],
        [6, 0, -uu],
        [3, 3, near],
        [9, 9, near],
        [3, 9, far],
        [9, 3, far],
      ] as const)
        k[(r + i) * 12 + c + j] = v;
    }
  const c = (6 * ei) / l ** 2;
  for (const col of [3, 9]) {
    put(0, col, (i, j) => -c * S[i * 3 + j]!);
    put(6, col, (i, j) => c * S[i * 3 + j]!);
    put(col, 0, (i, j) => -c * S[j * 3 + i]!);
    put(col, 6, (i, j) => c * S[j * 3 + i]!);
  }
  return k;
}

/** Three directions square to one another, the first along v. */
function frame(v: Vec3): readonly [Vec3, Vec3, Vec3] {
  const e1 = scale(v, 1 / norm(v));
  const least = Math.abs(e1[0]) < 0.6 ? ([1, 0, 0] as Vec3) : ([0, 1, 0] as Vec3);
  const c = cross(e1, least);
  const e2 = scale(c, 1 / norm(c));
  return [e1, e2, cross(e1, e2)];
}

/** What is wrong with a bar, named before anything is worked out. */
function checked(bar: BarSpec): void {
  if (bar.line.length < 2) throw new BadInput('centre line of the bar', 'needs at least its two eyes', bar.line.length);
  bar.line.forEach((p) => p.forEach((v) => finite('centre line of the bar', v)));
  bar.line.slice(1).forEach((p, i) => {
    if (norm(sub(p, bar.line[i]!)) < 1e-6)
      throw new BadInput('centre line of the bar', `has two points in one place (${i + 1} and ${i + 2})`);
  });
  if (bar.bushings.length < 2) throw new BadInput('bushings of the bar', 'must be two or more', bar.bushings.length);
  for (const b of bar.bushings) {
    if (!Number.isInteger(b.at) || b.at < 0 || b.at >= bar.line.length)
      throw new BadInput('place of a bushing', `must be a point of the line, 0 to ${bar.line.length - 1}`, b.at);
    if (b.radialNPerMm !== undefined) positive('stiffness of a bushing', b.radialNPerMm, 'N/mm');
  }
}

/**
 * Works out a bar whose eyes are moved along their links' pull, by frame finite elements: Euler–Bernoulli beams with
 * torsion, twelve freedoms an element (Przemieniecki, Theory of Matrix Structural Analysis, 5.6; without shear). One
 * element a straight piece is exact for a bar loaded at its ends.
 * @param endsMm how far each eye is moved along its pull, mm
 * @param pieces least number of elements: more only show the stress at more places
 * @throws BadInput naming the wall, the line, a bushing or the moduli; or when nothing holds the bar.
 */
export function solveBar(bar: BarSpec, endsMm: readonly [number, number], pieces = 1): BarSolution {
  checked(bar);
  endsMm.forEach((e) => finite('movement of the eye', e));
  within('number of elements', pieces, 1, 5000);
  const e = positive('Young’s modulus', bar.youngMpa ?? SPRING_STEEL.youngMpa, 'MPa');
  const g = positive('shear modulus', bar.shearMpa ?? e / (2 * (1 + SPRING_STEEL.poisson)), 'MPa');
  const section = roundSection(bar.outsideMm, bar.boreMm);

  // Nodes: the corners of the line, and equal steps between them.
  const lengths = bar.line.slice(1).map((p, i) => norm(sub(p, bar.line[i]!)));
  const total = lengths.reduce((a, b) => a + b, 0);
  const nodes: Node[] = [{ at: bar.line[0]!, alongMm: 0 }];
  const corner: number[] = [0];
  for (const [i, length] of lengths.entries()) {
    const n = Math.max(1, Math.round((pieces * length) / total));
    const [a, b] = [bar.line[i]!, bar.line[i + 1]!];
    const from = nodes.at(-1)!.alongMm;
    for (let k = 1; k <= n; k++) nodes.push({ at: add(a, scale(sub(b, a), k / n)), alongMm: from + (length * k) / n });
    corner.push(nodes.length - 1);
  }

  // Each node has its own axes where something is held: along the bar at a bushing, along the link at an eye.
  const n = nodes.length;
  const axes = new Map<number, readonly [Vec3, Vec3, Vec3]>();
  const held = new Map<number, number>();
  const springs: { row: number; k: number }[] = [];
  const ends = [0, n - 1] as const;
  const pull = bar.pull ?? [
    [0, 0, 1],
    [0, 0, 1],
  ];
  for (const [i, b] of bar.bushings.entries()) {
    const node = corner[b.at]!;
    if (ends.includes(node)) throw new BadInput('place of a bushing', 'must not be an eye of the bar', b.at);
    // Along the straight piece it sits on: the one towards the middle where the line bends there.
    const inner = b.at < (bar.line.length - 1) / 2 ? b.at + 1 : b.at - 1;
    axes.set(node, frame(sub(bar.line[inner]!, bar.line[b.at]!)));
    for (const radial of [1, 2])
      if (b.radialNPerMm === undefined) held.set(node * 6 + radial, 0);
      else springs.push({ row: node * 6 + radial, k: b.radialNPerMm });
    // One of them keeps it from sliding sideways.
    if (i === 0) held.set(node * 6, 0);
  }
  for (const [i, node] of ends.entries()) {
    if (norm(pull[i]!) === 0) throw new BadInput('pull of the link', 'must have a direction', 0);
    axes.set(node, frame(pull[i]!));
    held.set(node * 6, endsMm[i]!);
  }

  const band = new Float64Array(n * 6 * ROW);
  const stiff = nodes.slice(1).map((_, i) => {
    const k = element(nodes[i]!.at, nodes[i + 1]!.at, e, g, section);
    turnInto(k, 0, axes.get(i));
    turnInto(k, 6, axes.get(i + 1));
    for (let r = 0; r < 12; r++) for (let c = 0; c <= r; c++) band[(i * 6 + r) * ROW + (r - c)]! += k[r * 12 + c]!;
    return k;
  });
  for (const s of springs) band[s.row * ROW]! += s.k;

  // What is held leaves the system and goes to the right-hand side.
  const u = new Float64Array(n * 6);
  for (const [row, value] of held) {
    for (let d = -BAND; d <= BAND; d++) {
      const other = row + d;
      if (other < 0 || other >= n * 6 || d === 0) continue;
      const place = d < 0 ? row * ROW - d : other * ROW + d;
      u[other]! -= band[place]! * value;
      band[place] = 0;
    }
  }
  for (const [row, value] of held) {
    band[row * ROW] = 1;
    u[row] = value;
  }
  if (!solveBanded(band, BAND, u)) throw new BadInput('bar', 'is not held: it would turn or slide away');

  // Forces of each element on its nodes, from its own stiffness.
  const forces = stiff.map((k, i) => {
    const f = new Float64Array(12);
    for (let r = 0; r < 12; r++) for (let c = 0; c < 12; c++) f[r]! += k[r * 12 + c]! * u[i * 6 + c]!;
    return f;
  });
  const forceN = [forces[0]![0]!, forces.at(-1)![6]!] as const;
  let energyNmm = 0;
  forces.forEach((f, i) => f.forEach((v, r) => (energyNmm += 0.5 * v * u[i * 6 + r]!)));
  for (const s of springs) energyNmm += 0.5 * s.k * u[s.row]! ** 2;

  const radius = bar.outsideMm / 2;
  /** What an element carries at one of its nodes. */
  const carries = (k: number, node: number): Omit<BarStation, 'at' | 'alongMm'> => {
    const f = forces[k]!;
    const from = node === k ? 3 : 9;
    const m: Vec3 = [f[from]!, f[from + 1]!, f[from + 2]!];
    const own = axes.get(node);
    const moment = own ? add(add(scale(own[0], m[0]), scale(own[1], m[1])), scale(own[2], m[2])) : m;
    const d = sub(nodes[k + 1]!.at, nodes[k]!.at);
    const along = dot(moment, d) / norm(d);
    const bendingNmm = Math.sqrt(Math.max(0, dot(moment, moment) - along ** 2));
    const torsionNmm = Math.abs(along);
    const sigma = (bendingNmm * radius) / section.bending;
    const tau = (torsionNmm * radius) / section.polar;
    return { bendingNmm, torsionNmm, stressMpa: Math.sqrt(sigma ** 2 + 3 * tau ** 2) };
  };
  // Where the line bends, its two sides share one moment and split it differently: the worse one counts.
  const stations = nodes.map((node, i): BarStation => {
    const sides = [i - 1, i].filter((k) => k >= 0 && k < forces.length).map((k) => carries(k, i));
    return { ...node, ...sides.reduce((a, b) => (b.stressMpa > a.stressMpa ? b : a)) };
  });
  return { forceN, stations, energyNmm };
}

/** Turns rows and columns of one node of an element into that node's own axes. */
function turnInto(k: Float64Array, from: number, own: readonly [Vec3, Vec3, Vec3] | undefined): void {
  if (!own) return;
  for (const block of [from, from + 3]) {
    for (let c = 0; c < 12; c++) {
      const v: Vec3 = [k[block * 12 + c]!, k[(block + 1) * 12 + c]!, k[(block + 2) * 12 + c]!];
      own.forEach((e, i) => (k[(block + i) * 12 + c] = dot(e, v)));
    }
    for (let r = 0; r < 12; r++) {
      const v: Vec3 = [k[r * 12 + block]!, k[r * 12 + block + 1]!, k[r * 12 + block + 2]!];
      own.forEach((e, i) => (k[r * 12 + block + i] = dot(e, v)));
    }
  }
}

export interface BarRate {
  /** Force at an eye for each mm it moves while the other moves as far the other way, N/mm. */
  readonly stiffnessNPerMm: number;
  /** For each mm of that movement. */
  readonly stations: readonly BarStation[];
  readonly worst: BarStation;
}

/** Stiffness of a bar at its eyes in opposite movement, and where it is stressed most. @throws BadInput as `solveBar` */
export function barRate(bar: BarSpec, pieces = 60): BarRate {
  const s = solveBar(bar, [1, -1], pieces);
  const stiffnessNPerMm = (s.forceN[0] - s.forceN[1]) / 2;
  if (!(stiffnessNPerMm > 0)) throw new BadInput('pull of the links', 'does not turn the bar', stiffnessNPerMm);
  return { stiffnessNPerMm, stations: s.stations, worst: s.stations.reduce((a, b) => (b.stressMpa > a.stressMpa ? b : a)) };
}

/** A bar bent to a U, as it is measured on the bench: mm. */
export interface UBar {
  readonly outsideMm: number;
  readonly boreMm?: number | undefined;
  /** From bend to bend: the straight middle. */
  readonly middleMm: number;
  /** From the middle's line square to the eye. */
  readonly armMm: number;
  /** Between the bushings. */
  readonly bushingsMm: number;
  /** How far each eye stands further out than its bend; 0 for square arms. */
  readonly splayMm?: number | undefined;
  readonly bushingNPerMm?: number | undefined;
}

/** The centre line of a U-shaped bar, lying level: x back along the arms, y across. @throws BadInput naming the dimension */
export function uBar(u: UBar): BarSpec {
  const b = positive('middle of the bar', u.middleMm, 'mm') / 2;
  const a = positive('length of the bar’s arm', u.armMm, 'mm');
  const s = positive('distance between bushings', u.bushingsMm, 'mm') / 2;
  const out = finite('splay of the arms', u.splayMm ?? 0);
  if (s > b) throw new BadInput('distance between bushings', `must be at most the ${u.middleMm} mm of the middle`, u.bushingsMm);
  if (b + out <= 0) throw new BadInput('splay of the arms', 'brings the eyes together', out);
  positive('bar diameter', u.outsideMm, 'mm');
  if (u.boreMm !== undefined) finite('bore of the bar', u.boreMm);
  if (u.bushingNPerMm !== undefined) positive('stiffness of a bushing', u.bushingNPerMm, 'N/mm');
  const half: Vec3[] = [[-a, b + out, 0], [0, b, 0], ...(s < b ? [[0, s, 0] as Vec3] : [])];
  const line = [...half, ...half.map(([x, y, z]): Vec3 => [x, -y, z]).reverse()];
  const at = half.length - 1;
  return {
    line,
    outsideMm: u.outsideMm,
    boreMm: u.boreMm,
    bushings: [at, line.length - 1 - at].map((i) => ({ at: i, radialNPerMm: u.bushingNPerMm })),
  };
}

/**
 * A bar from its left half as it lies: the first point its bushing, the last its eye, bends between; mirrored.
 * @param half [x, y] of each, x along the arms, y out from the middle, mm
 * @throws BadInput naming what is missing
 */
export function halfBar(half: readonly (readonly [number, number])[], outsideMm: number, boreMm?: number): BarSpec {
  positive('bar diameter', outsideMm, 'mm');
  if (boreMm !== undefined) finite('bore of the bar', boreMm);
  if (half.length < 2) throw new BadInput('points of the bar', 'need its bushing and its eye at least', half.length);
  half.forEach(([x, y]) => {
    finite('points of the bar', x);
    positive('distance from the middle', y, 'mm');
  });
  const left = half.map(([x, y]): Vec3 => [x, y, 0]).reverse();
  const line = [...left, ...left.map(([x, y, z]): Vec3 => [x, -y, z]).reverse()];
  return { line, outsideMm, boreMm, bushings: [{ at: left.length - 1 }, { at: left.length }] };
}

/** What two bars do at the same twist. */
export interface BarsCompared {
  /** New stiffness over old. */
  readonly ratio: number;
  /** Greatest stress for the same movement, new over old. */
  readonly stressRatio: number;
  /** Links and bushings of the old bar's rating carry so much more. */
  readonly warns: boolean;
}

/** From so many times the old stiffness links and bushings of the old rating are named (common practice, no source). */
export const MUCH_STIFFER = 1.3;

export function compareBars(was: BarRate, now: BarRate): BarsCompared {
  const ratio = now.stiffnessNPerMm / was.stiffnessNPerMm;
  return { ratio, stressRatio: now.worst.stressMpa / was.worst.stressMpa, warns: ratio >= MUCH_STIFFER };
}

/**
 * Roll stiffness of an axle's bar: k·MR²·t²/2, N·mm/rad (a roll φ moves each wheel by φ·t/2, each eye by MR times that).
 * @param stiffnessNPerMm at an eye in opposite movement
 */
export function rollStiffness(stiffnessNPerMm: number, motionRatio: number, trackMm: number): number {
  return (
    (positive('bar stiffness', stiffnessNPerMm, 'N/mm') *
      positive('motion ratio', motionRatio) ** 2 *
      positive('track', trackMm, 'mm') ** 2) /
    2
  );
}

/**
 * What a bar bolted to a twist beam between its arms adds to the axle's roll stiffness, N·mm/rad: its own twist,
 * (GJ/L)·(t/a)², beside the beam's (rates add; there are no links).
 * @param lengthMm of the bar between where it is bolted
 * @param armMm from the beam's bushings to the wheels
 */
export function beamBarRoll(outsideMm: number, boreMm: number, lengthMm: number, armMm: number, trackMm: number): number {
  const { polar } = roundSection(outsideMm, boreMm);
  const g = SPRING_STEEL.youngMpa / (2 * (1 + SPRING_STEEL.poisson));
  return (
    ((g * polar) / positive('length of the bar', lengthMm, 'mm')) *
    (positive('track', trackMm, 'mm') / positive('length of the beam’s arm', armMm, 'mm')) ** 2
  );
}

/** The bars' part of front and rear, and what changing one does to balance, in a sentence. */
export function sayBalance(was: { front: number; rear: number }, now: { front: number; rear: number }): string {
  for (const v of [was.front, was.rear, now.front, now.rear]) finite('roll stiffness', v);
  const share = ({ front, rear }: { front: number; rear: number }) => (front + rear > 0 ? front / (front + rear) : 0.5);
  const shift = share(now) - share(was);
  if (Math.abs(shift) < 0.01)
    return 'The split between front and rear stays as it was: it leans less or more, and steers as before.';
  return shift > 0
    ? 'More of the roll is carried in front: it pushes wide sooner and lifts its inner front wheel earlier.'
    : 'More of the roll is carried behind: its tail comes round sooner, and an inner rear wheel may lift. Tell the driver.';
}
