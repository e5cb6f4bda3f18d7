import { demo, modelOf, veOf } from '@tests/support/ventisca';
import { gridOf, lookUpMap } from '../map';
import {
  AT_REST,
  injectionAt,
  isOverrun,
  OverrunSwitch,
  overrunRegion,
  withoutEthanol,
  type EngineModel,
  type OperatingPoint,
  type OverrunCut,
} from '.';

const RUNNING: OperatingPoint = {
  ...AT_REST,
  phase: 'running',
  speedRpm: 3000,
  manifoldKpa: 60,
  coolantC: 85,
  airC: 25,
  batteryV: 14,
  sinceStartS: Infinity,
  throttlePercent: 20,
};

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });
const flat = (value: number) => gridOf({ x: [0, 20000], y: [0, 400], values: [value, value, value, value] });

/** Ventisca’s model changed, with everything that depends on nothing else made plain. */
function model(part: Partial<EngineModel> = {}, maps: Partial<EngineModel['maps']> = {}): EngineModel {
  const base = modelOf(demo());
  return { ...base, ...part, maps: { ...base.maps, ...maps } };
}

describe('load strategies', () => {
  test('an air-mass meter: 50 g/s at 3000 rev/min in six cylinders are 333.33 mg each', () => {
    const at = injectionAt(model({ strategy: 'airMass' }), { ...RUNNING, airFlowGPerS: 50 });
    expect(at.airMg).toBeCloseTo((50 * 120000) / (3000 * 6), 9);
    expect(at.baseFuelMg).toBeCloseTo(at.airMg / (at.lambdaTarget * 14.3), 9);
  });

  test('by throttle the map refers to barometric pressure: manifold pressure does not change the air', () => {
    const byThrottle = model(
      { strategy: 'throttle', loadAxis: 'throttle' },
      { ve: flat(50), lambda: flat(1), spark: flat(20) },
    );
    const [low, high] = [40, 120].map(
      (manifoldKpa) => injectionAt(byThrottle, { ...RUNNING, manifoldKpa }).airMg,
    );
    expect(low).toBe(high);
  });

  test('by throttle with pressure the air follows pressure above barometric, and only there', () => {
    const boosted = model({ strategy: 'throttlePressure' }, { ve: flat(80) });
    const air = (manifoldKpa: number) => {
      const at = injectionAt(boosted, { ...RUNNING, manifoldKpa });
      return at.airMg * (at.chargeC + 273.15);
    };
    const baro = boosted.barometricKpa;
    expect(air(40)).toBeCloseTo(air(baro), 6);
    expect(air(2 * baro)).toBeCloseTo(2 * air(baro), 6);
  });

  test('a plain pulse: net time is the map, and the lambda target changes nothing', () => {
    const plain = (lambda: number) =>
      model({ strategy: 'pulseWidth' }, { pulse: flat(4), lambda: flat(lambda) });
    const [rich, lean] = [injectionAt(plain(0.8), RUNNING), injectionAt(plain(1), RUNNING)];
    expect(rich.netMs).toBeCloseTo(4, 9);
    expect(lean.openingMs).toBe(rich.openingMs);
    expect(rich.lambdaTarget).toBe(0.8);
  });

  test('idle air counts like a throttle a little open: 30 % of a valve worth 5 % adds 1.5', () => {
    const ve = gridOf({ x: [0, 20000], y: [0, 10], values: [0, 0, 100, 100] });
    const byThrottle = model(
      { strategy: 'throttle', loadAxis: 'throttle', idleWorthPercent: 5 },
      { ve, idleAir: curve([0, 100], [30, 30]), lambda: flat(1), spark: flat(20) },
    );
    const at = injectionAt(byThrottle, { ...RUNNING, throttlePercent: 2 });
    expect(at.loadThrottlePercent).toBeCloseTo(3.5, 9);
    expect(at.vePercent).toBeCloseTo(35, 9);
  });
});

