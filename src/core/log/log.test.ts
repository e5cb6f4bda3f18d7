import { madeLog, type MadeStretch } from '@tests/support/madeLog';
import { TEST_DAY } from '@tests/support/ventisca';
import { plainTask } from '@tests/support/plainTask';
import fc from 'fast-check';
import type { Source } from '../field';
import { type MapData, withCells } from '../map';
import { lookUpMap } from '../numeric';
import {
  correctedCells,
  type CorrectionChoice,
  coverageOf,
  delayAtS,
  fitLog,
  fittingLogs,
  LEFT_OUT_REASONS,
  logged,
  type Log,
  type LogFit,
} from './index';
import { delaySeen, foundDelay, TimeWalk } from './delay';
import { KEPT, reasonCode, readingsOf } from './readings';
import { samplesOf } from './samples';
import { steadinessOf } from './steadiness';

const FROM_LOG: Source = { kind: 'computed', date: TEST_DAY, note: 'from a log' };
/** The map after a correction, as the screen makes it. */
const correctedMap = (
  map: MapData,
  fit: LogFit,
  choice: CorrectionChoice,
  limits: Parameters<typeof correctedCells>[3],
  source: Source,
) => {
  const changes = correctedCells(map.values, fit, choice, limits);
  return changes.length === 0 ? map : withCells(map, changes, source);
};
const X = [1000, 2000, 3000, 4000, 5000];
const Y = [30, 60, 90, 120];
const task = plainTask(
  X,
  Y,
  Array.from({ length: 20 }, (_, i) => 60 + i),
);
/** A drive that holds every cell of the map for some seconds. */
const everywhere = (forS: number): MadeStretch[] =>
  Y.flatMap((load) => X.map((speed) => ({ forS, speed, load })));
const one = (columns: Partial<Record<string, number>>): Log => ({
  timeS: Float64Array.of(0, 0.05),
  columns: Object.fromEntries(
    Object.entries({ speed: 2000, manifoldPressure: 60, lambdaOne: 1, lambdaTarget: 1, ...columns }).map(
      ([id, value]) => [id, Float64Array.of(value as number, value as number)],
    ),
  ),
});

test('a channel that a log does not have is not known', () => {
  expect(logged(one({}), 'speed', 1)).toBe(2000);
  expect(logged(one({}), 'coolant', 1)).toBeNaN();
  expect(logged(one({}), 'speed', 7)).toBeNaN();
});

