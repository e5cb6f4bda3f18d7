import { type Rewiring, rewiredCar } from '@tests/support/car';
import { demo, programOf } from '@tests/support/ventisca';
import { INPUT_IDS, type InputId, SWITCH_IDS } from '@/core/sensors';
import { pullUpVolts, thermistorOhm } from '@/core/sensors';
import { type Car, SENSOR_FAULT_KINDS, type SensorFault } from '../car';
import { carOf } from '../carOfDocument';
import { copiedSampling, sampleSignals, samplingAtRest } from './sampling';
import { SEEN, signalsOf } from './signals';

const document = demo('ventisca', ({ sensors }) => {
  sensors.ethanol.fitted = { ...sensors.vehicleSpeed.fitted, value: 'yes' } as typeof sensors.ethanol.fitted;
  for (const id of SWITCH_IDS) sensors[id].fitted = sensors.ethanol.fitted;
  sensors.ethanol.points = {
    ...sensors.gear.points,
    units: ['Hz', '%'],
    rows: [
      [50, 0],
      [150, 100],
    ],
  } as unknown as typeof sensors.ethanol.points;
});
const program = programOf(document);
const QUIET = { noise: 0, adcBits: null, saturates: true, mapIsGauge: false };
const car: Car = { ...carOf(document, program), sensing: QUIET };

type Seen = Record<keyof typeof SEEN, number>;
const TRUTH: Seen = {
  coolantC: -20,
  airC: 10,
  manifoldKpa: 66,
  barometricKpa: 81,
  throttlePercent: 49,
  railGaugeKpa: 300,
  oilGaugeKpa: 400,
  lambdaOne: 1.1,
  lambdaTwo: NaN,
  ethanolPercent: 30,
  kmPerH: 100,
  gear: 3,
  launchHeld: 0,
  shiftHeld: 1,
  retardHeld: 0,
};

interface Sampled {
  readonly of?: Car;
  readonly fault?: Partial<Record<InputId, SensorFault>>;
}

/** Signals by input, sample after sample. */
function sampled(truths: readonly Seen[], { of = car, fault = {} }: Sampled = {}, stepS = 0.1) {
  const pins = signalsOf(program, of);
  const faults = program.inputs.map(({ id }) => fault[id] ?? null);
  const last = pins.map(() => ({ seen: NaN, at: NaN }));
  const state = samplingAtRest(pins.length, 1);
  return truths.map((truth, i) => {
    const out = new Float64Array(pins.length);
    const seen = Float64Array.from(Object.keys(SEEN), (what) => truth[what as keyof Seen]);
    sampleSignals(pins, seen, faults, last, state, 1 + i * stepS, pins.length, out);
    return Object.fromEntries(program.inputs.map(({ id }, at) => [id, out[at] as number])) as Record<
      InputId,
      number
    >;
  });
}

const at = (options: Sampled = {}, truth: Partial<Seen> = {}) =>
  sampled([{ ...TRUTH, ...truth }], options)[0] as Record<InputId, number>;
const rewired = (change: Rewiring): Car => rewiredCar(program, car, change);
const typedVolts = (gear: number) => document.sensors.gear.points?.rows.find(([row]) => row === gear)?.[1];

