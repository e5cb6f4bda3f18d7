import { baseTimingOf, type TimingReading } from './baseTiming';

const reading = (rpm: number, commandedDeg: number, lightDeg: number): TimingReading => ({
  rpm,
  commandedDeg,
  lightDeg,
});

test('what several leave over makes it less sure, where it is more than what is read to', () => {
  const scattered = [reading(1000, 12, 14.05), reading(2000, 8, 9.9), reading(3000, 20, 22.05)];
  const found = baseTimingOf(scattered, { stated: 0, readTo: 0.1 });
  // About 2° at every speed: 0.05, −0.1 and 0.05 are left; √(0.015 / 1) = 0.12247.
  expect(found?.offsetDeg).toBeCloseTo(2, 9);
  expect(found?.delayUs).toBeCloseTo(0, 6);
  expect(found?.leftDeg).toBeCloseTo(0.1, 9);
  expect(found?.offsetErrorDeg).toBeCloseTo(0.12247 * Math.sqrt(1 / 3 + 2), 4);
  expect(found?.delayErrorUs).toBeCloseTo(14.434, 2);
  // What is read to 0.5 is worth less than their scatter: 0.5/√3.
  const rough = baseTimingOf(scattered, { stated: 0, readTo: 0.5 });
  expect(rough?.delayErrorUs).toBeCloseTo(0.5 / Math.sqrt(3) / Math.sqrt(2e6) / 6e-6, 6);
  // Twice the same readings are as scattered, over two more that are free: √(0.03 / 4).
  const twice = baseTimingOf([...scattered, ...scattered], { stated: 0, readTo: 0.1 });
  expect(twice?.delayErrorUs).toBeCloseTo(Math.sqrt(0.03 / 4) / Math.sqrt(4e6) / 6e-6, 6);
  // The strobe’s own error goes into the offset alone.
  const stated = baseTimingOf(scattered, { stated: 0.3, readTo: 0.1 });
  expect(stated?.offsetErrorDeg).toBeCloseTo(Math.hypot(found?.offsetErrorDeg ?? 9, 0.3 / Math.sqrt(3)), 9);
  expect(stated?.delayErrorUs).toBe(found?.delayErrorUs);
});
