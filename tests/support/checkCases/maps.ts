import type { Calibration } from '@/core/calibration';
import type { MapId } from '@/core/program';
import { amount, type CheckCase, choose, source } from './parts';

/** Puts a value into the cell at a speed (or temperature) and a row counted from the lowest. */
function cell(
  document: Calibration,
  id: MapId,
  x: number,
  row: number,
  value: (before: number) => number,
): void {
  const map = document.maps[id];
  if (map === null) throw new TypeError(`There is no map ${id}`);
  const column = map.x.indexOf(x);
  if (column < 0) throw new RangeError(`${id} has no breakpoint ${x}`);
  const at = row * map.x.length + column;
  map.values[at] = value(map.values[at] as number);
}

/** Changes every cell of a map. */
function all(
  document: Calibration,
  id: MapId,
  value: (before: number, x: number, y: number) => number,
): void {
  const map = document.maps[id];
  if (map === null) throw new TypeError(`There is no map ${id}`);
  map.values = map.values.map((before, i) =>
    value(before, map.x[i % map.x.length] as number, map.y[Math.floor(i / map.x.length)] ?? 0),
  );
}

/** A row of a map, counted from the highest. */
const fromTop = (document: Calibration, id: MapId, row: number) =>
  (document.maps[id]?.y.length ?? 0) - 1 - row;

