import { firingEvents } from '../engine';
import { DWELL_BREAKPOINTS, dwellMap, proposedDwellMs } from '../spark';
import {
  chargeCurrentA,
  coilGroups,
  dwellFits,
  dwellForCurrentMs,
  ignitionModeProblem,
  timeBetweenSparksMs,
} from './coil';
import fc from 'fast-check';

const COIL = { resistanceOhm: 0.55, inductanceMh: 3.1 };
const FOUR = firingEvents([1, 3, 4, 2], null);
const ODD = firingEvents([1, 4, 2, 5, 3, 6], [0, 90, 240, 330, 480, 570]);

describe('charge current', () => {
  // By hand: 12.6/0.55 = 22.909 A; e^(−2.5·0.55/3.1) = 0.64174; 22.909 × 0.35826 = 8.207.
  test('0.55 Ω, 3.1 mH at 12.6 V after 2.5 ms is 8.207 A', () => {
    expect(chargeCurrentA(COIL, 12.6, 2.5)).toBeCloseTo(8.207, 3);
  });

  test('dwell for a current is the inverse; out of reach it is none', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 16, noNaN: true }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        (volts, amps) => {
          const dwell = dwellForCurrentMs(COIL, volts, amps);
          if (dwell !== null) expect(chargeCurrentA(COIL, volts, dwell)).toBeCloseTo(amps, 6);
        },
      ),
    );
    // 8 V over 0.55 Ω is 14.5 A at most.
    expect(dwellForCurrentMs(COIL, 8, 14.6)).toBeNull();
    expect(dwellForCurrentMs(COIL, 8, 14.5)).not.toBeNull();
  });
});

describe('coils and cylinders', () => {
  test('groups by mode', () => {
    expect(coilGroups(FOUR, 'individual')).toEqual([[1], [3], [4], [2]]);
    expect(coilGroups(FOUR, 'wasted')).toEqual([
      [1, 4],
      [3, 2],
    ]);
    expect(coilGroups(FOUR, 'distributor')).toEqual([[1, 3, 4, 2]]);
    expect(coilGroups(ODD, 'wasted')).toBeNull();
  });

  // 8000 rev/min: a turn lasts 7.5 ms. Odd six: the shortest wait is 90°, a quarter turn: 1.875 ms.
  test('time between sparks of one coil', () => {
    expect(timeBetweenSparksMs(FOUR, 'distributor', 8000)).toBeCloseTo(3.75, 9);
    expect(timeBetweenSparksMs(FOUR, 'wasted', 8000)).toBeCloseTo(7.5, 9);
    expect(timeBetweenSparksMs(FOUR, 'individual', 8000)).toBeCloseTo(15, 9);
    expect(timeBetweenSparksMs(ODD, 'distributor', 8000)).toBeCloseTo(1.875, 9);
  });

  test('dwell that does not fit is refused, one that just fits is not', () => {
    expect(dwellFits(2.51, 1.25, 3.75)).toBe(false);
    expect(dwellFits(2.5, 1.25, 3.75)).toBe(true);
  });

  test.each([
    ['individual', { position: true, phase: false }, 'noPhase'],
    ['individual', { position: true, phase: true }, null],
    ['wasted', { position: false, phase: false }, 'noPosition'],
    ['wasted', { position: true, phase: false }, null],
    ['distributor', { position: false, phase: false }, null],
  ] as const)('%s with %j', (mode, permits, problem) => {
    expect(ignitionModeProblem(FOUR, mode, permits)).toBe(problem);
  });

  test('wasted spark on an engine without companions is refused', () => {
    expect(ignitionModeProblem(ODD, 'wasted', { position: true, phase: true })).toBe('noPairs');
  });
});

describe('proposed dwell', () => {
  const primary = { resistanceOhm: 0.55, inductanceMh: 3.1 };

  test('8.207 A at 12.6 V takes 2.5 ms, and reaches it again', () => {
    const ms = proposedDwellMs(primary, 8.207, 12.6);
    expect(ms).toBeCloseTo(2.5, 3);
    expect(chargeCurrentA(primary, 12.6, ms)).toBeCloseTo(8.207, 3);
  });

  test('never falls as the battery does, stays within its limits, and does not charge for what cannot be reached', () => {
    fc.assert(
      fc.property(
        fc.record({
          resistanceOhm: fc.double({ min: 0.1, max: 3, noNaN: true }),
          inductanceMh: fc.double({ min: 0.5, max: 12, noNaN: true }),
        }),
        fc.double({ min: 2, max: 20, noNaN: true }),
        (coil, wantedA) => {
          const times = DWELL_BREAKPOINTS.map((volts) => proposedDwellMs(coil, wantedA, volts));
          times.forEach((ms, i) => {
            expect(ms).toBeGreaterThanOrEqual(dwellMap.min);
            expect(ms).toBeLessThanOrEqual(dwellMap.max);
            expect(ms).toBeLessThanOrEqual((times[i - 1] ?? Infinity) + 1e-9);
          });
        },
      ),
    );
  });
});
