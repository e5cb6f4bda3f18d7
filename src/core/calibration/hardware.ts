import { type ValveEvents, valveEventsFromAngles, valveEventsFromLobes } from '../cams';
import { coilGroups, type Dwell, dwellMs, type IgnitionMode } from '../coil';
import { type FiringEvent, firingEvents } from '../engine';
import {
  type InjectionMode,
  type InjectorWiring,
  type MeasuredFlow,
  measuredFlowThrough,
  type StagingPlan,
} from '../injector';
import { curveThrough, type Grid, gridOf } from '../numeric';
import type { PresetEngine } from '../outputs';
import {
  curveOfSlope,
  type FaultBand,
  type PullUp,
  type SteinhartHart,
  thermistorFit,
  type ThermistorFit,
  thermistorFromBeta,
  type ThrottleRange,
  type VoltsCurve,
} from '../sensors';
import { triggerPermits, type TriggerPermits, type TriggerPickups, type TriggerWheel } from '../trigger';
import { conversionContext } from './context';
import type { FieldPath } from './fields';
import { baseValue } from './quantities';
import type { Calibration } from './schema';
import { choiceAt, tableAt } from './values';

/** Reference of the temperature inputs where no engine computer is chosen, V. */
const REFERENCE_V = 5;
/** Resolution of the converter where no engine computer is chosen. */
export const ADC_BITS = 10;

/** When each cylinder fires, in time, cylinder 1 at 0; null while order or cylinders are missing or do not agree. */
export function firingOf(document: Calibration): FiringEvent[] | null {
  const order = document.engine.firingOrder?.value;
  const cylinders = baseValue(document, 'engine.cylinders');
  if (
    order === undefined ||
    cylinders === null ||
    order.length !== cylinders ||
    new Set(order).size !== cylinders
  ) {
    return null;
  }
  const odd = document.engine.spacing?.value === 'odd' ? tableAt(document, 'engine.firingAngles') : null;
  const angles = odd === null ? null : odd.map((row) => row[0] as number);
  return firingEvents(order, angles?.length === cylinders ? angles : null);
}

/** Bank of a cylinder: 2 for those listed there, else 1. */
export function bankOf(document: Calibration, cylinder: number): 1 | 2 {
  const aside = document.engine.layout?.value === 'inline';
  return !aside && document.engine.bankTwo?.value.includes(cylinder) === true ? 2 : 1;
}

/** Valve events of the cams; null while an angle is missing. */
export function valvesOf(document: Calibration): ValveEvents | null {
  const angle = (key: string) => baseValue(document, `cams.${key}`);
  if (document.cams.givenBy === 'events') {
    const [intakeOpens, intakeCloses, exhaustOpens, exhaustCloses] = [
      angle('intakeOpens'),
      angle('intakeCloses'),
      angle('exhaustOpens'),
      angle('exhaustCloses'),
    ];
    if (intakeOpens === null || intakeCloses === null || exhaustOpens === null || exhaustCloses === null)
      return null;
    return valveEventsFromAngles({ intakeOpens, intakeCloses, exhaustOpens, exhaustCloses });
  }
  const [intakeCentre, intakeDuration, exhaustCentre, exhaustDuration] = [
    angle('intakeCentre'),
    angle('intakeDuration'),
    angle('exhaustCentre'),
    angle('exhaustDuration'),
  ];
  if (intakeCentre === null || intakeDuration === null || exhaustCentre === null || exhaustDuration === null)
    return null;
  return valveEventsFromLobes({ intakeCentre, intakeDuration, exhaustCentre, exhaustDuration });
}

/** The trigger in numbers; null while something it needs is missing. */
export function wheelOf(document: Calibration): TriggerWheel | null {
  const { wheel, camSensor } = document.trigger;
  const value = (key: string) => baseValue(document, `trigger.${key}`);
  const teeth = value('teeth');
  const missing = wheel?.value === 'even' ? 0 : value('missingTeeth');
  const tdcOffsetDeg = value('tdcOffset');
  if (wheel === null || camSensor === null || teeth === null || missing === null || tdcOffsetDeg === null)
    return null;
  const base = { kind: wheel.value, teeth, missing, tdcOffsetDeg };
  if (camSensor.value === 'none') return { ...base, cam: null };
  const camTeeth = value('camTeeth');
  const beforeTdcDeg = value('camPosition');
  const windowDeg = value('camWindow');
  if (camTeeth === null || beforeTdcDeg === null || windowDeg === null) return null;
  return { ...base, cam: { teeth: camTeeth, beforeTdcDeg, windowDeg } };
}

