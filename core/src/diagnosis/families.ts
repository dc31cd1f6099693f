import { list } from '../text';
import { AXLES, SIDES } from '../vehicle';
import { ofBarSystem, sayKind, type Fault, type FaultId, type FaultKind } from './faults';
import type { CaseModel } from './case';
import { chanceOfSets, someMakes, type Weighed } from './sources';
import type { Dialect } from '../text';

/** Parts that are held responsible together where none of them stands out. */
export interface Family {
  /** "the front bar system", "the left front link". */
  readonly words: string;
  /** P(some part of it makes the noise). */
  readonly p: number;
  readonly faults: readonly FaultId[];
  /** What is open inside it: "which link", "which part of it". */
  readonly open: string;
}

const isLink = (k: FaultKind) => k === 'link-upper' || k === 'link-lower' || k === 'link-body';
const GROUPS: readonly { readonly words: string; readonly is: (k: FaultKind) => boolean; readonly open: string }[] = [
  { words: 'links', is: isLink, open: 'which link' },
  { words: 'frame bushings and brackets', is: (k) => k === 'frame-bushing' || k === 'bracket-bolts', open: 'which side' },
  { words: 'bar system', is: ofBarSystem, open: 'which part of it' },
  { words: 'dampers', is: (k) => k === 'damper', open: 'which side' },
  {
    words: 'springs, dampers and top mounts',
    is: (k) => k === 'damper' || k === 'spring' || k === 'top-mount',
    open: 'which of them',
  },
  {
    words: 'arms and their bushings',
    is: (k) => k.startsWith('arm-bushing') || k === 'upper-arm-bushings' || k === 'beam-bushing' || k === 'leaf-bushings',
    open: 'which bushing',
  },
  {
    words: 'steering and ball joints',
    is: (k) => k.startsWith('tie-rod') || k === 'ball-joint' || k === 'upper-ball-joint',
    open: 'which joint',
  },
  { words: 'wheel bearings', is: (k) => k === 'wheel-bearing', open: 'which side' },
];
const DRIVE: readonly FaultKind[] = ['drive shaft', 'engine mount', 'subframe bolt'];

/** A part that is likelier than this stands out by itself. */
export const STANDS_OUT = 0.5;
/** A family less likely than this is no answer. */
const SAID = 0.6;

/**
 * The smallest family that is likely enough to be named where no part of it stands out; nothing where one does, or
 * where none is likely enough.
 */
export function familyOf(b: CaseModel, w: Weighed, dialect: Dialect): Family | undefined {
  if (Math.max(...w.makes.subarray(0, b.faults.length)) >= STANDS_OUT) return undefined;
  const families: { words: string; of: number[]; open: string }[] = [];
  const add = (words: string, open: string, is: (f: Fault) => boolean) => {
    const members = b.faults.flatMap((f, i) => (is(f) ? [i] : []));
    if (members.length > 1) families.push({ words, of: members, open });
  };
  for (const end of AXLES) {
    for (const side of SIDES)
      add(`the ${end} ${side} link`, 'which end of it', (f) => f.axle === end && f.side === side && isLink(f.kind));
    for (const g of GROUPS) add(`the ${end} ${g.words}`, g.open, (f) => f.axle === end && g.is(f.kind));
  }
  add('the drive train and its mounts', 'which part of it', (f) => DRIVE.includes(f.kind));
  const chances = chanceOfSets(w);
  const likely = families
    .map((f) => ({ ...f, p: someMakes(w, f.of, chances) }))
    .filter((f) => f.p >= SAID)
    .sort((x, y) => x.of.length - y.of.length || y.p - x.p)[0];
  if (!likely) return undefined;
  const sides = new Set(likely.of.filter((i) => w.makes[i]! > 0.15).map((i) => sayKind(b.faults[i]!.kind, dialect)));
  const open =
    likely.open === 'which part of it' && sides.size > 1 && sides.size < 4 ? `which of ${list([...sides])}` : likely.open;
  return { words: likely.words, p: likely.p, faults: likely.of.map((i) => b.faults[i]!.id), open };
}
