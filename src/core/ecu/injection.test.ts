import { airMassMg, chargeHeating, chargeTemperatureC, fuelMassMg } from '../air';
import { type ChannelValues, frameOf, PHASE } from '../channel';
import { cylinderVolumeCm3 } from '../engine';
import { blendOf, fuelById, PURE_ETHANOL, withoutEthanol } from '../fuels';
import { deadTimeCurve, LEAST_ACROSS_KPA } from '../injector';
import { curveThrough } from '../numeric';
import type { EcuProgram } from '../program';
import { capacityAt } from './capacity';
import { decisionsAt, FREE_SPARK } from './decisions';
import { LAMBDA_LIMITS } from './limits';
import fc from 'fast-check';
import { demo, injected, programOf, tableOf } from '@tests/support/ventisca';

const FULL_LOAD: ChannelValues = {
  phase: PHASE.running,
  speed: 7000,
  manifoldPressure: 160,
  coolant: 45,
  air: 45,
  battery: 14,
  sinceStart: Infinity,
};

/** The engine of the worked figures: VE 95 %, lambda 0.82, dead time 0.92 ms, everywhere. */
function workedModel(): EcuProgram {
  const model = programOf(demo());
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
        pressuresKpa: Float64Array.of(350),
        curves: [
          {
            x: Float64Array.of(8, 16),
            values: Float64Array.of(0.92, 0.92),
            law: { aMs: 0.92, bMsV: 0, cV: 3 },
          },
        ],
      },
      shortPulse: curveThrough([]),
    },
    tables: { ...model.tables, ve: flat(95), lambda: flat(0.82), warmUp: one, afterStart: one },
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
    const blend = blendOf(withoutEthanol('petrol'), PURE_ETHANOL, 0.6);
    expect(blend.massFraction).toBeCloseTo(0.61369, 5);
    expect(blend.stoichiometricRatio).toBeCloseTo(11.202, 3);
  });

  test('none and all of a part are the pure liquids', () => {
    expect(blendOf(withoutEthanol('petrol'), PURE_ETHANOL, 0).stoichiometricRatio).toBeCloseTo(14.7, 9);
    expect(blendOf(withoutEthanol('petrol'), PURE_ETHANOL, 1).densityGPerCm3).toBeCloseTo(0.789, 9);
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
    const at = injected(workedModel(), FULL_LOAD);
    expect(at.fuelMg).toBeCloseTo(58.208, 2);
    expect(at.flowGPerS).toBeCloseTo(8.181, 3);
    expect(at.netMs).toBeCloseTo(7.115, 3);
    expect(at.deadMs).toBeCloseTo(0.92, 9);
    expect(at.dutyPercent).toBeCloseTo(46.87, 2);
  });

  test('duty rises with speed at the same pressure', () => {
    const model = { ...workedModel(), limits: null };
    const speed = fc.double({ min: 300, max: 9000, noNaN: true });
    fc.assert(
      fc.property(speed, speed, (a, b) => {
        fc.pre(Math.abs(a - b) > 1);
        const [slow, fast] = [Math.min(a, b), Math.max(a, b)].map(
          (speedRpm) => injected(model, { ...FULL_LOAD, speed: speedRpm }).dutyPercent,
        ) as [number, number];
        expect(fast).toBeGreaterThan(slow);
      }),
    );
  });

  test('halving the lambda target doubles the fuel', () => {
    const model = workedModel();
    const lean = {
      ...model,
      tables: {
        ...model.tables,
        lambda: { ...tableOf(model, 'lambda'), values: new Float64Array(4).fill(1.23) },
      },
    };
    expect(injected(lean, FULL_LOAD).fuelMg).toBeCloseTo(injected(model, FULL_LOAD).fuelMg / 1.5, 9);
  });

  test.each([
    ['multiply', 0, LAMBDA_LIMITS.min],
    ['add', -1.4, LAMBDA_LIMITS.min],
    ['replace', -0.5, LAMBDA_LIMITS.min],
    ['multiply', 2, LAMBDA_LIMITS.max],
    ['add', 0.1, 0.92],
  ] as const)(
    'a correction of the target (%s %d) leaves it within its limits',
    (operation, amount, target) => {
      const model: EcuProgram = {
        ...workedModel(),
        corrections: [
          {
            id: 'c',
            name: 'c',
            on: 'target',
            operation,
            x: 'coolant',
            y: null,
            activation: null,
            grid: {
              x: new Float64Array([0, 1]),
              y: new Float64Array(),
              values: new Float64Array([amount, amount]),
            },
          },
        ],
      };
      const at = injected(model, FULL_LOAD);
      expect(at.lambdaTarget).toBeCloseTo(target, 9);
      expect(at.fuelMg).toBeCloseTo(at.airMg / (target * 14.3), 9);
    },
  );

  // 350 gauge + 81 − 160 = 271 kPa across as typed; the sensor says 300: 221, flow × √(221/350).
  test('a measured rail pressure takes the place of the typed one, which stands in while there is none', () => {
    const worked = workedModel();
    const model = (regulator: 'fixed' | 'manifold' | 'measured'): EcuProgram => ({
      ...worked,
      barometricKpa: 81,
      injector: { ...worked.injector, regulator, railGaugeKpa: 350 },
    });
    const across = (regulator: 'fixed' | 'manifold' | 'measured', fuelPressure: number) =>
      injected(model(regulator), { ...FULL_LOAD, fuelPressure });
    expect(across('measured', 300)).toMatchObject({ acrossKpa: 221, railGaugeKpa: 300 });
    expect(across('measured', 300).flowGPerS).toBeCloseTo(8.181 * Math.sqrt(221 / 350), 3);
    expect(across('measured', NaN)).toMatchObject({ acrossKpa: 271, railGaugeKpa: 350 });
    expect(across('fixed', 300).acrossKpa).toBe(271);
    expect(across('manifold', 300).acrossKpa).toBe(350);
  });

  test('after-start fades to nothing; warm-up stays with the coolant', () => {
    const model = programOf(demo());
    const cold = { ...FULL_LOAD, speed: 1200, manifoldPressure: 40, coolant: -20, air: -20 };
    const at = (sinceStart: number) => injected(model, { ...cold, sinceStart });
    expect(at(0).afterStart).toBeCloseTo(2.5, 9);
    expect(at(9.5).afterStart).toBeCloseTo(1.75, 9);
    expect(at(24).afterStart).toBe(1);
    expect(at(24).warmUp).toBeCloseTo(1.48, 9);
  });

  test('cranking takes the multiple of the stoichiometric mass and no lambda target', () => {
    const model = programOf(demo());
    const at = injected(model, {
      ...FULL_LOAD,
      phase: PHASE.cranking,
      speed: 220,
      manifoldPressure: 80,
      coolant: -20,
      air: -20,
    });
    expect(at.lambdaTarget).toBe(1);
    expect(at.fuelMg).toBeCloseTo((at.airMg / 14.3) * 4.8, 6);
  });

  test('no fuel asked for is no opening, not a dead time alone', () => {
    const model = programOf(demo('ventisca', (document) => document.maps.cranking?.values.fill(0)));
    expect(injected(model, { ...FULL_LOAD, phase: PHASE.cranking }).openingMs).toBe(0);
  });

  test('a fixed regulator beaten by boost is taken at the least pressure across, so the opening stays a number', () => {
    const model = workedModel();
    const fixed = {
      ...model,
      injector: { ...model.injector, regulator: 'fixed' as const, railGaugeKpa: 60 },
    };
    const at = injected(fixed, FULL_LOAD);
    expect(at.acrossKpa).toBe(LEAST_ACROSS_KPA);
    expect(at.openingMs).toBeGreaterThan(at.cycleMs);
    expect(at.openingMs).toBeLessThan(100);
  });
});

