import { RULES } from '@ash-knot/core/test';
import { bench, tid } from '../../test';
import { InspectionRules } from './inspection-rules';

const RULE = { source: 'rule 4', play: true, defects: ['boot torn'] } as const;

async function open(inspection: typeof RULES.inspection) {
  const b = await bench(InspectionRules, [], { inputs: { rules: { ...RULES, inspection } } });
  const out: unknown[] = [];
  b.fixture.componentInstance.changed.subscribe((x) => out.push(x));
  const pick = async (name: string) => {
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.trim() === name)!.click();
    await b.settle();
  };
  return { ...b, out, pick };
}

test('nothing is said to fail before it is written where that stands', async () => {
  const b = await open(RULES.inspection);
  await b.pick('boot torn');
  expect(b.text(tid('inspection-error'))).toMatch(/source of the inspection rule is empty/);
  expect(b.out).toEqual([]);
  await b.type(tid('inspection-source'), 'rule 4');
  await b.pick('boot torn');
  await b.pick('fails');
  expect(b.out).toEqual([
    { inspection: { source: 'rule 4', play: false, defects: ['boot torn'] } },
    { inspection: { source: 'rule 4', play: true, defects: [] } },
  ]);
});

test('without its source the whole rule goes', async () => {
  const b = await open(RULE);
  await b.type(tid('inspection-source'), ' ');
  b.el.querySelector('form')!.dispatchEvent(new Event('submit'));
  await b.settle();
  expect(b.out).toEqual([{ inspection: { source: '', play: false, defects: [] } }]);
});
