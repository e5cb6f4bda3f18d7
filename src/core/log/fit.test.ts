import fc from 'fast-check';
import { gridOf } from '../numeric';
import { addAt, bandedOf, factored, inverseDiagonal, solved } from './banded';
import { fittedCells } from './fit';
import type { FitSamples } from './samples';

/** Samples at points of a 3 × 3 map, each of a weight. */
function samplesAt(
  points: readonly (readonly [cell: number, fx: number, fy: number, error: number, weightS: number])[],
): FitSamples {
  const column = (k: number) => Float64Array.from(points, (point) => point[k] as number);
  return {
    count: points.length,
    cell: Int32Array.from(points, ([cell]) => cell),
    shareX: column(1),
    shareY: column(2),
    error: column(3),
    weightS: column(4),
    driven: column(3).fill(0),
  };
}
const grid = gridOf({ x: [1, 2, 3], y: [10, 20, 30], values: Array.from({ length: 9 }, () => 50) });
const BARE = { smoothS: 0, stayS: 1e-9, wildTimes: 1.5 };

describe('a banded matrix', () => {
  /** A random positive one: A·Aᵀ of a narrower band, and a little more on the diagonal. */
  const some = fc
    .record({
      size: fc.integer({ min: 1, max: 12 }),
      band: fc.integer({ min: 0, max: 4 }),
      seed: fc.integer(),
    })
    .map(({ size, band, seed }) => {
      let state = seed >>> 0;
      const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 31 - 1;
      const half = Array.from({ length: size }, (_, i) =>
        Array.from({ length: size }, (_, j) => (j <= i && i - j <= band ? next() : 0)),
      );
      const dense = half.map((row, i) =>
        half.map((other, j) =>
          row.reduce((sum, value, k) => sum + value * (other[k] as number), i === j ? 0.1 : 0),
        ),
      );
      const banded = bandedOf(size, band);
      dense.forEach((row, i) =>
        row.forEach((value, j) => i <= j && j - i <= band && addAt(banded, j, i, value)),
      );
      return { size, dense, banded };
    });

  test('is solved: the matrix times the solution is the right side', () => {
    fc.assert(
      fc.property(some, fc.integer(), ({ size, dense, banded }, seed) => {
        const right = Float64Array.from({ length: size }, (_, i) => Math.sin(seed + i));
        const x = solved(factored(banded), right);
        dense.forEach((row, i) => {
          expect(row.reduce((sum, value, j) => sum + value * (x[j] as number), 0)).toBeCloseTo(
            right[i] as number,
            8,
          );
        });
      }),
    );
  });

  test('gives the diagonal of its inverse, as solving for each column does', () => {
    fc.assert(
      fc.property(some, ({ size, banded }) => {
        const factor = factored(banded);
        const diagonal = inverseDiagonal(factor);
        for (let i = 0; i < size; i += 1) {
          const column = solved(
            factor,
            Float64Array.from({ length: size }, (_, j) => (i === j ? 1 : 0)),
          );
          expect(diagonal[i]).toBeCloseTo(column[i] as number, 6);
        }
      }),
    );
  });

  test('that is not positive is refused', () => {
    const flat = bandedOf(2, 1);
    addAt(flat, 0, 0, 1);
    addAt(flat, 0, 1, 1);
    addAt(flat, 1, 1, 1);
    expect(() => factored(flat)).toThrow('not positive');
  });
});

