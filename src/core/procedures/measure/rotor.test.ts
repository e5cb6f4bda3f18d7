import fc from 'fast-check';
import { rotorReach } from './rotor';

describe('a rotor at its post', () => {
  // 4 − (5 − 10)/2 = 6.5; 4 − (35 − 10)/2 = −8.5; of 22° 11 either way; half of 15 is 7.5, so that 3.5 are to spare in the middle, at −1.
  test('4° past at 10° of advance, over 5 to 35°', () => {
    expect(rotorReach({ behindDeg: 4, atDeg: 10, widthDeg: 22 }, { leastDeg: 5, mostDeg: 35 })).toEqual({
      leastDeg: 6.5,
      mostDeg: -8.5,
      reachDeg: 11,
      turnCapDeg: -1,
      sparesDeg: 3.5,
    });
  });

  test('turned as it says, both ends are alike, with what is to spare', () => {
    const any = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        any(-40, 40),
        any(-5, 20),
        any(0, 40),
        any(5, 60),
        (behindDeg, leastDeg, more, widthDeg) => {
          const range = { leastDeg, mostDeg: leastDeg + more };
          const before = rotorReach({ behindDeg, atDeg: 10, widthDeg }, range);
          const after = rotorReach({ behindDeg: behindDeg - before.turnCapDeg, atDeg: 10, widthDeg }, range);
          expect(after.leastDeg).toBeCloseTo(-after.mostDeg, 9);
          expect(after.turnCapDeg).toBeCloseTo(0, 9);
          expect(after.reachDeg - Math.abs(after.mostDeg)).toBeCloseTo(before.sparesDeg, 9);
        },
      ),
    );
  });
});
