import { RULES } from '@ash-knot/core/test';
import { bench, JOB_ID, LINK, stored, tid } from '../../test';
import { PriceRulesForm } from '../rules/price-rules';
import { QuoteSheet } from './quote-sheet';
import { TestBed } from '@angular/core/testing';

const LINKS = ['front.left.link-lower', 'front.right.link-lower'] as const;

test('the quote on paper: its ways, what they cost, and what was said to each line', async () => {
  const plain = stored('choose', {
    joints: [...LINKS],
    part: { ...LINK, id: 'p', grade: 'plain', priceMinor: 1800 },
    quantity: 2,
  });
  const better = stored('choose', { joints: [...LINKS], part: LINK, quantity: 2 });
  const open = await bench(QuoteSheet, [plain, better], { inputs: { id: JOB_ID } });
  const sheet = open.text(tid('quote-sheet'));
  expect(sheet).toMatch(/Both links/i);
  expect(sheet).toContain('36.00 EUR');
  expect(sheet).toContain('Better costs 12.00 EUR more than plain');
  expect(sheet).toContain('Not answered yet.');
  TestBed.resetTestingModule();
  const yes = stored('answer', { answer: 'approved', what: 'x', parts: [better.id], who: 'owner', how: 'by phone', warning: '' });
  const said = await bench(QuoteSheet, [plain, better, yes], { inputs: { id: JOB_ID } });
  expect(said.text(tid('quote-sheet'))).toMatch(/Yes to better: Owner, by phone/);
});

test('printed it is put to the customer: kept as it stands there, once', async () => {
  const print = jest.spyOn(window, 'print').mockImplementation(() => undefined);
  const better = stored('choose', { joints: [...LINKS], part: LINK, quantity: 2 });
  const b = await bench(QuoteSheet, [better], { inputs: { id: JOB_ID } });
  const button = [...b.el.querySelectorAll('button')].find((x) => x.textContent!.trim() === 'Print')!;
  for (let i = 0; i < 2; i++) {
    button.click();
    await b.settle();
  }
  expect(b.written().map(([kind]) => kind)).toEqual(['quoted']);
  expect(print).toHaveBeenCalledTimes(2);
  expect(b.text(tid('quote-total'))).toMatch(/^All of it: [\d.]+ EUR$/);
  print.mockRestore();
});

describe('prices are yard rules', () => {
  const open = async () => {
    const b = await bench(PriceRulesForm, [], { inputs: { rules: RULES } });
    const out: unknown[] = [];
    b.fixture.componentInstance.changed.subscribe((x) => out.push(x));
    const keep = async () => {
      b.el.querySelector('form')!.dispatchEvent(new Event('submit'));
      await b.settle();
    };
    return { ...b, out, keep };
  };
  test('an hour, the tax and the currency are read together', async () => {
    const b = await open();
    expect(b.el.querySelector<HTMLInputElement>(tid('rules-rate'))!.value).toBe('72.00');
    await b.type(tid('rules-rate'), '81,50');
    await b.type(tid('rules-tax'), '25');
    await b.keep();
    expect(b.out).toEqual([{ currency: 'EUR', prices: { labourMinorPerHour: 8150, taxPercent: 25, taxIncluded: true } }]);
  });
  test.each([
    ['rules-currency', 'EURO', /currency must be three capitals/],
    ['rules-rate', 'dear', /an hour of work must be a number/],
    ['rules-tax', '120', /tax, % must be between 0 and 100 %/],
  ])('%s “%s” is refused by its field, and nothing is changed', async (field, text, message) => {
    const b = await open();
    await b.type(tid(field), text);
    await b.keep();
    expect(b.text()).toMatch(message);
    expect(b.out).toEqual([]);
  });
});

test('in the language that is picked; printed it is put to the customer all the same', async () => {
  const print = jest.spyOn(window, 'print').mockImplementation(() => undefined);
  const better = stored('choose', { joints: [...LINKS], part: LINK, quantity: 2 });
  const b = await bench(QuoteSheet, [better], { inputs: { id: JOB_ID } });
  expect(b.text(tid('quote-sheet'))).toMatch(/Both links/i);
  const press = async (name: string) => {
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.trim() === name)!.click();
    await b.settle();
  };
  await press('Español');
  expect(b.text(tid('paper'))).toMatch(/lo que costaría.*Ambas bieletas/s);
  expect(b.el.querySelector(tid('paper'))!.getAttribute('lang')).toBe('es-ES');
  await press('Deutsch');
  expect(b.text(tid('paper'))).toMatch(/was es kosten würde.*Beide Koppelstangen.*Noch keine Antwort\./s);
  await press('Print');
  expect(b.written().map(([kind]) => kind)).toEqual(['quoted']);
  await press('English');
  expect(b.text(tid('quote-sheet'))).toMatch(/Both links/i);
  print.mockRestore();
});
