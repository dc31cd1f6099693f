import { within } from '../error';
import { sayFault, sayKind, splitFault, twinFault } from '../diagnosis';
import type { Cause } from '../ledger';
import { assemblyOf, jointName, JOINT_SPECS, partsOf, twinOf, type JointId } from '../joint';
import { inDialect, inSentence, list, plural, type Dialect } from '../text';
import type { AxleEnd } from '../vehicle';
import type { JobState } from './fold';

/** "both frame bushings"; of what is several on a side already "wheel nuts on both sides". */
const bothOf = (name: string): string => (plural(name) === name ? `${name} on both sides` : plural(`both ${name}`));

/** Names of joints or faults, both sides told once: "both frame bushings"; of another axle than the job is about "left rear spring". */
function namesOf(d: Dialect, ids: readonly Cause[], about?: AxleEnd): string[] {
  const all = new Set<string>(ids);
  return ids.flatMap((id) => {
    const f = splitFault(id);
    const end = f && about !== undefined && f.axle !== about ? `${f.axle} ` : '';
    if (!f) return [sayFault(id, d)];
    if (!all.has(twinFault(id)!)) return [`${f.side} ${end}${sayKind(f.kind, d)}`];
    return f.side === 'left' ? [bothOf(`${end}${sayKind(f.kind, d)}`)] : [];
  });
}

/** Joints in a sentence: with their article, and what a verb and a pronoun after them must be. */
export interface JointsSaid {
  /** "the left link, lower end", "both springs", "the left wheel nuts". */
  readonly the: string;
  readonly is: 'is' | 'are';
  readonly has: 'has' | 'have';
  readonly it: 'it' | 'them';
}

/**
 * The one place where joints get article, verb and pronoun.
 * @param more joints that are meant and not named; @param about the axle that need not be named
 */
export function speakOf(d: Dialect, ids: readonly Cause[], more = 0, about?: AxleEnd): JointsSaid {
  within('number of others', more, 0, 1000);
  const names = namesOf(d, ids, about);
  // "left wheel nuts": the head of the name, before its comma, is in the plural.
  const headless = (n: string) => n.split(',')[0]!;
  const many = names.length + more > 1 || names.some((n) => n.startsWith('both ') || /[^s]s$/.test(headless(n)));
  const articled = names.map((n) => (n.startsWith('both ') || /^an? /.test(n) ? n : `the ${n}`));
  const the = more > 0 ? `${articled.join(', ')} and ${more} more` : list(articled);
  return many ? { the, is: 'are', has: 'have', it: 'them' } : { the, is: 'is', has: 'has', it: 'it' };
}

/** "left ball joint and wheel bearing" from ids of joints or faults, both sides told once. */
export const sayJoints = (s: JobState, ids: readonly Cause[]): string => list(namesOf(s.context.rules.dialect, ids, s.axle));

/** "both frame bushings", or "the left frame bushing". */
export const sayBoth = (s: JobState, ids: readonly Cause[]): string => speakOf(s.context.rules.dialect, ids, 0, s.axle).the;

/** Whole parts: a link is named as one, whichever end was chosen. "both links", "left frame bushing"; of both axles "both rear links". */
export function sayParts(d: Dialect, ids: readonly JointId[]): string {
  const parts = ids.filter((id, i) => ids.findIndex((x) => assemblyOf(x) === assemblyOf(id)) === i);
  const all = new Set(parts.map(assemblyOf));
  const axles = new Set(parts.map((id) => partsOf(id).axle)).size;
  return list(
    parts.flatMap((id) => {
      const { axle, kind, side } = partsOf(id);
      const { assembly, acrossVehicle } = JOINT_SPECS[kind];
      const end = axles > 1 ? `${axle} ` : '';
      if (acrossVehicle) return [`${end}${inDialect(acrossVehicle, d)}`];
      const name = assembly === 'link' ? inDialect(['link', 'drop link'], d) : (assembly ?? inSentence(jointName(kind, d)));
      if (!all.has(assemblyOf(twinOf(id)))) return [`${side} ${end}${name}`];
      return side === 'left' ? [bothOf(`${end}${name}`)] : [];
    }),
  );
}

/** ", rear axle" where that is not the one the job is about. */
export const atOtherAxle = (s: JobState, axle: AxleEnd): string => (axle === s.axle ? '' : `, ${axle} axle`);
