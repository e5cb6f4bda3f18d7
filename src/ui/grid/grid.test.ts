import fc from 'fast-check';
import { cellOrigin, gridGeometry, gridHit, windowShowing } from './geometry';
import {
  cellSelection,
  columnSelection,
  extendedTo,
  movedSelection,
  rangeSize,
  rowSelection,
  selectionRange,
  wholeSelection,
} from './selection';

const PHONE = { width: 340, maxRows: 7 };
const MAP = { columns: 16, rows: 12 };

describe('geometry', () => {
  const any = fc.record({
    width: fc.integer({ min: 120, max: 1400 }),
    columns: fc.integer({ min: 1, max: 32 }),
    rows: fc.integer({ min: 1, max: 32 }),
    column: fc.integer({ min: -5, max: 40 }),
    row: fc.integer({ min: -5, max: 40 }),
    dense: fc.boolean(),
  });

  test('the window lies within the map and the picture within the width, whatever is asked', () => {
    fc.assert(
      fc.property(any, ({ width, columns, rows, column, row, dense }) => {
        const geometry = gridGeometry({ width, maxRows: 7 }, { columns, rows }, { column, row }, dense);
        const { window } = geometry;
        expect(window.column).toBeGreaterThanOrEqual(0);
        expect(window.column + window.columns).toBeLessThanOrEqual(columns);
        expect(window.row).toBeGreaterThanOrEqual(0);
        expect(window.row + window.rows).toBeLessThanOrEqual(rows);
        expect(geometry.width).toBeLessThanOrEqual(Math.max(width, 102));
      }),
    );
  });

  test('the middle of each visible cell hits that cell', () => {
    fc.assert(
      fc.property(any, ({ width, columns, rows, column, row, dense }) => {
        const geometry = gridGeometry({ width, maxRows: 7 }, { columns, rows }, { column, row }, dense);
        for (let r = geometry.window.row; r < geometry.window.row + geometry.window.rows; r += 1) {
          for (let c = geometry.window.column; c < geometry.window.column + geometry.window.columns; c += 1) {
            const { x, y } = cellOrigin(geometry, c, r);
            const hit = gridHit(geometry, x + geometry.cellWidth / 2, y + geometry.cellHeight / 2);
            expect(hit).toEqual({ part: 'cell', column: c, row: r });
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  test('cells on a phone are as large as a fingertip', () => {
    const geometry = gridGeometry(PHONE, MAP, { column: 0, row: 0 }, false);
    expect(geometry.cellWidth).toBeGreaterThanOrEqual(44);
    expect(geometry.cellHeight).toBeGreaterThanOrEqual(44);
  });

  test('headers stand for their column and row, the corner for all', () => {
    const geometry = gridGeometry(PHONE, MAP, { column: 3, row: 2 }, false);
    expect(gridHit(geometry, geometry.headerWidth + 5, 5)).toEqual({ part: 'columnHeader', column: 3 });
    expect(gridHit(geometry, 5, geometry.headerHeight + 5)).toEqual({ part: 'rowHeader', row: 8 });
    expect(gridHit(geometry, 5, 5)).toEqual({ part: 'corner' });
  });

  test('the window moves only as far as a cell needs to be seen', () => {
    const window = { column: 4, row: 2, columns: 5, rows: 7 };
    expect(windowShowing(window, 6, 5)).toEqual({ column: 4, row: 2 });
    expect(windowShowing(window, 9, 1)).toEqual({ column: 5, row: 1 });
    expect(windowShowing(window, 0, 9)).toEqual({ column: 0, row: 3 });
  });
});

describe('selection', () => {
  test('extending goes from the anchor, backwards too', () => {
    const selection = extendedTo(cellSelection({ column: 5, row: 5 }), { column: 3, row: 7 });
    expect(selectionRange(selection)).toEqual({ fromColumn: 3, toColumn: 5, fromRow: 5, toRow: 7 });
    expect(rangeSize(selectionRange(selection))).toBe(9);
  });

  test('moving stops at the edges; extending keeps the anchor', () => {
    const corner = cellSelection({ column: 15, row: 0 });
    expect(movedSelection(corner, { columns: 1, rows: -1 }, MAP, false)).toEqual(corner);
    const extended = movedSelection(corner, { columns: -2, rows: 1 }, MAP, true);
    expect(extended).toEqual({ anchor: { column: 15, row: 0 }, corner: { column: 13, row: 1 } });
  });

  test('whole columns, rows and maps', () => {
    expect(rangeSize(selectionRange(columnSelection(4, MAP)))).toBe(12);
    expect(rangeSize(selectionRange(rowSelection(4, MAP)))).toBe(16);
    expect(rangeSize(selectionRange(wholeSelection(MAP)))).toBe(192);
  });
});
