import fc from 'fast-check';
import { surgeOf } from './surge';

/** Ten seconds at 20 samples a second. */
const speeds = (at: (timeS: number, i: number) => number, seconds = 10) =>
  Array.from({ length: seconds * 20 }, (_, i) => at(i / 20, i));
const swing = (timeS: number, hz: number, swingRpm: number) =>
  (swingRpm / 2) * Math.sin(2 * Math.PI * hz * timeS + 1);

test('a swing of 120 rev/min once a second is found, with its frequency and size', () => {
  const surge = surgeOf(
    speeds((timeS) => 1000 + swing(timeS, 1, 120)),
    20,
  );
  expect(surge?.hz).toBeCloseTo(1, 9);
  expect(surge?.swingRpm).toBeCloseTo(119.7, 1);
});

test('so is one that does not fit the stretch, on a speed that falls, among noise', () => {
  const surge = surgeOf(
    speeds((timeS, i) => 1400 - 30 * timeS + swing(timeS, 0.84, 150) + 25 * Math.sin(i * i)),
    20,
  );
  expect(surge?.hz).toBeGreaterThan(0.75);
  expect(surge?.hz).toBeLessThan(0.95);
  expect(surge?.swingRpm).toBeGreaterThan(120);
});

test.each<[string, readonly number[]]>([
  ['a steady speed', speeds(() => 1000)],
  ['a small swing', speeds((timeS) => 1000 + swing(timeS, 1, 45))],
  ['a speed that falls', speeds((timeS) => 1500 - 50 * timeS)],
  ['one dip', speeds((timeS) => 1000 - 200 * Math.exp(-((timeS - 5) ** 2)))],
  ['a swing slower than an engine has', speeds((timeS) => 1000 + swing(timeS, 0.1, 300))],
  ['too short a stretch', speeds((timeS) => 1000 + swing(timeS, 1, 200), 3)],
  ['nothing', []],
])('%s is none', (_, values) => {
  expect(surgeOf(values, 20)).toBeNull();
});

test('noise of any size is none', () => {
  const noise = fc.array(fc.integer({ min: -200, max: 200 }), { minLength: 160, maxLength: 160 });
  fc.assert(
    fc.property(
      noise,
      (values) =>
        surgeOf(
          values.map((v) => 1000 + v),
          20,
        ) === null,
    ),
  );
});

test('a swing keeps its name beside noise half as large', () => {
  const noise = fc.array(fc.integer({ min: -25, max: 25 }), { minLength: 200, maxLength: 200 });
  fc.assert(
    fc.property(noise, fc.constantFrom(0.5, 0.9, 1.35, 2.2), (values, hz) => {
      const surge = surgeOf(
        speeds((timeS, i) => 1000 + swing(timeS, hz, 100) + (values[i] as number)),
        20,
      );
      expect(Math.abs((surge?.hz ?? 0) - hz)).toBeLessThan(0.11);
    }),
  );
});
