import { CONTEXT, ledger } from '../../test';
import { foldJob, keepable, originOf, sizeOf, withKnown, withLasting, type JobContext, type KnownHere } from '../..';
import type { Entry, EntryBodies } from '../../ledger';

const e = ledger();
const NUT: EntryBodies['size'] = { axle: 'front', size: 'nut-hex', end: 'upper', text: '15 mm', mm: 15 };
const WHEEL: EntryBodies['book'] = {
  axle: 'front',
  value: { fastener: 'wheel-nut', minNm: 110, maxNm: 110, value: 110, unit: 'N·m', source: 'page 9', publisher: 'vehicle maker' },
};
const kept = (body: EntryBodies['size'], atKm: number): KnownHere => ({
  kind: 'size',
  body,
  entry: '0193a000-0000-7000-8000-000000000001',
  by: 'Ruan',
  on: '2026-01-05',
  atKm,
});
const withFile = (file: JobContext['file']): JobContext => ({ ...CONTEXT, file });

test('what was kept of this vehicle is measured and not usual; this visit overrules it', () => {
  const usual = { ...CONTEXT.type, usual: ['front.link.upper.hex'] as const };
  const context = { ...withFile({ known: [kept(NUT, 90_000)] }), type: usual };
  const s = foldJob(context, []);
  expect([sizeOf(s, 'front', 'upper.nut-hex')?.mm, originOf(s, 'front', 'upper.nut-hex')]).toEqual([15, 'measured']);
  expect(s.context.type.usual).toEqual([]);
  expect(s.context.type.axles.front.link!.upper.nutHexMm).toBe(15);
  const again = foldJob(context, [e('size', { ...NUT, text: '16 mm', mm: 16 })]);
  expect(again.context.type.axles.front.link!.upper.nutHexMm).toBe(16);
});
test('the size of a link went with that link: renewed since, it is known no more; a bar’s stays', () => {
  const bar = kept({ axle: 'front', size: 'bar-diameter', text: '23 mm', mm: 23 }, 90_000);
  const renewed = [{ joint: 'front.left.link-upper', atKm: 95_000 }] as const;
  const s = foldJob(withFile({ known: [kept(NUT, 90_000), bar], renewed }), []);
  expect(s.known).toEqual([bar]);
  expect(s.context.type.axles.front.bar!.diameterMm).toBe(23);
  // Measured after it was renewed, it is of the new one.
  expect(foldJob(withFile({ known: [kept(NUT, 95_000)], renewed }), []).known).toHaveLength(1);
});
test('offered is the last word of each thing, none of it struck, and no torque of a part’s own sheet', () => {
  const first = e('size', NUT);
  const entries: Entry[] = [
    first,
    e('size', { ...NUT, text: '16 mm', mm: 16 }),
    e('book', WHEEL),
    e('book', { ...WHEEL, value: { ...WHEEL.value, fastener: 'bracket-bolt', publisher: 'part maker' } }),
  ];
  const said = (all: readonly Entry[]) => keepable(foldJob(CONTEXT, all)).map((k) => k.says);
  expect(said(entries)).toEqual([
    'Nut hex, upper end, front axle: 16 mm',
    expect.stringMatching(/, front axle: 110 N·m \(page 9\)$/),
  ]);
  expect(said([...entries, e('strike', { entry: entries[1]!.id, why: 'misread' })])[0]).toContain('15 mm');
});
test('a type takes it in: the torque with its source, the size no longer only usual', () => {
  const type = { ...CONTEXT.type, usual: ['front.link.upper.hex', 'front.bar'] as const };
  const sized = withLasting(type, { kind: 'size', body: NUT });
  expect([sized.axles.front.link!.upper.nutHexMm, sized.usual]).toEqual([15, ['front.bar']]);
  const told = withLasting(type, { kind: 'book', body: WHEEL });
  expect(told.torqueBook.front.filter((v) => v.fastener === 'wheel-nut')).toEqual([WHEEL.value]);
});
test('kept twice, the later one stands', () => {
  expect(withKnown([kept(NUT, 1)], kept({ ...NUT, mm: 16 }, 2))).toEqual([kept({ ...NUT, mm: 16 }, 2)]);
  expect(withKnown([kept(NUT, 1)], kept({ ...NUT, end: 'lower' }, 2))).toHaveLength(2);
});
