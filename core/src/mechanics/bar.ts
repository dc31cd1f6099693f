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
