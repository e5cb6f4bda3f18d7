import fc from 'fast-check';
import {
  cellsAbout,
  type IdlePoint,
  leastSparkOf,
  nextLambda,
  nextSpark,
  SPARK_STEP_DEG,
  wishOf,
} from './idleTrim';

/** A point of an engine that has its least pressure at a lambda: 40 kPa there, 1 % more a tenth off. */
const at = (asked: number, best: number, part: Partial<IdlePoint> = {}): IdlePoint => ({
  asked,
  is: asked,
  kpa: 40 * (1 + (asked - best) ** 2),
  errorKpa: 0.01,
  steady: true,
  ...part,
});

/** A search to its end, from a target, over an engine. */
function searched(from: number, of: (asked: number) => IdlePoint): IdlePoint[] {
  const points: IdlePoint[] = [];
  for (let next = nextLambda(points, from); next !== null; next = nextLambda(points, from)) {
    points.push(of(next));
    if (points.length > 60) throw new Error('It does not end');
  }
  return points;
}

describe('the target that an idle likes best', () => {
  // 40.2, 40.0, 40.2 kPa at 0.86, 0.9, 0.94: a parabola with its bottom in the middle.
  test('is the bottom of the parabola through the points', () => {
    const points = [0.86, 0.9, 0.94].map((asked, i) => at(asked, 0.9, { kpa: i === 1 ? 40 : 40.2 }));
    const found = wishOf(points);
    expect(found?.lambda).toBeCloseTo(0.9, 9);
    expect(found?.kpa).toBeCloseTo(40, 9);
    expect(found?.heldBack).toBe(false);
  });

  // 40.09, 40, 40.01 at 0.85, 0.88, 0.91: y = 40 + b·x + c·x² with x in 0.03: −b + c = 0.09, b + c = 0.01 → b −0.04, c 0.05: x 0.4.
  test('lies between points that are uneven by 0.4 of a step', () => {
    const points = [40.09, 40, 40.01].map((kpa, i) => at(0.85 + 0.03 * i, 0.88, { kpa }));
    expect(wishOf(points)?.lambda).toBeCloseTo(0.88 + 0.4 * 0.03, 9);
    expect(wishOf(points)?.kpa).toBeCloseTo(40 - (0.04 * 0.04) / (4 * 0.05), 9);
  });

  test('is what was measured, not what was asked', () => {
    const points = [0.86, 0.9, 0.94].map((asked) => at(asked, 0.9, { is: asked + 0.012 }));
    expect(wishOf(points)?.lambda).toBeCloseTo(0.912, 9);
  });

  test('is that of the points about it: one further off than four steps bends it nowhere', () => {
    const near = [40.2, 40, 40.2].map((kpa, i) => at(0.86 + 0.04 * i, 0.9, { kpa }));
    expect(wishOf([...near, at(1.04, 0.9, { kpa: 50 })])?.lambda).toBeCloseTo(0.9, 9);
  });

  test('is the least point where nothing bends, and none where nothing ran', () => {
    expect(wishOf([at(0.9, 0.9), at(0.92, 0.9)])?.lambda).toBe(0.9);
    expect(
      wishOf([0.86, 0.88, 0.9].map((asked) => at(asked, 0, { kpa: 50 - 10 * asked })))?.lambda,
    ).toBeCloseTo(0.9, 9);
    expect(wishOf([at(0.9, 0.9, { steady: false })])).toBeNull();
    expect(wishOf([])).toBeNull();
  });

  test('a step is left to where it ran evenly last, where leaner it did not', () => {
    const points = [0.88, 0.9, 0.92, 0.94].map((asked) => at(asked, 0.96, { steady: asked < 0.94 }));
    expect(wishOf(points)).toMatchObject({ lambda: 0.9, heldBack: true });
    // One that surges where it would not have gone anyway holds nothing back.
    const richer = [0.84, 0.86, 0.88, 0.9, 0.92, 0.94, 0.96].map((asked) =>
      at(asked, 0.88, { steady: asked < 0.96 }),
    );
    expect(wishOf(richer)?.lambda).toBeCloseTo(0.88, 9);
    expect(wishOf(richer)?.heldBack).toBe(false);
  });

  test('the target moves leaner while the pressure falls, then richer, then halves of its steps', () => {
    const asked = (from: number, best: number) =>
      searched(from, (one) => at(one, best)).map((one) => one.asked);
    expect(asked(0.86, 0.9)).toEqual([
      0.86, 0.88, 0.9, 0.92, 0.94, 0.96, 0.98, 0.84, 0.82, 0.89, 0.91, 0.87, 0.93,
    ]);
    expect(asked(0.96, 0.9).slice(0, 9)).toEqual([0.96, 0.98, 1, 0.94, 0.92, 0.9, 0.88, 0.86, 0.84]);
  });

  test('from any target, with any best within reach, it ends and finds it', () => {
    const lambda = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(lambda(0.84, 1), lambda(0.85, 0.96), lambda(-0.02, 0.02), (from, best, off) => {
        const points = searched(from, (one) => at(one, best - off, { is: one + off }));
        expect(points.length).toBeLessThanOrEqual(22);
        expect(wishOf(points)?.lambda).toBeCloseTo(best, 4);
        expect(new Set(points.map((point) => point.asked)).size).toBe(points.length);
      }),
    );
  });

  test('it stops at an engine that will not have it leaner, and at the ends of what is tried', () => {
    const dies = searched(0.9, (one) => at(one, 1.05, { steady: one < 0.95 }));
    expect(Math.max(...dies.map(({ asked }) => asked))).toBeCloseTo(0.96, 9);
    const rises = searched(1.04, (one) => at(one, 1.2));
    expect(Math.max(...rises.map(({ asked }) => asked))).toBeCloseTo(1.08, 9);
    const falls = searched(0.82, (one) => at(one, 0.6));
    expect(Math.min(...falls.map(({ asked }) => asked))).toBeCloseTo(0.78, 9);
  });

  test('what is as large as its own error has not risen', () => {
    const sure = [at(0.9, 0.9), at(0.92, 0.9, { kpa: 40.2 }), at(0.94, 0.9, { kpa: 40.3 })];
    expect(nextLambda(sure, 0.9)).toBe(0.88);
    const unsure = sure.map((point) => ({ ...point, errorKpa: 0.1 }));
    expect(nextLambda(unsure, 0.9)).toBe(0.96);
  });
});

