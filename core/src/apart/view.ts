import { asFitted } from '../assembly';
import {
  axleAt,
  chosenAt,
  fastenersOf,
  isStepDone,
  openTroubles,
  planOf,
  refitted,
  workJoints,
  type FastenerView,
  type JobState,
} from '../job';
import { assemblyOf, JOINT_SPECS, jointId, partsOf, sayJoint, type FastenerId, type JointId } from '../joint';
import type { Part } from '../parts';
import { plainStep, type PlainStepId, type PlannedStep, type StepId, type ToolSign, type TroubleSign } from '../plan';
import { capital, inDialect, type Dialect } from '../text';
import { sayHex } from '../thread';
import { sayAssembled, saySizes, type AssemblyPiece, type AxleSpec, type Fate } from '../vehicle';
import { knownOf, sayKnown, type Known } from './known';
import { takenApart, type Apart } from './taken-apart';
import { sayTrouble, troubleMarks } from './trouble';

/** An assembly as it stands before its part comes off, or as it will be with the part that was chosen. */
export const APART_TIMES = ['as it is', 'as it will be'] as const;
export type ApartTime = (typeof APART_TIMES)[number];

/** What is said and known of one piece of an assembly. */
export interface PieceView {
  readonly piece: AssemblyPiece;
  /** "16 mm nut", "tab on the knuckle". */
  readonly name: string;
  /** "M10×1.25, 5 mm hex held". */
  readonly sizes: string;
  /** "new", "stays", "usually renewed", "binned". */
  readonly fate: string;
  /** Its torque line. */
  readonly fastener?: FastenerView;
  /** The step that is at it: the open one's pieces are in the hand now. */
  readonly now: boolean;
  /** Tight, by its record. */
  readonly done: boolean;
  /** Off, and not to go on again. */
  readonly binned: boolean;
  /** The step that takes it off, or tightens it. */
  readonly step?: StepId;
  /** How far its sizes are known, and that in a sentence. */
  readonly known?: Known | undefined;
  readonly knownSaid?: string;
  /** What has gone wrong at it. */
  readonly sign?: TroubleSign | undefined;
  /** What is tried at it next. */
  readonly tool?: ToolSign | undefined;
}

/** An assembly taken apart, with what is known of each piece of it. */
export interface ApartView {
  readonly joint: JointId;
  readonly title: string;
  readonly time: ApartTime;
  /** The new part changes what is bolted together: both can be shown. */
  readonly differs: boolean;
  readonly apart: Apart;
  /** By their places in the assembly. */
  readonly pieces: readonly PieceView[];
  /** What turns which way, and what is held meanwhile. */
  readonly words: readonly string[];
  /** Which way what is turned now turns. */
  readonly turns: 'left' | 'right' | undefined;
}

/** What an assembly is looked at for. */
export interface ApartAt {
  /** The step that lies open. */
  readonly step?: PlannedStep | undefined;
  /** A part that is offered, and not chosen yet. */
  readonly offered?: Part | undefined;
}

const boltedAt = (axle: AxleSpec, joint: JointId): readonly AssemblyPiece[] => JOINT_SPECS[partsOf(joint).kind].bolted(axle);

const WHEELS: readonly string[] = ['crack', 'wheels-off', 'wheels-on'] satisfies readonly PlainStepId[];
const isAtWheels = (p: PlannedStep): boolean => WHEELS.includes(plainStep(p.id));

/** The joint whose assembly a step is at; undefined at one that is at none. */
export function apartJoint(s: JobState, p: PlannedStep): JointId | undefined {
  if (isAtWheels(p)) return jointId(p.axle, 'left', 'wheel-nuts');
  const joint = p.joint ?? fastenersOf(s).find((f) => f.fastener.id === p.fastener)?.fastener.joint;
  return joint && boltedAt(s.context.type.axles[partsOf(joint).axle], joint).length > 0 ? joint : undefined;
}

/** What a piece is called beside its drawing: what is turned by its hex first. */
const nameOf = (p: AssemblyPiece, dialect: Dialect): string => {
  const name = sayAssembled(p, dialect);
  return p.hexMm === undefined ? name : p.count > 1 ? `${name}, ${sayHex(p.hexMm)}` : `${sayHex(p.hexMm)} ${name}`;
};

const FATE_WORDS: Readonly<Record<Fate, string>> = { kept: 'stays', 'moved over': 'goes over', renewed: 'new', binned: 'binned' };

/** It is in the box of the part that goes on. */
const boxed = (p: AssemblyPiece, part: Part | undefined): boolean => p.role === 'nut' && part?.nutsSupplied === true;

