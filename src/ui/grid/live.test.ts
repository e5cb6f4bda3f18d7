import fc from 'fast-check';
import { addPlace, type LiveWay, noWay, wayAt } from './live';

const AXES = { x: [1000, 2000, 4000], y: [20, 60] };

/** The places of a way, the oldest first. */
const places = (way: LiveWay) =>
  Array.from({ length: way.length }, (_, k) => {
    const at = wayAt(way, k);
    return [at?.column, at?.row];
  });

describe('the way of the engine over a map', () => {
  test('is in cells: 3000 rev/min at 30 kPa is half-way from the second to the third, a quarter up', () => {
    const way = noWay(AXES);
    addPlace(way, { x: 3000, y: 30 });
    expect(places(way)).toEqual([[1.5, 0.25]]);
  });

  test('beyond the breakpoints it is held at the edge, as the map is', () => {
    const way = noWay(AXES);
    addPlace(way, { x: 90, y: 400 });
    expect(places(way)).toEqual([[0, 1]]);
  });

  test('keeps the last places in their order, and never more', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1000, max: 4000, noNaN: true }), { maxLength: 900 }),
        (speeds) => {
          const way = noWay(AXES);
          const room = way.columns.length;
          // From row to row, so that none is close to the one before the last.
          speeds.forEach((x, i) => addPlace(way, { x, y: [20, 30, 40, 50][i % 4] as number }));
          const kept = speeds.slice(-room);
          const last = places(way);
          expect(last).toHaveLength(kept.length);
          kept.forEach((x, k) => {
            const column = x <= 2000 ? (x - 1000) / 1000 : 1 + (x - 2000) / 2000;
            expect(last[k]?.[0]).toBeCloseTo(column, 9);
          });
          expect(way.columns.length).toBe(room);
        },
      ),
    );
  });

  test('ends where the place is not known, and begins anew', () => {
    const way = noWay(AXES);
    addPlace(way, { x: 1000, y: 20 });
    addPlace(way, { x: NaN, y: 20 });
    expect(places(way)).toEqual([]);
    addPlace(way, { x: 2000, y: 60 });
    expect(places(way)).toEqual([[1, 1]]);
  });

  test('an engine that stays where it is moves only the end of its way', () => {
    const way = noWay(AXES);
    for (let i = 0; i < 50; i += 1) addPlace(way, { x: 1000 + i, y: 20 });
    expect(places(way)).toEqual([
      [0, 0],
      [0.049, 0],
    ]);
    addPlace(way, { x: 1500, y: 20 });
    addPlace(way, { x: 2000, y: 20 });
    expect(places(way)).toEqual([
      [0, 0],
      [0.049, 0],
      [0.5, 0],
      [1, 0],
    ]);
  });

  test('has no place beyond its ends', () => {
    const way = noWay(AXES);
    expect(wayAt(way, -1)).toBeNull();
    expect(wayAt(way, 0)).toBeNull();
    addPlace(way, { x: 1000, y: 20 });
    expect(wayAt(way, 0)).toEqual({ column: 0, row: 0 });
    expect(wayAt(way, 1)).toBeNull();
  });

  test('a curve has no rows to stand between', () => {
    const way = noWay({ x: [-20, 20], y: [] });
    addPlace(way, { x: 0, y: 0 });
    expect(places(way)).toEqual([[0.5, 0]]);
  });
});