describe('the most fuel there is', () => {
  // 85 % of 17.143 ms are 14.571; less 0.92 dead 13.651 flow: 111.68 mg, 91.86 % more than 7.115 ms.
  test('58.208 mg at 7000 rev/min leave 91.9 % to 85 % duty; dead time does not grow with fuel', () => {
    const model = workedModel();
    const capacity = capacityAt(model, injected(model, FULL_LOAD), 14, 85);
    expect(capacity?.headRoomPercent).toBeCloseTo(91.86, 1);
    expect(capacity?.fuelMg).toBeCloseTo(111.68, 1);
  });

  test('with that much more fuel the duty is the limit, with short pulses and two squirts a cycle too', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2),
        fc.integer({ min: 40, max: 95 }),
        fc.double({ min: 800, max: 9000, noNaN: true }),
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        (squirts, limit, speedRpm, addMs) => {
          const worked = workedModel();
          const shortPulse = curveThrough([
            [0.5, addMs],
            [4, 0],
          ]);
          const model: EcuProgram = { ...worked, injector: { ...worked.injector, squirts, shortPulse } };
          const point = { ...FULL_LOAD, speed: speedRpm };
          const capacity = capacityAt(model, injected(model, point), 14, limit);
          fc.pre(capacity !== null && capacity.fuelMg > 1);
          const trim = capacity?.headRoomPercent ?? 0;
          const more = {
            ...model,
            tables: {
              ...model.tables,
              fuelGear: {
                x: new Float64Array([0, 1]),
                y: new Float64Array(),
                values: new Float64Array([trim, trim]),
              },
            },
          };
          expect(injected(more, point).dutyPercent).toBeCloseTo(limit, 6);
          expect(injected(more, point).fuelMg).toBeCloseTo(capacity?.fuelMg ?? 0, 6);
        },
      ),
    );
  });

  test('nothing injected has no head-room to speak of', () => {
    const model = workedModel();
    const at = injected(model, FULL_LOAD, {
      active: [],
      cut: true,
      held: FREE_SPARK,
      film: null,
      tried: null,
    });
    expect(capacityAt(model, at, 14, 85)).toBeNull();
  });
});

