import { sayLabour, sayParts, sayTrait } from '../../job';
import { sayWarranty } from '../../parts';
import { capital, list, numberWord, sayDay, sayMoney } from '../../text';
import { sayDistance } from '../../units';
import { plannedBy, stopped, type ForWhoDrives, type PaperWords } from '../words';

const HOLDS_WHEEL: ForWhoDrives = {
  does: 'That joint holds the wheel.',
  ifNot: 'If it comes apart, the wheel folds away without a warning.',
};
const STEERS: ForWhoDrives = {
  does: 'That rod steers the wheel.',
  ifNot: 'If it comes apart, that wheel is steered no more.',
};
const ARM: ForWhoDrives = {
  does: 'That lets the wheel move fore and aft: it knocks, and can pull when braking.',
  ifNot: 'The wheel is guided less and less exactly: tyres wear, and the vehicle wanders.',
};
const END = { front: 'In front', rear: 'At the rear' } as const;
const GRADE = { dangerous: 'dangerous', loose: 'worn', watch: 'a little worn' } as const;
const ANSWER = { approved: 'Yes', declined: 'No', later: 'Later' } as const;

const isMany = (what: string): boolean => what.startsWith('both ') || /[^s]s$/.test(what);
const articled = (what: string): string => (/^(both|load) /.test(what) ? what : `the ${what}`);

/** "about an hour and a half" */
function sayHours(minutes: number): string {
  const p = plannedBy(minutes);
  return 'minutes' in p
    ? `about ${p.minutes} minutes`
    : `about ${numberWord(Math.floor(p.halves / 2))}${p.halves % 2 ? ' and a half' : ''} hours`;
}

