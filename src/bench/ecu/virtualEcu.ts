import { injectionAt, type EngineModel, type Injection } from '@/core/fuel';
import { CRANKING_RETURN_SHARE } from '@/core/startup';

/** What the engine computer remembers from event to event. */
export interface EcuState {
  readonly phase: 'off' | 'cranking' | 'running';
  /** When it last began to count as running, s. */
  readonly runningSinceS: number;
}

/** What its sensors read at an event. */
export interface SensorReadings {
  readonly timeS: number;
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly coolantC: number;
  readonly airC: number;
  readonly batteryV: number;
}

export const ECU_OFF: EcuState = { phase: 'off', runningSinceS: 0 };

/** The phase after these readings: running above the running speed, back to cranking below four fifths of it. */
export function steppedEcu(
  model: EngineModel,
  state: EcuState,
  { timeS, speedRpm }: SensorReadings,
): EcuState {
  if (state.phase !== 'running' && speedRpm > model.runningSpeedRpm) {
    return { phase: 'running', runningSinceS: timeS };
  }
  if (state.phase === 'running' && speedRpm < model.runningSpeedRpm * CRANKING_RETURN_SHARE) {
    return { phase: 'cranking', runningSinceS: 0 };
  }
  return state.phase === 'off' ? { phase: 'cranking', runningSinceS: 0 } : state;
}

/** Opening and spark for the next cylinder: the same computation that Workings shows. */
export function ecuInjection(model: EngineModel, state: EcuState, readings: SensorReadings): Injection {
  return injectionAt(model, {
    phase: state.phase === 'running' ? 'running' : 'cranking',
    speedRpm: readings.speedRpm,
    manifoldKpa: readings.manifoldKpa,
    coolantC: readings.coolantC,
    airC: readings.airC,
    batteryV: readings.batteryV,
    sinceStartS: readings.timeS - state.runningSinceS,
  });
}
