/** What a sound engine does not show: one entry each, by what it is seen in. */
import { FUEL_AND_IDLE_SIGNS } from './fuelAndIdleSigns';
import { LINK_SIGNS } from './linkSigns';
import { MIXTURE_SIGNS } from './mixtureSigns';
import { PRESSURE_SIGNS, SENSOR_SIGNS } from './sensorSigns';
import type { Sign } from './sign';
import { BATTERY_SIGNS, POWER_SIGNS } from './supplySigns';
import { TRIGGER_SIGNS } from './triggerSigns';

export type { Sign };

/** Everything that is looked for, in the order it is said. */
export const SIGNS: readonly Sign[] = [
  ...TRIGGER_SIGNS,
  ...POWER_SIGNS,
  ...LINK_SIGNS,
  ...BATTERY_SIGNS,
  ...SENSOR_SIGNS,
  ...PRESSURE_SIGNS,
  ...MIXTURE_SIGNS,
  ...FUEL_AND_IDLE_SIGNS,
];
