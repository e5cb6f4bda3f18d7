import { AT, type Frame, LOST_BIT, read } from '../../channel';

/** A sensor that the engine computer can take for broken. */
export type WatchedSensor = Exclude<keyof typeof LOST_BIT, 'none'>;

export const WATCHED_SENSORS = (Object.keys(LOST_BIT) as (keyof typeof LOST_BIT)[]).filter(
  (id): id is WatchedSensor => id !== 'none',
);

/** For how long each sensor was in fault, below and above its band, s. */
export interface SensorFaultTimes {
  /** For how long anything was known of them, s. */
  knownS: number;
  readonly lowS: number[];
  readonly highS: number[];
}

export function noSensorFaults(): SensorFaultTimes {
  return { knownS: 0, lowS: WATCHED_SENSORS.map(() => 0), highS: WATCHED_SENSORS.map(() => 0) };
}

export function observeSensorFaults(times: SensorFaultTimes, frame: Frame, passedS: number): void {
  const lost = read(frame, AT.sensorsLost);
  if (Number.isNaN(lost)) return;
  times.knownS += passedS;
  if (lost === 0) return;
  const high = read(frame, AT.sensorsHigh);
  WATCHED_SENSORS.forEach((id, i) => {
    if ((lost & LOST_BIT[id]) === 0) return;
    const side = (high & LOST_BIT[id]) === 0 ? times.lowS : times.highS;
    side[i] = (side[i] as number) + passedS;
  });
}

/** In fault for less than this is none, s. */
const FAULT_S = 0.3;

/** On which side of its band a sensor was in fault; null where it was not. */
export function faultSide({ lowS, highS }: SensorFaultTimes, id: WatchedSensor): 'low' | 'high' | null {
  const i = WATCHED_SENSORS.indexOf(id);
  const [low, high] = [lowS[i] as number, highS[i] as number];
  return Math.max(low, high) < FAULT_S ? null : high > low ? 'high' : 'low';
}
