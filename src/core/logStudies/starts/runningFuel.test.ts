import { madeLog, type MadeStretch } from '@tests/support/madeLog';
import { plainTask } from '@tests/support/plainTask';
import { curveThrough, lookUpCurve } from '../../numeric';
import type { ChangeBounds } from './changeBounds';
import { type ColdMoment, coldRunning } from './coldRunning';
import { type RunningFound, runningFound } from './runningFuel';

const WARM_UP = curveThrough([
  [-20, 1.5],
  [0, 1.3],
  [20, 1.1],
  [60, 1],
]);
const USUAL = {
  running: curveThrough([
    [-20, 3],
    [20, 2],
  ]),
};
const NOW = {
  warmUp: WARM_UP,
  afterStart: curveThrough([
    [-20, 1.6],
    [20, 1.3],
  ]),
  afterStartDecay: curveThrough([
    [-20, 20],
    [20, 12],
  ]),
};
/** Moments of a start that began at a temperature and warms by a degree in seven seconds, with what it truly needs. */
const moments = (
  start: number,
  beganC: number,
  needs: (sinceS: number, coolantC: number) => number,
): ColdMoment[] =>
  Array.from({ length: 350 }, (_, i) => {
    const sinceS = 1 + i / 5;
    const coolantC = beganC + sinceS / 7;
    return { start, sinceS, coolantC, neededLn: Math.log(needs(sinceS, coolantC)), weightS: 0.2, atEndS: 0 };
  });
const fading = (initial: number, decayS: number, sinceS: number) =>
  1 + (initial - 1) * Math.max(0, 1 - sinceS / decayS);
const needs =
  (initial: number, decayS: number, warmUp: (coolantC: number) => number) =>
  (sinceS: number, coolantC: number) =>
    fading(initial, decayS, sinceS) * warmUp(coolantC);
const usual = (coolantC: number) => lookUpCurve(WARM_UP, coolantC);
const wide = (start: number, coolantC: number, ln: Partial<ChangeBounds> = {}): ChangeBounds => ({
  start,
  coolantC,
  ran: 'right',
  givenLn: Math.log(2.4),
  leastLn: -Infinity,
  mostLn: Infinity,
  ...ln,
});

