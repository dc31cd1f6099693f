import { fixed } from '../../text';
import {
  dayBy,
  distanceBy,
  moneyBy,
  partsBy,
  plannedBy,
  stopped,
  type ForWhoDrives,
  type PaperWords,
  type Thing,
} from '../words';

type Gender = 'm' | 'f' | 'n' | 'plural';
interface Noun {
  readonly g: Gender;
  readonly one: string;
  readonly many: string;
}
const noun = (g: Gender, one: string, many = one): Noun => ({ g, one, many });
const THINGS: Readonly<Record<Thing, Noun>> = {
  link: noun('f', 'Koppelstange', 'Koppelstangen'),
  'frame-bushing': noun('n', 'Stabilisatorlager', 'Stabilisatorlager'),
  bar: noun('m', 'Stabilisator', 'Stabilisatoren'),
  'ball-joint': noun('n', 'Traggelenk', 'Traggelenke'),
  'upper-ball-joint': noun('n', 'obere Traggelenk', 'oberen Traggelenke'),
  'tie-rod-outer': noun('m', 'Spurstangenkopf', 'Spurstangenköpfe'),
  'tie-rod-inner': noun('n', 'Axialgelenk der Spurstange', 'Axialgelenke der Spurstangen'),
  'wheel-bearing': noun('n', 'Radlager', 'Radlager'),
  'wheel-nuts': noun('plural', 'Radmuttern'),
  spring: noun('f', 'Feder', 'Federn'),
  damper: noun('m', 'Stoßdämpfer', 'Stoßdämpfer'),
  'top-mount': noun('n', 'Domlager', 'Domlager'),
  'arm-bushings': noun('plural', 'Querlenkerlager'),
  'upper-arm-bushings': noun('plural', 'oberen Querlenkerlager'),
  'beam-bushing': noun('n', 'Hinterachslager', 'Hinterachslager'),
  'leaf-bushings': noun('plural', 'Lager der Blattfeder'),
};
const SIDE = { left: 'linke', right: 'rechte' } as const;
const AXLE = { front: 'vordere', rear: 'hintere' } as const;
/** Ending of an adjective without an article; a noun that brings one of its own takes the article instead. */
const ENDING = { m: 'r', f: '', n: 's', plural: '' } as const;
const brings = (n: Noun): boolean => /^[a-zäöü]/.test(n.one);
const ARTICLE = { m: 'der', f: 'die', n: 'das', plural: 'die' } as const;
function one(n: Noun, side: string, axle: string): string {
  if (brings(n))
    return `${ARTICLE[n.g]} ${[axle, side]
      .filter(Boolean)
      .map((a) => (n.g === 'plural' ? `${a}n` : a))
      .join(' ')} ${n.one}`.replace(/ +/g, ' ');
  return [...[axle, side].filter(Boolean).map((a) => a + ENDING[n.g]), n.one].join(' ');
}
const und = (names: readonly string[], last = 'und'): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`;
const big = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);
const NUMBERS = ['null', 'eine', 'zwei', 'drei', 'vier', 'fünf', 'sechs'];

const HOLDS_WHEEL: ForWhoDrives = {
  does: 'Dieses Gelenk hält das Rad.',
  ifNot: 'Löst es sich, klappt das Rad ohne Vorwarnung weg.',
};
const STEERS: ForWhoDrives = {
  does: 'Dieses Teil lenkt das Rad.',
  ifNot: 'Löst es sich, wird dieses Rad nicht mehr gelenkt.',
};
const ARM: ForWhoDrives = {
  does: 'Das Rad kann sich vor und zurück bewegen: Es klopft und kann beim Bremsen ziehen.',
  ifNot: 'Das Rad wird immer ungenauer geführt: Die Reifen nutzen sich ab, und das Fahrzeug läuft unruhig.',
};
const END = { front: 'Vorne', rear: 'Hinten' } as const;
const GRADE = { dangerous: 'gefährlich', loose: 'verschlissen', watch: 'leicht verschlissen' } as const;
const ANSWER = { approved: 'Ja', declined: 'Nein', later: 'Später' } as const;
const HOW = {
  'in person': 'persönlich',
  'by phone': 'am Telefon',
  'by message': 'per Nachricht',
  'in writing': 'schriftlich',
} as const;
const WAYS: ReadonlyMap<string, string> = new Map([
  ['plain', 'einfach'],
  ['better', 'besser'],
  ['heavy duty', 'verstärkt'],
  ['adjustable', 'einstellbar'],
  ['polyurethane', 'Polyurethan'],
  ['as it is', 'wie es ist'],
]);
const day = dayBy('de-DE');
const months = (n: number): string =>
  n % 12 === 0 ? (n === 12 ? 'ein Jahr' : `${NUMBERS[n / 12] ?? n / 12} Jahre`) : `${n} Monate`;

/** What worn parts do to whoever drives is common practice, no source. */
export const deutsch: PaperWords = {
  language: 'Deutsch',
  tag: 'de-DE',
  list: (names) => und(names),
  money: moneyBy('de-DE'),
  day,
  distance: distanceBy('de-DE'),
  parts: (_d, ids) =>
    partsBy({
      one: (t, side, end) => one(THINGS[t], SIDE[side], end ? AXLE[end] : ''),
      both: (t, end) => {
        const n = THINGS[t];
        const axle = end ? `${AXLE[end]}n ` : '';
        return n.g === 'plural' ? `${end ? `${AXLE[end]} ` : ''}${n.one} links und rechts` : `beide ${axle}${n.many}`;
      },
      across: (t, end) => one(THINGS[t], '', end ? AXLE[end] : ''),
      list: und,
    })(ids),
  others: {
    'left drive shaft': 'linke Antriebswelle',
    'right drive shaft': 'rechte Antriebswelle',
    'engine mount': 'Motorlager',
    'subframe bolt': 'Schraube des Hilfsrahmens',
    'recent work': 'eine Arbeit von vor kurzem',
    'exhaust shield': 'Hitzeschutzblech am Auspuff',
    'brake hardware': 'Teile der Bremse',
    'load or jack loose': 'lose Ladung oder loser Wagenheber',
  },
  end: END,
  hello: (vehicle, plate, name) => `Guten Tag${name ? `, ${name}` : ''}. Ihr ${vehicle}, ${plate}:`,
  found: (grade, end, what) => `${END[end]} ${GRADE[grade]}: ${what}.`,
  drives: {
    link: {
      does: 'Das klopft über Unebenheiten, und die Karosserie neigt sich in Kurven mehr.',
      ifNot: 'Es wird lauter; eine Koppelstange, die bricht, kann treffen, was daneben liegt.',
    },
    'frame-bushing': {
      does: 'Der Stabilisator kann sich dort bewegen, wo er gehalten wird: Es klopft über Unebenheiten.',
      ifNot: 'Es wird lauter, und der Stabilisator nutzt sich an seiner Halterung ab.',
    },
    bar: {
      does: 'Der Stabilisator hält die Karosserie in Kurven gerade.',
      ifNot: 'Bricht er, kann er einen Reifen oder einen Bremsschlauch treffen.',
    },
    'ball-joint': HOLDS_WHEEL,
    'upper-ball-joint': HOLDS_WHEEL,
    'tie-rod-outer': STEERS,
    'tie-rod-inner': STEERS,
    'wheel-bearing': {
      does: 'Es trägt das Rad: Es brummt oder mahlt, und das Rad hat Spiel.',
      ifNot: 'Es läuft heiß, und am Ende löst sich das Rad.',
    },
    'wheel-nuts': { does: 'Sie halten das Rad.', ifNot: 'Sind sie lose, kann das Rad abgehen.' },
    spring: { does: 'Sie trägt das Gewicht des Fahrzeugs.', ifNot: 'Ein gebrochenes Ende kann den Reifen aufschneiden.' },
    damper: {
      does: 'Er hält das Rad auf der Straße: Nach einer Bodenwelle schwingt das Fahrzeug nach.',
      ifNot: 'Auf schlechter Straße wird der Bremsweg länger, und die Reifen nutzen sich ungleich ab.',
    },
    'top-mount': {
      does: 'Es hält das Federbein an der Karosserie: Es klopft und kann die Lenkung schwergängig machen.',
      ifNot: 'Es wird lauter, und die Lenkung wird ungenauer.',
    },
    'arm-bushings': ARM,
    'upper-arm-bushings': ARM,
    'beam-bushing': {
      does: 'Es hält die Hinterachse: Es klopft, und das Heck lenkt ein wenig von selbst.',
      ifNot: 'Das Fahrzeug wird in Kurven unsicherer, und die Reifen nutzen sich ab.',
    },
    'leaf-bushings': {
      does: 'Sie halten die Blattfeder: Es klopft, wenn sich die Last ändert.',
      ifNot: 'Die Feder arbeitet sich in ihre Halterung.',
    },
  },
  watchLater: 'Jetzt muss nichts getan werden: Wir sehen beim nächsten Mal wieder nach.',
  nothingWorn: 'Von dem, was wir angesehen haben, war nichts verschlissen.',
  ban: (whats) => `Nicht auf die Straße, bevor das repariert ist: ${und(whats)}.`,
  way: (name) => WAYS.get(name) ?? name,
  here: (h) =>
    h.is === 'in hours'
      ? `in ${h.hours} Stunden da`
      : { 'nothing to wait for': 'nichts abzuwarten', 'on the shelf': 'am Lager', 'to be ordered': 'zu bestellen' }[h.is],
  line: (name, ways) => {
    const told = ways.map((w) => `${ways.length > 1 ? `${w.name}, ` : ''}${w.sum}, ${w.here}`);
    return `${big(name)}: ${ways.length > 1 ? `${NUMBERS[ways.length] ?? ways.length} Möglichkeiten: ${und(told, 'oder')}` : told[0]!}.`;
  },
  beside: (together, later) => `${together}, solange es ohnehin zerlegt ist, später für sich allein ${later}.`,
  differs: (way, before, dearer, more, less) => {
    const costs = dearer ? `kostet ${dearer} mehr als „${before}“` : `kostet so viel wie „${before}“`;
    return `„${big(way)}“ ${costs}${more.length ? `: ${und(more)}` : ''}${less.length ? `; ${und(less)}` : ''}.`;
  },
  trait: (t) => {
    switch (t.is) {
      case 'its length can be set':
        return 'die Länge lässt sich einstellen';
      case 'it can be greased':
        return 'lässt sich abschmieren';
      case 'flats':
        return 'die Schlüsselflächen werden nicht rund wie ein Innensechskant';
      case 'sooner':
        return 'ist früher da';
      case 'to be greased':
        return 'muss geschmiert werden';
      case 'no warranty':
        return 'hat keine Garantie';
      case 'stiffer':
        return t.by
          ? `${{ about: 'etwa', 'more than': 'mehr als', 'less than': 'weniger als' }[t.by.how]} ${fixed(t.by.ratio, 1).replace('.', ',')}-mal so steif und verschleißt weniger`
          : 'fester und verschleißt weniger';
      case 'covered':
        return `hat ${months(t.months)} Garantie`;
      case 'covered only':
        return `hat nur ${months(t.months)} Garantie`;
      case 'later':
        return `ist in ${t.hours} Stunden da`;
    }
  },
  saidYes: (name, way) => `Sie haben zugesagt: ${name}${way ? `, ${way}` : ''}.`,
  total: (is) => ({ agreed: 'Vereinbart', least: 'Alles zusammen, jeweils das Günstigste', all: 'Alles zusammen' })[is],
  takes: (minutes, hours) => {
    const p = plannedBy(minutes);
    const time = 'minutes' in p ? `etwa ${p.minutes} Minuten` : `etwa ${String(p.halves / 2).replace('.', ',')} Stunden`;
    const parts =
      hours === undefined
        ? 'wann die Teile kommen, wird erfragt'
        : hours > 0
          ? `die Teile kommen in etwa ${hours} Stunden`
          : 'die Teile sind da';
    return `Die Arbeit dauert ${time}, mehr, wo Rost festhält; ${parts}.`;
  },
  need: (names) => `Bitte sagen Sie uns Ja, Nein oder Später: ${names}. Vorher tun wir davon nichts.`,
  quote: {
    title: (plate) => `${plate}: was es kosten würde`,
    nothing: 'Noch wurde nichts ausgewählt.',
    rows: {
      what: 'was',
      parts: 'Teile',
      labour: 'Arbeit',
      total: 'Summe',
      available: 'lieferbar',
      warranty: 'Garantie',
      upkeep: 'Pflege',
      ride: 'Fahrgefühl',
    },
    labour: ({ minutes, timedMinutes }) =>
      `${minutes} min, ${timedMinutes === 0 ? 'übliche Zeiten' : timedMinutes >= minutes ? 'unsere eigenen Zeiten' : `davon ${timedMinutes} nach eigenen Zeiten`}`,
    warranty: (m) => (m === undefined ? 'nicht angegeben' : m === 0 ? 'keine' : `${m} Monate`),
    upkeep: ({ what }, every) =>
      ({
        'silicone grease': `Silikonfett${every ? ` alle ${every}` : ', wenn es quietscht'}`,
        grease: every ? `Fett alle ${every}` : 'Fett beim Ölwechsel',
        'lock nuts': 'einmal im Jahr nach den Kontermuttern sehen',
        'not said': 'nicht angegeben',
        none: 'keine',
      })[what],
    rides: {
      'as it is': 'wie bisher',
      firmer: 'straffer; quietscht, wenn es trocken läuft',
      firm: 'straff; jeder Stein ist zu hören',
      quiet: 'ruhig, wie es war',
    },
    noAnswer: 'Noch keine Antwort.',
    answer: (a, way, on) =>
      `${ANSWER[a.answer]}${a.on ? `, bis ${day(a.on)}` : ''}${way ? ` zu „${way}“` : ''}: ${big(a.who)}, ${HOW[a.how]}, ${on}.${a.warning ? ` Gewarnt: ${stopped(a.warning)}` : ''}`,
    besides: 'Sicherheit, und außerdem gefunden',
    tax: (percent, included) =>
      percent === 0
        ? 'Es wird keine Steuer berechnet.'
        : `${fixed(percent, percent % 1 ? 1 : 0).replace('.', ',')} % Steuer ${included ? 'sind in jeder Summe enthalten' : 'kommen zu jeder Summe'}.`,
    rate: (sum) => `Die Arbeit kostet ${sum} die Stunde, nach Plan.`,
    rust: 'Rost kann sie verlängern; wir fragen, bevor es mehr kostet.',
  },
  back: {
    heads: {
      why: 'Warum es hier war',
      told: 'Sie haben uns gesagt',
      found: 'Wir haben gefunden',
      sound: 'Angesehen und in Ordnung',
      fitted: 'Wir haben eingebaut',
      refitted: 'Abgebaut und wieder angebaut',
      agreed: 'Vereinbart und noch nicht eingebaut',
      offered: 'Angeboten',
      costs: 'Was es kostet, wie vereinbart',
      declined: 'Abgelehnt oder verschoben',
      comeBack: 'Bitte wiederkommen für',
      road: 'Auf derselben Straße',
      kept: 'In unseren eigenen Worten',
    },
    jobs: {
      noise: 'Geräusch',
      'failed inspection': 'nicht bestandene Prüfung',
      'age replacement': 'Austausch wegen Alters',
      upgrade: 'Verbesserung',
      'changed stance': 'geänderte Höhe',
      access: 'Zugang für eine andere Arbeit',
      'found during other work': 'bei anderer Arbeit gefunden',
    },
    cause: (names) => `Die Ursache: ${names}.`,
    noCause: 'Das Geräusch kam auf unserer Probefahrt nicht wieder.',
    gone: {
      renewed: 'Erneuert.',
      'put right': 'In Ordnung gebracht.',
      'put back': 'Wieder angebaut, wie es war.',
      'not repaired': 'Nicht repariert.',
      left: 'Belassen, wie es ist.',
    },
    nothingLooked: 'Es wurde nichts angesehen außer dem, was hier steht.',
    samePart: 'Dasselbe Teil',
    work: (what) => `Arbeit: ${what}`,
    picture: (end) => ({ front: 'Vorderachse, von hinten gesehen', rear: 'Hinterachse, von hinten gesehen' })[end],
    marks: { 'worn, new': 'war verschlissen, ist neu', new: 'ist neu', worn: 'ist verschlissen und noch eingebaut' },
    photographs: 'Fotos',
    sides: { left: 'links', right: 'rechts' },
    results: {
      quiet: 'Ruhig.',
      better: 'Besser.',
      same: 'Unverändert.',
      worse: 'Schlechter.',
      'not driven': 'Nicht gefahren.',
    },
    at: (what, distance, on) => `${what}, bei ${distance}, etwa am ${on}`,
    firstAt: (distance) => `zuerst bei ${distance}`,
    repair: 'Reparatur, bevor es gefahren wird',
    alignment: 'Achsvermessung',
    nothingDue: 'Nichts steht an.',
    answerDue: 'Ihre Antwort auf das Angebot.',
    handedBack: (by) => (by ? `Übergeben von ${by}` : 'Noch nicht übergeben'),
    maker: 'Die Angaben des Herstellers und die örtlichen Prüfvorschriften gehen vor.',
    ownWords: 'Wie es in der Werkstatt aufgeschrieben wurde:',
  },
};
