import { SHIPPED } from '@ash-knot/core/suspects-table';
import { ENTRY_SPECS, VEHICLE_TYPE_VERSION, type AxleSpec, type EntryKind } from '@ash-knot/core';
import { DIAL, STRUT_TYPE } from '@ash-knot/core/test';
import * as z from 'zod';
import { Ajv2020 } from 'ajv/dist/2020';
import openApi from '../../docs/formats/openapi.json';
import measurementSchema from '../../docs/formats/measurements.schema.json';
import tableSchema from '../../docs/formats/suspects-table.schema.json';
import {
  entry,
  entryBodies,
  measurementFile,
  newVehicle,
  part,
  publishedSchemas,
  suspectsTableFile,
  vehicleTypeSpec,
  yardRules,
} from '.';
import { isProblem } from './problem';
import { schemaOf } from './same';

const ID = '0193a000-0000-7000-8000-000000000001';
const JOB = '0193a000-0000-7000-8000-000000000002';
const line = (kind: string, body: unknown, version = ENTRY_SPECS[kind as EntryKind]?.version ?? 1) => ({
  id: ID,
  job: JOB,
  kind,
  version,
  body,
  by: 'ann',
  at: '2026-11-25T09:00:00.000Z',
});
const issues = (v: unknown) => entry.safeParse(v).error?.issues.map((i) => `${i.path.join('.')}: ${i.message}`) ?? [];

test('a good entry passes as it is', () => {
  const e = line('check', {
    check: 'grip-link',
    state: 'both-hanging',
    results: [{ joint: 'front.left.link-lower', result: 'moves' }],
  });
  expect(entry.parse(e)).toEqual(e);
});

test.each([
  ['a joint that does not exist', line('defect', { joint: 'front.middle.link', what: 'boot torn' }), 'body.joint'],
  ['a defect that does not exist', line('defect', { joint: 'front.left.damper', what: 'sad' }), 'body.what'],
  [
    'a play that is negative',
    line('reading', {
      joint: 'front.left.damper',
      phase: 'before',
      gauge: 'g',
      first: 0,
      second: 0,
      unit: 'mm',
      playMm: -1,
    }),
    'body.playMm',
  ],
  [
    'a torque beyond any wrench',
    line('torque', {
      fastener: 'front.left.wheel-nut',
      targetNm: 110,
      targetText: '',
      source: '',
      achievedNm: 5000,
      value: 1,
      unit: 'N·m',
      method: 'torque wrench',
    }),
    'body.achievedNm',
  ],
  ['a fastener that does not exist', line('mark', { fastener: 'front.left.rivet', how: 'firm, unpublished' }), 'body.fastener'],
  ['an id that is none', { ...line('note', { text: 'x' }), id: '12' }, 'id'],
  ['an empty note', line('note', { text: '   ' }), 'body.text'],
  ['a time that is none', { ...line('note', { text: 'x' }), at: 'yesterday' }, 'at'],
  [
    'a thing picked twice',
    line('complaint', {
      character: ['click', 'click'],
      where: [],
      when: [],
      handling: [],
      conditions: [],
      like: [],
      history: [],
      words: '',
    }),
    'body.character',
  ],
])('%s is refused at its field', (_, value, field) => expect(issues(value).some((m) => m.startsWith(`${field}:`))).toBe(true));

test('an unknown kind is refused', () => expect(entry.safeParse(line('poem', {})).success).toBe(false));
test('no kind of entry accepts an empty body', () => {
  for (const [kind, schema] of Object.entries(entryBodies)) expect([kind, schema.safeParse({}).success]).toEqual([kind, false]);
});
test('a vehicle has either a known type or a new one', () => {
  const v = { plate: 'AB 1', year: 2016, distanceKm: 10 };
  expect(newVehicle.safeParse(v).success).toBe(false);
  expect(newVehicle.safeParse({ ...v, typeId: ID }).success).toBe(true);
});
test('a strength above one and a part without a price are refused', () => {
  expect(
    yardRules.safeParse({
      dialect: 'sway bar',
      driverSide: 'left',
      verdictThreshold: 1.2,
      playLimits: {},
      recheckKm: 100,
      alignmentJoints: [],
    }).success,
  ).toBe(false);
  expect(part.safeParse({ id: 'p' }).success).toBe(false);
  expect(vehicleTypeSpec.safeParse({ name: '' }).success).toBe(false);
});

test('what is published in docs/formats is what the program says', () => {
  // `npm run schemas` writes them.
  expect({
    'suspects-table.schema.json': tableSchema,
    'measurements.schema.json': measurementSchema,
    'openapi.json': openApi,
  }).toEqual(JSON.parse(JSON.stringify(publishedSchemas())));
});

