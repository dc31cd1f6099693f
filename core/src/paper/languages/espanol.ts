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

interface Noun {
  readonly g: 'm' | 'f';
  readonly one: string;
  readonly many: string;
  /** Always several of them on a side. */
  readonly several?: boolean;
}
const m = (one: string, many: string): Noun => ({ g: 'm', one, many });
const f = (one: string, many: string): Noun => ({ g: 'f', one, many });
const several = (n: Noun): Noun => ({ ...n, one: n.many, several: true });
const THINGS: Readonly<Record<Thing, Noun>> = {
  link: f('bieleta', 'bieletas'),
  'frame-bushing': m('casquillo de la barra estabilizadora', 'casquillos de la barra estabilizadora'),
  bar: f('barra estabilizadora', 'barras estabilizadoras'),
  'ball-joint': f('rótula', 'rótulas'),
  'upper-ball-joint': f('rótula superior', 'rótulas superiores'),
  'tie-rod-outer': f('rótula de dirección', 'rótulas de dirección'),
  'tie-rod-inner': f('rótula axial de dirección', 'rótulas axiales de dirección'),
  'wheel-bearing': m('rodamiento de rueda', 'rodamientos de rueda'),
  'wheel-nuts': several(f('tuerca de rueda', 'tuercas de rueda')),
  spring: m('muelle', 'muelles'),
  damper: m('amortiguador', 'amortiguadores'),
  'top-mount': m('soporte superior del amortiguador', 'soportes superiores de los amortiguadores'),
  'arm-bushings': several(m('casquillo del brazo', 'casquillos del brazo')),
  'upper-arm-bushings': several(m('casquillo del brazo superior', 'casquillos del brazo superior')),
  'beam-bushing': m('casquillo del eje trasero', 'casquillos del eje trasero'),
  'leaf-bushings': several(m('casquillo de la ballesta', 'casquillos de la ballesta')),
};
const SIDE = { left: { m: 'izquierdo', f: 'izquierda' }, right: { m: 'derecho', f: 'derecha' } } as const;
const AXLE = { front: { m: 'delantero', f: 'delantera' }, rear: { m: 'trasero', f: 'trasera' } } as const;
const plural = (word: string, many: boolean | undefined): string => (many ? `${word}s` : word);
const y = (names: readonly string[], last = 'y'): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`;
const big = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);
const NUMBERS = ['cero', 'una', 'dos', 'tres', 'cuatro', 'cinco', 'seis'];

const HOLDS_WHEEL: ForWhoDrives = {
  does: 'Esa rótula sujeta la rueda.',
  ifNot: 'Si se suelta, la rueda se dobla sin avisar.',
};
const STEERS: ForWhoDrives = {
  does: 'Esa pieza dirige la rueda.',
  ifNot: 'Si se suelta, esa rueda deja de obedecer al volante.',
};
const ARM: ForWhoDrives = {
  does: 'La rueda puede moverse adelante y atrás: golpea y puede tirar a un lado al frenar.',
  ifNot: 'La rueda queda cada vez peor guiada: los neumáticos se gastan y el vehículo se desvía.',
};
const END = { front: 'Delante', rear: 'Detrás' } as const;
const GRADE = { dangerous: 'peligroso', loose: 'con desgaste', watch: 'con un poco de desgaste' } as const;
const ANSWER = { approved: 'Sí', declined: 'No', later: 'Más tarde' } as const;
const HOW = {
  'in person': 'en persona',
  'by phone': 'por teléfono',
  'by message': 'por mensaje',
  'in writing': 'por escrito',
} as const;
const WAYS: ReadonlyMap<string, string> = new Map([
  ['plain', 'sencillo'],
  ['better', 'mejor'],
  ['heavy duty', 'reforzado'],
  ['adjustable', 'regulable'],
  ['polyurethane', 'poliuretano'],
  ['as it is', 'como está'],
]);
const day = dayBy('es-ES');
const months = (n: number): string =>
  n % 12 === 0
    ? n === 12
      ? 'un año'
      : `${{ 2: 'dos', 3: 'tres', 4: 'cuatro', 5: 'cinco' }[n / 12] ?? n / 12} años`
    : `${n} meses`;

/** What worn parts do to whoever drives is common practice, no source. */
export const espanol: PaperWords = {
  language: 'Español',
  tag: 'es-ES',
  list: (names) => y(names),
  money: moneyBy('es-ES'),
  day,
  distance: distanceBy('es-ES'),
  parts: (_d, ids) =>
    partsBy({
      one: (t, side, end) => {
        const n = THINGS[t];
        return [n.one, ...(end ? [plural(AXLE[end][n.g], n.several)] : []), plural(SIDE[side][n.g], n.several)].join(' ');
      },
      both: (t, end) => {
        const n = THINGS[t];
        const axle = end ? ` ${AXLE[end][n.g]}s` : '';
        return n.several ? `${n.many}${axle} de ambos lados` : `${n.g === 'f' ? 'ambas' : 'ambos'} ${n.many}${axle}`;
      },
      across: (t, end) => `${THINGS[t].one}${end ? ` ${AXLE[end][THINGS[t].g]}` : ''}`,
      list: y,
    })(ids),
  others: {
    'left drive shaft': 'palier izquierdo',
    'right drive shaft': 'palier derecho',
    'engine mount': 'soporte del motor',
    'subframe bolt': 'tornillo del subchasis',
    'recent work': 'un trabajo reciente',
    'exhaust shield': 'chapa del escape',
    'brake hardware': 'piezas del freno',
    'load or jack loose': 'carga o gato sueltos',
  },
  end: END,
  hello: (vehicle, plate, name) => `Buenos días${name ? `, ${name}` : ''}. Su ${vehicle}, ${plate}:`,
  found: (grade, end, what) => `${END[end]}, ${GRADE[grade]}: ${what}.`,
  drives: {
    link: {
      does: 'Golpea en los baches, y la carrocería se inclina más en las curvas.',
      ifNot: 'Sonará más; una bieleta que se rompe puede golpear lo que tiene al lado.',
    },
    'frame-bushing': {
      does: 'La barra se mueve donde va sujeta: golpea en los baches.',
      ifNot: 'Sonará más, y la barra se gasta donde va sujeta.',
    },
    bar: {
      does: 'La barra estabilizadora mantiene nivelada la carrocería en las curvas.',
      ifNot: 'Si se rompe, puede golpear un neumático o un latiguillo de freno.',
    },
    'ball-joint': HOLDS_WHEEL,
    'upper-ball-joint': HOLDS_WHEEL,
    'tie-rod-outer': STEERS,
    'tie-rod-inner': STEERS,
    'wheel-bearing': {
      does: 'Lleva la rueda: zumba o rasca, y la rueda tiene holgura.',
      ifNot: 'Se calienta, y al final la rueda se suelta.',
    },
    'wheel-nuts': { does: 'Sujetan la rueda.', ifNot: 'Si están flojas, la rueda puede salirse.' },
    spring: { does: 'Lleva el peso del vehículo.', ifNot: 'Un extremo roto puede cortar el neumático.' },
    damper: {
      does: 'Mantiene la rueda en el suelo: después de un bache el vehículo sigue botando.',
      ifNot: 'En mal firme se frena en más metros, y los neumáticos se gastan de forma desigual.',
    },
    'top-mount': {
      does: 'Sujeta la suspensión a la carrocería: golpea en los baches y puede endurecer la dirección.',
      ifNot: 'Sonará más, y la dirección será menos precisa.',
    },
    'arm-bushings': ARM,
    'upper-arm-bushings': ARM,
    'beam-bushing': {
      does: 'Sujeta el eje trasero: golpea, y la parte trasera gira un poco por su cuenta.',
      ifNot: 'El vehículo es menos seguro en las curvas, y los neumáticos se gastan.',
    },
    'leaf-bushings': {
      does: 'Sujetan la ballesta: golpea cuando cambia la carga.',
      ifNot: 'La ballesta desgasta su soporte.',
    },
  },
  watchLater: 'Ahora no hay que hacer nada: lo miramos otra vez la próxima.',
  nothingWorn: 'De lo que miramos, nada tenía desgaste.',
  ban: (whats) => `No debe circular hasta que se repare: ${y(whats)}.`,
  way: (name) => WAYS.get(name) ?? name,
  here: (h) =>
    h.is === 'in hours'
      ? `en ${h.hours} horas`
      : { 'nothing to wait for': 'sin espera', 'on the shelf': 'en el almacén', 'to be ordered': 'hay que pedirlo' }[h.is],
  line: (name, ways) => {
    const told = ways.map((w) => `${ways.length > 1 ? `${w.name}, ` : ''}${w.sum}, ${w.here}`);
    return `${big(name)}: ${ways.length > 1 ? `${NUMBERS[ways.length] ?? ways.length} opciones: ${y(told, 'o')}` : told[0]!}.`;
  },
  beside: (together, later) => `${together} mientras está desmontado, ${later} por separado más tarde.`,
  differs: (way, before, dearer, more, less) => {
    const costs = dearer ? `cuesta ${dearer} más que «${before}»` : `cuesta lo mismo que «${before}»`;
    return `«${big(way)}» ${costs}${more.length ? `: ${y(more)}` : ''}${less.length ? `; ${y(less)}` : ''}.`;
  },
  trait: (t) => {
    switch (t.is) {
      case 'its length can be set':
        return 'su longitud se puede regular';
      case 'it can be greased':
        return 'se puede engrasar';
      case 'flats':
        return 'sus caras planas no se redondean como un hexágono interior';
      case 'sooner':
        return 'llega antes';
      case 'to be greased':
        return 'hay que engrasarlo';
      case 'no warranty':
        return 'no tiene garantía';
      case 'stiffer':
        return t.by
          ? `${{ about: 'unas', 'more than': 'más de', 'less than': 'menos de' }[t.by.how]} ${fixed(t.by.ratio, 1).replace('.', ',')} veces más rígido, y se gasta menos`
          : 'es más firme y se gasta menos';
      case 'covered':
        return `tiene ${months(t.months)} de garantía`;
      case 'covered only':
        return `solo tiene ${months(t.months)} de garantía`;
      case 'later':
        return `llega en ${t.hours} horas`;
    }
  },
  saidYes: (name, way) => `Usted dijo que sí a: ${name}${way ? `, ${way}` : ''}.`,
  total: (is) => ({ agreed: 'Acordado', least: 'Todo, cada cosa por la opción más barata', all: 'Todo' })[is],
  takes: (minutes, hours) => {
    const p = plannedBy(minutes);
    const time = 'minutes' in p ? `unos ${p.minutes} minutos` : `unas ${String(p.halves / 2).replace('.', ',')} horas`;
    const parts =
      hours === undefined
        ? 'preguntamos cuándo llegan las piezas'
        : hours > 0
          ? `las piezas llegan en unas ${hours} horas`
          : 'las piezas están aquí';
    return `El trabajo lleva ${time}, más donde el óxido agarra; ${parts}.`;
  },
  need: (names) => `Díganos, por favor, sí, no o más tarde: ${names}. Antes no hacemos nada de ello.`,
  quote: {
    title: (plate) => `${plate}: lo que costaría`,
    nothing: 'Todavía no se ha elegido nada.',
    rows: {
      what: 'qué',
      parts: 'piezas',
      labour: 'trabajo',
      total: 'total',
      available: 'disponible',
      warranty: 'garantía',
      upkeep: 'cuidado',
      ride: 'marcha',
    },
    labour: ({ minutes, timedMinutes }) =>
      `${minutes} min, ${timedMinutes === 0 ? 'tiempos habituales' : timedMinutes >= minutes ? 'tiempos propios' : `${timedMinutes} de ellos por tiempos propios`}`,
    warranty: (n) => (n === undefined ? 'no consta' : n === 0 ? 'ninguna' : `${n} meses`),
    upkeep: ({ what }, every) =>
      ({
        'silicone grease': `grasa de silicona${every ? ` cada ${every}` : ' cuando chirríe'}`,
        grease: every ? `grasa cada ${every}` : 'grasa con el cambio de aceite',
        'lock nuts': 'mirar sus contratuercas una vez al año',
        'not said': 'no consta',
        none: 'ninguno',
      })[what],
    rides: {
      'as it is': 'como está',
      firmer: 'más firme; chirría si se seca',
      firm: 'firme; se oye cada piedra',
      quiet: 'silenciosa, como era',
    },
    noAnswer: 'Todavía sin respuesta.',
    answer: (a, way, on) =>
      `${ANSWER[a.answer]}${a.on ? `, antes del ${day(a.on)}` : ''}${way ? ` a «${way}»` : ''}: ${big(a.who)}, ${HOW[a.how]}, ${on}.${a.warning ? ` Aviso: ${stopped(a.warning)}` : ''}`,
    besides: 'Seguridad, y encontrado además',
    tax: (percent, included) =>
      percent === 0
        ? 'No se calcula ningún impuesto.'
        : `El ${fixed(percent, percent % 1 ? 1 : 0).replace('.', ',')} % de impuesto ${included ? 'está incluido en cada importe' : 'se suma a cada importe'}.`,
    rate: (sum) => `El trabajo cuesta ${sum} la hora, según lo previsto.`,
    rust: 'El óxido puede alargarlo; preguntamos antes de que cueste más.',
  },
  back: {
    heads: {
      why: 'Por qué estuvo aquí',
      told: 'Usted nos dijo',
      found: 'Hemos encontrado',
      sound: 'Mirado y en buen estado',
      fitted: 'Hemos montado',
      refitted: 'Desmontado y vuelto a montar',
      agreed: 'Acordado y aún sin montar',
      offered: 'Ofrecido',
      costs: 'Lo que cuesta, según lo acordado',
      declined: 'Rechazado o aplazado',
      comeBack: 'Vuelva para',
      road: 'En la misma carretera',
      kept: 'En nuestras propias palabras',
    },
    jobs: {
      noise: 'ruido',
      'failed inspection': 'inspección no superada',
      'age replacement': 'cambio por antigüedad',
      upgrade: 'mejora',
      'changed stance': 'altura cambiada',
      access: 'acceso para otro trabajo',
      'found during other work': 'encontrado en otro trabajo',
    },
    cause: (names) => `La causa: ${names}.`,
    noCause: 'El ruido no volvió en nuestra prueba.',
    gone: {
      renewed: 'Cambiado.',
      'put right': 'Corregido.',
      'put back': 'Vuelto a montar como estaba.',
      'not repaired': 'Sin reparar.',
      left: 'Se deja como está.',
    },
    nothingLooked: 'No se miró nada más que lo que aquí consta.',
    samePart: 'La misma pieza',
    work: (what) => `trabajo: ${what}`,
    picture: (end) => ({ front: 'Eje delantero, visto desde atrás', rear: 'Eje trasero, visto desde atrás' })[end],
    marks: { 'worn, new': 'tenía desgaste, es nuevo', new: 'es nuevo', worn: 'tiene desgaste y sigue montado' },
    photographs: 'Fotografías',
    sides: { left: 'izquierda', right: 'derecha' },
    results: {
      quiet: 'Sin ruido.',
      better: 'Mejor.',
      same: 'Igual.',
      worse: 'Peor.',
      'not driven': 'Sin probar.',
    },
    at: (what, distance, on) => `${what}, a los ${distance}, hacia el ${on}`,
    firstAt: (distance) => `por primera vez a los ${distance}`,
    repair: 'Reparación, antes de circular',
    alignment: 'Alineación de las ruedas',
    nothingDue: 'No hay nada pendiente.',
    answerDue: 'Su respuesta a lo ofrecido.',
    handedBack: (by) => (by ? `Entregado por ${by}` : 'Aún sin entregar'),
    maker: 'La información del fabricante y las normas locales de inspección van primero.',
    ownWords: 'Como se anotó en el taller:',
  },
};
