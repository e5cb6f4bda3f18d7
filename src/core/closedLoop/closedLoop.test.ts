import { airComesBackM, falseReading, flowBreakpoints, proposedAuthority, proposedLoopStartS } from '.';

test('authority: all of it at light load, leaner least at full load', () => {
  expect([proposedAuthority('richer', 40, 100), proposedAuthority('richer', 100, 100)]).toEqual([12, 12]);
  expect([proposedAuthority('leaner', 60, 100), proposedAuthority('leaner', 100, 100)]).toEqual([8, 3]);
  // Half way from 60 to 85 % of the highest pressure: 8 − 5 · 0.5, rounded.
  expect(proposedAuthority('leaner', 72.5, 100)).toBe(6);
});

test('flows for gains: seven, from a hundredth and a half of full flow to all of it', () => {
  expect(flowBreakpoints(200)).toEqual([3, 6, 12, 24, 50, 100, 200]);
  expect(flowBreakpoints(1)[0]).toBeCloseTo(0.015, 9);
});

describe('where a reading is false', () => {
  const at = { displacementL: 2.46, pipeBehindM: 0.6, raceCams: false, idleRpm: 950, barometricKpa: 80 };
  const idle = { speedRpm: 950, manifoldKpa: 35, flowGPerS: 4.92 };

  test('air comes back 1.05 m at 2 g/s a litre, a third of it at three times that', () => {
    expect(airComesBackM(2.46, 4.92)).toBeCloseTo(1.05, 9);
    expect(airComesBackM(2.46, 14.76)).toBeCloseTo(0.35, 9);
  });

  test('a short pipe at idle, not with three times the gas, and not where it is long or unknown', () => {
    expect(falseReading(at, idle)).toBe('pipe');
    expect(falseReading(at, { ...idle, flowGPerS: 14.76 })).toBeNull();
    expect(falseReading({ ...at, pipeBehindM: 1.2 }, idle)).toBeNull();
    expect(falseReading({ ...at, pipeBehindM: null }, idle)).toBeNull();
  });

  test('race cams around idle, and any engine on overrun', () => {
    const race = { ...at, pipeBehindM: null, raceCams: true };
    expect(falseReading(race, idle)).toBe('overlap');
    expect(falseReading(race, { ...idle, speedRpm: 1500 })).toBeNull();
    expect(falseReading(race, { ...idle, manifoldKpa: 50 })).toBeNull();
    expect(falseReading(race, { ...idle, manifoldKpa: 19 })).toBe('overrun');
    expect(falseReading(race, { ...idle, manifoldKpa: 19.3 })).not.toBe('overrun');
  });
});

test('flows that gains are laid for lie a tenth of a gram apart at least', () => {
  expect(flowBreakpoints(200)).toEqual([3, 6, 12, 24, 50, 100, 200]);
  expect(flowBreakpoints(2)).toEqual([0.03, 0.24, 0.5, 1, 2]);
});

test('the loop waits by coolant, straight between', () => {
  expect([-40, -30, -15, 0, 20, 35, 80, 99].map(proposedLoopStartS)).toEqual([
    120, 120, 98, 75, 45, 33, 10, 10,
  ]);
});
