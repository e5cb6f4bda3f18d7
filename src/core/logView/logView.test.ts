import fc from 'fast-check';
import { chance } from '@tests/support/chance';
import {
  columnsOf,
  edgesOf,
  extremesOf,
  firstFrom,
  momentsOf,
  nearestTo,
  rangeIn,
  type Statistics,
  statisticsIn,
} from './index';

const value = fc.oneof(
  { weight: 9, arbitrary: fc.integer({ min: -1000, max: 1000 }) },
  { weight: 1, arbitrary: fc.constant(NaN) },
);
const column = (most = 3000) =>
  fc.array(value, { minLength: 1, maxLength: most }).map((values) => Float32Array.from(values));

/** The lowest and highest by looking at each. */
function plainly(values: ArrayLike<number>, from: number, to: number) {
  const known = Array.from(values)
    .slice(from, to)
    .filter((one) => !Number.isNaN(one));
  return known.length === 0 ? { low: NaN, high: NaN } : { low: Math.min(...known), high: Math.max(...known) };
}

describe('extremes', () => {
  test('of any stretch of any column are those found by looking at each', () => {
    fc.assert(
      fc.property(column(), fc.nat(3200), fc.nat(3200), (values, one, other) => {
        const [from, to] = [Math.min(one, other), Math.max(one, other)];
        expect(rangeIn(extremesOf(values), from, to)).toEqual(plainly(values, from, to));
      }),
      { numRuns: 400 },
    );
  });

  test('one value among a hundred thousand is drawn once, in its column or at the edge of the next', () => {
    const count = 100_003;
    const timeS = Float64Array.from({ length: count }, (_, i) => i);
    const edges = edgesOf(timeS, { fromS: 0, toS: count }, 20);
    fc.assert(
      fc.property(fc.nat(count - 1), (at) => {
        const values = new Float32Array(count).fill(1);
        values[at] = 9;
        const columns = Array.from(columnsOf(extremesOf(values), edges).high.entries()).filter(
          ([, high]) => high === 9,
        );
        expect(columns).toHaveLength(1);
        // A column has some five thousand samples; its edge is off by eight at most.
        const column = columns[0]?.[0] ?? -1;
        expect(at).toBeGreaterThanOrEqual((edges[column] as number) - 8);
        expect(at).toBeLessThan((edges[column + 1] as number) + 8);
      }),
      { numRuns: 60 },
    );
  });

  test('one value among five thousand is never hidden', () => {
    const values = new Float32Array(5000).fill(1);
    for (const at of [0, 15, 16, 255, 256, 4095, 4096, 4999]) {
      values[at] = 9;
      const extremes = extremesOf(values);
      const edges = edgesOf(
        Float64Array.from({ length: 5000 }, (_, i) => i),
        { fromS: 0, toS: 5000 },
        37,
      );
      expect(columnsOf(extremes, edges).high.filter((high) => high === 9)).toHaveLength(1);
      values[at] = 1;
    }
  });

  test('take about an eighth of the column on top', () => {
    const { values, levels } = extremesOf(new Float32Array(1 << 20));
    const bytes = levels.reduce((sum, { low, high }) => sum + low.byteLength + high.byteLength, 0);
    expect(bytes / values.byteLength).toBeLessThan(0.14);
  });

  test('nothing is known of nothing', () => {
    expect(rangeIn(extremesOf(new Float32Array()), 0, 10)).toEqual({ low: NaN, high: NaN });
    expect(rangeIn(extremesOf(new Float32Array(100).fill(NaN)), 0, 100)).toEqual({ low: NaN, high: NaN });
  });
});

