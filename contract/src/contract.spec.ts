import { SHIPPED } from '@ash-knot/core';
import { DIAL } from '@ash-knot/core/test';
import { Ajv2020 } from 'ajv/dist/2020';
import measurementSchema from '../../docs/formats/measurements.schema.json';
import tableSchema from '../../docs/formats/suspects-table.schema.json';
import { entry, entryBodies, measurementFile, newVehicle, part, strengthsFile, vehicleTypeSpec, yardRules } from '.';

const ID = '0193a000-0000-7000-8000-000000000001';
const JOB = '0193a000-0000-7000-8000-000000000002';
const line = (kind: string, body: unknown) => ({
  id: ID,
  job: JOB,
  kind,
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
      drives: [],
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

describe('the published schema of the suspects table', () => {
  const schema = new Ajv2020({ strict: false }).compile(tableSchema);
  const with_ = (change: (t: Record<string, Record<string, unknown>>) => void): unknown => {
    const t = structuredClone(SHIPPED) as unknown as Record<string, Record<string, unknown>>;
    change(t);
    return t;
  };
  test('takes the shipped table, as the program does', () => {
    expect([schema(SHIPPED), schema.errors]).toEqual([true, null]);
    expect(strengthsFile.safeParse(SHIPPED).success).toBe(true);
  });
  test.each([
    ['a probability above 1', with_((t) => (t['faults']!['damper'] = { prior: 1.2, signs: {} }))],
    ['an unknown fault', with_((t) => (t['faults']!['flux'] = { prior: 0.1, signs: {} }))],
    ['a fault left out', with_((t) => delete t['faults']!['damper'])],
    ['an unknown sign', with_((t) => (t['leaks']!['hum'] = 0.1))],
    ['a sign left out', with_((t) => delete t['leaks']!['squeak'])],
    ['a factor of 0', with_((t) => (t['priors']!['kerbSide'] = 0))],
  ])('and refuses %s, as the program does', (_, t) => {
    expect(schema(t)).toBe(false);
    expect(strengthsFile.safeParse(t).success).toBe(false);
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
