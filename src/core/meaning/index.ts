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
export { flowCurve, IDLE_POINT, idleNetMs, injectorMeaning, type FlowCurve } from './injectorMeaning';
export type { Figure } from './meaning';
export { LOSS_LIMIT_PERCENT, sprays, type Spray } from './sprayMeaning';
export { stagingCurve, type StagingCurve } from './stagingMeaning';
