import { gridOf, lookUpMap } from '../numeric';
import { MAP_DEFINITIONS } from '../program';
import { mapDifference } from './compare';
import { bump, weightedAxis } from './livedAxis';
import type { MapData } from './mapSchema';
import { USUAL_UNITS } from '../units';
import { shownAs, shownMap } from './shown';
import fc from 'fast-check';
import { demo, TEST_DAY } from '@tests/support/ventisca';

const lambda = demo().maps.lambda as MapData;

describe('units that maps are shown in', () => {
  test('as usual nothing is converted, not even copied', () => {
    const as = shownAs(MAP_DEFINITIONS.lambda, USUAL_UNITS, 14.3);
    expect(as.plain).toBe(true);
    expect(shownMap(lambda, as)).toBe(lambda);
  });

  test('lambda 0.88 is 12.58 : 1 with a fuel of 14.3, limits and step follow, and typing 12.584 stores 0.88', () => {
    const as = shownAs(MAP_DEFINITIONS.lambda, { ...USUAL_UNITS, mixture: 'afr' }, 14.3);
    expect(as.value.shown(0.88)).toBeCloseTo(12.584, 9);
    expect(as.value.stored(12.584)).toBeCloseTo(0.88, 12);
    expect(as.definition).toMatchObject({ unit: 'air : fuel', decimals: 2, max: 1.4 * 14.3 });
    expect(shownMap(lambda, as).values[0]).toBeCloseTo((lambda.values[0] as number) * 14.3, 12);
  });

  test('a map that holds no lambda keeps its values; its pressure axis goes to psi and back', () => {
    const as = shownAs(MAP_DEFINITIONS.ve, { ...USUAL_UNITS, mixture: 'afr', pressure: 'psiAbs' }, 14.3);
    expect(as.definition.unit).toBe('%');
    expect(as.y.shown(100)).toBeCloseTo(14.5038, 4);
    fc.assert(
      fc.property(fc.double({ min: 5, max: 450, noNaN: true }), (kpa) => {
        expect(as.y.stored(as.y.shown(kpa))).toBeCloseTo(kpa, 9);
      }),
    );
    expect(as.definition.y?.unit).toBe('psi abs');
  });
});

describe('a map against another', () => {
  test('the same is no difference; one cell is one cell, with its sign', () => {
    expect(mapDifference(lambda, structuredClone(lambda))).toMatchObject({
      cells: 0,
      largest: 0,
      otherAxes: false,
    });
    const other = structuredClone(lambda);
    other.values[7] = (other.values[7] as number) + 0.05;
    const found = mapDifference(lambda, other);
    expect(found).toMatchObject({ cells: 1, otherAxes: false });
    expect(found.largest).toBeCloseTo(-0.05, 12);
  });

  test('on other breakpoints the other is read between its cells: a re-laid map differs nowhere it was kept', () => {
    const { x, y } = lambda;
    const between = [...x, ((x[3] as number) + (x[4] as number)) / 2].sort((a, b) => a - b);
    const grid = gridOf(lambda);
    const finer: MapData = {
      ...lambda,
      x: between,
      values: y.flatMap((load) => between.map((speed) => lookUpMap(grid, speed, load))),
      sources: [{ kind: 'computed', date: TEST_DAY }],
      cellSources: between.flatMap(() => y.map(() => 0)),
    };
    expect(mapDifference(lambda, finer)).toMatchObject({ cells: 0, otherAxes: true });
    expect(mapDifference(finer, lambda).cells).toBe(0);
  });
});

describe('breakpoints by weight', () => {
  const weights = fc.record({
    centre: fc.integer({ min: 0, max: 8000 }),
    height: fc.integer({ min: 0, max: 20 }),
  });
  test('keep both ends, increase, and never number more than asked, for any bump', () => {
    fc.assert(
      fc.property(weights, fc.integer({ min: 2, max: 32 }), ({ centre, height }, count) => {
        const axis = weightedAxis(0, 8000, count, (rpm) => 1 + bump(rpm, centre, 600, height), 0);
        expect(axis[0]).toBe(0);
        expect(axis.at(-1)).toBe(8000);
        expect(axis.length).toBeLessThanOrEqual(count);
        axis.forEach((value, i) => expect(value).toBeGreaterThan(axis[i - 1] ?? -1));
      }),
    );
  });

  test('an even weight spreads evenly', () => {
    expect(weightedAxis(0, 100, 5, () => 1, 0)).toEqual([0, 25, 50, 75, 100]);
  });
});