describe('what an older program wrote', () => {
  test('an entry without a version is of the first, and is carried over', () => {
    const old = (kind: string, body: object) => ({ id: ID, job: JOB, kind, body, by: 'ann', at: '2026-11-25T09:00:00.000Z' });
    const complaint = { character: ['rattle'], where: [], when: [], drives: ['stiff steering'], history: [], words: '' };
    expect(entry.parse(old('complaint', complaint))).toMatchObject({
      version: 4,
      body: { conditions: [], like: [], handling: ['stiff steering'], character: ['rattle'] },
    });
    // A kind that had another name.
    expect(entry.parse(old('measure', { axle: 'front', measure: 'nut-hex', text: '16', mm: 16 }))).toMatchObject({
      kind: 'size',
      version: 3,
      body: { size: 'nut-hex', mm: 16 },
    });
    expect(entry.parse(old('note', { text: 'x' }))).toMatchObject({ version: 1 });
  });
  test('an entry of a newer program is refused by name', () => {
    expect(issues(line('note', { text: 'x' }, 9))).toEqual([': The version of the note must be from 1 to 1 (given: 9).']);
  });
  test('a type with flat points gets usual ones, fore and aft as its layout has them', () => {
    const { version: _, ...now } = STRUT_TYPE;
    const flat = (axle: AxleSpec) => ({
      ...axle,
      powered: undefined,
      driven: true,
      bushing: axle.bushing ?? { kind: 'none', bolts: 2, thread: 'M8×1.25', hexMm: 13 },
      points: Object.fromEntries(Object.entries(axle.points).map(([n, p]) => [n, [p!.at[1], p!.at[2]]])),
    });
    const old = { ...now, axles: { front: flat(STRUT_TYPE.axles.front), rear: flat(STRUT_TYPE.axles.rear) } };
    const read = vehicleTypeSpec.parse(JSON.parse(JSON.stringify(old)));
    expect(read.version).toBe(VEHICLE_TYPE_VERSION);
    expect(read.axles.front).toMatchObject({ powered: true, points: { barBushing: { at: [140, 330, 290], from: 'usual' } } });
    expect([read.axles.rear.link, read.axles.rear.bushing]).toEqual([null, null]);
  });
  test('a suspects table of the first format is read as today’s', () => {
    const { drive, ...rest } = SHIPPED;
    const old = { ...rest, format: 'ash-knot strengths 1', driven: drive };
    expect(suspectsTableFile.parse(old)).toEqual(SHIPPED);
  });
});

test('a schema that leaves a field of its type out does not compile, an optional one neither', () => {
  // Were it taken, this line would be an error: the directive expects one.
  // @ts-expect-error note is missing, and it is optional
  const stripped = schemaOf<{ text: string; note?: string }>()(z.object({ text: z.string() }));
  const good = schemaOf<{ readonly text: string; note?: string }>()(z.object({ text: z.string(), note: z.string().optional() }));
  expect([stripped, good].every((s) => typeof s.safeParse === 'function')).toBe(true);
});

test('what is a problem and what is not', () => {
  const p = { type: 'about:blank', title: 'busy', status: 503 };
  const whole = { ...p, detail: 'x', request: 'r', now: '2026-11-29T10:00:00Z', fields: [{ field: 'pin', message: 'is empty' }] };
  expect([p, whole].map(isProblem)).toEqual([true, true]);
  const not = [null, 'no', [], {}, { ...p, status: '503' }, { ...p, status: 1.5 }, { ...p, detail: 1 }, { ...p, fields: {} }];
  expect([...not, { ...p, fields: [{ field: 'pin' }] }, { ...p, fields: [null] }].map(isProblem)).not.toContain(true);
});

describe('the published schema of the suspects table', () => {
  const schema = new Ajv2020({ strict: false }).compile(tableSchema);
  const with_ = (change: (t: Record<string, Record<string, unknown>>) => void): unknown => {
    const t = structuredClone(SHIPPED) as unknown as Record<string, Record<string, unknown>>;
    change(t);
    return t;
  };
  test('takes the shipped table, as the program does', () => {
    expect([schema(SHIPPED), schema.errors]).toEqual([true, null]);
    expect(suspectsTableFile.safeParse(SHIPPED).success).toBe(true);
  });
  test.each([
    ['a probability above 1', with_((t) => (t['faults']!['damper'] = { prior: 1.2, sounds: 0.3, signs: {} }))],
    ['a part that sounds for certain', with_((t) => (t['faults']!['damper'] = { prior: 0.1, sounds: 1, signs: {} }))],
    ['an unknown fault', with_((t) => (t['faults']!['flux'] = { prior: 0.1, sounds: 0.3, signs: {} }))],
    ['a fault left out', with_((t) => delete t['faults']!['damper'])],
    ['an unknown sign', with_((t) => (t['leaks']!['wail'] = 0.1))],
    ['a sign left out', with_((t) => delete t['leaks']!['squeak'])],
    ['a factor of 0', with_((t) => (t['priors']!['kerbSide'] = 0))],
  ])('and refuses %s, as the program does', (_, t) => {
    expect(schema(t)).toBe(false);
    expect(suspectsTableFile.safeParse(t).success).toBe(false);
  });
});

describe('the published schema of a measurement file', () => {
  const schema = new Ajv2020({ strict: false, formats: { uuid: true, date: true, 'date-time': true } }).compile(
    measurementSchema,
  );
  const body = {
    joint: 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1.3,
    unit: 'mm',
    playMm: 0.3,
  };
  const file = (x: object = {}, kind = 'reading') => ({
    format: 'ash-knot measurements 1',
    job: JOB,
    gauges: [DIAL],
    entries: [line(kind, { ...body, ...x })],
    loops: {},
  });
  test('takes what the program takes', () => {
    expect([schema(file()), schema.errors]).toEqual([true, null]);
    expect(measurementFile.safeParse(file()).error?.issues).toBeUndefined();
  });
  test.each([
    ['a play below nothing', file({ playMm: -1 })],
    ['a reading of another shape', file({ unit: 'furlong' })],
    ['what is no measurement', { ...file(), entries: [line('note', { text: 'x' })] }],
    ['another format', { ...file(), format: 'x' }],
    ['a gauge without a step', { ...file(), gauges: [{ ...DIAL, resolution: 0 }] }],
  ])('and refuses %s, as the program does', (_, f) => {
    expect(schema(f)).toBe(false);
    expect(measurementFile.safeParse(f).success).toBe(false);
  });
});
