import fc from 'fast-check';
import { extremesOf } from '@/core/logView';
import { traceLine } from './paintLane';
import type { StripTrace } from './traces';

const traceOf = (timeS: readonly number[], values: readonly number[], steps = false): StripTrace => ({
  id: 'speed',
  label: 'Engine speed',
  unit: 'rev/min',
  decimals: 0,
  timeS: Float64Array.from(timeS),
  extremes: extremesOf(Float32Array.from(values)),
  steps,
});

/** What a pen is told: where it goes, and whether it draws on the way. */
function drawn(trace: StripTrace, fromS: number, toS: number, width: number) {
  const told: [draws: boolean, x: number, y: number][] = [];
  const pen = {
    moveTo: (x: number, y: number) => told.push([false, x, y]),
    lineTo: (x: number, y: number) => told.push([true, x, y]),
  };
  traceLine(pen, trace, { fromS, toS }, width, (value) => value);
  return told;
}

test('few samples: from one to the next, in from the one before the window', () => {
  const trace = traceOf(
    [0, 1, 2, 3, 4].map((s) => s / 10),
    [5, 6, 7, 8, 9],
  );
  expect(drawn(trace, 0, 0.2, 100)).toEqual([
    [false, 0, 5],
    [true, 50, 6],
    [true, 100, 7],
  ]);
  const inside = drawn(trace, 0.15, 0.25, 100);
  expect(inside.map(([, x]) => Math.round(x))).toEqual([-50, 50, 150]);
});

test('what counts goes in steps, and nothing is drawn over a hole or what is unknown', () => {
  expect(drawn(traceOf([0, 0.1], [1, 2], true), 0, 0.1, 10)).toEqual([
    [false, 0, 1],
    [true, 10, 1],
    [true, 10, 2],
  ]);
  const often = Array.from({ length: 50 }, (_, i) => i / 10);
  const times = [...often, 20, 20.1, 20.2];
  const holed = traceOf(times, [...often.map(() => 1), 3, NaN, 4]);
  // One line of fifty samples, and two single ones behind the hole.
  expect(drawn(holed, 0, 30, 100).filter(([draws]) => !draws)).toHaveLength(3);
});

test('many samples: every column reaches from its lowest to its highest, whatever stands between', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: -500, max: 500 }), { minLength: 300, maxLength: 900 }),
      fc.integer({ min: 20, max: 120 }),
      (values, width) => {
        const trace = traceOf(
          values.map((_, i) => i / 50),
          values,
        );
        const told = drawn(trace, 0, values.length / 50, width);
        values.forEach((value, i) => {
          const x = Math.min(width - 1, Math.floor((i * width) / values.length + 1e-9));
          const near = told.filter(([, at]) => Math.abs(at - x) <= 1).map(([, , y]) => y);
          expect(value).toBeGreaterThanOrEqual(Math.min(...near));
          expect(value).toBeLessThanOrEqual(Math.max(...near));
        });
        expect(told.length).toBeLessThanOrEqual(2 * width);
        expect(Math.max(...told.map(([, , y]) => y))).toBe(Math.max(...values));
      },
    ),
    { numRuns: 12 },
  );
});