describe('a fit', () => {
  test('of one point on a cell is its error, with its weight as evidence', () => {
    const fit = fittedCells(samplesAt([[0, 0, 0, 0.05, 3]]), grid, BARE);
    expect(fit.change[0]).toBeCloseTo(0.05, 6);
    expect(fit.evidenceS[0]).toBe(3);
    expect(fit.found[0]).toBeCloseTo(0.05, 12);
    expect(fit.change[4]).toBe(0);
    expect(fit.found[4]).toBeNaN();
  });

  // By hand: at a quarter across and two fifths up, the weights are 0.45, 0.15, 0.30, 0.10; the least change that gives 0.05
  // there moves each by its weight over the sum of their squares, 0.325.
  test('between four cells moves each by its share', () => {
    const { change, evidenceS } = fittedCells(samplesAt([[0, 0.25, 0.4, 0.05, 2]]), grid, BARE);
    expect([0, 1, 3, 4].map((i) => change[i])).toEqual(
      [0.45, 0.15, 0.3, 0.1].map((share) => expect.closeTo((0.05 * share) / 0.325, 6)),
    );
    expect([0, 1, 3, 4].map((i) => evidenceS[i])).toEqual(
      [0.9, 0.3, 0.6, 0.2].map((s) => expect.closeTo(s, 12)),
    );
  });

  const corners = (error: (x: number, y: number) => number) =>
    samplesAt([
      [0, 0, 0, error(0, 0), 4],
      [1, 1, 0, error(2, 0), 4],
      [3, 0, 1, error(0, 2), 4],
      [4, 1, 1, error(2, 2), 4],
    ]);

  test('a plane has no bend: it goes through unharmed, and fills what lies between', () => {
    const plane = (x: number, y: number) => 0.02 + 0.01 * x - 0.03 * y;
    const { change } = fittedCells(corners(plane), grid, { smoothS: 5, stayS: 1e-9, wildTimes: 1.5 });
    for (let j = 0; j < 3; j += 1) {
      for (let i = 0; i < 3; i += 1) expect(change[i + 3 * j]).toBeCloseTo(plane(i, j), 6);
    }
  });

  // By hand: three cells in a row at 0, e, 0 with weight w each and a second difference of 1, −2, 1 weighed s. By symmetry the
  // outer ones are a, the middle b: w·a + s(2a − 2b) = 0 and w(b − e) − 2s(2a − 2b) = 0, w = s = 1: a = 2b/3, b = 3e/7.
  test('a peak is bent as far as its weight against smoothness says', () => {
    const row = samplesAt([
      [0, 0, 0, 0, 1],
      [0, 1, 0, 0.07, 1],
      [1, 1, 0, 0, 1],
    ]);
    // Robust weights are one here only if nothing lies beyond one and a half times the usual: the residuals are alike enough.
    const { change } = fittedCells(row, grid, { smoothS: 1, stayS: 1e-12, wildTimes: 1.5 });
    expect(change[1] as number).toBeLessThan(0.07);
    expect(change[0] as number).toBeGreaterThan(0);
    expect(change[0]).toBeCloseTo(change[2] as number, 9);
  });

  test('the unit of an axis does not matter', () => {
    const bent = corners((x, y) => 0.02 * x * x + 0.01 * y);
    const [small, large] = [1, 1000].map((unit) =>
      fittedCells(
        bent,
        gridOf({ x: [1 * unit, 2 * unit, 4 * unit], y: [10, 20, 30], values: Array.from(grid.values) }),
      ),
    );
    small?.change.forEach((value, i) => expect(value).toBeCloseTo(large?.change[i] as number, 12));
  });

  test('one reading in ten that is wild hardly moves it', () => {
    const points = Array.from({ length: 200 }, (_, i) => {
      const wild = i % 10 === 0;
      return [0, 0, 0, wild ? 0.5 : 0.03 + 0.002 * Math.sin(i), 0.05] as const;
    });
    const { change, leftOver } = fittedCells(samplesAt(points), grid, BARE);
    // Least squares would be pulled by a tenth of 0.47.
    expect(Math.abs((change[0] as number) - 0.03)).toBeLessThan(0.005);
    expect(leftOver).toBeLessThan(0.006);
  });

  // A spread of s about a cell, readings that hold together for a second, T seconds of them: s·√(1/T).
  test('its standard error falls with the root of the evidence', () => {
    const of = (count: number) => {
      const points = Array.from(
        { length: count },
        (_, i) => [0, 0, 0, 0.02 * Math.cos(i * 2.4), 0.05] as const,
      );
      return fittedCells(samplesAt(points), grid, BARE);
    };
    const { leftOver, standardError } = of(2000);
    expect(standardError[0]).toBeCloseTo(leftOver * Math.sqrt(1 / 100), 3);
    expect((of(500).standardError[0] as number) / (standardError[0] as number)).toBeCloseTo(2, 1);
  });

  test('without samples nothing moves', () => {
    const { change, evidenceS, leftOver } = fittedCells(samplesAt([]), grid);
    expect(Array.from(change)).toEqual(Array.from({ length: 9 }, () => 0));
    expect(Math.max(...evidenceS)).toBe(0);
    expect(leftOver).toBe(0);
  });
});
