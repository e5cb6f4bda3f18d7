import { demo, programOf, TEST_DAY, tableOf } from '@tests/support/ventisca';
import { type Calibration, calibrationFromJson, emptyCalibration, putMap } from '../calibration';
import { neutralMap } from '../correction/schema';
import { lookUpMap } from '../numeric';
import {
  endedAt,
  pressureCounts,
  type PressureLaying,
  pressureMaps,
  pressureReach,
  reachProblem,
  type RelaidPressureMap,
  relaidPressureMaps,
} from './pressureAxes';

/** The document with every map of the proposal taken. */
function accepted(relaid: readonly RelaidPressureMap[]): Calibration {
  return demo('ventisca', (document) => relaid.forEach(({ mapId, after }) => putMap(document, mapId, after)));
}

describe('a larger pressure sensor', () => {
  test('concerns every map over pressure, and only those', () => {
    expect(pressureMaps(demo())).toEqual(['ve', 'lambda', 'spark', 'sparkBoost']);
    expect(pressureMaps(emptyCalibration('Empty', TEST_DAY))).toEqual([]);
  });

  test('takes the builder’s own corrections over pressure with it, whichever way they run', () => {
    const document = demo('ventisca', ({ corrections }) => {
      for (const shape of [
        { x: 'manifoldPressure', y: null },
        { x: 'gear', y: 'manifoldPressure' },
        { x: 'air', y: null },
      ] as const) {
        const made = { on: 'fuel', operation: 'multiply', ...shape } as const;
        const id = `own-${corrections.length}`;
        const map = neutralMap(made, { kind: 'estimated', date: TEST_DAY });
        corrections.push({ id, name: id, enabled: true, ...made, activation: null, map });
      }
    });
    const relaid = relaidPressureMaps(document, 200, { kind: 'hold' }, TEST_DAY);
    expect(relaid.map(({ mapId }) => mapId)).toEqual([
      've',
      'lambda',
      'spark',
      'sparkBoost',
      'correction-own-0',
      'correction-own-1',
    ]);
    for (const { axis, before, after, change } of relaid) {
      expect(after[axis].at(-1)).toBe(200);
      expect(after[axis === 'x' ? 'y' : 'x']).toEqual(before[axis === 'x' ? 'y' : 'x']);
      expect(Math.abs(change.change)).toBeLessThan(1e-9);
    }
  });

  test('reach is told from axes, sensor and goal', () => {
    expect(pressureReach(demo())).toEqual({ axesEndKpa: 165, sensorEndKpa: 250, goalKpa: 165 });
    expect(pressureReach(emptyCalibration('Empty', TEST_DAY))).toEqual({
      axesEndKpa: null,
      sensorEndKpa: null,
      goalKpa: null,
    });
  });

  // Goal 165: 15 % more is 189.75.
  test.each([
    [164, /would hold its last row/],
    [165, null],
    [189, null],
    [190, /resolution it does not use/],
    [251, /The sensor ends at 250/],
  ])('axes ended at %d kPa', (end, message) => {
    const problem = reachProblem(pressureReach(demo()), end);
    if (message === null) expect(problem).toBeNull();
    else expect(problem).toMatch(message);
  });

  test.each(['hold', 'slope', 'physics'] as const)(
    'by %s nothing moves in the old range, and the file stays sound',
    (kind) => {
      const relaid = relaidPressureMaps(demo(), 240, { kind }, TEST_DAY);
      relaid.forEach(({ change, after, axis }) => {
        expect(Math.abs(change.change)).toBeLessThan(1e-9);
        expect(after[axis].at(-1)).toBe(240);
      });
      const next = accepted(relaid);
      expect(calibrationFromJson(JSON.parse(JSON.stringify(next)))).toEqual({ ok: true, document: next });
      const [was, is] = [programOf(demo()), programOf(next)];
      for (const kpa of [35, 98.7, 165])
        expect(lookUpMap(tableOf(is, 've'), 4321, kpa)).toBeCloseTo(
          lookUpMap(tableOf(was, 've'), 4321, kpa),
          9,
        );
    },
  );

  test('by physics boost goes on richer and with less spark', () => {
    const [, lambda, spark] = relaidPressureMaps(demo(), 240, { kind: 'physics' }, TEST_DAY);
    const top = (map: RelaidPressureMap | undefined, of: 'before' | 'after') =>
      map?.[of].values.at(-1) ?? NaN;
    expect(top(spark, 'after')).toBeLessThan(top(spark, 'before'));
    expect(top(lambda, 'after')).toBeLessThanOrEqual(top(lambda, 'before'));
  });

  test('a smaller sensor cuts the axes, and what is lost is said', () => {
    const [ve] = relaidPressureMaps(demo(), 105, { kind: 'hold' }, TEST_DAY);
    expect(ve?.after.y).toEqual([20, 35, 45, 60, 75, 85, 100, 105]);
    expect(Math.abs(ve?.change.change ?? 0)).toBeGreaterThan(0.1);
    expect(ve?.change.y).toBe(165);
  });

  test('an axis that is nearly full is carried on with longer steps', () => {
    const full = Array.from({ length: 30 }, (_, i) => 20 + i * 5);
    expect(endedAt(full, 300)).toHaveLength(31);
    expect(endedAt(full, 300).at(-1)).toBe(300);
    expect(endedAt(full, 300, 32)).toHaveLength(32);
  });

  test('many rows are laid only when they are asked for, and where the engine lives when that is', () => {
    const document = demo();
    const rows = (laying?: PressureLaying) =>
      relaidPressureMaps(document, 240, { kind: 'hold' }, TEST_DAY, laying)
        .filter(({ axis }) => axis === 'y')
        .map(({ after, axis }) => after[axis]);
    for (const axis of rows()) expect(axis.length).toBeLessThanOrEqual(20);
    expect(
      relaidPressureMaps(document, 240, { kind: 'hold' }, TEST_DAY).map(
        ({ after, axis }) => after[axis].length,
      ),
    ).toEqual(pressureCounts(document, 240));
    for (const axis of rows({ kind: 'carryOn', most: 32 })) expect(axis.at(-1)).toBe(240);
    for (const axis of rows({ kind: 'lived', count: 16 })) {
      expect(axis).toHaveLength(16);
      expect(axis.at(-1)).toBe(240);
      const step = (kpa: number) => {
        const above = axis.findIndex((value) => value > kpa);
        return (axis[above] as number) - (axis[above - 1] as number);
      };
      // Idle at this altitude is near 31 kPa; between it and full load nothing happens so closely.
      expect(step(31)).toBeLessThan(step(70));
    }
  });
});
