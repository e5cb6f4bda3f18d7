import fc from 'fast-check';
import { type DemoId, leanestShare, pulled, SENSORS, soundPull } from '@tests/support/pulledWithout';
import { SPARK_LIMITS } from '@/core/ecu';
import type { InputId } from '@/core/sensors';

test('whichever sensor dies, and whenever, pulse and spark stay numbers within limits, and a loaded engine is no leaner than by 5 %', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<DemoId>('ventisca', 'pardela'),
      fc.constantFrom(80, 0),
      fc.constantFrom(...SENSORS),
      fc.integer({ min: 0, max: 110 }),
      fc.constantFrom(5, 6),
      (id, coolantC, sensor, tenths, seed) => {
        const atS = tenths / 10;
        const seen = pulled(id, coolantC, seed, sensor, atS);
        for (const event of seen) {
          expect(event.openingMs).toBeGreaterThanOrEqual(0);
          expect(Number.isFinite(event.openingMs)).toBe(true);
          expect(event.sparkDeg).toBeGreaterThanOrEqual(SPARK_LIMITS.min - 3);
          expect(event.sparkDeg).toBeLessThanOrEqual(SPARK_LIMITS.max + 3);
        }
        expect([sensor, leanestShare(soundPull(id, coolantC, seed), seen, atS) < 1.05]).toEqual([
          sensor,
          true,
        ]);
      },
    ),
    { numRuns: 16 },
  );
});

test('without pressure the engine is held back from 300 rev/min below the limit on; with it, it is not', () => {
  const cutFrom = (unplugged: InputId | null) =>
    Math.min(
      ...pulled('ventisca', 80, 5, unplugged, 1).flatMap((seen) =>
        seen.cutShare > 0 ? [seen.speedRpm] : [],
      ),
    );
  expect(cutFrom('map')).toBeGreaterThan(4690);
  expect(cutFrom('map')).toBeLessThan(4760);
  expect(cutFrom('coolant')).toBe(Infinity);
});
