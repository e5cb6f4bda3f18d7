import { SENSORS_LOST } from '../../channel';
import { formatNumber } from '../../units';
import { meanOf, rmsOf } from '../observe/mean';
import { faultSide, WATCHED_SENSORS, type WatchedSensor } from '../observe/sensorFaults';
import { between, seen, type Sign } from './sign';

/** What a sensor said before so much running it may say no more. */
const STALE_S = 20;
const LAG_S = 0.55;
const JITTER_KPA = 0.8;

const sensorLabel = (id: WatchedSensor) => SENSORS_LOST.find((one) => one.id === id)?.label ?? id;

/** Each sensor against the band it can say. */
export const SENSOR_SIGNS = WATCHED_SENSORS.map((id): Sign => ({
  id: `sensor:${id}`,
  states: ['sound', 'low', 'high'],
  sound: 0.998,
  by: 'standing',
  read: ({ sensorFaults, forS }) => (forS < 1 ? null : (faultSide(sensorFaults, id) ?? 'sound')),
  words: ({ sensorFaults }) =>
    `${sensorLabel(id)} is ${faultSide(sensorFaults, id) === 'high' ? 'above' : 'below'} what its sensor can say.`,
}));

/** The manifold sensor against what it must say. */
export const PRESSURE_SIGNS: readonly Sign[] = [
  between(
    'standingPressure',
    'standing',
    [-3.5, 3.5],
    ({ pressure }, { outsideKpa }) =>
      pressure.ranSinceS > STALE_S ? NaN : meanOf(pressure.standing, 10) - outsideKpa,
    (kpa) =>
      `With the engine standing the manifold sensor reads ${formatNumber(Math.abs(kpa), 1)} kPa ${kpa > 0 ? 'over' : 'under'} the air outside.`,
    0.98,
  ),
  seen(
    'pressureJitter',
    'light',
    ({ pressure }) => (pressure.jitter.n < 60 ? null : rmsOf(pressure.jitter) > JITTER_KPA),
    ({ pressure }) =>
      `Manifold pressure jumps by ${formatNumber(rmsOf(pressure.jitter), 1)} kPa from sample to sample.`,
  ),
  seen(
    'pressureLag',
    'blip',
    ({ pressure }) => (pressure.lagS.n === 0 ? null : meanOf(pressure.lagS) > LAG_S),
    ({ pressure }) =>
      `Manifold pressure comes ${formatNumber(meanOf(pressure.lagS), 1)} s behind the throttle.`,
  ),
];
