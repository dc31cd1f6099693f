import { fixed } from '../text';
import { faultsAt, sayFault } from './faults';
import { partsOf, type JointId } from '../joint';
import { beyondChance, type Case, type CaseModel } from './case';
import type { SuspectsTable } from './suspects-table';
import { SILENT, SOUND } from './worn';

/** Two things on record that cannot both be, in the words of the tape. */
export interface Conflict {
  readonly joint?: JointId;
  readonly sentence: string;
}

/** Under no state of the part are both likelier than this, of what each could be at best. */
const CANNOT_BOTH = 0.12;
/** A gauge beyond the limit, where the part is worn and where it is sound (common practice, no source). */
const BEYOND = { worn: 0.95, sound: 0.02 } as const;

/**
 * Pairs of findings about one part that contradict each other: neither worn nor sound makes both
 * likely, max over states of L₁L₂ against the best each could have. Complaints that exclude each other
 * are named too. A movement felt by hand does not contradict a gauge inside its limit unless the gauge
 * found next to nothing (a third of it): both can be true of a bushing.
 */
export function conflicts(c: Case, built: CaseModel, s: SuspectsTable): Conflict[] {
  const out: Conflict[] = [];
  if (c.when.includes('both wheels over a hump') && c.when.includes('quieter when both rise'))
    out.push({
      sentence:
        'These two cannot both be: knocks when both wheels rise over a hump, and quieter when both rise. Ask again and leave one out.',
    });
  for (const r of c.rocks ?? []) {
    if (r.joints.every((j) => c.joints.some((e) => e.joint === j && e.hand === 'tight')))
      out.push({ joint: r.joints[0]!, sentence: `These two cannot both be: ${r.words}, and each of them tight. Rock it again.` });
  }
  for (const e of c.joints) {
    // What was seen and felt, each by itself; what was measured, against its limit: that much a hand can feel.
    const seen = built.spoken.filter((x) => x.joint === e.joint && x.layer === 'part' && !built.evidence[x.index]!.sounding);
    const gauges = [
      ['play', e.play],
      ['clearance', e.clearance],
    ] as const;
    const kinds = faultsAt(c.type.axles[partsOf(e.joint).axle], partsOf(e.joint).kind);
    const pairs = new Set<string>();
    for (const kind of kinds) {
      const fault = built.faults.findIndex((f) => f.joint === e.joint && f.kind === kind);
      const given = seen.flatMap(({ index, words }) => {
        const x = built.evidence[index]!;
        const at = x.faults.indexOf(fault);
        if (at < 0) return [];
        const how = new Uint8Array(x.faults.length).fill(SOUND);
        const sound = x.likelihood(how);
        how[at] = SILENT;
        const worn = x.likelihood(how);
        return [{ worn, sound, best: Math.max(worn, sound), words }];
      });
      const own = partsOf(e.joint).kind;
      for (const [what, m] of gauges) {
        if (!m || (kind !== own && own !== 'arm-bushings') || !s.play.by[own]) continue;
        // Against a hand that felt movement, a gauge contradicts only where it found next to nothing.
        const beyond = beyondChance(what === 'play' && e.hand === 'moves' ? { ...m, limitMm: m.limitMm / 3 } : m);
        const mixed = (q: number) => beyond * q + (1 - beyond) * (1 - q);
        const [worn, sound] = [mixed(BEYOND.worn), mixed(BEYOND.sound)];
        const words = `${sayFault(e.joint)}: ${what} ${fixed(m.meanMm, 2)} mm against ${fixed(m.limitMm, 2)}`;
        given.push({ worn, sound, best: Math.max(worn, sound), words });
      }
      for (let a = 0; a < given.length; a++)
        for (let b = a + 1; b < given.length; b++) {
          const [x, y] = [given[a]!, given[b]!];
          if (Math.max(x.worn * y.worn, x.sound * y.sound) < CANNOT_BOTH * x.best * y.best)
            pairs.add(`${x.words}, and ${y.words}`);
        }
    }
    for (const pair of pairs)
      out.push({
        joint: e.joint,
        sentence: `These two cannot both be: ${pair}. Look at the ${sayFault(e.joint)} again and strike the wrong one.`,
      });
  }
  return out;
}
