import { AXES, type MapEntry } from '../map';

/** The map that stands in for the pressure sensor. */
export const PROTECTION_MAPS = {
  pressureThrottle: {
    group: 'limits',
    label: 'Pressure by throttle',
    unit: 'kPa abs',
    min: 5,
    max: 450,
    decimals: 0,
    step: 1,
    x: AXES.speed,
    y: AXES.throttle,
    help: {
      what: 'Manifold pressure that is believed while its sensor is in fault, by speed and throttle.',
      usual: 'A little more than there really is: rich of the truth is safe.',
      changes: 'Fuel and spark while the pressure sensor is in fault, and nothing else.',
    },
  },
} as const satisfies Record<string, MapEntry>;
