import { gridOf, lookUpMap } from '../numeric';
import { axisProblem, evenAxis, extendedAxis, withBreakpoint } from './axes';
import { pastedInto, rangeToTsv } from './clipboard';
import type { CellChange } from './editMap';
import { filledFromCorners, filledFromEdges, smoothed } from './fill';
import { AXES, type MapDefinition } from './mapDefinition';
import type { MapData } from './mapSchema';
import { type BeyondRule, relaidMap, surfaceChange } from './relay';
import fc from 'fast-check';

const OLD = { kind: 'measured', date: '2026-11-01' } as const;
const NEW = { kind: 'computed', date: '2026-11-23' } as const;
const LIMITS = { min: -1e6, max: 1e6 };
const definition: MapDefinition = {
  id: 've',
  label: 'VE',
  unit: '%',
  min: 0,
  max: 150,
  decimals: 1,
  step: 0.5,
  x: AXES.speed,
  y: AXES.manifoldPressure,
  help: { what: '', usual: '', changes: '' },
};

function map(x: number[], y: number[], values: number[]): MapData {
  return { x, y, values, sources: [OLD], cellSources: values.map(() => 0) };
}
/** Three speeds, three pressures; rows from the lowest pressure. */
const SMALL = map([1000, 2000, 4000], [40, 60, 100], [50, 60, 70, 55, 70, 80, 65, 80, 95]);
const ALL = { fromColumn: 0, toColumn: 2, fromRow: 0, toRow: 2 };
const applied = (to: MapData, changes: readonly CellChange[]) => {
  const values = to.values.slice();
  for (const { index, value } of changes) values[index] = value;
  return values;
};

describe('filling', () => {
  // By hand: the middle cell lies at u = 1000/3000, v = 20/60: (2/3·2/3·50 + 1/3·2/3·70 + 2/3·1/3·65 + 1/9·95) = 62.78.
  test('from the corners is bilinear over the breakpoints, not over the places', () => {
    const values = applied(SMALL, filledFromCorners(SMALL, ALL));
    expect(values[4]).toBeCloseTo(62.778, 3);
    // Along the lowest row: 50 + (70 − 50)/3.
    expect(values[1]).toBeCloseTo(56.667, 3);
    expect([0, 2, 6, 8].map((i) => values[i])).toEqual([50, 70, 65, 95]);
  });

  test('in one row it is a straight line between its ends', () => {
    const changes = filledFromCorners(SMALL, { ...ALL, toRow: 0 });
    expect(changes).toEqual([{ index: 1, value: expect.closeTo(56.667, 3) }]);
  });

  // Coons: alongX (row 1) 55 + 25/3 = 63.33; alongY (column 1) 60 + 20/3 = 66.67; corners 62.78; sum 67.22.
  test('from the edges keeps the border and runs smoothly inside', () => {
    expect(filledFromEdges(SMALL, ALL)).toEqual([{ index: 4, value: expect.closeTo(67.222, 3) }]);
  });

  test('what is a plane already stays one', () => {
    const plane = map([0, 10, 50], [0, 5, 30], [0, 10, 50, 5, 15, 55, 30, 40, 80]);
    for (const changes of [
      filledFromCorners(plane, ALL),
      filledFromEdges(plane, ALL),
      smoothed(plane, ALL),
    ]) {
      changes.forEach(({ index, value }) => expect(value).toBeCloseTo(plane.values[index] ?? NaN, 9));
    }
  });
});

describe('smoothing', () => {
  // The middle: left–right 55 + 25/3 = 63.33, below–above 60 + 20/3 = 66.67; mean 65; half-way from 70: 67.5.
  test('moves the inside half-way to its neighbours and holds the border', () => {
    expect(smoothed(SMALL, ALL)).toEqual([{ index: 4, value: expect.closeTo(67.5, 9) }]);
  });

  test('again and again it comes to rest, never beyond its neighbours', () => {
    let spiky = map([0, 1, 2, 3, 4], [], [10, 90, 20, 80, 10]);
    for (let i = 0; i < 200; i += 1) {
      spiky = { ...spiky, values: applied(spiky, smoothed(spiky, { ...ALL, toColumn: 4, toRow: 0 })) };
    }
    spiky.values.forEach((value) => expect(value).toBeCloseTo(10, 6));
  });
});

