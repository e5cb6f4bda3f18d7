import fc from 'fast-check';
import { gridOf } from '../numeric';
import { whereNext } from './whereNext';

const grid = gridOf({
  x: [1000, 2000, 3000, 4000, 5000],
  y: [20, 40, 60, 80, 100],
  values: Array.from({ length: 25 }, () => 70),
});
const at = (column: number, row: number) => column + 5 * row;
const cells = (
  change: Partial<Record<'change' | 'evidenceS' | 'standardError', (i: number) => number>> = {},
) => ({
  change: Float64Array.from({ length: 25 }, (_, i) => change.change?.(i) ?? 0),
  evidenceS: Float64Array.from({ length: 25 }, (_, i) => change.evidenceS?.(i) ?? 0),
  standardError: Float64Array.from({ length: 25 }, (_, i) => change.standardError?.(i) ?? 0.02),
});
const spent = (of: (i: number) => number) => Float64Array.from({ length: 25 }, (_, i) => of(i));
const indices = (of: ReturnType<typeof whereNext>) => of.map(({ index }) => index);

test('where most time is spent and nothing is known comes first, with what to do', () => {
  const [first] = whereNext(
    grid,
    cells(),
    spent((i) => (i === at(3, 2) ? 60 : 1)),
    3,
  );
  expect(first).toMatchObject({ index: at(3, 2), speedRpm: 4000, load: 60, missingS: 2, because: 'time' });
  expect(first?.matters).toBeGreaterThan(0.1);
});

test('a cell that is known is not asked for, one that is half known for the rest of its time', () => {
  const time = spent((i) => (i === at(3, 2) ? 60 : i === at(0, 4) ? 20 : 0));
  const known = cells({ evidenceS: (i) => (i === at(0, 4) ? 0 : 9) });
  expect(indices(whereNext(grid, known, time, 5))).toEqual([at(0, 4)]);
  // Nobody is sent where no drive has been: whether an engine can be held there is not known.
  expect(indices(whereNext(grid, cells(), time, 9)).sort((a, b) => a - b)).toEqual([at(3, 2), at(0, 4)]);
  const half = cells({ evidenceS: (i) => (i === at(3, 2) ? 0.5 : 9) });
  expect(whereNext(grid, half, time, 5)[0]).toMatchObject({ index: at(3, 2), missingS: 1.5 });
  expect(whereNext(grid, cells({ evidenceS: (i) => (i === at(3, 2) ? 5 : 9) }), time, 5)[0]?.missingS).toBe(
    1.2,
  );
  expect(whereNext(grid, cells({ evidenceS: () => 8 }), time, 5)).toEqual([]);
  expect(
    whereNext(
      grid,
      cells(),
      spent(() => 0),
      5,
    ),
  ).toEqual([]);
});

test('what was found off, and where the map bends, count beside how sure the fit is', () => {
  const even = spent(() => 1);
  const off = whereNext(grid, cells({ change: (i) => (i === at(1, 1) ? 0.3 : 0) }), even, 1)[0];
  expect(off).toMatchObject({ index: at(1, 1), because: 'error' });
  const values = Array.from({ length: 25 }, (_, i) => (i === at(3, 3) ? 140 : 70));
  const bent = whereNext(gridOf({ x: [...grid.x], y: [...grid.y], values }), cells(), even, 1)[0];
  expect(bent).toMatchObject({ index: at(3, 3), because: 'bend' });
  const unsure = whereNext(grid, cells({ standardError: (i) => (i === at(2, 3) ? 0.2 : 0.01) }), even, 1)[0];
  expect(unsure).toMatchObject({ index: at(2, 3), because: 'time' });
});

test('a cell speaks for its neighbours: the next is not beside it', () => {
  const [one, two] = indices(
    whereNext(
      grid,
      cells(),
      spent(() => 1),
      2,
    ),
  );
  const apart = Math.max(
    Math.abs(((one ?? 0) % 5) - ((two ?? 0) % 5)),
    Math.abs(Math.floor((one ?? 0) / 5) - Math.floor((two ?? 0) / 5)),
  );
  expect(apart).toBeGreaterThanOrEqual(2);
});

test('whatever was driven: no cell twice, the most telling first, and all of them together no more than all', () => {
  const number = (max: number) =>
    fc.array(fc.double({ min: 0, max, noNaN: true }), { minLength: 25, maxLength: 25 });
  fc.assert(
    fc.property(number(20), number(12), number(0.2), (time, evidence, sure) => {
      const next = whereNext(
        grid,
        {
          change: new Float64Array(25),
          evidenceS: Float64Array.from(evidence),
          standardError: Float64Array.from(sure),
        },
        Float64Array.from(time),
        8,
      );
      expect(new Set(indices(next)).size).toBe(next.length);
      expect(next.reduce((sum, { matters }) => sum + matters, 0)).toBeLessThanOrEqual(1 + 1e-9);
      for (const { index, missingS } of next) {
        expect(time[index]).toBeGreaterThanOrEqual(0.5);
        expect(missingS).toBeGreaterThanOrEqual(1.2);
        expect(missingS).toBeLessThanOrEqual(2);
      }
      if (next.length > 1) expect(next[0]?.matters).toBeGreaterThanOrEqual(next[1]?.matters ?? 0);
    }),
  );
});
