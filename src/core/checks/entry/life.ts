import type { FieldPath } from '../../calibration';

/** The values that an engine's life hangs on, in the order in which they are looked at: a wrong one breaks parts. */
export const LIFE_FIELDS = [
  'engine.displacement',
  'engine.bore',
  'engine.stroke',
  'engine.cylinders',
  'engine.firingOrder',
  'engine.compressionRatio',
  'engine.fuel',
  'trigger.tdcOffset',
  'injectors.ratedFlow',
  'injectors.ratedPressure',
  'injectors.railPressure',
  'injectors.regulator',
  'injectors.deadTime',
  'sensors.map.points',
  'sensors.map.slope',
  'sensors.coolant.resistances',
  'sensors.coolant.voltages',
  'sensors.coolant.pullUp',
  'sensors.air.resistances',
  'sensors.air.voltages',
  'sensors.air.pullUp',
] as const satisfies readonly FieldPath[];
