import { flowFunction, throttleFlowGPerS } from '@/core/air';
import { frictionKpa, torqueNm } from '@/core/engine';
import { lookUpMap } from '@/core/numeric';
import { carOf } from '../carOfDocument';
import { eventOutcome, vapourShare } from './combustion';
import {
  cylinderEvent,
  engineAtRest,
  type EngineInputs,
  type EngineState,
  type EventCommand,
  STEP_S,
  stepEngine,
} from './engine';
import { idleAimRpm, idleAirAreaMm2 } from './idleAir';
import { thermalAt, thermalValue } from './thermal';
import fc from 'fast-check';
import { demo, programOf } from '@tests/support/ventisca';

const { engine: standIn } = carOf(demo(), programOf(demo()));

/** A sparking cylinder whose injector opens this long. */
function command(openingMs: number): EventCommand {
  return {
    openingMs,
    secondMg: 0,
    lostShare: 0,
    squirts: 1,
    pressureShare: 1,
    sparks: true,
    sparkDeg: 10,
    burnFactor: 1,
  };
}

function inputsAt(coolantC: number, part: Partial<EngineInputs> = {}): EngineInputs {
  return {
    starterOn: false,
    batteryRestV: 12.6,
    airC: Math.min(20, coolantC),
    idleAreaMm2: 40,
    thermal: thermalAt(coolantC, 0),
    ...part,
  };
}

describe('throttle', () => {
  test('10 mm², 101.325 kPa, 293.15 K, choked: 2.3917 g/s', () => {
    expect(throttleFlowGPerS(10, 101.325, 293.15, 40)).toBeCloseTo(2.3917, 4);
  });

  test('the flow function is 0.6847 choked, 0 at equal pressure, and never rises or steps', () => {
    expect(flowFunction(0.2)).toBeCloseTo(0.6847, 4);
    expect(flowFunction(1)).toBe(0);
    let before = flowFunction(0);
    for (let ratio = 0; ratio <= 1.001; ratio += 0.001) {
      const now = flowFunction(ratio);
      expect(now).toBeLessThanOrEqual(before + 1e-12);
      expect(before - now).toBeLessThan(0.02);
      before = now;
    }
  });
});

describe('friction', () => {
  test('(70 + 12·1)·1.03 + 1.9 = 86.36 kPa hot at 1000 rev/min', () => {
    expect(frictionKpa(1000, 1.03)).toBeCloseTo(86.36, 9);
  });

  test('40 kPa more at cranking speed, gone by 450', () => {
    expect(frictionKpa(210, 1) - (70 + 12 * 0.21 + 1.9 * 0.21 ** 2)).toBeCloseTo(40, 9);
    expect(frictionKpa(450, 1)).toBeCloseTo(70 + 12 * 0.45 + 1.9 * 0.45 ** 2, 9);
  });

  test('250 kPa over 2460.5 cm³ is 48.95 N·m', () => {
    expect(torqueNm(250, 2460.5)).toBeCloseTo(48.95, 2);
  });
});

describe('cold metal', () => {
  test.each([
    ['filmShare', -20, 0.6],
    ['filmShare', -10, 0.555],
    ['vapourCranking', 20, 0.45],
    ['vapourCranking', 120, 1],
    ['oilFactor', -40, 3.6],
  ] as const)('%s at %d °C is %d', (name, temperature, value) => {
    expect(thermalValue(name, temperature)).toBeCloseTo(value, 9);
  });

  test('vapour rises with speed and vacuum, and is all of it when hot', () => {
    const cold = thermalAt(-20, 0);
    expect(vapourShare(cold, 210, 80, 80)).toBeCloseTo(0.22, 9);
    expect(vapourShare(cold, 1200, 80, 80)).toBeGreaterThan(0.22);
    expect(vapourShare(cold, 1200, 40, 80)).toBeGreaterThan(vapourShare(cold, 1200, 80, 80));
    expect(vapourShare(thermalAt(80, 0), 210, 80, 80)).toBe(1);
  });

  test.each([
    [0.5, 0, 'tooRich'],
    [0.6, 0, 'burned'],
    [1.1, 0, 'burned'],
    [1.2, 0, 'tooLean'],
    [0.9, 1, 'wetPlug'],
    [Infinity, 0, 'noFuel'],
  ] as const)('at −20 °C vapour lambda %d with plug wetness %d: %s', (lambda, wet, outcome) => {
    expect(eventOutcome(thermalAt(-20, 0), lambda, wet)).toBe(outcome);
  });
});

