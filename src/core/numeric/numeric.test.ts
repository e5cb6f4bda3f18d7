import fc from 'fast-check';
import { bisected } from './bisection';
import { type Curve, curveThrough, inverseOf, lookUpCurve, lookUpStraightOn } from './curve';
import { leastSquares } from './leastSquares';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Curves of two to nine points at whole places, values anywhere. */
const curves: fc.Arbitrary<Curve> = fc
  .uniqueArray(fc.integer({ min: -50, max: 50 }), { minLength: 2, maxLength: 9 })
  .chain((places) =>
    fc
      .array(number(-100, 100), { minLength: places.length, maxLength: places.length })
      .map((values) =>
        curveThrough([...places].sort((a, b) => a - b).map((x, i) => [x, values[i] as number] as const)),
      ),
  );

describe('look-up in a curve', () => {
  const curve = curveThrough([
    [0, 10],
    [4, 30],
    [5, 0],
  ]);

  // By hand: a quarter of the way from 10 to 30 is 15; half-way from 30 to 0 is 15.
  test('is linear between points and held beyond', () => {
    expect([-3, 0, 1, 4, 4.5, 5, 99].map((x) => lookUpCurve(curve, x))).toEqual([10, 10, 15, 30, 15, 0, 0]);
  });

  // 5 a unit before 4, −30 a unit after it.
  test('goes straight on where that is asked', () => {
    expect([-3, 0, 1, 4, 4.5, 7].map((x) => lookUpStraightOn(curve, x))).toEqual([-5, 10, 15, 30, 15, -60]);
  });

  test('one point holds everywhere', () => {
    expect(lookUpCurve(curveThrough([[3, 7]]), -1)).toBe(7);
    expect(lookUpCurve(curveThrough([[3, 7]]), 9)).toBe(7);
  });

  test('is exact on its points, within its values, and the same both ways inside', () => {
    fc.assert(
      fc.property(curves, number(-60, 60), (any, x) => {
        any.x.forEach((at, i) => expect(lookUpCurve(any, at) === any.values[i]).toBe(true));
        const held = lookUpCurve(any, x);
        expect(held).toBeGreaterThanOrEqual(Math.min(...any.values) - 1e-9);
        expect(held).toBeLessThanOrEqual(Math.max(...any.values) + 1e-9);
        const inside = x >= (any.x[0] as number) && x <= (any.x[any.x.length - 1] as number);
        if (inside) expect(lookUpStraightOn(any, x)).toBeCloseTo(held, 9);
      }),
    );
  });

  test('a curve that only falls is read the other way', () => {
    const falling = curveThrough([
      [1, 100],
      [3, 20],
      [7, 0],
    ]);
    expect(lookUpCurve(inverseOf(falling), 60)).toBe(2);
    expect(lookUpCurve(inverseOf(falling), 10)).toBe(5);
    expect(lookUpStraightOn(inverseOf(falling), -10)).toBe(9);
    expect([...inverseOf(falling).x]).toEqual([0, 20, 100]);
  });

  test('a curve that only rises, or only falls, comes back through its inverse', () => {
    fc.assert(
      fc.property(curves, number(-50, 50), fc.constantFrom(1, -1), (any, x, sign) => {
        const steps = any.values.map((value) => Math.abs(value) + 0.5);
        let sum = 0;
        const monotone = { x: any.x, values: steps.map((step) => (sum += sign * step)) };
        const back = lookUpStraightOn(inverseOf(monotone), lookUpStraightOn(monotone, x));
        expect(back).toBeCloseTo(x, 6);
      }),
    );
  });
});

describe('bisection', () => {
  test('finds where a condition ends', () => {
    expect(bisected((x) => x * x < 2, 0, 2, 60)).toBeCloseTo(Math.SQRT2, 12);
    expect(bisected((x) => x < 3, 0, 1)).toBe(1);
    expect(bisected((x) => x < -1, 0, 1)).toBeCloseTo(0, 11);
  });

  test('is within its last halving, and never below the place', () => {
    fc.assert(
      fc.property(number(0, 100), fc.integer({ min: 1, max: 45 }), (place, steps) => {
        const found = bisected((x) => x < place, 0, 100, steps);
        expect(found).toBeGreaterThanOrEqual(place);
        expect(found - place).toBeLessThanOrEqual(100 / 2 ** steps + 1e-12);
      }),
    );
  });
});

describe('least squares', () => {
  // By hand: y = 1 + 2x through (0, 1), (1, 3), (2, 5).
  test('meets points that are met', () => {
    const [offset, slope] = leastSquares(
      [
        [1, 0],
        [1, 1],
        [1, 2],
      ],
      [1, 3, 5],
    ) as [number, number];
    expect(offset).toBeCloseTo(1, 12);
    expect(slope).toBeCloseTo(2, 12);
  });

  // By hand: means 1 and 8/3; slope (1·5/3 + 1·1/3)/2 = 1, offset 8/3 − 1 = 5/3.
  test('comes nearest where none is met', () => {
    const found = leastSquares(
      [
        [1, 0],
        [1, 1],
        [1, 2],
      ],
      [1, 4, 3],
    ) as number[];
    expect(found[0]).toBeCloseTo(5 / 3, 12);
    expect(found[1]).toBeCloseTo(1, 12);
  });

  test('columns of any size are weighed alike, and as many rows as columns are met', () => {
    const rows = [1, 2, 4].map((x) => [1, 1e-9 * x, 1e6 * x * x]);
    const found = leastSquares(
      rows,
      rows.map(([a = 0, b = 0, c = 0]) => 3 * a + 5e9 * b - 2e-6 * c),
    ) as number[];
    expect(found[0]).toBeCloseTo(3, 6);
    expect((found[1] as number) / 1e9).toBeCloseTo(5, 6);
    expect((found[2] as number) * 1e6).toBeCloseTo(-2, 6);
    expect(leastSquares([[0], [0]], [1, 2])).toBeNull();
  });

  test('too few rows, or columns that depend on each other, have no answer', () => {
    expect(leastSquares([[1, 2]], [3])).toBeNull();
    expect(leastSquares([], [])).toBeNull();
    expect(
      leastSquares(
        [
          [1, 2],
          [2, 4],
          [3, 6],
        ],
        [1, 2, 3],
      ),
    ).toBeNull();
  });

  test('what is left over stands at right angles to every column', () => {
    const row = fc.tuple(fc.constant(1), number(-5, 5), number(-5, 5));
    fc.assert(
      fc.property(fc.array(fc.tuple(row, number(-10, 10)), { minLength: 6, maxLength: 20 }), (data) => {
        const rows = data.map(([columns]) => columns);
        const found = leastSquares(
          rows,
          data.map(([, target]) => target),
        );
        fc.pre(found !== null && found.every((value) => Math.abs(value) < 1e3));
        for (const k of [0, 1, 2]) {
          const along = data.reduce((sum, [columns, target]) => {
            const given = columns.reduce(
              (all, value, i) => all + value * ((found as number[])[i] as number),
              0,
            );
            return sum + (target - given) * (columns[k] as number);
          }, 0);
          expect(along).toBeCloseTo(0, 4);
        }
      }),
    );
  });
});
