import { BadInput, within } from '../error';
import { readBookValue, type BookValue, type FastenerKind } from '../torque';
import { parseThread } from '../thread';
import { convert, parseQuantity } from '../units';
import { layoutOf, usualPoints, type AxleSpec } from './axle';
import { BUSHINGS } from './bushings';
import type { Suspension } from './layouts';
import { LINKS, type LinkKind } from './links';
import { VEHICLE_TYPE_VERSION, type Assumable, type VehicleTypeSpec } from './type';
import { AXLES, type AxleEnd, type Hold } from './words';

/** A type as somebody describes it at the vehicle: lengths, threads and torques as they were typed. */
export interface TypeForm {
  readonly name: string;
  readonly jackingPoints: string;
  readonly front: Suspension;
  readonly rear: Suspension;
  readonly powered: AxleEnd | 'both' | 'not known';
  readonly track: string;
  readonly tyreWidth: string;
  readonly tyreDiameter: string;
  readonly nuts: string;
  readonly nutThread: string;
  readonly nutHex: string;
  readonly bar: string;
  readonly linkKind: LinkKind;
  readonly linkLength: string;
  readonly linkThread: string;
  readonly linkHex: string;
  readonly hold: Hold;
  readonly holdSize: string;
  readonly bracketThread: string;
  readonly bracketHex: string;
  readonly shield: string;
  readonly torqueLink: string;
  readonly torqueBracket: string;
  readonly torqueWheel: string;
  readonly source: string;
}

const mm = (field: string, text: string, lo: number, hi: number) =>
  within(field, parseQuantity(text, 'length', { field }).si, lo, hi, 'mm');

function count(field: string, text: string, lo: number, hi: number): number {
  const n = within(field, text.trim() ? Number(text) : NaN, lo, hi);
  if (!Number.isInteger(n)) throw new BadInput(field, 'must be a whole number', text);
  return n;
}

/** A torque as it was typed, for one fastener; none where nothing was typed. */
function bookValue(fastener: FastenerKind, field: string, text: string, thread: string, source: string): BookValue[] {
  if (!text.trim()) return [];
  return [readBookValue(text, source, { fastener, thread, publisher: 'vehicle maker' }, field)];
}

/**
 * A vehicle type from what was typed: a bar on links in front, none behind. What nobody measured is usual,
 * and marked so.
 * @throws BadInput naming the field and its bound.
 * @param usual what nobody has changed from its usual value: it is stored as that
 */
export function buildType(f: TypeForm, usual: readonly Assumable[] = []): VehicleTypeSpec {
  if (!f.name.trim()) throw new BadInput('name of the type', 'is empty');
  const trackMm = mm('track', f.track, 800, 2600);
  const tyreDiameterMm = mm('tyre diameter', f.tyreDiameter, 380, 1200);
  const common = {
    trackMm,
    tyreWidthMm: mm('tyre width', f.tyreWidth, 90, 500),
    tyreDiameterMm,
    wheelNuts: {
      count: count('number of wheel nuts', f.nuts, 3, 10),
      thread: parseThread(f.nutThread, 'wheel nut thread').name,
      hexMm: mm('wheel nut hex', f.nutHex, 5, 60),
    },
  };
  const stud = {
    thread: parseThread(f.linkThread, 'link thread').name,
    nutHexMm: mm('link nut hex', f.linkHex, 5, 60),
    hold: f.hold,
    ...(f.hold === 'none' ? {} : { holdMm: mm('hold size', f.holdSize, 2, 40) }),
  };
  const base = (end: AxleEnd, bar: boolean) => ({
    suspension: f[end],
    steered: end === 'front',
    ...(f.powered === 'not known' ? {} : { powered: f.powered === end || f.powered === 'both' }),
    springSeat: layoutOf({ suspension: f[end] }).springSeat,
    ...common,
    points: usualPoints(f[end], { trackMm, tyreDiameterMm, bar }),
  });
  const bracketThread = parseThread(f.bracketThread, 'bracket bolt thread').name;
  const front: AxleSpec = {
    ...base('front', true),
    barDiameterMm: mm('bar diameter', f.bar, 8, 60),
    link: { kind: f.linkKind, lengthMm: mm('link length', f.linkLength, 30, 600), upper: stud, lower: stud },
    bushing: {
      kind: 'two-bolt',
      bolts: BUSHINGS['two-bolt'].bolts,
      thread: bracketThread,
      hexMm: mm('bracket bolt hex', f.bracketHex, 5, 60),
    },
    shieldFasteners: count('undershield fasteners', f.shield, 0, 40),
  };
  const rear: AxleSpec = { ...base('rear', false), barDiameterMm: null, link: null, bushing: null, shieldFasteners: 0 };
  const wheel = bookValue('wheel-nut', 'wheel nut torque', f.torqueWheel, common.wheelNuts.thread, f.source);
  return {
    version: VEHICLE_TYPE_VERSION,
    name: f.name.trim(),
    ...(usual.length ? { usual } : {}),
    axles: { front, rear },
    jackingPoints: f.jackingPoints.trim() || 'as the maker says',
    tips: [],
    torqueBook: {
      front: [
        ...LINKS[f.linkKind].fasteners.flatMap((x) => bookValue(x.kind, 'link torque', f.torqueLink, stud.thread, f.source)),
        ...bookValue('bracket-bolt', 'bracket torque', f.torqueBracket, bracketThread, f.source),
        ...wheel,
      ],
      rear: wheel,
    },
  };
}

/**
 * That a type holds together, whoever described it: layouts where they are met, nothing on a bar that is
 * not there, torques that are what their unit says. The server holds every new type against it.
 * @throws BadInput naming the axle's field.
 */
export function checkType(type: VehicleTypeSpec): void {
  for (const end of AXLES) {
    const axle = type.axles[end];
    if (!layoutOf(axle).ends.includes(end))
      throw new BadInput(`${end} suspension`, 'is none that is met at that axle', axle.suspension);
    if (axle.barDiameterMm === null && (axle.link || axle.bushing))
      throw new BadInput(`bar of the ${end} axle`, 'is missing, but its link or bushing is there');
    for (const v of type.torqueBook[end]) {
      const nm = convert(v.value, v.unit, 'N·m', 'torque');
      if (nm < v.minNm * 0.99 || nm > v.maxNm * 1.01)
        throw new BadInput(`torque of the ${v.fastener}`, `is not ${v.value} ${v.unit}`, v.minNm);
    }
  }
}
