import fc from 'fast-check';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { type Calibration, emptyCalibration } from '../calibration';
import { residualEffect } from '../fuel';
import { MAP_DEFINITIONS, MAP_IDS } from '../program';
import { fullLoadAnchorDeg } from '../spark';
import { generatedMap, generatorNeeds } from './generate';
import type { GeneratorChoices } from './generator';
import { pressureBreakpoints, speedBreakpoints } from './newAxes';

function proposal(document: Calibration, mapId: (typeof MAP_IDS)[number], firstRun = true) {
  const result = generatedMap(document, mapId, { ...CHOICES, firstRun }, TEST_DAY);
  if (!result.ok) throw new Error(result.missing.join());
  return result.proposal;
}

const CHOICES: GeneratorChoices = { firstRun: true, cams: 'sporting', use: 'sprint' };

const BASE = demo();

/** Engines over the range the generators are meant for. */
const engines = fc
  .record({
    induction: fc.constantFrom('natural', 'individualThrottles', 'supercharger', 'turbocharger'),
    fuel: fc.constantFrom('petrol', 'petrolOxygenated', 'ethanol60', 'ethanol85', 'methanol'),
    compression: fc.double({ min: 7, max: 15, noNaN: true }),
    altitude: fc.integer({ min: 0, max: 2500 }),
    maxSpeed: fc.integer({ min: 5000, max: 12000 }),
    torqueShare: fc.double({ min: 0.5, max: 0.8, noNaN: true }),
    boost: fc.integer({ min: 0, max: 150 }),
  })
  .map(({ induction, fuel, compression, altitude, maxSpeed, torqueShare, boost }) => {
    const document = structuredClone(BASE);
    const { engine, maps } = document;
    const charged = induction === 'supercharger' || induction === 'turbocharger';
    if (engine.induction !== null) engine.induction.value = induction;
    if (engine.fuel !== null) engine.fuel.value = fuel;
    Object.assign(engine.compressionRatio ?? {}, { amount: compression });
    Object.assign(engine.altitude ?? {}, { amount: altitude });
    Object.assign(engine.maxSpeed ?? {}, { amount: maxSpeed });
    Object.assign(engine.torquePeakSpeed ?? {}, { amount: Math.round(maxSpeed * torqueShare) });
    Object.assign(engine.powerPeakSpeed ?? {}, { amount: Math.round(maxSpeed * 0.92) });
    Object.assign(engine.maxManifoldPressure ?? {}, { amount: 100 + (charged ? boost : 0) });
    for (const id of MAP_IDS) maps[id] = null;
    return document;
  });

describe('residual effect', () => {
  test.each([
    [30, 0.7742],
    [50, 0.9006],
    [100, 0.9955],
    [160, 1.0311],
  ])('r 9.2, exhaust 105 kPa, manifold %d kPa: %d', (kpa, effect) => {
    expect(residualEffect(9.2, 105, kpa)).toBeCloseTo(effect, 4);
  });
});

describe('axes of a new map', () => {
  test('end where the engine ends, and increase', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2000, max: 20000 }), fc.integer({ min: 60, max: 450 }), (speed, kpa) => {
        const speeds = speedBreakpoints(speed);
        const pressures = pressureBreakpoints(kpa);
        expect(speeds.at(-1)).toBe(speed);
        expect(pressures.at(-1)).toBeGreaterThanOrEqual(kpa);
        expect((pressures.at(-1) as number) - kpa).toBeLessThan(5);
        for (const axis of [speeds, pressures]) {
          axis.forEach((value, i) => expect(value).toBeGreaterThan(axis[i - 1] ?? -1));
        }
      }),
    );
  });
});

