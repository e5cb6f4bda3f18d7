import { demo, programOf } from '@tests/support/ventisca';
import { AT, type ChannelId, frameOf, read } from '@/core/channel';
import { lookUpMap } from '@/core/numeric';
import type { InputId } from '@/core/sensors';
import type { SensorFault, SensorFaultKind } from '../car';
import { carOf } from '../carOfDocument';
import { VirtualCar } from '../virtualCar';
import { type Planted, planted, PLANTED, PLANTED_IDS } from './planted';

const document = demo();
// Neither cut nor held back by what keeps an engine whole.
const program = { ...programOf(document), overrun: null, limits: null, protection: null };
const car = carOf(document, program);

/** What a brake that holds speed and pedal shows, means over the last two seconds, and what a strobe and a plug would. */
interface Shown {
  readonly at: Readonly<Partial<Record<ChannelId, number>>>;
  readonly sparkEarlyDeg: number;
  readonly torqueNm: number;
  readonly runs: boolean;
}

const SEEN = [
  'speed',
  'manifoldPressure',
  'throttle',
  'coolant',
  'air',
  'battery',
  'fuelPressure',
  'oilPressure',
  'lambdaOne',
  'lambdaTwo',
  'vehicleSpeed',
  'gear',
  'sync',
  'syncLosses',
  'crankTeethMissing',
  'camPulsesMissing',
  'noiseEdges',
  'resets',
] as const satisfies readonly ChannelId[];
type Seen = (typeof SEEN)[number] | 'spark' | 'torque';

const HELD = { rpm: 3400, pedal: 14 } as const;

interface Wrong {
  readonly errors?: readonly Planted[];
  readonly sensors?: Partial<Record<InputId, SensorFault>>;
  readonly rpm?: number;
  readonly pedal?: number;
}

function shown({ errors = [], sensors = {}, rpm = HELD.rpm, pedal = HELD.pedal }: Wrong = {}): Shown {
  const built = planted(car, errors);
  const vehicle = new VirtualCar(program, built, {
    coolantC: 80,
    batteryV: 12.6,
    seed: 1,
    surroundings: { barometricKpa: built.barometricKpa, airC: 10 },
  });
  vehicle.sensorFaults = sensors;
  Object.assign(vehicle.controls, { key: true, holdRpm: rpm, pedalPercent: pedal, loadsA: 15 });
  vehicle.advance(13);
  const frame = frameOf();
  const sums: Partial<Record<ChannelId, number>> = {};
  let [early, torque, timed] = [0, 0, 0];
  const SAMPLES = 40;
  for (let i = 0; i < SAMPLES; i += 1) {
    vehicle.advance(0.05);
    vehicle.sample(frame);
    for (const id of SEEN) sums[id] = (sums[id] ?? 0) + read(frame, AT[id]) / SAMPLES;
    torque += vehicle.plant.loadNm / SAMPLES;
    if (vehicle.timing !== null) {
      early += vehicle.timing.earlyDeg;
      timed += 1;
    }
  }
  return { at: sums, sparkEarlyDeg: timed === 0 ? NaN : early / timed, torqueNm: torque, runs: torque > 0 };
}

/** How much each of what is seen may differ before it has moved. */
const MOVED: Readonly<Record<Seen, number>> = {
  speed: 5,
  manifoldPressure: 1.5,
  throttle: 1,
  coolant: 3,
  air: 3,
  battery: 0.15,
  fuelPressure: 12,
  oilPressure: 12,
  lambdaOne: 0.02,
  lambdaTwo: 0.02,
  vehicleSpeed: 2,
  gear: 0.4,
  sync: 0.1,
  syncLosses: 0.5,
  crankTeethMissing: 0.5,
  camPulsesMissing: 0.5,
  noiseEdges: 0.5,
  resets: 0.2,
  spark: 0.5,
  torque: 4,
};