describe('readings', () => {
  const read = (columns: Partial<Record<string, number>>) => {
    const { measured, wanted, flowGPerS, load, reason } = readingsOf(one(columns), task);
    return {
      error: (measured[0] as number) + (wanted[0] as number),
      flow: flowGPerS[0] as number,
      load: load[0] as number,
      why: reason[0] === KEPT ? null : LEFT_OUT_REASONS[reason[0] as number],
    };
  };

  // Lambda 1.08 against 0.9 is 20 % lean: the filling must rise by ln 1.2. With a trim of 0.95 that was meant anyway less.
  test('are what the filling must be multiplied by', () => {
    expect(read({ lambdaOne: 1.08, lambdaTarget: 0.9 }).error).toBeCloseTo(Math.log(1.2), 12);
    expect(read({ lambdaOne: 1.08, lambdaTarget: 0.9, lambdaTrim: 0.95 }).error).toBeCloseTo(
      Math.log(1.2 * 0.95),
      12,
    );
  });

  test('count the trim of each sensor that is there', () => {
    const both = { lambdaOne: 1, lambdaTwo: 1, lambdaTrim: 1.1, lambdaTrimTwo: 0.96 };
    expect(read(both).error).toBeCloseTo(Math.log(1.1 * 0.96) / 2, 12);
    expect(read({ ...both, lambdaOne: NaN }).error).toBeCloseTo(Math.log(0.96), 12);
    expect(read({ ...both, lambdaTwo: NaN }).error).toBeCloseTo(Math.log(1.1), 12);
  });

  // At 2000 rev/min and 60 kPa the map says 66; driven with 60 and right, it is 10 % too high.
  test('hold against the map as it is now, whatever was driven with', () => {
    expect(read({ vePercent: 60 }).error).toBeCloseTo(Math.log(60 / 66), 12);
    expect(read({ vePercent: 66 }).error).toBeCloseTo(0, 12);
  });

  // By hand: 66 % of 2 L at 60 kPa and 20 °C are 0.94113 g, 1000 cycles a minute: 15.685 g/s.
  test('tell the air flow by the gas law; by throttle at barometric pressure', () => {
    expect(read({}).flow).toBeCloseTo(15.685, 2);
    const by = readingsOf(one({ throttle: 60, loadThrottle: 61 }), { ...task, load: 'throttle' });
    expect(by.load[0]).toBe(61);
    const ve = 66 + (5 * 1) / 30;
    expect(by.flowGPerS[0]).toBeCloseTo((15.685 * (100 / 60) * ve) / 66, 1);
    expect(readingsOf(one({ throttle: 60, loadThrottle: NaN }), { ...task, load: 'throttle' }).load[0]).toBe(
      60,
    );
  });

  test('take the mean of the sensors that are believed', () => {
    expect(read({ lambdaOne: 1.1, lambdaTwo: 0.9 }).error).toBeCloseTo(0, 12);
    expect(read({ lambdaOne: 1.1, lambdaTwo: 3.9 }).error).toBeCloseTo(Math.log(1.1), 12);
    expect(read({ lambdaOne: 0.5, lambdaTwo: 1.2 }).error).toBeCloseTo(Math.log(1.2), 12);
    expect(read({ lambdaOne: 1.51, lambdaTwo: NaN }).error).toBeNaN();
    expect(read({ lambdaOne: 1.5 }).error).toBeCloseTo(Math.log(1.5), 12);
    expect(read({ lambdaOne: 0.6 }).error).toBeCloseTo(Math.log(0.6), 12);
  });

  test.each([
    [{}, null],
    [{ phase: 2, coolant: 60, warmUp: 1.005, afterStart: 1.004, acceleration: 1, overrunCut: 0 }, null],
    [{ phase: 1 }, 'notRunning'],
    [{ phase: 1, coolant: 20 }, 'notRunning'],
    [{ speed: 0 }, 'notRunning'],
    [{ coolant: 59.9 }, 'cold'],
    [{ warmUp: 1.02 }, 'cold'],
    [{ warmUp: 0.98, afterStart: 1.1 }, 'cold'],
    [{ afterStart: 1.02, acceleration: 1.2 }, 'afterStart'],
    [{ acceleration: 1.1, overrunCut: 1 }, 'accelerating'],
    [{ overrunCut: 1 }, 'overrunCut'],
    [{ lambdaTarget: NaN }, 'noLambda'],
  ] as const)('%j: %s', (columns, why) => {
    expect(read(columns).why).toBe(why);
  });

  test('behind an overrun cut a second is left out', () => {
    const log = madeLog({
      stretches: [
        { forS: 1, speed: 2000, load: 60, also: { overrunCut: 1 } },
        { forS: 3, speed: 2000, load: 60, also: { overrunCut: 0 } },
      ],
      off: () => 0,
    });
    const { reason, timeS } = readingsOf(log, task);
    const out = timeS.filter((_, i) => reason[i] === reasonCode('overrunCut'));
    // The last sample of the cut is at 0.95 s.
    expect([out[0], out.at(-1)]).toEqual([0, 1.95]);
  });
});

describe('steadiness', () => {
  const timeS = Float64Array.from({ length: 200 }, (_, i) => i / 20);
  const still = timeS.map(() => 3000);

  // Speed that grows by its own size in a second, or load by half of it, halves what a sample counts: 1 / (1 + 1²).
  test('is one at rest, a half at such a change, and less for both', () => {
    expect(Array.from(steadinessOf(timeS, still, still))).toEqual(Array.from(timeS, () => 1));
    const grows = (share: number) => timeS.map((at) => 60 * Math.exp(share * at));
    const middle = (speed: Float64Array, load: Float64Array) =>
      steadinessOf(timeS, speed, load)[100] as number;
    // Over 0.4 s about a sample, from 0.3 before to 0.1 behind it: 0.5 a second is (e^0.05 − e^−0.15) / 0.4 = 0.4764 of itself.
    const load = (Math.exp(0.05) - Math.exp(-0.15)) / 0.4 / 0.5;
    expect(middle(still, grows(0.5))).toBeCloseTo(1 / (1 + load * load), 6);
    const speed = timeS.map((at) => 3000 + 1500 * (at - 5));
    expect(middle(speed, still)).toBeCloseTo(1 / (1 + 0.25), 6);
    expect(middle(speed, grows(0.5))).toBeCloseTo(1 / (1 + load * load + 0.25), 6);
  });

  test('small numbers count as 1500 rev/min and 15 kPa', () => {
    const slow = timeS.map((at) => 300 + 750 * at);
    expect(steadinessOf(timeS, slow, still)[10]).toBeCloseTo(1 / (1 + 0.25), 6);
    const low = timeS.map((at) => 1 + 7.5 * at);
    expect(steadinessOf(timeS, still, low)[10]).toBeCloseTo(1 / (1 + 1), 6);
  });

  test('a step is seen before it comes, and fades in three tenths of a second', () => {
    const steps = timeS.map((at) => (at < 5 ? 30 : 120));
    const steady = steadinessOf(timeS, still, steps);
    expect(steady[96]).toBe(1);
    expect(steady[98]).toBeLessThan(0.6);
    const last = steady.findLastIndex((value) => value < 0.1);
    const stirred = (i: number) => Math.sqrt(1 / (steady[i] as number) - 1);
    expect(stirred(last + 6) / stirred(last + 12)).toBeCloseTo(Math.exp(1), 6);
  });

  test('where a number is missing nothing is steady, and afterwards it is again', () => {
    const gone = timeS.map((at) => (at > 4 && at < 4.2 ? NaN : 60));
    const steady = steadinessOf(timeS, still, gone);
    expect(steady[83]).toBeLessThan(0.01);
    expect(steady[199]).toBeCloseTo(1, 6);
  });
});

