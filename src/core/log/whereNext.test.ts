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

describe('worked by hand', () => {
  const SIDE = 9;
  const axis = (from: number) => Array.from({ length: SIDE }, (_, i) => from + 10 * i);
  const flat = gridOf({ x: axis(1000), y: axis(20), values: new Array<number>(SIDE * SIDE).fill(70) });
  const place = (column: number, row: number) => column + SIDE * row;
  const all = (of: (i: number) => number) => Float64Array.from({ length: SIDE * SIDE }, (_, i) => of(i));
  const sureOf = (of: Readonly<Record<number, number>>, evidenceS: (i: number) => number = () => 0) => ({
    change: all(() => 0),
    evidenceS: all(evidenceS),
    standardError: all((i) => of[i] ?? 1e-6),
  });
  const matter = (next: ReturnType<typeof whereNext>) => next.map(({ index, matters }) => [index, Number(matters.toFixed(3))]); // prettier-ignore

  // At stake 0.2², 0.18², 0.15², 0.12²; beside the first 0.35 of it is left, two away 0.7.
  test('a cell that is picked leaves 0.35 of what its neighbours leave unknown, and 0.7 two cells away', () => {
    const [a, b, c, d] = [place(2, 2), place(3, 2), place(4, 2), place(6, 6)];
    const cellsOf = sureOf({ [a]: 0.2, [b]: 0.18, [c]: 0.15, [d]: 0.12 });
    expect(matter(whereNext(flat, cellsOf, all(() => 1), 4))).toEqual([[a, 0.366], [c, 0.206], [d, 0.132], [b, 0.296]]); // prettier-ignore
  });

  // Alone in the middle a cell keeps 4/16 of its time, in a corner 4/9: 0.25 against 0.444.
  test('time counts for what is near too, and none of it is lost at an edge', () => {
    const [middle, corner] = [place(4, 4), 0];
    const time = all((i) => (i === middle || i === corner ? 9 : 0));
    const cellsOf = sureOf({ [middle]: 0.1, [corner]: 0.1 });
    expect(matter(whereNext(flat, cellsOf, time, 4))).toEqual([[corner, 0.64], [middle, 0.36]]); // prettier-ignore
    // What is beside the middle was driven for a moment too: it has 2/16 of the middle’s nine seconds, and 4/16 of its own.
    const beside = place(5, 4);
    const both = all((i) => (i === middle ? 9 : i === beside ? 0.5 : 0));
    const two = sureOf({ [middle]: 0.1, [beside]: 0.1 });
    expect(matter(whereNext(flat, two, both, 1))).toEqual([[middle, Number((2.3125 / (2.3125 + 1.25)).toFixed(3))]]); // prettier-ignore
  });

  // Two seconds leave 1/(1 + 1), four leave 1/(1 + 4).
  test('evidence leaves less at stake', () => {
    const [half, more, none] = [place(2, 2), place(6, 2), place(4, 6)];
    const cellsOf = sureOf({ [half]: 0.1, [more]: 0.1, [none]: 0.1 }, (i) =>
      i === half ? 2 : i === more ? 4 : 0,
    );
    expect(matter(whereNext(flat, cellsOf, all(() => 1), 3))).toEqual([[none, 0.588], [half, 0.294], [more, 0.118]]); // prettier-ignore
  });

  test('a bend counts along either axis, and no edge bends', () => {
    const bent = (column: number, row: number) => {
      const values = new Array<number>(SIDE * SIDE).fill(70);
      values[place(column, row)] = 100;
      return whereNext(
        gridOf({ x: axis(1000), y: axis(20), values }),
        sureOf({}),
        all(() => 1),
        1,
      )[0];
    };
    expect(bent(4, 4)).toMatchObject({ index: place(4, 4), because: 'bend' });
    // In a corner it bends neither way itself: its neighbours along the edges do.
    expect([place(1, 0), place(0, 1)]).toContain(bent(0, 0)?.index);
  });
});
