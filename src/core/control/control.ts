import type { Frame } from '../channel';

/**
 * A decision that has a memory, followed from moment to moment. The caller owns the state, which is plain data, and the
 * frame it is decided from; moments come in order of the frame’s time.
 */
export interface Control<Settings, State, Out> {
  /** The memory before the first moment. */
  readonly atRest: (settings: Settings) => State;
  /** A copy that shares nothing with its original. */
  readonly copied: (state: State) => State;
  /** Room for what a step decides, with a reason as a code. */
  readonly out: (settings: Settings) => Out;
  /** Takes the state one moment on and writes the decision. */
  readonly step: (settings: Settings, state: State, frame: Frame, out: Out) => void;
}

/** Times are compared with this slack, s: sums of steps are not exact. */
export const TIME_SLACK_S = 1e-9;
