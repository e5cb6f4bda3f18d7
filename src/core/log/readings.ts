import { airFlowGPerS } from '../air';
import { type ChannelId, PHASE } from '../channel';
import { lookUpMap } from '../numeric';
import { LEFT_OUT_REASONS, type LeftOutReason } from './leftOut';
import { type InjectionFacts, openingFor, restatedLn, restatedPulseLn, sameFacts } from './injectionFacts';
import type { Log, LogColumn } from './log';
import { LOAD_CHANNELS, MAPPING_SENSORS, type MapTask } from './mapTask';
import { meteredBy } from './metered';
import { steadinessOf } from './steadiness';

/** Lambda that a sensor is believed with: richer and leaner ones are no mixture that burned. */
const BELIEVED = { least: 0.6, most: 1.5 } as const;
/** The engine is warm from here on, °C: colder, the film on the walls takes its part. */
const WARM_C = 60;
/** Factors of enrichment further from 1 than this act. */
const ACTS = 0.005;
/** Behind an overrun cut the walls are wetted anew, s. */
const AFTER_CUT_S = 1;

/** No reason to leave a sample out. */
export const KEPT = -1;
const CODE = Object.fromEntries(LEFT_OUT_REASONS.map((reason, i) => [reason, i])) as Record<
  LeftOutReason,
  number
>;

/** What a log says at each of its samples, whatever comes of it. */
export interface Readings {
  readonly timeS: Float64Array;
  readonly speedRpm: Float64Array;
  /** On the map’s rows. */
  readonly load: Float64Array;
  /** Logarithm of the lambda measured; NaN where no sensor is believed. */
  readonly measured: Float64Array;
  /** Logarithm of what the filling of the map as it is now would have to be at measured lambda 1: filling used × trim ÷ target ÷ filling now. */
  readonly wanted: Float64Array;
  /** Logarithm of the filling that was driven with over the map as it is now: 0 where it is the same map. */
  readonly driven: Float64Array;
  /** By so much more than what is metered the map itself has to move: 1 where it is the only one. */
  readonly gain: Float64Array;
  /** Air of the whole engine, as the calibration has it, g/s. */
  readonly flowGPerS: Float64Array;
  /** 0…1, as {@link steadinessOf} says. */
  readonly steady: Float64Array;
  /** Index of the reason in {@link LEFT_OUT_REASONS}, or {@link KEPT}. */
  readonly reason: Int8Array;
}

/** What one sensor says. */
export interface SensorReadings {
  /** 0 of the first, 1 of the second. */
  readonly sensor: number;
  /** Logarithm of its lambda; NaN where it is not believed, or can say no more than "at least". */
  readonly measured: Float64Array;
  /** How much more its trim does than the mean of both, as a logarithm. */
  readonly trimmedMore: Float64Array;
}

/** A log with what the calibration believed that it was driven with; null where that is the one it is compared with. */
export interface DrivenLog {
  readonly log: Log;
  readonly then: InjectionFacts | null;
}

/** The index of a reason, as {@link Readings} hold it. */
export function reasonCode(reason: LeftOutReason): number {
  return CODE[reason];
}

/** Battery voltage that is taken where none was logged, V. */
const USUAL_V = 13.8;

/** Reads a log against the map. */
export function readingsOf(log: Log, task: MapTask, then: InjectionFacts | null = null): Readings {
  const { timeS } = log;
  const { length } = timeS;
  const column = (...ids: readonly ChannelId[]) => knownColumn(log, ids);
  const speeds = column('speed');
  const loads = column(...LOAD_CHANNELS[task.load]);
  const metered = meteredBy(log, task);
  const target = column('lambdaTarget');
  const sensors = fittedSensors(log).map(({ values }) => values);
  const trims = trimsOf(log);
  const restated = restating(log, task, then);
  const room = () => new Float64Array(length);
  const [speedRpm, load, measured, wanted] = [room(), room(), room(), room()];
  const [driven, flowGPerS, gain] = [room(), room(), room()];
  const richer = task.pulse === null ? undefined : column('protectionRicher');
  const others = otherTrims(log);
  const reason = basicReasons(log);
  for (let i = 0; i < length; i += 1) {
    const speed = speeds?.[i] ?? NaN;
    const row = loads?.[i] ?? NaN;
    speedRpm[i] = speed;
    load[i] = row;
    measured[i] = Math.log(believedLambda(sensors, i));
    const { usedLn, nowLn, gain: own, airMg } = metered(i, speed, row);
    flowGPerS[i] = airFlowGPerS(airMg, 1, speed);
    const trimLn = meanTrimLn(trims, i) + others(i);
    const aimed = target?.[i] ?? NaN;
    const restatedBy = restated === null ? 0 : restated(i, airMg, aimed / Math.exp(trimLn));
    const targetLn =
      task.pulse === null
        ? Math.log(aimed)
        : Math.log(lookUpMap(task.pulse.target, speed, row)) - Math.log1p((richer?.[i] ?? 0) / 100);
    gain[i] = own;
    driven[i] = usedLn - nowLn + restatedBy;
    wanted[i] = usedLn - nowLn + restatedBy - targetLn + trimLn;
    if (reason[i] === KEPT && Number.isNaN(own)) reason[i] = CODE.otherFuel;
    if (reason[i] === KEPT && !Number.isFinite(wanted[i] as number)) reason[i] = CODE.noLambda;
  }
  const steady = steadinessOf(timeS, speedRpm, load);
  return { timeS, speedRpm, load, measured, wanted, driven, gain, flowGPerS, steady, reason };
}

/** The first of several channels of which the log holds a number. */
function knownColumn({ columns }: Log, ids: readonly ChannelId[]): LogColumn | undefined {
  return ids
    .map((id) => columns[id])
    .find((values) => values?.some((value) => Number.isFinite(value)) === true);
}