/** The sensors at crank and cam with their edges; null while any of it is not described. */
export function pickupsOf({ trigger }: Calibration): TriggerPickups | null {
  const { crankSensor, crankEdge, camSensor, camEdge } = trigger;
  if (crankSensor === null || crankEdge === null || camSensor === null) return null;
  const crank = { kind: crankSensor.value, edge: crankEdge.value };
  if (camSensor.value === 'none') return { crank, cam: null };
  return camEdge === null ? null : { crank, cam: { kind: camSensor.value, edge: camEdge.value } };
}

/** What the trigger permits; null while it is not described. */
export function permitsOf(document: Calibration): TriggerPermits | null {
  const wheel = wheelOf(document);
  return wheel === null ? null : triggerPermits(wheel);
}

/** The voltages at which a sensor is taken for faulty; null while not both are given. */
export function faultBandOf(
  document: Calibration,
  sensor:
    | 'map'
    | 'throttle'
    | 'coolant'
    | 'air'
    | 'lambdaOne'
    | 'lambdaTwo'
    | 'fuelPressure'
    | 'oilPressure'
    | 'gear',
): FaultBand | null {
  const lowV = baseValue(document, `sensors.${sensor}.faultLow`);
  const highV = baseValue(document, `sensors.${sensor}.faultHigh`);
  return lowV === null || highV === null ? null : { lowV, highV };
}

/** The line or table of a pressure sensor, base unit against volts; null while it is missing. */
export function lineOf(
  document: Calibration,
  sensor: 'map' | 'fuelPressure' | 'oilPressure' | 'gear',
): VoltsCurve | null {
  const path = (key: string): FieldPath => `sensors.${sensor}.${key}`;
  if (choiceAt(document, path('form')) === 'slope') {
    const slope = baseValue(document, path('slope'));
    const offset = baseValue(document, path('offset'));
    return slope === null || offset === null ? null : curveOfSlope(slope, offset);
  }
  return curveOf(document, path('points'));
}

/** A table of values against volts as a curve; null while it is empty. */
export function curveOf(document: Calibration, path: FieldPath): VoltsCurve | null {
  const rows = tableAt(document, path);
  return rows === null ? null : curveThrough(rows as [number, number][]);
}

/** A temperature sensor as described: curve, fit where points were given, divider. */
export interface Thermistor {
  readonly curve: SteinhartHart;
  readonly pullUp: PullUp;
  /** Null for a curve by nominal resistance and B value. */
  readonly fit: ThermistorFit | null;
  readonly points: readonly { readonly temperatureC: number; readonly ohm: number }[];
}

