import { AT, type Frame, LOST_BIT, read, SENSORS_LOST, write } from '../channel';
import { bisected, type Grid, lookUpMap } from '../numeric';
import type { EcuProgram } from '../program';
import { type EcuState, IN_FAULT } from './state';

/** How fast the coolant is believed to warm once its sensor is lost, K/s: about as fast as a small engine does. */
const WARMS_K_PER_S = 0.25;

/** Where each sensor stands in the list of what most hangs on. */
const RANK = new Map<string, number>(SENSORS_LOST.map(({ id }, rank) => [id, rank]));

/** The number of the gravest sensor in fault, and the limit that goes with it, into their channels. */
export function stepLostSensors(program: EcuProgram, state: EcuState, frame: Frame): void {
  let lost = 0;
  let bits = 0;
  let high = 0;
  for (let i = 0; i < program.inputs.length; i += 1) {
    const fault = state.inFault[i];
    if (fault === IN_FAULT.none) continue;
    const { id } = program.inputs[i] as { id: string };
    const rank = RANK.get(id) ?? 0;
    // A lambda sensor that is not warm yet gives nothing, and that is no fault.
    if (isLambda(id) && Number.isNaN(state.lastGood[i])) continue;
    bits |= 1 << rank;
    if (fault === IN_FAULT.high) high |= 1 << rank;
    if (rank > 0 && (lost === 0 || rank < lost)) lost = rank;
  }
  if (state.knock.lost.includes(true)) {
    const rank = RANK.get('knock') ?? 0;
    bits |= 1 << rank;
    if (lost === 0) lost = rank;
  }
  write(frame, AT.sensorLost, lost);
  write(frame, AT.sensorsLost, bits & ~1);
  write(frame, AT.sensorsHigh, high & ~1);
  const drives = lost > 0 && lost <= DRIVING_RANK;
  write(frame, AT.sensorLimit, drives ? (program.sensorLoss.limitRpm ?? NaN) : NaN);
}

function isLambda(id: string): boolean {
  return id === 'lambdaOne' || id === 'lambdaTwo';
}

/** Load hangs on the sensors up to this place of the list. */
const DRIVING_RANK = SENSORS_LOST.findIndex(({ id }) => id === 'throttle');

/**
 * What stands in for a sensor that has failed: pressure by speed and throttle where that is asked for, and throttle by the same
 * map turned round; coolant as it last was,
 * warming as an engine does up to what is typed; intake air and ethanol as they last were; else what is typed, or the last good
 * reading.
 * @param sinceS since it was last read.
 */
export function standInFor(
  program: EcuProgram,
  id: string,
  fallback: number | null,
  lastGood: number,
  believed: number,
  sinceS: number,
  frame: Frame,
): number {
  const { pressure, pressureRicherPercent } = program.sensorLoss;
  if (id === 'map' && pressure !== null) {
    const kpa = lookUpMap(pressure, read(frame, AT.speed), read(frame, AT.throttle));
    return kpa * (1 + pressureRicherPercent / 100);
  }
  if (id === 'throttle' && pressure !== null && (read(frame, AT.sensorsLost) & LOST_BIT.map) === 0) {
    return throttleAt(pressure, read(frame, AT.speed), read(frame, AT.manifoldPressure));
  }
  if (Number.isNaN(lastGood)) return fallback ?? lastGood;
  if (id === 'coolant' && fallback !== null) {
    return believed >= fallback
      ? believed
      : Math.min(fallback, believed + WARMS_K_PER_S * Math.max(0, sinceS));
  }
  // What moves slowly was seconds ago nearly what it is now, and what is typed may be far from both.
  if (id === 'air' || id === 'ethanol') return lastGood;
  return fallback ?? lastGood;
}

/** The least throttle at which the map has a pressure, %; wide open where it has none so high. */
function throttleAt(pressure: Grid, speedRpm: number, kpa: number): number {
  const [least = 0] = pressure.y;
  const most = pressure.y[pressure.y.length - 1] ?? 100;
  return bisected((throttle) => lookUpMap(pressure, speedRpm, throttle) < kpa, least, most, 16);
}
