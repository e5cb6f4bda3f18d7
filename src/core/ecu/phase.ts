import { AT, type Frame, PHASE, read, write } from '../channel';
import type { EcuProgram } from '../program';
import type { EcuState } from './state';

/** Cranking fuel returns below this share of the running speed, so that a failed catch can recover. */
const CRANKING_RETURN_SHARE = 0.8;

/** It counts as running once it has been above the running speed for so many turns: a single strong burn does not make it. */
const CATCH_TURNS = 2;

/**
 * Cranking or running: running after a cycle above the running speed, back to cranking below four fifths of it. A cycle,
 * because charges that a prime pulse alone has fed burn even where cranking fuel drowns what comes after them.
 */
export function stepPhase(program: EcuProgram, state: EcuState, frame: Frame): void {
  const speedRpm = read(frame, AT.speed);
  const timeS = read(frame, AT.time);
  const turns = read(frame, AT.turns);
  if (state.phase === PHASE.running) {
    if (speedRpm < program.runningSpeedRpm * CRANKING_RETURN_SHARE) toCranking(state);
  } else {
    if (state.phase === PHASE.off) toCranking(state);
    if (speedRpm <= program.runningSpeedRpm) state.aboveFromTurns = null;
    else state.aboveFromTurns ??= turns;
    if (state.aboveFromTurns !== null && turns >= state.aboveFromTurns + CATCH_TURNS) {
      state.phase = PHASE.running;
      state.runningSinceS = timeS;
    }
  }
  write(frame, AT.phase, state.phase);
  write(frame, AT.sinceStart, timeS - state.runningSinceS);
}

/** Where nothing turns nothing is injected, and the next turn is cranked. */
export function restPhase(state: EcuState, frame: Frame): void {
  if (read(frame, AT.speed) > 0) return;
  // The key was turned off and on: what the frame says is of the run before.
  if (state.phase !== PHASE.off) toCranking(state);
  write(frame, AT.phase, state.phase);
  write(frame, AT.sinceStart, 0);
  write(frame, AT.injectorOpening, 0);
  write(frame, AT.afterStart, 1);
  write(frame, AT.overrunCut, 0);
  write(frame, AT.limiting, 0);
  write(frame, AT.cutShare, 0);
}

function toCranking(state: EcuState): void {
  state.phase = PHASE.cranking;
  state.runningSinceS = 0;
  state.aboveFromTurns = null;
}
