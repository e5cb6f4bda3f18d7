import { AT, type Frame, write } from '../channel';
import { type Decoder, decodedRpm, decoderOf, type DecoderState, NOMINAL_WHEEL } from '../decoding';
import { firingRepeatDeg } from '../engine';
import type { EcuProgram } from '../program';

/** The trigger of a program, prepared; where none is described, one that fits. */
export function triggerDecoder(program: EcuProgram): Decoder {
  const { trigger, cylinders, injection, ignition, firing, crankDelayS } = program;
  const needsCycle = injection?.mode === 'sequential' || ignition.mode === 'individual';
  return decoderOf(
    trigger ?? NOMINAL_WHEEL,
    cylinders,
    needsCycle,
    firing === null ? undefined : firingRepeatDeg(firing),
    crankDelayS,
  );
}

/** What is counted of the crank, into the frame: speed and turns. */
export function readCrank(decoder: Decoder, state: DecoderState, timeS: number, frame: Frame): void {
  write(frame, AT.speed, decodedRpm(decoder, state, timeS));
  write(frame, AT.turns, (state.turnedPlaces * decoder.pitchDeg) / 360);
}

/** What is known of the crank’s place, and what went wrong with teeth and pulses, into the frame. */
export function readCounters({ sync, counters }: DecoderState, frame: Frame): void {
  write(frame, AT.sync, sync);
  write(frame, AT.syncLosses, counters.syncLosses);
  write(frame, AT.crankTeethMissing, counters.crankTeethMissing);
  write(frame, AT.camPulsesMissing, counters.camPulsesMissing);
  write(frame, AT.camOutsideWindow, counters.camOutsideWindow);
  write(frame, AT.noiseEdges, counters.noiseEdges);
}