describe('the delay of lambda', () => {
  test('at a flow is a fixed time and what the air pushes through', () => {
    expect(delayAtS({ fixedS: 0.1, airG: 2 }, 20)).toBeCloseTo(0.2, 12);
    expect(delayAtS({ fixedS: 0.1, airG: 2 }, 0.2)).toBeCloseTo(2.1, 12);
  });

  test('a column is read between its samples, there and back, and not beyond its ends', () => {
    const walk = new TimeWalk(Float64Array.of(0, 1, 3, 4));
    const values = Float64Array.of(10, 20, 40, 0);
    expect([2, 3.5, 0.5, 0, 4].map((at) => walk.read(values, at))).toEqual([30, 20, 15, 10, 0]);
    expect(walk.read(values, -0.1)).toBeNaN();
    expect(walk.read(values, 4.1)).toBeNaN();
  });

  // Between neighbours of 1000 rev/min and 30 kPa steps of a richer target go back and forth.
  test.each([
    [0.1, 0.5],
    [0.25, 1.5],
    [0.05, 2.5],
  ])('is found from steps of the target: %d s and %d g', (fixedS, airG) => {
    const flow = (speed: number, load: number) => (load / 60) * (speed / 2000) * 15.685;
    const stretches = Array.from({ length: 120 }, (_, i) => ({
      forS: 2.5,
      speed: X[Math.floor(i / 4) % 5] as number,
      load: 45 + 6 * (i % 2) + 30 * (Math.floor(i / 2) % 3),
    }));
    const log = madeLog({
      stretches,
      moveS: 1,
      off: () => 0.02,
      target: (_, load) => (load % 15 < 3 ? 1 : 0.9),
      delayS: (speed, load) => fixedS + airG / flow(speed, load),
      noise: (i) => 0.004 * Math.sin(i * 12.9898),
    });
    const found = foundDelay(readingsOf(log, task), task);
    for (const at of [8, 15, 40]) {
      expect(Math.abs(delayAtS(found, at) - fixedS - airG / at)).toBeLessThan(0.06);
    }
    // And by each flow for itself, within what it says of itself.
    const seen = delaySeen(readingsOf(log, task), task);
    expect(seen.length).toBeGreaterThan(2);
    for (const { flowGPerS, delayS, fromS, toS } of seen) {
      expect(Math.abs(delayS - fixedS - airG / flowGPerS)).toBeLessThan(0.12);
      expect(fromS).toBeLessThanOrEqual(delayS);
      expect(toS).toBeGreaterThanOrEqual(delayS);
      expect(toS - fromS).toBeLessThan(0.4);
    }
    const flows = seen.map(({ flowGPerS }) => flowGPerS);
    expect(flows).toEqual([...flows].sort((a, b) => a - b));
  });

  test('is not seen flow by flow where nothing changes, nor in a few samples', () => {
    const still = madeLog({
      stretches: everywhere(8),
      off: () => 0,
      noise: (i) => 0.004 * Math.sin(i * 12.9898),
    });
    expect(delaySeen(readingsOf(still, task), task).length).toBeLessThan(3);
    const short = madeLog({ stretches: [{ forS: 10, speed: 2000, load: 60 }], off: () => 0 });
    expect(delaySeen(readingsOf(short, task), task)).toEqual([]);
  });

  test('of a log without a running engine is what is usual', () => {
    const off = madeLog({ stretches: [{ forS: 2, speed: 0, load: 100 }], off: () => 0 });
    expect(foundDelay(readingsOf(off, task), task)).toEqual({ fixedS: 0.15, airG: 0.9 });
  });
});

