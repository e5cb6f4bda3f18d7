import fc from 'fast-check';
import { TEST_DAY } from '@tests/support/ventisca';
import { gridOf } from '../map';
import {
  activeAt,
  ActivationSwitch,
  correctedValue,
  CORRECTION_CHANNELS,
  CORRECTION_OPERATIONS,
  CORRECTION_TARGETS,
  correctionSchema,
  correctionsSchema,
  neutralMap,
  preparedCorrection,
  type AppliedCorrection,
  type Correction,
} from '.';

const SOURCE = { kind: 'estimated', date: TEST_DAY } as const;

function correction(part: Partial<Correction> = {}): Correction {
  const shape = { on: 'fuel', operation: 'multiply', x: 'air', y: null, ...part } as const;
  return {
    id: 'own',
    name: 'Own',
    enabled: true,
    activation: null,
    map: neutralMap(shape, SOURCE),
    ...shape,
  };
}

describe('corrections', () => {
  const any = fc.record({
    on: fc.constantFrom(...CORRECTION_TARGETS),
    operation: fc.constantFrom(...CORRECTION_OPERATIONS),
    x: fc.constantFrom(...CORRECTION_CHANNELS),
    y: fc.option(fc.constantFrom(...CORRECTION_CHANNELS)),
  });

  test('of any two channels and operation begin valid; one channel twice is refused', () => {
    fc.assert(
      fc.property(any, (shape) => {
        expect(correctionSchema.safeParse(correction(shape)).success).toBe(shape.x !== shape.y);
      }),
    );
  });

  test('multiply and add begin by changing nothing, for any value and point', () => {
    const value = fc.double({ min: 0, max: 200, noNaN: true });
    fc.assert(
      fc.property(any, value, value, (shape, before, at) => {
        fc.pre(shape.operation !== 'replace' && shape.x !== shape.y);
        const own = correction(shape);
        const after = correctedValue(
          [preparedCorrection(own, gridOf(own.map))],
          own.on,
          before,
          () => at,
          [true],
          [],
        );
        expect(after).toBe(before);
      }),
    );
  });

  test('act in their order: (10 + 5) · 2 is not 10 · 2 + 5; what does not act is recorded and leaves the value', () => {
    const flat = (id: string, operation: Correction['operation'], amount: number) => {
      const own = correction({ id, operation });
      return preparedCorrection(own, gridOf({ ...own.map, values: own.map.values.map(() => amount) }));
    };
    const [add, double, replace] = [flat('a', 'add', 5), flat('b', 'multiply', 2), flat('c', 'replace', 99)];
    const run = (list: (typeof add)[], active: boolean[]) => {
      const applied: AppliedCorrection[] = [];
      return { value: correctedValue(list, 'fuel', 10, () => 20, active, applied), applied };
    };
    expect(run([add, double], [true, true]).value).toBe(30);
    expect(run([double, add], [true, true]).value).toBe(25);
    const { value, applied } = run([add, replace], [true, false]);
    expect(value).toBe(15);
    expect(applied[1]).toMatchObject({ id: 'c', active: false, amount: 99, before: 15, after: 15 });
  });

  test('a correction of another target leaves a value and the record alone', () => {
    const own = correction({ on: 'spark', operation: 'replace' });
    const applied: AppliedCorrection[] = [];
    const prepared = [preparedCorrection(own, gridOf(own.map))];
    expect(correctedValue(prepared, 'fuel', 10, () => 20, [true], applied)).toBe(10);
    expect(applied).toEqual([]);
  });

  // Replace by 40; over two channels (x 20, y 60) half-way between 10, 20 / 30, 40 both ways: 25.
  test('one that acts replaces, and one of two channels is read by both', () => {
    const curve = correction({ operation: 'replace' });
    const flat = preparedCorrection(curve, gridOf({ x: [0, 100], y: [], values: [40, 40] }));
    expect(correctedValue([flat], 'fuel', 10, () => 20, [true], [])).toBe(40);
    const map = correction({ operation: 'replace', x: 'air', y: 'coolant' });
    const grid = gridOf({ x: [10, 30], y: [50, 70], values: [10, 20, 30, 40] });
    const read = (channel: string) => (channel === 'air' ? 20 : 60);
    expect(correctedValue([preparedCorrection(map, grid)], 'fuel', 1, read, [true], [])).toBe(25);
    const corner = (channel: string) => (channel === 'air' ? 10 : 70);
    expect(correctedValue([preparedCorrection(map, grid)], 'fuel', 1, corner, [true], [])).toBe(30);
  });

  test('at one moment those act whose condition is met, or that have none', () => {
    const when = (comparison: 'above' | 'below') =>
      ({ channel: 'speed', comparison, threshold: 3000, hysteresis: 0, delayS: 5 }) as const;
    const list = [null, when('above'), when('below')].map((activation, i) => {
      const own = correction({ id: `c${i}`, activation });
      return preparedCorrection(own, gridOf(own.map));
    });
    expect(activeAt(list, () => 3001)).toEqual([true, true, false]);
    expect(activeAt(list, () => 3000)).toEqual([true, false, false]);
    expect(activeAt(list, () => 2999)).toEqual([true, false, true]);
  });

  test('cells outside what the operation allows, and a threshold that never ends, are refused by their place', () => {
    const wild = correction();
    wild.map.values[2] = 9;
    const refused = correctionSchema.safeParse(wild);
    expect(refused.error?.issues[0]?.path).toEqual(['map', 'values', 2]);
    const endless = correction({
      activation: { channel: 'throttle', comparison: 'above', threshold: 10, hysteresis: 20, delayS: 0 },
    });
    expect(correctionSchema.safeParse(endless).error?.issues[0]?.message).toMatch(/never end/);
  });

  test('two of one id are refused', () => {
    expect(correctionsSchema.safeParse([correction(), correction()]).success).toBe(false);
    expect(correctionsSchema.safeParse([correction(), correction({ id: 'other' })]).success).toBe(true);
  });
});

