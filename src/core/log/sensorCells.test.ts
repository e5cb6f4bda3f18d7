import { chance } from '@tests/support/chance';
import fc from 'fast-check';
import { gridOf } from '../numeric';
import { cylinderTrims } from './cylinderTrims';
import type { Samples } from './samples';
import { type SensorCells, sensorCells } from './sensorCells';

const GRID = gridOf({ x: [1000, 2000, 3000], y: [40, 80], values: [60, 60, 60, 60, 60, 60] });

describe('what each sensor found', () => {
  const samples = (apart: readonly (readonly [number, readonly number[]])[]): Samples => ({
    count: 2,
    at: Int32Array.of(0, 1),
    cell: Int32Array.of(0, 1),
    shareX: Float64Array.of(0.25, 0),
    shareY: Float64Array.of(0.5, 0),
    error: Float64Array.of(0, 0),
    weightS: Float64Array.of(4, 2),
    driven: Float64Array.of(0, 0),
    why: Int8Array.of(-1, -1),
    apart: apart.map(([sensor, errors]) => ({ sensor, errors: Float64Array.from(errors) })),
    leftOut: {} as Samples['leftOut'],
    crossedS: new Float64Array(6),
  });

  test('is by its own readings, each by its bilinear share', () => {
    const [first, second] = sensorCells(
      [samples([[0, [0.1, 0.02]], [1, [-0.05, NaN]]]), samples([[1, [-0.05, 0.04]]])],
      GRID,
    ); // prettier-ignore
    expect(first?.sensor).toBe(0);
    // Cell 0 has 4 s · ¾ · ½ of the first sample; cell 1 has ⅛ of it and all of the second.
    expect(first?.evidenceS[0]).toBeCloseTo(1.5, 12);
    expect(first?.evidenceS[1]).toBeCloseTo(2.5, 12);
    expect(first?.found[1]).toBeCloseTo((0.5 * 0.1 + 2 * 0.02) / 2.5, 12);
    expect(first?.found[2]).toBeNaN();
    expect(second?.evidenceS[1]).toBeCloseTo(0.5 + 0.5 + 2, 12);
    expect(second?.found[0]).toBeCloseTo(-0.05, 12);
  });

  test('is not said where one sensor reads alone', () => {
    expect(sensorCells([samples([[0, [0.1, 0.1]]]), samples([[0, [0.1, 0.1]]])], GRID)).toEqual([]);
  });
});

describe('cylinders apart', () => {
  const BANKS = [
    [1, 2, 3],
    [4, 5, 6],
  ];
  const cells = (sensor: number, found: readonly number[], seconds = 9): SensorCells => ({
    sensor,
    found: Float64Array.from(found),
    evidenceS: new Float64Array(found.length).fill(seconds),
  });

  // Off by 0.06 and −0.02 about a level that the map has: 0.04 each from the mean of 0.02.
  test('are brought together about the mean of all, which is the map’s', () => {
    const trims = cylinderTrims(
      [cells(0, [0.06, 0.061, 0.059, 0.06]), cells(1, [-0.02, -0.021, -0.019, -0.02])],
      BANKS,
      6,
    );
    expect(trims?.factors.map((factor) => Number(factor.toFixed(4)))).toEqual([
      1.0408, 1.0408, 1.0408, 0.9608, 0.9608, 0.9608,
    ]); // prettier-ignore
    expect(trims?.sides[1]).toMatchObject({ sensor: 1, cylinders: [4, 5, 6] });
    expect(trims?.standardError).toBeLessThan(0.001);
  });

  test('a sensor that sees fewer has a smaller part in the mean, and unseen cylinders stay', () => {
    const trims = cylinderTrims(
      [cells(0, [0.06, 0.06, 0.06, 0.06]), cells(1, [0, 0, 0, 0])],
      [[1, 2], [3]],
      4,
    );
    expect(trims?.factors.map(Math.log).map((ln) => Number(ln.toFixed(3)))).toEqual([0.02, 0.02, -0.04, 0]);
  });

  test('are nothing where they lie within a percent, within their scatter, in three cells, or with too little time', () => {
    const one = [0.02, 0.02, 0.02, 0.02];
    const none = [0, 0, 0, 0];
    expect(cylinderTrims([cells(0, [0.019, 0.019, 0.019, 0.019]), cells(1, none)], BANKS, 6)).toBeNull();
    expect(cylinderTrims([cells(0, [0.021, 0.021, 0.021, 0.021]), cells(1, none)], BANKS, 6)).not.toBeNull();
    expect(cylinderTrims([cells(0, [0.1, -0.06, 0.08, -0.02]), cells(1, none)], BANKS, 6)).toBeNull();
    expect(cylinderTrims([cells(0, [0.1, 0.1, 0.1]), cells(1, [0, 0, 0])], BANKS, 6)).toBeNull();
    expect(cylinderTrims([cells(0, [0.1, 0.1, 0.1, 0.1], 1.9), cells(1, none)], BANKS, 6)).toBeNull();
    expect(cylinderTrims([cells(0, one), cells(1, one)], BANKS, 6)).toBeNull();
  });

  test('are nobody’s where a sensor sees none alone, or there is one', () => {
    const far = [cells(0, [0.1, 0.1, 0.1, 0.1]), cells(1, [0, 0, 0, 0])];
    expect(cylinderTrims(far, [[], []], 6)).toBeNull();
    expect(cylinderTrims(far, [[1, 2, 3]], 6)).toBeNull();
    expect(cylinderTrims(far.slice(1), BANKS, 6)).toBeNull();
  });

  test('put in, they leave nothing apart, whatever was planted', () => {
    const next = chance(5);
    fc.assert(
      fc.property(fc.double({ min: -0.12, max: 0.12, noNaN: true }), (apart) => {
        fc.pre(Math.abs(apart) > 0.03);
        const noise = () => 0.004 * (next() - 0.5);
        const level = Array.from({ length: 12 }, () => 0.1 * (next() - 0.5));
        const [one, two] = [level.map((ln) => ln + noise()), level.map((ln) => ln + apart + noise())];
        const trims = cylinderTrims([cells(0, one), cells(1, two)], BANKS, 6);
        const [first, second] = [Math.log(trims?.factors[0] ?? 1), Math.log(trims?.factors[5] ?? 1)];
        expect(Math.abs(apart - (second - first))).toBeLessThan(0.003);
        expect(first + second).toBeCloseTo(0, 9);
      }),
      { numRuns: 30 },
    );
  });
});
