import fc from 'fast-check';
import { drawnLog } from '@tests/support/drawnLog';
import { commonSpeeds, comparedOver, difference, overSpeed, overTime, pullsOf } from './index';

/** Two pulls with a lift between them, the second in a higher gear and so slower. */
const PULLS = {
  phase: 2,
  throttle: (atS: number) => (atS >= 2 && atS < 8 ? 90 : atS >= 10 && atS < 18 ? 90 : 0),
  speed: (atS: number) =>
    atS < 2
      ? 2000
      : atS < 8
        ? 2000 + 500 * (atS - 2)
        : atS < 10
          ? 5000 - 1500 * (atS - 8)
          : atS < 18
            ? 2000 + 300 * (atS - 10)
            : 2000,
  gear: (atS: number) => (atS < 9 ? 2 : 3),
};

describe('pulls', () => {
  test('with the foot down while speed rises', () => {
    const found = pullsOf(drawnLog(PULLS, 25));
    expect(
      found.map(({ gear, fromRpm, toRpm }) => [
        gear,
        Math.round(fromRpm / 10) * 10,
        Math.round(toRpm / 10) * 10,
      ]),
    ).toEqual([
      [2, 2000, 4990],
      [3, 2000, 4390],
    ]);
  });

  test('a gear change with the foot down ends one, and the limiter does', () => {
    const shifted = {
      ...PULLS,
      throttle: 90,
      speed: (atS: number) => (atS < 5 ? 2000 + 600 * atS : 3500 + 300 * (atS - 5)),
    };
    expect(pullsOf(drawnLog(shifted, 10))).toHaveLength(2);
    const limited = { ...PULLS, cutShare: (atS: number) => (atS > 7 && atS < 9 ? 50 : 0) };
    expect(pullsOf(drawnLog(limited, 9))[0]?.toRpm).toBeCloseTo(4500, 0);
  });

  test('no foot, no rise or no time is none', () => {
    expect(pullsOf(drawnLog({ ...PULLS, throttle: 30 }, 25))).toEqual([]);
    expect(pullsOf(drawnLog({ ...PULLS, speed: 3000 }, 25))).toEqual([]);
    expect(pullsOf(drawnLog({ ...PULLS, throttle: (atS) => (atS > 2 && atS < 2.5 ? 90 : 0) }, 25))).toEqual(
      [],
    );
  });
});

describe('over speed', () => {
  const log = drawnLog({ ...PULLS, lambdaOne: (atS) => 1 - 0.02 * (atS - 2) }, 25);
  const [first, second] = pullsOf(log);
  if (first === undefined || second === undefined || log.columns.lambdaOne === undefined)
    throw new RangeError('No pulls');
  const lambda = log.columns.lambdaOne;

  test('by hand: at 3000 rev/min the first pull is two seconds old, the second 3.33', () => {
    const at = overSpeed(log, lambda, first, Float64Array.of(3000));
    expect(at[0]).toBeCloseTo(1 - 0.02 * 2, 4);
    const then = overSpeed(log, lambda, second, Float64Array.of(3000));
    expect(then[0]).toBeCloseTo(1 - 0.02 * (8 + 1000 / 300), 4);
  });

  test('speeds in common, and nothing beyond them', () => {
    expect([...commonSpeeds({ fromRpm: 2010, toRpm: 2110 }, { fromRpm: 1000, toRpm: 2080 })]).toEqual([
      2025, 2050, 2075,
    ]);
    expect(commonSpeeds({ fromRpm: 2000, toRpm: 3000 }, { fromRpm: 3100, toRpm: 4000 })).toHaveLength(0);
    const beyond = overSpeed(log, lambda, first, Float64Array.of(1500, 3000, 9000));
    expect([...beyond].map((one) => Number.isNaN(one))).toEqual([true, false, true]);
  });

  test('a channel that is speed reads the speed asked for, whatever falls back in between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -100, max: 300 }), { minLength: 30, maxLength: 80 }),
        (steps) => {
          let now = 2000;
          const speed = Float32Array.from(steps, (step) => (now += step));
          const made = { timeS: Float64Array.from(steps, (_, i) => i / 20), columns: { speed } };
          const top = Math.max(...speed);
          const speeds = commonSpeeds(
            { fromRpm: speed[0] as number, toRpm: top },
            { fromRpm: 0, toRpm: 1e6 },
          );
          overSpeed(made, speed, { from: 0, to: speed.length - 1 }, speeds).forEach((read, k) =>
            expect(read).toBeCloseTo(speeds[k] as number, 1),
          );
        },
      ),
    );
  });
});

describe('over time', () => {
  const log = { timeS: Float64Array.of(0, 1, 2, 9, 10), columns: {} };
  const values = Float32Array.of(0, 10, 20, 30, 40);

  test('straight between samples, shifted, and nothing over holes or beyond', () => {
    expect([...overTime(log, values, Float64Array.of(0, 0.5, 1, 2, 5, 9.5, 11), 0)]).toEqual([
      0,
      5,
      10,
      20,
      NaN,
      35,
      NaN,
    ]);
    expect([...overTime(log, values, Float64Array.of(100, 101.5, 99), 100)]).toEqual([0, 15, NaN]);
  });

  test('a log laid over itself differs by nothing', () => {
    const same = overTime(log, values, log.timeS, 0);
    expect([...difference(values, same)]).toEqual([0, 0, 0, 0, 0]);
    expect(comparedOver(values, same)).toEqual({ one: 20, other: 20, difference: 0, known: 5 });
  });
});

test('what both know is compared, and the mean of differences is the difference of means', () => {
  expect(comparedOver([1, 2, NaN, 9], [3, 4, 5, NaN])).toEqual({
    one: 1.5,
    other: 3.5,
    difference: -2,
    known: 2,
  });
  expect(comparedOver([NaN], [1])).toEqual({ one: NaN, other: NaN, difference: NaN, known: 0 });
});
