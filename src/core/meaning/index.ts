export { BATTERY_STEP, batteryErrors, idleBatteryErrors, type BatteryError } from './batteryError';
export { figureChanges, type FigureChange } from './changes';
export { engineMeaning } from './engineMeaning';
export {
  budgetByMode,
  camMeaning,
  coilMeaning,
  sparkTimeBudget,
  triggerMeaning,
  triggerSentence,
  type ModeBudget,
  type SparkTimeBudget,
} from './hardwareMeaning';
export { flowCurve, type FlowCurve } from './injectorFlow';
export { IDLE_POINT, idleNetMs, injectorMeaning } from './injectorMeaning';
export type { Figure } from './meaning';
export { LOSS_LIMIT_PERCENT, sprays, type Spray } from './sprayMeaning';
export { stagingCurve, type StagingCurve } from './stagingMeaning';
