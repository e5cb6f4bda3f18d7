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

test('a step of the filling is read once its delay is over, and not before', () => {
  const { lambda, timeS } = loopTrial(PLANT, { proportional: 0, integralPerS: 0 }, 'filling');
  const at = (s: number) => lambda[Math.round(s / 0.02)] ?? NaN;
  expect(timeS.slice(0, 4)).toEqual([0, 0.02, 0.04, 0.06]);
  expect(at(0)).toBe(1);
  expect(at(0.28)).toBe(1);
  // A lag after the delay, 63 % of it: exp(0.632 · ln 1.1).
  expect(at(0.46)).toBeCloseTo(1.0625, 2);
  expect(lambda.at(-1)).toBeCloseTo(1.1, 3);
});

test('within 1 % is told by what is read, a fiftieth of the step by the step', () => {
  const small = loopTrial(PLANT, { proportional: 0, integralPerS: 0 }, 'reading', 0.9);
  expect([small.withinOnePercentS, small.settledS]).toEqual([0, null]);
  const { lambda, timeS, withinOnePercentS, settledS } = times(1);
  const lastOff = (by: number) => timeS[lambda.findLastIndex((one) => Math.abs(Math.log(one)) > by)] ?? 0;
  expect(Math.abs((withinOnePercentS ?? 9) - lastOff(Math.log(1.01)))).toBeLessThan(0.021);
  expect(Math.abs((settledS ?? 9) - lastOff(Math.log(1.1) / 50))).toBeLessThan(0.021);
  expect(withinOnePercentS ?? 9).toBeLessThan(settledS ?? 0);
});

// 8 · (0.3 + 0.15) s of stillness end it.
test('it is looked at until it has been still for eight times delay and lag', () => {
  const { timeS, settledS } = times(1);
  expect((timeS.at(-1) ?? 0) - (settledS ?? 0)).toBeCloseTo(3.6, 1);
});

// The same law written out: a line of 300 ms, a lag of 150 ms, and a PI controller that sees what is read, a millisecond at a time.
test('to the millisecond it is the law written out', () => {
  const { proportional, integralPerS } = loopGains(PLANT.deadS, PLANT.lagS);
  const line = Array.from({ length: 300 }, () => 0);
  let [read, sum, trim, settled, within] = [0, 0, 0, 0, 0];
  for (let ms = 0; ms < 8000; ms += 1) {
    const arrives = line.shift() ?? 0;
    line.push(-trim);
    read += (arrives - read) * (1 - Math.exp(-1 / 150));
    const error = read + Math.log(1.1);
    if (ms > 0) sum += integralPerS * error * 0.001;
    trim = proportional * error + sum;
    if (Math.abs(error) > Math.log(1.1) / 50) settled = ms + 1;
    if (Math.abs(error) > Math.log(1.01)) within = ms + 1;
  }
  const found = times(1);
  expect([found.settledS, found.withinOnePercentS]).toEqual([settled / 1000, within / 1000]);
});