describe('times', () => {
  const timeS = Float64Array.of(0, 1, 1, 2, 5);

  test('by hand', () => {
    expect([-1, 0, 0.5, 1, 1.5, 5, 6].map((atS) => firstFrom(timeS, atS))).toEqual([0, 0, 1, 1, 3, 4, 5]);
    expect([-1, 0.4, 0.5, 0.6, 3, 3.5, 3.6, 9].map((atS) => nearestTo(timeS, atS))).toEqual([
      0, 0, 0, 1, 3, 3, 4, 4,
    ]);
    expect(nearestTo(new Float64Array(), 1)).toBe(-1);
  });

  test('edges of a window, by hand', () => {
    const times = Float64Array.from({ length: 100 }, (_, i) => i);
    expect(Array.from(edgesOf(times, { fromS: 10, toS: 40 }, 3))).toEqual([10, 20, 30, 40]);
    expect(Array.from(edgesOf(times, { fromS: 90, toS: 130 }, 2))).toEqual([90, 100, 100]);
  });

  test('edges stay where they are until very many samples share a column, and are laid to a stretch from there on', () => {
    const rising = (count: number) => extremesOf(Float32Array.from({ length: count }, (_, i) => i));
    const edges = (count: number) => Int32Array.of(100, 100 + 9, 100 + count);
    // Two columns of 512 samples: none is laid; of one more: 109 becomes 112.
    const few = columnsOf(rising(700), edges(512));
    expect([...few.low, ...few.high]).toEqual([100, 109, 108, 611]);
    const many = columnsOf(rising(700), edges(513));
    expect([...many.low, ...many.high]).toEqual([100, 112, 111, 612]);
  });

  test('columns share a window without a gap or an overlap', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 2, maxLength: 200 }),
        fc.integer({ min: 1, max: 50 }),
        (steps, columns) => {
          let at = 0;
          const times = Float64Array.from(steps, (step) => (at += step));
          const values = Float32Array.from(steps, (_, i) => i);
          const window = { fromS: times[0] as number, toS: (times.at(-1) as number) + 1 };
          const edges = edgesOf(times, window, columns);
          expect([edges[0], edges[columns]]).toEqual([0, times.length]);
          const { low, high } = columnsOf(extremesOf(values), edges);
          let last = -1;
          low.forEach((from, k) => {
            if (Number.isNaN(from)) return;
            expect(from).toBe(last + 1);
            last = high[k] as number;
          });
          expect(last).toBe(times.length - 1);
        },
      ),
    );
  });
});

/** Over a stretch of a column, as it is asked of one that is looked at once. */
const statisticsOf = (timeS: Float64Array, values: Float32Array, from: number, to: number): Statistics =>
  statisticsIn(momentsOf(timeS, extremesOf(values)), from, to);

/** The same by looking at each sample twice. */
function plainStatistics(timeS: Float64Array, values: Float32Array, from: number, to: number): Statistics {
  const known = Array.from({ length: to - from + 1 }, (_, k) => from + k).filter(
    (i) => !Number.isNaN(values[i]),
  );
  const weights = known.map((i) => {
    if (from === to) return 1;
    const [before, after] = [timeS[Math.max(from, i - 1)] as number, timeS[Math.min(to, i + 1)] as number];
    return Math.min(1, (after - before) / 2);
  });
  const whole = weights.reduce((sum, one) => sum + one, 0);
  const numbers = known.map((i) => values[i] as number);
  const mean = numbers.reduce((sum, one, k) => sum + one * (weights[k] as number), 0) / whole;
  const squares = numbers.reduce((sum, one, k) => sum + (one - mean) ** 2 * (weights[k] as number), 0);
  return {
    samples: known.length,
    ...plainly(values, from, to + 1),
    mean,
    spread: Math.sqrt(squares / whole),
    first: numbers[0] ?? NaN,
    last: numbers.at(-1) ?? NaN,
  };
}

