import { BadInput, oneOf, within } from '../error';
import { readDistance } from '../job';
import { TELLS, type Tell } from '../job';
import { isEmail, isTelephone } from '../text';
import { convert, type DistanceUnit } from '../units';
import { plateKey, readVin } from '../vehicle';
import { byColumn, textCell } from './cells';
import type { ListOf } from './list';

/** How whoever it belongs to is reached. */
export interface ListedCustomer {
  readonly name: string;
  readonly telephone: string;
  readonly email: string;
  readonly address: string;
  readonly language: string;
  readonly tell: Tell;
  readonly note: string;
}
export interface ListedVehicle {
  readonly plate: string;
  /** The name of its type in the file. */
  readonly type: string;
  readonly variant: string;
  readonly vin: string;
  readonly year: number;
  readonly distanceKm: number;
  /** 0 where nobody knows. */
  readonly kmPerDay: number;
  /** None where the list names nobody. */
  readonly customer: ListedCustomer | null;
}

const OLDEST = 1950;
const YEAR = /(?<!\d)(?:19|20)\d\d(?!\d)/g;

/** "2016", "2016-03-01", "03/2016": the one year that is said. */
function yearOf(text: string, newest: number): number {
  const said = [...new Set(text.match(YEAR))];
  if (said.length !== 1) throw new BadInput('year', 'must be a year, such as 2016', text);
  return within('year', Number(said[0]), OLDEST, newest);
}

/** The unit a head says, as in "Mileage (miles)"; else the shop's. */
const unitOf = (head: string | undefined, unit: DistanceUnit): DistanceUnit => {
  if (/\b(mi|miles?|mileage in miles)\b/i.test(head ?? '')) return 'mi';
  return /\b(km|kilomet(re|er)s?)\b/i.test(head ?? '') ? 'km' : unit;
};

export const VEHICLE_LIST: ListOf<ListedVehicle> = {
  id: 'vehicles',
  title: 'Vehicles and their customers',
  line: 'plate',
  columns: [
    {
      id: 'plate',
      says: 'as it is read on the vehicle',
      must: true,
      heads: [
        'registration',
        'reg',
        'reg no',
        'registration number',
        'licence plate',
        'license plate',
        'number plate',
        'plate number',
      ],
    },
    {
      id: 'type',
      says: 'a type of the file',
      must: true,
      heads: ['model', 'vehicle', 'vehicle type', 'vehicle model', 'make and model', 'car'],
      picks: (c) => c.typeNames,
    },
    {
      id: 'year',
      says: 'a year, or a date in it',
      must: true,
      heads: ['model year', 'built', 'year built', 'first registration', 'first registered', 'registered'],
    },
    {
      id: 'distance',
      says: 'what it has run',
      must: true,
      heads: ['mileage', 'odometer', 'odo', 'km', 'kilometres', 'kilometers', 'miles', 'distance run'],
    },
    {
      id: 'vin',
      says: '17 letters and digits',
      heads: ['chassis', 'chassis number', 'chassis no', 'vin number', 'frame number'],
    },
    { id: 'variant', says: 'one of its type’s variants', heads: ['trim', 'version'] },
    { id: 'km a day', says: 'a number; nothing where nobody knows' },
    {
      id: 'customer',
      says: 'a name',
      heads: ['owner', 'name', 'client', 'customer name', 'owner name', 'keeper', 'company'],
    },
    { id: 'telephone', says: 'a number', heads: ['phone', 'tel', 'mobile', 'phone number', 'cell', 'telephone number'] },
    { id: 'e-mail', says: 'an address', heads: ['email', 'mail', 'email address', 'e mail address'] },
    { id: 'address', says: 'in one cell', heads: ['postal address', 'street', 'customer address'] },
    { id: 'language', says: 'the one they speak' },
    { id: 'told', says: TELLS.join(', '), heads: ['contact by', 'contact', 'preferred contact'], picks: () => TELLS },
    { id: 'note', says: 'when they can be reached', heads: ['notes', 'remark', 'remarks', 'comment', 'comments'] },
  ],
  read(cells, c, heads) {
    const text = (column: string, most: number) => textCell(cells, column, most);
    const plate = text('plate', 16);
    if (plate.length < 2 || !plateKey(plate)) throw new BadInput('plate', 'must have 2 to 16 letters and digits', plate);
    const type = text('type', 80);
    const vin = text('vin', 24);
    const read = vin ? readVin(vin, c.year + 1) : undefined;
    if (read?.faults.length) throw new BadInput('vin', read.faults[0]!.replace(/\.$/, ''), vin);
    const variant = text('variant', 60);
    const known = c.types.get(type)?.spec.variants ?? [];
    if (variant && !known.some((v) => v.name === variant)) throw new BadInput('variant', `is none of ${type}`, variant);
    const day = text('km a day', 20);
    return {
      plate: plate.toUpperCase(),
      type,
      variant,
      vin: read?.vin ?? '',
      year: yearOf(text('year', 40), c.year + 1),
      distanceKm: readDistance(text('distance', 40), unitOf(heads['distance'], c.unit)),
      kmPerDay: day ? within('km a day', Number(day.replace(',', '.')), 0, 2000) : 0,
      customer: customerOf(text),
    };
  },
  cells: (v, c) => ({
    plate: v.plate,
    type: v.type,
    year: String(v.year),
    distance: `${Math.round(convert(v.distanceKm, 'km', c.unit, 'distance'))} ${c.unit}`,
    vin: v.vin,
    variant: v.variant,
    'km a day': v.kmPerDay ? String(v.kmPerDay) : '',
    ...(v.customer
      ? {
          customer: v.customer.name,
          telephone: v.customer.telephone,
          'e-mail': v.customer.email,
          address: v.customer.address,
          language: v.customer.language,
          told: v.customer.tell,
          note: v.customer.note,
        }
      : {}),
  }),
  key: (v) => plateKey(v.plate),
  name: (v) => v.plate,
  examples: [
    {
      plate: 'EXAMPLE 1',
      type: 'as in the file',
      year: '2016',
      distance: '84 000 km',
      customer: 'Kari Moe',
      telephone: '+00 555 0100',
      told: 'by phone',
    },
    { plate: 'EXAMPLE 2', type: 'as in the file', year: '2019', distance: '41 500 km', customer: 'Quay Bakery' },
  ],
};

function customerOf(text: (column: string, most: number) => string): ListedCustomer | null {
  const name = text('customer', 120);
  const [telephone, email] = [text('telephone', 40), text('e-mail', 160)];
  if (!isTelephone(telephone)) throw new BadInput('telephone', 'must be a number: digits, spaces and a + in front', telephone);
  if (!isEmail(email)) throw new BadInput('e-mail', 'must be an address such as ann@yard.example', email);
  const rest = { address: text('address', 300), language: text('language', 40), note: text('note', 300) };
  if (!name) {
    const said = Object.entries({ telephone, 'e-mail': email, ...rest }).find(([, v]) => v);
    if (said) throw new BadInput('customer', `is empty, though the line has a ${said[0]}`);
    return null;
  }
  const tell = text('told', 20);
  return { name, telephone, email, ...rest, tell: byColumn('told', () => (tell ? oneOf('told', tell, TELLS) : 'by phone')) };
}
