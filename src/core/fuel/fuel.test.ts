import fc from 'fast-check';
import { demo, modelOf } from '@tests/support/ventisca';
import { cylinderVolumeCm3 } from '../engine';
import {
  airMassMg,
  AT_REST,
  BLEND_PARTS,
  blendOf,
  chargeHeating,
  chargeTemperatureC,
  fuelMassMg,
  injectionAt,
  type EngineModel,
  type OperatingPoint,
} from '.';

const FULL_LOAD: OperatingPoint = {
  ...AT_REST,
  phase: 'running',
  speedRpm: 7000,
  manifoldKpa: 160,
  coolantC: 45,
  airC: 45,
  batteryV: 14,
  sinceStartS: Infinity,
};

/** The engine of the worked figures: VE 95 %, lambda 0.82, dead time 0.92 ms, everywhere. */
function workedModel(): EngineModel {
  const model = modelOf(demo());
  const flat = (value: number) => ({
    x: Float64Array.of(0, 20000),
    y: Float64Array.of(0, 400),
    values: new Float64Array(4).fill(value),
  });
  const one = { x: Float64Array.of(-50, 150), y: new Float64Array(0), values: Float64Array.of(1, 1) };
  return {
    ...model,
    injector: {
      ...model.injector,
      deadTime: {
        pressuresKpa: [350],
        curves: [{ volts: [8, 16], timesMs: [0.92, 0.92], law: { aMs: 0.92, bMsV: 0, cV: 3 } }],
      },
      shortPulse: [],
    },
    maps: { ...model.maps, ve: flat(95), lambda: flat(0.82), warmUp: one, afterStart: one },
  };
}

describe('air and fuel mass', () => {
  test('95 %, 160 kPa, 84 × 74 mm, 45 °C: 0.68255 g of air', () => {
    expect(airMassMg(95, 160, cylinderVolumeCm3(84, 74), 45)).toBeCloseTo(682.55, 1);
  });

  test('at lambda 0.82 and ratio 14.3: 58.208 mg of fuel', () => {
    expect(fuelMassMg(682.55, 0.82, 14.3)).toBeCloseTo(58.208, 2);
  });

  test('air doubles with pressure, halves with twice the temperature', () => {
    const air = airMassMg(90, 50, 400, 20);
    expect(airMassMg(90, 100, 400, 20)).toBeCloseTo(2 * air, 9);
    expect(airMassMg(90, 50, 400, 2 * 293.15 - 273.15)).toBeCloseTo(air / 2, 9);
  });
});

describe('blends', () => {
  test('60 % ethanol by volume: mass fraction 0.61369, ratio 11.202', () => {
    const blend = blendOf(BLEND_PARTS.petrol, BLEND_PARTS.ethanol, 0.6);
    expect(blend.massFraction).toBeCloseTo(0.61369, 5);
    expect(blend.stoichiometricRatio).toBeCloseTo(11.202, 3);
  });

  test('none and all of a part are the pure liquids', () => {
    expect(blendOf(BLEND_PARTS.petrol, BLEND_PARTS.ethanol, 0).stoichiometricRatio).toBeCloseTo(14.7, 9);
    expect(blendOf(BLEND_PARTS.petrol, BLEND_PARTS.ethanol, 1).densityGPerCm3).toBeCloseTo(0.789, 9);
  });
});

describe('charge temperature', () => {
  test('air 20 °C and coolant 80 °C at idle flow: 47 °C', () => {
    expect(chargeTemperatureC(20, 80, chargeHeating(0))).toBeCloseTo(47, 9);
  });

  test('heating falls from 0.45 to 0.05 as flow rises, without a step', () => {
    expect(chargeHeating(0.001)).toBe(0.45);
    expect(chargeHeating(1)).toBe(0.05);
    expect(chargeHeating(3)).toBe(0.05);
    for (let share = 0; share < 1.2; share += 0.001) {
      const fall = chargeHeating(share) - chargeHeating(share + 0.001);
      expect(fall).toBeGreaterThanOrEqual(0);
      expect(fall).toBeLessThan(0.003);
    }
  });
});

describe('injection', () => {
  test('58.208 mg at 350 kPa is 7.1150 ms net; with 0.92 ms dead at 7000 rev/min 46.87 % duty', () => {
    const at = injectionAt(workedModel(), FULL_LOAD);
    expect(at.fuelMg).toBeCloseTo(58.208, 2);
    expect(at.flowGPerS).toBeCloseTo(8.181, 3);
    expect(at.netMs).toBeCloseTo(7.115, 3);
    expect(at.deadMs).toBeCloseTo(0.92, 9);
    expect(at.dutyPercent).toBeCloseTo(46.87, 2);
  });

  test('duty rises with speed at the same pressure', () => {
    const model = workedModel();
    const speed = fc.double({ min: 300, max: 9000, noNaN: true });
    fc.assert(
      fc.property(speed, speed, (a, b) => {
        fc.pre(Math.abs(a - b) > 1);
        const [slow, fast] = [Math.min(a, b), Math.max(a, b)].map(
          (speedRpm) => injectionAt(model, { ...FULL_LOAD, speedRpm }).dutyPercent,
        ) as [number, number];
        expect(fast).toBeGreaterThan(slow);
      }),
    );
  });

  test('halving the lambda target doubles the fuel', () => {
    const model = workedModel();
    const lean = {
      ...model,
      maps: { ...model.maps, lambda: { ...model.maps.lambda, values: new Float64Array(4).fill(1.64) } },
    };
    expect(injectionAt(lean, FULL_LOAD).fuelMg).toBeCloseTo(injectionAt(model, FULL_LOAD).fuelMg / 2, 9);
  });

  test('after-start fades to nothing; warm-up stays with the coolant', () => {
    const model = modelOf(demo());
    const cold = { ...FULL_LOAD, speedRpm: 1200, manifoldKpa: 40, coolantC: -20, airC: -20 };
    const at = (sinceStartS: number) => injectionAt(model, { ...cold, sinceStartS });
    expect(at(0).afterStart).toBeCloseTo(2.3, 9);
    expect(at(18).afterStart).toBeCloseTo(1.65, 9);
    expect(at(36).afterStart).toBe(1);
    expect(at(36).warmUp).toBeCloseTo(1.24, 9);
  });

  test('cranking takes the multiple of the stoichiometric mass and no lambda target', () => {
    const model = modelOf(demo());
    const at = injectionAt(model, {
      ...FULL_LOAD,
      phase: 'cranking',
      speedRpm: 220,
      manifoldKpa: 80,
      coolantC: -20,
      airC: -20,
    });
    expect(at.lambdaTarget).toBe(1);
    expect(at.fuelMg).toBeCloseTo((at.airMg / 14.3) * 4.8, 6);
  });

  test('no fuel asked for is no opening, not a dead time alone', () => {
    const model = modelOf(demo('ventisca', (document) => document.maps.cranking?.values.fill(0)));
    expect(injectionAt(model, { ...FULL_LOAD, phase: 'cranking' }).openingMs).toBe(0);
  });

  test('a fixed regulator beaten by boost gives no flow, and the opening says so', () => {
    const model = workedModel();
    const fixed = {
      ...model,
      injector: { ...model.injector, regulator: 'fixed' as const, railGaugeKpa: 60 },
    };
    expect(injectionAt(fixed, FULL_LOAD).openingMs).toBe(Infinity);
  });
});
