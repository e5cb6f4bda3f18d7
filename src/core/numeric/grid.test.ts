import fc from 'fast-check';
import { lookUpCurve } from './curve';
import { cellShares, gridOf, lookUpMap } from './grid';

const axis = (longest: number) =>
  fc
    .uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 2, maxLength: longest })
    .map((values) => values.sort((a, b) => a - b));
const anyMap = fc.tuple(axis(12), axis(12)).chain(([x, y]) =>
  fc
    .array(fc.double({ min: -100, max: 100, noNaN: true }), {
      minLength: x.length * y.length,
      maxLength: x.length * y.length,
    })
    .map((values) => ({ x, y, values })),
);

describe('look-up', () => {
  test('60, 70 / 64, 80 at fractions 0.25, 0.4 is 64.7', () => {
    expect(
      lookUpMap(gridOf({ x: [1000, 2000], y: [40, 90], values: [60, 70, 64, 80] }), 1250, 60),
    ).toBeCloseTo(64.7, 9);
  });

  test('a curve is linear between points and held beyond them', () => {
    const curve = gridOf({ x: [-20, 0, 20], y: [], values: [4.6, 3.4, 2.5] });
    expect([-40, -20, -10, 20, 90].map((x) => lookUpCurve(curve, x))).toEqual([4.6, 4.6, 4, 2.5, 2.5]);
  });

  test('is exact on every breakpoint, for any map', () => {
    fc.assert(
      fc.property(anyMap, (map) => {
        const grid = gridOf(map);
        map.y.forEach((y, row) =>
          map.x.forEach((x, column) =>
            expect(lookUpMap(grid, x, y) === map.values[row * map.x.length + column]).toBe(true),
          ),
        );
      }),
    );
  });

  test('stays within the map’s own values, anywhere', () => {
    const place = fc.double({ min: -100, max: 600, noNaN: true });
    fc.assert(
      fc.property(anyMap, place, place, (map, x, y) => {
        const value = lookUpMap(gridOf(map), x, y);
        expect(value).toBeGreaterThanOrEqual(Math.min(...map.values) - 1e-9);
        expect(value).toBeLessThanOrEqual(Math.max(...map.values) + 1e-9);
      }),
    );
  });

  test('is continuous: a tiny move makes a tiny change, across breakpoints too', () => {
    fc.assert(
      fc.property(anyMap, fc.double({ min: 0, max: 400, noNaN: true }), (map, y) => {
        const grid = gridOf(map);
        for (const x of map.x) {
          expect(Math.abs(lookUpMap(grid, x - 1e-7, y) - lookUpMap(grid, x + 1e-7, y))).toBeLessThan(1e-4);
        }
      }),
    );
  });

  test('the cells that take part add up to the look-up', () => {
    const place = fc.double({ min: -50, max: 500, noNaN: true });
    fc.assert(
      fc.property(anyMap, place, place, (map, x, y) => {
        const grid = gridOf(map);
        const shares = cellShares(grid, x, y);
        expect(shares.reduce((sum, cell) => sum + cell.weight, 0)).toBeCloseTo(1, 9);
        const sum = shares.reduce((total, cell) => total + cell.weight * cell.value, 0);
        expect(sum).toBeCloseTo(lookUpMap(grid, x, y), 6);
      }),
    );
  });

  test('on a breakpoint only that cell takes part, on a line between two of them two', () => {
    const grid = gridOf({ x: [0, 10], y: [0, 5], values: [1, 2, 3, 4] });
    expect(cellShares(grid, 10, 5)).toEqual([{ column: 1, row: 1, value: 4, weight: 1 }]);
    expect(cellShares(grid, 4, 0)).toEqual([
      { column: 0, row: 0, value: 1, weight: 0.6 },
      { column: 1, row: 0, value: 2, weight: 0.4 },
    ]);
    expect(cellShares(grid, 0, 2).map(({ column, row }) => [column, row])).toEqual([
      [0, 0],
      [0, 1],
    ]);
  });

  test('of a curve, cells of its one row', () => {
    const curve = gridOf({ x: [0, 10, 20], y: [], values: [1, 2, 3] });
    expect(cellShares(curve, 15, 999)).toEqual([
      { column: 1, row: 0, value: 2, weight: 0.5 },
      { column: 2, row: 0, value: 3, weight: 0.5 },
    ]);
  });
});
