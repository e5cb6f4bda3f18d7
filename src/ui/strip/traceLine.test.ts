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
    bar: () => {
      throw new Error('There are fewer samples than pixels');
    },
  };
  traceLine(pen, trace, { fromS, toS }, { width, columnPx: 1 }, (value) => value);
  return told;
}

/** The bars of a trace of many samples, drawn as on a screen: higher values further up. */
function bars(trace: StripTrace, fromS: number, toS: number, width: number, columnPx = 1) {
  const told: [x: number, top: number, bottom: number][] = [];
  const never = () => {
    throw new Error('There are more samples than pixels');
  };
  const pen = {
    moveTo: never,
    lineTo: never,
    bar: (x: number, top: number, bottom: number) => told.push([x, top, bottom]),
  };
  traceLine(pen, trace, { fromS, toS }, { width, columnPx }, (value) => -value);
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
        const told = bars(trace, 0, values.length / 50, width);
        values.forEach((value, i) => {
          const x = Math.min(width - 1, Math.floor((i * width) / values.length + 1e-9));
          const near = told.filter(([at]) => Math.abs(at - x) <= 1);
          expect(-value).toBeGreaterThanOrEqual(Math.min(...near.map(([, top]) => top)));
          expect(-value).toBeLessThanOrEqual(Math.max(...near.map(([, , bottom]) => bottom)));
        });
        expect(told.map(([x]) => x)).toEqual(Array.from({ length: width }, (_, x) => x));
        expect(Math.min(...told.map(([, top]) => top))).toBe(-Math.max(...values));
        expect(Math.max(...told.map(([, , bottom]) => bottom))).toBe(-Math.min(...values));
        told.slice(1).forEach(([, top, bottom], k) => {
          const [, topBefore, bottomBefore] = told[k] as (typeof told)[number];
          expect(Math.max(top, topBefore)).toBeLessThanOrEqual(Math.min(bottom, bottomBefore));
        });
      },
    ),
    { numRuns: 12 },
  );
});

test('many samples: nothing is drawn over a hole, and a pause that is none is drawn level', () => {
  const often = (fromS: number) => Array.from({ length: 100 }, (_, i) => fromS + i / 100);
  const trace = (pauseS: number) => {
    const times = [...often(0), ...often(1 + pauseS)];
    return traceOf(
      times,
      times.map((s) => (s < 1 ? 2 : 5)),
    );
  };
  // 0.3 s are six columns of these, and no hole.
  const paused = bars(trace(0.3), 0, 2.3, 46);
  expect(paused.map(([x]) => x)).toEqual(Array.from({ length: 46 }, (_, x) => x));
  expect(paused.slice(20, 26)).toEqual(Array.from({ length: 6 }, (_, k) => [20 + k, -2, -2]));
  expect(paused[26]).toEqual([26, -5, -2]);
  const holed = bars(trace(1), 0, 3, 60);
  expect(holed.map(([x]) => x)).toEqual([...Array(20).keys(), ...Array.from(Array(20), (_, k) => 40 + k)]);
  expect(holed[20]).toEqual([40, -5, -5]);
});

test('columns of three pixels hold what three of one pixel hold', () => {
  const times = Array.from({ length: 900 }, (_, i) => i / 100);
  const trace = traceOf(
    times,
    times.map((s) => Math.sin(s * 7) + Math.sin(s * 100)),
  );
  const fine = bars(trace, 0, 9, 90);
  const wide = bars(trace, 0, 9, 90, 3);
  expect(wide.map(([x]) => x)).toEqual(Array.from({ length: 30 }, (_, k) => 3 * k));
  wide.forEach(([x, top, bottom]) => {
    const behind = fine.filter(([at]) => at >= x && at < x + 3);
    expect(top).toBeCloseTo(Math.min(...behind.map(([, one]) => one)), 6);
    expect(bottom).toBeCloseTo(Math.max(...behind.map(([, , one]) => one)), 6);
  });
});
