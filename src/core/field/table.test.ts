import type { TableFieldInfo } from './field';
import { convertedTable, pastedCells, readTableDraft, tableDraft, tableProblems, tableRows } from './table';

const info: TableFieldInfo = {
  kind: 'table',
  label: 'Resistance against temperature',
  required: true,
  help: { what: '', usual: '', changes: '' },
  minRows: 3,
  maxRows: 4,
  columns: [
    { label: 'Temperature', quantity: 'temperature', unit: 'degC', min: -60, max: 200 },
    { label: 'Resistance', quantity: 'resistance', unit: 'ohm', min: 1, max: 1e6 },
  ],
};
const draft = (...rows: string[][]) => ({ units: ['degC', 'ohm'], rows });

describe('a table being typed', () => {
  test('rows come in order of the first column; a cell may carry another unit', () => {
    const read = readTableDraft(
      info,
      draft(['20', '2.5 kΩ'], ['-20', '15462'], ['212 °F', '186,6'], ['', '']),
    );
    expect(read).toEqual({
      ok: true,
      rows: [
        [-20, 15462],
        [20, 2500],
        [100, 186.6],
      ],
    });
  });

  test.each([
    ['letters', ['20', 'many'], /“many” is not a number/],
    ['a number that fits neither way', ['250,000', '2500'], /can be read two ways. Type 250.000 or 250000/],
    ['a negative resistance', ['20', '-5'], /Resistance must be between 1 and 1000000 Ω/],
    ['1e9', ['1e9', '2500'], /Temperature must be between −60 and 200 °C/],
  ])('%s is refused at its row', (_, row, message) => {
    const read = readTableDraft(info, draft(['-20', '15462'], row, ['100', '186.6']));
    expect(read.ok ? [] : read.problems.map((problem) => [problem.row, problem.message])).toEqual([
      [1, expect.stringMatching(message)],
    ]);
  });

  test('a temperature typed twice, and a fifth row, are refused; four are not', () => {
    const twice = readTableDraft(info, draft(['0', '6000'], ['20', '2500'], ['0', '5900']));
    expect(twice.ok ? null : twice.problems[0]?.message).toBe(
      'Temperature 0 is in row 1 already. Keep one of them.',
    );
    const rows = [0, 1, 2, 3].map((t) => [String(t * 20), String(6000 - t * 1000)]);
    expect(readTableDraft(info, draft(...rows)).ok).toBe(true);
    const five = readTableDraft(info, draft(...rows, ['90', '300']));
    expect(five.ok ? null : five.problems[0]?.message).toMatch(/holds 4 rows/);
  });

  test('two rows, or a half-filled one, are not a table yet', () => {
    const incomplete = { ok: false, problems: [], incomplete: true };
    expect(readTableDraft(info, draft(['0', '6000'], ['20', '2500']))).toEqual(incomplete);
    expect(readTableDraft(info, draft(['0', '6000'], ['20', '2500'], ['40', '']))).toEqual(incomplete);
  });

  test('an empty one has as many rows as are needed', () => {
    expect(tableDraft(info, null).rows).toHaveLength(3);
  });
});

test('a comma in a cell is read as the limits allow: as thousands, else as a decimal', () => {
  const read = readTableDraft(info, draft(['-20', '15,462'], ['20', '2,500'], ['1,100', '186,6']));
  expect(read).toEqual({
    ok: true,
    rows: [
      [-20, 15462],
      [1.1, 186.6],
      [20, 2500],
    ],
  });
});

describe('a stored table', () => {
  const table = {
    units: ['degF', 'kohm'],
    rows: [
      [-4, 15.462],
      [68, 2.5],
      [212, 0.1866],
    ],
  };

  test('is read in base units', () => {
    expect(tableRows(info, table)[0]?.[0]).toBeCloseTo(-20, 9);
    expect(tableRows(info, table)[0]?.[1]).toBeCloseTo(15462, 9);
    expect(tableProblems(info, table)).toEqual([]);
  });

  test('in other units keeps what it means and where it comes from, there and back', () => {
    const source = { kind: 'dataSheet', date: '2026-01-01' } as const;
    const stored = { ...table, source, rowSources: [source, source, { ...source, note: 'by hand' }] };
    const converted = convertedTable(info, stored, ['degC', 'ohm']);
    expect(converted.rows).toEqual([
      [-20, 15462],
      [20, 2500],
      [100, 186.6],
    ]);
    expect(converted).toMatchObject({ units: ['degC', 'ohm'], source, rowSources: stored.rowSources });
    expect(convertedTable(info, converted, table.units)).toEqual(stored);
  });

  test('with a falling first column or a value out of range says where', () => {
    const falling = { ...table, rows: [table.rows[1] as number[], table.rows[0] as number[], [212, 0.0001]] };
    expect(tableProblems(info, falling).map(({ row, column }) => [row, column])).toEqual([
      [1, 0],
      [2, 1],
    ]);
  });
});

test.each([
  [
    'tabs',
    '-20\t15462\r\n20\t2500\r\n',
    [
      ['-20', '15462'],
      ['20', '2500'],
    ],
  ],
  [
    'semicolons and decimal commas',
    '8;2,51\n14;0,97',
    [
      ['8', '2,51'],
      ['14', '0,97'],
    ],
  ],
  [
    'spaces',
    '8 2.51\n14   0.97',
    [
      ['8', '2.51'],
      ['14', '0.97'],
    ],
  ],
  ['thousands in a tabbed cell', '8\t1 234,5', [['8', '1 234,5']]],
])('cells pasted with %s', (_, text, cells) => {
  expect(pastedCells(text)).toEqual(cells);
});
