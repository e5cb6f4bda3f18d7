import { demo, injected, programOf, tableOf } from '@tests/support/ventisca';
import { type ChannelValues, frameOf, PHASE } from '../channel';
import { isOverrun, overrun, type OverrunCut, overrunRegion } from '../control';
import { withoutEthanol } from '../fuels';
import { gridOf, lookUpMap } from '../numeric';
import type { EcuProgram, LoadProgram, Tables } from '../program';

const RUNNING: ChannelValues = {
  phase: PHASE.running,
  speed: 3000,
  manifoldPressure: 60,
  coolant: 85,
  air: 25,
  battery: 14,
  sinceStart: Infinity,
  throttle: 20,
};

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });
const flat = (value: number) => gridOf({ x: [0, 20000], y: [0, 400], values: [value, value, value, value] });

type Change = Partial<Omit<EcuProgram, 'load'>> & { readonly load?: Partial<LoadProgram> };

/** Ventisca’s program changed, with everything that depends on nothing else made plain. */
function model(change: Change = {}, tables: Tables = {}): EcuProgram {
  const base = programOf(demo());
  return {
    ...base,
    ...change,
    load: { ...base.load, ...change.load },
    tables: { ...base.tables, ...tables },
  };
}

const BY_THROTTLE = {
  strategy: 'throttle',
  axis: 'throttle',
  filling: 'veThrottle',
  target: 'lambdaThrottle',
  spark: 'sparkThrottle',
} as const;

describe('load strategies', () => {
  test('an air-mass meter: 50 g/s at 3000 rev/min in six cylinders are 333.33 mg each', () => {
    const at = injected(model({ load: { strategy: 'airMass' } }), { ...RUNNING, airFlow: 50 });
    expect(at.airMg).toBeCloseTo((50 * 120000) / (3000 * 6), 9);
    expect(at.baseFuelMg).toBeCloseTo(at.airMg / (at.lambdaTarget * 14.3), 9);
  });

  test('by throttle the map refers to barometric pressure: manifold pressure does not change the air', () => {
    const byThrottle = model(
      { load: BY_THROTTLE },
      { veThrottle: flat(50), lambdaThrottle: flat(1), sparkThrottle: flat(20) },
    );
    const [low, high] = [40, 120].map(
      (manifoldPressure) => injected(byThrottle, { ...RUNNING, manifoldPressure }).airMg,
    );
    expect(low).toBe(high);
  });

  test('by throttle with pressure the air follows pressure above barometric, and only there', () => {
    const boosted = model({ load: { strategy: 'throttlePressure' } }, { veThrottle: flat(80) });
    const air = (manifoldPressure: number) => {
      const at = injected(boosted, { ...RUNNING, manifoldPressure });
      return at.airMg * (at.chargeC + 273.15);
    };
    const baro = boosted.barometricKpa;
    expect(air(40)).toBeCloseTo(air(baro), 6);
    expect(air(2 * baro)).toBeCloseTo(2 * air(baro), 6);
  });

  test('a plain pulse: net time is the map, and the lambda target changes nothing', () => {
    const plain = (lambda: number) =>
      model({ load: { strategy: 'pulseWidth' } }, { pulse: flat(4), lambda: flat(lambda) });
    const [rich, lean] = [injected(plain(0.8), RUNNING), injected(plain(1), RUNNING)];
    expect(rich.netMs).toBeCloseTo(4, 9);
    expect(lean.openingMs).toBe(rich.openingMs);
    expect(rich.lambdaTarget).toBe(0.8);
  });

  // By hand: 1 − cos 1.8° = 0.000493, 1 − cos 4.5° = 0.003083; 0.000493 + 0.3·0.003083 = 0.001418 = 1 − cos 3.052°.
  test('idle air counts by its opening: 30 % of a valve worth 5 % makes 2 % of throttle 3.39 %', () => {
    const ve = gridOf({ x: [0, 20000], y: [0, 10], values: [0, 0, 100, 100] });
    const byThrottle = model(
      { load: { ...BY_THROTTLE, idleWorthPercent: 5 } },
      {
        veThrottle: ve,
        idleAir: curve([0, 100], [30, 30]),
        lambdaThrottle: flat(1),
        sparkThrottle: flat(20),
      },
    );
    const at = injected(byThrottle, { ...RUNNING, throttle: 2 });
    expect(at.loadThrottlePercent).toBeCloseTo(3.391, 3);
    expect(at.vePercent).toBeCloseTo(33.91, 2);
  });
});

describe('blending by ethanol', () => {
  const blended = (ethanolPercent: number) => {
    const { sparkCoolant: _coolant, sparkAir: _air, ...tables } = programOf(demo()).tables;
    const second = {
      lambda: { table: flat(0.9), share: curve([0, 85], [0, 100]) },
      spark: { table: flat(30), share: curve([0, 50], [0, 100]) },
    };
    const program = model({ blend: { second, densityGPerCm3: 0.745, base: withoutEthanol('petrol') } });
    return injected(
      {
        ...program,
        tables: {
          ...tables,
          lambda: flat(1),
          spark: flat(20),
        },
      },
      { ...RUNNING, ethanol: ethanolPercent },
    );
  };

  test('each purpose has its own curve: at 42.5 % half of the target, 85 % of the spark', () => {
    expect(blended(0)).toMatchObject({ lambdaTarget: 1, sparkDeg: 20 });
    expect(blended(42.5).lambdaTarget).toBeCloseTo(0.95, 9);
    expect(blended(42.5).sparkDeg).toBeCloseTo(28.5, 9);
    expect(blended(85)).toMatchObject({ lambdaTarget: 0.9, sparkDeg: 30 });
  });

  test('the stoichiometric ratio and density follow the tank: 60 % gives 11.202, and more flow by √density', () => {
    expect(blended(60).stoichiometricRatio).toBeCloseTo(11.202, 3);
    expect(blended(0).stoichiometricRatio).toBeCloseTo(14.7, 9);
    expect(blended(60).flowGPerS / blended(0).flowGPerS).toBeCloseTo(
      Math.sqrt((0.6 * 0.789 + 0.4 * 0.745) / 0.745),
      9,
    );
  });
});