/** A temperature sensor's curve and divider; null while something is missing or its points make no curve. */
export function thermistorOf(document: Calibration, sensor: 'coolant' | 'air'): Thermistor | null {
  const path = (key: string): FieldPath => `sensors.${sensor}.${key}`;
  const pullUpOhm = baseValue(document, path('pullUp'));
  if (pullUpOhm === null) return null;
  const pullUp = { referenceV: document.pins.ecu?.referenceV ?? REFERENCE_V, pullUpOhm };
  const form = choiceAt(document, path('form'));
  if (form === 'library') {
    const nominal = baseValue(document, path('nominal'));
    const beta = baseValue(document, path('beta'));
    if (nominal === null || beta === null) return null;
    return { curve: thermistorFromBeta(nominal, beta), pullUp, fit: null, points: [] };
  }
  const rows =
    form === null ? null : tableAt(document, path(form === 'voltage' ? 'voltages' : 'resistances'));
  if (rows === null) return null;
  const points = rows.map(([temperatureC = 0, value = 0]) => ({
    temperatureC,
    ohm: form === 'voltage' ? (pullUpOhm * value) / Math.max(1e-6, pullUp.referenceV - value) : value,
  }));
  try {
    const fit = thermistorFit(points);
    return { curve: fit.curve, pullUp, fit, points };
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** The throttle sensor's ends and faults; null while one is missing. */
export function throttleOf(document: Calibration): ThrottleRange | null {
  const closedV = baseValue(document, 'sensors.throttle.closedVolts');
  const openV = baseValue(document, 'sensors.throttle.openVolts');
  const band = faultBandOf(document, 'throttle');
  return closedV === null || openV === null || band === null ? null : { closedV, openV, ...band };
}

/** Mode and wiring of injection; null while one is not chosen. */
export function injectionChoice(
  document: Calibration,
): { readonly mode: InjectionMode; readonly wiring: InjectorWiring } | null {
  const { mode, wiring } = document.injection;
  return mode === null || wiring === null ? null : { mode: mode.value, wiring: wiring.value };
}

/** How a document has dwell found; null while it is not described. */
export function dwellProgramOf(document: Calibration): Dwell | null {
  if (document.coils.dwellBy?.value === 'coil') {
    const resistanceOhm = baseValue(document, 'coils.resistance');
    const inductanceMh = baseValue(document, 'coils.inductance');
    const wantedA = baseValue(document, 'coils.wantedCurrent');
    if (resistanceOhm === null || inductanceMh === null || wantedA === null) return null;
    return { kind: 'coil', primary: { resistanceOhm, inductanceMh }, wantedA };
  }
  const byVolts = gridAt(document, 'coils.dwell');
  return byVolts === null
    ? null
    : { kind: 'table', byVolts, shareBySpeed: gridAt(document, 'coils.dwellBySpeed') };
}

/** A two-column table prepared for look-up: linear between its rows, held beyond them; null while it is empty. */
function gridAt(document: Calibration, path: FieldPath): Grid | null {
  const rows = tableAt(document, path);
  if (rows === null) return null;
  return gridOf({
    x: rows.map((row) => row[0] as number),
    y: [],
    values: rows.map((row) => row[1] as number),
  });
}

/** Dwell at a voltage and speed, ms; null while it is not described, or where coil data cannot reach the current. */
export function dwellOf(document: Calibration, volts: number, speedRpm: number): number | null {
  const dwell = dwellProgramOf(document);
  return dwell === null ? null : dwellMs(dwell, volts, speedRpm);
}

/** Cylinders on each coil; null while mode or firing is missing, or where the mode has no such groups. */
export function coilsOf(
  document: Calibration,
): { readonly mode: IgnitionMode; readonly groups: number[][] } | null {
  const events = firingOf(document);
  const mode = document.coils.mode?.value;
  if (events === null || mode === undefined) return null;
  const groups = coilGroups(events, mode);
  return groups === null ? null : { mode, groups };
}

/** The hand-over to a second set; null with one set or while something is missing. */
export function stagingPlanOf(document: Calibration): StagingPlan | null {
  const { fitted, by } = document.staging;
  if (fitted?.value !== 'yes' || by === null) return null;
  const [beginsAtPercent, fullAtPercent, shareAtFullPercent, leastNetMs] = [
    baseValue(document, 'staging.beginsAt'),
    baseValue(document, 'staging.fullAt'),
    baseValue(document, 'staging.shareAtFull'),
    baseValue(document, 'staging.leastPulse'),
  ];
  if (
    beginsAtPercent === null ||
    fullAtPercent === null ||
    shareAtFullPercent === null ||
    leastNetMs === null
  )
    return null;
  return { by: by.value, beginsAtPercent, fullAtPercent, shareAtFullPercent, leastNetMs };
}

/** What output presets are fitted to; usual figures where the engine is not described yet. */
export function presetEngineOf(document: Calibration): PresetEngine {
  const { barometricKpa } = conversionContext(document);
  return {
    cylinders: baseValue(document, 'engine.cylinders') ?? 4,
    torquePeakRpm: baseValue(document, 'engine.torquePeakSpeed') ?? 4000,
    maxSpeedRpm: baseValue(document, 'engine.maxSpeed') ?? 7000,
    barometricKpa,
    maxManifoldKpa: baseValue(document, 'engine.maxManifoldPressure') ?? barometricKpa,
  };
}

/**
 * Flows measured at several pressures, as flow of the fuel; empty where there are none.
 * @param fuelFlowOf flow of fuel, g/s, for a flow of the fluid they were measured with.
 */
export function measuredFlowOf(document: Calibration, fuelFlowOf: (gPerS: number) => number): MeasuredFlow {
  const rows = tableAt(document, 'injectors.flowPoints') ?? [];
  return measuredFlowThrough(rows.map(([acrossKpa = 0, flow = 0]) => [acrossKpa, fuelFlowOf(flow)]));
}