describe('the spark that pays', () => {
  /** Pressure falls to 40 kPa at the best spark by 0.06 % for each degree squared. */
  const spark = (deg: number, best: number): IdlePoint => ({
    asked: deg,
    is: deg,
    kpa: 40 / (1 - 0.0006 * (deg - best) ** 2),
    errorKpa: 0.01,
    steady: true,
  });
  const tried = (from: number, best: number): number[] => {
    const points: IdlePoint[] = [];
    for (let next = nextSpark(points, from); next !== null; next = nextSpark(points, from)) {
      points.push(spark(next, best));
      if (points.length > 60) throw new Error('It does not end');
    }
    return points.map(({ asked }) => asked);
  };
  const found = (from: number, best: number) =>
    leastSparkOf(tried(from, best).map((deg) => spark(deg, best)));

  // From −2 to 0 off the best 0.24 % are gained, from −4 to −2 0.72 %: a step of 2° has to give 0.35 %.
  test('goes up while each step pays, and takes the last that did', () => {
    expect(tried(10, 16)).toEqual([10, 12, 14, 16]);
    expect(found(10, 16)).toBe(14);
  });

  test('goes down where more does not pay, while less costs nothing', () => {
    expect(tried(20, 16)).toEqual([20, 22, 18, 16, 14, 12]);
    expect(found(20, 16)).toBe(14);
    expect(found(16, 16)).toBe(14);
  });

  test('from anywhere: the same least spark within a step, and never one that does not pay', () => {
    const deg = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(deg(0, 35), deg(12, 30), (from, best) => {
        const least = found(from, best) ?? NaN;
        expect(least).toBeGreaterThan(best - 2 - SPARK_STEP_DEG);
        expect(least).toBeLessThan(best + 0.5);
      }),
    );
  });

  test('nothing is tried beyond an uneven first, and nothing found where nothing ran', () => {
    expect(nextSpark([{ ...spark(10, 16), steady: false }], 10)).toBeNull();
    expect(leastSparkOf([{ ...spark(10, 16), steady: false }])).toBeNull();
    expect(leastSparkOf([])).toBeNull();
  });
});

