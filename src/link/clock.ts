/** Time from outside, so that tests own it. */
export interface LinkClock {
  /** Of a clock that only goes on, ms. */
  readonly nowMs: () => number;
  /** Runs something later. @returns the way to call that off. */
  readonly after: (ms: number, run: () => void) => () => void;
}