describe('to and from a spreadsheet', () => {
  test('copied with breakpoints, the highest pressure is on top', () => {
    expect(rangeToTsv(SMALL, ALL, true)).toBe(
      '\t1000\t2000\t4000\n100\t65\t80\t95\n60\t55\t70\t80\n40\t50\t60\t70\n',
    );
    expect(rangeToTsv(SMALL, { ...ALL, toColumn: 0 }, false)).toBe('65\n55\n50\n');
  });

  test.each([true, false])('pasted back (with breakpoints: %s) nothing changes', (withAxes) => {
    expect(pastedInto(SMALL, definition, ALL, rangeToTsv(SMALL, ALL, withAxes))).toMatchObject({
      ok: true,
      changes: [],
    });
  });

  test('a block with decimal commas goes in from the top left of the selection', () => {
    const at = { fromColumn: 1, toColumn: 1, fromRow: 1, toRow: 1 };
    expect(pastedInto(SMALL, definition, at, '71,5\t81,5\r\n61,5\t70\r\n')).toEqual({
      ok: true,
      range: { fromColumn: 1, toColumn: 2, fromRow: 0, toRow: 1 },
      changes: [
        { index: 4, value: 71.5 },
        { index: 5, value: 81.5 },
        { index: 1, value: 61.5 },
      ],
    });
  });

  test.each([
    ['nothing', '  \n', /nothing to paste/],
    ['ragged rows', '1\t2\n3', /Row 2 of what was pasted has 1 cells, the first 2/],
    [
      'a block too wide',
      '1\t2\t3\t4',
      /4 × 1 cells does not fit: from the chosen cell there is room for 3 × 3/,
    ],
    ['a block too tall', '1\n2\n3\n4', /1 × 4 cells does not fit/],
    ['text in a cell', '60\t70\n55\trich', /^2000 rev\/min, 60 kPa abs: “rich” is not a number/],
    ['an empty cell', '60\t\n55\t60', /2000 rev\/min, 100 kPa abs: Nothing is entered/],
    ['a value out of limits', '60\t900', /2000 rev\/min, 100 kPa abs: 900 is outside 0 to 150/],
    ['a number read two ways', '1,234', /can be read two ways/],
    [
      'the breakpoints of another map',
      '\t1000\t2500\n100\t60\t70',
      /breakpoint 2500 where this map has 2000/,
    ],
    ['junk', '\u0000\u0001', /is not a number/],
  ])('%s is refused with the place', (_, text, message) => {
    const result = pastedInto(SMALL, definition, ALL, text);
    expect(result.ok ? '' : result.message).toMatch(message);
  });
});

describe('axes', () => {
  test('a breakpoint is put in its place, once', () => {
    expect(withBreakpoint([1000, 2000], 1500)).toEqual([1000, 1500, 2000]);
    expect(withBreakpoint([1000, 2000], 2000)).toEqual([1000, 2000]);
  });

  test('even, and carried on by their last step', () => {
    expect(evenAxis(20, 170, 4, 0)).toEqual([20, 70, 120, 170]);
    expect(extendedAxis([120, 140, 160], 250)).toEqual([120, 140, 160, 180, 200, 220, 250]);
    expect(extendedAxis([40, 60, 80], 10)).toEqual([10, 40, 60, 80]);
    expect(extendedAxis([40, 60], 50)).toEqual([40, 60]);
    // Steps like the last would be ten million breakpoints: as dense as the axis is, evenly, and never 32 unasked.
    for (const step of [1e-5, 1e-9]) {
      const carried = extendedAxis([20, 100, 100 + step], 300);
      expect(carried).toHaveLength(8);
      expect(carried.at(-1)).toBe(300);
      expect((carried[4] as number) - (carried[3] as number)).toBeCloseTo(200 / 5, 4);
      expect(extendedAxis([100, 100 + step, 200], 20)).toHaveLength(5);
      expect(extendedAxis([100, 100 + step], -1e6)).toHaveLength(20);
      expect(extendedAxis([20, 100, 100 + step], 300, 32)).toHaveLength(32);
    }
    expect(extendedAxis([120, 140, 160], 250, 5)).toEqual([120, 140, 160, 205, 250]);
    const full = Array.from({ length: 32 }, (_, i) => i * 10);
    expect(extendedAxis(full, 400)).toEqual([...full, 400]);
  });

  test.each([
    ['one breakpoint', [1000], /two breakpoints/],
    ['thirty-three', Array.from({ length: 33 }, (_, i) => i), /holds 32/],
    ['thirty-two', Array.from({ length: 32 }, (_, i) => i), null],
    ['one outside', [1000, 20001], /20001 is outside 0 to 20000 rev\/min/],
    ['one that does not increase', [1000, 1000], /1000 does not increase/],
  ])('%s', (_, axis, message) => {
    const problem = axisProblem(axis, AXES.speed);
    if (message === null) expect(problem).toBeNull();
    else expect(problem).toMatch(message);
  });
});

/** Random maps: strictly increasing axes of 2…6 breakpoints, any values. */
const axis = (min: number, span: number) =>
  fc
    .uniqueArray(fc.integer({ min, max: min + span }), { minLength: 2, maxLength: 6 })
    .map((list) => list.sort((a, b) => a - b));
const maps = fc.tuple(axis(500, 7000), axis(20, 150)).chain(([x, y]) =>
  fc
    .array(fc.double({ min: 20, max: 120, noNaN: true }), {
      minLength: x.length * y.length,
      maxLength: x.length * y.length,
    })
    .map((values) => map(x, y, values)),
);
const HOLD: BeyondRule = { kind: 'hold' };
const relaid = (from: MapData, axes: { x?: number[]; y?: number[] }, rule: BeyondRule = HOLD) =>
  relaidMap(from, axes, rule, NEW, LIMITS);