/** The lambda sensors that the log holds a number of. */
function fittedSensors(log: Log) {
  return MAPPING_SENSORS.flatMap((id, sensor) => {
    const values = knownColumn(log, [id]);
    return values === undefined ? [] : [{ id, sensor, values }];
  });
}

/** What each lambda sensor of a log says by itself. */
export function sensorsApart(log: Log, { ends }: MapTask): SensorReadings[] {
  const trims = trimsOf(log);
  return fittedSensors(log).map(({ id, sensor, values }, place) => ({
    sensor,
    ...sensorReadings(values, trims, place, ends[id]),
  }));
}

/** So near to an end of what a sensor can say it only says "at least", a share. */
const AT_END = 0.01;

/** A sensor by itself, with the trim that acts on what it sees. */
function sensorReadings(
  values: LogColumn,
  trims: readonly LogColumn[],
  place: number,
  ends: { readonly min: number; readonly max: number } = { min: 0, max: Infinity },
): Omit<SensorReadings, 'sensor'> {
  const own = trims[Math.min(place, trims.length - 1)];
  const measured = new Float64Array(values.length);
  const trimmedMore = new Float64Array(values.length);
  for (let i = 0; i < values.length; i += 1) {
    const lambda = values[i] as number;
    const says = lambda > ends.min * (1 + AT_END) && lambda < ends.max * (1 - AT_END);
    measured[i] = says && isBelieved(lambda) ? Math.log(lambda) : NaN;
    if (own !== undefined) trimmedMore[i] = Math.log(own[i] as number) - meanTrimLn(trims, i);
  }
  return { measured, trimmedMore };
}

/**
 * What the filling that was driven with means to the calibration as it is now, sample by sample, as a logarithm: null where it
 * believes the same of its injectors as then.
 */
function restating(
  log: Log,
  { now, displacementCm3, pulse }: MapTask,
  then: InjectionFacts | null,
): ((i: number, airMg: number, lambda: number) => number) | null {
  if (now === null || then === null || sameFacts(then, now)) return null;
  const { injectorOpening, battery, manifoldPressure, fuelPressure } = log.columns;
  const cylinderShare = then.cylinderVolumeCm3 / displacementCm3;
  return (i, airMg, lambda) => {
    const at = {
      volts: battery?.[i] ?? USUAL_V,
      manifoldKpa: manifoldPressure?.[i] ?? now.barometricKpa,
      railKpa: fuelPressure?.[i] ?? NaN,
    };
    const openingMs =
      injectorOpening?.[i] ??
      openingFor(then, (airMg * cylinderShare) / (lambda * then.stoichiometricRatio), at);
    const opening = { ...at, openingMs };
    return pulse === null ? restatedLn(then, now, opening) : restatedPulseLn(then, now, opening);
  };
}

/** The trims that act on what the sensors see, one for each that is there. */
function trimsOf(log: Log): LogColumn[] {
  const one = knownColumn(log, ['lambdaOne']) !== undefined;
  const two = knownColumn(log, ['lambdaTwo']) !== undefined;
  const first = log.columns.lambdaTrim;
  const second = log.columns.lambdaTrimTwo ?? first;
  return [one || !two ? first : undefined, two ? second : undefined].filter((values) => values !== undefined);
}

/** Logarithm of what was learned and what knock added, which act on every cylinder beside the loop’s trims. */
function otherTrims({ columns: { learnedTrim, knockFuel } }: Log): (i: number) => number {
  const known = (value: number | undefined, otherwise: number) =>
    value === undefined || Number.isNaN(value) ? otherwise : value;
  return (i) => Math.log(known(learnedTrim?.[i], 1)) + Math.log1p(known(knockFuel?.[i], 0) / 100);
}

/** Logarithm of the trim that what is measured answers to. */
function meanTrimLn(trims: readonly LogColumn[], i: number): number {
  let sum = 0;
  for (const values of trims) sum += Math.log(values[i] as number);
  return trims.length === 0 ? 0 : sum / trims.length;
}

function isBelieved(lambda: number): boolean {
  return lambda >= BELIEVED.least && lambda <= BELIEVED.most;
}

/** Mean of the sensors that are believed; NaN without one. */
function believedLambda(sensors: readonly LogColumn[], i: number): number {
  let sum = 0;
  let count = 0;
  for (const values of sensors) {
    const lambda = values[i] as number;
    if (isBelieved(lambda)) {
      sum += lambda;
      count += 1;
    }
  }
  return sum / count;
}

/** What the engine computer did that leaves a sample out. */
function basicReasons({ timeS, columns }: Log): Int8Array {
  const reason = new Int8Array(timeS.length).fill(KEPT);
  const { phase, speed, coolant, warmUp, afterStart, overrunCut, acceleration } = columns;
  const acts = (factor: LogColumn | undefined, i: number) => Math.abs((factor?.[i] ?? 1) - 1) > ACTS;
  let cutUntilS = -Infinity;
  for (let i = 0; i < timeS.length; i += 1) {
    const atS = timeS[i] as number;
    if ((overrunCut?.[i] ?? 0) > 0) cutUntilS = atS + AFTER_CUT_S;
    if ((phase?.[i] ?? PHASE.running) !== PHASE.running || !((speed?.[i] ?? NaN) > 0))
      reason[i] = CODE.notRunning;
    else if ((coolant?.[i] ?? WARM_C) < WARM_C || acts(warmUp, i)) reason[i] = CODE.cold;
    else if (acts(afterStart, i)) reason[i] = CODE.afterStart;
    else if (acts(acceleration, i)) reason[i] = CODE.accelerating;
    else if (atS <= cutUntilS) reason[i] = CODE.overrunCut;
  }
  return reason;
}
