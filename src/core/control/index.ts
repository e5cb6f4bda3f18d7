/**
 * What remembers: activation, opening throttle, overrun cut, speed limits, protection, switched outputs; each with settings, state and reason.
 * step(settings, state, frame, out): the caller owns the plain state, copied(state) copies it.
 * Formulas without memory live with their subjects.
 */
export { activation, type ActivationOut, type ActivationState, activeAt } from './activation';
export { type LimitBand, limitBands } from './limitBands';
export { opening, type OpeningOut, type OpeningSettings, type OpeningState } from './opening';
export {
  isOverrun,
  overrun,
  type OverrunCut,
  type OverrunOut,
  overrunRegion,
  type OverrunState,
} from './overrun';
export {
  type Guard,
  type GuardAct,
  guardCode,
  type GuardSees,
  type Protecting,
  protection,
  type ProtectionOut,
  type ProtectionState,
} from './protection';
export {
  type CutBy,
  type Launch,
  type ShiftCut,
  type SpeedLimiting,
  type SpeedLimitOut,
  speedLimits,
  type SpeedLimitState,
  withholdsSpark,
} from './speedLimits';
export { outputStates, type Switching, switching, type SwitchingOut, type SwitchingState } from './switching';