/** Cases of what is looked for in maps: first what finds it, then what just does not. */
export const MAP_CASES: readonly CheckCase[] = [
  [
    'a map of another engine',
    'maps.spark',
    /warns: It was computed for fuel .+, now ethanol.*; compression ratio 9.20:1, now 13.50:1\. Propose it anew/,
    ({ engine }) => (amount(engine.compressionRatio, 13.5), choose(engine.fuel, 'ethanol85')),
    (document) => {
      amount(document.engine.compressionRatio, 13.5);
      document.maps.spark?.sources.splice(0, 9, source);
    },
  ],
  [
    'a cliff in the filling',
    'maps.ve',
    /warns: At \d+ rev\/min the filling of [\d.]+ % is 1.\d times that of the cell beside it/,
    (document) => all(document, 've', (ve, x) => (x <= 1500 ? ve / 1.45 : ve)),
    (document) => all(document, 've', (ve, x) => (x <= 1500 ? ve / 1.3 : ve)),
  ],
  [
    'a cell that was patched',
    'maps.ve',
    /warns: At 4200 rev\/min a cell of [\d.]+ % stands 1[3-9] % above its neighbours/,
    (document) => cell(document, 've', 4200, 6, (ve) => ve * 1.15),
    (document) => cell(document, 've', 4200, 6, (ve) => ve * 1.08),
  ],
  [
    'a hole in the filling',
    'maps.ve',
    /warns: At 4200 rev\/min a cell of [\d.]+ % stands [12]\d % below its neighbours/,
    (document) => cell(document, 've', 4200, 6, (ve) => ve * 0.8),
    (document) => cell(document, 've', 4200, 6, (ve) => ve * 0.92),
  ],
  [
    'a filling at idle that floods',
    'maps.ve',
    /warns: At idle, \d+ rev\/min and \d+ kPa abs, the filling is \d+ %; engines idle at 18 to 75/,
    (document) => all(document, 've', (ve) => ve * 2),
    (document) => all(document, 've', (ve) => ve * 1.2),
  ],
  [
    'a filling at full load of half an engine',
    'maps.ve',
    /warns: Wide open at peak torque, \d+ rev\/min, the filling is 4\d %; engines have 60 to 125/,
    (document) => all(document, 've', (ve) => ve * 0.5),
    (document) => all(document, 've', (ve) => ve * 0.75),
  ],
  [
    'rows that are never reached',
    'maps.spark',
    /advises: [2-9] rows lie above the 120 kPa abs intended, and 0 columns above \d+ rev\/min/,
    ({ engine }) => Object.assign(engine.maxManifoldPressure ?? {}, { amount: 120, unit: 'kPaAbs' }),
    ({ engine }) => Object.assign(engine.maxManifoldPressure ?? {}, { amount: 150, unit: 'kPaAbs' }),
  ],
  [
    'lean under boost',
    'maps.lambda',
    /warns: At \d+ rev\/min and \d+ kPa abs lambda 0.93 is asked for; 0.92 is the leanest/,
    (document) => all(document, 'lambda', (lambda, _, kpa) => (kpa > 90 ? 0.93 : lambda)),
    (document) => all(document, 'lambda', (lambda, _, kpa) => (kpa > 90 ? Math.min(lambda, 0.92) : lambda)),
  ],
  [
    'leaner with more pressure',
    'maps.lambda',
    /warns: At 3100 rev\/min lambda goes from 0.70 at \d+ kPa abs to 0.\d\d above it/,
    (document) => cell(document, 'lambda', 3100, fromTop(document, 'lambda', 1), () => 0.7),
    () => undefined,
  ],
  [
    'a mixture that does not burn',
    'maps.lambda',
    /warns: At 3100 rev\/min lambda 0.60 is asked for; petrol burns well from 0.65 to 1.2/,
    (document) => cell(document, 'lambda', 3100, fromTop(document, 'lambda', 0), () => 0.6),
    (document) => cell(document, 'lambda', 3100, fromTop(document, 'lambda', 0), () => 0.65),
  ],
  [
    'more advance with more pressure',
    'maps.spark',
    /warns: At 3100 rev\/min advance goes from [\d.]+° at \d+ kPa abs to [\d.]+° above it/,
    (document) => cell(document, 'spark', 3100, fromTop(document, 'spark', 1), (deg) => deg - 5),
    () => undefined,
  ],
  [
    'advance where it knocks',
    'maps.spark',
    /warns: At \d+ rev\/min and \d+ kPa abs it is [\d.]+°; with 99 octane knock is to be expected from about \d+°/,
    (document) => all(document, 'spark', (deg) => deg + 12),
    (document) => all(document, 'spark', (deg) => deg + 1),
  ],
  [
    'a cliff in the spark',
    'maps.spark',
    /warns: At \d+ rev\/min advance changes by \d+° from [\d.]+° to the cell beside it/,
    (document) => cell(document, 'spark', 3100, 1, (deg) => deg - 18),
    (document) => cell(document, 'spark', 3100, 1, (deg) => deg - 6),
  ],
  [
    'a starter that is kicked back',
    'maps.crankAdvance',
    /warns: At -?\d+ °C the starter turns against 16° of advance; 15° are the most/,
    (document) => all(document, 'crankAdvance', () => 16),
    (document) => all(document, 'crankAdvance', () => 15),
  ],
  [
    'a start curve that rises',
    'maps.cranking',
    /warns: It is [\d.]+ at 20 °C and [\d.]+ at \d+ °C. It should fall all the way/,
    (document) => cell(document, 'cranking', 20, 0, (value) => value * 0.2),
    () => undefined,
  ],
  [
    'a start curve that does not reach frost',
    'maps.prime',
    /advises: It begins at -10 °C. Put in a breakpoint/,
    (document) => begins(document, 'prime', -10),
    (document) => begins(document, 'prime', -15),
  ],
  [
    'an enrichment that is gone at once',
    'maps.afterStartDecay',
    /warns: At -?\d+ °C the enrichment after the start is gone after 1.9 s; 2 s are the least/,
    (document) => all(document, 'afterStartDecay', () => 1.9),
    (document) => all(document, 'afterStartDecay', () => 2),
  ],
  [
    'a valve that does not open for the cold',
    'maps.idleAir',
    /warns: The idle valve opens 30 % at -?\d+ °C and 30 % at \d+ °C. Open it further when cold/,
    (document) => all(document, 'idleAir', () => 30),
    (document) => all(document, 'idleAir', (_, x) => (x < 0 ? 31 : 30)),
  ],
  [
    'a cliff in the spark over throttle',
    'maps.sparkThrottle',
    /warns: At \d+ rev\/min advance changes by \d+°/,
    (document) => {
      choose(document.load.strategy, 'throttle');
      const { spark } = document.maps;
      if (spark === null) return;
      document.maps.sparkThrottle = {
        ...spark,
        y: spark.y.map((_, row) => row * 5),
        values: spark.values.map((_, i) => (i % 2) * 20),
      };
    },
    () => undefined,
  ],
];

/** Cuts a curve’s cold end off. */
function begins(document: Calibration, id: MapId, atC: number): void {
  const map = document.maps[id];
  if (map === null) throw new TypeError(`There is no map ${id}`);
  const first = map.x.findIndex((x) => x >= atC);
  document.maps[id] = {
    ...map,
    x: [atC, ...map.x.slice(first).filter((x) => x > atC)],
    values: [
      map.values[first] as number,
      ...map.values.slice(first).filter((_, i) => (map.x[first + i] as number) > atC),
    ],
    cellSources: [0, ...map.cellSources.slice(first).filter((_, i) => (map.x[first + i] as number) > atC)],
  };
}
