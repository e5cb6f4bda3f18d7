/**
 * Limits of speed, launch and gear shift: their fields, maps and what is proposed for them.
 * When they act and whom they cut is control.
 */
export {
  LIMIT_COOLANT_BREAKPOINTS,
  proposedColdLimitRpm,
  proposedLimits,
  proposedShiftMs,
} from './limitProposals';
export { LIMIT_MAPS } from './limitMaps';