describe('signals', () => {
  test('every input of the list is tried here', () => {
    expect(program.inputs.map(({ id }) => id)).toEqual([...INPUT_IDS]);
  });

  // 66 kPa between 20 kPa at 0.41 V and 250 kPa at 4.66 V: 0.41 + 46 · 4.25/230 = 1.26 V. Throttle 49 % half-way between
  // 0.62 and 4.31 V; lambda 1.1 at 0.5 + 4 · 0.4/0.6; 30 % ethanol at 80 Hz.
  test('each sensor gives the volts, or pulses, of what it is exposed to', () => {
    const { coolant, air, pullUp } = car;
    if (coolant === null || air === null || pullUp === null) throw new TypeError('Ventisca has these');
    // Nothing is wired on the screen for ethanol: without a loom all is taken as wired.
    const given = at({ of: { ...car, loom: null } });
    expect(given.map).toBeCloseTo(1.26, 9);
    expect(given.coolant).toBeCloseTo(pullUpVolts(pullUp, thermistorOhm(coolant, -20)), 9);
    expect(given.air).toBeCloseTo(pullUpVolts(pullUp, thermistorOhm(air, 10)), 9);
    expect(given.throttle).toBeCloseTo((0.62 + 4.31) / 2, 9);
    expect(given.lambdaOne).toBeCloseTo(0.5 + (4 * 0.4) / 0.6, 9);
    expect(given.ethanol).toBeCloseTo(80, 9);
    expect(given.vehicleSpeed).toBeCloseTo(
      (100 * (document.sensors.vehicleSpeed.pulses?.amount ?? NaN)) / 3600,
      6,
    );
    expect(given.gear).toBe(typedVolts(3));
    expect(at({}, { coolantC: 80 }).coolant).toBeLessThan(given.coolant);
  });

  // To ground under a pull-up: 0.05 V while it is held, 4.9 V let go.
  test('a switch is pulled down by the hand that is on it', () => {
    const wired = { of: { ...car, loom: null } };
    const ends = (held: number) => {
      const given = at(wired, { launchHeld: held, shiftHeld: held, retardHeld: held });
      return SWITCH_IDS.map((id) => given[id]);
    };
    expect(ends(1)).toEqual(SWITCH_IDS.map(() => 0.05));
    expect(ends(0)).toEqual(SWITCH_IDS.map(() => 4.9));
  });

  test('a mixture that is not read gives nothing, one beyond the sheet its end', () => {
    expect(at().lambdaTwo).toBe(0);
    expect(at({}, { lambdaOne: 4 }).lambdaOne).toBeCloseTo(4.5, 9);
    expect(at({}, { lambdaOne: 0.4 }).lambdaOne).toBeCloseTo(0.5, 9);
  });

  // Built against the air outside, 81 kPa: 66 kPa is −15 of gauge.
  test('a pressure sensor built against the air outside reads as much less', () => {
    const of = { ...car, sensing: { ...QUIET, mapIsGauge: true } };
    expect(at({ of }, { manifoldKpa: 66 + 81 }).map).toBeCloseTo(1.26, 9);
    expect(at({ of }).map).toBeLessThan(0.41);
  });

  // The sheet of the true sensor ends at 0.41 and 4.66 V.
  test('a pressure sensor’s output ends 0.15 V beyond its sheet', () => {
    expect(at({}, { manifoldKpa: 3 }).map).toBeCloseTo(0.26, 9);
    expect(at({}, { manifoldKpa: 400 }).map).toBeCloseTo(4.81, 9);
    const endless = { ...car, sensing: { ...QUIET, saturates: false } };
    expect(at({ of: endless }, { manifoldKpa: 3 }).map).toBeLessThan(0.15);
  });

  test('where nothing is known of a part it is as it is described', () => {
    const typed = { ...car, coolant: null, map: null, pullUp: null, loom: null };
    expect(at({ of: typed }).map).not.toBeCloseTo(1.26, 2);
    expect(at({ of: typed }).map).toBeCloseTo(1.26, 0);
    expect(at({ of: typed }).coolant).toBeGreaterThan(3);
    expect(at({ of: { ...car, throttle: car.map } }).throttle).not.toBeCloseTo((0.62 + 4.31) / 2, 2);
  });
});

describe('through the loom', () => {
  test('two sensors changed for each other give each other’s signal', () => {
    const swapped = at({ of: rewired({ coolant: 'air', air: 'coolant', map: 'throttle', throttle: 'map' }) });
    const straight = at();
    expect([swapped.coolant, swapped.air]).toEqual([straight.air, straight.coolant]);
    expect([swapped.map, swapped.throttle]).toEqual([straight.throttle, straight.map]);
  });

  test('an open input with a pull-up goes to the reference, one without to nothing', () => {
    const open = at({ of: rewired({ coolant: null, map: null, vehicleSpeed: null }) });
    expect([open.coolant, open.map, open.vehicleSpeed]).toEqual([car.pullUp?.referenceV, 0, 0]);
  });

  test('a thermistor where there is no pull-up gives nothing, pulses are no voltage, other parts give none', () => {
    const wrong = at({
      of: rewired({ map: 'coolant', throttle: 'vehicleSpeed', vehicleSpeed: 'map', lambdaOne: 'crank' }),
    });
    expect([wrong.map, wrong.throttle, wrong.vehicleSpeed, wrong.lambdaOne]).toEqual([0, 0, 0, 0]);
    expect(at({ of: rewired({ coolant: 'map' }) }).coolant).toBeCloseTo(1.26, 9);
  });
});

