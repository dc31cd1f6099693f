import { isJointId, JOINT_KINDS, JOINT_SPECS, partsOf, type JointId, type JointKind } from '../../joint';
import type { Role } from '../../ledger';
import { list } from '../../text';
import { AXLES } from '../../vehicle';
import type { JobState } from '../fold';
import { sayParts } from '../say';
import { leftAt } from './danger';
import { readOut } from './quote';
import { stands, totalOf, type QuotedLine } from './quoted';
import { sayBan } from './verdict';

/** Who puts things to a customer, and so needs to reach them. */
export const REACH_CUSTOMERS: readonly Role[] = ['writer', 'technician', 'lead'];
/** How somebody wants to be told. */
export const TELLS = ['by phone', 'by message', 'by e-mail', 'in person'] as const;
export type Tell = (typeof TELLS)[number];

/** What worn of a joint does to whoever drives, and what comes of it where it stays, for somebody who repairs nothing. */
interface ForWhoDrives {
  readonly does: string;
  readonly ifNot: string;
}
const HOLDS_WHEEL: ForWhoDrives = {
  does: 'That joint holds the wheel.',
  ifNot: 'If it comes apart, the wheel folds away without a warning.',
};
const STEERS: ForWhoDrives = {
  does: 'That rod steers the wheel.',
  ifNot: 'If it comes apart, that wheel is steered no more.',
};
const LINK: ForWhoDrives = {
  does: 'That knocks over bumps, and the body leans more in bends.',
  ifNot: 'It gets louder; a link that breaks can strike what is beside it.',
};
const ARM: ForWhoDrives = {
  does: 'That lets the wheel move fore and aft: it knocks, and can pull when braking.',
  ifNot: 'The wheel is guided less and less exactly: tyres wear, and the vehicle wanders.',
};
/** Common practice, no source. */
const WORDS: Readonly<Record<JointKind, ForWhoDrives>> = {
  'link-upper': LINK,
  'link-lower': LINK,
  'frame-bushing': {
    does: 'That lets the bar move where it is held: it knocks over bumps.',
    ifNot: 'It gets louder, and the bar wears where it is held.',
  },
  bar: {
    does: 'That bar keeps the body level in bends.',
    ifNot: 'A bar that breaks can strike a tyre or a brake hose.',
  },
  'ball-joint': HOLDS_WHEEL,
  'upper-ball-joint': HOLDS_WHEEL,
  'tie-rod-outer': STEERS,
  'tie-rod-inner': STEERS,
  'wheel-bearing': {
    does: 'That carries the wheel: it hums or grinds, and the wheel has play.',
    ifNot: 'It runs hot, and in the end the wheel comes loose.',
  },
  'wheel-nuts': { does: 'Those hold the wheel on.', ifNot: 'Loose, they let the wheel come off.' },
  spring: { does: 'That carries the weight of the vehicle.', ifNot: 'A broken end can cut the tyre.' },
  damper: {
    does: 'That keeps the wheel on the road: it bounces on after a bump.',
    ifNot: 'Braking takes longer on a rough road, and the tyres wear unevenly.',
  },
  'top-mount': {
    does: 'That holds the strut to the body: it knocks over bumps, and can make the steering stiff.',
    ifNot: 'It gets louder, and the steering less exact.',
  },
  'arm-bushings': ARM,
  'upper-arm-bushings': ARM,
  'beam-bushing': {
    does: 'That holds the rear axle: it knocks, and the rear steers a little by itself.',
    ifNot: 'The vehicle feels less sure in bends, and the tyres wear.',
  },
  'leaf-bushings': {
    does: 'That holds the leaf spring: it knocks when the load on it changes.',
    ifNot: 'The spring wears into what holds it.',
  },
};

/** What is said to the customer, each a sentence or a few. */
export interface Letter {
  /** What was found and what it does; nothing found is said too. */
  readonly wrong: readonly string[];
  /** Each way with its price, and what is better in it; what was agreed. */
  readonly ways: readonly string[];
  /** When it is ready. */
  readonly ready: string;
  /** What we need from them. */
  readonly need: string;
}

/** What is one thing to whoever drives: both ends of a link are the link. */
const thing = (kind: JointKind): string => JOINT_SPECS[kind].assembly ?? kind;

