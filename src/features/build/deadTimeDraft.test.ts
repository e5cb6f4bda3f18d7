import { demo } from '@tests/support/ventisca';
import {
  draftFromCells,
  draftOf,
  emptyRow,
  filledRows,
  readDraft,
  type DeadTimeDraft,
} from './deadTimeDraft';

function draft(rows: readonly (readonly [string, string])[], unit: 'ms' | 'us' = 'ms'): DeadTimeDraft {
  return {
    unit,
    pressureUnit: 'kPa',
    pressures: ['300'],
    rows: rows.map(([volts, time]) => ({ volts, times: [time] })),
  };
}

describe('what is filled in between', () => {
  // At 9 V the sheet has 1.93 and 2.02 ms at 300 and 350 kPa; the third column is carried on by the others.
  const stored = demo().injectors.deadTime;
  if (stored === null) throw new Error('Ventisca has a table');
  const known = draftOf(stored, null);
  const all = filledRows(known, stored);

  test('stands in each row of a stored table, in its unit', () => {
    expect(all).toHaveLength(stored.rows.length);
    const at = stored.rows.findIndex(({ volts }) => volts === 9);
    expect(all[at]).toEqual(['1.93', '2.02', '2.18']);
    const inUs = { ...stored, unit: 'us' as const };
    expect(filledRows(draftOf(inUs, null), inUs)[at]?.every((time) => /^\d+$/.test(time))).toBe(true);
  });

  test('stays in rows that are as they were, wherever they stand now', () => {
    const [first, second, ...others] = known.rows;
    if (first === undefined || second === undefined) throw new Error('Ventisca has rows');
    const typed = { ...first, volts: '6.5' };
    const draft = { ...known, rows: [typed, ...others, emptyRow(first.times.length)] };
    expect(filledRows(draft, stored)).toEqual([null, ...all.slice(2), null]);
  });

  test('goes with another column or unit, and there is none without a table', () => {
    const none = known.rows.map(() => null);
    expect(filledRows({ ...known, pressures: [...known.pressures.slice(0, 2), '410'] }, stored)).toEqual(
      none,
    );
    expect(filledRows({ ...known, unit: 'us' }, stored)).toEqual(none);
    expect(filledRows({ ...known, pressureUnit: 'bar' }, stored)).toEqual(none);
    expect(filledRows(draftOf(null, 300), null)).toEqual([null, null]);
  });
});

describe('a dead-time table being typed', () => {
  test('a stored table reads back as itself', () => {
    const table = demo().injectors.deadTime;
    expect(readDraft(draftOf(table, null))).toEqual({
      ok: true,
      table: { pressures: table?.pressures, rows: table?.rows },
    });
  });

  test('rows are put in order of voltage; empty ones are left out', () => {
    const result = readDraft({
      ...draft([]),
      rows: [
        ...draft([
          ['14', '0,97'],
          ['8', '2.51'],
        ]).rows,
        emptyRow(1),
      ],
    });
    expect(result).toEqual({
      ok: true,
      table: {
        pressures: [300],
        rows: [
          { volts: 8, times: [2.51] },
          { volts: 14, times: [0.97] },
        ],
      },
    });
  });

  test.each<[string, readonly (readonly [string, string])[]]>([
    ['one row', [['14', '0.97']]],
    [
      'half a row',
      [
        ['14', '0.97'],
        ['8', ''],
      ],
    ],
    ['nothing', [['', '']]],
  ])('%s is not a table yet, and nothing wrong either', (_what, rows) => {
    expect(readDraft(draft(rows))).toEqual({ ok: false, problems: [], incomplete: true });
  });

  test.each<[string, readonly [string, string], RegExp]>([
    ['letters', ['14', 'fast'], /not a number/],
    ['a voltage no battery has', ['140', '0.97'], /between 5 and 20 V/],
    ['microseconds in a table of ms', ['14', '970'], /looks like µs. Switch the table to µs, or type 0.97/],
    ['a time far too long', ['14', '12'], /between 0.05 and 8 ms/],
    ['a voltage that is there already', ['8', '0.97'], /in row 1 already/],
  ])('%s is refused in its row', (_what, row, message) => {
    const result = readDraft(draft([['8', '2.5'], row]));
    expect(result).toMatchObject({
      ok: false,
      problems: [{ row: 1, message: expect.stringMatching(message) }],
    });
  });

  test('columns come in order of pressure, gaps stay gaps', () => {
    const result = readDraft({
      unit: 'ms',
      pressureUnit: 'bar',
      pressures: ['4', '3'],
      rows: [
        { volts: '8', times: ['2.64', '2.39'] },
        { volts: '14', times: ['', '0.92'] },
      ],
    });
    expect(result).toMatchObject({
      ok: true,
      table: { pressures: [3, 4], rows: [{ times: [2.39, 2.64] }, { times: [0.92, null] }] },
    });
  });

  test.each([
    ['letters', 'high', /Pressure: “high” is not a number/],
    ['one beyond all pumps', '1501', /between 1 and 1500 kPa/],
    ['the same twice', '300', /same pressure/],
  ])('a pressure that is %s is refused; 1500 is not', (_what, text, message) => {
    const two = (pressure: string): DeadTimeDraft => ({
      ...draft([
        ['8', '2.5'],
        ['14', '0.97'],
      ]),
      pressures: ['300', pressure],
      rows: [
        { volts: '8', times: ['2.5', '2.7'] },
        { volts: '14', times: ['0.97', ''] },
      ],
    });
    expect(readDraft(two(text))).toMatchObject({
      ok: false,
      problems: [{ row: -1, message: expect.stringMatching(message) }],
    });
    expect(readDraft(two('1500')).ok).toBe(true);
  });

  test('times without the pressure they hold at are no table yet, and none is taken for granted', () => {
    expect(draftOf(null, null).pressures).toEqual(['']);
    expect(draftOf(null, 350).pressures).toEqual(['350']);
    const rows = [
      ['8', '2.5'],
      ['14', '0.97'],
    ] as const;
    expect(readDraft({ ...draft(rows), pressures: [''] })).toEqual({
      ok: false,
      problems: [],
      incomplete: true,
    });
    const pasted = draftFromCells(draft(rows), [
      ['8', '2.5', '2.7'],
      ['14', '0.97', '1.02'],
    ]);
    expect(pasted.pressures).toEqual(['300', '']);
  });

  test('cells of a spreadsheet bring their pressures and decimal commas', () => {
    const pasted = draftFromCells(draft([]), [
      ['V', '300 kPa', '400 kPa'],
      ['8', '2,39', '2,64'],
      ['14', '0,92', ''],
    ]);
    expect(readDraft(pasted)).toMatchObject({
      ok: true,
      table: {
        pressures: [300, 400],
        rows: [
          { volts: 8, times: [2.39, 2.64] },
          { volts: 14, times: [0.92, null] },
        ],
      },
    });
  });

  test('pasted junk is refused in its row, and stays to be seen', () => {
    const pasted = draftFromCells(draft([]), [
      ['8', 'n/a'],
      ['14', '1.234,5'],
    ]);
    const result = readDraft(pasted);
    expect(result.ok ? [] : result.problems.map(({ row }) => row)).toEqual([0, 1]);
    expect(pasted.rows[0]?.times).toEqual(['n/a']);
  });

  test('970 is a sound dead time in µs', () => {
    expect(
      readDraft(
        draft(
          [
            ['8', '2510'],
            ['14', '970'],
          ],
          'us',
        ),
      ).ok,
    ).toBe(true);
  });
});
