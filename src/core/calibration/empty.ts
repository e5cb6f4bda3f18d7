import type { Source } from '../field';
import { MAP_IDS } from '../program';
import { GUARD_IDS } from '../protection';
import { SENSOR_INFO } from '../sensors/schema';
import { fieldInfo, type FieldPath, SECTION_IDS, SECTION_SCHEMAS } from './fields';
import { LOOP_COUPLINGS } from './coupling';
import { type Calibration, CALIBRATION_FORMAT, CALIBRATION_VERSION } from './schema';

/** The note of a value that was put into an empty document because it is usual. */
export const USUAL_NOTE = 'Usual value';

const FAULT = { faultLow: [0.2, 'V'], faultHigh: [4.8, 'V'], onFault: 'value' } as const;
/** Nearer to the rails: frost and a hot engine use nearly the whole range. */
const THERMISTOR = {
  ...FAULT,
  faultLow: [0.05, 'V'],
  faultHigh: [4.95, 'V'],
  form: 'resistance',
  filter: [200, 'ms'],
} as const;
const BELIEVED = {
  believedFrom: [0.65, 'lambda'],
  believedTo: [1.4, 'lambda'],
} as const;

/** A switch to ground at a pin with a pull-up. */
const SWITCH = { heldWhen: 'below', threshold: [2.5, 'V'] } as const;

/** What is nearly always so: in every new document, as an estimate that waits to be confirmed. */
const USUAL: Readonly<Record<string, Readonly<Record<string, string | readonly [number, string]>>>> = {
  'sensors.map': { ...FAULT, form: 'points', filter: [10, 'ms'] },
  'sensors.throttle': { ...FAULT, filter: [5, 'ms'], fallback: [5, '%'] },
  'sensors.coolant': { ...THERMISTOR, fallback: [80, 'degC'] },
  'sensors.air': { ...THERMISTOR, fallback: [20, 'degC'] },
  'sensors.lambdaOne': BELIEVED,
  'sensors.lambdaTwo': BELIEVED,
  'sensors.fuelPressure': { ...FAULT, form: 'points', filter: [50, 'ms'] },
  'sensors.oilPressure': { ...FAULT, form: 'points', filter: [50, 'ms'] },
  'sensors.ethanol': {
    onFault: 'value',
    fallback: [10, '%'],
    faultBelow: [45, 'Hz'],
    faultAbove: [160, 'Hz'],
    filter: [500, 'ms'],
  },
  'sensors.vehicleSpeed': { filter: [100, 'ms'] },
  'sensors.gear': { ...FAULT, filter: [20, 'ms'], fallback: [3, '1'] },
  trigger: { camWindow: [40, 'deg'] },
  injection: { transport: [4, 'ms'] },
  coils: { sparkTime: [1.2, 'ms'] },
  startUp: { runningSpeed: [600, 'rev/min'] },
  load: { strategy: 'speedDensity' },
  idle: { air: 'thermostatic', hotSpeed: [1000, 'rev/min'], throttleWorth: [12, '%'] },
  acceleration: { threshold: [20, '%/s'], decay: [8, '1'] },
  overrun: {
    use: 'no',
    speedAbove: [2200, 'rev/min'],
    speedHysteresis: [300, 'rev/min'],
    throttleBelow: [2, '%'],
    throttleHysteresis: [0.5, '%'],
    pressureBelow: [25, 'kPaAbs'],
    pressureHysteresis: [3, 'kPa'],
    coolantAbove: [60, 'degC'],
    coolantHysteresis: [4, 'K'],
    delayIn: [0.5, 's'],
    delayOut: [0.1, 's'],
  },
  blend: { use: 'no' },
  limits: { hysteresis: [40, 'rev/min'], by: 'fuel', softly: 'cuts', retard: [15, 'deg'] },
  'protection.oilPressure': { delay: [0.8, 's'], stays: 'latched', limit: [3500, 'rev/min'] },
  'protection.fuelPressure': {
    delay: [0.4, 's'],
    stays: 'latched',
    limit: [3500, 'rev/min'],
    shortBy: [50, 'kPa'],
  },
  'protection.coolant': { delay: [3, 's'], stays: 'lasts', limit: [4500, 'rev/min'], above: [112, 'degC'] },
  'protection.oil': { delay: [3, 's'], stays: 'lasts', limit: [4500, 'rev/min'], above: [135, 'degC'] },
  'protection.lean': {
    delay: [0.5, 's'],
    stays: 'latched',
    limit: [4000, 'rev/min'],
    leanerBy: [12, '%'],
    aboveThrottle: [60, '%'],
  },
  'protection.boost': { delay: [0.2, 's'], stays: 'lasts', limit: [4000, 'rev/min'] },
  'protection.battery': { delay: [4, 's'], stays: 'lasts', limit: [4000, 'rev/min'], below: [11.6, 'V'] },
  boost: {
    use: 'no',
    aboveThrottle: [40, '%'],
    proportional: [0.6, '%'],
    integral: [1.5, '%'],
    integralLimit: [15, '%'],
    over: [15, 'kPa'],
    overFor: [0.3, 's'],
  },
  closedLoop: {
    use: 'no',
    sensorWarm: [20, 's'],
    coolantFrom: [60, 'degC'],
    speedFrom: [600, 'rev/min'],
    speedTo: [7000, 'rev/min'],
    believedWithin: [25, '%'],
    delayFixed: [90, 'ms'],
    delayAir: [150, 'ms'],
    lag: [95, 'ms'],
    duringEnrichment: 'hold',
    duringCut: 'hold',
    duringLimiter: 'hold',
    duringLaunch: 'off',
    duringProtection: 'off',
  },
  learned: {
    use: 'no',
    rate: [5, '%'],
    limit: [10, '%'],
    coolantFrom: [70, 'degC'],
    steadyFor: [1, 's'],
  },
  knock: {
    use: 'no',
    speedFrom: [1800, 'rev/min'],
    speedTo: [7000, 'rev/min'],
    gain: [1, '1'],
    pull: [3, 'deg'],
    pullLimit: [8, 'deg'],
    recovery: [1, 'deg'],
    lostRetard: [4, 'deg'],
  },
  sensorLoss: { pressureRicher: [8, '%'] },
  launch: { use: 'no', hard: [4500, 'rev/min'], below: [12, 'km/h'], by: 'spark' },
  shift: {
    use: 'no',
    by: 'spark',
    aboveSpeed: [3000, 'rev/min'],
    aboveThrottle: [30, '%'],
    again: [0.4, 's'],
  },
  'sensors.launchSwitch': SWITCH,
  'sensors.shiftSwitch': SWITCH,
  'sensors.retardSwitch': SWITCH,
};

