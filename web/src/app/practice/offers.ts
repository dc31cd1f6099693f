import {
  checkTitle,
  goodsLines,
  MANOEUVRES,
  openTroubles,
  partsOf,
  sayManoeuvre,
  sayParts,
  uncapital,
  waitingLines,
  workNow,
  type Check,
  type ElsewhereCheckId,
  type GaugeSpec,
  type JobState,
  type JointId,
  type Manoeuvre,
  type PracticeAsk,
  type SheetPlace,
  type Side,
  type Station,
  type VehicleState,
} from '@ash-knot/core';

/** Something that can be done at a practice vehicle here and now. */
export interface Offer {
  readonly label: string;
  readonly ask: PracticeAsk;
  /** Done with it: the same look on the other side. */
  readonly also?: readonly PracticeAsk[] | undefined;
}

/** Where somebody stands: what is offered follows from it. */
export interface Standpoint {
  readonly station: Station | null;
  readonly state: JobState;
  readonly joint: JointId | null;
  readonly check: Check | null;
  readonly elsewhere: ElsewhereCheckId | null;
  /** The look that a round asks for, where no joint is touched. */
  readonly row?: SheetPlace | undefined;
  readonly standing: VehicleState;
  /** What is driven first, where that was worked out. */
  readonly road: readonly Manoeuvre[];
  readonly gauge: GaugeSpec | undefined;
  /** ms since 1970 */
  readonly nowMs: number;
}

const CUSTOMER: readonly (readonly [string, Extract<PracticeAsk, { of: 'customer' }>['about']])[] = [
  ['What sound?', 'character'],
  ['Like which?', 'like'],
  ['Where?', 'where'],
  ['When?', 'when'],
  ['How does it drive?', 'handling'],
  ['Weather, load?', 'conditions'],
  ['Work done before?', 'history'],
];

/** What the vehicle, the customer or a box can be asked from where somebody stands. */
export function offersAt(at: Standpoint): Offer[] {
  switch (at.station) {
    case 'listen':
      return CUSTOMER.map(([label, about]) => ({ label, ask: { of: 'customer', about } }));
    case 'find':
      return looks(at);
    case 'settle':
      return [...boxes(at.state), ...answers(at.state)];
    case 'work':
      return steps(at);
    case 'prove':
      return looks(at);
    default:
      return [];
  }
}

/** The check of the joint that is touched, and a gauge set to it; or the look elsewhere that is open. */
function looks({ state, joint, check, elsewhere, row, standing, gauge }: Standpoint): Offer[] {
  const { type } = state.context;
  if (elsewhere)
    return [
      { label: checkTitle({ check: elsewhere }, type, state.axle), ask: { of: 'check', check: elsewhere, state: standing } },
    ];
  const [asked, ...others] = row?.sides ?? [];
  if (row?.check && row.axle && asked) {
    const { check, axle } = row;
    const look = (side: Side) => ({ of: 'check' as const, check, axle, side, state: standing });
    return [
      {
        label: checkTitle({ check, axle, ...(others.length ? {} : { side: asked }) }, type, state.axle),
        ask: look(asked),
        also: others.map(look),
      },
    ];
  }
  if (!joint || !check) return [];
  const { axle, side } = partsOf(joint);
  return [
    {
      label: checkTitle({ check: check.id, axle, side }, type, state.axle),
      ask: { of: 'check', check: check.id, axle, side, state: standing },
    },
    // At every joint there is play to measure: the list that ships says how much, and is not needed to offer it.
    ...(gauge
      ? [
          {
            label: `Set the ${uncapital(gauge.name)} to it, push and pull`,
            ask: { of: 'gauge' as const, joint, gauge: gauge.id, state: standing },
          },
        ]
      : []),
  ];
}

/** What may be driven, what tells most first; with nothing wrong told by the order where it was not worked out. */
export const drives = (at: Standpoint): Offer[] =>
  [...new Set([...at.road, ...MANOEUVRES])]
    .filter((m) => m !== 'links off, both sides' || at.state.context.rules.linksOffDrive)
    .map((manoeuvre) => ({ label: sayManoeuvre(manoeuvre), ask: { of: 'drive', manoeuvre } }));

const boxes = (s: JobState): Offer[] =>
  goodsLines(s)
    .filter((g) => g.stage === 'here' || g.stage === 'on its way')
    .map((g) => ({
      label: `Open the box: ${g.choice.body.part.name}`,
      ask: { of: 'goods', choice: g.choice.id },
    }));

const answers = (s: JobState): Offer[] =>
  waitingLines(s).flatMap((l) => {
    const first = l.options[0]?.choices[0];
    return first
      ? [
          {
            label: `Ask the customer: ${sayParts(s.context.rules.dialect, l.joints)}`,
            ask: { of: 'answer' as const, choice: first.id },
          },
        ]
      : [];
  });

/** The step that is at hand; what is in the way of it first. */
function steps({ state: s, nowMs }: Standpoint): Offer[] {
  const stuck = openTroubles(s).flatMap((t): Offer[] =>
    t.rung ? [{ label: `Try: ${t.rung.title}`, ask: { of: 'rung', step: t.step.id, ladder: t.what, rung: t.rung.id } }] : [],
  );
  if (stuck.length) return stuck;
  return [...new Set(workNow(s, nowMs).at.values())].flatMap((p): Offer[] => {
    if (p.confirmJoint) return [{ label: 'The old part in your hand', ask: { of: 'hand', joint: p.confirmJoint } }];
    // What cannot go wrong goes as it is written: nothing is asked of the vehicle.
    return p.troubles?.length ? [{ label: p.title, ask: { of: 'step', step: p.id } }] : [];
  });
}
