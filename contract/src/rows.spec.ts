import fc from 'fast-check';
import { csvOf, rowsOf } from './rows';

test('a cell that a spreadsheet would run is written inert, and comes back as it was', () => {
  const text = csvOf([
    ['name', 'price'],
    ['=HYPERLINK("http://elsewhere.invalid")', '-0.5'],
    ['+1', "'=already"],
    ['@SUM(A1)', '-2+3'],
  ]);
  const cells = text.split('\r\n').slice(1).join(',');
  expect(cells).toContain(`"'=HYPERLINK(""http://elsewhere.invalid"")"`);
  for (const [was, now] of [
    ['+1', "'+1"],
    ['@SUM(A1)', "'@SUM(A1)"],
    ['-2+3', "'-2+3"],
    ["'=already", "''=already"],
  ])
    expect([was, text.includes(now!)]).toEqual([was, true]);
  // A number below nothing stays a number.
  expect(text).toContain(',-0.5\r\n');
  expect(rowsOf('x.csv', text)).toEqual([
    ['name', 'price'],
    ['=HYPERLINK("http://elsewhere.invalid")', '-0.5'],
    ['+1', "'=already"],
    ['@SUM(A1)', '-2+3'],
  ]);
});

test('whatever a cell holds, nothing that is written begins a formula, and it is read as it was', () => {
  const cell = fc.stringMatching(/^['=+\-@a-z0-9., ";]{1,12}$/).filter((c) => c.trim() === c && c !== '');
  fc.assert(
    fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 1, maxLength: 4 }), (rows) => {
      const all = [['a', 'b'], ...rows];
      const text = csvOf(all);
      expect(rowsOf('x.csv', text)).toEqual(all);
      for (const line of text.split('\r\n'))
        for (const c of line.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/)) expect(c.replace(/^"/, '')).not.toMatch(/^[=+@]/);
    }),
  );
});

test('what stands between columns is said by a line of its own, or found', () => {
  const rows = [
    ['Part No', 'Price'],
    ['A 1', '1.234,50'],
  ];
  for (const text of [
    'sep=;\r\nPart No;Price\r\nA 1;1.234,50\r\n',
    '\uFEFFPart No;Price\nA 1;1.234,50',
    'SEP=\t\nPart No\tPrice\nA 1\t1.234,50',
  ])
    expect(rowsOf('x.csv', text)).toEqual(rows);
});