describe('samples', () => {
  const drive = (change: readonly MadeStretch[], delayS = 0.18) => {
    const log = madeLog({ stretches: change, off: () => 0, delayS: () => delayS });
    return { log, samples: samplesOf(readingsOf(log, task), task, { fixedS: delayS, airG: 0 }) };
  };

  test('every second of a log is used or left out for one reason', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            forS: fc.double({ min: 0.5, max: 4, noNaN: true }),
            speed: fc.integer({ min: 0, max: 6500 }),
            load: fc.integer({ min: 15, max: 150 }),
            also: fc.record({
              overrunCut: fc.constantFrom(0, 0, 1),
              coolant: fc.constantFrom(80, 80, 30),
              afterStart: fc.constantFrom(1, 1, 1.3),
            }),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (stretches) => {
          const { log, samples } = drive(stretches);
          const usedS = samples.count * 0.05;
          const outS = LEFT_OUT_REASONS.reduce((sum, reason) => sum + samples.leftOut[reason], 0);
          expect(usedS + outS).toBeCloseTo((log.timeS.length - 1) * 0.05, 6);
          expect(samples.weightS.every((weight) => weight >= 0 && weight <= 0.05 + 1e-9)).toBe(true);
        },
      ),
    );
  });

  test('stand on the map where the engine was', () => {
    const { samples } = drive([{ forS: 3, speed: 2500, load: 75 }]);
    expect([samples.cell[0], samples.shareX[0], samples.shareY[0]]).toEqual([6, 0.5, 0.5]);
    expect(samples.error[0]).toBeCloseTo(0, 12);
    // Sixty samples: before the first gas arrives nothing is read, and the last four have no lambda behind them.
    expect(samples.count).toBe(55);
    expect(samples.crossedS[6]).toBeCloseTo(55 * 0.05 * 0.25, 6);
  });

  test('a quarter of an interval beyond the map still says something, more does not', () => {
    const out = (speed: number, load: number) =>
      drive([{ forS: 3, speed, load }]).samples.leftOut.beyondMap > 0;
    expect([out(5249, 60), out(5251, 60), out(751, 60), out(749, 60)]).toEqual([false, true, false, true]);
    expect([out(2000, 127), out(2000, 128), out(2000, 23), out(2000, 22)]).toEqual([
      false,
      true,
      false,
      true,
    ]);
  });

  test('a gap in time stands for a quarter of a second', () => {
    const { log } = drive([{ forS: 3, speed: 2500, load: 75 }], 0);
    const gap = { ...log, timeS: log.timeS.map((at) => (at > 1.02 ? at + 10 : at)) };
    const { weightS } = samplesOf(readingsOf(gap, task), task, { fixedS: 0, airG: 0 });
    expect(Math.max(...weightS)).toBeCloseTo(0.25, 9);
  });
});

