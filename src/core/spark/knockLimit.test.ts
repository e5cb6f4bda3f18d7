import fc from 'fast-check';
import { knockLimitDeg } from './knockLimit';

const USUAL = { octane: 98, compressionRatio: 9.5, boreMm: 84 };

describe('the estimate of knock', () => {
  test('98 octane, 9.5 to 1, 84 mm: 32° at 3000 rev/min and 101.3 kPa, 27° at 151.3 kPa, 42° at 81.3 kPa', () => {
    expect(knockLimitDeg(USUAL, 3000, 101.3)).toBeCloseTo(32, 9);
    expect(knockLimitDeg(USUAL, 3000, 151.3)).toBeCloseTo(27, 9);
    expect(knockLimitDeg(USUAL, 3000, 81.3)).toBeCloseTo(42, 9);
    expect(knockLimitDeg(USUAL, 5000, 101.3)).toBeCloseTo(34, 9);
  });

  test('comes sooner with pressure and compression, later with octane and speed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 90, max: 110, noNaN: true }),
        fc.double({ min: 7, max: 14, noNaN: true }),
        fc.double({ min: 600, max: 9000, noNaN: true }),
        fc.double({ min: 20, max: 250, noNaN: true }),
        (octane, compressionRatio, speedRpm, kpa) => {
          const at = knockLimitDeg({ octane, compressionRatio, boreMm: 80 }, speedRpm, kpa);
          const engine = { octane, compressionRatio, boreMm: 80 };
          expect(knockLimitDeg(engine, speedRpm, kpa + 5)).toBeLessThan(at);
          expect(
            knockLimitDeg({ ...engine, compressionRatio: compressionRatio + 0.5 }, speedRpm, kpa),
          ).toBeLessThan(at);
          expect(knockLimitDeg({ ...engine, octane: octane - 2 }, speedRpm, kpa)).toBeLessThan(at);
          expect(knockLimitDeg(engine, speedRpm + 500, kpa)).toBeGreaterThan(at);
        },
      ),
    );
  });
});