describe('what cold running asks', () => {
  test.each([
    [1.8, 14],
    [1.3, 24],
    [2.4, 8],
  ])('after-start of %d over %d s is told from warm-up that is a tenth higher', (initial, decayS) => {
    const own = moments(
      0,
      -20,
      needs(initial, decayS, (coolantC) => 1.1 * usual(coolantC)),
    );
    const found = runningFound(own, [], NOW);
    const [after] = found.afterStarts;
    expect(after?.initial).toBeGreaterThan(1 + 0.9 * (initial - 1));
    expect(after?.initial).toBeLessThan(1 + 1.1 * (initial - 1));
    expect(Math.abs((after?.decayS ?? 0) / decayS - 1)).toBeLessThan(0.12);
    expect(after?.coolantC).toBeCloseTo(-19.86, 1);
    expect(after?.seenFromS).toBe(1);
    expect(Math.exp(found.warmUpLn[0] ?? 0)).toBeCloseTo(1.65, 1);
    expect(found.leftOver).toBeLessThan(0.015);
    // Nobody drove at 60 °C.
    expect(found.warmUpS[3]).toBe(0);
  });

  test('several starts are told each by itself', () => {
    const found = runningFound(
      [...moments(4, -20, needs(2, 16, usual)), ...moments(7, 0, needs(1.15, 10, usual))],
      [],
      NOW,
    );
    expect(found.afterStarts.map(({ starts }) => starts)).toEqual([[4], [7]]);
    expect(found.afterStarts[0]?.initial).toBeCloseTo(2, 1);
    expect(found.afterStarts[1]?.initial).toBeCloseTo(1.15, 1);
  });

  test('what is right as it is stays to the figure', () => {
    const asNow = (sinceS: number, coolantC: number) => usual(coolantC) * fading(1.6, 20, sinceS) * 1.02;
    const [after] = runningFound(moments(0, -20, asNow), [], NOW).afterStarts;
    expect(after?.initial).toBeCloseTo(lookUpCurve(NOW.afterStart, -19.86), 2);
    expect(after?.decayS).toBeCloseTo(lookUpCurve(NOW.afterStartDecay, -19.86), 1);
  });

  test('warm-up is never less than nothing', () => {
    const found = runningFound(
      moments(
        0,
        20,
        needs(1.2, 8, () => 0.9),
      ),
      [],
      NOW,
    );
    expect(Math.min(...found.warmUpLn)).toBe(0);
  });

  test('a start of which the beginning was not read says nothing of after-start', () => {
    const late = moments(0, -20, needs(1.8, 14, usual)).filter(({ sinceS }) => sinceS > 12);
    expect(runningFound(late, [], NOW).afterStarts).toEqual([]);
    const short = moments(0, -20, needs(1.8, 14, usual)).slice(0, 15);
    expect(runningFound(short, [], NOW).afterStarts).toEqual([]);
  });

  test('no less than leaves no hole as running fuel takes over', () => {
    const own = moments(0, -20, needs(1.3, 20, usual));
    const free = runningFound(own, [wide(0, -20)], NOW).afterStarts[0];
    const held = runningFound(own, [wide(0, -20, { leastLn: Math.log(1.5 * 1.5) })], NOW).afterStarts[0];
    expect(free?.initial).toBeCloseTo(1.3, 1);
    expect(held?.initial).toBeGreaterThan(1.47);
    // It fades the sooner for it.
    expect(held?.decayS).toBeLessThan(free?.decayS ?? 0);
  });

  /** What stretches of three seconds needed over warm-up: walls take fuel and give it back. */
  const OVERS = [0.2, 0.03, 0.1, 0.06, 0.04, 0.02];
  const uneven = (start: number, times = 1) =>
    moments(
      start,
      -20,
      (sinceS, coolantC) => usual(coolantC) * (1 + times * (OVERS[Math.floor(sinceS / 3)] ?? 0)),
    );
  const farthest = (own: readonly ColdMoment[], { warmUpLn, afterStarts }: RunningFound) => {
    const [found] = afterStarts;
    const sums = new Map<number, { sum: number; count: number }>();
    for (const { sinceS, coolantC, neededLn } of own) {
      const given = lookUpCurve({ x: WARM_UP.x, values: warmUpLn }, coolantC);
      const after = Math.log(fading(found?.initial ?? 1, found?.decayS ?? 1, sinceS));
      const { sum, count } = sums.get(Math.floor(sinceS / 3)) ?? { sum: 0, count: 0 };
      sums.set(Math.floor(sinceS / 3), { sum: sum + neededLn - given - after, count: count + 1 });
    }
    sums.delete(0);
    return Math.max(...[...sums.values()].map(({ sum, count }) => Math.abs(sum / count)));
  };

  test('what no straight line follows is spread: no stretch behind the first lies far off', () => {
    const own = uneven(0);
    const found = runningFound(own, [wide(0, -20, { leastLn: Math.log(1.5 * 1.49) })], NOW);
    // Squares alone leave one stretch 7 % off.
    expect(farthest(own, found)).toBeLessThan(0.0605);
    expect(farthest(own, found)).toBeGreaterThan(0.04);
  });

  test('a start that is more like now counts more, for what lasts, too', () => {
    const rich = moments(0, -20, needs(1.3, 10, usual));
    const lean = moments(
      1,
      -20,
      needs(1.3, 10, (coolantC) => 1.2 * usual(coolantC)),
    );
    const warm = (alike?: (start: number) => number) =>
      Math.exp(runningFound([...rich, ...lean], [], NOW, alike).warmUpLn[0] ?? 0) / 1.5;
    expect(warm()).toBeCloseTo(Math.sqrt(1.2), 1);
    expect(warm((start) => (start === 0 ? 1 : 0.02))).toBeLessThan(1.03);
    expect(warm((start) => (start === 1 ? 1 : 0.02))).toBeGreaterThan(1.16);
  });

  test('moments without weight change nothing', () => {
    const own = moments(0, -20, needs(1.8, 14, usual));
    const none = moments(1, -20, needs(3, 14, usual)).map((one) => ({ ...one, weightS: 0 }));
    const [alone, beside] = [own, [...own, ...none]].map((all) => runningFound(all, [], NOW));
    expect(beside?.afterStarts[0]?.initial).toBeCloseTo(alone?.afterStarts[0]?.initial ?? 0, 9);
    expect([...(beside?.warmUpLn ?? [])]).toEqual([...(alone?.warmUpLn ?? [])]);
  });

  test('a cell that hardly anything speaks for stays', () => {
    // Four moments, 0.8 s, beside what is known of colder running.
    const own = moments(
      0,
      -20,
      needs(1.3, 10, (coolantC) => 1.2 * usual(coolantC)),
    ).filter(({ coolantC }) => coolantC < -11);
    const warmer = own.slice(-4).map((one) => ({ ...one, coolantC: 58, neededLn: Math.log(1.3) }));
    const found = runningFound([...own, ...warmer], [], NOW);
    expect(found.warmUpS[3]).toBeLessThan(1);
    expect(found.warmUpLn[3]).toBe(0);
  });

  test('an engine that died is given more where it wanted for fuel, less where it drowned, and else what it had', () => {
    const ofDied = (ln: Partial<ChangeBounds>) =>
      runningFound(moments(0, 20, needs(1.3, 12, usual)), [wide(1, -20, ln)], NOW).afterStarts.find(
        ({ starts }) => starts.includes(1),
      );
    const warm = Math.exp(runningFound(moments(0, 20, needs(1.3, 12, usual)), [], NOW).warmUpLn[0] ?? 0);
    expect(ofDied({ leastLn: Math.log(3) })?.initial).toBeCloseTo(3 / warm, 2);
    expect(ofDied({ mostLn: Math.log(2) })?.initial).toBeCloseTo(2 / warm, 2);
    expect(ofDied({ mostLn: Math.log(0.5) })?.initial).toBe(1);
    expect(ofDied({ leastLn: Math.log(2) })).toBeUndefined();
    expect(ofDied({ leastLn: Math.log(3) })).toMatchObject({ decayS: 20, seenS: 0 });
  });

  test('without curves of after-start the usual decay stands in', () => {
    const found = runningFound([], [wide(1, -20, { leastLn: Math.log(3) })], {
      ...NOW,
      afterStart: null,
      afterStartDecay: null,
    });
    expect(found.afterStarts[0]?.decayS).toBe(15);
  });
});