/** Of what is seen, what has moved between two runs. */
function movedBetween(sound: Shown, wrong: Shown): Seen[] {
  const differs = (one: number, other: number, by: number) =>
    Number.isNaN(one) !== Number.isNaN(other) || Math.abs(one - other) > by;
  const moved: Seen[] = SEEN.filter((id) => differs(sound.at[id] ?? NaN, wrong.at[id] ?? NaN, MOVED[id]));
  if (differs(sound.sparkEarlyDeg, wrong.sparkEarlyDeg, MOVED.spark)) moved.push('spark');
  if (differs(sound.torqueNm, wrong.torqueNm, MOVED.torque)) moved.push('torque');
  return moved;
}

const SOUND = shown();
/** A load where errors of pressure and filling show: boost. */
const BOOST = { rpm: 5000, pedal: 100 } as const;
const SOUND_BOOST = shown(BOOST);

/** What must move by an error, and what may; anything else must not. */
type Row = readonly [Planted['id'], Wrong, must: readonly Seen[], may: readonly Seen[]];

const BOTH: readonly Seen[] = ['lambdaOne', 'lambdaTwo'];
const STOPS: readonly Seen[] = ['lambdaOne', 'lambdaTwo', 'torque', 'sync', 'spark'];

const ROWS: readonly Row[] = [
  ['injectorBlocked', { errors: [{ id: 'injectorBlocked', cylinder: 2 }] }, ['lambdaOne'], ['torque']],
  ['injectorFlow', {}, BOTH, ['torque']],
  ['deadTime', {}, BOTH, ['torque']],
  ['fixedRegulator', BOOST, [...BOTH, 'fuelPressure'], ['torque']],
  ['fillingBump', {}, BOTH, ['torque', 'manifoldPressure']],
  ['bankLean', {}, ['lambdaTwo'], ['torque']],
  ['wheel', {}, [...STOPS, 'speed', 'crankTeethMissing'], ['coolant', 'manifoldPressure']],
  ['firingOrder', {}, ['torque'], [...BOTH, 'manifoldPressure']],
  ['displacement', {}, [...BOTH, 'manifoldPressure', 'torque'], []],
  ['tdcOffset', {}, ['spark'], ['torque', ...BOTH]],
  ['crankDelay', {}, ['spark'], ['torque', ...BOTH]],
  ['crankSwapped', {}, STOPS, ['coolant', 'manifoldPressure']],
  ['toothBroken', {}, [...STOPS, 'crankTeethMissing'], ['coolant', 'manifoldPressure']],
  [
    'teethLost',
    {},
    ['crankTeethMissing', 'syncLosses'],
    ['lambdaOne', 'lambdaTwo', 'torque', 'sync', 'manifoldPressure', 'speed'],
  ],
  [
    'crankNoise',
    {},
    ['noiseEdges'],
    [
      'syncLosses',
      'crankTeethMissing',
      'speed',
      'lambdaOne',
      'lambdaTwo',
      'torque',
      'sync',
      'manifoldPressure',
    ],
  ],
  // It slips where speed leaps; a brake holds it.
  ['wheelLoose', {}, [], ['crankTeethMissing', 'noiseEdges']],
  ['camLost', {}, ['camPulsesMissing'], []],
  ['throttleEnds', {}, ['throttle'], []],
  ['gaugePressure', {}, ['manifoldPressure', ...BOTH, 'torque'], ['coolant']],
  ['pumpWeak', BOOST, [...BOTH, 'fuelPressure'], ['torque']],
  ['alternatorDead', {}, ['battery'], [...BOTH, 'fuelPressure', 'torque']],
  // An alternator carries what runs.
  ['batteryWeak', {}, [], ['battery']],
  [
    'supplyBreaks',
    {},
    ['resets'],
    [
      ...STOPS,
      'syncLosses',
      'crankTeethMissing',
      'speed',
      'coolant',
      'manifoldPressure',
      'throttle',
      'battery',
      'fuelPressure',
      'air',
    ],
  ],
  ['shortExhaust', { pedal: 2, rpm: 950 }, BOTH, []],
  ['valvesLoud', {}, [], []],
  ['vacuumLeak', { pedal: 2, rpm: 1500 }, ['manifoldPressure', 'torque'], [...BOTH, 'fuelPressure']],
];

