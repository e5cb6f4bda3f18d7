import { AT, type Frame, read, write } from '../channel';
import { type EcuProgram, type InputProgram } from '../program';
import { gearAtSpeeds, gearAtVolts, temperatureAtVolts, valueAtVolts } from '../sensors';
import { standInFor } from './lostSensors';
import { type EcuState, IN_FAULT } from './state';

/** Manifold pressure is never taken for less, kPa: load would become nothing. */
const LEAST_MANIFOLD_KPA = 5;

/**
 * Reads the sensors into the frame, each smoothed over its filter’s time since it was last read. A signal in its fault band
 * gives what stands in, or the last good reading. Gears without a sensor are told by engine and vehicle speed.
 * @param signals at each input of the program, in its order, V or Hz; NaN leaves what the frame already says.
 */
export function readInputs(program: EcuProgram, state: EcuState, signals: Float64Array, frame: Frame): void {
  readQuickInputs(program, state, signals, frame, program.inputs.length);
  if (program.gearing !== null) {
    write(frame, AT.gear, gearAtSpeeds(program.gearing, read(frame, AT.speed), read(frame, AT.vehicleSpeed)));
  }
}

/** The first inputs alone, up to a count: those that are read more often than the others. */
export function readQuickInputs(
  program: EcuProgram,
  state: EcuState,
  signals: Float64Array,
  frame: Frame,
  count: number,
): void {
  const timeS = read(frame, AT.time);
  for (let i = 0; i < count; i += 1) {
    const at = signals[i] as number;
    if (Number.isNaN(at)) continue;
    const sinceS = timeS - (state.sampledS[i] as number);
    state.sampledS[i] = timeS;
    const { signalPlace } = program.inputs[i] as InputProgram;
    if (signalPlace !== null) write(frame, signalPlace, at);
    readInput(program, i, state, at, sinceS, frame);
  }
  write(frame, AT.manifoldPressure, Math.max(LEAST_MANIFOLD_KPA, read(frame, AT.manifoldPressure)));
}

function readInput(
  program: EcuProgram,
  i: number,
  state: EcuState,
  at: number,
  sinceS: number,
  frame: Frame,
): void {
  const input = program.inputs[i] as InputProgram;
  const { id, fault, filterS, fallback, place } = input;
  // The same signal is the same reading, and what is slow seldom changes.
  if (at !== state.lastSignal[i]) {
    state.lastSignal[i] = at;
    state.lastReading[i] = readingOf(input, at);
  }
  const reading = state.lastReading[i] as number;
  const isHigh = fault !== null && at > fault.highV;
  const isLow = Number.isNaN(reading) || (fault !== null && at < fault.lowV);
  state.inFault[i] = isHigh ? IN_FAULT.high : isLow ? IN_FAULT.low : IN_FAULT.none;
  if (state.inFault[i] !== IN_FAULT.none) {
    const lastGood = state.lastGood[i] as number;
    const standIn = standInFor(program, id, fallback, lastGood, read(frame, place), sinceS, frame);
    if (fallback !== null || !Number.isNaN(standIn)) write(frame, place, standIn);
    return;
  }
  const before = state.lastGood[i] as number;
  // Smoothed by an implicit first-order lag, which no step is too long for; there is no gear between two, and a switch is held or not.
  const steps = input.curve.kind === 'gear' || input.curve.kind === 'switch';
  const smooth = !steps && filterS > 0 && sinceS >= 0 && !Number.isNaN(before);
  const after = smooth ? before + ((reading - before) * sinceS) / (filterS + sinceS) : reading;
  state.lastGood[i] = after;
  write(frame, place, after);
}

function readingOf({ curve }: InputProgram, at: number): number {
  switch (curve.kind) {
    case 'thermistor':
      return temperatureAtVolts(curve.curve, curve.pullUp, at);
    case 'gear':
      return gearAtVolts(curve.points, at) ?? NaN;
    case 'switch':
      return at < curve.thresholdV === curve.heldBelow ? 1 : 0;
    case 'line': {
      const value = valueAtVolts(curve.points, at);
      const { limits } = curve;
      return limits === null ? value : Math.min(limits[1], Math.max(limits[0], value));
    }
  }
}
