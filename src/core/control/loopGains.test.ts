import fc from 'fast-check';
import { deadTimeAtS, loopGains, loopMargin } from './loopGains';

test('lag 0.15 s and delay 0.30 s give K 0.25 and Ki 1.667', () => {
  const { proportional, integralPerS } = loopGains(0.3, 0.15);
  expect(proportional).toBeCloseTo(0.25, 9);
  expect(integralPerS).toBeCloseTo(1.6667, 4);
});

test('the sum takes eight delays at most, and a long lag four fifths of itself', () => {
  // τ 0.9, θ 0.1: K 4.5, Ti min(0.9, 0.8) = 0.8 → 5.625; τ 2: K 10, Ti 1.6 → 6.25
  expect(loopGains(0.1, 0.9).integralPerS).toBeCloseTo(5.625, 9);
  expect(loopGains(0.1, 2).integralPerS).toBeCloseTo(6.25, 9);
  expect(loopGains(0, 0)).toEqual(loopGains(0.01, 0.01));
});

test('delay at a flow: 90 ms and 0.6 g at 5 g/s are 0.21 s; no flow below 1 g/s counts', () => {
  const delay = { fixedS: 0.09, airG: 0.6, lagS: 0.08 };
  expect(deadTimeAtS(delay, 5)).toBeCloseTo(0.21, 9);
  expect(deadTimeAtS(delay, 0)).toBeCloseTo(0.69, 9);
});

test('gains fall as the delay grows', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.02, max: 1, noNaN: true }),
      fc.double({ min: 0.02, max: 0.5, noNaN: true }),
      (deadS, lagS) => {
        const [near, far] = [loopGains(deadS, lagS), loopGains(deadS * 1.1, lagS)];
        expect(far.proportional).toBeLessThan(near.proportional);
        expect(far.integralPerS).toBeLessThan(near.integralPerS);
      },
    ),
  );
});

describe('margin', () => {
  const plant = { deadS: 0.3, lagS: 0.15 };
  const times = (factor: number) => {
    const { proportional, integralPerS } = loopGains(plant.deadS, plant.lagS);
    return loopMargin(plant, {
      proportional: factor * proportional,
      integralPerS: factor * integralPerS,
    });
  };

  // L = e^(−θs)/(2θs): at w = π/2θ its phase is −180° and its size 1/π.
  test('the proposed gains have π, and less than 1 with four times as much', () => {
    expect(times(1).gainMargin).toBeCloseTo(Math.PI, 0);
    expect(times(2).gainMargin).toBeCloseTo(Math.PI / 2, 1);
    expect(times(4).gainMargin).toBeLessThan(1);
    expect(times(1).peak).toBeCloseTo(1.59, 1);
    expect(times(2).peak).toBeGreaterThan(2.5);
  });

  test('no gain has no end', () => {
    expect(loopMargin(plant, { proportional: 0, integralPerS: 0 })).toEqual({
      gainMargin: Infinity,
      peak: 1,
    });
  });

  test('falls as the gains rise', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 3, noNaN: true }), (factor) => {
        expect(times(factor * 1.1).gainMargin).toBeLessThan(times(factor).gainMargin);
        expect(times(factor * 1.1).gainMargin).toBeCloseTo(times(factor).gainMargin / 1.1, 6);
      }),
    );
  });
});