describe('cells about a point', () => {
  const map = {
    x: [500, 1000, 1500, 2000, 2500],
    y: [20, 40, 60, 80],
    values: new Array<number>(20).fill(50),
  };
  const limits = { min: 5, max: 60, decimals: 1 };
  const rows = (at: { x: number; y: number }, changed = (value: number) => value * 1.1) => {
    const changes = new Map(cellsAbout(map, at, changed, limits).map(({ index, value }) => [index, value]));
    return map.y.map((_, row) => map.x.map((__, column) => changes.get(5 * row + column) ?? 50));
  };

  test('those in use take all of it, those around them half', () => {
    expect(rows({ x: 1200, y: 45 })).toEqual([
      [52.5, 52.5, 52.5, 52.5, 50],
      [52.5, 55, 55, 52.5, 50],
      [52.5, 55, 55, 52.5, 50],
      [52.5, 52.5, 52.5, 52.5, 50],
    ]);
  });

  test('beyond the ends the last cells are in use', () => {
    expect(rows({ x: 300, y: 5 })).toEqual([
      [55, 55, 52.5, 50, 50],
      [55, 55, 52.5, 50, 50],
      [52.5, 52.5, 52.5, 50, 50],
      [50, 50, 50, 50, 50],
    ]);
    expect(rows({ x: 9000, y: 99 }).at(-1)).toEqual([50, 50, 52.5, 55, 55]);
    expect(rows({ x: 1000, y: 40 })[1]).toEqual([52.5, 55, 55, 52.5, 50]);
  });

  test('within the limits and decimals of the map, and nothing that stays', () => {
    expect(rows({ x: 1200, y: 45 }, () => 99)[1]).toEqual([60, 60, 60, 60, 50]);
    expect(rows({ x: 1200, y: 45 }, () => 50.26)[1]).toEqual([50.1, 50.3, 50.3, 50.1, 50]);
    expect(cellsAbout(map, { x: 1200, y: 45 }, (value) => value, limits)).toEqual([]);
  });

  test('a curve has one row', () => {
    const curve = { x: [0, 20, 40, 60], y: [], values: [50, 40, 30, 20] };
    expect(cellsAbout(curve, { x: 65, y: 0 }, (value) => value - 4, limits)).toEqual([
      { index: 1, value: 38 },
      { index: 2, value: 26 },
      { index: 3, value: 16 },
    ]);
  });
});

test('spark stays within its ends, from either side', () => {
  const spark = (asked: number, kpa: number) => at(asked, 0.9, { kpa });
  // The map’s own is at the latest or earliest that is tried.
  expect(nextSpark([spark(42, 40)], 42)).toBe(40);
  expect(nextSpark([spark(40, 40)], 40)).toBe(42);
  expect(nextSpark([spark(38, 40), spark(40, 39)], 38)).toBe(42);
  expect(nextSpark([spark(40, 40), spark(42, 39)], 40)).toBeNull();
  // More does not pay and less costs nothing: down to −5°, and not below.
  expect(nextSpark([spark(-1, 40), spark(1, 40), spark(-3, 40)], -1)).toBe(-5);
  expect(nextSpark([spark(-3, 40), spark(-1, 40), spark(-5, 40)], -3)).toBeNull();
});
