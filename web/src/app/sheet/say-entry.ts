import { sayManoeuvre, splitJoint, trimmed, type Cause, type Entry, type FastenerId, type JointId } from '@ash-knot/core';

interface Words {
  /** A joint of the plate, or a fault by its name. */
  joint: (id: JointId | Cause) => string;
  fastener: (id: FastenerId) => string;
  /** A step of the plan by its title; its id when the plan no longer has it. */
  step: (id: string) => string;
}

/** What a look elsewhere is said to show: nothing there is tight or loose. */
const ELSEWHERE = { tight: 'nothing there', moves: 'found', 'can’t tell': 'can’t tell' } as const;

const capital = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);

/** One entry of the ledger in one line. */
export function sayEntry(e: Entry, w: Words): string {
  const joints = (ids: readonly Cause[]) => ids.map(w.joint).join(', ');
  switch (e.kind) {
    case 'complaint':
      return `Complaint: ${e.body.words ? `“${e.body.words}” ` : ''}${[...e.body.character, ...e.body.where, ...e.body.when, ...e.body.drives].join(', ')}`;
    case 'check': {
      if (e.body.rocks) return `It rocks, at one of: ${joints(e.body.results.map((r) => r.joint))}`;
      const odd = e.body.results.filter((r) => r.result !== 'tight');
      const all = e.body.results.length > 2 && odd.length === 0 ? `${e.body.results.length} joints tight` : '';
      return all
        ? `${capital(e.body.check.replaceAll('-', ' '))}: ${all}`
        : e.body.results
            .filter((r) => odd.length === 0 || odd.includes(r))
            .map((r) => capital(`${w.joint(r.joint)}: ${splitJoint(r.joint) ? r.result : ELSEWHERE[r.result]}`))
            .join('; ');
    }
    case 'drive':
      return `Our drive, ${sayManoeuvre(e.body.manoeuvre).toLowerCase()}: ${e.body.heard}`;
    case 'defect':
      return capital(`${w.joint(e.body.joint)}: ${e.body.what}`);
    case 'reading':
      return capital(`${w.joint(e.body.joint)}, play ${e.body.phase === 'after' ? 'after ' : ''}${e.body.playMm.toFixed(2)} mm`);
    case 'zero':
      return `Zero of the gauge ${e.body.when === 'start' ? 'before' : 'after'}: ${e.body.zeroMm.toFixed(3)} mm`;
    case 'loop':
      return capital(`${w.joint(e.body.joint)}, loop of ${e.body.result.points} points. ${e.body.result.sentence}`);
    case 'result':
      return capital(`${e.body.joint ? `${w.joint(e.body.joint)}, ` : ''}${e.body.what}: ${e.body.words}`);
    case 'photo':
      return `Photograph${e.body.joint ? `, ${w.joint(e.body.joint)}` : ''}${e.body.caption ? `: ${e.body.caption}` : ''}`;
    case 'verdict':
      return e.body.causes.length ? `Verdict: ${joints(e.body.causes)}` : `Verdict: not reproduced`;
    case 'measure':
      return `${capital(e.body.measure.replaceAll('-', ' '))}: ${e.body.text}`;
    case 'choose':
      return `Chosen: ${e.body.quantity} × ${e.body.part.name} for ${joints(e.body.joints)}`;
    case 'answer':
      return `${e.body.who} ${e.body.answer} ${e.body.how}: ${e.body.what}`;
    case 'setup':
      return `On ${e.body.equipment}${e.body.corroded ? ', rusty' : ''}`;
    case 'step':
      return `${w.step(e.body.step)}: ${e.body.state}`;
    case 'torque':
      return `${w.fastener(e.body.fastener)}: ${trimmed(e.body.achievedNm, 1)} N·m for ${e.body.targetText}, ${e.body.method}`;
    case 'book':
      return `Found in ${e.body.value.source}: ${e.body.value.value} ${e.body.value.unit} for the ${e.body.value.fastener.replaceAll('-', ' ')}`;
    case 'mark':
      return `${w.fastener(e.body.fastener)}: ${e.body.how}`;
    case 'clicks':
      return `${w.fastener(e.body.fastener)}: ${e.body.clicks} of ${e.body.of} clicks at ${e.body.targetText}`;
    case 'piece':
      return `${capital(e.body.piece.split('.').slice(1).join(' '))}: ${e.body.fate}`;
    case 'orientation':
      return capital(`${e.body.orientation} the right way round, ${w.joint(e.body.joint)}`);
    case 'confirm':
      return capital(
        `${w.joint(e.body.joint)} in the hand: ${e.body.outcome}${e.body.instead ? `, ${w.joint(e.body.instead)}` : ''}`,
      );
    case 'caution':
      return `Caution read: ${w.step(e.body.step)}`;
    case 'road-test':
      return `Same bump: ${e.body.result}`;
    case 'alignment':
      return `Alignment ${e.body.state}`;
    case 'recheck':
      return `Recheck at ${Math.round(e.body.atKm)} km or ${e.body.onDate}: ${e.body.what}`;
    case 'rechecked':
      return `Rechecked: ${e.body.result}`;
    case 'told':
      return `Told ${e.body.who} ${e.body.how}: ${e.body.what}`;
    case 'note':
      return e.body.text;
    case 'strike':
      return `Struck a line: ${e.body.why}`;
    case 'hand-back':
      return `Handed back at ${Math.round(e.body.distanceKm)} km`;
  }
}
