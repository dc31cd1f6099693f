import { faultsAt, sayFault } from './faults';
import { partsOf, type JointId } from '../joint';
import { beyondChance, type Case, type CaseNet } from './case';

/** Two things on record that cannot both be, in the words of the tape. */
export interface Conflict {
  readonly joint?: JointId;
  readonly sentence: string;
}

/** Under no state of the part are both likelier than this, of what each could be at best. */
const CANNOT_BOTH = 0.12;

/**
 * Pairs of findings about one part that contradict each other: neither worn nor sound makes both
 * likely, max over states of L₁L₂ against the best each could have. Complaints that exclude each other
 * are named too. A movement felt by hand does not contradict a gauge inside its limit unless the gauge
 * found next to nothing (a third of it): both can be true of a bushing.
 */
export function conflicts(c: Case, built: CaseNet): Conflict[] {
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
    const at = built.said
      .map((x, i) => ({ x, i, spoken: built.spoken[i]!, finding: built.net.findings[x.finding]! }))
      .filter(({ spoken }) => spoken.joint === e.joint);
    const kinds = faultsAt(c.type.axles[partsOf(e.joint).axle], partsOf(e.joint).kind);
    const pairs = new Set<string>();
    for (const kind of kinds) {
      const fault = built.faults.findIndex((f) => f.joint === e.joint && f.kind === kind);
      const given = at.flatMap(({ x, i, finding, spoken }) => {
        const q = finding.links.find((l) => l.fault === fault)?.q;
        if (q === undefined) return [];
        let { ifFound, ifNot } = x;
        // Against a hand that felt movement, a gauge contradicts only where it found next to nothing.
        const gauge = e.play && finding.id === `play ${e.joint}` ? e.play : undefined;
        if (gauge && e.hand === 'moves') {
          ifFound = beyondChance({ ...gauge, limitMm: gauge.limitMm / 3 });
          ifNot = 1 - ifFound;
        }
        const found = q + (1 - q) * finding.leak;
        const worn = ifFound * found + ifNot * (1 - found);
        const sound = ifFound * finding.leak + ifNot * (1 - finding.leak);
        return [{ i, worn, sound, best: Math.max(worn, sound), words: spoken.words }];
      });
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