describe('statistics', () => {
  test('of any part of a long column are those of looking at each sample', () => {
    const draw = chance(5);
    const count = 3000;
    let at = 0;
    const timeS = Float64Array.from({ length: count }, () => (at += draw() < 0.02 ? 3 : 0.01 + 0.1 * draw()));
    const values = Float32Array.from({ length: count }, (_, i) =>
      draw() < 0.05 ? NaN : 1e4 + 100 * Math.sin(i / 200) + draw(),
    );
    const moments = momentsOf(timeS, extremesOf(values));
    const expectSame = (from: number, to: number) => {
      const found = statisticsIn(moments, from, to);
      const expected = plainStatistics(timeS, values, from, to);
      expect({ ...found, mean: 0, spread: 0 }).toEqual({ ...expected, mean: 0, spread: 0 });
      if (expected.samples === 0) return;
      expect(found.mean).toBeCloseTo(expected.mean, 7);
      expect(found.spread).toBeCloseTo(expected.spread, 6);
    };
    // About the ends of the stretches that moments are kept of.
    const ends = [0, 1, 255, 256, 257, 511, 512, 513, 767, 768, 1023, 1024, 2999];
    for (const from of ends) for (const to of ends) if (from <= to) expectSame(from, to);
    fc.assert(
      fc.property(fc.nat(count - 1), fc.nat(count - 1), (one, other) =>
        expectSame(Math.min(one, other), Math.max(one, other)),
      ),
      { numRuns: 300 },
    );
  });

  test('whole stretches of nothing known add nothing', () => {
    const count = 1200;
    const timeS = Float64Array.from({ length: count }, (_, i) => i / 10);
    const values = Float32Array.from({ length: count }, (_, i) => (i < 1000 ? NaN : 5));
    expect(statisticsIn(momentsOf(timeS, extremesOf(values)), 0, count - 1)).toMatchObject({
      samples: 200,
      mean: 5,
      spread: 0,
      first: 5,
      last: 5,
    });
    expect(statisticsIn(momentsOf(timeS, extremesOf(values)), 0, 900).mean).toBeNaN();
  });

  test('where no time passes the mean is a value that was there, and nothing spreads', () => {
    const still = Float64Array.of(3, 3, 3, 3);
    expect(statisticsOf(still, Float32Array.of(7, 7, 7, 7), 0, 3)).toMatchObject({
      samples: 4,
      mean: 7,
      spread: 0,
    });
  });

  test('by hand: 1, 3, 5 a second apart; the middle one stands for twice as long as each end', () => {
    const found = statisticsOf(Float64Array.of(0, 1, 2), Float32Array.of(1, 3, 5), 0, 2);
    expect(found).toMatchObject({ samples: 3, low: 1, high: 5, mean: 3, first: 1, last: 5 });
    // Half a second, a second, half a second: squares of 4, 0 and 4.
    expect(found.spread).toBeCloseTo(Math.sqrt(2), 9);
  });

  test('at uneven rates by time, not by samples', () => {
    const timeS = Float64Array.of(0, 0.1, 0.2, 0.3, 0.4, 0.9);
    const found = statisticsOf(timeS, Float32Array.of(0, 0, 0, 0, 0, 10), 0, 5);
    // 0.05, 0.1, 0.1, 0.1, 0.3 s at nothing and 0.25 s at ten.
    expect(found.mean).toBeCloseTo(5 / 1.8, 6);
  });

  test('what is unknown is left out, and one sample is its own mean', () => {
    const timeS = Float64Array.of(0, 1, 2, 3);
    // 4 stands for a second, 6 at the end for half of one.
    expect(statisticsOf(timeS, Float32Array.of(NaN, 4, NaN, 6), 0, 3)).toMatchObject({
      samples: 2,
      mean: 7 / 1.5,
      first: 4,
      last: 6,
    });
    expect(statisticsOf(timeS, Float32Array.of(NaN, 4, NaN, 6), 1, 1)).toMatchObject({
      samples: 1,
      mean: 4,
      spread: 0,
    });
    expect(statisticsOf(timeS, Float32Array.of(NaN, NaN, NaN, NaN), 0, 3)).toEqual({
      samples: 0,
      low: NaN,
      high: NaN,
      mean: NaN,
      spread: NaN,
      first: NaN,
      last: NaN,
    });
  });

  test('the mean lies between the ends, and shifts with all values while the spread does not', () => {
    fc.assert(
      fc.property(column(60), fc.integer({ min: -5000, max: 5000 }), (values, shift) => {
        const timeS = Float64Array.from(values, (_, i) => i / 20);
        const plain = statisticsOf(timeS, values, 0, values.length - 1);
        if (plain.samples === 0) return;
        expect(plain.mean).toBeGreaterThanOrEqual(plain.low - 1e-9);
        expect(plain.mean).toBeLessThanOrEqual(plain.high + 1e-9);
        const moved = statisticsOf(
          timeS,
          values.map((one) => one + shift),
          0,
          values.length - 1,
        );
        expect(moved.mean).toBeCloseTo(plain.mean + shift, 6);
        // Float32 of shifted numbers is as fine as that.
        expect(moved.spread).toBeCloseTo(plain.spread, 2);
      }),
    );
  });
});
