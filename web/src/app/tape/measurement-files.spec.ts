import { measurementsOf, toRows } from '@ash-knot/core';
import Papa from 'papaparse';
import { bench, JOB_ID, stored, tid, until } from '../../test';
import { MeasurementFiles } from './measurement-files';

const read = (playMm: number) =>
  stored('reading', {
    joint: 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1 + playMm,
    unit: 'mm',
    playMm,
  });
const give = async (b: Awaited<ReturnType<typeof bench>>, name: string, text: string) => {
  const box = b.el.querySelector<HTMLInputElement>(tid('put-measurements'))!;
  Object.defineProperty(box, 'files', { value: [{ name, text: () => Promise.resolve(text) }], configurable: true });
  box.dispatchEvent(new Event('change'));
  await b.settle();
};
/** What a job with two readings saves. */
async function saved() {
  const b = await bench(MeasurementFiles, [read(0.1 + 0.2), stored('note', { text: 'n' }), read(0.45)]);
  const blobs: Blob[] = [];
  URL.createObjectURL = (x) => (blobs.push(x as Blob), 'blob:x');
  URL.revokeObjectURL = () => undefined;
  HTMLAnchorElement.prototype.click = () => undefined;
  await b.click(tid('save-json'));
  await b.click(tid('save-csv'));
  expect(b.text(tid('measurements-said'))).toBe('2 lines saved.');
  const file = measurementsOf(b.store.state()!, JOB_ID, {});
  return { blobs, file };
}

test('JSON and CSV are saved', async () => {
  const { blobs } = await saved();
  expect(blobs.map((x) => x.type)).toEqual(['application/json', 'text/csv']);
});

test.each(['json', 'csv'])('%s: into another job, with every digit, as entries of that job', async (kind) => {
  const b = await bench(MeasurementFiles, []);
  const other = '0193c000-0000-7000-8000-0000000000ff';
  const entries = [read(0.1 + 0.2), read(0.45)].map((e) => ({ ...e, job: other }));
  const { gauges } = measurementsOf({ ...b.store.state()!, entries: entries as never }, other, {});
  const file = {
    format: 'ash-knot measurements 1' as const,
    job: other,
    vehicle: b.store.view()!.vehicle,
    gauges: gauges.length ? gauges : [b.store.state()!.context.gauges[1]!],
    entries: entries.map(({ id, job, kind: k, body, by, at }) => ({ id, job, kind: k, body, by, at })) as never[],
    loops: {},
  };
  const text = kind === 'json' ? JSON.stringify(file) : Papa.unparse(toRows(file));
  await give(b, `a.${kind}`, text);
  await until(() => b.written().length >= 2, 'the lines of the file');
  await b.settle();
  expect(b.text(tid('measurements-said'))).toBe('2 lines taken in.');
  const readings = b.written().filter(([k]) => k === 'reading');
  expect(readings.map(([, x]) => (x as { playMm: number }).playMm)).toEqual([0.1 + 0.2, 0.45]);
  // Whoever takes it in answers for it, and the tape says where it is from.
  expect(b.store.entries().every((e) => e.by === 'ann')).toBe(true);
  await b.settle();
  expect(b.written().at(-1)).toEqual(['note', { text: expect.stringContaining('measured on another job') }]);
  expect(b.store.entries().every((e) => e.job === JOB_ID)).toBe(true);
});

test('what is on the tape already is not written twice', async () => {
  const { file } = await saved();
  const { TestBed } = await import('@angular/core/testing');
  TestBed.resetTestingModule();
  const b = await bench(MeasurementFiles, file.entries.map((e) => ({ ...e, seq: 1, receivedAt: e.at })) as never);
  await give(b, 'a.json', JSON.stringify(file));
  expect(b.text(tid('measurements-said'))).toBe('All of it is on this tape already.');
  expect(b.written()).toEqual([]);
});

test.each([
  ['a.json', '{', /a\.json: .*Nothing was stored/],
  ['a.json', '{"format":"other"}', /format must be "ash-knot measurements 1"/],
  ['a.csv', 'x,y\n1,2', /has not the columns of a measurement file/],
])('%s %s is refused by name', async (name, text, message) => {
  const b = await bench(MeasurementFiles, []);
  await give(b, name, text);
  expect(b.text(tid('measurements-said'))).toMatch(message);
  expect(b.written()).toEqual([]);
});

const ofAnother = async (vehicle?: object, here?: Awaited<ReturnType<typeof bench>>) => {
  const b = here ?? (await bench(MeasurementFiles, []));
  const job = '0193c000-0000-7000-8000-0000000000ff';
  const entries = [read(0.3), read(0.45)].map((e) => ({ ...e, job }));
  const file = {
    ...measurementsOf({ ...b.store.state()!, entries: entries as never }, job, {}),
    ...(vehicle ? { vehicle } : {}),
  };
  return { b, text: JSON.stringify(file) };
};

test('a file of another vehicle asks, names both, and is kept apart as words or not at all', async () => {
  const { b, text } = await ofAnother({ id: '0193c000-0000-7000-8000-0000000000aa', plate: 'XQ 77', typeName: 'Pellow Mite' });
  await give(b, 'a.json', text);
  const { plate } = b.store.view()!.vehicle;
  expect(b.text(tid('of-another'))).toContain(`measured on XQ 77 (Pellow Mite). This sheet is of ${plate}.`);
  expect(b.written()).toEqual([]);
  await b.click(tid('leave-it'));
  expect([b.written().length, b.text(tid('measurements-said'))]).toEqual([0, 'Left: nothing of it was stored.']);
  await give(b, 'a.json', text);
  await b.click(tid('keep-apart'));
  await until(() => b.written().length > 0, 'the note');
  expect(b.written()).toEqual([
    [
      'note',
      {
        text: expect.stringMatching(/^Measured on XQ 77 \(Pellow Mite\), not on this vehicle \(a\.json\): .*0\.30 mm.*0\.45 mm/),
      },
    ],
  ]);
  // Nothing of it is a reading here.
  expect([...b.store.state()!.joints.values()].some((j) => j.before)).toBe(false);
});

test('a file that does not say its vehicle is looked up by its job, and asked about where nobody knows it', async () => {
  const { b, text } = await ofAnother();
  await give(b, 'a.json', text);
  expect(b.text(tid('of-another'))).toContain('measured on a vehicle that it does not name');
});

test('taken in twice it is known the second time, also what an older program gave other ids', async () => {
  const b = await bench(MeasurementFiles, []);
  const { text } = await ofAnother(b.store.view()!.vehicle, b);
  await give(b, 'a.json', text);
  await until(() => b.written().length >= 2, 'the lines of the file');
  await b.settle();
  const n = b.written().length;
  await give(b, 'a.json', text);
  expect([b.written().length, b.text(tid('measurements-said'))]).toEqual([n, 'All of it is on this tape already.']);
});
