import type { EventOutcome } from '../plant';

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
  readonly phase: StartPhase[];
}

/** One cylinder's charge during a dry start. */
export interface StartEvent {
  readonly timeS: number;
  readonly turns: number;
  readonly speedRpm: number;
  readonly phase: 'cranking' | 'running';
  readonly outcome: EventOutcome;
  readonly vapourLambda: number;
  readonly injectedMg: number;
  /** The engine computer cut fuel as on overrun. */
  readonly cut: boolean;
  readonly openingMs: number;
  /** As the engine computer takes them. */
  readonly manifoldKpa: number;
  readonly coolantC: number;
  readonly airC: number;
  readonly batteryV: number;
}

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
    phase: [],
  };
}
