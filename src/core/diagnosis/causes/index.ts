/** What can be wrong with an engine: one entry each, by where it is. */
import type { Cause } from './cause';
import { FUEL_CAUSES } from './fuelCauses';
import { LINK_CAUSES } from './linkCauses';
import { SENSOR_CAUSES } from './sensorCauses';
import { SUPPLY_CAUSES } from './supplyCauses';
import { TRIGGER_CAUSES } from './triggerCauses';

export type { Cause };

/** Everything that is known by its signs. */
export const CAUSES: readonly Cause[] = [
  ...TRIGGER_CAUSES,
  ...LINK_CAUSES,
  ...SUPPLY_CAUSES,
  ...SENSOR_CAUSES,
  ...FUEL_CAUSES,
];
