import { everyMapWith, STRATEGIES } from '@tests/support/everything';
import { filmed } from '@tests/support/filmed';
import { demo, programOf } from '@tests/support/ventisca';
import { compile, usedMaps } from '../calibration';
import { AT, type ChannelValues, type Frame, frameOf, PHASE, read } from '../channel';
import { speedLimits } from '../control';
import { injectionAt, primeAt } from '../ecu';
import type { MapData } from '../map';
import { lookUpCurve } from '../numeric';
import { type EcuProgram, MAP_DEFINITIONS, MAP_IDS, type MapId } from '../program';
import { workingsAt } from './steps';

/** These act from moment to moment, or only while a sensor is in fault: tried where that is. */
const OVER_TIME: readonly MapId[] = [
  'idleSpeed',
  'filmShare',
  'filmTime',
  'shiftTime',
  'pressureThrottle',
  'boostTarget',
  'boostDuty',
  'loopRicher',
  'loopLeaner',
  'loopRicherThrottle',
  'loopLeanerThrottle',
  'loopProportional',
  'loopIntegral',
  'loopStart',
  'knockStart',
  'knockLength',
  'knockThreshold',
  'knockCoolant',
  'knockFactor',
  'knockSensor',
  'knockFuel',
];

/** Read before there is a point to work through: the prime once at key on, the idle valve before fuel is computed. */
const NOT_IN_A_POINT: readonly MapId[] = ['prime', 'idleAir'];

const running = { phase: PHASE.running, battery: 13.5, cylinder: 2, gear: 3, ethanol: 60, airFlow: 60 };

/** Points that together reach every map: cranking, after a start, warm, full load, opening fast. */
const POINTS: readonly ChannelValues[] = [
  {
    phase: PHASE.cranking,
    speed: 180,
    manifoldPressure: 80,
    coolant: -15,
    air: -15,
    battery: 10,
    turns: 3,
    ethanol: 60,
  },
  { ...running, speed: 1200, manifoldPressure: 45, coolant: -15, air: -15, sinceStart: 3 },
  { ...running, speed: 3300, manifoldPressure: 72, throttle: 33, coolant: 85, air: 31, sinceStart: 300 },
  { ...running, speed: 6100, manifoldPressure: 150, throttle: 97, coolant: 95, air: 45, sinceStart: 300 },
  { ...running, speed: 7420, manifoldPressure: 60, coolant: 20, air: 20, gear: 2, sinceStart: 300 },
  { ...running, speed: 7100, manifoldPressure: 60, coolant: 95, air: 20, gear: 2, sinceStart: 300 },
  {
    ...running,
    speed: 2600,
    manifoldPressure: 60,
    throttle: 40,
    coolant: 5,
    air: 5,
    throttleRate: 450,
    turnsSinceOpening: 1,
  },
];

/** The speed at which it would be held back. */
function limitAt({ limits }: EcuProgram, frame: Frame): number {
  const out = speedLimits.out(limits);
  speedLimits.step(limits, speedLimits.atRest(limits), frame, out);
  return out.hardRpm;
}

/** Everything that is done with a program’s maps at these points, as text. */
function done(program: EcuProgram): string {
  return JSON.stringify(
    POINTS.map((point) => {
      const frame = frameOf(point);
      const { idleAir } = program.tables;
      return [
        injectionAt(program, frame),
        limitAt(program, frame),
        primeAt(program, frame),
        idleAir === undefined ? null : lookUpCurve(idleAir, read(frame, AT.coolant)),
      ];
    }),
  );
}

describe.each(STRATEGIES)('with load measured by %s', (strategy) => {
  const document = everyMapWith(strategy);
  const asIs = done(programOf(document));

  test.each(usedMaps(document).filter((id) => !OVER_TIME.includes(id)))(
    'a change of the map %s changes what is injected, fired or let past, and Workings shows the map',
    (id) => {
      const map = document.maps[id];
      if (map === null) throw new TypeError(`${id} was not proposed`);
      const changed = { ...document, maps: { ...document.maps, [id]: moved(id, map) } };
      const program = programOf(changed);
      expect(done(program)).not.toBe(asIs);
      const reads = POINTS.flatMap((point) => workingsAt(program, frameOf(point)).steps).flatMap(
        (step) => step.reads ?? [],
      );
      const shown = reads.some(({ of }) => 'mapId' in of && of.mapId === id);
      expect(shown).toBe(
        !NOT_IN_A_POINT.includes(id) || (id === 'idleAir' && strategy.startsWith('throttle')),
      );
    },
  );
});

/** A map with every value two steps on, within its limits. */
function moved(id: MapId, map: MapData): MapData {
  const { min, max, step } = MAP_DEFINITIONS[id];
  const values = map.values.map((value) => (value + 2 * step <= max ? value + 2 * step : value - 2 * step));
  expect(Math.min(...values)).toBeGreaterThanOrEqual(min);
  return { ...map, values };
}

test('every map is in use with one strategy or another', () => {
  const used = new Set([
    ...STRATEGIES.flatMap((strategy) => usedMaps(everyMapWith(strategy))),
    ...usedMaps(filmed(demo())),
  ]);
  expect(MAP_IDS.filter((id) => !used.has(id))).toEqual([]);
});

test('the film stands in Workings with its maps, in balance', () => {
  const program = programOf(filmed(demo()));
  const point = frameOf({
    ...running,
    speed: 3300,
    manifoldPressure: 72,
    coolant: 80,
    air: 31,
    sinceStart: 300,
  });
  const { steps, injection } = workingsAt(program, point);
  const step = steps.find(({ id }) => id === 'film');
  expect(step?.reads?.map(({ of }) => ('mapId' in of ? of.mapId : null))).toEqual(['filmShare', 'filmTime']);
  expect(step?.result.value).toBe(`${injection.fuelMg.toFixed(3)} mg`);
  expect(injection.filmAddsPercent).toBe(0);
  expect(workingsAt(programOf(demo()), point).steps.some(({ id }) => id === 'film')).toBe(false);
});

test.each(STRATEGIES)('the closed loop stands in Workings with its five maps, by %s', (strategy) => {
  const { steps } = workingsAt(
    programOf(everyMapWith(strategy)),
    frameOf({ ...running, speed: 3300, manifoldPressure: 72, throttle: 33, coolant: 80, sinceStart: 300 }),
  );
  const step = steps.find(({ id }) => id === 'closedLoop');
  const by = strategy === 'throttle' ? 'Throttle' : '';
  expect(step?.reads?.map(({ of }) => ('mapId' in of ? of.mapId : null))).toEqual([
    `loopRicher${by}`,
    `loopLeaner${by}`,
    'loopProportional',
    'loopIntegral',
    'loopStart',
  ]);
  expect(step?.result.value).toMatch(/^1\.000/);
});

test('a document is compiled once, and a changed one anew', () => {
  const document = everyMapWith('speedDensity');
  expect(compile(document)).toBe(compile(document));
  expect(compile({ ...document })).not.toBe(compile(document));
});