describe('factors and trims', () => {
  test('acceleration: 40 % at 300 %/s, doubled when cold, half gone after half its turns, nothing below the threshold', () => {
    const opening = model(
      { acceleration: { thresholdPercentPerS: 20, deadBandPercent: 0, decayTurns: 8 } },
      { acceleration: curve([0, 300], [0, 40]), accelerationCold: curve([0, 80], [2, 1]) },
    );
    const factor = (part: ChannelValues) => injected(opening, { ...RUNNING, ...part }).acceleration;
    expect(factor({ throttleRate: 300, coolant: 80 })).toBeCloseTo(1.4, 9);
    expect(factor({ throttleRate: 300, coolant: 0 })).toBeCloseTo(1.8, 9);
    expect(factor({ throttleRate: 300, coolant: 80, turnsSinceOpening: 4 })).toBeCloseTo(1.2, 9);
    expect(factor({ throttleRate: 300, coolant: 80, turnsSinceOpening: 9 })).toBe(1);
    expect(factor({ throttleRate: 20 })).toBe(1);
  });

  test('trims of gear and cylinder multiply, and only that cylinder has its own', () => {
    const trimmed = model(
      {},
      {
        fuelCylinder: curve([1, 2], [0, 10]),
        fuelGear: curve([0, 5], [0, 5]),
        sparkCylinder: curve([1, 2], [0, -2]),
      },
    );
    const at = (cylinder: number, gear: number) => injected(trimmed, { ...RUNNING, cylinder, gear });
    const plain = at(NaN, 0);
    expect(at(2, 5).fuelMg / plain.fuelMg).toBeCloseTo(1.1 * 1.05, 9);
    expect(at(1, 0).fuelMg).toBeCloseTo(plain.fuelMg, 9);
    expect(at(2, 0).sparkDeg).toBeCloseTo(plain.sparkDeg - 2, 9);
  });

  test('the taper takes cranking fuel back with the turns, and crank advance stands for the spark map', () => {
    const cranking = model(
      {},
      { crankingTaper: curve([0, 40], [100, 50]), crankAdvance: curve([-30, 80], [7, 7]) },
    );
    const at = (turns: number) =>
      injected(cranking, { ...RUNNING, phase: PHASE.cranking, speed: 220, turns });
    expect(at(20).fuelMg / at(0).fuelMg).toBeCloseTo(0.75, 9);
    expect(at(0).sparkDeg).toBe(7);
  });
});

describe('the overrun cut', () => {
  const cut: OverrunCut = {
    speedAboveRpm: 2000,
    speedHysteresisRpm: 300,
    throttleBelowPercent: 2,
    throttleHysteresisPercent: 1,
    pressureBelowKpa: 25,
    pressureHysteresisKpa: 3,
    coolantAboveC: 60,
    coolantHysteresisC: 5,
    delayInS: 0.5,
    delayOutS: 0.2,
    returnDeg: 0,
    returnS: 0,
  };
  const over = { speed: 3000, throttle: 0, manifoldPressure: 20, coolant: 85 };

  test('needs every one of its conditions', () => {
    expect(isOverrun(cut, frameOf(over))).toBe(true);
    for (const broken of [{ speed: 2000 }, { throttle: 2 }, { manifoldPressure: 25 }, { coolant: 60 }]) {
      expect(isOverrun(cut, frameOf({ ...over, ...broken }))).toBe(false);
    }
  });

  test('waits before it cuts, holds through its hysteresis, and stays cut its least time', () => {
    const [state, out] = [overrun.atRest(cut), overrun.out(cut)];
    const at = (time: number, part: ChannelValues = {}) => {
      overrun.step(cut, state, frameOf({ ...over, ...part, time }), out);
      return out.cut;
    };
    expect([at(0), at(0.4), at(0.5)]).toEqual([false, false, true]);
    expect(at(0.6, { manifoldPressure: 60 })).toBe(true);
    expect(at(0.9, { manifoldPressure: 27 })).toBe(true);
    expect(at(1, { manifoldPressure: 28 })).toBe(false);
    expect(at(1.1)).toBe(false);
  });

  test('cuts all fuel, in Workings’ terms, and only while running', () => {
    const cutting = model({ overrun: cut });
    const point = { ...RUNNING, ...over };
    expect(injected(cutting, point)).toMatchObject({ cut: true, fuelMg: 0, openingMs: 0 });
    expect(injected(cutting, { ...point, phase: PHASE.cranking }).cut).toBe(false);
  });

  test('its region on the map is where its speed and pressure reach', () => {
    expect(overrunRegion(cut, 'manifoldPressure')).toMatchObject({ fromX: 2000, toY: 25 });
    expect(overrunRegion(cut, 'throttle')).toMatchObject({ fromX: 2000, toY: 2 });
  });
});

test('the demo’s VE map is still what speed-density reads', () => {
  const at = injected(programOf(demo()), RUNNING);
  expect(at.vePercent).toBeCloseTo(lookUpMap(tableOf(programOf(demo()), 've'), 3000, 60), 9);
});
