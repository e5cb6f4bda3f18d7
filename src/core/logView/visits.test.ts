import fc from 'fast-check';
import { nearestBreakpoint, visitsOf } from './index';

const axis = { x: [1000, 2000, 4000], y: [20, 60, 100] };

test('the nearest breakpoint, and of two as near the lower', () => {
  expect([0, 1499, 1500, 1501, 3000, 3001, 9000].map((value) => nearestBreakpoint(axis.x, value))).toEqual([
    0, 0, 0, 1, 1, 2, 2,
  ]);
  expect(nearestBreakpoint([5], 9)).toBe(0);
});

test('time in each cell, by hand', () => {
  // A second at idle, two at part load, one unknown, and the ends of half a second each far out.
  const timeS = Float64Array.of(0, 1, 2, 3, 4, 5);
  const x = Float32Array.of(900, 1100, 2100, 2400, NaN, 9000);
  const y = Float32Array.of(30, 30, 70, 79, 70, 90);
  const { seconds, beyondS, unknownS } = visitsOf({ timeS, x, y, from: 0, to: 5 }, axis);
  expect(Array.from(seconds)).toEqual([1.5, 0, 0, 0, 2, 0, 0, 0, 0.5]);
  expect(beyondS).toBe(0.5);
  expect(unknownS).toBe(1);
});

test('beyond the axes is further out than half a step', () => {
  const timeS = Float64Array.of(0, 1, 2);
  const stood = (value: number, up: number) =>
    visitsOf(
      { timeS, x: new Float32Array(3).fill(value), y: new Float32Array(3).fill(up), from: 0, to: 2 },
      axis,
    ).beyondS;
  expect([499, 500, 5000, 5001].map((value) => stood(value, 60))).toEqual([2, 0, 0, 2]);
  expect([-1, 0, 120, 121].map((up) => stood(2000, up))).toEqual([2, 0, 0, 2]);
});

test('a curve has one row', () => {
  const timeS = Float64Array.of(0, 1, 2);
  const { seconds } = visitsOf(
    { timeS, x: Float32Array.of(1000, 2000, 2000), y: null, from: 0, to: 2 },
    { x: axis.x, y: [] },
  );
  expect(Array.from(seconds)).toEqual([0.5, 1.5, 0]);
});

test('no time is lost or made: cells and unknown add up to the stretch, but for holes', () => {
  const sample = fc.record({
    stepS: fc.double({ min: 0.001, max: 0.9, noNaN: true }),
    x: fc.oneof(fc.double({ min: -1e4, max: 1e4, noNaN: true }), fc.constant(NaN)),
    y: fc.double({ min: -500, max: 500, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.array(sample, { minLength: 2, maxLength: 80 }),
      fc.nat(79),
      fc.nat(79),
      (samples, a, b) => {
        let at = 0;
        const timeS = Float64Array.from(samples, ({ stepS }) => (at += stepS));
        const last = samples.length - 1;
        const [from, to] = [Math.min(a, b, last), Math.min(Math.max(a, b), last)];
        const { seconds, beyondS, unknownS } = visitsOf(
          {
            timeS,
            x: Float64Array.from(samples, ({ x }) => x),
            y: Float64Array.from(samples, ({ y }) => y),
            from,
            to,
          },
          axis,
        );
        const inCells = seconds.reduce((sum, one) => sum + one, 0);
        expect(inCells + unknownS).toBeCloseTo((timeS[to] as number) - (timeS[from] as number), 9);
        expect(beyondS).toBeLessThanOrEqual(inCells + 1e-9);
      },
    ),
  );
});
