import fc from 'fast-check';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { baseValue, type Calibration } from '../calibration';
import type { MapData } from '../map';
import { gridOf, lookUpMap } from '../numeric';
import { MAP_DEFINITIONS, MAP_IDS, type MapId } from '../program';
import { generatedMap } from './generate';
import type { GeneratorChoices } from './generator';

const BASE = demo();

/** Engines over the whole range that Lumbre is meant for. */
const engines = fc
  .record({
    cylinders: fc.integer({ min: 1, max: 12 }),
    cylinderCm3: fc.integer({ min: 50, max: 1300 }),
    compression: fc.double({ min: 7, max: 15, noNaN: true }),
    induction: fc.constantFrom('natural', 'individualThrottles', 'supercharger', 'turbocharger'),
    fuel: fc.constantFrom('petrol', 'petrolOxygenated', 'ethanol60', 'ethanol85', 'methanol'),
    altitude: fc.integer({ min: 0, max: 2500 }),
    maxSpeed: fc.integer({ min: 4500, max: 14000 }),
    torqueShare: fc.double({ min: 0.5, max: 0.8, noNaN: true }),
    boost: fc.integer({ min: 10, max: 180 }),
  })
  .map((made) => {
    const document = structuredClone(BASE);
    const { engine, injectors, idle } = document;
    const charged = made.induction === 'supercharger' || made.induction === 'turbocharger';
    const baroKpa = 101.325 * (1 - 2.25577e-5 * made.altitude) ** 5.25588;
    const set = (field: object | null, amount: number, unit?: string) =>
      Object.assign(field ?? {}, unit === undefined ? { amount } : { amount, unit });
    engine.geometry = 'displacement';
    engine.displacement = {
      amount: made.cylinders * made.cylinderCm3,
      unit: 'cm3',
      source: { kind: 'estimated', date: TEST_DAY },
    };
    set(engine.cylinders, made.cylinders);
    set(engine.compressionRatio, made.compression);
    set(engine.altitude, made.altitude);
    set(engine.maxSpeed, made.maxSpeed);
    set(engine.torquePeakSpeed, Math.round(made.maxSpeed * made.torqueShare));
    set(engine.powerPeakSpeed, Math.round(made.maxSpeed * 0.92));
    set(engine.maxManifoldPressure, Math.round(baroKpa + (charged ? made.boost : 0)));
    if (engine.induction !== null) engine.induction.value = made.induction;
    if (engine.fuel !== null) engine.fuel.value = made.fuel;
    // Injectors and idle valve as a builder would choose them for that size.
    set(
      injectors.ratedFlow,
      Math.max(60, made.cylinderCm3 * (made.fuel === 'methanol' ? 3.4 : 1.6)),
      'cm3/min',
    );
    set(idle.valveFlow, Math.max(1, (made.cylinders * made.cylinderCm3) / 1000) * 18, 'kg/h');
    for (const id of MAP_IDS) document.maps[id] = null;
    return document;
  });

const choices = fc.record({
  firstRun: fc.boolean(),
  cams: fc.constantFrom('mild', 'sporting', 'race'),
  use: fc.constantFrom('road', 'sprint', 'endurance'),
}) as fc.Arbitrary<GeneratorChoices>;

function generated(document: Calibration, id: MapId, chosen: GeneratorChoices): MapData {
  const result = generatedMap(document, id, chosen, TEST_DAY);
  if (!result.ok) throw new Error(`${id} lacks ${result.missing.join()}`);
  return result.proposal.after;
}

/**
 * Each map's largest step between neighbours across and up: more is a cliff no engine has. In the map's own unit, but
 * filling behind a throttle counts against the barometer and grows with boost, so its steps are shares of its highest.
 */
