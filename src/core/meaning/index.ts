/**
 * What the numbers of a section mean: figures and curves for its screen, and what followed from a change.
 * Everything is derived from the document, nothing stored.
 * What is wrong with them is said in checks.
 */
export { BATTERY_STEP, idleBatteryErrors } from './batteryError';
export { figureChanges } from './changes';
export { engineMeaning } from './engineMeaning';
export {
  budgetByMode,
  camMeaning,
  coilMeaning,
  sparkTimeBudget,
  triggerMeaning,
  triggerSentence,
} from './hardwareMeaning';
export { flowCurve } from './injectorFlow';
export { injectorMeaning } from './injectorMeaning';
export type { Figure } from './meaning';
export { LOSS_LIMIT_PERCENT, type Spray, sprays } from './sprayMeaning';
export { stagingCurve } from './stagingMeaning';