describe('noise and converter', () => {
  test('signals come in the steps of the converter', () => {
    const of = { ...car, sensing: { ...QUIET, adcBits: 8 } };
    const step = (car.pullUp?.referenceV ?? NaN) / 256;
    expect(at({ of }).map).toBeCloseTo(step * Math.round(1.26 / step), 12);
    expect(at({ of }).vehicleSpeed).toBe(at().vehicleSpeed);
  });

  // 4 mV each way, evenly spread: a deviation of 4/√3 mV.
  test('noise is even, as wide as it is said, and by seed', () => {
    const of = { ...car, sensing: { ...QUIET, noise: 1 } };
    const values = sampled(
      Array.from({ length: 4000 }, () => TRUTH),
      { of },
    ).map(({ map }) => map - 1.26);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const deviation = Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / values.length);
    expect(Math.abs(mean)).toBeLessThan(0.0002);
    expect(deviation).toBeCloseTo(0.004 / Math.sqrt(3), 4);
    expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(0.004);
    expect(sampled([TRUTH, TRUTH], { of })).toEqual(sampled([TRUTH, TRUTH], { of }));
  });

  test('a copy of what is remembered shares nothing', () => {
    const state = samplingAtRest(2, 7);
    const copy = copiedSampling(state);
    copy.given[0] = 5;
    copy.lagged[1] = 5;
    copy.laggedS[0] = 5;
    expect(state).toEqual(samplingAtRest(2, 7));
  });
});

describe('faults', () => {
  const TWO = [TRUTH, { ...TRUTH, manifoldKpa: 112, coolantC: 40 }];
  const fault = (kind: SensorFault['kind'], size?: number) => {
    const one: SensorFault = size === undefined ? { kind } : { kind, size };
    return sampled(TWO, { fault: { map: one, coolant: one } }) as [
      Record<InputId, number>,
      Record<InputId, number>,
    ];
  };
  const sound = sampled(TWO) as [Record<InputId, number>, Record<InputId, number>];

  test.each(SENSOR_FAULT_KINDS)('%s changes its own signal and no other', (kind) => {
    // A gap shows where it lies: here, where each of the two stands.
    const of = (id: 'map' | 'coolant'): SensorFault =>
      kind === 'gap' ? { kind, size: sound[1][id] } : { kind };
    const [, after] = sampled(TWO, { fault: { map: of('map'), coolant: of('coolant') } });
    if (after === undefined) throw new Error('Nothing was sampled');
    for (const id of INPUT_IDS) {
      const same = after[id] === sound[1][id];
      expect([id, same]).toEqual([id, id !== 'map' && id !== 'coolant']);
    }
  });

  // The track is worn for 0.06 V each way of 1.26 V.
  test('a gap in a track gives nothing where it lies, and the signal beside it', () => {
    expect(fault('gap', 1.26 + 0.055)[0].map).toBe(0);
    expect(fault('gap', 1.26 - 0.055)[0].map).toBe(0);
    expect(fault('gap', 1.26 + 0.065)[0].map).toBeCloseTo(1.26, 9);
    expect(fault('gap', 1.26 - 0.065)[0].map).toBeCloseTo(1.26, 9);
  });

  test('unplugged, shorted and stuck', () => {
    expect(fault('unplugged').map(({ map, coolant }) => [map, coolant])).toEqual([
      [0, 5],
      [0, 5],
    ]);
    expect(fault('shortedLow')[0]).toMatchObject({ map: 0, coolant: 0 });
    expect(fault('shortedHigh')[0]).toMatchObject({ map: 5, coolant: 5 });
    const [before, after] = fault('stuck');
    expect([before.map, after.map]).toEqual([sound[0].map, sound[0].map]);
  });

  // 0.25 V on 1.26; a lag of 0.3 s over 0.1 s moves a quarter of the way.
  test('off by a voltage, and slow', () => {
    expect(fault('offset')[0].map).toBeCloseTo(1.26 + 0.25, 9);
    expect(fault('offset', -0.5)[0].map).toBeCloseTo(0.76, 9);
    const [before, after] = fault('slow', 0.3);
    expect(before.map).toBeCloseTo(1.26, 9);
    expect(after.map).toBeCloseTo(1.26 + (sound[1].map - 1.26) / 4, 9);
  });

  test('noisy by as much as is said, and never beyond the rails', () => {
    const values = sampled(
      Array.from({ length: 500 }, () => TRUTH),
      { fault: { map: { kind: 'noisy', size: 2 } } },
    ).map(({ map }) => map);
    expect(Math.min(...values)).toBe(0);
    expect(Math.max(...values)).toBeGreaterThan(3);
    expect(Math.max(...values)).toBeLessThanOrEqual(3.26);
  });
});
