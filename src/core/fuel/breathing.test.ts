import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import { breathingOf } from '../generators';
import { manifoldAtThrottle, throttleAtManifold } from './breathing';

describe('behind the throttle', () => {
  const breathing = breathingOf(demo('pardela'), 'sporting');
  const speed = fc.double({ min: 800, max: 8000, noNaN: true });

  test('pressure rises with the opening and falls with speed, between nothing and barometric', () => {
    const opening = fc.double({ min: 0, max: 100, noNaN: true });
    fc.assert(
      fc.property(speed, opening, opening, (rpm, a, b) => {
        const [small, large] = [Math.min(a, b), Math.max(a, b)].map((alpha) =>
          manifoldAtThrottle(breathing, rpm, alpha),
        );
        expect(large as number).toBeGreaterThanOrEqual((small as number) - 1e-6);
        // Below peak torque each turn takes more; far above it filling falls, and pressure may rise again.
        const faster = Math.min(rpm + 500, breathing.ve.torquePeakSpeedRpm);
        if (faster > rpm) {
          const before = manifoldAtThrottle(breathing, rpm, a);
          expect(manifoldAtThrottle(breathing, faster, a)).toBeLessThanOrEqual(before + 1e-6);
        }
        expect(large as number).toBeLessThanOrEqual(breathing.idle.barometricKpa * 1.001);
      }),
      { numRuns: 60 },
    );
  });

  test('the opening for a pressure gives that pressure back', () => {
    fc.assert(
      fc.property(speed, fc.double({ min: 5, max: 60, noNaN: true }), (rpm, alpha) => {
        const kpa = manifoldAtThrottle(breathing, rpm, alpha);
        fc.pre(kpa < 0.97 * breathing.idle.barometricKpa);
        expect(manifoldAtThrottle(breathing, rpm, throttleAtManifold(breathing, rpm, kpa))).toBeCloseTo(
          kpa,
          2,
        );
      }),
      { numRuns: 40 },
    );
  });
});
