import { PHASE } from '../channel';
import {
  activation,
  type ActivationState,
  boost,
  type BoostState,
  closedLoop,
  type ClosedLoopState,
  film,
  type FilmState,
  idle,
  type IdleState,
  knock,
  type KnockState,
  learnedTrim,
  type LearnedState,
  opening,
  type OpeningState,
  overrun,
  type OverrunState,
  protection,
  type ProtectionState,
  speedLimits,
  type SpeedLimitState,
  switching,
  type SwitchingState,
  work,
  type WorkState,
} from '../control';
import { copiedDecoder, decoderAtRest, type DecoderState } from '../decoding';
import type { EcuProgram } from '../program';

/** All that the engine computer remembers from moment to moment: plain data, copied, stored and compared as such. */
/** What is remembered of an input’s fault: the signal below its band or unreadable, or above it. */
export const IN_FAULT = { none: 0, low: 1, high: 2 } as const;

export interface EcuState {
  /** How often power was lost since the key was turned on. */
  resets: number;
  /** One of {@link PHASE}. */
  phase: number;
  /** Turns at which it came above the running speed; null while it is below. */
  aboveFromTurns: number | null;
  /** When it last began to count as running, s. */
  runningSinceS: number;
  /** When each input was last read, s. */
  sampledS: Float64Array;
  /** The last reading of each input that was no fault, smoothed; NaN before the first. */
  lastGood: Float64Array;
  /** The last signal of each input, V or Hz, and what it means. */
  lastSignal: Float64Array;
  lastReading: Float64Array;
  /** Of each input one of {@link IN_FAULT}. */
  inFault: Float64Array;
  /** What has come of crank and cam. */
  crank: DecoderState;
  activations: ActivationState[];
  opening: OpeningState;
  overrun: OverrunState;
  limits: SpeedLimitState;
  protection: ProtectionState;
  boost: BoostState;
  closedLoop: ClosedLoopState;
  learned: LearnedState;
  knock: KnockState;
  film: FilmState;
  idle: IdleState;
  outputs: SwitchingState[];
  work: WorkState;
}

/** What can be worked is not looked at before something is. */
const NO_TARGETS = { targets: [], pump: -1, idleThrottlePercent: 0 };

/**
 * The memory when the key is turned on.
 * @param kept what lasts over key off: what was learned, where it is of as many cells.
 * @param resets how often power was lost since then.
 */
export function ecuAtKeyOn(
  program: EcuProgram,
  kept?: Pick<LearnedState, 'ln' | 'evidenceS'>,
  resets = 0,
): EcuState {
  const learned = learnedTrim.atRest(program.learned);
  if (kept?.ln.length === learned.ln.length) {
    learned.ln = [...kept.ln];
    learned.evidenceS = [...kept.evidenceS];
  }
  return {
    resets,
    phase: PHASE.off,
    aboveFromTurns: null,
    runningSinceS: 0,
    sampledS: new Float64Array(program.inputs.length),
    lastGood: new Float64Array(program.inputs.length).fill(NaN),
    lastSignal: new Float64Array(program.inputs.length).fill(NaN),
    lastReading: new Float64Array(program.inputs.length).fill(NaN),
    inFault: new Float64Array(program.inputs.length),
    crank: decoderAtRest(),
    activations: program.corrections.map((correction) => activation.atRest(correction.activation)),
    opening: opening.atRest(program.acceleration),
    overrun: overrun.atRest(program.overrun),
    limits: speedLimits.atRest(program.limits),
    protection: protection.atRest(program.protection),
    boost: boost.atRest(program.boost),
    closedLoop: closedLoop.atRest(program.closedLoop),
    learned,
    knock: knock.atRest(program.knock),
    film: film.atRest(program.film),
    idle: idle.atRest(program.idle),
    outputs: program.outputs.map((output) => switching.atRest(output)),
    work: work.atRest(NO_TARGETS),
  };
}

/** A copy that shares nothing with its original. */
export function copiedEcu(state: EcuState): EcuState {
  return {
    resets: state.resets,
    phase: state.phase,
    aboveFromTurns: state.aboveFromTurns,
    runningSinceS: state.runningSinceS,
    sampledS: state.sampledS.slice(),
    lastGood: state.lastGood.slice(),
    lastSignal: state.lastSignal.slice(),
    lastReading: state.lastReading.slice(),
    inFault: state.inFault.slice(),
    crank: copiedDecoder(state.crank),
    activations: state.activations.map(activation.copied),
    opening: opening.copied(state.opening),
    overrun: overrun.copied(state.overrun),
    limits: speedLimits.copied(state.limits),
    protection: protection.copied(state.protection),
    boost: boost.copied(state.boost),
    closedLoop: closedLoop.copied(state.closedLoop),
    learned: learnedTrim.copied(state.learned),
    knock: knock.copied(state.knock),
    film: film.copied(state.film),
    idle: idle.copied(state.idle),
    outputs: state.outputs.map(switching.copied),
    work: work.copied(state.work),
  };
}
