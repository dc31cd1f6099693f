import { inDialect, type Dialect, type Name } from '../text';
import type { FastenerKind } from '../torque';
import type { OrientationSpec, PieceSpec } from './pieces';

/** What a piece is. */
export const PIECE_ROLES = [
  'nut',
  'lock nut',
  'cotter',
  'bolt',
  'stud',
  'dished washer',
  'grommet',
  'sleeve',
  'bushing',
  'half',
  'bracket',
  'strap',
  'carrier',
  'rod',
  'boot',
  'ball',
  'bare ball',
  'spacer',
  'bar',
  'tab',
  'eye',
  'frame',
  'wheel',
  'body',
] as const;
export type PieceRole = (typeof PIECE_ROLES)[number];

/** The lines along which an assembly comes apart. */
export const PIECE_AXES = ['upper', 'lower', 'through', 'body', 'bolts', 'cross bolts', 'middle'] as const;
export type PieceAxis = (typeof PIECE_AXES)[number];

/** One piece of what is bolted together, as the file of its kind lists it, in the order it comes off. */
export interface KindPiece {
  readonly role: PieceRole;
  /** As it is called where its role does not say it. */
  readonly name?: Name;
  /** The part that is renewed, what holds it, or what stays on the vehicle. */
  readonly of: 'part' | 'fixing' | 'vehicle';
  /** What it is asked for as once it is off; what has none stays on, or goes with the part. */
  readonly asked?: PieceSpec;
  /** Turned to let go, and tightened to a torque of its own: by its kind, or as the end's own nut. */
  readonly turns?: FastenerKind | 'end';
  /** It must not turn while its nut does. */
  readonly held?: true;
  /** Which way it faces counts. */
  readonly faces?: OrientationSpec;
  /** It meets what the link meets at this end. */
  readonly mount?: true;
}

/** A piece where it is, with its sizes on this vehicle. */
export interface AssemblyPiece extends Omit<KindPiece, 'turns' | 'mount'> {
  readonly axis: PieceAxis;
  /** So many of it there, alike. */
  readonly count: number;
  readonly thread?: string | undefined;
  readonly hexMm?: number | undefined;
  /** How what turns with it is held: "5 mm hex", "bolt head". */
  readonly hold?: string | undefined;
  /** Across the bore or outside, or along, where the vehicle's type says it, mm. */
  readonly sizeMm?: number | undefined;
  readonly turns?: FastenerKind;
  /** Tightened with the suspension at ride height: gripped or bonded rubber. */
  readonly rideHeight?: true;
  /** The joint kind that carries its chalk stripe, where it is another than its own. */
  readonly chalk?: string | undefined;
}

/** A fastener of an assembly: each threaded piece that is turned, once. */
export interface Disturbed {
  readonly kind: FastenerKind;
  /** Screws in the group; 1 is a single fastener. */
  readonly count: number;
  readonly thread?: string | undefined;
  readonly hexMm?: number | undefined;
  /** How the stud is held while the nut turns. */
  readonly hold?: string | undefined;
  /** Where it must be tightened with the suspension at ride height: gripped or bonded rubber. */
  readonly rideHeight: boolean;
  /** The joint that carries its chalk stripe, where it is another end of the same part. */
  readonly chalk?: string | undefined;
}

/** The torque lines of an assembly, in the order its pieces come off; alike ones at several places are one group. */
export function fastenersOfPieces(pieces: readonly AssemblyPiece[]): Disturbed[] {
  const out = new Map<FastenerKind, Disturbed>();
  for (const { turns, count, thread, hexMm, hold, rideHeight, chalk } of pieces) {
    if (!turns) continue;
    const had = out.get(turns);
    out.set(
      turns,
      had
        ? { ...had, count: had.count + count }
        : { kind: turns, count, thread, hexMm, hold, rideHeight: rideHeight === true, chalk },
    );
  }
  return [...out.values()];
}

/** What is asked for once it is off, each once: the part itself first. */
export function askedOfPieces(pieces: readonly Pick<KindPiece, 'asked' | 'of'>[]): PieceSpec[] {
  const first = (p: Pick<KindPiece, 'of'>) => (p.of === 'part' ? 0 : 1);
  const out = new Map<string, PieceSpec>();
  for (const { asked } of [...pieces].sort((a, b) => first(a) - first(b)))
    if (asked && !out.has(asked.id)) out.set(asked.id, asked);
  return [...out.values()];
}

/** What faces, each kind of facing once with what counts at every place of it. Dished washers before what only points. */
export function facingsOfPieces(pieces: readonly Pick<KindPiece, 'faces'>[]): OrientationSpec[] {
  const out = new Map<string, OrientationSpec>();
  const both = (a: string, b: string) => (a.includes(b) ? a : `${a} ${b}`);
  for (const { faces } of pieces) {
    if (!faces) continue;
    const had = out.get(faces.orientation);
    out.set(
      faces.orientation,
      had ? { ...had, right: both(had.right, faces.right), wrong: both(had.wrong, faces.wrong) } : faces,
    );
  }
  return [...out.values()].sort(
    (a, b) => Number(b.orientation === 'dished washers') - Number(a.orientation === 'dished washers'),
  );
}

const ROLE_NAMES: Readonly<Record<PieceRole, Name>> = {
  nut: 'nut',
  'lock nut': 'lock nut',
  cotter: 'cotter',
  bolt: 'bolt',
  stud: 'stud',
  'dished washer': 'dished washer',
  grommet: 'grommet',
  sleeve: 'sleeve',
  bushing: ['bushing', 'bush'],
  half: 'half',
  bracket: 'bracket',
  strap: 'strap',
  carrier: 'carrier',
  rod: 'rod',
  boot: 'boot',
  ball: 'ball',
  'bare ball': 'bare ball',
  spacer: 'spacer',
  bar: 'bar',
  tab: 'tab',
  eye: 'eye',
  frame: 'frame',
  wheel: 'wheel',
  body: 'part',
};
/** What a piece is called: "nut", "2 bolts". */
export function sayAssembled(p: Pick<AssemblyPiece, 'role' | 'name' | 'count'>, dialect?: Dialect): string {
  const name = inDialect(p.name ?? ROLE_NAMES[p.role], dialect);
  return p.count > 1 ? `${p.count} ${name.endsWith('s') ? name : `${name}s`}` : name;
}

/** What stands under a piece besides its name: its thread, and how it is held; a nut's are its stud's. */
export function saySizes({ role, thread, held, hold }: Pick<AssemblyPiece, 'role' | 'thread' | 'held' | 'hold'>): string {
  if (role === 'nut' || role === 'lock nut') return held ? 'held' : '';
  const kept = !held ? '' : role === 'bolt' ? 'held by its head' : hold === undefined ? 'cannot be held' : `${hold} held`;
  return [thread, kept].filter(Boolean).join(', ');
}