describe('a planted error', () => {
  test('is tried for every entry', () => {
    expect(ROWS.map(([id]) => id)).toEqual([...PLANTED_IDS]);
  });

  test.each(ROWS)('%s moves what it must, and nothing it must not', (id, wrong, must, may) => {
    const { errors = [{ id }], ...held } = wrong;
    const sound = wrong.rpm === undefined ? SOUND : wrong === BOOST ? SOUND_BOOST : shown(held);
    const moved = movedBetween(sound, shown({ ...held, errors }));
    expect(must.filter((one) => !moved.includes(one))).toEqual([]);
    expect(moved.filter((one) => !must.includes(one) && !may.includes(one))).toEqual([]);
  });

  test.each(PLANTED_IDS)('%s leaves the sound car as it was, and has words', (id) => {
    const before = JSON.stringify(car);
    const changed = planted(car, [{ id }]);
    expect(JSON.stringify(car)).toBe(before);
    expect(JSON.stringify(changed)).not.toBe(before);
    expect(PLANTED[id].label).toMatch(/^[A-Z]/);
  });

  // 12 % more at the middle of the bump, less by how coarse the filling’s grid is; nothing far from it.
  test('a bump is where it is said, and nowhere else', () => {
    const at = (rpm: number, kpa: number) =>
      lookUpMap(planted(car, [{ id: 'fillingBump' }]).engine.ve, rpm, kpa) /
      lookUpMap(car.engine.ve, rpm, kpa);
    expect(at(3400, 0.75 * car.barometricKpa)).toBeGreaterThan(1.08);
    expect(at(3400, 0.75 * car.barometricKpa)).toBeLessThan(1.12);
    expect(at(7000, 160)).toBeCloseTo(1, 3);
  });

  test('several are planted one after the other', () => {
    const both = planted(car, [
      { id: 'injectorFlow', size: -10 },
      { id: 'displacement', size: 5 },
    ]);
    expect(both.engine.injector.ratedFlowGPerS / car.engine.injector.ratedFlowGPerS).toBeCloseTo(0.9, 12);
    expect(both.engine.cylinderVolumeCm3 / car.engine.cylinderVolumeCm3).toBeCloseTo(1.05, 12);
  });
});

/** What a fault at a sensor must move besides its own channel, by what the engine computer does with it. */
const FELT: Readonly<Partial<Record<InputId, readonly Seen[]>>> = {
  map: [...BOTH, 'torque', 'manifoldPressure'],
  air: [...BOTH, 'torque'],
  coolant: [...BOTH, 'torque'],
  fuelPressure: BOTH,
};
const OWN: Readonly<Partial<Record<InputId, Seen>>> = {
  map: 'manifoldPressure',
  throttle: 'throttle',
  coolant: 'coolant',
  air: 'air',
  fuelPressure: 'fuelPressure',
  oilPressure: 'oilPressure',
  lambdaOne: 'lambdaOne',
  lambdaTwo: 'lambdaTwo',
  vehicleSpeed: 'vehicleSpeed',
  gear: 'gear',
};
/** Faults that show on an engine held still: one that is stuck or slow does not. */
const STILL_FAULTS = [
  'unplugged',
  'shortedLow',
  'shortedHigh',
  'offset',
] as const satisfies readonly SensorFaultKind[];
/** Pulses have no voltage to be off by. */
const TRIED = (Object.keys(OWN) as InputId[])
  .flatMap((id) => STILL_FAULTS.map((kind) => [id, kind] as const))
  .filter(([id, kind]) => id !== 'vehicleSpeed' || kind !== 'offset');

describe('a fault at a sensor', () => {
  test.each(TRIED)('%s %s moves its own channel, and nothing that does not follow from it', (id, kind) => {
    const moved = movedBetween(SOUND, shown({ sensors: { [id]: { kind } } }));
    const own = OWN[id] as Seen;
    // Wheels stand on a brake: no pulses are none, and neutral has a voltage of its own.
    const silent = id === 'vehicleSpeed' && (kind === 'unplugged' || kind === 'shortedLow');
    if (!silent) expect(moved).toContain(own);
    expect(moved.filter((one) => one !== own && FELT[id]?.includes(one) !== true)).toEqual([]);
  });
});
