import fc from 'fast-check';
import { histogramOf, scatterOf, stepOf, stepsOver } from './index';

const NUMBERS = fc.double({ min: -1e4, max: 1e4, noNaN: true });

describe('steps', () => {
  test('are round, and hold the range, by hand', () => {
    expect(stepsOver(0.72, 1.31, 20)).toEqual({ from: expect.closeTo(0.7, 9), width: 0.05, count: 13 });
    expect(stepsOver(800, 7000, 30)).toEqual({ from: 500, width: 500, count: 13 });
    expect(stepsOver(0, 100, 20)).toEqual({ from: 0, width: 5, count: 20 });
    expect(stepsOver(13.8, 13.8, 20)).toEqual({ from: 13.3, width: 1, count: 1 });
  });

  test('of any range hold both ends in about as many steps as asked for', () => {
    fc.assert(
      fc.property(NUMBERS, NUMBERS, fc.integer({ min: 5, max: 60 }), (a, b, about) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        fc.pre(high - low > 1e-3);
        const steps = stepsOver(low, high, about);
        expect(steps.count).toBeLessThanOrEqual(about + 2);
        expect(steps.count).toBeGreaterThanOrEqual(about / 2.6);
        for (const value of [low, high, (low + high) / 2]) {
          const from = steps.from + stepOf(steps, value) * steps.width;
          expect(value).toBeGreaterThanOrEqual(from - steps.width * 1e-6);
          expect(value).toBeLessThanOrEqual(from + steps.width * (1 + 1e-6));
        }
      }),
    );
  });
});

describe('histogram', () => {
  test('by hand: seconds, not samples', () => {
    const steps = { from: 0, width: 10, count: 3 };
    const seconds = histogramOf(
      Float64Array.of(0, 0.1, 0.2, 0.3, 1.3),
      Float32Array.of(5, 15, NaN, 30, 31),
      steps,
      0,
      4,
    );
    expect(Array.from(seconds, (one) => Number(one.toFixed(6)))).toEqual([0.05, 0.1, 1.05]);
  });
});

describe('scatter', () => {
  const timeS = Float64Array.from({ length: 101 }, (_, i) => i / 10);
  const ramp = Float64Array.from(timeS, (at) => at * 10);
  const steps = { x: { from: 0, width: 50, count: 2 }, y: { from: 0, width: 100, count: 2 } };

  test('by hand: on a line, each half of the time in its field, with the mean of a third', () => {
    const { seconds, mean, correlation } = scatterOf(
      timeS,
      { x: ramp, y: ramp.map((value) => 2 * value), third: ramp.map((value) => 3 * value) },
      steps,
      0,
      100,
    );
    expect(correlation).toBeCloseTo(1, 9);
    expect(Array.from(seconds, (one) => Number(one.toFixed(6)))).toEqual([4.95, 0, 0, 5.05]);
    // Of 0, 1 … 49 the first counts half: 1225 / 49.5, three times; of 50 … 100 the last does.
    expect(mean?.[0]).toBeCloseTo((3 * 1225) / 49.5, 6);
    expect(mean?.[1]).toBeNaN();
    expect(mean?.[3]).toBeCloseTo((3 * (3825 - 50)) / 50.5, 6);
  });

  test('what goes the other way is −1; what stands still says nothing', () => {
    const found = (y: Float64Array) => scatterOf(timeS, { x: ramp, y }, steps, 0, 100);
    expect(found(ramp.map((value) => -value)).correlation).toBeCloseTo(-1, 9);
    expect(found(ramp.map(() => 5)).correlation).toBeNaN();
    expect(found(ramp).mean).toBeNull();
  });

  test('a third that is unknown in part is the mean of what is known', () => {
    const third = ramp.map((_, i) => (i % 2 === 0 ? NaN : 7));
    const { mean } = scatterOf(timeS, { x: ramp, y: ramp, third }, steps, 0, 100);
    expect(mean?.[0]).toBeCloseTo(7, 9);
  });

  test('fields add up to the time in which both are known, and the correlation lies between −1 and 1', () => {
    const value = fc.oneof({ weight: 8, arbitrary: NUMBERS }, { weight: 1, arbitrary: fc.constant(NaN) });
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value), { minLength: 2, maxLength: 100 }), (pairs) => {
        const times = Float64Array.from(pairs, (_, i) => i / 10);
        const [x, y] = [0, 1].map((k) => Float64Array.from(pairs, (pair) => pair[k] as number)) as [
          Float64Array,
          Float64Array,
        ];
        const { seconds, correlation } = scatterOf(times, { x, y }, steps, 0, pairs.length - 1);
        const known = pairs.reduce((sum, [a, b], i) => {
          const stands = i === 0 || i === pairs.length - 1 ? 0.05 : 0.1;
          return Number.isNaN(a) || Number.isNaN(b) ? sum : sum + stands;
        }, 0);
        expect(seconds.reduce((sum, one) => sum + one, 0)).toBeCloseTo(known, 9);
        if (!Number.isNaN(correlation)) expect(Math.abs(correlation)).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });
});
