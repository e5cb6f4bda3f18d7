import fc from 'fast-check';
import {
  proposedCrankAdvanceDeg,
  proposedSparkAirDeg,
  proposedSparkCoolantDeg,
  type SparkCorrectionInputs,
  sparkCorrectionReasons,
} from './sparkCorrections';

const PLAIN: SparkCorrectionInputs = {
  charged: false,
  coolingFactor: 1,
  compressionRatio: 10,
  firstRun: false,
};

describe('spark by coolant', () => {
  test.each([
    [-40, 4],
    [-20, 4],
    [20, 2],
    [60, 0],
    [98, 0],
    [108, -3.5],
  ])('at %d °C: %d°', (coolantC, degrees) => {
    expect(proposedSparkCoolantDeg(coolantC)).toBeCloseTo(degrees, 9);
  });
});

describe('spark by intake air', () => {
  test('nothing to 30 °C, then a degree for every 7, for every 5 where care is due', () => {
    expect(proposedSparkAirDeg(PLAIN, 30)).toBe(0);
    expect(proposedSparkAirDeg(PLAIN, 51)).toBeCloseTo(-3, 9);
    expect(proposedSparkAirDeg({ ...PLAIN, charged: true }, 50)).toBeCloseTo(-4, 9);
    expect(proposedSparkAirDeg({ ...PLAIN, firstRun: true }, 50)).toBeCloseTo(-4, 9);
    expect(proposedSparkAirDeg({ ...PLAIN, coolingFactor: 1.5 }, 51)).toBeCloseTo(-2, 9);
  });

  test('never adds, for any engine and air', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.double({ min: 1, max: 2, noNaN: true }),
        fc.double({ min: -50, max: 120, noNaN: true }),
        (charged, coolingFactor, airC) => {
          expect(proposedSparkAirDeg({ ...PLAIN, charged, coolingFactor }, airC)).toBeLessThanOrEqual(0);
        },
      ),
    );
  });
});

describe('crank advance', () => {
  test('8° at 20 °C, a degree less in frost, two less with high compression', () => {
    expect(proposedCrankAdvanceDeg(PLAIN, 20)).toBe(8);
    expect(proposedCrankAdvanceDeg(PLAIN, -30)).toBe(7);
    expect(proposedCrankAdvanceDeg({ ...PLAIN, compressionRatio: 12 }, 20)).toBe(6);
    expect(proposedCrankAdvanceDeg({ ...PLAIN, compressionRatio: 11.5 }, 20)).toBe(8);
    expect(proposedCrankAdvanceDeg(PLAIN, 45)).toBeCloseTo(8.5, 9);
    expect(proposedCrankAdvanceDeg(PLAIN, 120)).toBe(9);
    expect(proposedCrankAdvanceDeg(PLAIN, -80)).toBe(7);
  });
});

test('the reasons name what moved the numbers, and nothing that did not', () => {
  const words = (part: Partial<SparkCorrectionInputs>, id: 'sparkAir' | 'crankAdvance') =>
    sparkCorrectionReasons(id, { ...PLAIN, ...part })
      .map(({ text }) => text)
      .join(' ');
  expect(words({}, 'sparkAir')).toMatch(/every 7 °C .*not charged/);
  expect(words({ charged: true }, 'sparkAir')).toMatch(/every 5 °C .*\(charged\)/);
  expect(words({ coolingFactor: 1.5 }, 'sparkAir')).toMatch(/divided by 1\.50/);
  expect(words({}, 'crankAdvance')).not.toMatch(/compression/);
  expect(words({ compressionRatio: 13 }, 'crankAdvance')).toMatch(/compression ratio of 13/);
  expect(words({ firstRun: true }, 'sparkAir')).toMatch(/every 5 °C .*\(a first run\)/);
  expect(words({ charged: true, firstRun: true }, 'sparkAir')).toMatch(/\(charged\)/);
  expect(words({}, 'sparkAir')).not.toMatch(/cools/);
  expect(words({ compressionRatio: 11.5 }, 'crankAdvance')).not.toMatch(/compression/);
  expect(sparkCorrectionReasons('sparkCoolant', PLAIN)).toHaveLength(2);
});
