import { everyMapWith } from '@tests/support/everything';
import { plainTask } from '@tests/support/plainTask';
import { programOf } from '@tests/support/ventisca';
import fc from 'fast-check';
import type { ChannelId } from '../channel';
import { gridOf } from '../numeric';
import { fitLog } from './fitLog';
import type { Log } from './log';
import { fillingMapOf, loggedMapsOf, type MapTask, mapTaskOf } from './mapTask';
import { meteredBy } from './metered';
import { KEPT, reasonCode, readingsOf } from './readings';

const AXES = { x: [1000, 3000], y: [40, 100] };
const flat = (value: number) => gridOf({ ...AXES, values: [value, value, value, value] });
const TASK = plainTask(AXES.x, AXES.y, [80, 80, 80, 80]);
const BLENDED = {
  other: flat(100),
  share: gridOf({ x: [0, 85], y: [], values: [0, 100] }),
  isSecond: false,
};
const AT = { speed: 2000, manifoldPressure: 80, air: 20, lambdaOne: 1, lambdaTarget: 1 };
const log = (columns: Partial<Record<ChannelId, number>>, length = 2): Log => ({
  timeS: Float64Array.from({ length }, (_, i) => i / 20),
  columns: Object.fromEntries(
    Object.entries({ ...AT, ...columns }).map(([id, value]) => [id, new Float64Array(length).fill(value)]),
  ),
});
const metered = (columns: Partial<Record<ChannelId, number>>, task: MapTask) => ({
  ...meteredBy(log(columns), task)(0, 2000, 80),
});
const errorOf = (columns: Partial<Record<ChannelId, number>>, task: MapTask) => {
  const { measured, wanted } = readingsOf(log(columns), task);
  return (measured[0] as number) + (wanted[0] as number);
};

describe('one map', () => {
  test('has the whole part; what was used is what was logged, else what it says now', () => {
    expect(metered({}, TASK)).toMatchObject({ gain: 1, usedLn: Math.log(80), nowLn: Math.log(80) });
    expect(metered({ vePercent: 84 }, TASK).usedLn).toBeCloseTo(Math.log(84), 12);
    expect(metered({ vePercent: NaN }, TASK).usedLn).toBeCloseTo(Math.log(80), 12);
  });

  // 80 kPa, 2 L at 20 °C: 0.08 MPa · 2 L ÷ (287.05 · 293.15) = 1901 mg, of which 80 %.
  test('air is what it stands for at the density of the manifold, or of the air outside by throttle', () => {
    expect(metered({}, TASK).airMg).toBeCloseTo(0.8 * 1901.4, -0.5);
    expect(metered({}, { ...TASK, load: 'throttle' }).airMg).toBeCloseTo((0.8 * 1901.4) / 0.8, -0.5);
  });
});

