import { sayFault, type Diagnosis, type ElsewhereCheckId } from '../../diagnosis';
import { jointName, partsOf, type CheckId, type JointId } from '../../joint';
import type { CheckResult, EntryBodies } from '../../ledger';
import { stateAt, stateOf, wheelOn } from '../../standing';
import { capital, count, inSentence, list } from '../../text';
import { sayState, SIDES, type AxleEnd, type Side, type VehicleState } from '../../vehicle';
import type { JobState } from '../fold';
import { foundAgainst } from '../rules/clearance';
import { owedJoints } from '../rules/debts';
import {
  elsewhereRound,
  owedRounds,
  rowNow,
  type ElsewhereRow,
  type LookCell,
  type LookRow,
  type Round,
  type Row,
} from '../rules/rounds';
import { openRock } from '../rules/rocks';
import { atOtherAxle, sayJoints } from '../say';
import { line, mins, type NextAnswer, type NextLine, type SheetPlace } from './line';

type Results = EntryBodies['check']['results'];

/** The rounds as one line: how it must stand first, or the next look with its answers; nothing where nothing is left. */
export function sayRounds(s: JobState, rounds: readonly Round[], d?: Diagnosis): NextLine | undefined {
  const round = rounds[0];
  if (!round) return undefined;
  const row = round.rows.find(rowNow);
  if (!row) return sayWay(s, round);
  return row.of === 'joints' ? sayRow(s, row, d) : sayElsewhere(s, row);
}

/** What is owed of these, as one line. */
export const nextOwed = (s: JobState, owed: readonly JointId[]): NextLine | undefined =>
  owed.length ? sayRounds(s, owedRounds(s, owed)) : undefined;

/** A look at what is no joint of the plate, as one line. */
export const nextElsewhere = (s: JobState, id: ElsewhereCheckId): NextLine => sayRounds(s, elsewhereRound(s, id))!;

/** How a state is come to, verb first. */
const WAYS: Record<VehicleState, string> = {
  'on-wheels': 'Let it down on its wheels',
  'one-side-up': 'Raise that side',
  'both-hanging': 'Raise it, both wheels hanging',
  'under-arm': 'Carry it under the arm, the wheel clear',
  'wheels-off': 'Wheels off',
  'on-ramps': 'Drive it on the ramps',
};

/** The vehicle is put so that the round can be made; where nobody has said how it stands, that is asked. */
function sayWay(s: JobState, round: Round): NextLine {
  const at = stateOf(s.stands, round.axle);
  const rear = atOtherAxle(s, round.axle);
  const next = `${count(round.left, 'check')}, ${mins(round.minutes)}`;
  const place: SheetPlace = { station: 'find', at: 'round' };
  const off =
    round.rows.some((r) => r.of === 'joints' && r.check.atWheel) && SIDES.some((side) => !wheelOn(s.stands, round.axle, side));
  const says = (state: VehicleState): NextAnswer => ({
    label: capital(sayState(state)),
    action: {
      kind: 'write',
      entries: [
        // Carried under the arm says nothing of its wheel: it goes on while it hangs.
        ...(off && state === 'under-arm' ? [line('stands', standsBody(s, 'both-hanging', round.axle))] : []),
        line('stands', standsBody(s, state, round.axle, round.side)),
      ],
      then: place,
    },
  });
  if (!at) {
    const others = (['on-wheels', 'both-hanging'] as const).filter((x) => x !== round.state);
    return {
      time: 'now',
      title: `How does it stand${rear}?`,
      why: `${capital(sayState(round.state))} is wanted: ${next}.`,
      label: capital(sayState(round.state)),
      station: 'find',
      action: { kind: 'ask', at: place, answers: [says(round.state), ...others.map(says)] },
    };
  }
  const from = off ? 'Wheels on again: ' : '';
  return {
    time: mins(round.wayMinutes),
    title: `${from}${from ? sayState(round.state) : round.side ? `Raise the ${round.side} side` : WAYS[round.state]}${rear}.`,
    why: `Then ${next}: ${list(round.rows.slice(0, 3).map((r) => sayRowName(s, r)))}${round.rows.length > 3 ? ' …' : ''}.`,
    label: capital(sayState(round.state)),
    station: 'find',
    action: says(round.state).action,
  };
}

