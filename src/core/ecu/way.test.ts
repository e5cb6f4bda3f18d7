import { flowFunction, throttleFlowGPerS } from '../air';
import { type ChannelValues, PHASE } from '../channel';
import { deadTimeCurve } from '../injector';
import { curveThrough, type Grid, gridOf } from '../numeric';
import {
  type EcuProgram,
  type LoadProgram,
  type MapId,
  NO_IDLE,
  NOTHING_LOST,
  type SecondSetProgram,
  type Tables,
} from '../program';
import { capacityAt } from './capacity';
import { FREE_SPARK } from './decisions';
import { injected } from '@tests/support/ventisca';

const flat = (value: number): Grid => gridOf({ x: [0, 1], y: [], values: [value, value] });
/** A map that says its load. */
const byLoad = (least: number, most: number): Grid =>
  gridOf({ x: [0, 10000], y: [0, 100], values: [least, least, most, most] });
const plane = (value: number): Grid => byLoad(value, value);
const constant = (ms: number) =>
  deadTimeCurve([
    { volts: 6, ms },
    { volts: 18, ms },
  ]);

const TABLES: Tables = {
  ve: plane(80),
  lambda: plane(0.9),
  spark: plane(20),
  cranking: flat(3),
  afterStart: flat(1.5),
  afterStartDecay: flat(20),
  warmUp: flat(1.1),
};

type Change = Partial<Omit<EcuProgram, 'load'>> & { readonly load?: Partial<LoadProgram> };

/** A plain program; a table given as undefined is not there. */
function model(change: Change = {}, tables: Partial<Record<MapId, Grid | undefined>> = {}): EcuProgram {
  const kept = Object.entries({ ...TABLES, ...tables }).filter(([, table]) => table !== undefined);
  return {
    cylinders: 4,
    cylinderVolumeCm3: 500,
    crankDelayS: 0,
    stoichiometricRatio: 14.7,
    barometricKpa: 100,
    injector: {
      ratedFlowGPerS: 5,
      ratedPressureKpa: 300,
      measuredFlow: curveThrough([]),
      railGaugeKpa: 300,
      regulator: 'manifold',
      deadTime: { pressuresKpa: Float64Array.of(300), curves: [constant(1)] },
      shortPulse: curveThrough([]),
      squirts: 1,
    },
    second: null,
    closedLoop: null,
    learned: null,
    knock: null,
    runningSpeedRpm: 500,
    blend: null,
    acceleration: { thresholdPercentPerS: 10, deadBandPercent: 0, decayTurns: 10 },
    film: null,
    overrun: null,
    idle: NO_IDLE,
    limits: null,
    boost: null,
    protection: null,
    sensorLoss: NOTHING_LOST,
    corrections: [],
    injection: null,
    ignition: { mode: null, groups: null, dwell: null },
    firing: null,
    trigger: null,
    pickups: null,
    gearing: null,
    inputs: [],
    outputs: [],
    idleAir: 'thermostatic',
    pins: {},
    ...change,
    tables: Object.fromEntries(kept),
    load: {
      strategy: 'speedDensity',
      axis: 'manifoldPressure',
      filling: 've',
      target: 'lambda',
      spark: 'spark',
      idleWorthPercent: 0,
      fullFuelMg: 50,
      fullAirFlowGPerS: 100,
      ...change.load,
    },
  };
}

const POINT: ChannelValues = {
  phase: PHASE.running,
  speed: 3000,
  manifoldPressure: 50,
  coolant: 90,
  air: 20,
  battery: 14,
  sinceStart: Infinity,
};

/** The gas law written out: mg in a cylinder of 500 cm³. */
const gasMg = (ve: number, kpa: number, celsius: number) =>
  ((ve / 100) * kpa * 500 * 1000) / (287.05 * (273.15 + celsius));

