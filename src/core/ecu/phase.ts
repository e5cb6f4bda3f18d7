import { AT, type Frame, PHASE, read, write } from '../channel';
import type { EcuProgram } from '../program';
import type { EcuState } from './state';

/** Cranking fuel returns below this share of the running speed, so that a failed catch can recover. */
const CRANKING_RETURN_SHARE = 0.8;

/** Cranking or running: running above the running speed, back to cranking below four fifths of it. */
export function stepPhase(program: EcuProgram, state: EcuState, frame: Frame): void {
  const speedRpm = read(frame, AT.speed);
  const timeS = read(frame, AT.time);
  if (state.phase !== PHASE.running && speedRpm > program.runningSpeedRpm) {
    state.phase = PHASE.running;
    state.runningSinceS = timeS;
  } else if (state.phase === PHASE.running && speedRpm < program.runningSpeedRpm * CRANKING_RETURN_SHARE) {
    state.phase = PHASE.cranking;
    state.runningSinceS = 0;
  } else if (state.phase === PHASE.off) {
    state.phase = PHASE.cranking;
    state.runningSinceS = 0;
  }
  write(frame, AT.phase, state.phase);
  write(frame, AT.sinceStart, timeS - state.runningSinceS);
}