describe('manifold', () => {
  test('is stable on a manifold as small as you like, and comes to where flows balance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 6, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        (volume, area) => {
          const small = { ...standIn, manifoldVolumeL: volume };
          const state: EngineState = { ...engineAtRest(small, 80, 14), speedRpm: 1500 };
          let lowest = Infinity;
          let highest = 0;
          for (let i = 0; i < 3000; i += 1) {
            stepEngine(small, state, inputsAt(80, { idleAreaMm2: area }));
            state.speedRpm = 1500;
            lowest = Math.min(lowest, state.manifoldKpa);
            highest = Math.max(highest, state.manifoldKpa);
          }
          expect(lowest).toBeGreaterThan(0);
          expect(highest).toBeLessThanOrEqual(small.barometricKpa);
          const inGPerS = throttleFlowGPerS(area, small.barometricKpa, 293.15, state.manifoldKpa);
          const ve = lookUpMap(small.ve, 1500, state.manifoldKpa) / 100;
          const outGPerS =
            ((ve * state.manifoldKpa * 6 * small.cylinderVolumeCm3) / (287.05 * 293.15)) * (1500 / 120);
          if (state.manifoldKpa < 0.97 * small.barometricKpa) expect(outGPerS).toBeCloseTo(inGPerS, 1);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('wall film', () => {
  test('neither makes nor loses fuel: what is injected arrives, lies on the wall or is under way', () => {
    const inputs = inputsAt(-20);
    const state: EngineState = { ...engineAtRest(standIn, -20, 12.6), speedRpm: 600 };
    let injected = 0;
    let arrived = 0;
    for (let event = 0; event < 300; event += 1) {
      for (let i = 0; i < 30; i += 1) {
        stepEngine(standIn, state, inputs);
        state.speedRpm = 600;
      }
      const evaporated = state.evaporatedMg;
      const drawn = state.underwayMg[0] ?? 0;
      const result = cylinderEvent(standIn, state, inputs, command(8));
      injected += result.injectedMg;
      arrived += drawn + evaporated;
    }
    const waiting = state.filmMg + state.underwayMg.reduce((sum, mg) => sum + mg, 0);
    expect(arrived + waiting).toBeCloseTo(injected, 6);
  });

  test('in steady running all that is injected arrives', () => {
    const inputs = inputsAt(20);
    const state: EngineState = { ...engineAtRest(standIn, 20, 14), speedRpm: 1000 };
    let arriving = 0;
    let injecting = 0;
    for (let event = 0; event < 600; event += 1) {
      for (let i = 0; i < 20; i += 1) {
        stepEngine(standIn, state, inputs);
        state.speedRpm = 1000;
      }
      if (event >= 500) arriving += (state.underwayMg[0] ?? 0) + state.evaporatedMg;
      const result = cylinderEvent(standIn, state, inputs, command(4));
      if (event >= 500) injecting += result.injectedMg;
      Object.assign(state, { batteryV: 14, coolantC: 20, heatedByC: 0 });
    }
    expect(arriving / injecting).toBeCloseTo(1, 3);
  });
});

describe('idle air', () => {
  test.each([-20, 20, 80])('at %d °C lets in what the aimed speed needs', (coolantC) => {
    const area = idleAirAreaMm2(standIn, coolantC, Math.min(20, coolantC));
    expect(area).toBeGreaterThan(5);
    expect(area).toBeLessThan(400);
    expect(idleAimRpm(standIn, coolantC)).toBeGreaterThanOrEqual(1000);
  });

  test('a colder engine gets more air', () => {
    expect(idleAirAreaMm2(standIn, -20, -20)).toBeGreaterThan(idleAirAreaMm2(standIn, 80, 20));
  });
});

describe('step', () => {
  test('moves time by a millisecond, and a copy of its state goes the same way', () => {
    const state = engineAtRest(standIn, 20, 12.6);
    const inputs = inputsAt(20, { starterOn: true });
    stepEngine(standIn, state, inputs);
    expect(state.timeS).toBeCloseTo(STEP_S, 12);
    const copy = structuredClone(state);
    for (const one of [state, copy]) stepEngine(standIn, one, inputs);
    expect(copy).toEqual(state);
  });
});