describe('a map that another is blended into', () => {
  // Ethanol of 42.5 %: half and half of 80 and 100. The first has 40 of 90: it moves 2.25 times as far.
  test('has its part, and moves by so much further', () => {
    const first = metered({ ethanol: 42.5 }, { ...TASK, blended: BLENDED });
    expect(Math.exp(first.nowLn)).toBeCloseTo(90, 9);
    expect(first.gain).toBeCloseTo(90 / 40, 9);
    const second = { ...TASK, grid: flat(100), blended: { ...BLENDED, other: flat(80), isSecond: true } };
    expect(metered({ ethanol: 42.5 }, second).gain).toBeCloseTo(90 / 50, 9);
    expect(metered({ ethanol: 85 }, second)).toMatchObject({ gain: 1, nowLn: Math.log(100) });
  });

  test('says nothing with less than a fifth of it, with the reason', () => {
    const second = { ...TASK, grid: flat(100), blended: { ...BLENDED, other: flat(80), isSecond: true } };
    for (const columns of [{ ethanol: 13 }, {}]) {
      const { reason } = readingsOf(log(columns), second);
      expect(reason[0]).toBe(reasonCode('otherFuel'));
    }
    expect(readingsOf(log({ ethanol: 17 }), second).reason[0]).toBe(KEPT);
    const never = { ...second, blended: { ...second.blended, share: null } };
    expect(metered({ ethanol: 85 }, never).gain).toBeNaN();
    expect(metered({ ethanol: 85 }, { ...TASK, blended: { ...BLENDED, share: null } }).gain).toBe(1);
  });

  test('comes to what it should be from either side, whatever the fuel', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 85, noNaN: true }),
        fc.double({ min: 0.97, max: 1.03, noNaN: true }),
        fc.boolean(),
        (ethanol, off, isSecond) => {
          const share = ethanol / 85;
          const part = isSecond ? share : 1 - share;
          fc.pre(part > 0.3);
          const truth = isSecond ? 100 * off : 80 * off;
          const typed = isSecond ? 100 : 80;
          const blend = (own: number) => part * own + (1 - part) * (isSecond ? 80 : 100);
          const task = {
            ...TASK,
            grid: flat(typed),
            blended: { ...BLENDED, other: flat(isSecond ? 80 : 100), isSecond },
          };
          // It ran on the map as typed: lambda is off by what the engine draws over that.
          const made = log(
            {
              ethanol,
              vePercent: blend(typed),
              lambdaOne: blend(truth) / blend(typed),
              coolant: 90,
              phase: 2,
            },
            400,
          );
          const { change } = fitLog(made, task).cells;
          expect(typed * Math.exp(change[0] as number)).toBeCloseTo(truth, -0.5);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('a map of pulses', () => {
  const PULSES = { ...TASK, grid: flat(5), pulse: { target: flat(0.9) } };

  test('is used as it was logged, and its target is that of now: the pulse itself holds it', () => {
    // At λ 0.99 a pulse of 5 ms gives what 5.5 ms would at 0.9, whatever target was logged.
    for (const lambdaTarget of [0.8, 0.9, 1])
      expect(errorOf({ lambdaOne: 0.99, lambdaTarget, pulseMapped: 5 }, PULSES)).toBeCloseTo(
        Math.log(1.1),
        12,
      );
    expect(errorOf({ lambdaOne: 0.9, pulseMapped: 5.5 }, PULSES)).toBeCloseTo(Math.log(1.1), 12);
    expect(errorOf({ lambdaOne: 0.9, vePercent: 60 }, PULSES)).toBeCloseTo(0, 12);
  });

  test('protection that made it richer is taken out', () => {
    expect(errorOf({ lambdaOne: 0.9 / 1.1, protectionRicher: 10 }, PULSES)).toBeCloseTo(0, 12);
    // Where filling meters it is in the target that was logged.
    expect(errorOf({ lambdaOne: 0.9, lambdaTarget: 0.9, protectionRicher: 10 }, TASK)).toBeCloseTo(0, 12);
  });

  test('its air is what the pulse stands for at its target; without facts of the injectors none is known', () => {
    const program = programOf(everyMapWith('pulseWidth'));
    const task = mapTaskOf({ ...program, second: null });
    const now = task?.now ?? null;
    if (task === null || now === null) throw new TypeError('No facts');
    const { airMg } = meteredBy(log({ pulseMapped: 4, lambdaTarget: 0.9 }), { ...task, blended: null })(
      0,
      2000,
      80,
    );
    const flow = airMg / (4 * 0.9 * now.stoichiometricRatio * (task.displacementCm3 / now.cylinderVolumeCm3));
    expect(flow / now.ratedFlowGPerS).toBeGreaterThan(0.6);
    expect(flow / now.ratedFlowGPerS).toBeLessThan(1.6);
    expect(metered({}, PULSES).airMg).toBe(0);
  });
});

test('a trim that was not known at a sample counts for nothing there', () => {
  expect(errorOf({ learnedTrim: NaN, knockFuel: NaN, lambdaOne: 1.03 }, TASK)).toBeCloseTo(
    Math.log(1.03),
    12,
  );
});

test('what was learned, and what knock added, act beside the loop', () => {
  expect(errorOf({ learnedTrim: 1.05, lambdaTrim: 1.02 }, TASK)).toBeCloseTo(Math.log(1.05 * 1.02), 12);
  expect(errorOf({ knockFuel: 8 }, TASK)).toBeCloseTo(Math.log(1.08), 12);
});

describe('the maps that a log can correct', () => {
  test.each([
    ['speedDensity', ['ve', 'veSecond']],
    ['throttle', ['veThrottle', 'veThrottleSecond']],
    ['throttlePressure', ['veThrottle', 'veThrottleSecond']],
    ['pulseWidth', ['pulse', 'pulseSecond']],
    ['airMass', []],
  ] as const)('by %s are %j', (strategy, maps) => {
    const program = programOf(everyMapWith(strategy));
    const [first] = loggedMapsOf(program);
    expect(loggedMapsOf(program)).toEqual(maps);
    expect(loggedMapsOf({ ...program, blend: null })).toEqual(maps.slice(0, 1));
    for (const id of maps) {
      const task = mapTaskOf(program, id);
      expect(task?.grid).toBe(
        id.endsWith('Second')
          ? first && program.blend?.second[first as 've']?.table
          : first && program.tables[first],
      );
      expect(task?.blended?.isSecond).toBe(id.endsWith('Second'));
      expect(task?.pulse !== null).toBe(strategy === 'pulseWidth');
      expect(task?.load).toBe(strategy.startsWith('throttle') ? 'throttle' : 'manifoldPressure');
    }
    expect(mapTaskOf(program)?.grid).toBe(maps.length === 0 ? undefined : first && program.tables[first]);
    expect(mapTaskOf(program, strategy === 'throttle' ? 've' : 'veThrottle') === null).toBe(
      strategy !== 'throttlePressure',
    );
    // A running engine is mapped by filling alone.
    if (strategy === 'pulseWidth') expect(fillingMapOf(program)).toBeNull();
  });
});