/** The largest difference of two surfaces, by looking finely. */
function sweep(a: MapData, b: MapData): number {
  const [first, second] = [gridOf(a), gridOf(b)];
  let most = 0;
  const steps = 60;
  for (let i = 0; i <= steps; i += 1) {
    for (let k = 0; k <= steps; k += 1) {
      const x = (a.x[0] as number) + (((a.x[a.x.length - 1] as number) - (a.x[0] as number)) * i) / steps;
      const y = (a.y[0] as number) + (((a.y[a.y.length - 1] as number) - (a.y[0] as number)) * k) / steps;
      most = Math.max(most, Math.abs(lookUpMap(first, x, y) - lookUpMap(second, x, y)));
    }
  }
  return most;
}

describe('re-laying', () => {
  test('a breakpoint put in anywhere changes the surface by less than 1e-9', () => {
    fc.assert(
      fc.property(
        maps,
        fc.integer({ min: 500, max: 7500 }),
        fc.integer({ min: 20, max: 170 }),
        (from, x, y) => {
          const inX = Math.min(Math.max(x, from.x[0] as number), from.x[from.x.length - 1] as number);
          const inY = Math.min(Math.max(y, from.y[0] as number), from.y[from.y.length - 1] as number);
          const next = relaid(from, { x: withBreakpoint(from.x, inX), y: withBreakpoint(from.y, inY) });
          expect(Math.abs(surfaceChange(from, next).change)).toBeLessThan(1e-9);
          expect(sweep(from, next)).toBeLessThan(1e-9);
        },
      ),
    );
  });

  test('taking one out reports the change that a fine look finds', () => {
    fc.assert(
      fc.property(
        maps.filter(({ x }) => x.length > 2),
        (from) => {
          const next = relaid(from, { x: from.x.filter((_, i) => i !== 1) });
          const reported = surfaceChange(from, next);
          const seen = sweep(from, next);
          expect(Math.abs(reported.change)).toBeGreaterThanOrEqual(seen - 1e-9);
          const [was, is] = [gridOf(from), gridOf(next)];
          expect(lookUpMap(is, reported.x, reported.y) - lookUpMap(was, reported.x, reported.y)).toBeCloseTo(
            reported.change,
            9,
          );
        },
      ),
    );
  });

  test.each<[string, BeyondRule]>([
    ['hold', HOLD],
    ['slope', { kind: 'slope' }],
    ['percent', { kind: 'percent', percent: 3 }],
    ['physics', { kind: 'physics', valueAt: (x, y) => x / 1000 + y }],
  ])('extended by %s the old range is untouched, to the last bit', (_, rule) => {
    fc.assert(
      fc.property(maps, (from) => {
        const next = relaid(from, { x: extendedAxis(from.x, 9000), y: extendedAxis(from.y, 250) }, rule);
        from.y.forEach((y, row) =>
          from.x.forEach((x, column) => {
            const at = next.y.indexOf(y) * next.x.length + next.x.indexOf(x);
            expect(next.values[at]).toBe(from.values[row * from.x.length + column]);
          }),
        );
        expect(Math.abs(surfaceChange(from, next).change)).toBeLessThan(1e-9);
      }),
    );
  });

  // Along 100 kPa: 80 at 2000, 95 at 4000, so 0.0075 a rev/min: at 6000 110. Two new breakpoints of 2 %: 95·1.02² = 98.838.
  test('the rules beyond the old edge, by hand', () => {
    const top = (rule: BeyondRule) =>
      relaid(SMALL, { x: [1000, 2000, 4000, 5000, 6000] }, rule).values.slice(13);
    expect(top(HOLD)).toEqual([95, 95]);
    expect(top({ kind: 'slope' })).toEqual([102.5, 110]);
    expect(top({ kind: 'percent', percent: 2 })[1]).toBeCloseTo(98.838, 9);
    expect(top({ kind: 'physics', valueAt: (x) => -x / 1000 })).toEqual([94, 93]);
  });

  test('values stay inside the map’s limits; kept cells keep their source', () => {
    const steep = relaidMap(SMALL, { x: [1000, 2000, 4000, 20000] }, { kind: 'slope' }, NEW, {
      min: 0,
      max: 150,
    });
    expect(Math.max(...steep.values)).toBe(150);
    expect(steep.sources).toEqual([OLD, NEW]);
    expect(steep.cellSources).toEqual([0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1]);
  });

  test('a curve is re-laid along its one axis', () => {
    const curve = map([-20, 0, 40], [], [5, 3, 1]);
    const next = relaid(curve, { x: [-20, -10, 0, 40, 80] });
    expect(next.values).toEqual([5, 4, 3, 1, 1]);
    expect(surfaceChange(curve, next).change).toBe(0);
    expect(surfaceChange(curve, relaid(curve, { x: [-20, 40] }))).toEqual({
      change: expect.closeTo(3.667 - 3, 2),
      x: 0,
      y: 0,
    });
  });
});
