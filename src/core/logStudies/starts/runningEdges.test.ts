import { madeLog, type MadeStretch } from '@tests/support/madeLog';
import { plainTask } from '@tests/support/plainTask';
import { curveThrough, lookUpCurve } from '../../numeric';
import { type ColdMoment, coldRunning } from './coldRunning';
import { runningFound } from './runningFuel';

const WARM_UP = curveThrough([
  [-20, 1.5],
  [0, 1.3],
  [20, 1.1],
  [60, 1],
]);
const AFTER = { initial: 1.6, decayS: 20 };
const USUAL = {
  running: curveThrough([
    [-20, 3],
    [20, 2],
  ]),
};
const flat = (value: number) =>
  curveThrough([
    [-20, value],
    [20, value],
  ]);
const NOW = { warmUp: WARM_UP, afterStart: flat(AFTER.initial), afterStartDecay: flat(AFTER.decayS) };

/** Moments of a start at −15 °C, five a second from one time to another, that need what is given and so much more, as a logarithm. */
const asGiven = (fromS: number, toS: number, more: (sinceS: number) => number = () => 0): ColdMoment[] =>
  Array.from({ length: Math.round((toS - fromS) * 5) }, (_, i) => {
    const sinceS = fromS + i / 5;
    const fading = 1 + (AFTER.initial - 1) * Math.max(0, 1 - sinceS / AFTER.decayS);
    return {
      start: 0,
      sinceS,
      coolantC: -15,
      neededLn: Math.log(fading * lookUpCurve(WARM_UP, -15)) + more(sinceS),
      weightS: 0.2,
      atEndS: 0,
    };
  });
const foundOf = (moments: readonly ColdMoment[]) => runningFound(moments, [], NOW).afterStarts[0];
const isAsGiven = (moments: readonly ColdMoment[]) => {
  const found = foundOf(moments);
  return found !== undefined && found.initial === AFTER.initial && found.decayS === AFTER.decayS;
};

describe('after-start that is right as it is', () => {
  test('stays to the last figure, whatever the first three seconds were', () => {
    expect(isAsGiven(asGiven(0, 60))).toBe(true);
    expect(isAsGiven(asGiven(0, 60, (s) => (s < 3 ? 0.4 : 0)))).toBe(true);
    expect(isAsGiven(asGiven(0, 60, (s) => (s < 3.4 ? 0.9 : 0)))).toBe(false);
  });

  test.each([
    [0.05, true],
    [0.08, false],
    [-0.05, true],
    [-0.08, false],
  ])('one stretch of three seconds that is off by %d: it stays as it is: %s', (off, stays) => {
    expect(isAsGiven(asGiven(0, 60, (s) => (s >= 6 && s < 9 ? off : 0)))).toBe(stays);
  });

  test('a stretch is judged by its mean, and each by its own', () => {
    const swinging = (s: number) => (Math.round(s * 5) % 2 === 0 ? 0.15 : -0.15);
    expect(isAsGiven(asGiven(0, 60, swinging))).toBe(true);
    // Two halves of a stretch, each as much off as the other is, are one that is right; two stretches are not.
    expect(isAsGiven(asGiven(0, 60, (s) => (s < 6 || s >= 9 ? 0 : s < 7.5 ? 0.1 : -0.1)))).toBe(true);
    expect(isAsGiven(asGiven(0, 60, (s) => (s < 6 || s >= 12 ? 0 : s < 9 ? 0.1 : -0.1)))).toBe(false);
  });

  test('by weight: what was hardly read has no say', () => {
    const wild = asGiven(0, 60).map((one) =>
      Math.abs(one.sinceS - 7) < 0.05 ? { ...one, neededLn: one.neededLn + 0.7, weightS: 0.001 } : one,
    );
    expect(isAsGiven(wild)).toBe(true);
    expect(isAsGiven(wild.map((one) => ({ ...one, weightS: 0.2 })))).toBe(true);
    expect(isAsGiven(wild.map((one) => (one.weightS < 0.01 ? { ...one, weightS: 2 } : one)))).toBe(false);
  });

  test.each([
    [11.8, 1],
    [12.4, 0],
  ])(
    'of 20 s that it fades over, the beginning has to be seen by 12 s: read from %d s on, %d is told',
    (fromS, count) => {
      expect(runningFound(asGiven(fromS, 70), [], NOW).afterStarts).toHaveLength(count);
    },
  );

  test.each([
    [3.8, 0],
    [4.2, 1],
  ])('four seconds of lambda are enough: of %d s, %d is told', (seenS, count) => {
    // Another start, less cold, says what warm-up is.
    const warmer = Math.log(lookUpCurve(WARM_UP, -9) / lookUpCurve(WARM_UP, -15));
    const other = asGiven(0, 60).map((one) => ({
      ...one,
      start: 1,
      coolantC: -9,
      neededLn: one.neededLn + warmer,
    }));
    const { afterStarts } = runningFound([...asGiven(1, 1 + seenS), ...other], [], NOW);
    expect(afterStarts.filter(({ starts }) => starts.includes(0))).toHaveLength(count);
  });

  test('where there is no curve of it nothing is right as it is', () => {
    const [found] = runningFound(asGiven(0, 60), [], { ...NOW, afterStart: null }).afterStarts;
    expect(found?.initial).not.toBe(AFTER.initial);
    expect(found?.initial).toBeCloseTo(AFTER.initial, 1);
  });
});