/** The joints found so, those of one thing and axle together, in the order of the kinds. */
function found(s: JobState, state: 'dangerous' | 'loose' | 'watch'): (readonly JointId[])[] {
  const here = [...s.joints.values()].filter((j) => j.state === state && !s.renewed.has(j.id)).map((j) => j.id);
  return [...new Set(JOINT_KINDS.map(thing))].flatMap((of) =>
    AXLES.flatMap((axle) => {
      const ids = here.filter((id) => thing(partsOf(id).kind) === of && partsOf(id).axle === axle);
      return ids.length ? [ids] : [];
    }),
  );
}

/** "In front both links are", "At the rear the left damper is". */
function named(s: JobState, ids: readonly JointId[]): string {
  const what = sayParts(s.context.rules.dialect, ids);
  const many = what.startsWith('both ') || /[^s]s$/.test(what);
  const where = partsOf(ids[0]!).axle === 'front' ? 'In front' : 'At the rear';
  return `${where} ${what.startsWith('both ') ? what : `the ${what}`} ${many ? 'are' : 'is'}`;
}

function wrong(s: JobState): string[] {
  const say = (ids: readonly JointId[], how: string, then: (w: ForWhoDrives) => string) =>
    `${named(s, ids)} ${how}. ${then(WORDS[partsOf(ids[0]!).kind])}`;
  const left = leftAt(s);
  const all = [
    ...found(s, 'dangerous').map((ids) => say(ids, 'dangerous', (w) => `${w.does} ${w.ifNot}`)),
    ...found(s, 'loose').map((ids) => say(ids, 'worn', (w) => `${w.does} ${w.ifNot}`)),
    ...found(s, 'watch').map((ids) => say(ids, 'a little worn', () => 'Nothing has to be done now: we look again next time.')),
  ];
  return [
    ...(left.some(isJointId) ? [sayBan(s, left)] : []),
    ...(all.length ? all : ['Of what we looked at nothing was found worn.']),
  ];
}

/** "About an hour and a half." Rounded to what a person plans by. */
function sayHours(minutes: number): string {
  if (minutes <= 75) return `about ${Math.max(15, Math.round(minutes / 15) * 15)} minutes`;
  const halves = Math.round(minutes / 30);
  return `about ${Math.floor(halves / 2)}${halves % 2 ? ' and a half' : ''} hours`;
}

/**
 * What is said to the customer of what was found, what it would cost, when it is ready and what they are asked.
 * @param money a sum in words; @param name what a line of the quote is called
 */
export function letterOf(s: JobState, quote: readonly QuotedLine[], money: (minor: number) => string): Letter {
  const { dialect } = s.context.rules;
  const name = (line: QuotedLine['line']) => sayParts(dialect, line.joints);
  const waiting = quote.filter((q) => q.line.standing === 'waiting');
  const agreed = quote.filter((q) => q.line.standing === 'approved');
  const total = totalOf(quote);
  const work = quote
    .filter((q) => stands(q.line))
    .map((q) => q.options.find((o) => o.option.standing === 'approved') ?? q.options[0]!);
  const minutes = work.reduce((sum, o) => sum + o.minutes, 0);
  const unknown = work.some((o) => o.hours === undefined);
  const hours = Math.max(0, ...work.map((o) => o.hours ?? 0));
  const parts = unknown
    ? 'when the parts come is asked for'
    : hours > 0
      ? `the parts come in about ${hours} hours`
      : 'the parts are here';
  return {
    wrong: wrong(s),
    ways: [
      ...readOut(waiting, money, name),
      ...agreed.map((q) => {
        const way = q.options.find((o) => o.option.standing === 'approved');
        return `You said yes to ${name(q.line)}${way && q.options.length > 1 ? `, ${way.option.name}` : ''}.`;
      }),
      ...(total && quote.length > 1
        ? [
            `${total.agreed ? 'Agreed' : total.least ? 'All of it, each by its cheapest way' : 'All of it'}: ${money(total.minor)}.`,
          ]
        : []),
    ],
    ready: work.length ? `The work takes ${sayHours(minutes)}, more where rust holds; ${parts}.` : '',
    need: waiting.length
      ? `Please tell us yes, no or later for ${list(waiting.map((q) => name(q.line)))}. We do nothing of it before that.`
      : '',
  };
}

/** A letter as one text, to be said or sent. @param head the greeting; @param foot who we are and where we are reached */
export const letterText = (l: Letter, head: string, foot: string): string =>
  [head, l.wrong.join(' '), l.ways.join(' '), l.ready, l.need, foot].filter(Boolean).join('\n\n');