const STEPS: Readonly<Record<MapId, readonly [across: number, up: number]>> = {
  ve: [20, 38],
  veThrottle: [0.24, 0.23],
  pulse: [5, 4],
  lambda: [0.05, 0.081],
  lambdaThrottle: [0.2, 0.081],
  spark: [21, 13],
  sparkThrottle: [23, 18],
  sparkCoolant: [4, 0],
  sparkAir: [4, 0],
  prime: [1, 0],
  cranking: [10.5, 0],
  crankingTaper: [15, 0],
  crankAdvance: [1, 0],
  afterStart: [1.6, 0],
  afterStartDecay: [8, 0],
  warmUp: [0.36, 0],
  idleAir: [32, 0],
  idleSpeed: [120, 0],
  acceleration: [25, 0],
  accelerationCold: [0.6, 0],
  filmShare: [8, 0],
  filmTime: [0.2, 0],
  fuelCylinder: [0, 0],
  fuelGear: [0, 0],
  sparkCylinder: [0, 0],
  sparkGear: [0, 0],
  sparkBoost: [0, 0],
  limitCoolant: [2500, 0],
  limitGear: [0, 0],
  loopRicher: [12, 12],
  loopLeaner: [8, 8],
  loopRicherThrottle: [12, 12],
  loopLeanerThrottle: [8, 8],
  loopProportional: [0.2, 0],
  loopIntegral: [3, 0],
  loopStart: [45, 0],
  knockStart: [3, 0],
  knockLength: [5, 0],
  knockThreshold: [1.2, 0],
  knockCoolant: [0.2, 0],
  knockFactor: [0, 0],
  knockSensor: [1, 0],
  knockFuel: [1.3, 0],
  boostTarget: [0, 200],
  boostDuty: [100, 100],
  pressureThrottle: [110, 110],
  shiftTime: [100, 0],
  blendFuel: [20, 0],
  blendTarget: [20, 0],
  blendSpark: [20, 0],
  blendStart: [20, 0],
  veSecond: [21, 39],
  veThrottleSecond: [0.24, 0.23],
  pulseSecond: [5, 4],
  lambdaSecond: [0.05, 0.081],
  lambdaThrottleSecond: [0.2, 0.081],
  sparkSecond: [21, 13],
  sparkThrottleSecond: [23, 18],
  crankingSecond: [5.5, 0],
  afterStartSecond: [1.2, 0],
  warmUpSecond: [0.3, 0],
};

const OF_THE_HIGHEST: ReadonlySet<MapId> = new Set(['veThrottle', 'veThrottleSecond']);

/** The largest steps between neighbours, across and up. */
function largestSteps({ x, y, values }: MapData): [number, number] {
  const width = x.length;
  let [across, up] = [0, 0];
  values.forEach((value, i) => {
    if (i % width > 0) across = Math.max(across, Math.abs(value - (values[i - 1] as number)));
    if (y.length > 0 && i >= width) up = Math.max(up, Math.abs(value - (values[i - width] as number)));
  });
  return [across, up];
}

/** Maps behind a throttle cost a bisection a cell. */
const runs = (id?: MapId) => ({ numRuns: id?.includes('Throttle') === true ? 12 : 40 });

