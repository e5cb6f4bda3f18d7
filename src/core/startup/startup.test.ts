import { afterStartFactor, proposedStartUp } from '.';
import { COOLANT_BREAKPOINTS } from './startupGenerator';

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
});