/** What becomes of a piece: as somebody said it, or as it usually is. */
function fateOf(
  s: JobState,
  joint: JointId,
  p: AssemblyPiece,
  time: ApartTime,
  back: boolean,
  part: Part | undefined,
): { fate: string; binned: boolean } {
  if (p.of === 'vehicle') return { fate: 'stays', binned: false };
  const { axle, side } = partsOf(joint);
  const said = p.asked && s.pieces.get(`${axle}.${side}.${p.asked.id}`)?.body.fate;
  const gone = said === 'binned' && time === 'as it is';
  // That the old one is binned says of a part that a new one goes on; of a nut only that it is not the old one.
  if (said === 'binned' && !gone) return { fate: p.of === 'part' ? 'new' : 'not the old one', binned: false };
  if (said) return { fate: FATE_WORDS[said], binned: gone };
  if (back) return { fate: 'goes on again', binned: false };
  if (p.of === 'part') return { fate: time === 'as it will be' ? 'new' : '', binned: false };
  if (time === 'as it will be' && boxed(p, part)) return { fate: 'new', binned: false };
  return { fate: p.asked ? `usually ${p.asked.usual}` : '', binned: false };
}

/** Whether a step is at a piece: what it turns, what it puts on, what faces. */
function isNow(p: AssemblyPiece, step: PlannedStep | undefined, here: boolean): boolean {
  if (!step || !here) return false;
  if (step.fastener) return step.fastener.endsWith(`.${p.turns}`);
  if (isAtWheels(step)) return p.turns !== undefined;
  if (step.at && !step.at.includes(p.axis)) return false;
  if (step.phase === 'undo')
    return (p.turns !== undefined && p.role !== 'lock nut') || (step.at !== undefined && p.of === 'part');
  if (step.phase === 'part off') return p.of === 'part';
  return p.faces !== undefined || (p.of === 'part' && p.asked !== undefined);
}

/** The step that takes an assembly's pieces off, or tightens one of them. */
function stepAt(s: JobState, joint: JointId, p: AssemblyPiece, time: ApartTime): StepId | undefined {
  const { axle, side } = partsOf(joint);
  const plan = planOf(s);
  const fastener: FastenerId | undefined = p.turns && `${axle}.${side}.${p.turns}`;
  if (time === 'as it will be' && fastener) return plan.find((x) => x.fastener === fastener)?.id;
  const part = assemblyOf(joint);
  const phase = time === 'as it is' ? 'undo' : 'fit';
  return plan.find((x) => x.phase === phase && x.joint && assemblyOf(x.joint) === part && !x.fastener)?.id;
}

/** How what must not turn is held. */
function sayHeld(p: AssemblyPiece): string {
  if (p.role === 'bolt') return 'The bolt is held by its head.';
  if (p.role === 'nut') return 'The nut is held behind.';
  return p.hold === undefined
    ? 'Nothing holds the stud: it may turn with its nut.'
    : `The stud is held by its ${p.hold}: never by the boot or the rubber.`;
}

/** "1: the 16 mm nut turns left. The stud is held by its 5 mm hex." */
function sayTurns(views: readonly PieceView[], numbers: ReadonlyMap<number, number>, turns: 'left' | 'right'): string[] {
  const at = views.flatMap((v, i) => (v.now && v.piece.turns ? [{ v, number: numbers.get(i) }] : []));
  if (at.length === 0) return [];
  const axes = new Set(at.map(({ v }) => v.piece.axis));
  const held = [...new Set(views.flatMap((v) => (v.piece.held && axes.has(v.piece.axis) ? [sayHeld(v.piece)] : [])))];
  const names = [...new Set(at.map(({ v }) => v.name))].join(' and ');
  const which = at.flatMap(({ number }) => number ?? []).join(', ');
  return [`${which ? `${which}: ` : ''}${capital(names)}, to the ${turns}${turns === 'left' ? ' to let go' : ''}.`, ...held];
}

const titleOf = (joint: JointId, dialect: Dialect): string => {
  const { side, kind } = partsOf(joint);
  const spec = JOINT_SPECS[kind];
  if (spec.acrossVehicle) return capital(inDialect(spec.acrossVehicle, dialect));
  return capital(spec.assembly ? `${side} ${spec.assembly}` : sayJoint(joint, dialect));
};

/** The axle as it is or as it will be at a joint, with what was chosen for it or with what is offered. */
function axleOf(s: JobState, joint: JointId, time: ApartTime, offered: Part | undefined): AxleSpec {
  const now = s.context.type.axles[partsOf(joint).axle];
  if (time === 'as it is') return now;
  return offered ? asFitted(now, offered) : axleAt(s, joint);
}

/** Which way a step turns what it turns; penetrant on it turns nothing. */
function turnsAt(step: PlannedStep): 'left' | 'right' | undefined {
  if (step.soakMinutes > 0) return undefined;
  return step.phase === 'undo' || ['crack', 'wheels-off'].includes(plainStep(step.id)) ? 'left' : 'right';
}