test('what fades over more than half of what was seen is not told from what lasts', () => {
  const slow = (s: number) =>
    Math.log((1 + 0.9 * Math.max(0, 1 - s / 50)) / (1 + 0.6 * Math.max(0, 1 - s / 20)));
  expect(foundOf(asGiven(0, 40, slow))?.decayS).toBeLessThanOrEqual(20);
  expect(foundOf(asGiven(0, 120, slow))?.decayS).toBeGreaterThan(40);
});

describe('moments', () => {
  const TASK = plainTask([800, 1200, 2000], [30, 50, 80], [70, 70, 70, 70, 70, 70, 70, 70, 70], {
    ends: { lambdaOne: { min: 0.7, max: 1.3 }, lambdaTwo: { min: 0.7, max: 1.3 } },
  });
  const cold: MadeStretch = {
    forS: 40,
    speed: 1000,
    load: 40,
    also: { phase: 2, coolant: -10, warmUp: 1.2, afterStart: 1.5 },
  };
  const made = madeLog({ stretches: [cold], off: () => 0.1, noise: () => 0 });
  const momentsOf = (log: typeof made, starts = [{ log: 0, ranFromS: 2, ranForS: 30 }]) =>
    coldRunning([{ log, then: null }], TASK, starts, USUAL).moments;

  test('are a fifth of a second apart, what was read between them is in their means', () => {
    const { timeS, columns } = made;
    const seen = momentsOf({ ...made, columns: { ...columns, coolant: timeS.map((s) => s - 20) } });
    seen
      .slice(1)
      .forEach(({ sinceS }, i) => expect(sinceS - (seen[i]?.sinceS ?? 0)).toBeGreaterThanOrEqual(0.2 - 1e-9));
    expect(seen.length).toBeGreaterThan(120);
    const stepS = (timeS[1] ?? 0) - (timeS[0] ?? 0);
    const [one, next] = [seen[60], seen[61]];
    // Those from this moment to the next, whose mean is half-way between the first and the last of them.
    const lastS = (next?.sinceS ?? 0) - stepS;
    expect(one?.coolantC).toBeCloseTo(((one?.sinceS ?? 0) + lastS) / 2 + 2 - 20, 3);
    const weight = seen.reduce((sum, { weightS }) => sum + weightS, 0);
    expect(weight).toBeGreaterThan(25);
    expect(weight).toBeLessThanOrEqual(30);
  });

  test('are a second apart from half a minute on, and weigh as much together', () => {
    const long = madeLog({ stretches: [{ ...cold, forS: 60 }], off: () => 0.1, noise: () => 0 });
    const seen = momentsOf(long, [{ log: 0, ranFromS: 2, ranForS: 50 }]);
    const apartS = (fromS: number, toS: number) => {
      const within = seen.map(({ sinceS }) => sinceS).filter((s) => s >= fromS && s < toS);
      return within.slice(1).map((s, i) => s - (within[i] ?? 0));
    };
    expect(Math.max(...apartS(10, 29.7))).toBeLessThan(0.35);
    expect(Math.min(...apartS(30.1, 50))).toBeGreaterThanOrEqual(1 - 1e-9);
    const weightS = (fromS: number) =>
      seen.reduce((sum, one) => sum + (one.sinceS >= fromS && one.sinceS < fromS + 10 ? one.weightS : 0), 0);
    expect(weightS(36) / weightS(16)).toBeCloseTo(1, 1);
  });

  test('of two starts in a log belong each to its own, and none to neither', () => {
    const seen = momentsOf(made, [
      { log: 0, ranFromS: 2, ranForS: 10 },
      { log: 1, ranFromS: 0, ranForS: 40 },
      { log: 0, ranFromS: NaN, ranForS: NaN },
      { log: 0, ranFromS: 20, ranForS: 10 },
    ]);
    expect([...new Set(seen.map(({ start }) => start))]).toEqual([0, 3]);
    for (const { start, sinceS } of seen) {
      expect(sinceS).toBeGreaterThanOrEqual(0);
      expect([start, sinceS < 10]).toEqual([start, true]);
    }
    expect(seen.filter(({ start }) => start === 3).length).toBeGreaterThanOrEqual(40);
  });

  const spanning = (ranForS: number) => momentsOf(made, [{ log: 0, ranFromS: 2, ranForS }]).length;
  test.each([
    [7.9, 0],
    [8.1, 30],
  ])('of an engine that stood again after %d s are none read: at least %d', (ranForS, least) => {
    expect(spanning(ranForS)).toBeGreaterThanOrEqual(least);
    expect(spanning(ranForS) > 0).toBe(least > 0);
  });

  test.each([
    [1.15, 0.18, true],
    [1.15, 0.22, false],
    [1.05, 0.22, true],
    [1.5, 0.12, false],
    [1.4, 0.12, true],
    [1.5, 0.08, true],
  ])('with × %d of the usual, leaner than asked by %d: they count, %s', (timesUsual, leanLn, count) => {
    const given = timesUsual * lookUpCurve(USUAL.running, -10);
    const also = { ...cold.also, warmUp: given, afterStart: 1 };
    const lean = madeLog({ stretches: [{ ...cold, also }], off: () => leanLn, noise: () => 0 });
    expect(momentsOf(lean).length > 0).toBe(count);
  });

  test('at the rich end weigh a fifth, and are told apart', () => {
    const fill = (value: number) => new Float64Array(made.timeS.length).fill(value);
    const of = (lambda: number) =>
      momentsOf({ ...made, columns: { ...made.columns, lambdaOne: fill(lambda), lambdaTwo: fill(lambda) } });
    const sum = (all: readonly ColdMoment[], key: 'weightS' | 'atEndS') =>
      all.reduce((total, one) => total + one[key], 0);
    expect(sum(of(0.7), 'weightS')).toBeCloseTo(0.2 * sum(of(0.75), 'weightS'), 6);
    expect(sum(of(0.75), 'atEndS')).toBe(0);
    expect(sum(of(0.7), 'atEndS')).toBeCloseTo(sum(of(0.75), 'weightS'), 6);
  });

  test('are beyond the end of a sensor only where every one is', () => {
    const both = (one: number, two: number) => {
      const fill = (value: number) => new Float64Array(made.timeS.length).fill(value);
      const columns = { ...made.columns, lambdaOne: fill(one), lambdaTwo: fill(two) };
      return momentsOf({ ...made, columns })[50]?.neededLn ?? NaN;
    };
    const off = (one: number, two: number) => both(one, two) - Math.log(Math.sqrt(one * two));
    expect(off(0.7, 0.7) - off(0.75, 0.75)).toBeCloseTo(-0.12, 2);
    expect(off(0.7, 0.75) - off(0.75, 0.75)).toBeCloseTo(0, 2);
  });
});
