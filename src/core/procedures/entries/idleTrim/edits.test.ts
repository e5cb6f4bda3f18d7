import { asked, gave } from '@tests/support/answers';
import { demo, programOf } from '@tests/support/ventisca';
import type { Calibration } from '../../../calibration';
import type { ChannelId } from '../../../channel';
import { IDLE_AS_IT_IS } from '../../../control';
import type { MapData } from '../../../map';
import { gridOf } from '../../../numeric';
import type { Answer, SearchPoint } from '../../procedure';
import { editsOf } from './edits';
import type { Base } from './found';

const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;
const flat = (x: number[], y: number[], value: number): MapData => ({
  x,
  y,
  values: new Array<number>(x.length * Math.max(1, y.length)).fill(value),
  sources: [SOURCE],
  cellSources: new Array<number>(x.length * Math.max(1, y.length)).fill(0),
});
const X = [500, 900, 1300, 1700, 2100, 2500];
const KPA = [20, 30, 40, 50, 60, 70];
const OPEN = [0, 2, 4, 8, 16, 32];
/** Every cell of a map alike, so that a change is seen in each. */
const document = demo('ventisca', ({ maps }) => {
  maps.ve = flat(X, KPA, 50);
  maps.lambda = flat(X, KPA, 0.96);
  maps.spark = flat(X, KPA, 12);
  maps.idleAir = flat([-20, 0, 20, 40, 60, 80], [], 12);
});
const BASE: Base = {
  target: 0.96,
  mapDeg: 12,
  fuelShare: 1,
  sparkDeg: 12,
  airPercent: 12,
  shakesRpm: 8,
  outputsOn: 2,
};
const KEPT = { base: BASE, wish: { lambda: 0.96, kpa: 40, heldBack: false }, sparkDeg: 12 };

/** Where it idles in the end, and with how much fuel. */
function point(means: Partial<Record<ChannelId, number>> = {}, fuelShare = 1): SearchPoint {
  const usual = {
    speed: 1000,
    manifoldPressure: 38,
    loadThrottle: 3,
    coolant: 70,
    idleOpening: 12,
    idleLoadAir: 0,
  };
  const lambdas = { lambdaOne: 0.96, lambdaTwo: 0.96, lambdaTarget: 0.96 };
  const { channels } = gave({ ...usual, ...lambdas, ...means }) as Extract<Answer, { kind: 'captured' }>;
  return { ask: { ...IDLE_AS_IT_IS, fuelShare }, channels, ended: false };
}

/** What changes: by map, the cells as columns and rows with their new values. */
function changed(
  trimmed: Partial<typeof KEPT> = {},
  again = point(),
  of: { document?: Calibration; program?: ReturnType<typeof programOf> } = {},
) {
  const at = { ...asked({ again: { kind: 'searched', points: [again] } }, document), ...of };
  return Object.fromEntries(
    editsOf(at, again, { ...KEPT, ...trimmed }).flatMap((edit) => {
      if (edit.kind !== 'cells') return [];
      const cells = edit.changes.map(({ index, value }) => [index % 6, Math.floor(index / 6), value]);
      return [[edit.mapId, cells]];
    }),
  );
}
/** The four in use by all of a change, those about them by half of it: column and row of the first, and both values. */
const about = (column: number, row: number, all: number, half: number) => {
  const cells: number[][] = [];
  for (let r = row - 1; r <= row + 2; r += 1) {
    for (let c = column - 1; c <= column + 2; c += 1) {
      if (c < 0 || r < 0 || c > 5 || r > 5) continue;
      const inner = c >= column && c <= column + 1 && r >= row && r <= row + 1;
      cells.push([c, r, inner ? all : half]);
    }
  }
  return cells;
};

test('nothing that stays as it is is touched', () => {
  expect(changed()).toEqual({});
});