describe('a target that is tried', () => {
  // 0.95, richer by 10 %: 0.95 ÷ 1.1 = 0.8636.
  test('takes the place of the map’s, and protection makes it richer all the same', () => {
    const program = workedModel();
    const tried = (protectionRicher: number) => {
      const at = { ...FULL_LOAD, protectionRicher };
      const decisions = { ...decisionsAt(program, frameOf(at)), tried: { lambda: 0.95, fuelShare: 1 } };
      return injected(program, at, decisions).lambdaTarget;
    };
    expect(tried(0)).toBeCloseTo(0.95, 9);
    expect(tried(10)).toBeCloseTo(0.8636, 4);
  });
});

describe('the fuel in the tank', () => {
  const FUELS = ['petrol', 'petrolOxygenated', 'ethanol60', 'ethanol85', 'methanol'] as const;
  const tank = (id: (typeof FUELS)[number], ethanol: number) => {
    const fuel = fuelById(id);
    const worked = workedModel();
    const blend = { second: {}, densityGPerCm3: fuel.densityGPerCm3, base: withoutEthanol(id) };
    const second: EcuProgram['second'] = {
      plan: { by: 'demand', beginsAtPercent: 0, fullAtPercent: 10, shareAtFullPercent: 50, leastNetMs: 0 },
      ratedFlowGPerS: 8,
      ratedPressureKpa: 350,
      deadTime: deadTimeCurve([
        { volts: 8, ms: 2 },
        { volts: 14, ms: 1 },
      ]),
    };
    const model = { ...worked, stoichiometricRatio: fuel.stoichiometricRatio, blend, second };
    return {
      with: injected(model, { ...FULL_LOAD, ethanol }),
      without: injected({ ...model, blend: null }, FULL_LOAD),
    };
  };

  test.each(FUELS)('%s in the tank is the fuel the calibration is made for', (id) => {
    const both = tank(id, fuelById(id).ethanolPercent);
    expect(both.with.stoichiometricRatio).toBeCloseTo(both.without.stoichiometricRatio, 9);
    expect(both.with.flowGPerS).toBeCloseTo(both.without.flowGPerS, 9);
  });

  // 5 % ethanol in petrol: mass fraction 0.05 · 0.789 ÷ 0.7472 = 0.0528; 14.7 − 5.7 · 0.0528 = 14.40.
  test('5 % ethanol makes petrol 14.40, and 85 % flows 2.5 % more of it through both sets', () => {
    expect(tank('petrol', 5).with.stoichiometricRatio).toBeCloseTo(14.4, 2);
    expect(tank('petrol', 85).with.flowGPerS / tank('petrol', 0).with.flowGPerS).toBeCloseTo(1.0248, 3);
    expect(tank('petrol', 85).with.secondFlowGPerS / tank('petrol', 0).with.secondFlowGPerS).toBeCloseTo(
      1.0248,
      3,
    );
  });
});
