import fc from 'fast-check';
import { longestRun, middleOf, runAround, safestSpot } from './bands';

const T = true;
const F = false;

describe('bands of a sweep', () => {
  test('the longest counts, the first of equals', () => {
    expect(longestRun([F, T, F, T, T, F])).toEqual({ first: 3, last: 4 });
    expect(longestRun([T, T, F, T, T])).toEqual({ first: 0, last: 1 });
    expect(longestRun([T, T, T])).toEqual({ first: 0, last: 2 });
    expect(longestRun([F, F])).toBeNull();
    expect(longestRun([])).toBeNull();
  });

  test('a band around a place reaches to where it does not hold', () => {
    expect(runAround([F, T, T, F, T], 2)).toEqual({ first: 1, last: 2 });
    expect(runAround([T, T], 0)).toEqual({ first: 0, last: 1 });
    expect(runAround([F, T], 0)).toBeNull();
    expect(runAround([T], 5)).toBeNull();
  });

  test('whatever was found holds all through, and cannot be longer', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 40 }), (holds) => {
        const run = longestRun(holds);
        if (run === null) return !holds.includes(true);
        expect(holds.slice(run.first, run.last + 1).every(Boolean)).toBe(true);
        expect([holds[run.first - 1] ?? F, holds[run.last + 1] ?? F]).toEqual([F, F]);
        holds.forEach((_, i) => {
          const other = runAround(holds, i);
          if (other !== null) expect(other.last - other.first).toBeLessThanOrEqual(run.last - run.first);
        });
        return true;
      }),
    );
  });

  test('the middle is one of proportion: as much richer as leaner', () => {
    expect(middleOf({ from: 2, to: 8 })).toBe(4);
    expect(middleOf({ from: 0, to: 3 })).toBe(1.5);
  });
});

describe('the safest spot of a field', () => {
  test('is the middle of a square, wherever a longer arm reaches', () => {
    const field = [
      [F, F, F, F, F, F, F],
      [F, T, T, T, F, F, F],
      [F, T, T, T, T, T, T],
      [F, T, T, T, F, F, F],
      [F, F, F, F, F, F, F],
    ];
    expect(safestSpot(field)).toEqual({ column: 2, row: 2 });
  });

  test('counts the edge as where it fails', () => {
    expect(safestSpot(Array.from({ length: 5 }, () => [T, T, T, T, T]))).toEqual({ column: 2, row: 2 });
  });

  test('is nowhere where nothing holds', () => {
    expect(safestSpot([[F, F]])).toBeNull();
    expect(safestSpot([])).toBeNull();
  });

  test('holds, with all within its reach, and no other spot has more', () => {
    const fields = fc.array(fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(fields, (field) => {
        const at = (column: number, row: number) => field[row]?.[column] === true;
        const reach = (column: number, row: number) => {
          let by = -1;
          const isSafe = (n: number) =>
            Array.from({ length: (2 * n + 1) ** 2 }, (_, k) =>
              at(column + (k % (2 * n + 1)) - n, row + Math.floor(k / (2 * n + 1)) - n),
            ).every(Boolean);
          while (isSafe(by + 1)) by += 1;
          return by;
        };
        const spot = safestSpot(field);
        const most = Math.max(
          -1,
          ...field.flatMap((line, row) => line.map((_, column) => reach(column, row))),
        );
        expect(spot === null ? -1 : reach(spot.column, spot.row)).toBe(most);
      }),
    );
  });
});
