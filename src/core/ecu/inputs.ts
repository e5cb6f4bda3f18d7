import { AT, type Frame, read, write } from '../channel';
import type { EcuProgram, InputProgram } from '../program';
import { temperatureAtVolts, valueAtVolts } from '../sensors';
import type { EcuState } from './state';

/** Manifold pressure is never taken for less, kPa: load would become nothing. */
const LEAST_MANIFOLD_KPA = 5;

/**
 * Reads the sensors into the frame. A voltage in its fault band gives what stands in, or the last good reading.
 * @param volts at each input of the program, in its order; NaN leaves what the frame already says.
 */
export function readInputs(program: EcuProgram, state: EcuState, volts: Float64Array, frame: Frame): void {
  for (let i = 0; i < program.inputs.length; i += 1) {
    const input = program.inputs[i] as InputProgram;
    const at = volts[i] as number;
    if (Number.isNaN(at)) continue;
    const { fault } = input;
    if (fault !== null && (at < fault.lowV || at > fault.highV)) {
      const standIn = input.fallback ?? (state.lastGood[i] as number);
      if (!Number.isNaN(standIn)) write(frame, AT[input.channel], standIn);
      continue;
    }
    // The same voltage is the same reading, and what is slow seldom changes.
    if (at !== state.lastVolts[i]) {
      state.lastVolts[i] = at;
      state.lastGood[i] = readingOf(input, at);
    }
    write(frame, AT[input.channel], state.lastGood[i] as number);
  }
  write(frame, AT.manifoldPressure, Math.max(LEAST_MANIFOLD_KPA, read(frame, AT.manifoldPressure)));
}

function readingOf({ curve }: InputProgram, volts: number): number {
  return curve.kind === 'line'
    ? valueAtVolts(curve.points, volts)
    : temperatureAtVolts(curve.curve, curve.pullUp, volts);
}
