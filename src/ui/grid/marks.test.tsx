import { MAP_DEFINITIONS } from '@/core/program';
import { createEvent, fireEvent, render, screen } from '@testing-library/react';
import fc from 'fast-check';

import { cellSelection, MapGrid } from '.';
import { cellAt, cellOrigin, gridGeometry } from './geometry';

const MAP = { x: [1000, 2000, 4000], y: [20, 60], values: [1, 2, 3, 4, 5, 6] };

function show(onProbe: ((at: { x: number; y: number }) => void) | null) {
  const onSelection = jest.fn();
  render(
    <MapGrid
      label="Map"
      definition={MAP_DEFINITIONS.ve}
      map={MAP}
      colours="magnitude"
      selection={cellSelection({ column: 0, row: 0 })}
      onSelection={onSelection}
      onProbe={onProbe}
      region={{ fromX: 1500, toX: Infinity, fromY: -Infinity, toY: 40 }}
      trail={[
        { x: 1000, y: 20 },
        { x: 3000, y: 60 },
      ]}
    />,
  );
  return onSelection;
}

/** Presses a pointer at a place of the grid's picture. */
function point(x: number, y: number): void {
  const grid = screen.getByRole('grid');
  const event = createEvent.pointerDown(grid);
  Object.defineProperties(event, { clientX: { value: x }, clientY: { value: y } });
  fireEvent(grid, event);
}

describe('a grid that is read', () => {
  test('a touch gives the point under it, in units of the axes, and selects nothing', () => {
    const read: { x: number; y: number }[] = [];
    const onSelection = show((at) => read.push(at));
    const geometry = gridGeometry(
      { width: 340, maxRows: 7 },
      { columns: 3, rows: 2 },
      { column: 0, row: 0 },
      false,
    );
    const { x, y } = cellOrigin(geometry, 1, 1);
    point(x + geometry.cellWidth, y + geometry.cellHeight / 2);
    expect(onSelection).not.toHaveBeenCalled();
    expect(read).toHaveLength(1);
    // Half-way between the middles of 2000 and 4000, in the upper row.
    expect(read[0]?.x).toBeCloseTo(3000, 6);
    expect(read[0]?.y).toBeCloseTo(60, 6);
  });

  test('its headers still select', () => {
    const onSelection = show(() => undefined);
    point(2, 2);
    expect(onSelection).toHaveBeenCalled();
  });
});

describe('the place under a point', () => {
  test('is the middle of a cell at its middle, and never outside the window', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 32 }),
        fc.integer({ min: 2, max: 32 }),
        fc.double({ min: -50, max: 1500, noNaN: true }),
        fc.double({ min: -50, max: 1500, noNaN: true }),
        (columns, rows, x, y) => {
          const geometry = gridGeometry(
            { width: 700, maxRows: 32 },
            { columns, rows },
            { column: 0, row: 0 },
            true,
          );
          const { window } = geometry;
          const at = cellAt(geometry, x, y);
          expect(at.column).toBeGreaterThanOrEqual(window.column);
          expect(at.column).toBeLessThanOrEqual(window.column + window.columns - 1);
          expect(at.row).toBeGreaterThanOrEqual(window.row);
          expect(at.row).toBeLessThanOrEqual(window.row + window.rows - 1);
          const cell = cellOrigin(geometry, 1, 1);
          const middle = cellAt(geometry, cell.x + geometry.cellWidth / 2, cell.y + geometry.cellHeight / 2);
          expect(middle.column).toBeCloseTo(Math.min(1, window.columns - 1), 9);
          expect(middle.row).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});