/** When an assembly is looked at: as it will be once its part is off. */
export function apartTime(s: JobState, joint: JointId): ApartTime {
  const part = assemblyOf(joint);
  const offs = planOf(s).filter((p) => p.phase === 'undo' && p.joint && assemblyOf(p.joint) === part);
  const last = offs.at(-1);
  return last && isStepDone(s, last.id) ? 'as it will be' : 'as it is';
}

/**
 * An assembly of this job taken apart; undefined where the program knows none.
 * @param at the step that lies open, or a part that is only offered: then it is shown as it would be with that
 */
export function apartView(s: JobState, joint: JointId, time: ApartTime, at: ApartAt = {}): ApartView | undefined {
  const { step, offered } = at;
  const goesOn = offered ?? chosenAt(s, joint);
  const bolted = (t: ApartTime) => boltedAt(axleOf(s, joint, t, offered), joint);
  const pieces = bolted(time);
  if (pieces.length === 0) return undefined;
  const { axle, side } = partsOf(joint);
  const part = assemblyOf(joint);
  const here = step !== undefined && (step.joint ? assemblyOf(step.joint) === part : apartJoint(s, step) === joint);
  const fastenerById = new Map(fastenersOf(s).map((f) => [f.fastener.id as string, f]));
  const work = workJoints(s);
  const trouble =
    here && (step.phase === 'undo') === (time === 'as it is') ? openTroubles(s).find((o) => o.step.id === step.id) : undefined;
  const marks = trouble && troubleMarks(pieces, trouble);
  const back = work.includes(joint) && refitted(s, work).includes(joint);
  const views = pieces.map((piece, i): PieceView => {
    const fastener = piece.turns ? fastenerById.get(`${axle}.${side}.${piece.turns}`) : undefined;
    const its = stepAt(s, joint, piece, time);
    const known = knownOf(s, joint, piece, time === 'as it will be' ? goesOn : undefined);
    return {
      piece,
      name: nameOf(piece, s.context.rules.dialect),
      sizes: saySizes(piece),
      ...fateOf(s, joint, piece, time, back && !offered, goesOn),
      ...(fastener ? { fastener } : {}),
      now: isNow(piece, step, here),
      done: fastener?.state === 'done',
      ...(its ? { step: its } : {}),
      ...(known ? { known, knownSaid: sayKnown(known, goesOn) } : {}),
      ...(marks ? { sign: marks.signs.get(i), tool: marks.tools.get(i) } : {}),
    };
  });
  const apart = takenApart(pieces);
  const numbers = new Map(
    [...apart.rows.flatMap((r) => r.pieces), ...apart.between].flatMap((p) =>
      p.number === undefined ? [] : [[p.index, p.number]],
    ),
  );
  const turns = here ? turnsAt(step) : undefined;
  return {
    joint,
    title: titleOf(joint, s.context.rules.dialect),
    time,
    differs: JSON.stringify(bolted('as it is')) !== JSON.stringify(bolted('as it will be')),
    apart,
    pieces: views,
    words: trouble ? sayTrouble(trouble) : turns ? sayTurns(views, numbers, turns) : [],
    turns: !trouble && views.some((v) => v.now && v.piece.turns) ? turns : undefined,
  };
}

/** An assembly of an axle taken apart, as its vehicle's file has it: no job, no step, nothing done to it. */
export function apartOf(axle: AxleSpec, joint: JointId, dialect: Dialect): ApartView | undefined {
  const pieces = boltedAt(axle, joint);
  if (pieces.length === 0) return undefined;
  return {
    joint,
    title: titleOf(joint, dialect),
    time: 'as it is',
    differs: false,
    apart: takenApart(pieces),
    pieces: pieces.map((piece) => ({
      piece,
      name: nameOf(piece, dialect),
      sizes: saySizes(piece),
      fate: '',
      now: false,
      done: false,
      binned: false,
    })),
    words: [],
    turns: undefined,
  };
}

/** The assemblies of a job that are worked on, one of a kind: its twin is put together alike. */
export function apartJoints(s: JobState): { readonly joint: JointId; readonly alike: boolean }[] {
  const out = new Map<string, { joint: JointId; alike: boolean }>();
  for (const joint of workJoints(s)) {
    const { axle, kind } = partsOf(joint);
    const part = JOINT_SPECS[kind].assembly ?? kind;
    const key = `${axle} ${part}`;
    const had = out.get(key);
    if (!had) out.set(key, { joint, alike: false });
    else if (assemblyOf(had.joint) !== assemblyOf(joint)) out.set(key, { ...had, alike: true });
  }
  return [...out.values()].filter(({ joint }) => boltedAt(axleOf(s, joint, 'as it is', undefined), joint).length > 0);
}
