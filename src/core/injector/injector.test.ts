import fc from 'fast-check';
import {
  deadTimeCurve,
  deadTimeFlagMessage,
  deadTimeFlags,
  deadTimeMs,
  type DeadTimePoint,
} from './deadTime';
import { dutyPercent, feedablePowerKw, flowAtPressureGPerS, fuelFlowAtRatingGPerS } from './flow';
import { pressureAcrossKpa } from './pressure';

function points(list: readonly (readonly [number, number])[]): DeadTimePoint[] {
  return list.map(([volts, ms]) => ({ volts, ms }));
}

/** A clean table: 0.2 + 9.5/(V − 3). */
const CLEAN = points(
  [8, 9, 10, 11, 12, 13, 14, 15].map((v) => [v, Number((0.2 + 9.5 / (v - 3)).toFixed(3))] as const),
);

describe('flow', () => {
  test('610 cm³/min of 0.745 at 300 kPa is 7.5742 g/s', () => {
    expect(fuelFlowAtRatingGPerS((610 / 60) * 0.745, 0.745, 0.745)).toBeCloseTo(7.5742, 4);
  });

  test('at 350 kPa it is 8.1810 g/s, 658.88 cm³/min', () => {
    const flow = flowAtPressureGPerS(7.57417, 300, 350);
    expect(flow).toBeCloseTo(8.181, 3);
    expect((flow * 60) / 0.745).toBeCloseTo(658.88, 1);
  });

  test('rated with a 0.684 fluid it is 7.2575 g/s of the same fuel', () => {
    expect(fuelFlowAtRatingGPerS((610 / 60) * 0.684, 0.684, 0.745)).toBeCloseTo(7.2575, 4);
  });

  test('nothing flows without pressure', () => {
    expect(flowAtPressureGPerS(7.5, 300, 0)).toBe(0);
    expect(flowAtPressureGPerS(7.5, 300, -20)).toBe(0);
  });

  test('6 × 8.1810 g/s at 85 % and 340 g/kWh feed 441.8 kW', () => {
    expect(feedablePowerKw(6 * 8.181 * 0.85, 340)).toBeCloseTo(441.8, 1);
  });

  test('8.035 ms of a cycle at 7000 rev/min is 46.87 % duty', () => {
    expect(dutyPercent(8.035, 120000 / 7000)).toBeCloseTo(46.87, 2);
  });
});

describe('pressure across the injector', () => {
  test('fixed regulator: 350 + 81 − 165 = 266 kPa', () => {
    expect(pressureAcrossKpa('fixed', 350, 81, 165)).toBe(266);
  });

  test('a regulator that follows the manifold holds it level', () => {
    expect(pressureAcrossKpa('manifold', 350, 81, 165)).toBe(350);
    expect(pressureAcrossKpa('manifold', 350, 81, 30)).toBe(350);
  });
});

describe('dead time', () => {
  const curve = deadTimeCurve(CLEAN);

  test('is exact on its points and linear between them', () => {
    expect(deadTimeMs(curve, 14)).toBeCloseTo(1.064, 3);
    expect(deadTimeMs(curve, 13.5)).toBeCloseTo((1.15 + 1.064) / 2, 3);
  });

  test('beyond its ends it goes on as the law behind the points does', () => {
    expect(deadTimeMs(curve, 6.5)).toBeCloseTo(0.2 + 9.5 / 3.5, 1);
    expect(deadTimeMs(curve, 16)).toBeCloseTo(0.2 + 9.5 / 13, 1);
  });

  test('never rises with voltage and has no step, at any clean law', () => {
    const law = fc.record({
      a: fc.double({ min: 0, max: 0.6, noNaN: true }),
      b: fc.double({ min: 2, max: 14, noNaN: true }),
      c: fc.double({ min: 0, max: 4, noNaN: true }),
    });
    fc.assert(
      fc.property(law, ({ a, b, c }) => {
        const made = deadTimeCurve(points([7, 9, 11, 13, 15].map((v) => [v, a + b / (v - c)] as const)));
        let before = Infinity;
        for (let v = 5; v <= 18; v += 0.05) {
          const now = deadTimeMs(made, v);
          expect(now).toBeLessThanOrEqual(before + 1e-9);
          if (v > 6) expect(before - now).toBeLessThan(0.25);
          before = now;
        }
      }),
    );
  });

  test('a clean table has no flags', () => {
    expect(deadTimeFlags(CLEAN)).toEqual([]);
  });

  test('a kink is flagged at its point and only there', () => {
    const kinked = CLEAN.map(({ volts, ms }) => ({ volts, ms: volts === 11 ? ms + 0.12 : ms }));
    const flags = deadTimeFlags(kinked);
    expect(flags).toMatchObject([{ code: 'kink', index: 3 }]);
    expect(deadTimeFlagMessage(kinked, flags[0] as (typeof flags)[number])).toMatch(
      /Kink at 11 V.*0\.\d+ ms more/,
    );
  });

  test('a point off by less than the measuring is no kink', () => {
    const nearly = CLEAN.map(({ volts, ms }) => ({ volts, ms: volts === 11 ? ms + 0.02 : ms }));
    expect(deadTimeFlags(nearly)).toEqual([]);
  });

  test('a time that rises with voltage is flagged', () => {
    const flags = deadTimeFlags(
      points([
        [8, 2],
        [10, 1.5],
        [12, 1.6],
        [14, 0.9],
      ]),
    );
    expect(flags.map((flag) => flag.code)).toContain('rises');
  });
});
