import { countedRpm, countFiring, type SpeedCount } from './speedCount';

describe('the speed that is counted', () => {
  test('is the mean since the last firing: a third of a turn in 20 ms is 1000 rev/min', () => {
    const count: SpeedCount = { turns: 5, timeS: 2, speedRpm: 0 };
    countFiring(count, 5 + 1 / 3, 2.02);
    expect(count.speedRpm).toBeCloseTo(1000, 6);
    expect(count).toMatchObject({ turns: 5 + 1 / 3, timeS: 2.02 });
    countFiring(count, 6, 2.02);
    expect(count.speedRpm).toBe(0);
  });

  test('falls while the next firing does not come: 120° in 40 ms are at most 500 rev/min', () => {
    const count: SpeedCount = { turns: 5, timeS: 2, speedRpm: 1000 };
    expect(countedRpm(count, 2, 120)).toBe(1000);
    expect(countedRpm(count, 2.01, 120)).toBe(1000);
    expect(countedRpm(count, 2.04, 120)).toBeCloseTo(500, 9);
    expect(countedRpm(count, 60, 120)).toBeLessThan(0.4);
  });
});
