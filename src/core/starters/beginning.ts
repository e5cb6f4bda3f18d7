import type { Induction } from '../engine';
import type { FuelId } from '../fuels';
import { ECUS } from '../pins/schema';
import { amount, choice, deadTimes, type Entry, rows } from './entries';
import type { EngineSheet } from './starter';

/** What tells one usual engine from another; the rest of a beginning is what such engines have. */
export interface Beginning {
  readonly id: string;
  readonly label: string;
  readonly summary: string;
  readonly boreMm: number;
  readonly strokeMm: number;
  readonly firingOrder: readonly number[];
  readonly layout: 'inline' | 'vee' | 'flat';
  /** Cylinders of the second bank; none in line. */
  readonly bankTwo?: readonly number[];
  readonly compressionRatio: number;
  readonly induction: Induction;
  readonly fuel: FuelId;
  readonly torquePeakRpm: number;
  readonly powerPeakRpm: number;
  readonly maxRpm: number;
  readonly maxManifoldKpa: number;
  readonly throttleBoreMm: number;
  readonly idleRpm: number;
  readonly massKg: number;
  /** Turns of the engine for one of the wheels, first gear first. */
  readonly gears: readonly number[];
  /** Cam durations at the stated lift, °. */
  readonly durationDeg: number;
  readonly injectorCm3PerMin: number;
  readonly pumpLPerH: number;
  /** What the idle valve passes, kg/h; a thermostatic valve where there is none to drive. */
  readonly idleValveKgPerH: number | null;
  readonly ecu: string;
}

type Sections = EngineSheet['sections'];
const say = (value: string | readonly number[]): Entry => choice(value, 'estimated');
const number = (value: number, unit: string): Entry => amount(value, unit, 'estimated');

/** Dead times of usual high-impedance injectors, ms by volts, at 300 kPa across. */
const USUAL_DEAD_TIMES = [
  [8, 2.4],
  [9, 1.95],
  [10, 1.62],
  [11, 1.38],
  [12, 1.19],
  [13, 1.04],
  [14, 0.93],
  [15, 0.84],
] as const;

/** Faults and filters that usual sensors have. */
const SENSOR = {
  filter: number(10, 'ms'),
  faultLow: number(0.2, 'V'),
  faultHigh: number(4.85, 'V'),
  onFault: say('value'),
} as const;
const THERMISTOR = {
  form: say('library'),
  nominal: number(2.2, 'kohm'),
  beta: number(3480, '1'),
  filter: number(200, 'ms'),
  faultLow: number(0.05, 'V'),
  faultHigh: number(4.95, 'V'),
  onFault: say('value'),
} as const;

/** An engine to begin from: complete, of usual parts, and nobody’s word for any of it. */
export function sheetOf(beginning: Beginning): EngineSheet {
  return {
    id: beginning.id,
    standIn: 'described',
    name: beginning.label,
    starterLabel: beginning.label,
    summary: beginning.summary,
    note: '',
    camsGivenBy: 'lobes',
    ecu: beginning.ecu,
    wires: {},
    sections: sectionsOf(beginning),
    outputs: [
      { purpose: 'fuelPump', from: 'estimated' },
      { purpose: 'fan', from: 'estimated' },
      { purpose: 'tachometer', from: 'estimated' },
      ...(beginning.idleValveKgPerH === null ? [] : [{ purpose: 'idleValve', from: 'estimated' } as const]),
    ],
  };
}

function sectionsOf(engine: Beginning): Sections {
  return {
    engine: engineEntries(engine),
    cams: {
      statedLift: number(1, 'mm'),
      intakeCentre: number(108, 'deg'),
      intakeDuration: number(engine.durationDeg, 'deg'),
      exhaustCentre: number(112, 'deg'),
      exhaustDuration: number(engine.durationDeg - 4, 'deg'),
    },
    trigger: {
      wheel: say('missing'),
      teeth: number(60, '1'),
      missingTeeth: number(2, '1'),
      crankSensor: say('hall'),
      crankEdge: say('falling'),
      tdcOffset: number(84, 'deg'),
      camSensor: say('hall'),
      camEdge: say('rising'),
      camTeeth: number(1, '1'),
      camPosition: number(150, 'deg'),
      camWindow: number(40, 'deg'),
    },
    ...sensorSections(engine),
    injectors: {
      ratedFlow: number(engine.injectorCm3PerMin, 'cm3/min'),
      ratedPressure: number(300, 'kPa'),
      testDensity: number(0.745, 'g/cm3'),
      railPressure: number(300, 'kPaGauge'),
      regulator: say('manifold'),
      deadTime: deadTimes([300], USUAL_DEAD_TIMES, 'estimated'),
      leastPulse: number(0.5, 'ms'),
      impedance: number(12, 'ohm'),
    },
    injection: {
      mode: say('sequential'),
      wiring: say('individual'),
      endOfInjection: number(380, 'deg'),
      transport: number(5, 'ms'),
    },
    staging: { fitted: say('no') },
    coils: {
      mode: say('individual'),
      igniter: say('inside'),
      dwellBy: say('coil'),
      resistance: number(0.55, 'ohm'),
      inductance: number(2.8, 'mH'),
      wantedCurrent: number(7.5, 'A'),
      sparkTime: number(1.2, 'ms'),
    },
    startUp: { runningSpeed: number(600, 'rev/min') },
    load: { strategy: say('speedDensity') },
    idle: {
      air: say(engine.idleValveKgPerH === null ? 'thermostatic' : 'valve'),
      hotSpeed: number(engine.idleRpm, 'rev/min'),
      valveFlow: number(engine.idleValveKgPerH ?? 10, 'kg/h'),
      throttleWorth: number(14, '%'),
      ...idleControlEntries(engine.idleValveKgPerH !== null),
    },
    acceleration: { model: say('film'), threshold: number(20, '%/s'), decay: number(8, '1') },
    overrun: { use: say('no') },
    blend: { use: say('no') },
    limits: {
      use: say('yes'),
      soft: number(engine.maxRpm - 300, 'rev/min'),
      hard: number(engine.maxRpm, 'rev/min'),
      hysteresis: number(40, 'rev/min'),
      by: say('fuel'),
      softly: say('cuts'),
    },
  };
}

