import fc from 'fast-check';
import { cellOrigin, gridGeometry } from './geometry';
import { addPlace, type LiveWay, noWay } from './live';
import {
  foldsPath,
  LIVE_MARK,
  liveSpot,
  regionBox,
  ringPath,
  spotOf,
  trailPath,
  traceWay,
  usedBox,
} from './markShapes';

/** Three columns of 96 px, two rows of 44 px; the headers are left out of it. */
const GEOMETRY = gridGeometry(
  { width: 340, maxRows: 7 },
  { columns: 3, rows: 2 },
  { column: 0, row: 0 },
  false,
);
const AXES = { x: [1000, 2000, 4000], y: [20, 60] };

/** What is drawn of a way: "M" moves there, "L" draws a line to it. */
function lineOf(way: LiveWay): string {
  let path = '';
  traceWay(GEOMETRY, way, {
    moveTo: (x, y) => void (path += `M${x} ${y}`),
    lineTo: (x, y) => void (path += `L${x} ${y}`),
  });
  return path;
}

describe('marks over the cells', () => {
  test('a whole place is the middle of its cell: the first column of the lower row is at 48, 66', () => {
    expect(spotOf(GEOMETRY, { column: 0, row: 0 })).toEqual({ x: 48, y: 66 });
    expect(spotOf(GEOMETRY, { column: 1.5, row: 0.25 })).toEqual({ x: 192, y: 55 });
  });

  test('is where the cells are drawn, wherever the window stands', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 32 }),
        fc.integer({ min: 2, max: 32 }),
        fc.nat(31),
        fc.nat(31),
        fc.boolean(),
        (columns, rows, column, row, dense) => {
          const geometry = gridGeometry(
            { width: 500, maxRows: 9 },
            { columns, rows },
            { column: column % columns, row: row % rows },
            dense,
          );
          const at = { column: column % columns, row: row % rows };
          const { x, y } = spotOf(geometry, at);
          const cell = cellOrigin(geometry, at.column, at.row);
          expect(x + geometry.headerWidth - cell.x).toBeCloseTo(geometry.cellWidth / 2, 9);
          expect(y + geometry.headerHeight - cell.y).toBeCloseTo(geometry.cellHeight / 2, 9);
        },
      ),
    );
  });

  test('the way is a line through its places from the oldest, and its end is where the mark stands', () => {
    const way = noWay(AXES);
    expect(lineOf(way)).toBe('');
    expect(liveSpot(GEOMETRY, way)).toBeNull();
    addPlace(way, { x: 1000, y: 20 });
    addPlace(way, { x: 3000, y: 30 });
    expect(lineOf(way)).toBe('M48 66L192 55');
    expect(liveSpot(GEOMETRY, way)).toEqual({ x: 192, y: 55 });
  });

  test('a trail is a line, to a tenth of a pixel; a ring goes round its spot', () => {
    const trail = [
      { column: 0, row: 0 },
      { column: 1 / 3, row: 1 },
    ];
    expect(trailPath(GEOMETRY, trail)).toBe('M48 66L80 22');
    expect(trailPath(GEOMETRY, [{ column: 0.123, row: 0 }])).toBe('M59.8 66');
    expect(ringPath({ x: 48, y: 66 })).toBe('M34 66a14 14 0 1 0 28 0a14 14 0 1 0 -28 0');
    expect(LIVE_MARK.path.startsWith(ringPath({ x: 0, y: 0 }))).toBe(true);
    expect(LIVE_MARK.size).toBe(46);
  });

  test('a region reaches from edge to edge of its cells', () => {
    const region = { fromColumn: 1, toColumn: 3, fromRow: 0, toRow: 1 };
    expect(regionBox(GEOMETRY, region)).toEqual({ x: 96, y: 44, width: 192, height: 44 });
    expect(regionBox(GEOMETRY, { ...region, fromColumn: 1.5, fromRow: 0.5 })).toEqual({
      x: 144,
      y: 44,
      width: 144,
      height: 22,
    });
  });

  // By hand: the upper right corner of the first column's lower row is at 95, 45 within the line; a fold is 11 px.
  test('folds are at the upper right corner of the cells that are in sight', () => {
    expect(foldsPath(GEOMETRY, new Set([0]), 3)).toBe('M84 45h11v11z');
    expect(foldsPath(GEOMETRY, new Set([0, 4]), 3)).toBe('M84 45h11v11zM180 1h11v11z');
    const window = { width: 160, maxRows: 7 };
    const scrolled = gridGeometry(window, { columns: 3, rows: 2 }, { column: 1, row: 0 }, false);
    expect(foldsPath(scrolled, new Set([0, 3]), 3)).toBe('');
    expect(foldsPath(scrolled, new Set([1]), 3)).not.toBe('');
    expect(foldsPath(GEOMETRY, new Set(), 3)).toBe('');
  });

  // By hand: between 1000 and 2000 rev/min and 20 and 60 kPa are the first two columns and both rows: 192 × 88 px.
  test('the box is that of the four cells that are read between, at the ends of the map too', () => {
    const way = noWay(AXES);
    expect(usedBox(GEOMETRY, way)).toBeNull();
    addPlace(way, { x: 1500, y: 30 });
    expect(usedBox(GEOMETRY, way)).toEqual({ x: 0, y: 0, width: 192, height: 88 });
    addPlace(way, { x: 9000, y: 90 });
    expect(usedBox(GEOMETRY, way)).toEqual({ x: 96, y: 0, width: 192, height: 88 });
    const curve = noWay({ x: AXES.x, y: [] });
    const low = gridGeometry(
      { width: 340, maxRows: 7 },
      { columns: 3, rows: 1 },
      { column: 0, row: 0 },
      false,
    );
    addPlace(curve, { x: 1500, y: 0 });
    expect(usedBox(low, curve)).toEqual({ x: 0, y: 0, width: 192, height: 44 });
  });
});