describe('the way from pressure to opening', () => {
  // Cold air 237.7 mg, four cylinders at 3000 rev/min: 23.77 g/s. A fifth of full flow heats by 0.22: 20 + 0.22 · 70.
  const coldMg = gasMg(80, 50, 20);
  const flow = ((coldMg / 1000) * 4 * 3000) / 120;
  const full = { load: { fullAirFlowGPerS: flow / 0.2 } };

  test('air: filling, first estimate of flow, heating, charge, mass', () => {
    const at = injected(model(full), POINT);
    expect(at).toMatchObject({ vePercent: 80, densityKpa: 50, loadThrottlePercent: 0, pulseMs: null });
    expect(at.flowEstimateGPerS).toBeCloseTo(flow, 9);
    expect(flow).toBeCloseTo(23.77, 2);
    expect(at.heating).toBeCloseTo(0.22, 9);
    expect(at.chargeC).toBeCloseTo(35.4, 9);
    expect(at.airMg).toBeCloseTo(gasMg(80, 50, 35.4), 9);
    expect(at.baseFuelMg).toBeCloseTo(gasMg(80, 50, 35.4) / (0.9 * 14.7), 9);
    expect(at.corrections).toEqual([]);
  });

  // After-start 1.5 half-way: 1.25; warm-up 1.1; acceleration 20 % · 1.5 half faded: 1.15; trims 1.1 · 0.95.
  test('fuel: every factor once, then the trims of gear and cylinder', () => {
    const made = model(full, {
      acceleration: flat(20),
      accelerationCold: flat(1.5),
      fuelGear: flat(10),
      fuelCylinder: flat(-5),
    });
    const point = {
      ...POINT,
      sinceStart: 10,
      throttleRate: 50,
      turnsSinceOpening: 5,
      cylinder: 2,
      gear: 3,
    };
    const at = injected(made, point);
    expect(at).toMatchObject({ afterStart: 1.25, warmUp: 1.1, crankingMultiple: 1 });
    expect(at.acceleration).toBeCloseTo(1.15, 9);
    expect(at.enrichedMg / at.baseFuelMg).toBeCloseTo(1.25 * 1.1 * 1.15, 9);
    expect(at.trim).toBeCloseTo(1.1 * 0.95, 9);
    expect(at.fuelMg / at.enrichedMg).toBeCloseTo(1.1 * 0.95, 9);
    expect(injected(made, { ...point, cylinder: NaN }).trim).toBeCloseTo(1.1, 9);
    expect(injected(made, { ...point, throttleRate: 10 }).acceleration).toBe(1);
  });

  // Half the fuel twice: net m/2/5, with 0.1 ms for a short pulse and 1 ms dead; two of them in 40 ms.
  test('opening: two squirts a cycle, short pulse and dead time', () => {
    const injector = {
      ...model().injector,
      squirts: 2,
      shortPulse: curveThrough([
        [0.1, 0.1],
        [90, 0.1],
      ]),
    };
    const at = injected(model({ ...full, injector }), POINT);
    expect(at.netMs).toBeCloseTo(at.fuelMg / 10, 9);
    expect(at).toMatchObject({ shortPulseMs: 0.1, deadMs: 1, cycleMs: 40, flowGPerS: 5, firstMg: at.fuelMg });
    expect(at.openingMs).toBeCloseTo(at.fuelMg / 10 + 1.1, 9);
    expect(at.dutyPercent).toBeCloseTo((100 * 2 * at.openingMs) / 40, 9);
  });

  test('no fuel is no opening, no short pulse and no second set', () => {
    const injector = { ...model().injector, shortPulse: curveThrough([[0.1, 0.1]]) };
    const at = injected(model({ injector, second: SECOND }), POINT, {
      active: [],
      film: null,
      tried: null,
      cut: true,
      held: FREE_SPARK,
    });
    expect(at).toMatchObject({ fuelMg: 0, netMs: 0, shortPulseMs: 0, openingMs: 0, secondOpeningMs: 0 });
  });
});

const SECOND: SecondSetProgram = {
  plan: { by: 'demand', beginsAtPercent: 0, fullAtPercent: 100, shareAtFullPercent: 100, leastNetMs: 0.5 },
  ratedFlowGPerS: 4,
  ratedPressureKpa: 300,
  deadTime: constant(2),
};