describe('a condition in time', () => {
  const above = {
    channel: 'speed',
    comparison: 'above',
    threshold: 3000,
    hysteresis: 200,
    delayS: 1,
  } as const;
  const follow = (steps: readonly (readonly [timeS: number, speed: number])[]) => {
    const follower = new ActivationSwitch(above);
    return steps.map(([timeS, speed]) => follower.next(() => speed, timeS));
  };

  test('begins after its delay, and only if it held all the while', () => {
    expect(
      follow([
        [0, 3100],
        [0.5, 3100],
        [1, 3100],
      ]),
    ).toEqual([false, false, true]);
    expect(
      follow([
        [0, 3100],
        [0.5, 2900],
        [1, 3100],
        [1.9, 3100],
        [2, 3100],
      ]),
    ).toEqual([false, false, false, false, true]);
  });

  /** What it does at speeds a second apart, each held from when it is met. */
  const atSpeeds = (comparison: 'above' | 'below', delayS: number, speeds: readonly number[]) => {
    const follower = new ActivationSwitch({ ...above, comparison, delayS });
    return speeds.map((speed, second) => follower.next(() => speed, second));
  };

  // 3000 with 200 of memory. Above: begins past 3000, ends at 2800. Below: begins under 3000, ends at 3200.
  test.each([
    ['above', [3000, 3001, 2900, 2801, 2800, 2900, 3001], [false, true, true, true, false, false, true]],
    ['below', [3000, 2999, 3100, 3199, 3200, 3100, 2999], [false, true, true, true, false, false, true]],
  ] as const)(
    '%s: begins past its threshold, ends only past its memory, and begins again',
    (comparison, speeds, acts) => {
      expect(atSpeeds(comparison, 0, speeds)).toEqual(acts);
    },
  );

  test('its delay counts anew after it has ended', () => {
    expect(atSpeeds('above', 2, [3100, 3100, 3100, 2700, 3100, 3100, 3100])).toEqual([
      false,
      false,
      true,
      false,
      false,
      false,
      true,
    ]);
  });

  test('it goes on while met, however short the delay of what follows', () => {
    expect(atSpeeds('above', 1, [3100, 3100, 2900, 3100, 2900, 2700, 3100, 3100])).toEqual([
      false,
      true,
      true,
      true,
      true,
      false,
      false,
      true,
    ]);
  });

  test('without a condition always acts', () => {
    expect(new ActivationSwitch(null).next(() => 0, 0)).toBe(true);
  });
});