/** Speed held by the spark, and by air where a valve is driven. */
function idleControlEntries(byAir: boolean): Record<string, Entry> {
  return {
    control: say(byAir ? 'both' : 'spark'),
    window: number(byAir ? 300 : 900, 'rev/min'),
    throttleBelow: number(1.5, '%'),
    sparkGain: number(byAir ? 8 : 20, 'deg'),
    sparkLimit: number(byAir ? 6 : 15, 'deg'),
    ...(byAir
      ? {
          airGain: number(5, '%'),
          airLimit: number(15, '%'),
          dashpot: number(8, '%'),
          dashpotFade: number(1, 's'),
        }
      : { sparkRest: number(12, 'deg') }),
  };
}

function engineEntries(engine: Beginning): Record<string, Entry> {
  const charged = engine.induction === 'turbocharger' || engine.induction === 'supercharger';
  return {
    bore: number(engine.boreMm, 'mm'),
    stroke: number(engine.strokeMm, 'mm'),
    cylinders: number(engine.firingOrder.length, '1'),
    firingOrder: say(engine.firingOrder),
    layout: say(engine.layout),
    ...(engine.bankTwo === undefined ? {} : { bankTwo: say(engine.bankTwo) }),
    spacing: say('even'),
    compressionRatio: number(engine.compressionRatio, ':1'),
    induction: say(engine.induction),
    fuel: say(engine.fuel),
    altitude: number(100, 'm'),
    torquePeakSpeed: number(engine.torquePeakRpm, 'rev/min'),
    powerPeakSpeed: number(engine.powerPeakRpm, 'rev/min'),
    maxSpeed: number(engine.maxRpm, 'rev/min'),
    maxManifoldPressure: number(engine.maxManifoldKpa, 'kPaAbs'),
    throttleBore: number(engine.throttleBoreMm, 'mm'),
    ...(charged ? { boostLimit: number(engine.maxManifoldKpa, 'kPaAbs'), coolerShare: number(70, '%') } : {}),
    pumpFlow: number(engine.pumpLPerH, 'l/h'),
    mass: number(engine.massKg, 'kg'),
    tyreRadius: number(300, 'mm'),
    gearRatios: rows(
      engine.gears.map((ratio, i) => [i + 1, ratio]),
      'estimated',
    ),
    dragArea: number(0.68, 'm2'),
    rolling: number(1.4, '%'),
  };
}

function sensorSections(engine: Beginning): Sections {
  const pullUp = number(ECUS.find(({ id }) => id === engine.ecu)?.pullUpOhm ?? 2490, 'ohm');
  const sensorEndKpa = engine.maxManifoldKpa > 105 ? 300 : 115;
  return {
    'sensors.map': {
      ...SENSOR,
      form: say('points'),
      points: rows(
        [
          [0.4, 20],
          [4.65, sensorEndKpa],
        ],
        'estimated',
      ),
      fallback: number(90, 'kPaAbs'),
    },
    'sensors.throttle': {
      ...SENSOR,
      closedVolts: number(0.6, 'V'),
      openVolts: number(4.3, 'V'),
      filter: number(5, 'ms'),
      fallback: number(5, '%'),
    },
    'sensors.coolant': { ...THERMISTOR, pullUp, fallback: number(80, 'degC') },
    'sensors.air': { ...THERMISTOR, pullUp, fallback: number(20, 'degC') },
    'sensors.lambdaOne': {
      fitted: say('yes'),
      points: rows(
        [
          [0.25, 0.7],
          [4.75, 1.3],
        ],
        'estimated',
      ),
      sees: say('all'),
      believedFrom: number(0.68, 'lambda'),
      believedTo: number(1.34, 'lambda'),
      filter: number(20, 'ms'),
      faultLow: number(0.1, 'V'),
      faultHigh: number(4.9, 'V'),
    },
    'sensors.lambdaTwo': { fitted: say('no') },
    'sensors.knock': { fitted: say('no') },
    'sensors.fuelPressure': { fitted: say('no') },
    'sensors.oilPressure': { fitted: say('no') },
    'sensors.ethanol': { fitted: say('no') },
    'sensors.vehicleSpeed': { fitted: say('no') },
    'sensors.gear': { fitted: say('no') },
  };
}