describe('other measures of load', () => {
  // 20 g/s · 120 000/(3000 · 4) = 200 mg; a fifth of full flow.
  test('an air-mass meter: air by flow, filling as it implies', () => {
    const at = injected(model({ load: { strategy: 'airMass' } }, { ve: undefined }), {
      ...POINT,
      airFlow: 20,
    });
    expect(at.airMg).toBeCloseTo(200, 9);
    expect(at.flowEstimateGPerS).toBe(20);
    expect(at.chargeC).toBeCloseTo(35.4, 9);
    expect(at.vePercent).toBeCloseTo((100 * 200) / gasMg(100, 50, 35.4), 9);
    expect(at.densityKpa).toBe(50);
  });

  // 4 ms · 5 g/s = 20 mg; the air it stands for at its target is 20 · 0.9 · 14.7.
  test('a plain pulse: fuel by its map, air as it implies', () => {
    const at = injected(
      model({ load: { strategy: 'pulseWidth' } }, { ve: undefined, pulse: plane(4) }),
      POINT,
    );
    expect(at).toMatchObject({ pulseMs: 4, baseFuelMg: 20, densityKpa: 50 });
    expect(at.airMg).toBeCloseTo(20 * 0.9 * 14.7, 9);
    expect(at.vePercent).toBeCloseTo((100 * 20 * 0.9 * 14.7) / gasMg(100, 50, at.chargeC), 9);
  });

  // By hand: 1 − cos 27° + 0.5·(1 − cos 9°) = 0.108994 + 0.006156 = 1 − cos 27.767°, which is 30.852 %.
  test('throttle: idle air counts, pressure does not but where it boosts', () => {
    const [ve, target] = [byLoad(0, 100), byLoad(0.8, 1.2)];
    const maps = { veThrottle: ve, lambda: target, lambdaThrottle: target, idleAir: flat(50) };
    const load = (change: Partial<LoadProgram>, kpa = 50) =>
      injected(model({ load: { idleWorthPercent: 10, ...change } }, maps), {
        ...POINT,
        throttle: 30,
        manifoldPressure: kpa,
      });
    const plain = load({ strategy: 'throttle', axis: 'throttle', target: 'lambdaThrottle' });
    expect(plain.loadThrottlePercent).toBeCloseTo(30.852, 3);
    expect(plain.vePercent).toBeCloseTo(30.852, 3);
    expect(plain.densityKpa).toBe(100);
    expect(plain.lambdaMapped).toBeCloseTo(0.8 + 0.4 * 0.30852, 5);
    expect(load({ strategy: 'throttlePressure' }).densityKpa).toBe(100);
    expect(load({ strategy: 'throttlePressure' }, 150).densityKpa).toBe(150);
    expect(load({ strategy: 'throttle' }, 50).lambdaMapped).toBeCloseTo(1, 9);
    expect(load({ strategy: 'throttle', idleWorthPercent: 0 }).loadThrottlePercent).toBe(30);
    const without = injected(
      model({ load: { strategy: 'throttle', idleWorthPercent: 10 } }, { veThrottle: plane(80) }),
      {
        ...POINT,
        throttle: 30,
      },
    );
    expect(without.loadThrottlePercent).toBe(30);
  });

  test('a map that the strategy needs and has not is an error that names it', () => {
    expect(() => injected(model({}, { ve: undefined }), POINT)).toThrow(/no ve map/);
  });
});