/** The values of a section that are usual from the start, by key. */
function usualValues(section: string, source: Source): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(USUAL[section] ?? {}).map(([key, usual]) => [
      key,
      typeof usual === 'string' ? { value: usual, source } : { amount: usual[0], unit: usual[1], source },
    ]),
  );
}

/** A section with nothing entered but what is usual. */
function emptySection(section: (typeof SECTION_IDS)[number], source: Source): Record<string, unknown> {
  const keys = Object.keys(SECTION_SCHEMAS[section].shape);
  const nothing = keys.filter((key) => fieldInfo(`${section}.${key}` satisfies FieldPath) !== undefined);
  return { ...Object.fromEntries(nothing.map((key) => [key, null])), ...usualValues(section, source) };
}

/**
 * A valid document with nothing entered but what is nearly always so, which says that it is only an estimate.
 * @param date today, YYYY-MM-DD.
 */
export function emptyCalibration(name: string, date: string): Calibration {
  const source: Source = { kind: 'estimated', date, note: USUAL_NOTE };
  const section = (id: (typeof SECTION_IDS)[number]) => emptySection(id, source);
  const protection = Object.fromEntries(GUARD_IDS.map((id) => [id, section(`protection.${id}`)]));
  const sensors = Object.fromEntries(SENSOR_INFO.map(({ id }) => [id, section(`sensors.${id}`)]));
  const document = {
    format: CALIBRATION_FORMAT,
    version: CALIBRATION_VERSION,
    name,
    note: '',
    standIn: 'described',
    engine: { geometry: 'boreAndStroke', ...section('engine') },
    cams: { givenBy: 'events', ...section('cams') },
    trigger: section('trigger'),
    pins: { ecu: null, assignments: [], confirmed: null },
    sensors,
    injectors: section('injectors'),
    injection: section('injection'),
    staging: section('staging'),
    coils: section('coils'),
    outputs: [],
    startUp: section('startUp'),
    load: section('load'),
    idle: section('idle'),
    acceleration: section('acceleration'),
    overrun: section('overrun'),
    blend: section('blend'),
    limits: section('limits'),
    launch: section('launch'),
    shift: section('shift'),
    boost: section('boost'),
    closedLoop: section('closedLoop'),
    learned: section('learned'),
    knock: section('knock'),
    protection,
    sensorLoss: section('sensorLoss'),
    corrections: [],
    couplings: LOOP_COUPLINGS.map((coupling) => ({ ...coupling })),
    maps: Object.fromEntries(MAP_IDS.map((id) => [id, null])),
    review: { accepted: [], signOff: null },
    lineage: [],
  };
  // Built from the schemas' own keys, so its shape is the schema's; the tests parse it to prove that.
  return document as unknown as Calibration;
}
