import { CORRECTION_CHANNELS, frameOf } from '../channel';
import { gridOf } from '../numeric';
import { type AppliedCorrection, correctedValue, preparedCorrection } from './corrected';
import {
  type Correction,
  CORRECTION_OPERATIONS,
  CORRECTION_TARGETS,
  correctionSchema,
  correctionsSchema,
  neutralMap,
} from './correctionSchema';
import fc from 'fast-check';
import { TEST_DAY } from '@tests/support/ventisca';

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

/** A moment at which every channel has this value. */
const everyChannel = (value: number) =>
  frameOf(Object.fromEntries(CORRECTION_CHANNELS.map((id) => [id, value])));

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
          everyChannel(at),
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
      return { value: correctedValue(list, 'fuel', 10, everyChannel(20), active, applied), applied };
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
    expect(correctedValue(prepared, 'fuel', 10, everyChannel(20), [true], applied)).toBe(10);
    expect(applied).toEqual([]);
  });

  // Replace by 40; over two channels (x 20, y 60) half-way between 10, 20 / 30, 40 both ways: 25.
  test('one that acts replaces, and one of two channels is read by both', () => {
    const curve = correction({ operation: 'replace' });
    const flat = preparedCorrection(curve, gridOf({ x: [0, 100], y: [], values: [40, 40] }));
    expect(correctedValue([flat], 'fuel', 10, everyChannel(20), [true], [])).toBe(40);
    const map = correction({ operation: 'replace', x: 'air', y: 'coolant' });
    const grid = gridOf({ x: [10, 30], y: [50, 70], values: [10, 20, 30, 40] });
    const read = frameOf({ air: 20, coolant: 60 });
    expect(correctedValue([preparedCorrection(map, grid)], 'fuel', 1, read, [true], [])).toBe(25);
    const corner = frameOf({ air: 10, coolant: 70 });
    expect(correctedValue([preparedCorrection(map, grid)], 'fuel', 1, corner, [true], [])).toBe(30);
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