describe('two sets', () => {
  // 25 of 50 mg asked for: half of the full share, so half of the fuel each. Second: 12.5/4 = 3.125 ms and 2 dead.
  const half = { load: { strategy: 'pulseWidth' }, second: SECOND } as const;
  const maps = { ve: undefined, pulse: plane(5), warmUp: flat(1) };

  test('by demand', () => {
    const at = injected(model(half, maps), POINT);
    expect(at).toMatchObject({
      fuelMg: 25,
      firstMg: 12.5,
      secondNetMs: 3.125,
      secondOpeningMs: 5.125,
      secondFlowGPerS: 4,
    });
    expect(at.netMs).toBeCloseTo(2.5, 9);
    expect(at.secondDutyPercent).toBeCloseTo((100 * 5.125) / 40, 9);
  });

  // Alone the first set would open twice for 2.5 + 1 ms: 17.5 % duty, so 17.5 % of the fuel goes to the second.
  test('by duty of the first set alone', () => {
    const injector = { ...model().injector, squirts: 2 };
    const second = { ...SECOND, plan: { ...SECOND.plan, by: 'duty' as const } };
    const at = injected(model({ ...half, injector, second }, maps), POINT);
    expect(at.firstMg).toBeCloseTo(25 * 0.825, 9);
    expect(at.secondNetMs).toBeCloseTo((25 * 0.175) / 4, 9);
  });

  test('one that would open for less than its least stays shut', () => {
    const second = { ...SECOND, plan: { ...SECOND.plan, leastNetMs: 3.2 } };
    const at = injected(model({ ...half, second }, maps), POINT);
    expect(at).toMatchObject({ firstMg: 25, secondNetMs: 0, secondOpeningMs: 0, secondFlowGPerS: 0 });
  });

  // To 85 % of 40 ms: the first could flow 33 ms for its 2.5, the second 32 for its 3.125: 10.24 times.
  test('the set that is full first ends the head-room', () => {
    const made = model(half, maps);
    const at = injected(made, POINT);
    expect(capacityAt(made, at, 14, 85)?.fuelMg).toBeCloseTo(25 * 10.24, 6);
    expect(capacityAt(made, at, 14, 85)?.headRoomPercent).toBeCloseTo(924, 6);
    // At 5 % it is dead for as long as it may open: nothing is left.
    expect(capacityAt(made, at, 14, 5)?.headRoomPercent).toBe(-100);
    const alone = { ...made, second: null };
    expect(capacityAt(alone, injected(alone, POINT), 14, 85)?.fuelMg).toBeCloseTo(33 * 5, 6);
  });
});

describe('spark', () => {
  const maps = { sparkCoolant: flat(-2), sparkAir: flat(-3), sparkGear: flat(1), sparkCylinder: flat(2) };
  const add = {
    id: 'c',
    name: 'c',
    on: 'spark',
    operation: 'multiply',
    x: 'coolant',
    y: null,
    activation: null,
    grid: flat(2),
  } as const;

  // 20 − 2 − 3 = 15; a correction doubles that, then the trims: 30 + 1 + 2.
  test('base, coolant and air, the corrections of that, then the trims', () => {
    const at = (change: Change, point: ChannelValues = {}) =>
      injected(model(change, maps), { ...POINT, cylinder: 1, ...point });
    expect(at({}).spark).toEqual({
      boostDeg: 0,
      idleDeg: 0,
      retardDeg: 0,
      replacedDeg: null,
      baseDeg: 20,
      coolantDeg: -2,
      airDeg: -3,
      gearDeg: 1,
      cylinderDeg: 2,
      sparkDeg: 18,
    });
    expect(at({}, { cylinder: NaN }).sparkDeg).toBe(16);
    expect(at({ corrections: [add] }).sparkDeg).toBe(33);
    expect(at({ corrections: [add] }).corrections).toHaveLength(1);
    // No crank advance of its own: the map, with all that is added.
    expect(at({}, { phase: PHASE.cranking }).sparkDeg).toBe(18);
  });

  test.each([
    [70, 60],
    [-40, -20],
  ])('a map of %d° is held at %d°', (mapped, held) => {
    expect(injected(model({}, { spark: plane(mapped) }), POINT).sparkDeg).toBe(held);
  });
});

describe('flow past a throttle', () => {
  // Ψ = (p/p₀)^(1/1.4) · √(7 · (1 − (p/p₀)^(0.4/1.4))); choked below 0.52828; a straight line from 0.98.
  test.each([
    [0, 0.684731],
    [0.5, 0.684731],
    [0.6, 0.676915],
    [0.9, 0.422581],
    [0.98, 0.197846],
    [0.99, 0.098923],
    [1, 0],
    [1.2, 0],
  ])('Ψ(%d) is %d', (ratio, psi) => {
    expect(flowFunction(ratio)).toBeCloseTo(psi, 5);
  });

  test('10 mm² at 101.325 kPa and 293.15 K, choked, pass 2.3917 g/s', () => {
    expect(throttleFlowGPerS(10, 101.325, 293.15, 40)).toBeCloseTo(2.3917, 4);
    expect(throttleFlowGPerS(10, 101.325, 293.15, 0.9 * 101.325)).toBeCloseTo(
      (2.3917 * 0.422581) / 0.684731,
      3,
    );
  });
});
