/** What the ECU was doing at a sample. */
export type StartPhase = 'rest' | 'cranking' | 'running' | 'stopped';

/** Columns of a dry start, one entry for each sample. Null where there is nothing to show (no charge drawn yet). */
export interface StartTrace {
  readonly timeS: number[];
  readonly speedRpm: number[];
  readonly vapourLambda: (number | null)[];
  readonly openingMs: (number | null)[];
  readonly batteryV: number[];
  readonly manifoldKpa: number[];
  readonly coolantC: number[];
  /** Throttle with what idle air adds to it, %: the load where load is measured by throttle. */
  readonly loadThrottlePercent: (number | null)[];
  /** Fuel on the port walls, the mean of all cylinders, mg. */
  readonly filmMg: number[];
  /** Factor that is left of after-start enrichment; null while it does not run. */
  readonly afterStart: (number | null)[];
  /** How wet the wettest plug is: from 1 on it does not spark. */
  readonly plugWetness: number[];
  readonly phase: StartPhase[];
}

/** Columns without an entry. */
export function emptyTrace(): StartTrace {
  return {
    timeS: [],
    speedRpm: [],
    vapourLambda: [],
    openingMs: [],
    batteryV: [],
    manifoldKpa: [],
    coolantC: [],
    loadThrottlePercent: [],
    filmMg: [],
    afterStart: [],
    plugWetness: [],
    phase: [],
  };
}
