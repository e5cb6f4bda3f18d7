import fc from 'fast-check';
import { frameOf, PHASE } from '@/core/channel';
import { countersAt } from '@/core/counters';
import { type CounterStep, forgetMarks, mark, noteSteps, useCounters } from '../looking/countersStore';
import { stepPath } from './stepPath';

const at = (time: number, values: Parameters<typeof frameOf>[0] = {}) =>
  countersAt(frameOf({ phase: PHASE.running, sync: 2, time, ...values }));

beforeEach(() => useCounters.setState({ before: null, after: null, steps: {} }));

test('the first tap marks before, the second after, and a third begins anew', () => {
  const [one, two, three] = [at(10), at(20), at(30)];
  mark(one);
  expect(useCounters.getState()).toMatchObject({ before: one, after: null });
  mark(two);
  expect(useCounters.getState()).toMatchObject({ before: one, after: two });
  mark(three);
  expect(useCounters.getState()).toMatchObject({ before: three, after: null });
  forgetMarks();
  expect(useCounters.getState()).toMatchObject({ before: null, after: null });
});

describe('steps', () => {
  const stepsOf = () => useCounters.getState().steps.camPulsesMissing;

  test('are noted when something came, and only then', () => {
    noteSteps(at(10));
    expect(useCounters.getState().steps).toEqual({});
    noteSteps(at(11, { camPulsesMissing: 2 }));
    noteSteps(at(12, { camPulsesMissing: 2 }));
    noteSteps(at(13, { camPulsesMissing: 4 }));
    // Close behind one another they are one step.
    noteSteps(at(13.4, { camPulsesMissing: 5 }));
    expect(stepsOf()).toEqual([
      { timeS: 11, count: 2 },
      { timeS: 13, count: 5 },
    ]);
  });

  test('do not grow without end, and a clock that was set back begins anew', () => {
    for (let i = 1; i <= 500; i += 1) noteSteps(at(10 + i, { camPulsesMissing: i }));
    expect(stepsOf()).toHaveLength(120);
    expect(stepsOf()?.at(-1)).toEqual({ timeS: 510, count: 500 });
    noteSteps(at(3, { camPulsesMissing: 1 }));
    expect(stepsOf()).toEqual([{ timeS: 3, count: 1 }]);
  });
});

describe('the line of a counter', () => {
  const BOX = { width: 100, height: 20 };
  const steps: CounterStep[] = [
    { timeS: 5, count: 2 },
    { timeS: 15, count: 4 },
    { timeS: 17.5, count: 6 },
  ];

  // From 10 to 20 s: 2 before it; 4 half-way along and half-way up, 6 three quarters along at the top.
  test('is flat while nothing came, and up by what came', () => {
    expect(stepPath(steps, { fromS: 10, toS: 20 }, BOX)).toBe('M0 20.0H50.0V10.0H75.0V0.0H100');
    expect(stepPath([], { fromS: 10, toS: 20 }, BOX)).toBe('M0 20.0H100');
    expect(stepPath(steps, { fromS: 18, toS: 20 }, BOX)).toBe('M0 20.0H100');
    expect(stepPath(steps, { fromS: 0, toS: 6 }, BOX)).toBe('M0 20.0H83.3V0.0H100');
  });

  test('stays in its box whatever it counts', () => {
    const counted = fc.array(
      fc.record({ timeS: fc.double({ min: 0, max: 100, noNaN: true }), count: fc.nat(1e6) }),
    );
    fc.assert(
      fc.property(counted, fc.double({ min: 0, max: 50, noNaN: true }), (all, fromS) => {
        const sorted = [...all].sort((a, b) => a.timeS - b.timeS);
        const path = stepPath(sorted, { fromS, toS: fromS + 40 }, BOX);
        for (const [, x] of path.matchAll(/H([\d.]+)/g)) expect(Number(x)).toBeLessThanOrEqual(100);
        for (const [, y] of path.matchAll(/V(-?[\d.]+)/g)) {
          expect(Number(y)).toBeGreaterThanOrEqual(0);
          expect(Number(y)).toBeLessThanOrEqual(20);
        }
      }),
    );
  });
});
