import { afterStartFactor } from '../ecu';
import { fuelById } from '../fuels';
import {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  taperReasons,
  TURNS_BREAKPOINTS,
} from './startupGenerator';

describe('after-start', () => {
  test.each([
    [0, 2],
    [15, 1.5],
    [30, 1],
    [100, 1],
  ])('2.0 over 30 s, after %d s: %d', (since, factor) => {
    expect(afterStartFactor(2, 30, since)).toBeCloseTo(factor, 9);
  });

  test('a decay of nothing is over at once', () => {
    expect(afterStartFactor(2, 0, 0)).toBe(1);
  });
});

describe('proposed start-up curves', () => {
  const curves = ['cranking', 'afterStart', 'afterStartDecay', 'warmUp'] as const;
  const fuels = ['petrol', 'petrolOxygenated', 'ethanol60', 'ethanol85', 'methanol'] as const;

  test.each(curves.flatMap((curve) => fuels.map((fuel) => [curve, fuel] as const)))(
    '%s for %s never rises with temperature and says why',
    (curve, fuel) => {
      const { values, reasons } = proposedStartUp(curve, fuel);
      expect(values).toHaveLength(COOLANT_BREAKPOINTS.length);
      values.forEach((value, i) => expect(value).toBeLessThanOrEqual(values[i - 1] ?? Infinity));
      expect(reasons[0]?.text.length).toBeGreaterThan(20);
    },
  );

  test('warm-up is nothing when hot', () => {
    for (const fuel of fuels) expect(proposedStartUp('warmUp', fuel).values.at(-1)).toBe(1);
  });

  test('alcohol needs more in the cold than petrol, and no more when hot', () => {
    const petrol = proposedStartUp('cranking', 'petrol').values;
    const alcohol = proposedStartUp('cranking', 'ethanol85').values;
    expect(alcohol[1]).toBeGreaterThan(petrol[1] as number);
    expect(alcohol.at(-1)).toBe(petrol.at(-1));
  });

  // 1.15 · (4.8 ÷ 1.15)^1.5 = 9.8065 at −20 °C; 1.2 · 1.8 = 2.16; the decay is the metal's, not the fuel's.
  test('what the cold asks for grows with the power of the fuel’s excess, the hot value and the decay do not', () => {
    expect(COOLANT_BREAKPOINTS).toEqual([-30, -20, -10, 0, 20, 40, 60, 80]);
    expect(proposedStartUp('cranking', 'petrol').values).toEqual([6.4, 4.8, 4.1, 3.4, 2.5, 1.85, 1.4, 1.15]);
    expect(proposedStartUp('cranking', 'ethanol85').values[1]).toBeCloseTo(9.8065, 4);
    expect(proposedStartUp('prime', 'methanol').values[1]).toBeCloseTo(2.16, 9);
    expect(proposedStartUp('afterStartDecay', 'methanol').values).toEqual([20, 19, 18, 17, 15, 12, 10, 7]);
    expect(proposedStartUp('warmUp', 'petrolOxygenated')).toEqual(proposedStartUp('warmUp', 'petrol'));
    expect(fuels.map((id) => fuelById(id).coldExcess)).toEqual([1, 1, 1.25, 1.5, 1.8]);
  });

  test.each([
    ['cranking', 'petrol', 1],
    ['cranking', 'ethanol60', 2],
    ['afterStartDecay', 'ethanol60', 1],
  ] as const)('%s for %s has %d reasons', (curve, fuel, count) => {
    expect(proposedStartUp(curve, fuel).reasons).toHaveLength(count);
  });
});

describe('the taper of cranking fuel', () => {
  // From 100 at 8 turns to 68 at 60: 34 is half-way.
  test.each([
    [0, 100],
    [8, 100],
    [34, 84],
    [60, 68],
    [200, 68],
  ])('after %d turns: %d %%', (turns, percent) => {
    expect(proposedTaperPercent(turns)).toBeCloseTo(percent, 9);
  });

  test('is laid from the first turn to where it ends, and says why', () => {
    expect([TURNS_BREAKPOINTS[0], TURNS_BREAKPOINTS.at(-1)]).toEqual([0, 60]);
    expect(taperReasons()[0]?.text).toMatch(/68 % after 60/);
  });
});
