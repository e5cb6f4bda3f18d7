import { airMassMg, AT_REST, type EngineModel, type OperatingPoint } from '@/core/fuel';
import { lookUpCurve } from '@/core/map';
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
  /** What an air-mass meter reads, g/s. */
  readonly airFlowGPerS: number;
  readonly ethanolPercent: number;
  /** What a fuel pressure sensor reads, kPa gauge; null without one. */
  readonly railGaugeKpa: number | null;
  readonly cylinder: number;
  /** Turns of the crank since the starter began. */
  readonly turns: number;
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

/** The operating point of an event, as the sensors have it. */
export function ecuPoint(state: EcuState, readings: SensorReadings): OperatingPoint {
  // Written out: this is made at every event, and spreading it cost the simulation half its speed.
  return {
    phase: state.phase === 'running' ? 'running' : 'cranking',
    speedRpm: readings.speedRpm,
    manifoldKpa: readings.manifoldKpa,
    coolantC: readings.coolantC,
    airC: readings.airC,
    batteryV: readings.batteryV,
    sinceStartS: readings.timeS - state.runningSinceS,
    throttlePercent: AT_REST.throttlePercent,
    throttleRatePercentPerS: AT_REST.throttleRatePercentPerS,
    turnsSinceOpening: AT_REST.turnsSinceOpening,
    airFlowGPerS: readings.airFlowGPerS,
    ethanolPercent: readings.ethanolPercent,
    gear: AT_REST.gear,
    cylinder: readings.cylinder,
    turns: readings.turns,
    railGaugeKpa: readings.railGaugeKpa,
  };
}

/** Fuel of the prime pulse for one cylinder, mg: the prime multiple of what burns a full cylinder of air. */
export function primeMg(model: EngineModel, coolantC: number, airC: number): number {
  const { prime } = model.maps;
  if (prime === null) return 0;
  const air = airMassMg(100, model.barometricKpa, model.cylinderVolumeCm3, airC);
  return (lookUpCurve(prime, coolantC) * air) / model.stoichiometricRatio;
}