/** How the vehicle was put: on stands the axle that is meant, on a lift all of it. */
export const standsBody = (s: JobState, state: VehicleState, axle: AxleEnd, side?: Side): EntryBodies['stands'] => ({
  state,
  ...(s.setup?.equipment === 'jack and stands' || state === 'under-arm' || state === 'one-side-up' ? { axle } : {}),
  ...(state === 'one-side-up' && side ? { side } : {}),
});

const sayRowName = (s: JobState, r: Row): string =>
  r.of === 'elsewhere'
    ? list(r.check.finds.map((f) => sayFault(f, s.context.rules.dialect)))
    : list(r.check.settles.map((k) => inSentence(jointName(k, s.context.rules.dialect))));

/** The sides of a row that can be asked together: those that stand alike. */
function askedTogether(s: JobState, row: LookRow): readonly LookCell[] {
  const open = row.cells.filter((c) => c.open && c.now);
  const at = (c: LookCell) => stateAt(s.stands, row.axle, c.side);
  const alike = open.filter((c) => at(c) === at(open[0]!) && at(c) !== 'one-side-up' && besides(s, c).length === c.joints.length);
  return alike.length > 1 ? alike : open.slice(0, 1);
}

/** Of what a look settles at a side: what nothing was found at yet. */
const besides = (s: JobState, c: LookCell): JointId[] => c.joints.filter((id) => !foundAgainst(s, id));
/** What an answer speaks of: not of what was found already, as long as anything else is asked about. */
const meant = (s: JobState, c: LookCell): readonly JointId[] => {
  const rest = besides(s, c);
  return rest.length ? rest : c.joints;
};

/** A look's entry: at these sides one thing was felt. Movement at one of several joints stands open until somebody says at which. */
export function lookEntry(
  s: JobState,
  row: LookRow,
  cells: readonly LookCell[],
  result: CheckResult,
  state: VehicleState,
): EntryBodies['check'] {
  const check: CheckId = row.check.id;
  const joints = cells.flatMap((c) => meant(s, c));
  if (result === 'tight' || result === 'can’t tell' || joints.length === 1)
    return { check, state, results: joints.map((joint) => ({ joint, result })) };
  return { check, state, results: joints.map((joint) => ({ joint, result: 'can’t tell' })), rocks: true };
}

/** What a row asks, and why it is asked now. */
export function sayRow(s: JobState, row: LookRow, d?: Diagnosis): NextLine {
  const cells = askedTogether(s, row);
  const { words } = row.check;
  const two = cells.length > 1;
  const state = stateAt(s.stands, row.axle, cells[0]!.side)!;
  const place: SheetPlace = {
    station: 'find',
    at: 'round',
    check: row.check.id,
    axle: row.axle,
    sides: cells.map((c) => c.side),
  };
  const answer = (label: string, of: readonly LookCell[], result: CheckResult): NextAnswer => ({
    label,
    action: { kind: 'write', at: place, entries: [line('check', lookEntry(s, row, of, result, state))] },
  });
  const title = two ? row.check.both : row.check.title.replace('{side}', cells[0]!.side);
  const rest = besides(s, cells[0]!);
  // One of them moves already: it is asked about the others by name.
  const asks =
    rest.length > 0 && rest.length < cells[0]!.joints.length
      ? `Besides what was found: does the ${sayKinds(s, rest)} move too?`
      : words.asks;
  return {
    time: mins(row.check.minutes * cells.length),
    title: `${title}${atOtherAxle(s, row.axle)}. ${asks}`,
    why: `${row.check.lookAt} ${sayWhy(s, row, cells, d)}`.trim(),
    label: 'Go to it',
    station: 'find',
    action: {
      kind: 'ask',
      at: place,
      answers: [
        answer(capital(two ? `both ${words.tight}` : words.tight), cells, 'tight'),
        ...cells.map((c) => answer(capital(two ? `${c.side} ${words.moves}` : words.moves), [c], 'moves')),
      ],
    },
  };
}

