import { MAP_DEFINITIONS } from '@/core/program';
import fc from 'fast-check';

import { along, axesText, cellLabel, placeName, placeOf, regionPlaces } from './places';

const MAP = { x: [1000, 2000, 4000], y: [20, 60], values: [1, 2, 3, 4, 5, 6] };

describe('places of a grid', () => {
  test('a point and its place in cells are inverses within the axes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1000, max: 4000, noNaN: true }),
        fc.double({ min: 20, max: 60, noNaN: true }),
        (x, y) => {
          const { column, row } = placeOf(MAP, { x, y });
          expect(along(MAP.x, column)).toBeCloseTo(x, 6);
          expect(along(MAP.y, row)).toBeCloseTo(y, 6);
        },
      ),
    );
  });

  test('a point beyond the axes stands at their edge', () => {
    expect(placeOf(MAP, { x: 9000, y: -5 })).toEqual({ column: 2, row: 0 });
    expect(along(MAP.x, 99)).toBe(4000);
  });
});

describe('a region in cells', () => {
  test('has its edges between the middles of cells, and reaches to the end beyond the axes', () => {
    expect(regionPlaces(MAP, { fromX: 1500, toX: Infinity, fromY: -Infinity, toY: 40 })).toEqual({
      fromColumn: 1,
      toColumn: 3,
      fromRow: 0,
      toRow: 1,
    });
  });

  test('is nothing where it meets no cell', () => {
    expect(regionPlaces(MAP, { fromX: 5000, toX: Infinity, fromY: -Infinity, toY: 40 })).toBeNull();
    expect(regionPlaces(MAP, { fromX: 1500, toX: Infinity, fromY: -Infinity, toY: 10 })).toBeNull();
  });
});

describe('cells in words', () => {
  test('say place, value and unit; an axis without a unit says what it counts', () => {
    expect(cellLabel(MAP_DEFINITIONS.ve, MAP, { column: 1, row: 1 })).toBe('2000 rev/min, 60 kPa abs: 5.0 %');
    const trims = { x: [1, 2, 3], y: [], values: [0, 1.5, 0] };
    expect(placeName(MAP_DEFINITIONS.fuelCylinder, trims, { column: 1, row: 0 })).toBe('Cylinder 2');
    expect(cellLabel(MAP_DEFINITIONS.fuelCylinder, trims, { column: 1, row: 0 })).toBe('Cylinder 2: 1.5 %');
  });

  test('the axes are named with their units where they have one', () => {
    expect(axesText(MAP_DEFINITIONS.ve)).toBe(
      'Across: engine speed, rev/min. Up: manifold pressure, kPa abs.',
    );
    expect(axesText(MAP_DEFINITIONS.fuelCylinder)).toBe('Across: cylinder.');
  });
});
