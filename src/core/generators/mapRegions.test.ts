import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import { MAP_DEFINITIONS, MAP_IDS } from '../program';
import { cellsOfRegion, mapRegions } from './mapRegions';

const VENTISCA = demo();
const region = (mapId: 've' | 'veThrottle', id: string, document = VENTISCA) =>
  mapRegions(document, MAP_DEFINITIONS[mapId]).find((each) => each.id === id);

describe('the regions of a map', () => {
  // Ventisca: idles at 1000, 80.5 kPa around it, 165 at the most, 7400 rev/min.
  test('lie where the engine idles, cruises, pulls and is charged', () => {
    expect(region('ve', 'idle')).toMatchObject({ fromX: 0, toX: 1350, fromY: 0, toY: 44 });
    expect(region('ve', 'cruise')).toMatchObject({ fromX: 1350, toX: 4440, fromY: 0, toY: 56 });
    expect(region('ve', 'fullLoad')).toMatchObject({ fromX: 1350, toX: 7400, fromY: 71, toY: 82 });
    expect(region('ve', 'boost')).toMatchObject({ fromX: 1350, toX: 7400, fromY: 82, toY: 165 });
    expect(region('veThrottle', 'fullLoad')).toMatchObject({ fromY: 75, toY: 100 });
  });

  test('are none on a curve or over other channels, and no boost where none is seen', () => {
    expect(mapRegions(VENTISCA, MAP_DEFINITIONS.cranking)).toEqual([]);
    expect(region('veThrottle', 'boost')).toBeUndefined();
    const plain = demo();
    Object.assign(plain.engine.maxManifoldPressure ?? {}, { amount: 80, unit: 'kPaAbs' });
    expect(region('ve', 'boost', plain)).toBeUndefined();
    const over = MAP_IDS.filter((mapId) => mapRegions(VENTISCA, MAP_DEFINITIONS[mapId]).length > 0);
    expect(over).toEqual(expect.arrayContaining(['ve', 'lambda', 'spark', 'veThrottle']));
  });

  const axis = fc
    .uniqueArray(fc.integer({ min: 0, max: 200 }), { minLength: 2, maxLength: 12 })
    .map((list) => list.sort((a, b) => a - b));

  test('their cells are those within the borders, or the nearest where a border meets none', () => {
    expect(
      cellsOfRegion({ x: [500, 1000, 2000], y: [20, 40, 60] }, { fromX: 0, toX: 1350, fromY: 0, toY: 44 }),
    ).toEqual({
      fromColumn: 0,
      toColumn: 1,
      fromRow: 0,
      toRow: 1,
    });
    expect(
      cellsOfRegion({ x: [500, 4000], y: [20, 90] }, { fromX: 600, toX: 1000, fromY: 70, toY: 80 }),
    ).toEqual({
      fromColumn: 0,
      toColumn: 0,
      fromRow: 1,
      toRow: 1,
    });
    fc.assert(
      fc.property(axis, axis, fc.nat(200), fc.nat(200), (x, y, a, b) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const { fromColumn, toColumn, fromRow, toRow } = cellsOfRegion(
          { x, y },
          { fromX: from, toX: to, fromY: from, toY: to },
        );
        const inside = x.filter((value) => value >= from && value <= to);
        if (inside.length > 0) expect(x.slice(fromColumn, toColumn + 1)).toEqual(inside);
        else expect(toColumn).toBe(fromColumn);
        expect(toRow).toBeGreaterThanOrEqual(fromRow);
        expect(y[toRow]).toBeDefined();
      }),
    );
  });
});
