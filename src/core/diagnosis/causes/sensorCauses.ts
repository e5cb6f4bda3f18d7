import { SENSORS_LOST } from '../../channel';
import { WATCHED_SENSORS, type WatchedSensor } from '../observe/sensorFaults';
import { type Cause, ENGINE_STOPS } from './cause';

const label = (id: WatchedSensor) => SENSORS_LOST.find((one) => one.id === id)?.label ?? id;
/** With a pull-up an open wire reads high. */
const PULLED_UP: readonly WatchedSensor[] = ['coolant', 'air'];
const sensorCause = (id: WatchedSensor, side: 'low' | 'high'): Cause => {
  const open = PULLED_UP.includes(id) ? 'high' : 'low';
  return {
    id: `${id}:${side}`,
    label: `${label(id)} sensor ${side === open ? 'unplugged, or its wire broken' : side === 'low' ? 'shorted to ground' : 'shorted to its supply'}`,
    next: `Look at its plug, then measure what arrives at its pin: Sensors says what must.`,
    weight: side === open ? 1 : 0.5,
    shows: { [`sensor:${id}`]: [side, 0.97] },
    blurs: [...ENGINE_STOPS, 'standingPressure', 'pressureLag', 'lambdaFrozen', 'railSlow', 'railFast'],
  };
};

/** Sensors. */
export const SENSOR_CAUSES: readonly Cause[] = [
  ...WATCHED_SENSORS.flatMap((id) => [sensorCause(id, 'low'), sensorCause(id, 'high')]),
  {
    id: 'pressureNoisy',
    label: 'Manifold sensor noisy',
    next: 'Look at its ground and shield, and at its hose: one that is too short lets every pulse in.',
    weight: 1,
    shows: { pressureJitter: ['yes', 0.95], lambdaRipple: ['yes', 0.7] },
    blurs: [
      'sensor:map',
      'mixture:short',
      'mixture:long',
      'pressureLag',
      'railSlow',
      'railFast',
      'idleFast',
      'idleValve',
    ],
  },
  {
    id: 'pressureHigh',
    label: 'Manifold sensor reads too much',
    next: 'Compare it with a barometer, engine off; then look at its ground, and at the curve in Sensors.',
    weight: 0.7,
    shows: {
      standingPressure: ['high', 0.95],
      'mixture:short': ['low', 0.85],
      'mixture:long': ['low', 0.75],
      'mixture:fast': ['low', 0.6],
    },
    blurs: ['railSlow', 'railFast', 'lambdaRipple', 'idleFast', 'idleValve'],
  },
  {
    id: 'pressureLow',
    label: 'Manifold sensor reads too little',
    next: 'Compare it with a barometer, engine off; then look at its supply, and at the curve in Sensors.',
    weight: 0.7,
    shows: {
      standingPressure: ['low', 0.95],
      'mixture:short': ['high', 0.85],
      'mixture:long': ['high', 0.75],
      'mixture:fast': ['high', 0.6],
    },
    blurs: ['railSlow', 'railFast', 'lambdaRipple', 'idleFast', 'idleValve'],
  },
  {
    id: 'pressureSlow',
    label: 'Manifold sensor slow',
    next: 'Look at its hose: one that is long, kinked or oily; then at its filter in Sensors.',
    weight: 0.7,
    shows: { pressureLag: ['yes', 0.95] },
    blurs: ['railSlow', 'railFast', 'lambdaRipple', 'pressureJitter'],
  },
  {
    id: 'lambdaFrozen',
    label: 'Lambda sensor stuck',
    next: 'Look at its controller and its wire: what arrives at the pin must move when fuel is cut.',
    weight: 1,
    shows: { lambdaFrozen: ['yes', 0.95] },
    blurs: ['mixture:short', 'mixture:long', 'mixture:fast', 'banksApart', 'idleFast', 'idleValve'],
  },
];
