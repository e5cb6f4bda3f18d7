import { demo } from '@tests/support/ventisca';
import { draftOf, EMPTY_ROW, readDraft, type DeadTimeDraft } from './deadTimeDraft';

function draft(rows: readonly (readonly [string, string])[], unit: 'ms' | 'us' = 'ms'): DeadTimeDraft {
  return { unit, rows: rows.map(([volts, time]) => ({ volts, time })) };
}

describe('a dead-time table being typed', () => {
  test('a stored table reads back as itself', () => {
    const table = demo().injectors.deadTime;
    expect(readDraft(draftOf(table))).toEqual({ ok: true, points: table?.points });
  });

  test('rows are put in order of voltage; empty ones are left out', () => {
    const result = readDraft({
      unit: 'ms',
      rows: [
        ...draft([
          ['14', '0,97'],
          ['8', '2.51'],
        ]).rows,
        EMPTY_ROW,
      ],
    });
    expect(result).toEqual({
      ok: true,
      points: [
        { volts: 8, time: 2.51 },
        { volts: 14, time: 0.97 },
      ],
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