// 1,000 rev/min lies between 900 and 1,300, 38 kPa between 30 and 40.
test('filling: 4 % more in the cells in use, 2 % in those beside them', () => {
  expect(changed({}, point({}, 1.04))).toEqual({ ve: about(1, 1, 52, 51) });
  expect(changed({}, point({}, 0.96))).toEqual({ ve: about(1, 1, 48, 49) });
  expect(changed({}, point({}, 1.004))).toEqual({});
  expect(Object.keys(changed({}, point({}, 1.0051)))).toEqual(['ve']);
});

test('filling as it was found at first, where it was not looked at again', () => {
  const again = point();
  const at = asked({}, document);
  const edits = editsOf(at, again, { ...KEPT, base: { ...BASE, fuelShare: 1.1 } });
  expect(edits.map((edit) => (edit.kind === 'cells' ? edit.changes[0]?.value : null))).toEqual([52.5]);
});

test('target and spark, each once it moves by what counts', () => {
  expect(changed({ wish: { ...KEPT.wish, lambda: 0.9 } })).toEqual({ lambda: about(1, 1, 0.9, 0.93) });
  expect(changed({ wish: { ...KEPT.wish, lambda: 0.956 } })).toEqual({});
  expect(changed({ sparkDeg: 16 })).toEqual({ spark: about(1, 1, 16, 14) });
  expect(changed({ sparkDeg: 8 })).toEqual({ spark: about(1, 1, 8, 10) });
  expect(changed({ sparkDeg: 12.9 })).toEqual({});
  expect(changed({ sparkDeg: 13 })).toEqual({ spark: about(1, 1, 13, 12.5) });
});

test('air: the curve moves by what the valve stands beside it, without what loads take', () => {
  // 20 − 3 − 12 = 5, between 60 and 80 °C.
  const airs = [
    [3, 0, 14.5],
    [4, 0, 17],
    [5, 0, 17],
  ];
  const again = point({ idleOpening: 20, idleLoadAir: 3 });
  const decimals = changed({}, again)['idleAir'] ?? [];
  expect(decimals.slice(1)).toEqual(airs.slice(1));
  expect(Math.abs((decimals[0]?.[2] ?? 0) - 14.5)).toBeLessThanOrEqual(0.5);
  expect(changed({}, point({ idleOpening: 12.9 }))).toEqual({});
  expect(changed({}, point({ idleOpening: NaN }))).toEqual({});
  expect(changed({ base: { ...BASE, airPercent: null } }, again)).toEqual({});
  const program = programOf(document);
  const without = { ...program, idle: { ...program.idle, air: null } };
  expect(changed({}, again, { program: without })).toEqual({});
});

test('where load is throttle, its cells are those of the throttle; a map that is not there is left out', () => {
  const byThrottle = demo('ventisca', ({ maps }) => {
    maps.ve = null;
    maps.veThrottle = flat(X, OPEN, 50);
    maps.lambda = flat(X, OPEN, 0.96);
    maps.spark = null;
  });
  const program = programOf(document);
  const throttled = {
    ...program,
    load: {
      ...program.load,
      strategy: 'throttle',
      axis: 'throttle',
      target: 'lambda',
      spark: 'spark',
    } as const,
    tables: {
      ...program.tables,
      veThrottle: gridOf({ x: X, y: OPEN, values: new Array<number>(36).fill(50) }),
    },
  };
  const moved = { wish: { ...KEPT.wish, lambda: 0.9 }, sparkDeg: 16 };
  // 3 % lies between 2 and 4.
  const found = changed(moved, point({}, 1.04), { document: byThrottle, program: throttled });
  expect(found).toEqual({ veThrottle: about(1, 1, 52, 51), lambda: about(1, 1, 0.9, 0.93) });
  const higher = changed(moved, point({ loadThrottle: 6 }, 1.04), {
    document: byThrottle,
    program: throttled,
  });
  expect(higher['veThrottle']).toEqual(about(1, 2, 52, 51));
  expect(higher['lambda']).toEqual(about(1, 2, 0.9, 0.93));
});

test('without a filling map no filling is touched', () => {
  const program = programOf(document);
  const { ve: _, ...tables } = program.tables;
  const none = { ...program, tables: tables as typeof program.tables };
  expect(changed({}, point({}, 1.04), { program: none })).toEqual({});
});
