/** What went wrong between teeth and engine computer: each only counts up, until the key is turned off. */
export interface TriggerCounters {
  /** Cam pulses that did not come where one was due. */
  camPulsesMissing: number;
  /** Times that fewer crank teeth came than there are. */
  crankTeethMissing: number;
  /** Times that a position once found was given up. */
  syncLosses: number;
  /** Edges that came too soon to be teeth, and teeth beyond those there are. */
  noiseEdges: number;
  /** Cam pulses that came elsewhere than in their window. */
  camOutsideWindow: number;
}

/** Nothing counted yet. */
export function countersAtRest(): TriggerCounters {
  return { camPulsesMissing: 0, crankTeethMissing: 0, syncLosses: 0, noiseEdges: 0, camOutsideWindow: 0 };
}
