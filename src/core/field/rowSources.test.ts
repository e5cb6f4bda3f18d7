import fc from 'fast-check';
import { rowSourcesOf, sourcesAfterTyping } from './rowSources';
import type { Source } from './source';

const sheet: Source = { kind: 'dataSheet', date: '2026-01-01' };
const measured: Source = { kind: 'measured', date: '2026-02-02' };
const guess: Source = { kind: 'estimated', date: '2026-03-03' };

describe('where the rows of a table come from', () => {
  const before = {
    source: sheet,
    rows: [
      [8, 2.5],
      [14, 1],
    ],
  };

  test('all from what is typed, where there was no table', () => {
    expect(sourcesAfterTyping(null, [[1]], measured)).toEqual({ source: measured });
  });

  test('a changed row comes from what is typed now; the rest stays, and the least sure speaks for the table', () => {
    const [, second] = before.rows;
    expect(sourcesAfterTyping(before, [[8, 2.4], second], guess)).toEqual({
      source: guess,
      rowSources: [guess, sheet],
    });
    expect(sourcesAfterTyping(before, [[8, 2.4], second], measured)).toEqual({
      source: sheet,
      rowSources: [measured, sheet],
    });
  });

  test('typing the same numbers anew, taking a row out or putting them in order changes none', () => {
    expect(sourcesAfterTyping(before, before.rows, guess)).toEqual({ source: sheet });
    expect(sourcesAfterTyping(before, [[14, 1]], guess)).toEqual({ source: sheet });
    const mixed = { ...before, source: guess, rowSources: [sheet, guess] };
    expect(
      sourcesAfterTyping(
        mixed,
        [
          [14, 1],
          [8, 2.5],
        ],
        measured,
      ),
    ).toEqual({
      source: guess,
      rowSources: [guess, sheet],
    });
    expect(sourcesAfterTyping(mixed, [[8, 2.5]], measured)).toEqual({ source: sheet });
  });

  test('over any edits: a row that was never typed again is never another’s, and the table is as sure as its least', () => {
    const rows = fc.uniqueArray(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(rows, rows, fc.constantFrom(sheet, measured, guess), (first, second, typed) => {
        const table = { source: sheet, rows: first.map((value) => [value]) };
        const after = sourcesAfterTyping(
          table,
          second.map((value) => [value]),
          typed,
        );
        const each = rowSourcesOf(after, second.length);
        second.forEach((value, i) => expect(each[i]).toBe(first.includes(value) ? sheet : typed));
        const order = ['measured', 'dataSheet', 'computed', 'estimated', 'starter'];
        const least = Math.max(...each.map(({ kind }) => order.indexOf(kind)));
        expect(order.indexOf(after.source.kind)).toBe(least);
      }),
    );
  });
});