describe('generators over the range of engines', () => {
  test.each(MAP_IDS)('%s has no cliff between neighbours and stays within its limits', (id) => {
    const { min, max } = MAP_DEFINITIONS[id];
    const [across, up] = STEPS[id];
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        fc.pre((document.engine.cylinders?.amount ?? 0) > 1 || MAP_DEFINITIONS[id].x.channel !== 'cylinder');
        const map = generated(document, id, chosen);
        expect(Math.min(...map.values)).toBeGreaterThanOrEqual(min);
        expect(Math.max(...map.values)).toBeLessThanOrEqual(max);
        const unit = OF_THE_HIGHEST.has(id) ? Math.max(...map.values) : 1;
        const steps = largestSteps(map).map((step) => step / unit);
        expect(steps[0]).toBeLessThanOrEqual(across + 1e-9);
        expect(steps[1]).toBeLessThanOrEqual(up + 1e-9);
      }),
      runs(id),
    );
  });

  const rising = (values: readonly number[], slack = 0) =>
    values.every((value, i) => i === 0 || value >= (values[i - 1] as number) - slack);

  test('filling by throttle never falls as the throttle opens', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        const { x, y, values } = generated(document, 'veThrottle', chosen);
        x.forEach((_, column) => {
          expect(
            rising(
              y.map((_load, row) => values[row * x.length + column] as number),
              0.11,
            ),
          ).toBe(true);
        });
      }),
      runs('veThrottle'),
    );
  });

  test('the base pulse never falls with pressure, and is longer for fuels that need more', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        const { x, y, values } = generated(document, 'pulse', chosen);
        const limit = MAP_DEFINITIONS.pulse.max;
        x.forEach((_, column) => {
          expect(
            rising(
              y.map((_load, row) => values[row * x.length + column] as number),
              0.011,
            ),
          ).toBe(true);
        });
        const rich = generated({ ...document, engine: withFuel(document, 'methanol') }, 'pulse', chosen);
        const lean = generated({ ...document, engine: withFuel(document, 'petrol') }, 'pulse', chosen);
        const at = (lean.values.length / 2) | 0;
        if ((rich.values[at] as number) < limit) {
          expect(rich.values[at]).toBeGreaterThan(1.9 * (lean.values[at] as number));
        }
      }),
      runs(),
    );
  });

  test('the lambda target never gets leaner with pressure above where the engine pulls, nor outside 0.72 to 1.01', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        const { x, y, values } = generated(document, 'lambda', chosen);
        expect(Math.min(...values)).toBeGreaterThanOrEqual(0.72);
        expect(Math.max(...values)).toBeLessThanOrEqual(1.01);
        const falling = x.every((_, column) => {
          const up = y.map((_load, row) => -(values[row * x.length + column] as number));
          return rising(up, 0.0011);
        });
        expect(falling).toBe(true);
      }),
      runs(),
    );
  });

  test('full load without a charger is what the words say, 0.87 to 0.89', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        fc.pre(document.engine.induction?.value === 'natural');
        const normal = { ...chosen, firstRun: false };
        const result = generatedMap(document, 'lambda', normal, TEST_DAY);
        if (!result.ok) throw new Error('incomplete');
        const said = Number(
          /([\d.]+) at full load/.exec(result.proposal.reasons.map(({ text }) => text).join())?.[1],
        );
        const kpa = baseValue(document, 'engine.maxManifoldPressure') ?? 0;
        for (const speed of [1500, 3000, 6000]) {
          const target = lookUpMap(gridOf(result.proposal.after), speed, kpa);
          expect(target).toBeCloseTo(said, 3);
          expect(target).toBeGreaterThanOrEqual(0.87 - 1e-9);
          expect(target).toBeLessThanOrEqual(0.89 + 1e-9);
        }
      }),
      runs(),
    );
  });

  test.each(['lambda', 'lambdaThrottle'] as const)(
    '%s of a first run is nowhere leaner than the normal one',
    (id) => {
      fc.assert(
        fc.property(engines, choices, (document, chosen) => {
          const normal = generated(document, id, { ...chosen, firstRun: false }).values;
          const first = generated(document, id, { ...chosen, firstRun: true }).values;
          first.forEach((value, i) => expect(value).toBeLessThanOrEqual(normal[i] as number));
          expect(Math.min(...first)).toBeGreaterThanOrEqual(0.72);
          expect(Math.min(...first)).toBeLessThan(Math.min(...normal));
        }),
        runs(id),
      );
    },
  );

  test('spark never rises with pressure above idle speed, and caution only takes away', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        const { x, y, values } = generated(document, 'spark', chosen);
        x.forEach((speed, column) => {
          if (speed < 1200) return;
          const up = y.map((_load, row) => -(values[row * x.length + column] as number));
          expect(rising(up, 0.11)).toBe(true);
        });
        const cautious = generated(document, 'spark', { ...chosen, firstRun: true });
        const proved = generated(document, 'spark', { ...chosen, firstRun: false });
        cautious.values.forEach((value, i) => expect(value).toBeLessThanOrEqual(proved.values[i] as number));
      }),
      runs(),
    );
  });

  test('everything for the cold falls as the coolant warms; spark by coolant never rises', () => {
    const falling: readonly MapId[] = [
      'prime',
      'cranking',
      'afterStart',
      'afterStartDecay',
      'warmUp',
      'idleAir',
      'idleSpeed',
      'accelerationCold',
      'sparkCoolant',
      'sparkAir',
      'crankingTaper',
    ];
    fc.assert(
      fc.property(engines, choices, fc.constantFrom(...falling), (document, chosen, id) => {
        const { values } = generated(document, id, chosen);
        expect(rising(values.map((value) => -value))).toBe(true);
      }),
      { numRuns: 150 },
    );
  });

  test('acceleration enrichment grows with the rate and begins at nothing', () => {
    fc.assert(
      fc.property(engines, choices, (document, chosen) => {
        const { values } = generated(document, 'acceleration', chosen);
        expect(values[0]).toBe(0);
        expect(rising(values)).toBe(true);
        expect(values.at(-1)).toBeLessThanOrEqual(80);
      }),
      runs(),
    );
  });

  test('a choice is seen at once: race cams fill worse at idle and better at the peak, and idle richer', () => {
    const chosen = (cams: GeneratorChoices['cams']) => ({ firstRun: true, cams, use: 'sprint' }) as const;
    const empty = structuredClone(BASE);
    for (const id of MAP_IDS) empty.maps[id] = null;
    const [mild, race] = [generated(empty, 've', chosen('mild')), generated(empty, 've', chosen('race'))];
    expect(race.values[2]).toBeLessThan(mild.values[2] as number);
    expect(Math.max(...race.values)).toBeGreaterThan(Math.max(...mild.values));
    const idleLambda = (cams: GeneratorChoices['cams']) => generated(empty, 'lambda', chosen(cams)).values[0];
    expect(idleLambda('race')).toBeLessThan(idleLambda('mild') as number);
  });
});

function withFuel({ engine }: Calibration, value: 'petrol' | 'methanol'): Calibration['engine'] {
  return engine.fuel === null ? engine : { ...engine, fuel: { ...engine.fuel, value } };
}