describe('blending by ethanol', () => {
  const second = {
    ve: null,
    pulse: null,
    lambda: null,
    spark: flat(30),
    cranking: null,
    afterStart: null,
    warmUp: null,
  };
  const blended = (ethanolPercent: number) =>
    injectionAt(
      model(
        {
          blend: {
            second: { ...second, lambda: flat(0.9) },
            curves: {
              fuel: null,
              target: curve([0, 85], [0, 100]),
              spark: curve([0, 50], [0, 100]),
              start: null,
            },
            densityGPerCm3: 0.745,
            base: withoutEthanol('petrol'),
          },
        },
        { lambda: flat(1), spark: flat(20), sparkCoolant: null, sparkAir: null },
      ),
      { ...RUNNING, ethanolPercent },
    );

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
      { acceleration: { thresholdPercentPerS: 20, decayTurns: 8 } },
      { acceleration: curve([0, 300], [0, 40]), accelerationCold: curve([0, 80], [2, 1]) },
    );
    const factor = (part: Partial<OperatingPoint>) =>
      injectionAt(opening, { ...RUNNING, ...part }).acceleration;
    expect(factor({ throttleRatePercentPerS: 300, coolantC: 80 })).toBeCloseTo(1.4, 9);
    expect(factor({ throttleRatePercentPerS: 300, coolantC: 0 })).toBeCloseTo(1.8, 9);
    expect(factor({ throttleRatePercentPerS: 300, coolantC: 80, turnsSinceOpening: 4 })).toBeCloseTo(1.2, 9);
    expect(factor({ throttleRatePercentPerS: 300, coolantC: 80, turnsSinceOpening: 9 })).toBe(1);
    expect(factor({ throttleRatePercentPerS: 20 })).toBe(1);
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
    const at = (cylinder: number | null, gear: number) =>
      injectionAt(trimmed, { ...RUNNING, cylinder, gear });
    const plain = at(null, 0);
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
      injectionAt(cranking, { ...RUNNING, phase: 'cranking', speedRpm: 220, turns });
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
  };
  const over = { speedRpm: 3000, throttlePercent: 0, manifoldKpa: 20, coolantC: 85 };

  test('needs every one of its conditions', () => {
    expect(isOverrun(cut, over)).toBe(true);
    for (const broken of [
      { speedRpm: 2000 },
      { throttlePercent: 2 },
      { manifoldKpa: 25 },
      { coolantC: 60 },
    ]) {
      expect(isOverrun(cut, { ...over, ...broken })).toBe(false);
    }
  });

  test('waits before it cuts, holds through its hysteresis, and stays cut its least time', () => {
    const follower = new OverrunSwitch(cut);
    const at = (timeS: number, part: Partial<typeof over> = {}) => follower.next({ ...over, ...part }, timeS);
    expect([at(0), at(0.4), at(0.5)]).toEqual([false, false, true]);
    expect(at(0.6, { manifoldKpa: 60 })).toBe(true);
    expect(at(0.9, { manifoldKpa: 27 })).toBe(true);
    expect(at(1, { manifoldKpa: 28 })).toBe(false);
    expect(at(1.1)).toBe(false);
  });

  test('cuts all fuel, in Workings’ terms, and only while running', () => {
    const cutting = model({ overrun: cut });
    const point = { ...RUNNING, ...over };
    expect(injectionAt(cutting, point)).toMatchObject({ cut: true, fuelMg: 0, openingMs: 0 });
    expect(injectionAt(cutting, { ...point, phase: 'cranking' }).cut).toBe(false);
  });

  test('its region on the map is where its speed and pressure reach', () => {
    expect(overrunRegion(cut, 'manifoldPressure')).toMatchObject({ fromX: 2000, toY: 25 });
    expect(overrunRegion(cut, 'throttle')).toMatchObject({ fromX: 2000, toY: 2 });
  });
});

test('the demo’s VE map is still what speed-density reads', () => {
  const at = injectionAt(modelOf(demo()), RUNNING);
  expect(at.vePercent).toBeCloseTo(lookUpMap(veOf(modelOf(demo())), 3000, 60), 9);
});