describe('moments of cold running', () => {
  const TASK = plainTask([800, 1200, 2000], [30, 50, 80], [70, 70, 70, 70, 70, 70, 70, 70, 70], {
    ends: { lambdaOne: { min: 0.7, max: 1.3 } },
  });
  const idle = (forS: number, coolant: number, also: MadeStretch['also'] = {}): MadeStretch => ({
    forS,
    speed: 1000,
    load: 40,
    also: { phase: 2, coolant, warmUp: 1.2, afterStart: 1.5, ...also },
  });
  const log = (off: number, stretches: readonly MadeStretch[] = [idle(40, -10)]) =>
    madeLog({ stretches: [...stretches], off: () => off, noise: () => 0 });
  const moment = (made: ReturnType<typeof log>, task = TASK) =>
    coldRunning([{ log: made, then: null }], task, [{ log: 0, ranFromS: 2, ranForS: 30 }], USUAL);

  test('need what was given, by as much more as lambda was lean', () => {
    const { moments: seen, mapUnknownS } = moment(log(0.1));
    expect(seen.length).toBeGreaterThan(100);
    for (const { neededLn, coolantC, start } of seen) {
      expect(neededLn).toBeCloseTo(Math.log(1.2 * 1.5) + 0.1, 2);
      expect([coolantC, start]).toEqual([-10, 0]);
    }
    const last = seen.at(-1);
    expect(seen[0]?.sinceS).toBeGreaterThanOrEqual(0);
    expect(last?.sinceS).toBeLessThan(30);
    // Nothing warm was driven there: what is off may be the map’s.
    expect(mapUnknownS).toBeGreaterThan(20);
  });

  test('what is off when warm is the map’s, and taken off', () => {
    const warm = idle(60, 90, { warmUp: 1, afterStart: 1 });
    const { moments: seen, mapUnknownS } = moment(log(0.1, [idle(40, -10), warm]));
    expect(seen[50]?.neededLn).toBeCloseTo(Math.log(1.2 * 1.5), 1);
    expect(mapUnknownS).toBe(0);
  });

  test('at the rich end of its sensor it is richer than is read', () => {
    const made = log(0.1);
    const lambdaOne = new Float64Array(made.timeS.length).fill(0.7);
    const atEnd = moment({ ...made, columns: { ...made.columns, lambdaOne } }).moments[50]?.neededLn ?? 0;
    const above = moment({ ...made, columns: { ...made.columns, lambdaOne: lambdaOne.map(() => 0.72) } }).moments[50]?.neededLn ?? 0; // prettier-ignore
    expect(above - atEnd).toBeCloseTo(Math.log(0.72 / 0.7) + 0.12, 3);
  });

  test('without factors in the log they were one, and without coolant nothing is said', () => {
    const made = log(0);
    const { warmUp: _w, afterStart: _a, ...rest } = made.columns;
    expect(moment({ ...made, columns: rest }).moments[50]?.neededLn).toBeCloseTo(0, 2);
    const { coolant: _c, ...none } = made.columns;
    expect(moment({ ...made, columns: none }).moments).toEqual([]);
  });

  test('a log without a start in it says nothing', () => {
    const made = log(0.1);
    expect(coldRunning([{ log: made, then: null }], TASK, [], USUAL).moments).toEqual([]);
    expect(coldRunning([{ log: made, then: null }], TASK, [{ log: 0, ranFromS: NaN, ranForS: NaN }], USUAL).moments).toEqual([]); // prettier-ignore
  });
});
