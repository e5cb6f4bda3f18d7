import fc from 'fast-check';
import { loopGains } from './loopGains';
import { loopTrial } from './loopTrial';

const PLANT = { deadS: 0.3, lagS: 0.15 };
const times = (factor: number) => {
  const { proportional, integralPerS } = loopGains(PLANT.deadS, PLANT.lagS);
  return loopTrial(PLANT, { proportional: factor * proportional, integralPerS: factor * integralPerS });
};

describe('a step of 10 % of what is read, lag 0.15 s, delay 0.30 s', () => {
  test('with the proposed gains overshoots 4.0 % and is within 2 % of it after 1.81 s', () => {
    const { overshoot, settledS } = times(1);
    expect(overshoot).toBeCloseTo(0.04, 2);
    expect(settledS).toBeCloseTo(1.81, 1);
  });

  test('with twice those overshoots 50 %, with three times settles after 38 s, with four times diverges', () => {
    expect(times(2).overshoot).toBeCloseTo(0.5, 2);
    expect(times(2).diverges).toBe(false);
    expect(times(3).settledS ?? 0).toBeGreaterThan(37);
    expect(times(3).settledS ?? 99).toBeLessThan(39);
    expect(times(4)).toMatchObject({ diverges: true, settledS: null, withinOnePercentS: null });
  });
});

test('the trace begins with the step and ends at the target', () => {
  const { lambda, trim, timeS } = times(1);
  expect(lambda[0]).toBeCloseTo(1.1, 6);
  expect(trim[0]).toBe(1);
  expect(lambda.at(-1)).toBeCloseTo(1, 3);
  expect(trim.at(-1)).toBeCloseTo(1.1, 3);
  expect(timeS).toHaveLength(lambda.length);
});

test('without gains nothing is corrected', () => {
  const { lambda, settledS } = loopTrial(PLANT, { proportional: 0, integralPerS: 0 });
  expect(lambda.at(-1)).toBeCloseTo(1.1, 6);
  expect(settledS).toBeNull();
});

const plants = fc.record({
  deadS: fc.double({ min: 0.04, max: 0.8, noNaN: true }),
  lagS: fc.double({ min: 0.03, max: 0.4, noNaN: true }),
});

test('an error of filling of 10 % is within 1 % of lambda in ten delays, and goes 12 % beyond at most', () => {
  fc.assert(
    fc.property(plants, (plant) => {
      const found = loopTrial(plant, loopGains(plant.deadS, plant.lagS), 'filling');
      expect(found.overshoot).toBeLessThan(0.12);
      expect(found.withinOnePercentS ?? Infinity).toBeLessThan(10 * plant.deadS);
    }),
    { numRuns: 60 },
  );
});

test.each([0.05, 0.3, 1, 4, 8, 9.9, 10, 12, 20, 40])(
  'a step of what is read goes a tenth beyond at most with a lag of %d delays',
  (ratio) => {
    const plant = { deadS: 0.1, lagS: 0.1 * ratio };
    expect(loopTrial(plant, loopGains(plant.deadS, plant.lagS)).overshoot).toBeLessThan(0.1);
  },
);