function sayWhy(s: JobState, row: LookRow, cells: readonly LookCell[], d?: Diagnosis): string {
  const joints = cells.flatMap((c) => c.joints);
  const again = joints.map((id) => s.joints.get(id)!).find((j) => j.state === 'can’t tell yet' && j.why !== '');
  if (row.owed) {
    const before = s.context.kind === 'noise' && !s.verdict && !s.goOn ? 'the verdict' : 'the hand-back';
    const owed = joints.filter((id) => owedJoints(s).includes(id));
    return `${again ? `${again.why} ` : ''}Owed before ${before}: ${sayKinds(s, owed)}.`;
  }
  const likely = d?.suspects.find((x) => x.joint && joints.includes(x.joint) && x.makes >= 0.05);
  if (likely)
    return `${row.again ? 'Felt tight, and the noise still points there' : 'Tells most for its minutes'}: ${sayFault(likely.fault, s.context.rules.dialect)}, ${Math.round(likely.makes * 100)} % so far.`;
  return '';
}
const sayKinds = (s: JobState, joints: readonly JointId[]): string =>
  list([...new Set(joints.map((id) => inSentence(jointName(partsOf(id).kind, s.context.rules.dialect))))]);

/** A look at what is no joint of the plate. */
function sayElsewhere(s: JobState, row: ElsewhereRow): NextLine {
  const { check } = row;
  const state = stateOf(s.stands, s.axle)!;
  const place: SheetPlace = { station: 'find', at: 'round', elsewhere: check.id };
  const answer = (label: string, results: Results): NextAnswer => ({
    label,
    action: { kind: 'write', at: place, entries: [line('check', { check: check.id, state, results })] },
  });
  return {
    time: mins(check.minutes),
    title: `${check.title}. Is something there?`,
    why: check.lookAt,
    label: 'Go to it',
    station: 'find',
    action: {
      kind: 'ask',
      at: place,
      answers: [
        answer(
          'Nothing there',
          check.finds.map((joint) => ({ joint, result: 'tight' as const })),
        ),
        ...check.finds.map((f) =>
          answer(check.finds.length > 1 ? capital(sayFault(f, s.context.rules.dialect)) : 'It is there', [
            { joint: f, result: 'moves' },
          ]),
        ),
      ],
    },
  };
}

/** Something moved, and it is asked at once at which of the joints that were felt. */
export function nextAtTheRock(s: JobState): NextLine | undefined {
  const rock = openRock(s);
  if (!rock) return undefined;
  const at = rock.joints[0]!;
  const { axle, side } = partsOf(at);
  const entry = s.kept.check.find((e) => e.id === rock.entry)!;
  const { check, state } = entry.body;
  const place: SheetPlace = { station: 'find', at: 'round', check: check as CheckId, axle, sides: [side] };
  const answer = (label: string, results: Results): NextAnswer => ({
    label,
    action: { kind: 'write', at: place, entries: [line('check', { check, state, results })] },
  });
  const name = (id: JointId) => jointName(partsOf(id).kind, s.context.rules.dialect);
  const brake = rock.joints.some((id) => partsOf(id).kind === 'wheel-bearing');
  const end = (id: JointId) => (partsOf(id).kind.startsWith('link-') ? `${capital(partsOf(id).kind.slice(5))} end` : name(id));
  return {
    time: 'now',
    title: `It moves on the ${side}${atOtherAxle(s, axle)}. At which joint?`,
    why: brake
      ? 'Press the brake and rock again: what goes away is the bearing.'
      : `A hand on each: ${sayJoints(s, rock.joints)}.`,
    label: 'Say where',
    station: 'find',
    action: {
      kind: 'ask',
      at: place,
      answers: [
        ...rock.joints.map((joint) => answer(capital(end(joint)), [{ joint, result: 'moves' }])),
        ...(rock.joints.length === 2 && !brake
          ? [
              answer(
                'Both',
                rock.joints.map((joint) => ({ joint, result: 'moves' as const })),
              ),
            ]
          : []),
        answer(
          'Can’t tell',
          rock.joints.map((joint) => ({ joint, result: 'can’t tell' as const })),
        ),
      ],
    },
  };
}
