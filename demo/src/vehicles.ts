import { vinCheckDigit } from '@ash-knot/core';
import { chanceFrom, type Chance } from '@ash-knot/core/numeric';

export interface DemoVehicle {
  readonly key: string;
  readonly plate: string;
  readonly vin: string;
  readonly type: string;
  readonly year: number;
  readonly distanceKm: number;
  readonly kmPerDay: number;
  readonly owner: string;
  /** Which of its type's variants it is; null where nobody has looked. */
  readonly variant: string | null;
}

/** A number that passes its own check digit and belongs to nobody: places 1–3 are an unassigned mark. */
function madeUpVin(c: Chance, year: number): string {
  const YEARS = 'ABCDEFGHJKLMNPRSTVWXY123456789';
  const letters = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';
  const some = (n: number) => Array.from({ length: n }, () => c.pick([...letters])).join('');
  const vin = `Z00${some(5)}0${YEARS[(year - 1980) % 30]}K${String(c.whole(0, 999_999)).padStart(6, '0')}`;
  return vin.slice(0, 8) + vinCheckDigit(vin)! + vin.slice(9);
}

const FLEET: readonly [plates: readonly string[], type: string, owner: string, kmPerDay: number][] = [
  [['SK 2047', 'PV 2210', 'SK 2051', 'SK 2063', 'PV 2188', 'SK 2104', 'PV 2231', 'SK 2119'], 'post', 'Island post', 62],
  [['SCH 11', 'SCH 12', 'SCH 14', 'SCH 15'], 'bus', 'School council', 88],
  [['HB 0093', 'HB 0101', 'HB 0107', 'HB 0112', 'HB 0120', 'HB 0126'], 'hauler', 'Harbour office', 28],
  [['NR 508', 'NR 511', 'MT 340', 'MT 377', 'MT 402', 'MT 418'], 'mite', 'District nurses', 47],
  [['QY 71', 'QY 74', 'QY 80', 'QY 85'], 'quay', 'Fish quay', 22],
  [['BK 1660', 'BK 1672', 'BK 1690', 'BK 1701'], 'skiff', 'Skerrow taxis', 120],
  [['DR 28', 'DR 31', 'DR 36', 'DR 40'], 'dray', 'Carriers’ union', 54],
  [['LK 902', 'LK 915', 'LK 930', 'LK 948'], 'lark', 'Parish hall', 18],
];

export function makeVehicles(thisYear: number): DemoVehicle[] {
  const c = chanceFrom(77);
  return FLEET.flatMap(([plates, type, owner, kmPerDay]) =>
    plates.map((plate, i): DemoVehicle => {
      const year = thisYear - c.whole(5, 12);
      const perDay = Math.round(kmPerDay * c.between(0.75, 1.2));
      const distanceKm =
        plate === 'SK 2047' ? 148_210 : Math.round(perDay * 365 * (thisYear - year) * c.between(0.8, 1) + 30_000);
      return {
        key: `v${plate.replace(/\W/g, '')}`,
        plate,
        vin: madeUpVin(c, year),
        type,
        year,
        distanceKm,
        kmPerDay: perDay,
        variant: type === 'skiff' ? (['front bar 24', 'front bar 22', null][i % 3] ?? null) : null,
        owner: i % 3 === 2 && type !== 'bus' ? `${owner}, reserve` : owner,
      };
    }),
  );
}