describe('generators', () => {
  test('name what they lack', () => {
    const empty = emptyCalibration('Empty', TEST_DAY);
    expect(generatorNeeds(empty, 'cranking')).toEqual(['engine.fuel']);
    expect(generatedMap(empty, 've', CHOICES, TEST_DAY)).toMatchObject({ ok: false });
  });

  test.each(MAP_IDS)('%s stays within its limits and has reasons, for any engine', (mapId) => {
    const { min, max } = MAP_DEFINITIONS[mapId];
    fc.assert(
      fc.property(engines, (document) => {
        const { after, reasons } = proposal(document, mapId);
        after.values.forEach((value) => {
          expect(value).toBeGreaterThanOrEqual(min);
          expect(value).toBeLessThanOrEqual(max);
        });
        expect(reasons.length).toBeGreaterThan(0);
        expect(after.sources[0]?.kind).toBe('computed');
      }),
      { numRuns: 6 },
    );
  });

  test('VE is plausible: idle cells 28 to 62 %, peak 80 to 108 %, and never falls with pressure', () => {
    fc.assert(
      fc.property(engines, (document) => {
        const { after } = proposal(document, 've');
        const width = after.x.length;
        const idle = after.values[
          after.y.findIndex((kpa) => kpa >= 35) * width + after.x.indexOf(1000)
        ] as number;
        expect(idle).toBeGreaterThan(28);
        expect(idle).toBeLessThan(62);
        const peak = Math.max(...after.values);
        expect(peak).toBeGreaterThan(80);
        expect(peak).toBeLessThan(108);
        if (document.engine.induction?.value !== 'turbocharger') {
          after.values.forEach((value, i) =>
            expect(value).toBeGreaterThanOrEqual((after.values[i - width] ?? 0) - 0.11),
          );
        }
      }),
      { numRuns: 60 },
    );
  });

  test('no cliff: neighbours along speed differ by less than 20 % VE, 17° of spark, 0.09 lambda', () => {
    const largestStep = { ve: 20, spark: 17, lambda: 0.09 } as const;
    fc.assert(
      fc.property(engines, (document) => {
        for (const mapId of ['ve', 'spark', 'lambda'] as const) {
          const { after } = proposal(document, mapId);
          after.values.forEach((value, i) => {
            if (i % after.x.length > 0) {
              const step = Math.abs(value - (after.values[i - 1] as number));
              expect([mapId, step < largestStep[mapId] || step]).toEqual([mapId, true]);
            }
          });
        }
      }),
      { numRuns: 60 },
    );
  });

  test('boost makes the lambda target richer and the spark later', () => {
    const document = demo();
    const column = (mapId: 'lambda' | 'spark') => {
      const { after } = proposal(document, mapId);
      const at = after.x.findIndex((speed) => speed >= 4500);
      return after.y.map((_, row) => after.values[row * after.x.length + at] as number).slice(5);
    };
    for (const mapId of ['lambda', 'spark'] as const) {
      const falling = column(mapId);
      falling.forEach((value, i) => expect(value).toBeLessThanOrEqual(falling[i - 1] ?? Infinity));
      expect(falling.at(-1)).toBeLessThan(falling[0] as number);
    }
  });

  test('first run is 4 % richer and 4° later at full load, and no different at idle', () => {
    const document = demo();
    const cautious = {
      lambda: proposal(document, 'lambda', true).after,
      spark: proposal(document, 'spark', true).after,
    };
    const proved = {
      lambda: proposal(document, 'lambda', false).after,
      spark: proposal(document, 'spark', false).after,
    };
    const last = cautious.lambda.values.length - 1;
    expect(cautious.lambda.values[last]).toBeCloseTo((proved.lambda.values[last] as number) * 0.96, 2);
    expect((proved.spark.values[last] as number) - (cautious.spark.values[last] as number)).toBeCloseTo(4, 1);
    expect(cautious.lambda.values[2]).toBe(proved.lambda.values[2]);
  });

  test('the full-load anchor: 27 + 0.5·(99 − 98) − 1.5·(9.2 − 9.5) + 0 = 27.95°', () => {
    const inputs = {
      octane: 99,
      compressionRatio: 9.2,
      boreMm: 84,
      barometricKpa: 80,
      maxManifoldKpa: 165,
      torquePeakSpeedRpm: 4600,
      maxSpeedRpm: 7400,
      cautionDeg: 0,
      cams: 'sporting' as const,
      use: 'sprint' as const,
    };
    expect(fullLoadAnchorDeg(inputs)).toBeCloseTo(27.95, 9);
  });

  test('a map that is there keeps its axes', () => {
    const document = demo();
    const { before, after } = proposal(document, 've');
    expect(after.x).toEqual(before?.x);
    expect(after.y).toEqual(before?.y);
  });
});
