import { originOf, type JobState } from '../job';
import { partsOf, type JointId } from '../joint';
import type { Part, SizeKey } from '../parts';
import { LINK_ENDS, type AssemblyPiece } from '../vehicle';

/** How far the sizes of a piece are known; nothing where none of it is said. */
export type Known = 'measured' | 'part' | 'file' | 'usual' | 'unknown';

/** What of a piece is measured, where somebody measures it. */
function sizeOf(p: AssemblyPiece): SizeKey | undefined {
  if (p.role === 'bar') return 'bar-diameter';
  if (p.axis === 'body') return p.sizeMm === undefined ? undefined : 'link-length';
  // A single bolt is measured once.
  const end = LINK_ENDS.find((e) => e === (p.axis === 'through' ? 'upper' : p.axis));
  if (!end) return undefined;
  return p.hexMm !== undefined ? `${end}.nut-hex` : p.thread !== undefined ? `${end}.stud-thread` : undefined;
}

/** The part that goes on says a piece's sizes itself, in its list or on its box. */
function isOfPart(p: AssemblyPiece, part: Part | undefined): boolean {
  if (!part || part.kind === 'refit') return false;
  if (p.role === 'bar') return part.barMm !== undefined;
  if (p.axis === 'body') return part.lengthMm !== undefined;
  const end = part[p.axis === 'lower' ? 'lower' : 'upper'];
  if (p.role === 'nut') return part.nutsSupplied === true && end?.nutHexMm !== undefined;
  return p.of === 'part' && end?.thread !== undefined;
}

/**
 * How far a piece of an assembly is known: as somebody measured it, as the part that goes on says of itself, as the vehicle's
 * file has it, only usual, or not at all.
 * @param part what goes on, where the assembly is looked at as it will be
 */
export function knownOf(s: JobState, joint: JointId, p: AssemblyPiece, part: Part | undefined): Known | undefined {
  if (isOfPart(p, part)) return 'part';
  const key = sizeOf(p);
  const { axle } = partsOf(joint);
  const origin = key && originOf(s, axle, key);
  // A length that was worked out is wanted, and not there.
  if (origin === 'worked out') return s.context.type.usual?.includes(`${axle}.link.length`) ? 'usual' : 'file';
  if (origin) return origin === 'by photograph' ? 'measured' : origin;
  if (p.turns === undefined && p.hexMm === undefined && p.thread === undefined && p.sizeMm === undefined) return undefined;
  return p.hexMm === undefined && p.thread === undefined && p.sizeMm === undefined ? 'unknown' : 'file';
}

/** "Measured on this vehicle.", "Size by its box." */
export const sayKnown = (known: Known, part: Part | undefined): string =>
  ({
    measured: 'Measured on this vehicle.',
    file: 'Size from the file.',
    usual: 'A usual size: nobody has measured it.',
    part: `Size by ${part?.source || 'its list'}.`,
    unknown: 'Nobody knows its size: it is drawn as usual.',
  })[known];
