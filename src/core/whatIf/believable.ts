import type { FieldPath } from '../calibration';

/** How far the truth may lie from what was typed without anybody having noticed. */
export interface Believable {
  readonly path: FieldPath;
  /** As a part of the value, or as an amount in the base unit of its quantity; of a dead time ms. */
  readonly by: 'share' | 'amount';
  readonly most: number;
}

/**
 * The values that a start can hang on, each with what it is believed to be off at most when nobody has measured it: makers’
 * scatter, a pressure that was read on another gauge, an angle that was judged by eye.
 */
export const BELIEVABLE: readonly Believable[] = [
  { path: 'engine.displacement', by: 'share', most: 0.04 },
  { path: 'engine.bore', by: 'share', most: 0.02 },
  { path: 'engine.stroke', by: 'share', most: 0.03 },
  { path: 'trigger.tdcOffset', by: 'amount', most: 12 },
  { path: 'trigger.camPosition', by: 'amount', most: 30 },
  { path: 'injectors.ratedFlow', by: 'share', most: 0.15 },
  { path: 'injectors.ratedPressure', by: 'share', most: 0.1 },
  { path: 'injectors.testDensity', by: 'share', most: 0.05 },
  { path: 'injectors.railPressure', by: 'share', most: 0.15 },
  { path: 'injectors.deadTime', by: 'amount', most: 0.25 },
  { path: 'staging.ratedFlow', by: 'share', most: 0.15 },
  { path: 'sensors.map.points', by: 'share', most: 0.06 },
  { path: 'sensors.map.slope', by: 'share', most: 0.06 },
  { path: 'sensors.throttle.closedVolts', by: 'amount', most: 0.15 },
  { path: 'sensors.coolant.resistances', by: 'share', most: 0.3 },
  { path: 'sensors.coolant.nominal', by: 'share', most: 0.2 },
  { path: 'sensors.coolant.beta', by: 'share', most: 0.08 },
  { path: 'sensors.coolant.pullUp', by: 'share', most: 0.15 },
  { path: 'sensors.air.resistances', by: 'share', most: 0.3 },
  { path: 'sensors.air.nominal', by: 'share', most: 0.2 },
  { path: 'sensors.air.beta', by: 'share', most: 0.08 },
  { path: 'sensors.air.pullUp', by: 'share', most: 0.15 },
  { path: 'coils.dwell', by: 'share', most: 0.4 },
  { path: 'coils.resistance', by: 'share', most: 0.2 },
  { path: 'coils.inductance', by: 'share', most: 0.3 },
  { path: 'coils.wantedCurrent', by: 'share', most: 0.25 },
  { path: 'idle.valveFlow', by: 'share', most: 0.3 },
  { path: 'idle.throttleWorth', by: 'share', most: 0.4 },
  { path: 'startUp.runningSpeed', by: 'amount', most: 150 },
];