describe('the whole way', () => {
  const fitOf = (off: (speed: number, load: number) => number, forS = 4) => {
    const log = madeLog({ stretches: everywhere(forS), off, noise: (i) => 0.006 * Math.sin(i * 78.233) });
    return fitLog(log, task);
  };
  const settle = (fit: LogFit, most = 1) =>
    correctedMap(
      {
        x: X,
        y: Y,
        values: Array.from(task.grid.values),
        sources: [{ kind: 'estimated', date: TEST_DAY }],
        cellSources: X.flatMap(() => Y.map(() => 0)),
      },
      fit,
      { by: 'cells', most, beyond: false },
      { min: 1, max: 200, decimals: 1 },
      FROM_LOG,
    );

  test('brings a tilted map right in every cell with evidence, and says how sure it is', () => {
    const off = (speed: number, load: number) => 0.05 * ((speed - 3000) / 2000) - 0.04 * ((load - 75) / 45);
    const fit = fitOf(off);
    expect(fit.coverage).toEqual({ crossed: 20, evidenced: 20 });
    expect(fit.factor).toBeNull();
    Y.forEach((load, j) =>
      X.forEach((speed, i) => {
        const found = fit.cells.change[i + 5 * j] as number;
        expect(Math.abs(found - off(speed, load))).toBeLessThan(0.006);
        expect(fit.cells.standardError[i + 5 * j]).toBeLessThan(0.005);
      }),
    );
    const map = settle(fit);
    expect(map.values[0]).toBeCloseTo(60 * Math.exp(-0.05 + 0.04), 0);
    // Every cell moved, so nothing is left of where they came from.
    expect(map.sources).toEqual([FROM_LOG]);
    expect(map.sources[map.cellSources[0] as number]).toEqual(FROM_LOG);
  });

  test('tells one factor from a mountain range', () => {
    const fit = fitOf((speed) => -0.1 + 0.01 * Math.sin(speed));
    expect(fit.factor?.change).toBeCloseTo(-0.1, 2);
    expect(fit.factor?.spread).toBeLessThan(0.015);
    expect(fitOf(() => 0.015).factor).toBeNull();
    expect(fitOf((speed) => 0.03 * Math.sin(speed / 700)).factor).toBeNull();
  });

  test('leaves cells without evidence, and moves no cell further than may be at once', () => {
    const log = madeLog({ stretches: [{ forS: 10, speed: 2000, load: 60 }], off: () => Math.log(1.5) });
    const fit = fitLog(log, task);
    expect(fit.coverage).toEqual({ crossed: 1, evidenced: 1 });
    const map = settle(fit, 0.2);
    expect(map.values[6]).toBe(79.2);
    expect(map.values.filter((value, i) => value !== task.grid.values[i])).toHaveLength(1);
    expect(map.cellSources.filter((of) => map.sources[of]?.kind === 'computed')).toHaveLength(1);
    expect(map.sources[map.cellSources[6] as number]).toEqual(FROM_LOG);
  });

  test('a hundred corrections, each from a log of its own, leave a map that can still be stored', () => {
    const fit = fitOf((speed) => 0.03 * Math.sin(speed));
    let map = settle(fit);
    for (let i = 0; i < 100; i += 1) {
      const source = { ...FROM_LOG, note: `log ${i}` };
      map = correctedMap(
        map,
        fit,
        { by: 'cells', most: 1, beyond: false },
        { min: 1, max: 200, decimals: 1 },
        source,
      );
    }
    expect(map.sources.length).toBeLessThanOrEqual(64);
    expect(Math.max(...map.cellSources)).toBeLessThan(map.sources.length);
  });

  test('a map that is right stays the very same', () => {
    const before = settle(fitOf(() => 0.2));
    const fit = fitLog(madeLog({ stretches: [{ forS: 1, speed: 2000, load: 60 }], off: () => 0 }), task);
    expect(
      correctedMap(
        before,
        fit,
        { by: 'cells', most: 1, beyond: false },
        { min: 1, max: 200, decimals: 1 },
        FROM_LOG,
      ),
    ).toBe(before);
  });

  test('by a factor every cell moves; without one, or on another map, it is refused', () => {
    const fit = fitOf(() => -0.1);
    const before = settle(fitOf(() => 0));
    const by = (of: LogFit, map = before) =>
      correctedMap(
        map,
        of,
        { by: 'factor', most: 1, beyond: false },
        { min: 1, max: 200, decimals: 1 },
        FROM_LOG,
      );
    expect(by(fit).values.map((value, i) => value / (before.values[i] as number))).toEqual(
      before.values.map(() => expect.closeTo(Math.exp(-0.1), 2)),
    );
    expect(() => by({ ...fit, factor: null })).toThrow('No one factor was recognised');
    expect(() => by(fit, { ...before, values: [1] })).toThrow('other axes');
  });

  test('says of each cell whether it was driven as it is', () => {
    const log = madeLog({ stretches: everywhere(3), off: () => 0 });
    const used = log.columns.speed?.map(
      (speed, i) =>
        lookUpMap(task.grid, speed, log.columns.manifoldPressure?.[i] ?? NaN) * (speed > 3500 ? 1.1 : 1),
    );
    const { cells } = fitLog(
      { ...log, columns: { ...log.columns, ...(used === undefined ? {} : { vePercent: used }) } },
      task,
    );
    expect(cells.driven[0]).toBeCloseTo(0, 12);
    expect(cells.driven[4]).toBeCloseTo(Math.log(1.1), 6);
    expect(Array.from(fitLog(log, task).cells.driven).every((value) => value === 0)).toBe(true);
  });

  test('goes by stages', () => {
    const log = madeLog({ stretches: everywhere(1), off: () => 0 });
    expect([...fittingLogs([{ log, then: null }], task)]).toEqual(['reading', 'delay', 'samples', 'fit']);
  });

  test('coverage counts cells with two seconds, steady or not', () => {
    expect(coverageOf(Float64Array.of(2, 1.9, 5, 3), Float64Array.of(2, 1.9, 1.9, 3))).toEqual({
      crossed: 3,
      evidenced: 2,
    });
  });
});