/** What worn parts do to whoever drives is common practice, no source. */
export const english: PaperWords = {
  language: 'English',
  tag: 'en-GB',
  list: (names) => list(names),
  money: sayMoney,
  day: sayDay,
  distance: sayDistance,
  parts: sayParts,
  others: {
    'left drive shaft': 'left drive shaft',
    'right drive shaft': 'right drive shaft',
    'engine mount': 'engine mount',
    'subframe bolt': 'subframe bolt',
    'recent work': 'recent work',
    'exhaust shield': 'exhaust shield',
    'brake hardware': 'brake hardware',
    'load or jack loose': 'load or jack loose',
  },
  end: END,
  hello: (vehicle, plate, name) => `Good day${name ? `, ${name}` : ''}. Your ${vehicle}, ${plate}:`,
  found: (grade, end, what) => `${END[end]} ${articled(what)} ${isMany(what) ? 'are' : 'is'} ${GRADE[grade]}.`,
  drives: {
    link: {
      does: 'That knocks over bumps, and the body leans more in bends.',
      ifNot: 'It gets louder; a link that breaks can strike what is beside it.',
    },
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
  },
  watchLater: 'Nothing has to be done now: we look again next time.',
  nothingWorn: 'Of what we looked at nothing was found worn.',
  ban: (whats) =>
    `Do not return to the road until ${list(whats.map(articled))} ${whats.length > 1 || isMany(whats[0]!) ? 'are' : 'is'} repaired.`,
  way: (name) => name,
  here: (h) => (h.is === 'in hours' ? `in ${h.hours} h` : h.is),
  line: (name, ways) => {
    const told = ways.map((w) => `${ways.length > 1 ? `${w.name}, ` : ''}${w.sum}, ${w.here}`);
    return `${capital(name)}: ${ways.length > 1 ? `${numberWord(ways.length)} ways: ${list(told, 'or')}` : told[0]!}.`;
  },
  beside: (together, later) => `${together} while it is apart, ${later} later.`,
  differs: (way, before, dearer, more, less) => {
    const costs = dearer ? `costs ${dearer} more than ${before}` : `costs the same as ${before}`;
    const but = less.length ? `${more.length ? ', but ' : ', and '}${list(less)}` : '';
    return `${capital(way)} ${costs}${more.length ? `: ${list(more)}` : ''}${but}.`;
  },
  trait: sayTrait,
  saidYes: (name, way) => `You said yes to ${name}${way ? `, ${way}` : ''}.`,
  total: (is) => ({ agreed: 'Agreed', least: 'All of it, each by its cheapest way', all: 'All of it' })[is],
  takes: (minutes, hours) => {
    const parts =
      hours === undefined
        ? 'when the parts come is asked for'
        : hours > 0
          ? `the parts come in about ${hours} hours`
          : 'the parts are here';
    return `The work takes ${sayHours(minutes)}, more where rust holds; ${parts}.`;
  },
  need: (names) => `Please tell us yes, no or later for ${names}. We do nothing of it before that.`,
  quote: {
    title: (plate) => `${plate}: what it would cost`,
    nothing: 'Nothing was chosen yet.',
    rows: {
      what: 'what',
      parts: 'parts',
      labour: 'labour',
      total: 'total',
      available: 'available',
      warranty: 'warranty',
      upkeep: 'upkeep',
      ride: 'ride',
    },
    labour: sayLabour,
    warranty: (months) => sayWarranty(months) || 'not said',
    upkeep: ({ what }, every) =>
      ({
        'silicone grease': `silicone grease${every ? ` every ${every}` : ' when it squeaks'}`,
        grease: every ? `grease every ${every}` : 'grease with the oil',
        'lock nuts': 'look at its lock nuts once a year',
        'not said': 'not said',
        none: 'none',
      })[what],
    rides: {
      'as it is': 'as it is',
      firmer: 'firmer; squeaks when it runs dry',
      firm: 'firm; every stone is heard',
      quiet: 'quiet, as it was',
    },
    noAnswer: 'Not answered yet.',
    answer: (a, way, on) =>
      `${ANSWER[a.answer]}${a.on ? `, by ${sayDay(a.on)}` : ''}${way ? ` to ${way}` : ''}: ${capital(a.who)}, ${a.how}, ${on}.${a.warning ? ` Warned: ${stopped(a.warning)}` : ''}`,
    besides: 'Safety, and found besides',
    tax: (percent, included) =>
      percent === 0 ? 'No tax is reckoned.' : `${percent} % tax is ${included ? 'in' : 'added to'} every sum.`,
    rate: (sum) => `Work at ${sum} an hour, by the plan.`,
    rust: 'Rust can make it longer; we ask before it costs more.',
  },
  back: {
    heads: {
      why: 'Why it was here',
      told: 'You told us',
      found: 'We found',
      sound: 'Looked at, and sound',
      fitted: 'We fitted',
      refitted: 'We took off and put back',
      agreed: 'Agreed, and not on yet',
      offered: 'Offered',
      costs: 'What it costs, as agreed',
      declined: 'Declined or put off',
      comeBack: 'Come back for',
      road: 'On the same road',
      kept: 'In our own words',
    },
    jobs: {
      noise: 'noise',
      'failed inspection': 'failed inspection',
      'age replacement': 'age replacement',
      upgrade: 'upgrade',
      'changed stance': 'changed stance',
      access: 'access',
      'found during other work': 'found during other work',
    },
    cause: (names) => `The cause: ${names}.`,
    noCause: 'The noise did not come back on our drive.',
    gone: {
      renewed: 'Renewed.',
      'put right': 'Put right.',
      'put back': 'Put back as it was.',
      'not repaired': 'Not repaired.',
      left: 'Left as it is.',
    },
    nothingLooked: 'Nothing was looked at beyond what is written here.',
    samePart: 'The same part',
    work: (what) => `work on ${what}`,
    picture: (end) => `${capital(end)} axle, from behind`,
    marks: { 'worn, new': 'was worn, is new', new: 'is new', worn: 'is worn, and still in' },
    photographs: 'Photographs',
    sides: { left: 'left', right: 'right' },
    results: { quiet: 'Quiet.', better: 'Better.', same: 'The same.', worse: 'Worse.', 'not driven': 'Not driven.' },
    at: (what, distance, day) => `${what}, at ${distance}, about ${day}`,
    firstAt: (distance) => `first at ${distance}`,
    repair: 'Repair, before it is driven',
    alignment: 'Wheel alignment',
    nothingDue: 'Nothing is due.',
    answerDue: 'Your answer to what was offered.',
    handedBack: (by) => (by ? `Handed back by ${by}` : 'Not handed back yet'),
    maker: 'The maker’s information and local inspection rules come first.',
    ownWords: 'As the yard wrote it:',
  },
};
